"""What each version did: its bakes beside those of the version it came from, and what the forecast had said."""

from __future__ import annotations

import math
from dataclasses import dataclass
from statistics import fmean

from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.quantities import Quantity
from dough.facts.scatter import AS_USUAL, Scatter

#: A difference of means past this many standard errors is called real.
REAL = 2.0


@dataclass(frozen=True, slots=True)
class Did:
    """One attribute: measured change against the parent (None: not measured on both), the forecast's change, and
    whether the measured one stands above scatter."""

    attribute: Quantity
    measured: float | None
    forecast: float | None
    real: bool


def mean_cookie(bakes: list[Cookie]) -> Cookie:
    """The mean of what was measured; what no bake has stays unknown."""
    values = {}
    for a in ATTRIBUTES:
        known = [v for b in bakes if (v := getattr(b, a.key)) is not None]
        values[a.key] = fmean(known) if known else None
    return Cookie(**values)


def did(
    before: list[Cookie], after: list[Cookie], told_before: Cookie | None, told_after: Cookie | None,
    scatter: Scatter = AS_USUAL,
) -> tuple[Did, ...]:  # fmt: skip
    """What came of going from one version to the next, attribute by attribute; those neither measured nor forecast
    are left out."""
    found = []
    for a in ATTRIBUTES:
        x, y = ([v for b in side if (v := getattr(b, a.key)) is not None] for side in (before, after))
        measured = fmean(y) - fmean(x) if x and y else None
        error = scatter.of(a.key, fmean(x)) * math.sqrt(1.0 / len(x) + 1.0 / len(y)) if x and y else 0.0
        ends = (getattr(told_before, a.key, None), getattr(told_after, a.key, None))
        forecast = ends[1] - ends[0] if ends[0] is not None and ends[1] is not None else None
        if measured is not None or forecast is not None:
            real = measured is not None and abs(measured) > REAL * error
            found.append(Did(a, measured, forecast, real))
    return tuple(found)
