"""The server says in the log when it starts and when it stops."""

from __future__ import annotations

import asyncio
import logging
from collections.abc import Mapping
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest

from tarte.asgi import application


def test_start_and_stop_are_a_line_each(caplog: pytest.LogCaptureFixture) -> None:
    coming = iter(({"type": "lifespan.startup"}, {"type": "lifespan.shutdown"}))
    answered: list[str] = []

    async def receive() -> dict[str, Any]:
        return next(coming)

    async def send(message: Mapping[str, Any]) -> None:
        answered.append(message["type"])

    # In a thread of its own: a worker that has driven a browser has a loop running already.
    with caplog.at_level(logging.INFO, "tarte"), ThreadPoolExecutor(1) as pool:
        pool.submit(asyncio.run, application({"type": "lifespan"}, receive, send)).result()
    assert answered == ["lifespan.startup.complete", "lifespan.shutdown.complete"]
    assert [r.message for r in caplog.records] == ["started", "stopped"]
