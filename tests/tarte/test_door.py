"""How much may be sent where, and how slowly."""

from __future__ import annotations

import asyncio
import json
from collections.abc import Mapping
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest

from tarte.door import DOCUMENT, NOTHING, PICTURE, App, Receive, Send, guarded, most

Parts = list[bytes]


def sent(path: str, parts: Parts, headers: dict[str, str] | None = None, stalls: bool = False) -> tuple[int, Any, int]:
    """Status, body of the answer and how many bytes the application behind the door was given (−1: never asked)."""
    reached = [-1]

    async def app(scope: dict[str, Any], receive: Receive, send: Send) -> None:
        message = await receive()
        reached[0] = len(message["body"])
        await send({"type": "http.response.start", "status": 200, "headers": []})
        await send({"type": "http.response.body", "body": b"{}"})

    coming = [
        {"type": "http.request", "body": p, "more_body": stalls or n < len(parts) - 1} for n, p in enumerate(parts)
    ]
    answered: list[Mapping[str, Any]] = []

    async def receive() -> dict[str, Any]:
        if coming:
            return coming.pop(0)
        await asyncio.sleep(3600)
        raise AssertionError

    async def send(message: Mapping[str, Any]) -> None:
        answered.append(message)

    said = [(k.encode(), v.encode()) for k, v in (headers or {}).items()]
    scope = {"type": "http", "path": path, "headers": said}
    door: App = guarded(app, part_s=0.05)
    with ThreadPoolExecutor(1) as pool:
        pool.submit(asyncio.run, door(scope, receive, send)).result()  # type: ignore[arg-type]
    return answered[0]["status"], json.loads(answered[1]["body"] or b"null"), reached[0]


def test_an_ordinary_body_arrives_whole() -> None:
    assert sent("/api/preview", [b"a" * 1000, b"b" * 500]) == (200, {}, 1500)


@pytest.mark.parametrize(
    ("path", "headers", "limit"),
    [
        ("/api/preview", {"cookie": "sessionid=x"}, DOCUMENT),
        ("/", {"cookie": "sessionid=x"}, NOTHING),
        ("/api/doughs/1/photos", {"cookie": "sessionid=x"}, PICTURE),
        ("/api/doughs/1/photos", {}, DOCUMENT),
        ("/assets/index.js", {}, NOTHING),
    ],
)
def test_too_much_is_refused_before_anyone_reads_it(path: str, headers: dict[str, str], limit: int) -> None:
    assert sent(path, [b"x" * limit], headers)[0] == 200
    for parts, more in (([b"x" * limit, b"x"], {}), ([b"x"], {"content-length": str(limit + 1)})):
        status, said, reached = sent(path, parts, headers | more)
        assert (status, said["code"], reached) == (413, "too_big", -1)
        assert "this takes up to" in said["message"]


def test_a_body_that_never_ends_is_let_go() -> None:
    status, said, reached = sent("/api/preview", [b"{"], stalls=True)
    assert (status, reached) == (408, -1)
    assert "did not arrive in time" in said["message"]


def test_a_length_that_is_no_number_is_not_trusted() -> None:
    assert sent("/api/preview", [b"x" * (DOCUMENT + 1)], {"content-length": "9" * 5000 + "x"})[0] == 413
    assert most("/api/doughs/1/photos/simulated") == DOCUMENT
