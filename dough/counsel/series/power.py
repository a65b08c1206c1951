"""How often a series as it is planned would see a difference, and how many rounds it takes: by its own runs, rounds
taken out, its doughs and parts, and the kitchen's usual scatter joined as in the reading."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.counsel.series.design import Plan, Run
from dough.counsel.series.fitting import usual_of
from dough.counsel.series.pieces import KITCHEN_COUNTS
from dough.counsel.series.terms import columns, positions, terms_of
from dough.facts.scatter import AS_USUAL, Scatter

Array = np.ndarray[Any, np.dtype[np.float64]]
Whole = np.ndarray[Any, np.dtype[np.intp]]
#: Wanted share of series that see it, and the most rounds that are thought of.
WANTED, MOST_ROUNDS = 0.8, 30
TAIL = 0.975


@dataclass(frozen=True, slots=True)
class PlannedPower:
    """One factor from its lowest to its highest level: in what share of such series the difference would be called
    clear, and the rounds it takes for 8 of 10 (None: more than thirty)."""

    name: str
    seen: float
    rounds: int | None


def planned_power(
    made: Plan, key: str, difference: float, value: float | None = None, scatter: Scatter = AS_USUAL
) -> tuple[PlannedPower, ...]:
    """For each factor of a plan. value is about what the measure is. Raises ValueError unless the difference is above
    zero."""
    if not difference > 0.0 or not math.isfinite(difference):
        raise ValueError("a difference is above zero")
    rounds = max(r.block for r in made.runs)
    by_rounds: dict[int, list[float]] = {}

    def seen(n: int) -> list[float]:
        if n not in by_rounds:
            by_rounds[n] = _seen(of_rounds(made, n), key, difference, value, scatter)
        return by_rounds[n]

    found = []
    for place, factor in enumerate(made.factors):
        enough = next((n for n in range(1, MOST_ROUNDS + 1) if seen(n)[place] >= WANTED), None)
        found.append(PlannedPower(factor.name, seen(rounds)[place], enough))
    return tuple(found)


def of_rounds(made: Plan, rounds: int) -> Plan:
    """The same plan with so many rounds: its first, again and again, each with doughs of its own."""
    first = [r for r in made.runs if r.block == 1]
    doughs = len({r.dough for r in first})
    runs: list[Run] = []
    for n in range(rounds):
        for r in first:
            dough = r.dough + n * doughs if made.remixed and r.dough else r.dough
            runs.append(replace(r, order=len(runs) + 1, block=n + 1, dough=dough))
    return replace(made, runs=tuple(runs))


def _seen(made: Plan, key: str, difference: float, value: float | None, scatter: Scatter) -> list[float]:
    """The share of series that call the difference clear, by factor."""
    runs, terms = list(made.runs), terms_of(made)
    blocks = sorted({r.block for r in runs})
    fixed = [np.ones(len(runs)), *(np.array([float(r.block == b) for r in runs]) for b in blocks[1:])]
    x = np.column_stack([*fixed, columns(terms, positions(made, runs))])
    usual = usual_of(made, key, value, scatter)
    doughs, at = np.unique([r.dough for r in runs], return_inverse=True)
    marks = (at[:, None] == np.arange(len(doughs))[None, :]).astype(float)
    whole = np.eye(len(runs)) * usual.parts**2
    if made.parted:
        each = len(runs) / len(doughs)
        whole = whole + marks @ marks.T * max(usual.doughs**2 - usual.parts**2 / each, 0.0)
    spread = np.linalg.pinv(x.T @ np.linalg.solve(whole, x))
    means = (marks.T @ x) / marks.sum(axis=0)[:, None]
    found = []
    for place in range(len(made.factors)):
        column = next(len(fixed) + i for i, t in enumerate(terms) if t.factors == (place,) and not t.bent)
        mixed_in = made.parted and bool(np.allclose(x[:, column], means[at, column]))
        away = difference / math.sqrt(spread[column, column])
        found.append(_called(away, _freedom(made, x, marks, means, at, mixed_in)))
    return found


def _freedom(made: Plan, x: Array, marks: Array, means: Array, at: Whole, mixed_in: bool) -> float:
    """What the scatter that a factor is held against is known by: the kitchen's, and what the runs leave."""
    if not made.parted:
        own = len(x) - int(np.linalg.matrix_rank(x))
    else:
        early = [n for n in range(x.shape[1]) if np.allclose(x[:, n], means[at, n])]
        late = [n for n in range(x.shape[1]) if n not in early]
        doughs = int(marks.shape[1]) - int(np.linalg.matrix_rank(x[:, early]))
        parts = len(x) - int(np.linalg.matrix_rank(np.column_stack([marks, x[:, late]])))
        own = doughs if mixed_in else parts
    return KITCHEN_COUNTS + own


def _called(away: float, freedom: float) -> float:
    """The share of series whose interval leaves nothing out, for an effect so many of its standard errors large."""
    from scipy.stats import nct, t

    if away > 30.0:
        return 1.0
    reach = float(t.ppf(TAIL, freedom))
    return float(nct.sf(reach, freedom, away) + nct.cdf(-reach, freedom, away))
