"""What if: two levers as a map, with lines of equal distance from the target and the region where it is met."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.counsel.next_steps.levers import Lever, levers, values_of
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.effects import forecasts_of

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Points along each lever, and how many of its full steps the map reaches to either side.
POINTS, REACH = 15, 1.0
#: The levers a map begins with.
FIRST = ("role:sugar", "process:minutes")
#: Distances that lines are drawn at, clear misses.
LEVELS = (0.5, 1.0, 1.5, 2.0, 3.0, 4.0)
#: A place that bakes nothing counts as this far off, so that lines keep clear of it.
NOWHERE = 9.0


@dataclass(frozen=True, slots=True)
class Axis:
    """One lever along a side: its key, name and unit, its values low to high, and where the draft stands."""

    key: str
    name: str
    unit: str
    values: tuple[float, ...]
    now: float


@dataclass(frozen=True, slots=True)
class ContourLine:
    """A line through places of one distance, in the levers' units."""

    level: float
    points: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class WhatIf:
    """The map: both axes, lines of equal distance (root mean square, clear misses), lines around where every wished
    measure is within reach, the nearest place with its draft and distance, where this dough was baked, and the answer
    in words."""

    across: Axis
    up: Axis
    lines: tuple[ContourLine, ...]
    met: tuple[ContourLine, ...]
    best: tuple[float, float]
    best_distance: float
    best_draft: Draft
    baked: tuple[tuple[float, float], ...]
    words: str


def picked(graded: Sequence[Lever], across: str, up: str) -> tuple[str, str]:
    """The two levers of a map by key: those that were named, and for one left open the first usual one that is not the
    other. Empty where there is none."""
    usual = [k for k in FIRST if k in {x.key for x in graded}]
    rest = [*usual, *(x.key for x in graded if x.key not in usual)]
    across = across or next((k for k in rest if k != up), "")
    return across, up or next((k for k in rest if k != across), "")


def what_if(setting: Setting, target: Cookie, across: str, up: str, baked: Sequence[Draft] = ()) -> WhatIf | None:
    """The map of two levers, by key; None without a forecast or a target.

    Raises EntryError for levers this draft has not, that have no degrees, or twice the same.
    """
    from skimage.measure import find_contours

    style = setting.style
    if style is None or forecasts_of([setting])[0] is None:
        return None
    wanted = [(a.key, a.step, v) for a in ATTRIBUTES if (v := getattr(target, a.key)) is not None]
    if not wanted:
        return None
    if across == up:
        raise EntryError("levers", "Pick two different things to vary.")
    free = {x.key: x for x in levers(setting.draft, style) if x.graded}
    if across not in free or up not in free:
        raise EntryError("levers", "This dough has nothing like that to vary. Pick from the list.")
    a, b = free[across], free[up]
    sizes = np.linspace(-REACH, REACH, POINTS)
    drafts = [[_moved(setting.draft, a, b, x, y) for x in sizes] for y in sizes]
    flat = [d for row in drafts for d in row]
    told = forecasts_of([setting.with_draft(d or setting.draft) for d in flat], bare=True)
    misses = np.array(
        [
            [(f.ends[k] - v) / s for k, s, v in wanted] if d is not None and f is not None else [NOWHERE] * len(wanted)
            for d, f in zip(flat, told, strict=True)
        ]
    ).reshape(POINTS, POINTS, len(wanted))
    distance = np.sqrt(np.mean(misses**2, axis=2))
    worst = np.abs(misses).max(axis=2)
    ax, ay = _axis(a, setting.draft, sizes), _axis(b, setting.draft, sizes)

    def lines(grid: Array, levels: Sequence[float], rim: int = 0) -> tuple[ContourLine, ...]:
        return tuple(
            ContourLine(level, tuple(_placed(ax, ay, p - rim) for p in line))
            for level in levels
            for line in find_contours(grid, level)
        )

    # Beyond the map nothing is met: with such a rim the region is closed where it runs out of it.
    closed = np.pad(worst, 1, constant_values=NOWHERE)
    row, column = np.unravel_index(int(np.argmin(distance)), distance.shape)
    best_draft = drafts[int(row)][int(column)]
    assert best_draft is not None  # the middle of the map is the draft itself, which bakes
    best = (ax.values[int(column)], ay.values[int(row)])
    return WhatIf(
        ax, ay, lines(distance, LEVELS), lines(closed, (1.0,), 1), best, float(distance[row, column]), best_draft,
        tuple(p for d in baked if (p := _of(a, b, d)) is not None),
        _words(ax, ay, worst <= 1.0, best, float(distance[row, column])),
    )  # fmt: skip


def _moved(draft: Draft, a: Lever, b: Lever, x: float, y: float) -> Draft | None:
    try:
        changed = a.apply(draft, float(x) * a.step) if x else draft
        return b.apply(changed, float(y) * b.step) if y else changed
    except (EntryError, EntryErrors):
        return None


def _axis(lever: Lever, draft: Draft, sizes: Array) -> Axis:
    now = values_of(lever, draft, draft)[1]
    return Axis(lever.key, lever.name, lever.unit, tuple(now + float(s) * lever.step for s in sizes), now)


def _placed(ax: Axis, ay: Axis, point: Array) -> tuple[float, float]:
    """A place of the grid (row, column) in the levers' units."""
    row, column = float(point[0]), float(point[1])
    places = np.arange(POINTS)
    return float(np.interp(column, places, ax.values)), float(np.interp(row, places, ay.values))


def _of(a: Lever, b: Lever, draft: Draft) -> tuple[float, float] | None:
    try:
        found = values_of(a, draft, draft)[1], values_of(b, draft, draft)[1]
    except (KeyError, ValueError, TypeError):
        return None  # a version without that line, or with the value left open
    return found if all(math.isfinite(v) for v in found) else None


def _words(ax: Axis, ay: Axis, met: np.ndarray[Any, np.dtype[np.bool_]], best: tuple[float, float], far: float) -> str:
    if not met.any():
        return (
            f"Nowhere on this map is the whole target met. Nearest at {_said(ax, best[0])} and {_said(ay, best[1])}: "
            f"{far:.1f} clear misses."
        )
    rows, columns = np.nonzero(met)
    spans = [
        f"{axis.name.lower()} {axis.values[int(at.min())]:.3g} to {axis.values[int(at.max())]:.3g} {axis.unit}".strip()
        for axis, at in ((ax, columns), (ay, rows))
    ]
    return f"The whole target is met inside the line: within {spans[0]} and {spans[1]}."


def _said(axis: Axis, value: float) -> str:
    return f"{axis.name.lower()} {value:.4g} {axis.unit}".strip()
