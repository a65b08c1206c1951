"""The linear model of one measure of a series, with what its effects are compared with: least squares by statsmodels
where there is one scatter, restricted likelihood where doughs are split into parts."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.counsel.series.design import Plan, Run
from dough.counsel.series.mixed import Usual, fit
from dough.counsel.series.pieces import KITCHEN_COUNTS, Pieces
from dough.counsel.series.terms import Term, columns, positions, terms_of
from dough.facts.scatter import AS_USUAL, Scatter

Array = np.ndarray[Any, np.dtype[np.float64]]
#: The most that a series' own pieces count for in what its parts scatter, degrees of freedom: a part may differ by more
#: than its pieces do, and then the runs themselves have to be heard.
PIECES_COUNT = 10.0


@dataclass(frozen=True, slots=True)
class Spread:
    """What effects were compared with: between what, one sd in the measure's unit, the degrees of freedom of the
    series' own (0: the kitchen's usual scatter stands in alone), and the share of it that is the kitchen's."""

    between: str
    sd: float
    freedom: int
    from_kitchen: float


@dataclass(frozen=True, slots=True)
class Fit:
    """A measure's model: the terms in the last columns, parameters (p,) and their covariance (p, p), the mean's row of
    zero terms with rounds evenly weighed (p,), what was compared with, and which of that each term is.
    spread gives one sd of a combination of the parameters, and its degrees of freedom."""

    terms: tuple[Term, ...]
    first: int
    params: Array
    covariance: Array
    mean: Array
    spreads: tuple[Spread, ...]
    of: tuple[int, ...]
    spread: Callable[[Array], tuple[float, float]]


def fit_of(
    made: Plan, key: str, values: dict[int, float], scatter: Scatter = AS_USUAL, bent: bool = False,
    pieces: Pieces | None = None,
) -> Fit | None:  # fmt: skip
    """The model of what the runs measured so far, values by run order; bent with how far the middle of a single
    factor is off the line, last; pieces with of how many each value is the mean. None with too few to say anything."""
    runs = [r for r in made.runs if r.order in values]
    if len(runs) < 2:
        return None
    y = np.array([values[r.order] for r in runs])
    terms = terms_of(made)
    if bent:
        terms = (*terms, replace(terms[0], bent=True))
    blocks = sorted({r.block for r in runs})
    fixed = [np.ones(len(runs)), *(np.array([float(r.block == b) for r in runs]) for b in blocks[1:])]
    cols = columns(terms, positions(made, runs))
    x = np.column_stack([*fixed, cols])
    if np.linalg.matrix_rank(x) < x.shape[1]:
        return None
    mean = np.zeros(x.shape[1])
    mean[0], mean[1 : len(fixed)] = 1.0, 1.0 / len(blocks)
    usual = usual_of(made, key, float(np.mean(y)), scatter, pieces, [r.order for r in runs])
    if made.parted:
        return _parted(runs, terms, x, len(fixed), y, mean, usual)
    if made.one_dough or made.remixed:
        from statsmodels.regression.linear_model import OLS

        # A mean of few pieces says less than one of many.
        root = _weights(made, key, runs, float(np.mean(y)), scatter, pieces)
        told = OLS(y * root, x * root[:, None]).fit()
        params, inverse = np.asarray(told.params), np.linalg.inv((x * root[:, None] ** 2).T @ x)
        own, freedom = float(told.ssr), int(told.df_resid)
    else:
        params, inverse, own, freedom = _mixed_once(runs, y, fixed, cols)
    whole = usual.counts + freedom
    sd = math.sqrt((usual.counts * usual.parts**2 + own) / whole)
    between = "parts of one dough" if made.one_dough else "doughs"
    spread = Spread(between, sd, freedom, KITCHEN_COUNTS / whole)
    return Fit(
        terms, len(fixed), params, sd**2 * inverse, mean, (spread,), (0,) * len(terms),
        lambda c: (sd * math.sqrt(float(c @ inverse @ c)), whole),
    )  # fmt: skip


def _weights(made: Plan, key: str, runs: list[Run], value: float, scatter: Scatter, pieces: Pieces | None) -> Array:
    """Roots of the runs' weights, whose inverses average to one: all one where each is of as many pieces."""
    if pieces is None:
        return np.ones(len(runs))
    beside = 0.0 if made.one_dough and not made.alone else scatter.of(key, value) ** 2
    own = np.array([beside + pieces.of_run(r.order) for r in runs])
    return np.asarray(np.sqrt(own.mean() / own))


