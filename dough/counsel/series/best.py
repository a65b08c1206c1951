"""The best point of a series: the levels whose cookie should be nearest to the target, how sure that is, and where on
the texture map that cookie would stand."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.counsel.series.design import Plan
from dough.counsel.series.effects import Outcome
from dough.counsel.series.fitting import Fit, fit_of
from dough.counsel.series.pieces import Pieces
from dough.counsel.series.terms import columns
from dough.draft.texture_map import MapPlace, place_of
from dough.facts.cookie import ATTRIBUTES, BY_KEY, Cookie
from dough.facts.quantities import Quantity
from dough.facts.scatter import AS_USUAL, Scatter

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Draws of what the effects may be, and points looked at along each of so many factors.
DRAWS = 400
POINTS = {1: 41, 2: 33, 3: 9, 4: 5, 5: 4}
#: Share of draws between the ends told of a level, and of the region on the map.
LEVELS_HOLD, REGION_HOLDS = 0.8, 0.95
REGION_POINTS = 36
#: A level is settled where its range is no more than this share of what was varied.
SETTLED = 0.5


@dataclass(frozen=True, slots=True)
class BestLevel:
    """A factor's best level with the range that holds it 8 times in 10, in its unit. settled is whether that range is
    at most half of what was varied."""

    name: str
    unit: str
    value: float
    low: float
    high: float
    settled: bool


@dataclass(frozen=True, slots=True)
class Best:
    """The best point within what was varied: its levels, the distance expected there and that of the best and of the
    worst point in clear misses, by which measures, and where it would stand on the map with a 95 % region (crisp,
    height in mm; empty where the series did not measure both)."""

    levels: tuple[BestLevel, ...]
    distance: float
    worst: float
    compared: tuple[Quantity, ...]
    place: MapPlace | None
    region: tuple[MapPlace, ...]

    @property
    def words(self) -> str:
        """As a cook would say it: the levels that are settled, and what does not matter or is not known yet."""
        sure = [f"{x.name.lower()} {x.value:.3g} {x.unit}".strip() for x in self.levels if x.settled]
        open_ = [x.name.lower() for x in self.levels if not x.settled]
        if not sure:
            return f"No best level of {' or '.join(open_)} stands out yet: the target is about as near anywhere."
        tail = f" {' and '.join(open_).capitalize()} may stand where it is: no level stands out." if open_ else ""
        return f"Nearest to the target with {' and '.join(sure)}.{tail}"


def best_of(
    made: Plan, outcomes: Mapping[str, Outcome], values: Mapping[str, dict[int, float]], target: Cookie,
    rng: np.random.Generator, scatter: Scatter = AS_USUAL, pieces: Mapping[str, Pieces] | None = None,
) -> Best | None:  # fmt: skip
    """The best point by everything that the series measured and the target wishes; values by measure and run order.

    None while no wished measure can be read. Risk is in it: the point with the least distance over what the effects may
    be, not over their best guess. What one bake scatters anyway is left out, being the same everywhere.
    """
    fits: dict[str, Fit] = {}
    for key, o in outcomes.items():
        # What is neither compared nor on the map is not read here.
        if (
            key in BY_KEY
            and key in values
            and (f := fit_of(made, key, values[key], scatter, bool(o.bend and o.bend.clear), (pieces or {}).get(key)))
        ):
            fits[key] = f
    compared = tuple(a for a in ATTRIBUTES if a.key in fits and getattr(target, a.key) is not None)
    if not compared:
        return None
    grid = np.array(list(itertools.product(np.linspace(0.0, 1.0, POINTS[len(made.factors)]), repeat=len(made.factors))))
    if made.triangle:
        grid = grid[grid.sum(axis=1) <= 1.0 + 1e-9]
    drawn = {key: _drawn(f, grid, rng) for key, f in fits.items()}
    misses = np.stack([(drawn[a.key] - getattr(target, a.key)) / a.step for a in compared])
    squares = (misses**2).mean(axis=0)
    expected = squares.mean(axis=1)
    at = int(np.argmin(expected))
    bests = grid[np.argmin(squares, axis=0)]
    place, region = _on_the_map({k: v[at] for k, v in drawn.items()})
    return Best(
        tuple(_level(made, n, float(grid[at, n]), bests[:, n]) for n in range(len(made.factors))),
        math.sqrt(float(expected[at])), math.sqrt(float(expected.max())), compared, place, region,
    )  # fmt: skip


def _drawn(f: Fit, grid: Array, rng: np.random.Generator) -> Array:
    """What a measure may be at each point, shape (points, draws)."""
    rows = np.tile(f.mean, (len(grid), 1))
    rows[:, f.first :] = columns(f.terms, grid)
    sure = min(f.spread(row)[1] for row in rows[[0, -1]])
    values, vectors = np.linalg.eigh(f.covariance)
    root = vectors * np.sqrt(np.maximum(values, 0.0))
    wide = np.sqrt(sure / rng.chisquare(sure, size=DRAWS))
    params = f.params[:, None] + root @ rng.normal(size=(len(values), DRAWS)) * wide
    return np.asarray(rows @ params)


def _level(made: Plan, n: int, at: float, bests: Array) -> BestLevel:
    f = made.factors[n]
    span = f.levels[-1] - f.levels[0]
    edge = (1.0 - LEVELS_HOLD) / 2.0
    # Between two points that were looked at nothing is known: an end is as wide as half the way to the next.
    half = 0.5 / (POINTS[len(made.factors)] - 1)
    ends_at = (float(np.quantile(bests, edge)) - half, float(np.quantile(bests, 1.0 - edge)) + half)
    low, high = (min(max(v, 0.0), 1.0) for v in ends_at)
    value, ends = f.levels[0] + span * at, [f.levels[0] + span * v for v in (low, high)]
    return BestLevel(f.name, f.unit, value, ends[0], ends[1], high - low <= SETTLED + 2.0 * half)


def _on_the_map(drawn: Mapping[str, Array]) -> tuple[MapPlace | None, tuple[MapPlace, ...]]:
    """Where the cookie would stand, and the ellipse (in crispness and the logarithm of height) that holds it."""
    if "height_mm" not in drawn:
        return None, ()
    known = {k: np.clip(drawn[k], 0.0, 100.0) for k in ("rim_crisp", "middle_soft") if k in drawn}
    heights = np.maximum(drawn["height_mm"], 0.5)
    places = [
        place_of(Cookie(height_mm=float(h), **{k: float(v[n]) for k, v in known.items()}))
        for n, h in enumerate(heights)
    ]
    told = np.array([[p.crisp, math.log(p.height_mm)] for p in places if p is not None])
    if not len(told):
        return None, ()
    middle = told.mean(axis=0)
    values, vectors = np.linalg.eigh(np.cov(told.T))
    # Two dimensions: the chi-square that holds so much has a closed form.
    reach = np.sqrt(-2.0 * math.log(1.0 - REGION_HOLDS) * np.maximum(values, 0.0))
    turns = np.linspace(0.0, 2.0 * math.pi, REGION_POINTS, endpoint=False)
    around = middle + (np.stack([np.cos(turns), np.sin(turns)], axis=1) * reach) @ vectors.T
    region = tuple(MapPlace(min(max(float(c), 0.0), 100.0), math.exp(float(h))) for c, h in around)
    return MapPlace(float(middle[0]), math.exp(float(middle[1]))), region
