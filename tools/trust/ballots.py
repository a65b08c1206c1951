"""Guests who answer a panel in the same instant, by links alone; and a server that is killed while they do."""

from __future__ import annotations

import asyncio
import json
import random
import sqlite3
import time
from contextlib import closing
from typing import Any

from tools.trust.server import Asker, Server

#: What sixty phones at once are held to, s, and how long a guest goes on trying.
HELD_TO_S, TRIES_S = 0.3, 120.0


def tasting(server: Server, sessions: dict[str, str], guests: int, kills: int) -> str:
    """A triangle answered by so many at once, the server killed so often meanwhile. The sentence to print."""
    server.start()
    links = _panel(Asker(server.port, sessions["owner"]), guests)
    times: list[float] = []
    said = asyncio.run(_all(server, links, kills, times))
    server.kill()
    with closing(sqlite3.connect(server.data / "kitchen.sqlite3", timeout=30)) as db:
        rows = db.execute("SELECT id, reply FROM kitchen_ballot WHERE finished_at IS NOT NULL").fetchall()
    kept = {str(i): json.loads(reply)["choice"] for i, reply in rows}
    lost = sum(kept.get(token.partition(".")[0]) != choice for token, choice in said.items())
    p95 = sorted(times)[int(0.95 * len(times))]
    sound = len(said) == guests and not lost and server.sound() == "ok"
    # Told, not judged: a busy machine is no failure.
    speed = "" if kills else f", p95 {1000 * p95:.0f} ms (held to {1000 * HELD_TO_S:.0f})"
    told = f"killed {kills} times meanwhile, " if kills else ""
    return (
        f"{'✓' if sound else '▲'} {guests} guests answer at once, {told}{len(said)} acknowledged, {lost} lost{speed}, "
        f"database {server.sound()}"
    )


def _panel(cook: Asker, guests: int) -> list[str]:
    """A panel of two samples, opened; the secret part of every ballot's link."""
    samples = [{"name": n, "version": 1} for n in ("One", "Other")]
    body = {"key": f"trust-panel-{time.monotonic_ns()}", "name": "At once",
            "said": {"question": "triangle", "samples": samples, "tasters": guests}}  # fmt: skip
    panel = cook.ask("POST", "/doughs/1/panels", body)[1]["id"]
    cook.ask("POST", f"/panels/{panel}/open")
    urls = [cook.ask("GET", f"/panels/{panel}/ballots/{n}/link")[1]["url"] for n in range(1, guests + 1)]
    return [str(u).rpartition("/")[2] for u in urls]


async def _all(server: Server, links: list[str], kills: int, times: list[float]) -> dict[str, int]:
    """All guests through look, begin and answer together; what was acknowledged of each."""
    chance = random.Random(5)  # noqa: S311
    said: dict[str, int] = {}

    async def guest(n: int, token: str) -> None:
        device, until = f"phone-{n}-of-trust", time.monotonic() + TRIES_S
        await _until(server, token, "look", None, device, times, until)
        body: dict[str, Any] = {"device": device, "nick": "g", "agrees": True}
        told = await _until(server, token, "begin", body, device, times, until)
        if kills:
            await asyncio.sleep(chance.random() * 3.0 * kills)
        choice = chance.choice(told["codes"])
        body = {"device": device, "key": f"reply-{n}-of-trust", "reply": {"choice": choice}}
        await _until(server, token, "answer", body, device, times, until)
        said[token] = choice

    async def killer() -> None:
        for _ in range(kills):
            await asyncio.sleep(2.0)
            await asyncio.to_thread(server.kill)
            await asyncio.to_thread(server.start)

    await asyncio.gather(killer(), *(guest(n, t) for n, t in enumerate(links)))
    return said


async def _until(
    server: Server, token: str, call: str, body: Any, device: str, times: list[float], until: float
) -> dict[str, Any]:
    """Ask again until it is acknowledged, as a phone does. Raises RuntimeError where that takes too long."""
    while time.monotonic() < until:
        began = time.monotonic()
        try:
            status, told = await _ask(server.port, token, call, body, device)
        except (OSError, ValueError, IndexError):
            await asyncio.sleep(0.2)
            continue
        if status == 200:
            times.append(time.monotonic() - began)
            return told
        await asyncio.sleep(0.2)
    raise RuntimeError(f"{call} was never acknowledged")


async def _ask(port: int, token: str, call: str, body: Any, device: str) -> tuple[int, dict[str, Any]]:
    reader, writer = await asyncio.open_connection("127.0.0.1", port)
    data = b"" if body is None else json.dumps(body).encode()
    head = (
        f"{'GET' if body is None else 'POST'} /b/{token}/{call} HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n"
        f"X-Device: {device}\r\nContent-Type: application/json\r\nContent-Length: {len(data)}\r\n\r\n"
    )
    writer.write(head.encode() + data)
    await writer.drain()
    answer = await reader.read()
    writer.close()
    top, _, text = answer.partition(b"\r\n\r\n")
    return int(top.split()[1]), json.loads(text)
