"""A logged bake as the calibration sees it: what was baked, and each reading with how sure it is."""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.bake.contract import BakeCase
from dough.bake.taught import SCATTER, SCORE_SCATTER, SCORES
from dough.facts.scatter import USUAL
from dough.judgement.learning.reference import Reference
from dough.judgement.trials.measure import Measured

#: How sure one careful reading is, one sd: mm, points of loss, K, L* (practice, M; a shade picked from a strip on a
#: screen is worse than one from a photo with the card).
READ_SD = {"diameter_mm": 1.5, "height_mm": 0.7, "loss_pct": 0.35, "core_c": 2.0, "shade": 2.5, "shade_by_eye": 4.0}
SHADES = ("crust_l", "l_rim", "l_middle", "l_base")


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
    cookie, loss = measured.cookie, measured.bake_loss_pct
    for key, part, count in (
        ("diameter_mm", "diameter", measured.diameter_count),
        ("height_mm", "height", measured.height_count),
    ):
        value = getattr(cookie, key)
        if value:
            found[key] = Reading(value, math.hypot(READ_SD[key] / math.sqrt(count) / value, SCATTER[part]))
    if loss is not None:
        found["loss_pct"] = Reading(loss, math.hypot(READ_SD["loss_pct"], SCATTER["loss"]))
    if measured.core_c is not None:
        found["core_c"] = Reading(measured.core_c, math.hypot(READ_SD["core_c"], USUAL["core_c"]))
    for key in SHADES:
        shade = getattr(measured, key)
        # The camera sees the top: a base, or a top picked beside the photo, is still by eye.
        by_photo = measured.shade_from == "photo" and key in ("l_rim", "l_middle")
        read = READ_SD["shade" if by_photo else "shade_by_eye"]
        if shade is not None:
            found[key] = Reading(shade, math.hypot(read, SCATTER["shade"]))
    for key in SCORES:
        score = getattr(measured, key)
        if score is not None:
            found[key] = Reading(score, SCORE_SCATTER)
    return found
