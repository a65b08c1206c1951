"""A probe's trace against the forecast: what it says of the oven and of the heat from below, while it bakes.

A Bayesian update over a grid of the two kitchen figures that heat the core (oven offset, heat from below) and of the
dough's own temperature, each within what is known of it beforehand. The model's own error about the core is counted as a
slow one, so that a hundred readings do not make it surer than a handful. Nothing here is learned by itself: it is shown,
and goes into the log when the cook says so.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache
from itertools import product
from typing import Any

import numpy as np

from dough.bake.batch import bake
from dough.bake.contract import BakeCase, Estimate
from dough.bake.intake import bake_inputs
from dough.bake.taught import THETA, Taught, moved
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryErrors
from dough.plan.whole import foretold

Array = np.ndarray[Any, np.dtype[np.float64]]
#: One sd of a reading, K; of the model about a core, K, and for how long that error stays itself, min; of the dough's
#: temperature as noted, K (judgement, L).
READ_SD, MODEL_SD, MODEL_MIN, DOUGH_SD = 1.0, 3.0, 3.0, 1.5
#: Sds looked at, of the oven, of the heat from below, of the dough's temperature.
OVEN_AT, BOTTOM_AT, DOUGH_AT = np.linspace(-2.4, 2.4, 9), (-1.6, -0.8, 0.0, 0.8, 1.6), (-1.2, 0.0, 1.2)
#: Readings used at most (the others lie between them), fewest to say anything, and minutes they must span.
MOST, FEWEST, SPAN_MIN = 40, 6, 1.5
#: A probe that comes warm from the hand reads the dough only after this, min.
SETTLES_MIN = 0.4
NORMAL_90 = 1.645


@dataclass(frozen=True, slots=True)
class Corrected:
    """The forecast as the trace has it by now: the oven's offset in K and heat from below as a factor with 90 % ranges,
    the core's course (minutes, °C), the first good and the best minute, what they were before, and what is said of it."""

    oven_k: Estimate
    bottom: Estimate
    course: tuple[tuple[float, float], ...]
    first_min: float | None
    best_min: float | None
    was_first_min: float | None
    was_best_min: float | None
    readings: int
    words: str


@dataclass(frozen=True, slots=True)
class _Named:
    """A case by its text: it holds tables that can't be hashed."""

    text: str
    case: BakeCase = field(compare=False)


@dataclass(frozen=True)
class _Grid:
    """Everything the trace is held against: the kitchen's moves of each point, shape (n, 2), their log prior (n,), and
    the core of each by time, minutes (steps,) and °C (n, steps)."""

    moves: Array
    prior: Array
    minutes: Array
    cores: Array


def corrected(
    case: BakeCase, minutes: float, readings: Sequence[tuple[float, float]], wanted: Cookie
) -> Corrected | None:
    """What a trace (minutes in the oven, °C of the core) makes of the forecast. None where there is too little of it, or
    where the model can't say."""
    kept = thinned(readings)
    if len(kept) < FEWEST or kept[-1][0] - kept[0][0] < SPAN_MIN:
        return None
    before = foretold(case, wanted)
    grid = _grid(_Named(repr((case, minutes)), case), minutes)
    if grid is None or before is None:
        return None
    weights = _weights(grid, kept)
    mean, sd = _moments(grid.moves, weights)
    taught = taught_by(case.taught, mean, sd)
    after = foretold(replace(case, taught=taught), wanted)
    centre = case.taught.learned
    oven = Estimate(centre.oven_k + mean[0], *_span(centre.oven_k + mean[0], sd[0]))
    low, high = _span(mean[1], sd[1])
    bottom = Estimate(*(centre.bottom * math.exp(x) for x in (mean[1], low, high)))
    core = weights @ grid.cores
    course = tuple((round(float(t), 2), round(float(c), 1)) for t, c in zip(grid.minutes[::2], core[::2], strict=True))
    first = None if after is None else after.first_min
    best = None if after is None else after.best_min
    return Corrected(
        oven, bottom, course, first, best, before.first_min, before.best_min, len(kept),
        _said(oven, bottom, before.best_min, best),
    )  # fmt: skip


def thinned(readings: Sequence[tuple[float, float]]) -> list[tuple[float, float]]:
    """Readings once the probe has settled, evenly thinned to as many as say anything new."""
    kept = sorted((m, c) for m, c in readings if m >= SETTLES_MIN and math.isfinite(c))
    every = max(math.ceil(len(kept) / MOST), 1)
    return kept[::every]


