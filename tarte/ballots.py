"""A listener of its own for ballots: guests' phones reach it without TLS and without a certificate, and nothing else.

It speaks plain HTTP, as no guest's phone trusts the kitchen's certificate; what goes over it is a made-up name and an
opinion. One process of the server holds its port; when that one ends, another takes over.
"""

from __future__ import annotations

import asyncio
import contextlib
import logging
import os
import socket
from collections.abc import Iterator, Mapping
from typing import Any

import uvicorn

from tarte.door import App, Receive, Send

log = logging.getLogger("tarte")
OPEN = ("/b/", "/assets/")
#: Seconds until a process looks again whether the port is free.
AGAIN_S = 2.0
NOT_FOUND = b'{"code":"missing","message":"There is nothing at this address.","fields":[],"theirs":null}'


def only_ballots(app: App) -> App:
    """The application as far as ballots go: no other address, and no cookie either way."""

    async def narrow(scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            return
        if not scope["path"].startswith(OPEN):
            headers = [(b"content-type", b"application/json; charset=utf-8"), (b"cache-control", b"no-store")]
            await send({"type": "http.response.start", "status": 404, "headers": headers})
            await send({"type": "http.response.body", "body": NOT_FOUND, "more_body": False})
            return
        kept = [(k, v) for k, v in scope.get("headers", ()) if k.lower() != b"cookie"]

        async def without_cookies(message: Mapping[str, Any]) -> None:
            if message["type"] == "http.response.start":
                sent = [(k, v) for k, v in message.get("headers", ()) if k.lower() != b"set-cookie"]
                message = {**message, "headers": sent}
            await send(message)

        await app({**scope, "headers": kept}, receive, without_cookies)

    return narrow


class _Server(uvicorn.Server):
    """A second server in a process that has one: signals are the first one's."""

    @contextlib.contextmanager
    def capture_signals(self) -> Iterator[None]:
        yield


class BallotListener:
    """Serves ballots at TARTE_BALLOT_PORT of TARTE_BALLOT_BIND, where these are said."""

    def __init__(self, app: App, env: Mapping[str, str] = os.environ) -> None:
        self.app, self.bind = only_ballots(app), env.get("TARTE_BALLOT_BIND", "127.0.0.1")
        said = env.get("TARTE_BALLOT_PORT", "")
        self.port = int(said) if said.isdigit() else 0
        self._task: asyncio.Task[None] | None = None
        self._server: uvicorn.Server | None = None

    def start(self) -> None:
        """Begin, in the running loop."""
        if self.port:
            self._task = asyncio.get_running_loop().create_task(self._serve())

    async def stop(self) -> None:
        """End what is being served."""
        if self._server is not None:
            self._server.should_exit = True
        if self._task is not None:
            if self._server is None:
                self._task.cancel()
            with contextlib.suppress(asyncio.CancelledError, TimeoutError):
                await asyncio.wait_for(self._task, 5)

    async def _serve(self) -> None:
        while True:
            taken = self._taken()
            if taken is not None:
                break
            await asyncio.sleep(AGAIN_S)
        config = uvicorn.Config(self.app, log_level="warning", lifespan="off", server_header=False)
        self._server = _Server(config)
        log.info("ballots at port %d", self.port)
        await self._server.serve(sockets=[taken])

    def _taken(self) -> socket.socket | None:
        """The port, or None while another process has it."""
        sock = socket.socket(socket.AF_INET6 if ":" in self.bind else socket.AF_INET)
        sock.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            sock.bind((self.bind, self.port))
            sock.listen(128)
        except OSError:
            sock.close()
            return None
        return sock
