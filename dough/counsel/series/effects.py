"""A series read: what each factor did, how sure, what it is mixed up with. Least squares and power by statsmodels."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.counsel.series.design import Plan, Run
from dough.counsel.series.fitting import Fit, Spread, fit_of
from dough.counsel.series.pieces import KITCHEN_COUNTS, Pieces, PieceShare, share_of
from dough.counsel.series.terms import BENT, Term
from dough.facts.quantities import quantity
from dough.facts.scatter import AS_USUAL, Scatter

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Confidence of the intervals.
LEVEL = 0.95
#: A factor that goes along with the baking order by more than this is warned about.
ALONG = 0.6


@dataclass(frozen=True, slots=True)
class Effect:
    """What going from the lowest to the highest level does to one measure, with a 95 % interval; words say it.

    name is a factor's, or two joined by × where they act together; also names what these runs cannot tell from it; p is
    None where the spread was not measured.
    """

    name: str
    value: float
    low: float
    high: float
    p: float | None
    clear: bool
    also: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Outcome:
    """One measure: effects, the mean of each level of a single factor, what was compared with (two where doughs were
    split into parts), how much of the bend a straight line misses (None: not to be told), and how much of the scatter
    is that of single pieces (None: no two of one run were measured)."""

    key: str
    effects: tuple[Effect, ...]
    means: tuple[float | None, ...]
    spreads: tuple[Spread, ...]
    bend: Effect | None
    pieces: PieceShare | None = None


def outcome(
    made: Plan, key: str, values: dict[int, float], scatter: Scatter = AS_USUAL, pieces: Pieces | None = None
) -> Outcome | None:
    """What the runs measured so far say of one measure, values by run order, each the mean of so many pieces; None with
    too few to say anything."""
    found = fit_of(made, key, values, scatter, pieces=pieces)
    if found is None:
        return None
    effects = tuple(
        _effect(found, found.first + i, t, found.spreads[n].freedom)
        for i, (t, n) in enumerate(zip(found.terms, found.of, strict=True))
    )
    runs = [r for r in made.runs if r.order in values]
    y = np.array([values[r.order] for r in runs])
    share = share_of(pieces, [r.order for r in runs], found.spreads[-1].sd)
    return Outcome(key, effects, _means(made, runs, y), found.spreads, _bend(made, key, values, scatter, pieces), share)


def _effect(found: Fit, place: int, term: Term, freedom: int) -> Effect:
    from scipy.stats import t

    contrast = np.zeros(len(found.params))
    contrast[place] = 1.0
    value = float(found.params[place])
    spread, sure = found.spread(contrast)
    half = float(t.ppf(0.5 + LEVEL / 2.0, sure)) * spread
    # With no freedom of its own the series has no spread to be improbable by.
    p = 2.0 * float(t.sf(abs(value) / max(spread, 1e-12), sure)) if freedom else None
    return Effect(term.name, value, value - half, value + half, p, abs(value) > half, term.also)


def among_many(chances: Sequence[float]) -> list[bool]:
    """Which of several p values hold when all of them were looked at, by Holm's rule at 5 %: the smallest has to pass
    5 % over their number, the next over one less, and so on until one does not."""
    order = sorted(range(len(chances)), key=lambda i: chances[i])
    found = [False] * len(chances)
    for place, i in enumerate(order):
        if chances[i] > (1.0 - LEVEL) / (len(chances) - place):
            break
        found[i] = True
    return found


def looked_at(outcomes: Sequence[Outcome]) -> tuple[int, dict[tuple[str, str], bool]]:
    """How many figures a series tells with a p value, and which of them hold among all, by measure and name."""
    each = [(o.key, e) for o in outcomes for e in o.effects if e.p is not None]
    holds = among_many([e.p or 0.0 for _, e in each])
    return len(each), {(key, e.name): h for (key, e), h in zip(each, holds, strict=True)}


def says(made: Plan, key: str, e: Effect) -> str:
    """An effect as a cook would say it."""
    q = quantity(key)
    label, size = q.label, q.amount(e.value)
    if "×" in e.name:
        pair = " or ".join((e.name, *e.also))
        return f"{pair} act together by {size}" if e.clear else f"{pair}: no sign that they act together"
    if e.name.endswith(BENT):
        name = e.name.removesuffix(BENT)
        return f"{name}: the middle lies {size} off the line" if e.clear else f"{name}: no sign of a bend"
    f = next(x for x in made.factors if x.name == e.name)
    span = f"{f.levels[0]:g} to {f.levels[-1]:g} {f.unit}".strip()
    if not e.clear:
        return f"{e.name} {span}: {label.lower()} moves by less than this series can tell from scatter"
    mixed = f", unless it is {' or '.join(e.also)} acting together" if e.also else ""
    return f"{e.name} {span}: {label.lower()} {q.more(e.value)}{mixed}"


def cautions(made: Plan, done: list[Run]) -> tuple[str, ...]:
    """What the runs as baked so far cannot tell apart: the order, rounds not finished, levels missing."""
    found = []
    if len(done) >= 3:
        order = np.array([float(r.order) for r in done])
        for n, f in enumerate(made.factors):
            level = np.array([float(r.levels[n]) for r in done])
            if level.std() > 0 and abs(np.corrcoef(order, level)[0, 1]) > ALONG:
                found.append(
                    f"{f.name} goes along with the baking order so far: a drift of the oven would look like it."
                )
    for n, f in enumerate(made.factors):
        missing = [f.levels[i] for i in range(len(f.levels)) if done and not any(r.levels[n] == i for r in done)]
        if missing:
            found.append(
                f"{f.name}: nothing measured at {', '.join(f'{v:g}' for v in missing)} {f.unit}.".replace(" .", ".")
            )
    counts = {b: sum(r.block == b for r in done) for b in {r.block for r in made.runs}}
    whole = len(made.splits)
    part = [b for b, c in counts.items() if 0 < c < whole]
    if part:
        found.append(
            f"Round {', '.join(map(str, part))} is not finished: until it is, rounds and levels are partly mixed up."
        )
    return tuple(found)


@dataclass(frozen=True, slots=True)
class TraysNeeded:
    """Trays of each level it takes to see a difference: with so many pieces measured of each; None: more than 60."""

    pieces: int
    one_dough: int | None
    own_mixing: int | None


def needs(
    key: str, difference: float, value: float | None = None, scatter: Scatter = AS_USUAL, power: float = 0.8
) -> tuple[TraysNeeded, ...]:
    """How many trays of each of two levels tell a difference of this size in 8 of 10 series (two-sided, 5 %).

    From one dough only the pieces' own scatter counts; with a mixing for each the bake-to-bake scatter comes on top.
    value is about what the measure is, for what scatters with size.
    Raises ValueError unless the difference is above zero.
    """
    if not difference > 0.0 or not math.isfinite(difference):
        raise ValueError("a difference is above zero")
    found = []
    for pieces in (4, 6, 12):
        own = scatter.piece(key, value) / math.sqrt(pieces)
        mixed = math.hypot(own, scatter.of(key, value))
        found.append(TraysNeeded(pieces, _count(difference / own, power), _count(difference / mixed, power)))
    return tuple(found)


def _count(size: float, power: float) -> int | None:
    """Rounds that see a difference of so many sds so often, rounds taken out and the kitchen's scatter joined."""
    from scipy.stats import nct, t

    for n in range(1, 61):
        freedom = KITCHEN_COUNTS + n - 1
        away = size * math.sqrt(n / 2.0)
        reach = float(t.ppf(0.975, freedom))
        seen = 1.0 if away > 30.0 else float(nct.sf(reach, freedom, away) + nct.cdf(-reach, freedom, away))
        # Where the difference is many times the scatter the package has no figure: it is certain to be seen.
        if not seen < power:
            return n
    return None


def _means(made: Plan, runs: list[Run], y: Array) -> tuple[float | None, ...]:
    if len(made.factors) > 1:
        return ()
    found = []
    for n in range(len(made.factors[0].levels)):
        mine = [v for r, v in zip(runs, y, strict=True) if r.levels[0] == n]
        found.append(float(np.mean(mine)) if mine else None)
    return tuple(found)


def _bend(made: Plan, key: str, values: dict[int, float], scatter: Scatter, pieces: Pieces | None) -> Effect | None:
    """Whether the middle levels lie off the straight line: one factor, three levels or more, freedom left."""
    if len(made.factors) > 1 or len({r.levels for r in made.runs if r.order in values}) < 3:
        return None
    found = fit_of(made, key, values, scatter, bent=True, pieces=pieces)
    if found is None or found.spreads[0].freedom < 1:
        return None
    e = _effect(found, len(found.params) - 1, found.terms[-1], found.spreads[0].freedom)
    return replace(e, value=-e.value, low=-e.high, high=-e.low)
