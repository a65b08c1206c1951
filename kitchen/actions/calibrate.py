"""Take a lesson into force, or go back to an earlier one."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db.models import Max

from dough.facts.errors import EntryError
from dough.judgement.learning.fit import learn
from dough.judgement.learning.lesson import Lesson
from dough.judgement.learning.reference import Reference
from kitchen.actions.base import Action, Done, LongAction, log
from kitchen.documents.lesson import LessonDoc
from kitchen.models import Bake, Calibration, Kitchen
from kitchen.reading.doughs import MissingError
from kitchen.reading.logged_bakes import BY_HAND, considered

MOVED = "What is in force was changed meanwhile. Look again at what it says now, then choose."


@dataclass(frozen=True, slots=True)
class Learned:
    """A lesson with the bakes a cook chose to leave out of it."""

    lesson: Lesson
    left_out: tuple[Reference, ...]


@dataclass(frozen=True, kw_only=True)
class Calibrate(LongAction[Calibration, Learned]):
    """Learn from all bakes but those left out. seen is the calibration that was in force when the cook looked."""

    left_out: tuple[Reference, ...]
    seen: int | None
    note: str = ""

    def work_out(self) -> Learned:
        rows = considered(set(self.left_out))
        bakes = [c.logged for c in rows if c.logged is not None]
        if not bakes:
            raise EntryError("left_out", "No bake is left to learn from. Let at least one count.")
        try:
            return Learned(learn(bakes), tuple(sorted(c.ident for c in rows if c.why == BY_HAND)))
        except (ArithmeticError, ValueError) as failure:
            log.warning("the fit of %d bakes failed: %s", len(bakes), type(failure).__name__)
            raise

    def settle(self, cook: User, found: Learned) -> Done[Calibration]:
        kitchen = _kitchen(self.seen)
        if not _all_count_still(found.lesson):
            raise EntryError("left_out", "A bake was corrected meanwhile. Look again, then choose.")
        last = Calibration.objects.aggregate(last=Max("number"))["last"] or 0
        made = Calibration.objects.create(
            number=last + 1,
            left_out=[r.text for r in found.left_out],
            lesson=LessonDoc.of(found.lesson).model_dump(mode="json"),
            note=self.note.strip()[:200],
            made_at=self.now,
            made_by=cook,
        )
        kitchen.calibration = made
        kitchen.save(update_fields=["calibration"])
        return Done(made, made, f"took calibration {made.number} into force, from {len(found.lesson.bakes)} bakes")


def _all_count_still(lesson: Lesson) -> bool:
    """Whether every bake of a lesson is there and not corrected: a fit takes seconds, and cooks go on meanwhile."""
    bakes = {r.number for r in lesson.bakes if r.kind == "bake"}
    rows = Bake.objects.filter(pk__in=bakes, corrected_by=None, batch__version__dough__deleted_at=None)
    return rows.count() == len(bakes)


@dataclass(frozen=True, kw_only=True)
class GoBackTo(Action[None]):
    """Put an earlier calibration in force, or general parameters (to None)."""

    to: int | None
    seen: int | None

    def change(self, cook: User) -> Done[None]:
        kitchen = _kitchen(self.seen)
        found = None if self.to is None else Calibration.objects.filter(pk=self.to).first()
        if self.to is not None and found is None:
            raise MissingError("There is no such calibration.")
        kitchen.calibration = found
        kitchen.save(update_fields=["calibration"])
        words = f"put calibration {found.number} in force" if found else "went back to general parameters"
        return Done(None, kitchen, words)


def _kitchen(seen: int | None) -> Kitchen:
    kitchen = Kitchen.objects.select_for_update().first()
    if kitchen is None:
        raise MissingError("There is no kitchen yet.")
    if kitchen.calibration_id != seen:
        raise EntryError("seen", MOVED)
    return kitchen
