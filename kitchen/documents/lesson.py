"""A lesson as it is kept."""

from __future__ import annotations

from pydantic import BaseModel

from dough.judgement.learning.lesson import Lesson
from dough.judgement.learning.reference import read_reference


class LessonDoc(BaseModel):
    """A lesson as it is kept (see ``dough.judgement.learning.lesson.Lesson``)."""

    names: list[tuple[str, int | str, str]]
    mean: list[float]
    covariance: list[list[float]]
    bakes: list[str]
    scores: list[tuple[int, str, float, float]]
    baked: list[tuple[int | None, int]]
    alike: list[tuple[int, list[float]]] = []

    def to_core(self) -> Lesson:
        return Lesson(
            tuple(self.names), tuple(self.mean), tuple(map(tuple, self.covariance)),
            tuple(map(read_reference, self.bakes)), tuple(self.scores), tuple(self.baked),
            tuple((dough, tuple(f)) for dough, f in self.alike),
        )  # fmt: skip

    @classmethod
    def of(cls, lesson: Lesson) -> LessonDoc:
        return cls(
            names=list(lesson.names), mean=list(lesson.mean), covariance=list(map(list, lesson.covariance)),
            bakes=[b.text for b in lesson.bakes], scores=list(lesson.scores), baked=list(lesson.baked),
            alike=[(dough, list(f)) for dough, f in lesson.alike],
        )  # fmt: skip
