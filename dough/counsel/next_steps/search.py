"""The whole target at once: the smallest change of formula and process that should bake it.

Bounded least squares over all graded levers that are not locked: misses in clear misses, and each lever's way in its
own steps counted lightly, so that what need not move stays. What comes out is rounded to what a bench can weigh.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.counsel.next_steps.levers import Lever, levers, unlocked, values_of
from dough.counsel.next_steps.ranking import EffectRange, Move, changes_of, side_effects, spreads_of
from dough.draft import edit
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.distance import compare
from dough.judgement.effects import forecasts_of

Array = np.ndarray[Any, np.dtype[np.float64]]
#: What a full step of a lever costs beside a clear miss, and how many steps it may go.
STAY, MOST = 0.15, 2.2
#: A lever that moved less than this share of its step goes back; one may come out of this part of a step rough.
LEAST, PROBE = 0.06, 0.1
#: A miss where there is no forecast: dear, so that the search turns back.
NOWHERE = 6.0
MOST_ROUNDS = 20
#: Points looked at before, and how many beginnings are followed.
LOOKED_AT, BEGINNINGS = 48, 2
#: What a bench sets each lever to.
ROUND = {"process:oven_c": 1.0, "process:minutes": 0.5, "process:dough_temp_c": 0.5, "process:portion_g": 1.0}


@dataclass(frozen=True, slots=True)
class Reached:
    """What the search found: moves, the draft, distances, the forecast cookie, changes with ranges, what is further
    off, and which attributes stay out of reach, in words."""

    moves: tuple[Move, ...]
    draft: Draft
    from_steps: float
    to_steps: float
    cookie: Cookie
    changes: tuple[EffectRange, ...]
    side_effects: tuple[str, ...]
    out_of_reach: tuple[str, ...]


def search(setting: Setting, target: Cookie, locks: tuple[str, ...] = ()) -> Reached | None:
    """The smallest change that should bake the target; None without a forecast, a target or a free lever.

    No ingredient is added or left out, so no need is broken by it. Raises KeyError for a lock that is not known.
    """
    from scipy.optimize import least_squares

    draft, style = setting.draft, setting.style
    now = forecasts_of([setting])[0]
    was = compare(now.cookie, target).rms_steps if now else None
    # The flour's own amount only makes more or less of the same once every other line is free.
    free = [x for x in unlocked(levers(draft, style), (*locks, "flour")) if x.graded] if style else []
    if now is None or was is None or not free:
        return None
    wanted = [(a.key, a.step, v) for a in ATTRIBUTES if (v := getattr(target, a.key)) is not None]

    def rows(points: list[Array]) -> list[Array]:
        drafts = [moved(draft, free, p) for p in points]
        told = forecasts_of([setting.with_draft(d or draft) for d in drafts])
        found = []
        for p, d, f in zip(points, drafts, told, strict=True):
            ok = d is not None and f is not None
            misses = [(f.ends[k] - v) / s for k, s, v in wanted] if ok and f else [NOWHERE] * len(wanted)
            found.append(np.array([*misses, *(STAY * p)]))
        return found

    def slopes(point: Array) -> Array:
        steps = [np.where(point >= MOST - PROBE, -PROBE, PROBE) * np.eye(len(free))[n] for n in range(len(free))]
        base, *others = rows([point, *(point + s for s in steps)])
        return np.stack([(o - base) / s[n] for n, (o, s) in enumerate(zip(others, steps, strict=True))], axis=1)

    found = min(
        (
            least_squares(
                lambda p: rows([p])[0], s, jac=slopes, bounds=(-MOST, MOST), xtol=2e-3, ftol=2e-3, max_nfev=MOST_ROUNDS
            )
            for s in _starts(len(free), rows)
        ),
        key=lambda r: float(r.cost),
    )
    point = np.where(np.abs(found.x) < LEAST, 0.0, found.x)
    changed = _rounded(draft, moved(draft, free, point) or draft, free, point)
    then = forecasts_of([setting.with_draft(changed)])[0]
    to = compare(then.cookie, target).rms_steps if then else None
    if then is None or to is None or to >= was:
        return None
    moves = tuple(
        Move(x, float(p) * x.step, *values_of(x, draft, changed)) for x, p in zip(free, point, strict=True) if p != 0.0
    )
    spread = spreads_of(setting, [setting.with_draft(changed)])[0]
    reach = compare(then.cookie, target).misses
    return Reached(
        moves, changed, was, to, then.cookie, changes_of(now.cookie, then.cookie, spread),
        side_effects(now.cookie, then.cookie, target), tuple(m.words for m in reach if not m.within_reach),
    )  # fmt: skip


def _starts(count: int, rows: Callable[[list[Array]], list[Array]]) -> list[Array]:
    """Where to begin: from the draft as it is, and from the best of some points spread evenly around it."""
    points = list(MOST * 0.7 * (2.0 * evenly(LOOKED_AT, count) - 1.0))
    costs = [float(r @ r) for r in rows(points)]
    return [np.zeros(count), *(points[n] for n in np.argsort(costs)[: BEGINNINGS - 1])]


def evenly(many: int, count: int) -> Array:
    """Points spread evenly over the unit cube of so many dimensions, shape (many, count): each goes on from the one
    before by powers of the root of x^(count + 1) = x + 1, the golden ratio's kin."""
    root = 2.0
    for _ in range(40):
        root = (1.0 + root) ** (1.0 / (count + 1.0))
    steps = root ** -np.arange(1.0, count + 1.0)
    return np.asarray((0.5 + np.outer(np.arange(1, many + 1), steps)) % 1.0)


def moved(draft: Draft, free: list[Lever], point: Array) -> Draft | None:
    """The draft with every lever moved by so many of its steps; None where one cannot go there."""
    for lever, steps in zip(free, point, strict=True):
        if steps == 0.0:
            continue
        try:
            draft = lever.apply(draft, float(steps) * lever.step)
        except (EntryError, EntryErrors):
            return None
    return draft


def _rounded(before: Draft, draft: Draft, free: list[Lever], point: Array) -> Draft:
    """To what a bench sets: process values to their marks, weighed lines to tenths under 20 g and whole grams above."""
    touched = {x.key for x, p in zip(free, point, strict=True) if p != 0.0}
    for key, mark in ROUND.items():
        if key in touched:
            name = key.partition(":")[2]
            draft = edit.set_process(draft, name, round(getattr(draft.process, name) / mark) * mark)
    old = {x.id: x.grams for x in before.formula.lines}
    lines = []
    for x in draft.formula.lines:
        grams = x.grams
        if grams is not None and grams != old.get(x.id):
            grams = round(grams, 1 if grams < 20.0 else 0)
            x = replace(x, grams=grams, amount=grams, unit="g")
        lines.append(x)
    return replace(draft, formula=replace(draft.formula, lines=tuple(lines)))
