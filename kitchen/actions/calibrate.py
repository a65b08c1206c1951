"""Take a lesson into force, or go back to an earlier one."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction
from django.db.models import Max

from dough.facts.errors import EntryError
from dough.judgement.learning.fit import learn
from kitchen.actions.base import Action
from kitchen.documents.lesson import LessonDoc
from kitchen.models import Calibration, Kitchen
from kitchen.reading.doughs import MissingError
from kitchen.reading.logged_bakes import BY_HAND, considered

MOVED = "What is in force was changed meanwhile. Look again at what it says now, then choose."


@dataclass(frozen=True, kw_only=True)
class Calibrate(Action):
    """Learn from all bakes but those left out. seen is the calibration that was in force when the cook looked."""

    left_out: tuple[int, ...]
    seen: int | None
    note: str = ""

    def execute(self) -> Calibration:
        cook = self.cook()
        with transaction.atomic():
            kitchen = _kitchen(self.seen)
            rows = considered(set(self.left_out))
            known = {c.ident for c in rows if c.why == BY_HAND}
            bakes = [c.logged for c in rows if c.logged is not None]
            if not bakes:
                raise EntryError("left_out", "No bake is left to learn from. Let at least one count.")
            last = Calibration.objects.aggregate(last=Max("number"))["last"] or 0
            made = Calibration.objects.create(
                number=last + 1,
                left_out=sorted(known),
                lesson=LessonDoc.of(learn(bakes)).model_dump(mode="json"),
                note=self.note.strip()[:200],
                made_at=self.now,
                made_by=cook,
            )
            kitchen.calibration = made
            kitchen.save(update_fields=["calibration"])
        return made


@dataclass(frozen=True, kw_only=True)
class GoBackTo(Action):
    """Put an earlier calibration in force, or general parameters (to None)."""

    to: int | None
    seen: int | None

    def execute(self) -> None:
        self.cook()
        with transaction.atomic():
            kitchen = _kitchen(self.seen)
            found = None if self.to is None else Calibration.objects.filter(pk=self.to).first()
            if self.to is not None and found is None:
                raise MissingError("There is no such calibration.")
            kitchen.calibration = found
            kitchen.save(update_fields=["calibration"])


def _kitchen(seen: int | None) -> Kitchen:
    kitchen = Kitchen.objects.select_for_update().first()
    if kitchen is None:
        raise MissingError("There is no kitchen yet.")
    if kitchen.calibration_id != seen:
        raise EntryError("seen", MOVED)
    return kitchen
