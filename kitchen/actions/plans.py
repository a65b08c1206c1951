"""Plans of a day: kept, dropped, and what was begun of them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Any

from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from dough.plan.finishes import finish
from dough.plan.portions import division
from kitchen.actions.base import Action, Done, OutdatedError
from kitchen.actions.rights import Right
from kitchen.documents.plan import PlanDoc
from kitchen.models import Cold, Cutter, Mixer, Plan, Scoop, Tin
from kitchen.models.furnishing import Furnishing
from kitchen.reading.doughs import MissingError, dough_for_reading, name_of
from kitchen.reading.plans import plan_for_reading, plan_on

#: The days a plan can be for, either side of now.
FURTHEST_DAYS = 400


class PlanStaleError(OutdatedError):
    """The write was based on an older revision of a plan."""

    def __init__(self, current: Plan) -> None:
        super().__init__(
            f"This plan was changed by {name_of(current.saved_by)} since you opened it, so yours was not saved over "
            "theirs. Theirs is shown beside it: choose which to keep."
        )
        self.current = current


@dataclass(frozen=True, kw_only=True)
class SavePlan(Action[Plan]):
    """A dough's plan of a day, made or changed. revision 0 makes one where none is; otherwise the one it was based
    on."""

    dough_id: int
    on: date
    revision: int
    plan: PlanDoc

    def check(self) -> None:
        if abs((self.on - self.now.date()).days) > FURTHEST_DAYS:
            raise EntryError("on", "Plans go some thirteen months either way. Check the day.")
        if self.plan.division:
            division(self.plan.division)
        for f in self.plan.finishes:
            finish(f.id)

    def change(self, cook: User) -> Done[Plan]:
        dough = dough_for_reading(self.dough_id)
        shape = self.plan.shape
        _there(Tin, shape.tin, "tin")
        _there(Cutter, shape.cutter, "cutter")
        _there(Scoop, shape.scoop, "scoop")
        _there(Mixer, self.plan.mixer, "mixer")
        for cold in (self.plan.cold, *(k.cold for k in self.plan.keep)):
            _there(Cold, cold, "cold place")
        body = self.plan.model_dump(mode="json")
        row = plan_on(dough, self.on)
        if row is None:
            if self.revision:
                raise MissingError("That plan was dropped meanwhile. Plan the day anew to keep yours.")
            row = Plan(dough=dough, on=self.on, made_at=self.now, revision=0)
        elif row.revision != self.revision:
            raise PlanStaleError(row)
        before = None if row.pk is None else {"body": row.body}
        row.body, row.division, row.lost_pct = body, self.plan.division, self.plan.weighed_loss_pct
        row.revision += 1
        row.saved_at, row.saved_by = self.now, cook
        row.save()
        return Done(row, row, f"planned {dough.name} for {self.on}", dough, before=before)


def _there(model: type[Furnishing], ident: int | None, what: str) -> None:
    if ident is not None and not model._default_manager.filter(pk=ident).exists():
        raise EntryError(what.split()[0], f"That {what} is not in this kitchen. Pick one from the list.")


@dataclass(frozen=True, kw_only=True)
class DropPlan(Action[Plan]):
    """Take a plan off its day. It stays in the journal."""

    plan_id: int
    revision: int

    def change(self, cook: User) -> Done[Plan]:
        row = plan_for_reading(self.plan_id)
        if row.revision != self.revision:
            raise PlanStaleError(row)
        row.dropped_at = self.now
        row.revision += 1
        row.saved_at, row.saved_by = self.now, cook
        row.save()
        return Done(row, row, f"dropped the plan of {row.dough.name} for {row.on}", row.dough)


@dataclass(frozen=True, kw_only=True)
class MarkSteps(Action[Plan]):
    """What was begun and ended of a plan, by step, in elapsed minutes of its day; None takes a mark back."""

    right = Right.RECORD

    plan_id: int
    marks: dict[str, tuple[int, int | None] | None]

    def check(self) -> None:
        for started_ended in self.marks.values():
            if started_ended is None:
                continue
            started, ended = started_ended
            if ended is not None and ended < started:
                raise EntryError("ended", "A step can't end before it began. Check the times.")

    def change(self, cook: User) -> Done[Plan]:
        row = plan_for_reading(self.plan_id)
        rows: list[dict[str, Any]] = [d for d in row.done if d["step"] not in self.marks]
        rows += [{"step": s, "started": m[0], "ended": m[1]} for s, m in self.marks.items() if m is not None]
        row.done = sorted(rows, key=lambda d: (d["started"], d["step"]))
        row.save()
        said = ", ".join(self.marks)[:120]
        return Done(row, row, f"noted {said} of {row.dough.name}", row.dough)
