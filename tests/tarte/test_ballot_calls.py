"""Ballots' calls on their short way: the same answers, plain errors, and everything else goes on to the kitchen."""

from __future__ import annotations

import asyncio
import json
from collections.abc import Mapping
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest

from kitchen.api.ballots import views
from tarte import ballot_calls
from tarte.door import Receive, Send


def asked(path: str, monkeypatch: pytest.MonkeyPatch, fails: bool = False) -> tuple[list[Mapping[str, Any]], bool]:
    """What was sent, and whether the application behind was asked."""
    sent: list[Mapping[str, Any]] = []
    through: list[str] = []

    async def app(scope: dict[str, Any], receive: Receive, send: Send) -> None:
        through.append(scope["path"])

    async def send(message: Mapping[str, Any]) -> None:
        sent.append(message)

    async def receive() -> dict[str, Any]:
        return {"type": "http.request", "body": b""}

    def found(token: str) -> None:
        if fails:
            raise RuntimeError("the disk is gone")

    monkeypatch.setattr(views, "ballot_of", found)
    scope = {
        "type": "http", "method": "GET", "path": path, "headers": [], "query_string": b"", "client": ("10.0.0.9", 5000),
    }  # fmt: skip

    async def call() -> None:
        await ballot_calls.ballot_calls(app)(scope, receive, send)

    # In a thread of its own: a browser test before it leaves a loop running in this one.
    with ThreadPoolExecutor(1) as pool:
        pool.submit(asyncio.run, call()).result()
    return sent, bool(through)


def test_a_call_is_answered_here_with_the_headers_of_an_answer(monkeypatch: pytest.MonkeyPatch) -> None:
    sent, through = asked("/b/1.x/look", monkeypatch)
    assert not through
    assert sent[0]["status"] == 404
    headers = dict(sent[0]["headers"])
    assert headers[b"cache-control"] == b"no-store"
    assert headers[b"content-security-policy"] == b"default-src 'none'"
    assert b"set-cookie" not in headers
    assert json.loads(sent[1]["body"])["code"] == "missing"


@pytest.mark.parametrize("path", ["/b/1.x", "/b/1.x/other", "/api/session", "/b/1/2/look", "/"])
def test_everything_else_goes_on(path: str, monkeypatch: pytest.MonkeyPatch) -> None:
    sent, through = asked(path, monkeypatch)
    assert through
    assert not sent


def test_a_fault_is_said_in_words_and_the_phone_keeps_what_it_has(monkeypatch: pytest.MonkeyPatch) -> None:
    sent, _ = asked("/b/1.x/look", monkeypatch, fails=True)
    assert sent[0]["status"] == 500
    assert "kept on this phone" in json.loads(sent[1]["body"])["message"]
