"""Whether cookies will meet on the tray: a probability, from how unsure the forecast is and how pieces scatter.

Every cookie of a tray is wider or narrower than forecast by one common share (what the forecast does not know) and by
its own (pieces differ). Two neighbours meet when half of both widths passes the distance of their middles. For a pair
that is a closed form; for a whole tray the common share is integrated over quantiles and the pieces are drawn by a
fixed series of numbers, so that the same tray gets the same answer.

Sources: pieces on one tray scatter by some 2.5 % (data/quantities.csv, M); the forecast by its own range.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from scipy.stats import norm

from dough.bake.contract import Estimate
from dough.bake.model import Z80
from dough.bake.outputs import Array
from dough.facts.quantities import quantity
from dough.plan.packing import TrayPacking

#: Quantiles of the common share, and draws of the pieces at each.
COMMON, DRAWS = 64, 400
SEED = 20
#: Forecast's own spread where it gives no range, as a share (a kitchen nothing was learned of; M).
UNKNOWN_SHARE = 0.07
COST = "Touching is no disaster: it costs roundness, leaves pale sides and a minute or two."


@dataclass(frozen=True, slots=True)
class Width:
    """The width cookies come out at, mm: value, the sd common to all of them, and the sd from piece to piece."""

    mm: float
    common_sd: float
    piece_sd: float

    @property
    def pair_sd(self) -> float:
        """sd of the mean of two neighbours."""
        return math.hypot(self.common_sd, self.piece_sd / math.sqrt(2.0))


def width_of(estimate: Estimate, portion_scatter: float = 0.0) -> Width:
    """From a forecast's 80 % range. portion_scatter is one sd of a piece's mass as a share; width goes with its cube
    root, and the tray's own scatter is counted beside it."""
    mm = estimate.value
    common = UNKNOWN_SHARE * mm
    if estimate.low is not None and estimate.high is not None:
        common = (estimate.high - estimate.low) / (2.0 * Z80)
    on_tray = quantity("diameter_mm").piece or 0.025
    return Width(mm, common, math.hypot(on_tray, portion_scatter / 3.0) * mm)


@dataclass(frozen=True, slots=True)
class Touch:
    """Chance (0 to 1) that the two nearest neighbours meet, that any two on the tray meet, and the mean number of
    cookies that meet another."""

    nearest: float
    any_two: float
    cookies: float


def touch(packing: TrayPacking, width: Width, stretch: float = 1.0) -> Touch:
    """For a tray. stretch is how wide an oval is for its depth: distances are measured as for discs."""
    at = np.array([[s.x_mm / stretch, s.y_mm] for s in packing.spots])
    return touch_at(at, width)


def touch_at(at: Array, width: Width) -> Touch:
    """The same for middles in mm, shape (n, 2)."""
    if len(at) < 2:
        return Touch(0.0, 0.0, 0.0)
    first, second, apart = _neighbours(at, width)
    if len(first) == 0:
        return Touch(0.0, 0.0, 0.0)
    nearest = pair_chance(float(apart.min()), width)
    common = width.mm + width.common_sd * norm.ppf((np.arange(COMMON) + 0.5) / COMMON)
    rng = np.random.default_rng(SEED)
    # Which cookies a pair is made of, shape (pairs, n): a cookie meets another where any of its pairs does.
    made_of = np.zeros((len(first), len(at)), dtype=np.float32)
    made_of[np.arange(len(first)), first] = made_of[np.arange(len(first)), second] = 1.0
    any_two = cookies = 0.0
    for wide in common:
        own = rng.standard_normal((DRAWS, len(at))) * width.piece_sd
        meet = wide + (own[:, first] + own[:, second]) / 2.0 > apart
        any_two += float(np.mean(meet.any(axis=1)))
        cookies += float(np.mean(((meet.astype(np.float32) @ made_of) > 0.0).sum(axis=1)))
    return Touch(nearest, any_two / COMMON, cookies / COMMON)


def _neighbours(at: Array, width: Width) -> tuple[Array, Array, Array]:
    """Pairs near enough ever to meet, and their distances."""
    far = width.mm + 5.0 * width.pair_sd
    first, second = np.triu_indices(len(at), 1)
    apart = np.hypot(*(at[first] - at[second]).T)
    near = apart < far
    return first[near], second[near], apart[near]


def pair_chance(distance_mm: float, width: Width) -> float:
    """Chance that two neighbours whose middles are so far apart meet."""
    return float(norm.sf((distance_mm - width.mm) / max(width.pair_sd, 1e-9)))


def gap_for(risk: float, width: Width) -> float:
    """The least gap, mm, between cookies at their forecast width for a chosen chance that two neighbours meet."""
    return max(float(norm.isf(min(max(risk, 1e-6), 0.5))) * width.pair_sd, 0.0)