def taught_by(taught: Taught, mean: Sequence[float], sd: Sequence[float]) -> Taught:
    """What is known of the kitchen with two of its figures moved and held closer."""
    by = [0.0] * len(THETA)
    by[THETA.index("oven_k")], by[THETA.index("bottom")] = mean[0], mean[1]
    root = [list(row) for row in taught.root]
    for name, now in zip(("oven_k", "bottom"), sd, strict=True):
        i = THETA.index(name)
        was = math.sqrt(sum(x * x for x in root[i]))
        root[i] = [x * min(now / was, 1.0) if was > 0 else x for x in root[i]]
    return replace(taught, learned=moved(taught.learned, by), root=tuple(map(tuple, root)))


def prior_sd(taught: Taught) -> tuple[float, float]:
    """One sd of the oven's offset, K, and of the heat from below (log), as known before."""
    rows = [taught.root[THETA.index(n)] for n in ("oven_k", "bottom")]
    oven, bottom = (math.sqrt(sum(x * x for x in row)) for row in rows)
    return oven, bottom


@lru_cache(maxsize=16)
def _grid(named: _Named, minutes: float) -> _Grid | None:
    case = named.case
    longer = replace(case, heat=replace(case.heat, minutes=max(1.6 * minutes, 4.0)))
    oven_sd, bottom_sd = prior_sd(case.taught)
    points = list(product(OVEN_AT, BOTTOM_AT, DOUGH_AT))
    cases, learned = [], []
    for z_oven, z_bottom, z_dough in points:
        by = [0.0] * len(THETA)
        by[THETA.index("oven_k")], by[THETA.index("bottom")] = z_oven * oven_sd, z_bottom * bottom_sd
        learned.append(moved(case.taught.learned, by))
        warm = longer.handling.dough_temp_c + z_dough * DOUGH_SD
        cases.append(bake_inputs(replace(longer, handling=replace(longer.handling, dough_temp_c=warm))))
    try:
        baked = bake(cases, learned=learned)
    except EntryErrors:
        return None
    upto = baked.steps_bake + 1
    z = np.array(points, dtype=float)
    return _Grid(
        z[:, :2] * np.array([oven_sd, bottom_sd]), -0.5 * np.sum(z**2, axis=1),
        baked.column("t")[0, :upto] / 60.0, baked.column("core")[:, :upto],
    )  # fmt: skip


def _weights(grid: _Grid, kept: Sequence[tuple[float, float]]) -> Array:
    """The posterior over the grid, shape (n,)."""
    at = np.array([m for m, _ in kept])
    read = np.array([c for _, c in kept])
    told = np.array([np.interp(at, grid.minutes, core) for core in grid.cores])
    apart = np.abs(at[:, None] - at[None, :])
    cov = READ_SD**2 * np.eye(len(at)) + MODEL_SD**2 * np.exp(-apart / MODEL_MIN)
    left = np.linalg.solve(np.linalg.cholesky(cov), (read - told).T)
    log = grid.prior - 0.5 * np.sum(left**2, axis=0)
    weights: Array = np.exp(log - log.max())
    return weights / weights.sum()


def _moments(moves: Array, weights: Array) -> tuple[list[float], list[float]]:
    mean = weights @ moves
    spread = np.sqrt(np.maximum(weights @ (moves - mean) ** 2, 1e-6))
    return [float(x) for x in mean], [float(x) for x in spread]


def _span(value: float, sd: float) -> tuple[float, float]:
    return value - NORMAL_90 * sd, value + NORMAL_90 * sd


def _said(oven: Estimate, bottom: Estimate, was: float | None, now: float | None) -> str:
    parts = []
    if oven.low is not None and oven.high is not None and (oven.low > 0 or oven.high < 0):
        parts.append(
            f"the oven heats as if {abs(oven.value):.0f} K {'hotter' if oven.value > 0 else 'colder'} than set"
        )
    if bottom.low is not None and bottom.high is not None and (bottom.low > 1 or bottom.high < 1):
        parts.append("more heat comes from below" if bottom.value > 1 else "less heat comes from below")
    if not parts:
        parts.append("the core goes as forecast")
    if was is not None and now is not None and abs(now - was) >= 0.25:
        parts.append(f"best {now:.1f} min instead of {was:.1f}")
    return ", ".join(parts)
