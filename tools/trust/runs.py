"""A run at the bench, and the server killed at random moments of it: every acknowledged act is in the log once, in its
place, and the run goes on at the step it was at."""

from __future__ import annotations

import random
import threading
import time
from dataclasses import dataclass, field
from typing import Any

from tools.trust.server import Asker, Server


@dataclass
class Acknowledged:
    """What the server said it has written down: place in the log by key, and the step it said was at hand last."""

    seqs: dict[str, int] = field(default_factory=dict)
    current: str = ""
    waiting: list[dict[str, Any]] = field(default_factory=list)
    made: int = 0


def run_kills(server: Server, sessions: dict[str, str], times: int, until: float) -> str:
    """Kill a server so many times in mid-run. The sentence to print."""
    chance = random.Random(18)  # noqa: S311  repeatable, not secret
    server.start()
    cook = Asker(server.port, sessions["owner"])
    status, run = cook.ask("POST", "/runs", {"dough_id": 1, "key": "trust-run"})
    if status != 201:
        server.kill()
        return f"▲ no run could be started: {run}"
    server.kill()
    told, wrong, unsound, done = Acknowledged(), [], 0, 0
    steps = [s["id"] for s in run["script"]["steps"]]
    for _ in range(times):
        if time.monotonic() > until:
            break
        server.start()
        wrong += _differs(server, sessions, run["id"], told)
        stop = threading.Event()
        writer = threading.Thread(target=_bench, args=(server, sessions, run["id"], told, steps, stop, chance.random()))
        writer.start()
        time.sleep(chance.uniform(0.05, 0.8))
        server.kill()
        stop.set()
        writer.join(30)
        unsound += server.sound() != "ok"
        done += 1
    server.start()
    wrong += _differs(server, sessions, run["id"], told)
    server.kill()
    good = not wrong and not unsound
    return (
        f"{'✓' if good else '▲'} killed {done} times in a run: {len(told.seqs)} acts acknowledged, {len(wrong)} lost, "
        f"doubled or out of place, {unsound} times the database was not sound{'' if good else f': {wrong[:3]}'}"
    )


def _bench(
    server: Server, sessions: dict[str, str], run: int, told: Acknowledged, steps: list[str], stop: threading.Event,
    seed: float,
) -> None:  # fmt: skip
    """A tablet: acts one after another; what was not answered is sent again first, under its own key."""
    cook = Asker(server.port, sessions["owner"])
    chance = random.Random(seed)  # noqa: S311
    while not stop.is_set():
        while len(told.waiting) < 3:
            told.made += 1
            step = steps[(told.made // 2) % len(steps)]
            what = "begun" if told.made % 2 else "done"
            told.waiting.append({"key": f"t{told.made}", "what": what, "step": step, "values": {}})
        some = told.waiting[: chance.randint(1, 3)]
        try:
            status, got = cook.ask("POST", f"/runs/{run}/events", {"events": some})
        except OSError:
            return
        if status == 200:
            told.seqs |= {e["key"]: e["seq"] for e in got["events"]}
            told.current = got["run"]["current"]
            told.waiting = told.waiting[len(some) :]


def _differs(server: Server, sessions: dict[str, str], run: int, told: Acknowledged) -> list[str]:
    """Where the log differs from what was acknowledged."""
    cook = Asker(server.port, sessions["owner"])
    log = cook.ask("GET", f"/runs/{run}/events")[1]
    found = {e["key"]: e["seq"] for e in log}
    wrong = [f"{k} was {seq}, is {found.get(k)}" for k, seq in told.seqs.items() if found.get(k) != seq]
    if [e["seq"] for e in log] != list(range(1, len(log) + 1)):
        wrong.append("the log has gaps or doubles")
    sent = {w["key"] for w in told.waiting}
    # What was written down but never answered may stand there; nothing else may.
    wrong += [f"{k} was never sent" for k in found if k not in told.seqs and k not in sent]
    if (
        told.current
        and not (set(found) - set(told.seqs))
        and cook.ask("GET", f"/runs/{run}")[1]["current"] != told.current
    ):
        wrong.append(f"the run was at {told.current}")
    return wrong
