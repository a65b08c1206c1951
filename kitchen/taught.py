"""The lesson in force, as the core's forecasts want it, and its document."""

from __future__ import annotations

from functools import lru_cache

from pydantic import BaseModel

from dough.bake.taught import GENERAL, Taught
from dough.judgement.learning.lesson import Lesson
from kitchen.models.kitchen import Kitchen
from kitchen.models.learning import Calibration


class LessonDoc(BaseModel):
    """A lesson as it is kept (see ``dough.judgement.learning.lesson.Lesson``)."""

    names: list[tuple[str, int, str]]
    mean: list[float]
    covariance: list[list[float]]
    bakes: list[int]
    scores: list[tuple[int, str, float, float]]
    baked: list[tuple[int | None, int]]

    def to_core(self) -> Lesson:
        return Lesson(
            tuple(self.names), tuple(self.mean), tuple(map(tuple, self.covariance)), tuple(self.bakes),
            tuple(self.scores), tuple(self.baked),
        )  # fmt: skip

    @classmethod
    def of(cls, lesson: Lesson) -> LessonDoc:
        return cls.model_validate(lesson, from_attributes=True)


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


def taught(oven: int | None, tray: int | None, dough: int | None) -> Taught:
    """What the calibration in force knows of an oven, a tray and a dough."""
    now = in_force()
    return GENERAL if now is None else lesson_of(now).taught(oven, tray, dough)
