"""Cookies that stand for points of a scale: kinds everyone has met, and the ones the cook lays out to compare with."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from dough.facts.errors import EntryError
from dough.facts.styles import Style, styles
from dough.judgement.trials.scales import SCALES, Scale

#: A kind stands for a point where its usual cookie is so near to it, of 100 (rule of thumb, L).
NEAR = 10.0
MOST = 8


@dataclass(frozen=True, slots=True)
class LaidOut:
    """A cookie that lies open: what it is called, and the point of a scale that it stands for."""

    scale: str
    value: float
    name: str


def kinds_at(key: str, points: Sequence[float]) -> tuple[str, ...]:
    """For each point of a scale the kind of cookie whose usual one is nearest to it, and nearest to no other point;
    empty where none is near, or where kinds are not known by this scale."""
    known = [s for s in styles().values() if isinstance(getattr(s, key, None), float | int)]
    return tuple(_kind_at(point, points, {s.name.lower(): _usual(s, key) for s in known}) for point in points)


def _kind_at(point: float, points: Sequence[float], usual: dict[str, float]) -> str:
    """The name whose figure is nearest to a point and nearer to it than to any other."""
    own = {n: abs(v - point) for n, v in usual.items() if _nearest(points, v) == point and abs(v - point) <= NEAR}
    return min(own, key=lambda n: (own[n], n), default="")


def _nearest(points: Sequence[float], to: float) -> float:
    return min(points, key=lambda p: abs(p - to))


def _usual(style: Style, key: str) -> float:
    return float(getattr(style, key))


def laid_out_words(scale: Scale, laid: Iterable[LaidOut]) -> tuple[str, ...]:
    """What lies open for a scale: “Tuesday's batch is “chewy””."""
    found = []
    for r in laid:
        if r.scale == scale.key:
            point = min(scale.points, key=lambda p: abs(p.value - r.value))
            found.append(f"{r.name} is “{point.word}”")
    return tuple(found)


def check_laid_out(laid: tuple[LaidOut, ...], scales: tuple[str, ...]) -> list[EntryError]:
    """What is wrong with cookies that are laid out; empty where nothing is."""
    if len(laid) > MOST:
        return [EntryError("references", f"{MOST} cookies to compare with are the most: a mouth tires.")]
    wrong = []
    elsewhere = "A cookie to compare with stands for a point of a scale that is asked."
    for r in laid:
        if not r.name.strip():
            wrong.append(EntryError("references", "Say which cookie lies open to compare with."))
        if r.scale not in scales or all(s.key != r.scale for s in SCALES):
            wrong.append(EntryError("references", elsewhere))
        if not 0 <= r.value <= 100:
            wrong.append(EntryError("references", "Its point is a number from 0 to 100."))
    return wrong
