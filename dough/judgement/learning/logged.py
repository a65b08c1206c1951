"""A logged bake as the calibration sees it: what was baked, and each reading with how sure it is."""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.bake.contract import BakeCase
from dough.facts.quantities import Quantity, of_role
from dough.judgement.learning.reference import Reference
from dough.judgement.trials.measure import Measured


@dataclass(frozen=True, slots=True)
class Reading:
    """The mean of what was read of one end value, and one sd of it as a mean of that bake: of its natural logarithm
    for width and height, in its own unit for the rest."""

    value: float
    sd: float


@dataclass(frozen=True, slots=True)
class Logged:
    """One bake or level of a series. dough, oven and tray are the kitchen's numbers; None where not noted."""

    ident: Reference
    dough: int
    oven: int | None
    tray: int | None
    case: BakeCase
    readings: dict[str, Reading]


def readings(measured: Measured) -> dict[str, Reading]:
    """What a bake's measures say, by end value; only what was measured."""
    found: dict[str, Reading] = {}
    for q in of_role("learned"):
        value = _read(measured, q.key)
        if value is not None and (value > 0.0 or not q.relative):
            found[q.key] = Reading(value, math.hypot(read_sd(q, value, measured), q.scatter or 0.0))
    return found


def _read(measured: Measured, key: str) -> float | None:
    # A shade of the whole top that was worked out from rim and middle would say the same twice.
    return measured.one(key) if key == "crust_l" else measured.value(key)


def read_sd(q: Quantity, value: float, measured: Measured) -> float:
    """How sure the readings are of their mean, one sd: a share for what scatters as a share, else in the unit."""
    sure = q.read_sd or 0.0
    # The camera sees the top: a base, or a top picked beside the photo, is still by eye.
    by_photo = measured.shade_from == "photo" and q.key in ("l_rim", "l_middle")
    if q.read_by_eye_sd is not None and not by_photo:
        sure = q.read_by_eye_sd
    return sure / math.sqrt(measured.count(q.key)) / value if q.relative else sure
