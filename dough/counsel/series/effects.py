"""A series read: what each factor did, how sure, what it is mixed up with. Least squares and power by statsmodels."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.counsel.series.design import Plan, Run
from dough.facts.quantities import quantity
from dough.facts.scatter import AS_USUAL, Scatter

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Confidence of the intervals.
LEVEL = 0.95
#: A factor that goes along with the baking order by more than this is warned about.
ALONG = 0.6
#: Degrees of freedom that the kitchen's pooled scatter counts for in one series: as sure as it is of a dough whose own
#: scatter may well be half or twice of it (docs/decisions/0037).
KITCHEN_COUNTS = 5.0


@dataclass(frozen=True, slots=True)
class Effect:
    """What going from the lowest to the highest level does to one measure, with a 95 % interval; words say it.

    name is a factor's, or two joined by × where they act together; p is None where the spread was not measured.
    """

    name: str
    value: float
    low: float
    high: float
    p: float | None
    clear: bool


@dataclass(frozen=True, slots=True)
class Outcome:
    """One measure: effects, the mean of each level of a single factor, the sd of what is compared with its degrees of
    freedom of the series' own (0: the kitchen's usual scatter stands in alone), the share of it that is the kitchen's,
    and how much of the bend a straight line misses (None: not to be told)."""

    key: str
    effects: tuple[Effect, ...]
    means: tuple[float | None, ...]
    sd: float
    freedom: int
    bend: Effect | None
    from_kitchen: float = 0.0


def outcome(made: Plan, key: str, values: dict[int, float], scatter: Scatter = AS_USUAL) -> Outcome | None:
    """What the runs measured so far say of one measure, values by run order; None with too few to say anything."""
    from scipy.stats import t
    from statsmodels.regression.linear_model import OLS

    runs = [r for r in made.runs if r.order in values]
    y = np.array([values[r.order] for r in runs])
    names, columns = _terms(made, runs)
    blocks = sorted({r.block for r in runs})
    fixed = [np.ones(len(runs)), *(np.array([float(r.block == b) for r in runs]) for b in blocks[1:])]
    x = np.column_stack([*fixed, *columns])
    if len(runs) < 2 or np.linalg.matrix_rank(x) < x.shape[1]:
        return None
    first = len(fixed)
    usual = _usual(made, key, float(np.mean(y)), scatter)
    if made.one_dough or made.remixed:
        fit = OLS(y, x).fit()
        params, inverse = np.asarray(fit.params), np.linalg.inv(x.T @ x)
        own, freedom = float(fit.ssr), int(fit.df_resid)
    else:
        params, inverse, own, freedom = _mixed_once(runs, y, fixed, columns)
    sd, whole = _pooled(usual, own, freedom)
    reach = float(t.ppf(0.5 + LEVEL / 2.0, whole))
    found = []
    for i, n in enumerate(names):
        value, spread = float(params[first + i]), sd * math.sqrt(float(inverse[first + i, first + i]))
        half = reach * spread
        # With no freedom of its own the series has no spread to be improbable by.
        p = 2.0 * float(t.sf(abs(value) / max(spread, 1e-12), whole)) if freedom else None
        found.append(Effect(n, value, value - half, value + half, p, abs(value) > half))
    bend = _bend(made, runs, y, fixed, columns, usual)
    return Outcome(key, tuple(found), _means(made, runs, y), sd, freedom, bend, KITCHEN_COUNTS / whole)


def _pooled(usual: float, squares: float, freedom: int) -> tuple[float, float]:
    """The kitchen's scatter and the series' own, pooled by their degrees of freedom: sd and freedom of the whole."""
    whole = KITCHEN_COUNTS + freedom
    return math.sqrt((KITCHEN_COUNTS * usual**2 + squares) / whole), whole


def _mixed_once(runs: list[Run], y: Array, fixed: list[Array], columns: list[Array]) -> tuple[Array, Array, float, int]:
    """A series whose levels were mixed once for all rounds: its rounds repeat the oven and not the mixing, so effects
    are read from the means of the batches. What batches differ by beyond the effects is all the series knows of it."""
    from statsmodels.regression.linear_model import OLS

    combos = sorted({r.levels for r in runs})
    marks = [np.array([float(r.levels == c) for r in runs]) for c in combos]
    # Rounds are taken out first; what is left of a batch is its mean.
    fit = OLS(y, np.column_stack([*marks, *fixed[1:]])).fit()
    means = np.asarray(fit.params)[: len(combos)]
    at = [next(i for i, r in enumerate(runs) if r.levels == c) for c in combos]
    x = np.column_stack([np.ones(len(combos)), *(c[at] for c in columns)])
    batches = OLS(means, x).fit()
    pad = len(fixed) - 1
    params = np.concatenate([np.zeros(pad), np.asarray(batches.params)])
    inverse = np.zeros((len(params), len(params)))
    inverse[pad:, pad:] = np.linalg.inv(x.T @ x)
    return params, inverse, float(batches.ssr), int(batches.df_resid)


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
        return f"{e.name} act together by {size}" if e.clear else f"{e.name}: no sign that they act together"
    f = next(x for x in made.factors if x.name == e.name)
    span = f"{f.levels[0]:g} to {f.levels[-1]:g} {f.unit}".strip()
    if not e.clear:
        return f"{e.name} {span}: {label.lower()} moves by less than this series can tell from scatter"
    return f"{e.name} {span}: {label.lower()} {q.more(e.value)}"


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


def _terms(made: Plan, runs: list[Run]) -> tuple[list[str], list[Array]]:
    """Each factor from 0 at its lowest to 1 at its highest level; with several, their products too, from the middle."""

    def scaled(n: int) -> Array:
        f = made.factors[n]
        span = f.levels[-1] - f.levels[0]
        return np.array([(f.levels[r.levels[n]] - f.levels[0]) / span for r in runs])

    names = [f.name for f in made.factors]
    if len(made.factors) == 1:
        return names, [scaled(0)]
    centred = [scaled(n) - 0.5 for n in range(len(made.factors))]
    columns = list(centred)
    for a, b in itertools.combinations(range(len(made.factors)), 2):
        names.append(f"{made.factors[a].name} × {made.factors[b].name}")
        columns.append(2.0 * centred[a] * centred[b])
    return names, columns


def _usual(made: Plan, key: str, value: float, scatter: Scatter) -> float:
    own = scatter.piece(key, value) / math.sqrt(made.pieces)
    # A load of its own differs from the next as bakes do, whatever dough it is from.
    return own if made.one_dough and not made.alone else math.hypot(own, scatter.of(key, value))


def _means(made: Plan, runs: list[Run], y: Array) -> tuple[float | None, ...]:
    if len(made.factors) > 1:
        return ()
    found = []
    for n in range(len(made.factors[0].levels)):
        mine = [v for r, v in zip(runs, y, strict=True) if r.levels[0] == n]
        found.append(float(np.mean(mine)) if mine else None)
    return tuple(found)


def _bend(
    made: Plan, runs: list[Run], y: Array, fixed: list[Array], columns: list[Array], usual: float
) -> Effect | None:
    """Whether the middle levels lie off the straight line: one factor, three levels or more, freedom left."""
    from scipy.stats import t
    from statsmodels.regression.linear_model import OLS

    if len(made.factors) > 1 or len({r.levels for r in runs}) < 3:
        return None
    x = np.column_stack([*fixed, *columns, -4.0 * columns[0] * (1.0 - columns[0])])
    fit = OLS(y, x).fit()
    if fit.df_resid < 1:
        return None
    sd, whole = _pooled(usual, float(fit.ssr), int(fit.df_resid))
    spread = sd * math.sqrt(float(np.linalg.inv(x.T @ x)[-1, -1]))
    value, half = -float(fit.params[-1]), float(t.ppf(0.5 + LEVEL / 2.0, whole)) * spread
    p = 2.0 * float(t.sf(abs(value) / max(spread, 1e-12), whole))
    return Effect("bend", value, value - half, value + half, p, abs(value) > half)
