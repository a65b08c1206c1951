"""Server-sent events: a run's log and the devices' readings as they come, with ids, replayed after a gap.

Every process answers by itself: the log is in the database, readings are in a ring all processes see. A browser that
lost the line asks again with the last id it had, and misses nothing that is still there.
"""

from __future__ import annotations

import asyncio
import json
import threading
from collections.abc import AsyncIterator
from typing import Any

from asgiref.sync import sync_to_async
from django.conf import settings
from django.contrib.auth.models import User
from django.db import close_old_connections
from django.http import HttpRequest, JsonResponse, StreamingHttpResponse
from django.http.response import HttpResponseBase

from devices.ring import NAME, Ring
from kitchen.actions.rights import role_of
from kitchen.models import Run, RunEntry

#: How often the log and the ring are looked at, s; a line to say that it is still there, s; and how long one stream
#: lives before the browser is to ask anew, s.
LOG_EVERY, RING_EVERY, STILL_THERE, LIFE = 0.25, 0.04, 15.0, 600.0
#: Set when the server is to stop: it waits for answers under way, and a stream is one that never ends by itself.
ending = threading.Event()


async def run_stream(request: HttpRequest, run_id: int) -> HttpResponseBase:
    """Ids of a run's events as they are written down; whoever hears one asks for how the run stands."""
    if not await _is_of_this_kitchen(request):
        return _stranger()
    if not await sync_to_async(_there)(run_id):
        return JsonResponse({"code": "missing", "message": "There is no such run.", "fields": []}, status=404)
    return _streaming(_run(run_id, _last_id(request)))


async def device_stream(request: HttpRequest) -> HttpResponseBase:
    """Readings of all devices."""
    if not await _is_of_this_kitchen(request):
        return _stranger()
    return _streaming(_devices(_last_id(request)))


def _streaming(parts: AsyncIterator[str]) -> StreamingHttpResponse:
    answer = StreamingHttpResponse(parts, content_type="text/event-stream")
    answer["Cache-Control"] = "no-store"
    answer["X-Accel-Buffering"] = "no"
    return answer


def _stranger() -> JsonResponse:
    return JsonResponse({"code": "refused", "message": "Sign in first.", "fields": []}, status=401)


@sync_to_async
def _is_of_this_kitchen(request: HttpRequest) -> bool:
    close_old_connections()
    return isinstance(request.user, User) and role_of(request.user) is not None


def _there(run_id: int) -> bool:
    close_old_connections()
    return Run.objects.filter(pk=run_id).exists()


def _last_id(request: HttpRequest) -> int:
    said = request.headers.get("Last-Event-ID") or request.GET.get("after") or "0"
    return int(said) if said.isascii() and said.isdigit() and len(said) < 18 else 0


def _newer(run_id: int, after: int) -> list[dict[str, Any]]:
    close_old_connections()
    rows = RunEntry.objects.filter(run=run_id, seq__gt=after).order_by("seq")[:500]
    return [dict(r) for r in rows.values("seq", "key", "what", "step")]


async def _run(run_id: int, after: int) -> AsyncIterator[str]:
    yield "retry: 1000\n\n"
    quiet = 0.0
    lived = 0.0
    while lived < LIFE and not ending.is_set():
        for row in await sync_to_async(_newer)(run_id, after):
            after = row["seq"]
            quiet = 0.0
            yield f"id: {after}\nevent: run\ndata: {json.dumps(row)}\n\n"
        await asyncio.sleep(LOG_EVERY)
        quiet += LOG_EVERY
        lived += LOG_EVERY
        if quiet >= STILL_THERE:
            quiet = 0.0
            yield ": still there\n\n"


async def _devices(after: int) -> AsyncIterator[str]:
    yield "retry: 1000\n\n"
    ring = await asyncio.to_thread(Ring, settings.DATA / NAME)
    try:
        if after == 0 or after > ring.last:
            after = max(ring.last - 8, 0)
        lived = quiet = 0.0
        while lived < LIFE and not ending.is_set():
            found = list(ring.since(after))
            if found:
                after = found[-1].number
                quiet = 0.0
                # Only the newest of each device is drawn; the others are in the ring for whoever wants them.
                newest = {t.device: t for t in found}
                data = [{"device": t.device, "at": t.at, "state": t.state, "value": t.value} for t in newest.values()]
                yield f"id: {after}\nevent: readings\ndata: {json.dumps(data)}\n\n"
            await asyncio.sleep(RING_EVERY)
            lived += RING_EVERY
            quiet += RING_EVERY
            if quiet >= STILL_THERE:
                quiet = 0.0
                yield ": still there\n\n"
    finally:
        ring.close()
