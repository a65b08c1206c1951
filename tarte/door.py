"""The door: how much may be sent to which address, and how slowly, before anything is read or kept.

Django would take a whole body to disk before it asks who is there. Here a body is taken in whole first, held to what
its address may be sent, and only then handed on.
"""

from __future__ import annotations

import asyncio
import json
import re
from collections.abc import Awaitable, Callable, Mapping
from typing import Any

Receive = Callable[[], Awaitable[dict[str, Any]]]
Send = Callable[[Mapping[str, Any]], Awaitable[None]]
App = Callable[[dict[str, Any], Receive, Send], Awaitable[None]]
#: Bytes: a dough's file, a picture with the form around it, anything else for the API, a ballot, and what any other
#: address has no use for.
FILE, PICTURE, DOCUMENT = 60_000_000, 15_100_000, 1_000_000
BALLOT, NOTHING = 20_000, 4_096
FILES = re.compile(r"/api/doughs/bring\Z")
PICTURES = re.compile(r"/api/(?:doughs/\d+/photos|ovens/\d+/trays|recipes/pdf)\Z")
#: Seconds between two parts of a body, and for the whole of it.
PART_S, WHOLE_S = 15.0, 120.0
HEADERS = (
    (b"content-type", b"application/json; charset=utf-8"), (b"x-content-type-options", b"nosniff"),
    (b"content-security-policy", b"default-src 'none'"), (b"cache-control", b"no-store"), (b"connection", b"close"),
)  # fmt: skip


class _Refused(Exception):
    def __init__(self, status: int, code: str, message: str) -> None:
        super().__init__(message)
        self.status, self.code, self.message = status, code, message


def guarded(app: App, part_s: float = PART_S, whole_s: float = WHOLE_S) -> App:
    """The same application behind the door."""

    async def door(scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await app(scope, receive, send)
            return
        try:
            body = await asyncio.wait_for(_body(scope, receive, part_s), whole_s)
        except (TimeoutError, _Refused) as refusal:
            late = _Refused(408, "request", "What was sent did not arrive in time. Send it again.")
            await _answer(send, refusal if isinstance(refusal, _Refused) else late)
            return
        if body is not None:
            await app(scope, _replayed(body, receive), send)

    return door


def most(path: str) -> int:
    """How many bytes may be sent to an address."""
    if FILES.match(path):
        return FILE
    if PICTURES.match(path):
        return PICTURE
    if path.startswith("/b/"):
        return BALLOT
    return DOCUMENT if path.startswith("/api/") else NOTHING


async def _body(scope: dict[str, Any], receive: Receive, part_s: float) -> bytes | None:
    """All that is sent, or None where the asker has left."""
    headers = {k.lower(): v for k, v in scope.get("headers", ())}
    limit = most(scope["path"])
    if limit > DOCUMENT and b"sessionid=" not in headers.get(b"cookie", b""):
        limit = DOCUMENT
    said = headers.get(b"content-length", b"0")
    if said.isdigit() and int(said[:20]) > limit:
        raise _too_big(limit)
    parts: list[bytes] = []
    size = 0
    while True:
        message = await asyncio.wait_for(receive(), part_s)
        if message["type"] == "http.disconnect":
            return None
        part = message.get("body", b"")
        size += len(part)
        if size > limit:
            raise _too_big(limit)
        parts.append(part)
        if not message.get("more_body", False):
            return b"".join(parts)


def _too_big(limit: int) -> _Refused:
    words = f"{limit / 1_000_000:.0f} MB" if limit >= 1_000_000 else f"{limit / 1000:.0f} kB"
    return _Refused(413, "too_big", f"That is more than can be sent at once: this takes up to {words}.")


def _replayed(body: bytes, receive: Receive) -> Receive:
    """The body as one message; after it whatever comes, which is the asker leaving."""
    given = False

    async def again() -> dict[str, Any]:
        nonlocal given
        if given:
            return await receive()
        given = True
        return {"type": "http.request", "body": body, "more_body": False}

    return again


async def _answer(send: Send, refusal: _Refused) -> None:
    said: dict[str, object] = {"code": refusal.code, "message": refusal.message, "fields": [], "theirs": None}
    await send({"type": "http.response.start", "status": refusal.status, "headers": list(HEADERS)})
    await send({"type": "http.response.body", "body": json.dumps(said).encode(), "more_body": False})
