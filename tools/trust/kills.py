"""Killed in the middle of writing, again and again: what was acknowledged is there, and the database is sound."""

from __future__ import annotations

import random
import threading
import time
from dataclasses import dataclass, field
from typing import Any

from tools.trust.server import Asker, Server


@dataclass
class Told:
    """What the server said it has: the last draft by dough, versions, bakes and photos by key."""

    drafts: dict[int, tuple[int, float]] = field(default_factory=dict)
    versions: list[tuple[int, int]] = field(default_factory=list)
    bakes: list[tuple[int, str]] = field(default_factory=list)
    photos: list[str] = field(default_factory=list)
    count: int = 0


def kills(server: Server, sessions: dict[str, str], times: int, until: float) -> str:
    """Kill a server so many times while three writers write. The sentence to print."""
    chance = random.Random(7)  # noqa: S311  repeatable, not secret
    told, lost, unsound, done = Told(), [], 0, 0
    for n in range(times):
        if time.monotonic() > until:
            break
        server.start()
        lost += _missing(server, sessions, told)
        stop = threading.Event()
        writers = [
            threading.Thread(target=_write, args=(server, sessions, told, dough, n, stop, chance.random()))
            for dough in (1, 2, 3)
        ]
        for w in writers:
            w.start()
        time.sleep(chance.uniform(0.05, 1.2))
        server.kill()
        stop.set()
        for w in writers:
            w.join(30)
        unsound += server.sound() != "ok"
        done += 1
    server.start()
    lost += _missing(server, sessions, told)
    server.kill()
    good = not lost and not unsound
    return (
        f"{'✓' if good else '▲'} killed {done} times in writing: {told.count} writes acknowledged, {len(lost)} lost, "
        f"{unsound} times the database was not sound{'' if good else f': {lost[:3]}'}"
    )


def _write(
    server: Server, sessions: dict[str, str], told: Told, dough: int, round_: int, stop: threading.Event, seed: float
) -> None:
    cook = Asker(server.port, sessions["owner"])
    chance = random.Random(seed)  # noqa: S311
    n = 0
    while not stop.is_set():
        n += 1
        try:
            _one(cook, told, dough, f"{round_}-{n}", chance)
        except OSError:
            return


def _one(cook: Asker, told: Told, dough: int, key: str, chance: random.Random) -> None:
    _, now = cook.ask("GET", f"/doughs/{dough}")
    grams = round(chance.uniform(50, 400), 2)
    lines = [{**line, "grams": grams} for line in now["draft"]["lines"]]
    body = {k: now[k] for k in ("revision", "name", "style", "target")} | {"draft": {**now["draft"], "lines": lines}}
    status, saved = cook.ask("PUT", f"/doughs/{dough}/draft", body)
    if status == 200:
        told.drafts[dough] = (saved["revision"], grams)
        told.count += 1
    what = chance.random()
    if what < 0.2:
        status, kept = cook.ask("POST", f"/doughs/{dough}/versions", {"revision": saved["revision"], "note": key})
        if status == 201:
            told.versions.append((dough, len(kept["versions"])))
            told.count += 1
    elif what < 0.5:
        status, _ = cook.ask("POST", f"/doughs/{dough}/bakes", bake(f"kill-{dough}-{key}"))
        if status == 201:
            told.bakes.append((dough, f"kill-{dough}-{key}"))
            told.count += 1
    elif what < 0.53:
        status, photo = cook.ask(
            "POST", f"/doughs/{dough}/photos/simulated", {"key": f"photo-{dough}-{key}", "pieces": 1}
        )
        if status == 201:
            told.photos.append(str(photo["id"]))
            told.count += 1


def bake(key: str) -> dict[str, Any]:
    """A plausible bake of the first version."""
    batch = {"version": 1, "mixed_on": "2026-03-03", "weighed": {}, "butter_temp_c": "19"}
    measured = {"diameter_mm": "82 84", "height_mm": "10"}
    return {
        "key": key,
        "batch": batch,
        "baked_on": "2026-03-04",
        "minutes": "12",
        "oven_c": "178",
        "measured": measured,
    }


def _missing(server: Server, sessions: dict[str, str], told: Told) -> list[str]:
    """What was acknowledged and is not there."""
    cook = Asker(server.port, sessions["owner"])
    lost = []
    for dough, (revision, grams) in told.drafts.items():
        now = cook.ask("GET", f"/doughs/{dough}")[1]
        same = now["revision"] > revision or all(line["grams"] == grams for line in now["draft"]["lines"])
        if now["revision"] < revision or not same:
            lost.append(f"draft {revision} of dough {dough}")
    for dough in {d for d, _ in told.versions}:
        held = len(cook.ask("GET", f"/doughs/{dough}")[1]["versions"])
        if held < max(n for d, n in told.versions if d == dough):
            lost.append(f"a version of dough {dough}")
    for dough, key in told.bakes[-30:]:
        # The same key answers with the bake there is; were it lost, its number would be a new one.
        before = cook.ask("GET", f"/doughs/{dough}/bakes?limit=1")[1]["count"]
        cook.ask("POST", f"/doughs/{dough}/bakes", bake(key))
        if cook.ask("GET", f"/doughs/{dough}/bakes?limit=1")[1]["count"] != before:
            lost.append(f"bake {key}")
    lost += [f"photo {p}" for p in told.photos[-5:] if _no_picture(cook, p)]
    return lost


def _no_picture(cook: Asker, photo: str) -> bool:
    return cook.ask("GET", f"/photos/{photo}/picture")[0] != 200
