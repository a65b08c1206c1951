"""Calls of ballots on a short way: sixty phones send at once, and none of what the kitchen's pages need (session,
sign-in, forms) is asked of them. A few threads that keep their connection to the database answer in turn."""

from __future__ import annotations

import asyncio
import io
import logging
import re
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from django.core.handlers.asgi import ASGIRequest
from django.db import connection
from django.http import HttpResponse, JsonResponse
from django.urls import resolve

from tarte.door import HEADERS, App, Receive, Send

CALL = re.compile(r"/b/[^/]+/(?:look|begin|answer|withdraw)\Z")
#: Threads: writing is one at a time anyway.
THREADS = 4
AGAIN = "Something failed here that should not. What you said is kept on this phone: send it again in a moment."
log = logging.getLogger("kitchen.faults")


def ballot_calls(app: App) -> App:
    """The application, with the calls of ballots answered before it."""
    pool = ThreadPoolExecutor(THREADS, thread_name_prefix="ballots")

    async def short(scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] != "http" or not CALL.match(scope["path"]):
            await app(scope, receive, send)
            return
        message = await receive()
        if message["type"] == "http.disconnect":
            return
        request = ASGIRequest(scope, io.BytesIO(message.get("body", b"")))
        answer = await asyncio.get_running_loop().run_in_executor(pool, _answered, request)
        headers = [h for h in HEADERS if h[0] != b"connection"]
        headers.append((b"content-length", str(len(answer.content)).encode()))
        await send({"type": "http.response.start", "status": answer.status_code, "headers": headers})
        await send({"type": "http.response.body", "body": answer.content, "more_body": False})

    return short


def _answered(request: ASGIRequest) -> HttpResponse:
    found = resolve(request.path_info)
    try:
        return found.func(request, **found.kwargs)  # type: ignore[no-any-return]
    except Exception:
        # A fault here must not lose what a phone holds: it is told to send again.
        log.exception("a ballot's call failed")
        connection.close()
        said: dict[str, object] = {"code": "fault", "message": AGAIN, "fields": [], "theirs": None}
        return JsonResponse(said, status=500)