def _parted(runs: list[Run], terms: tuple[Term, ...], x: Array, first: int, y: Array, mean: Array, usual: Usual) -> Fit:
    """Doughs split into parts: what is mixed in beside how doughs differ, what comes after beside how parts do."""
    dough_of = np.array([r.dough for r in runs])
    found = fit(x, y, dough_of, usual)
    doughs, at = np.unique(dough_of, return_inverse=True)
    marks = (at[:, None] == np.arange(len(doughs))[None, :]).astype(float)
    # A column that is the same all over each dough was mixed in.
    means = (marks.T @ x) / marks.sum(axis=0)[:, None]
    mixed_in = [bool(np.allclose(x[:, n], means[at, n])) for n in range(x.shape[1])]
    early, late = (x[:, [n for n, m in enumerate(mixed_in) if m is side]] for side in (True, False))
    free = (
        len(doughs) - int(np.linalg.matrix_rank(early)),
        len(runs) - int(np.linalg.matrix_rank(np.column_stack([marks, late]))),
    )
    spreads = tuple(
        Spread(words, sd, own, KITCHEN_COUNTS / (KITCHEN_COUNTS + own))
        for words, sd, own in zip(("doughs", "parts of one dough"), (found.doughs, found.parts), free, strict=True)
    )
    of = tuple(0 if m else 1 for m in mixed_in[first:])
    return Fit(terms, first, found.params, found.covariance, mean, spreads, of, found.spread)


def _mixed_once(runs: list[Run], y: Array, fixed: list[Array], cols: Array) -> tuple[Array, Array, float, int]:
    """A series whose levels were mixed once for all rounds: its rounds repeat the oven and not the mixing, so effects
    are read from the means of the batches. What batches differ by beyond the effects is all the series knows of it."""
    from statsmodels.regression.linear_model import OLS

    combos = sorted({r.levels for r in runs})
    marks = [np.array([float(r.levels == c) for r in runs]) for c in combos]
    # Rounds are taken out first; what is left of a batch is its mean in a round between them all.
    told = OLS(y, np.column_stack([*marks, *(f - 1.0 / len(fixed) for f in fixed[1:])])).fit()
    means = np.asarray(told.params)[: len(combos)]
    at = [next(i for i, r in enumerate(runs) if r.levels == c) for c in combos]
    x = np.column_stack([np.ones(len(combos)), cols[at]])
    batches = OLS(means, x).fit()
    pad = len(fixed) - 1
    # What rounds differ by went into the means; the mean's own row is the first.
    params = np.concatenate([batches.params[:1], np.zeros(pad), batches.params[1:]])
    inverse = np.zeros((len(params), len(params)))
    keep = [0, *range(1 + pad, len(params))]
    inverse[np.ix_(keep, keep)] = np.linalg.inv(x.T @ x)
    return params, inverse, float(batches.ssr), int(batches.df_resid)


def usual_of(
    made: Plan, key: str, value: float | None, scatter: Scatter, pieces: Pieces | None = None,
    orders: Sequence[int] = (),
) -> Usual:  # fmt: skip
    """What this kitchen usually scatters between the doughs and the parts that this series compares: by the pieces of
    these runs that were measured, else by those planned."""
    part = scatter.piece(key, value) / math.sqrt(made.pieces) if pieces is None else pieces.usual(orders)
    bake = scatter.of(key, value)
    if not made.parted:
        # A load of its own differs from the next as bakes do, whatever dough it is from.
        own = part if made.one_dough and not made.alone else math.hypot(part, bake)
        # Between parts of one dough nothing but pieces scatters, and these were measured in this series too.
        more = min(pieces.freedom, PIECES_COUNT) if pieces and made.one_dough and not made.alone else 0.0
        return Usual(own, own, KITCHEN_COUNTS + more)
    if made.alone:
        part = math.hypot(part, bake)
    parts = len(made.runs) / len({r.dough for r in made.runs})
    return Usual(math.hypot(bake, part / math.sqrt(parts)), part, KITCHEN_COUNTS)
