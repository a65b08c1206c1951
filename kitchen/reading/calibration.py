"""The lesson in force, as the core's forecasts want it, and its document."""

from __future__ import annotations

from functools import lru_cache

from dough.bake.taught import GENERAL, Taught
from dough.judgement.learning.alike import Features
from dough.judgement.learning.lesson import Lesson
from kitchen.documents.lesson import LessonDoc
from kitchen.models.kitchen import Kitchen
from kitchen.models.learning import Calibration


def in_force() -> int | None:
    """Which calibration the forecasts use; None: general parameters."""
    return Kitchen.objects.values_list("calibration_id", flat=True).first()


def lesson_of(calibration: int) -> Lesson:
    """The lesson of a calibration, kept at hand: it never changes."""
    made_at = Calibration.objects.values_list("made_at", flat=True).get(pk=calibration)
    return _lesson(calibration, made_at.isoformat())


@lru_cache(maxsize=8)
def _lesson(calibration: int, made_at: str) -> Lesson:
    return LessonDoc.model_validate(Calibration.objects.get(pk=calibration).lesson).to_core()


def of_dough(dough: int | None) -> bool:
    """Whether the calibration in force rests on a bake of this dough."""
    now = in_force()
    return now is not None and any(d == dough for _, d in lesson_of(now).baked)


def taught(oven: int | None, tray: int | None, dough: int | None, like: Features | None = None) -> Taught:
    """What the calibration in force knows of an oven, a tray and a dough, and of doughs that are alike."""
    now = in_force()
    return GENERAL if now is None else lesson_of(now).taught(oven, tray, dough, like)
