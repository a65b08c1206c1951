"""What each version did: its bakes beside those of the version it came from, and what the forecast had said."""

from __future__ import annotations

import math
from dataclasses import dataclass
from statistics import fmean

from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.quantities import Quantity
from dough.facts.said import listed
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


def taught_words(found: tuple[Did, ...], bakes: int, before: int) -> str:
    """What a version taught, in a sentence: what stands above scatter, and whether the forecast had said so. bakes and
    before are how many bakes this version and the one it came from have."""
    if not bakes:
        told = [d.attribute.more(d.forecast) for d in found if d.forecast is not None and _shows(d, d.forecast)]
        return f"Not baked yet; the forecast says {listed(told)}." if told else "Not baked yet."
    if not before:
        return "The version it came from was never baked, so what the change did is not known."
    real = [d for d in found if d.real and d.measured is not None]
    if not real:
        many = "bakes" if bakes + before > 2 else "one bake of each"
        return f"Nothing stands above scatter: what {many} show may be chance."
    said = listed([_named(d, d.measured or 0.0) for d in real])
    seen = [(d, d.forecast) for d in real if d.forecast is not None and _shows(d, d.forecast)]
    against = listed(d.attribute.label.lower() for d, told in seen if told * (d.measured or 0.0) < 0.0)
    if against:
        return f"It came out {said}; the forecast had said the other way for {against}."
    return f"It came out {said}, {'as' if len(seen) == len(real) else 'more than'} the forecast had said."


def _shows(d: Did, value: float) -> bool:
    """Whether a change would be seen: a third of a clear miss."""
    return abs(value) >= d.attribute.step / 3.0


def _named(d: Did, value: float) -> str:
    name = f"{d.attribute.label.lower()} " if d.attribute.unit == "of 100" else ""
    return name + d.attribute.more(value)
