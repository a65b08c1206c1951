"""The listener for ballots: ballots and their page's files, no other address, and no cookie either way."""

from __future__ import annotations

import asyncio
from collections.abc import Mapping
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest

from tarte.ballots import BallotListener, only_ballots
from tarte.door import Receive, Send


def asked(path: str) -> tuple[list[Mapping[str, Any]], list[dict[str, Any]]]:
    """What was sent for a path, and the scopes that came through to the application."""
    sent: list[Mapping[str, Any]] = []
    through: list[dict[str, Any]] = []

    async def app(scope: dict[str, Any], receive: Receive, send: Send) -> None:
        through.append(scope)
        headers = [(b"set-cookie", b"sessionid=1"), (b"content-type", b"text/plain")]
        await send({"type": "http.response.start", "status": 200, "headers": headers})
        await send({"type": "http.response.body", "body": b"x"})

    async def send(message: Mapping[str, Any]) -> None:
        sent.append(message)

    async def receive() -> dict[str, Any]:
        return {"type": "http.request", "body": b""}

    scope = {"type": "http", "path": path, "headers": [(b"Cookie", b"sessionid=stolen"), (b"accept", b"*/*")]}

    async def call() -> None:
        await only_ballots(app)(scope, receive, send)

    # In a thread of its own: a browser test before it leaves a loop running in this one.
    with ThreadPoolExecutor(1) as pool:
        pool.submit(asyncio.run, call()).result()
    return sent, through


@pytest.mark.parametrize("path", ["/b/1.x/look", "/assets/ballot.js"])
def test_ballots_come_through_without_cookies(path: str) -> None:
    sent, through = asked(path)
    assert through[0]["headers"] == [(b"accept", b"*/*")]
    assert sent[0]["headers"] == [(b"content-type", b"text/plain")]


@pytest.mark.parametrize("path", ["/", "/api/session", "/api/doughs", "/dough/1/target", "/b", "/static/x", "//b/1"])
def test_nothing_else_does(path: str) -> None:
    sent, through = asked(path)
    assert not through
    assert sent[0]["status"] == 404


def test_it_listens_only_where_a_port_is_said_and_free() -> None:
    async def app(scope: dict[str, Any], receive: Receive, send: Send) -> None:
        raise AssertionError

    assert BallotListener(app, {}).port == 0
    first = BallotListener(app, {"TARTE_BALLOT_PORT": "0"})._taken()
    assert first is not None
    port = first.getsockname()[1]
    assert BallotListener(app, {"TARTE_BALLOT_PORT": str(port)})._taken() is None
    first.close()
