"""The lesson in force, as the core's forecasts want it, and its document."""

from __future__ import annotations

from datetime import datetime
from functools import lru_cache

from dough.bake.taught import GENERAL, Taught
from dough.judgement.learning.alike import Features
from dough.judgement.learning.lesson import Lesson
from kitchen.documents.lesson import LessonDoc
from kitchen.models.kitchen import Kitchen
from kitchen.models.learning import Calibration
from kitchen.reading.at_once import asked_once


@asked_once
def in_force() -> int | None:
    """Which calibration the forecasts use; None: general parameters."""
    return Kitchen.objects.values_list("calibration_id", flat=True).first()


@asked_once
def lesson_in_force() -> Lesson | None:
    """The lesson the forecasts use, by one question, kept at hand: it never changes. None: general parameters."""
    found = Kitchen.objects.values_list("calibration_id", "calibration__made_at").first()
    return None if found is None or found[0] is None else _lesson(found[0], found[1].isoformat())


@lru_cache(maxsize=8)
def _lesson(calibration: int, made_at: str) -> Lesson:
    return LessonDoc.model_validate(Calibration.objects.get(pk=calibration).lesson).to_core()


def taught(oven: int | None, tray: int | None, dough: int | None, like: Features | None = None) -> Taught:
    """What the calibration in force knows of an oven, a tray and a dough, and of doughs that are alike."""
    lesson = lesson_in_force()
    return GENERAL if lesson is None else lesson.taught(oven, tray, dough, like)


def lesson_before() -> tuple[Lesson | None, datetime] | None:
    """The lesson adopted before the one in force (None: general parameters) and when this one was adopted; None where
    nothing was ever learned."""
    found = Kitchen.objects.values_list("calibration__number", "calibration__made_at").first()
    if found is None or found[0] is None:
        return None
    row = Calibration.objects.filter(number__lt=found[0]).order_by("-number").values_list("pk", "made_at").first()
    return (None if row is None else _lesson(row[0], row[1].isoformat())), found[1]
