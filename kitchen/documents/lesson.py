"""A lesson as it is kept."""

from __future__ import annotations

from pydantic import BaseModel

from dough.judgement.learning.lesson import Lesson


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
