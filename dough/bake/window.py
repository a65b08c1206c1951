"""When to pull: the best minute, the good minutes and the last one; apart from them, when egg is cooked.

All three are told on one scale: how many clear misses each measure of the target is off, minute by minute, in bakes
that were followed to the cooled cookie, so that carry-over counts. When egg is cooked is another question and neither
hides the other: a thick cookie is often pulled with a soft middle on purpose, and its core then stays under 71 °C.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.bake.batch import Baked
from dough.bake.contract import EggLine, Window
from dough.bake.makeup import PALE_L
from dough.bake.outputs import Array, crossing
from dough.bake.wished import BROWNED, MOISTURE, Measure

#: Core that guidance gives for moist egg dishes, °C; in a sugary, fatty dough it is no proof (dough.accounts.safety).
COOKED_C = 71.0
#: A measure is within reach up to this many clear misses, or so much beyond where it stands at the best minute.
REACH, BEYOND = 1.5, 0.75
#: Of minutes this near to the nearest (in clear misses) the first is the best one: no use in baking on.
AS_GOOD = 0.04
#: Clear misses on the far side after which it is past saving: too dark, or too dry.
FAR = 2.5
#: The rim has to carry the piece before it can be pulled (share set).
CARRIES = 0.75
#: Shortest bake that is followed to find the window, min, and how far past the planned minutes.
LOOK_LEAST, LOOK_SHARE, LOOK_MORE = 24.0, 2.2, 4.0
Flags = np.ndarray[Any, np.dtype[np.bool_]]
#: How far past the first end the bake is followed.
PAST = 1.25
#: Minutes between the points that the measures are read at.
FINE = 0.05


@dataclass(frozen=True, slots=True)
class Followed:
    """Measures of the cooled cookie by the minute it was pulled: minutes (n,), and per measure its values (n,)."""

    minutes: Array
    values: dict[str, Array]

    def fine(self, measures: Sequence[Measure]) -> tuple[Array, dict[str, Array]]:
        """On a fine grid of minutes: signed clear misses of each measure, above what is wanted positive."""
        fine = np.arange(float(self.minutes[0]), float(self.minutes[-1]) + 1e-9, FINE)
        return fine, {m.key: (np.interp(fine, self.minutes, self.values[m.key]) - m.wanted) / m.step for m in measures}


def counted(off: dict[str, Array]) -> dict[str, Array]:
    """Misses as they count: hardly browned is no fault where nobody can see it, browned too far is tasted."""
    return off if BROWNED not in off else {**off, BROWNED: np.minimum(off[BROWNED], 0.0)}


def look_minutes(minutes: float) -> float:
    """How long the bake is looked at to find its window, min."""
    return min(max(LOOK_SHARE * minutes + LOOK_MORE, LOOK_LEAST), 180.0)


def followed_minutes(b: Baked, i: int, measures: Sequence[Measure], count: int) -> Array:
    """Minutes worth following to the cooled cookie: from the rim just carrying to well past too dry or too dark.

    b is baked to ``look_minutes``; its oven state brackets what the cooled cookies then tell.
    """
    t = b.column("t")[i, : b.steps_bake + 1] / 60.0
    early = crossing(t, b.column("set_edge")[i][: len(t)], 0.4)
    first = 0.2 * float(t[-1]) if math.isnan(early) else early
    dry = next(m for m in measures if m.key == MOISTURE)
    w, c = b.column("w")[i, : b.steps_bake + 1], b.cases[i]
    matrix = 100.0 * w / (w + c.x_dry - c.x_inc)
    driest = dry.wanted - FAR * dry.step
    ends = [crossing(t, -matrix, -driest)] if driest > 0.6 else []
    crust = next((m for m in measures if m.key in ("crust_l", BROWNED)), None)
    if crust is not None:
        raw = c.raw_l if crust.key == "crust_l" else PALE_L
        rim = b.darkest + (raw - b.darkest) * np.exp(-b.column("edge_top_b")[i, : b.steps_bake + 1])
        ends.append(crossing(t, -rim, -(crust.wanted - (FAR + 2.5) * crust.step)))
    known = [e for e in ends if not math.isnan(e)]
    # A little past the first end: the cooled cookie takes some water up again.
    last = min([*(PAST * e for e in known), float(t[-1])])
    first = min(first, 0.7 * last)
    return np.linspace(max(first, 0.5), max(last, first + 1.0), count)


def find_window(
    followed: Followed,
    rim_set: Array,
    measures: Sequence[Measure],
    shifts: Sequence[dict[str, float | Array]],
    by_colour: bool,
) -> Window:
    """The window of a followed bake. rim_set is the rim's set by the followed minutes; shifts are moves of the
    measures, in their units, that one sd of each thing not known would make: they give the best minute its 80 % range.
    """
    t, missed = followed.fine(measures)
    off = counted(missed)
    carries = np.interp(t, followed.minutes, rim_set) >= CARRIES
    at = _nearest(off, measures, carries)
    best = float(t[at])
    last_at, last_because = _last(off)
    low, high = _run(_good(off, carries, at), at)
    if last_at is not None and last_at < high:
        high = max(last_at, at)
    spread = [_moved_best(t, missed, measures, carries, s) - best for s in shifts]
    half = 1.2816 * math.sqrt(sum(d * d for d in spread))
    return Window(
        float(t[low]), float(t[high]), _because(off, measures, carries, low, -1),
        _because(off, measures, carries, high, 1),
        best_min=best, best_low_min=max(best - half, float(t[0])), best_high_min=best + half,
        last_min=None if last_at is None else float(t[last_at]), last_because=last_because,
        note=_note(off, measures, at), by_colour=by_colour,
    )  # fmt: skip


def _distance(off: dict[str, Array], measures: Sequence[Measure]) -> Array:
    """Root of the weighed mean square of all misses at each minute."""
    total = sum(m.weight for m in measures)
    squares = sum((m.weight * off[m.key] ** 2 for m in measures), start=np.zeros_like(next(iter(off.values()))))
    return np.asarray(np.sqrt(squares / total))


def _nearest(off: dict[str, Array], measures: Sequence[Measure], carries: Flags) -> int:
    """Where the wanted cookie is nearest once the rim carries: the first of the minutes that are as good."""
    near = np.where(carries, _distance(off, measures), np.inf) if carries.any() else _distance(off, measures)
    return int(np.nonzero(near <= near.min() + AS_GOOD)[0][0])


def _good(off: dict[str, Array], carries: Flags, at: int) -> Flags:
    """Whether every measure is within reach, at each minute; the best one is."""
    good = carries.copy()
    good[at] = True
    for miss in off.values():
        size = np.abs(miss)
        good &= size <= max(REACH, float(size[at]) + BEYOND)
    return good


def _run(good: Flags, at: int) -> tuple[int, int]:
    """First and last of the good minutes around one."""
    low = high = at
    while low > 0 and good[low - 1]:
        low -= 1
    while high < len(good) - 1 and good[high + 1]:
        high += 1
    return low, high


def _last(off: dict[str, Array]) -> tuple[int | None, str]:
    """The first minute past saving, and why; None where none is within what was followed."""
    found: list[tuple[int, str]] = []
    for key, words in (("crust_l", "too dark"), (BROWNED, "browned too far"), (MOISTURE, "too dry")):
        past = np.nonzero(off[key] < -FAR)[0] if key in off else np.empty(0)
        if len(past):
            found.append((int(past[0]), words))
    return min(found) if found else (None, "not within the time looked at")


#: What a measure that is off is called: below and above what is wanted.
CALLED = {
    MOISTURE: ("too dry", "too moist"), "crust_l": ("too dark", "too pale"),
    "rim_crisp": ("rim too soft", "rim too crisp"),
    BROWNED: ("browned too far", "hardly browned"),
    "middle_soft": ("middle too firm", "middle too soft"), "bite_chewy": ("not chewy enough", "too chewy"),
    "crumb_cakey": ("too dense", "too cakey"),
}  # fmt: skip


def _because(off: dict[str, Array], measures: Sequence[Measure], carries: Flags, at: int, way: int) -> str:
    """What stands against the minute before the first good one (way −1), or after the last (way 1)."""
    j = at + way
    if j < 0 or j >= len(carries):
        return "not within the time looked at"
    if not carries[j]:
        return "rim not set"
    growing = [m for m in measures if abs(float(off[m.key][j])) > abs(float(off[m.key][at]))]
    # What a cook pulls by is named first: dryness and shade before the scores that follow from them.
    key = max(growing or measures, key=lambda m: abs(float(off[m.key][j])) * math.sqrt(m.weight)).key
    return CALLED[key][0 if off[key][j] < 0 else 1]


def _moved_best(
    t: Array, missed: dict[str, Array], measures: Sequence[Measure], carries: Flags, shift: dict[str, float | Array]
) -> float:
    moved = counted({m.key: missed[m.key] + np.asarray(shift.get(m.key, 0.0)) / m.step for m in measures})
    return float(t[_nearest(moved, measures, carries)])


def _note(off: dict[str, Array], measures: Sequence[Measure], at: int) -> str:
    """What even the best minute misses clearly, in words; empty where nothing it is pulled by does."""
    for m in measures:
        if m.weight >= 0.5 and abs(float(off[m.key][at])) > 1.5:
            return f"Even at its best minute it is {CALLED[m.key][0 if off[m.key][at] < 0 else 1]} for the target."
    return ""


def egg_line(b: Baked, i: int, *, egg: bool) -> EggLine:
    """When the core of bake i reaches 71 °C in the oven, if it does while it is looked at."""
    t = b.column("t")[i, : b.steps_bake + 1] / 60.0
    reached = crossing(t, b.column("core")[i][: len(t)], COOKED_C)
    return EggLine(None if math.isnan(reached) else reached, egg)
