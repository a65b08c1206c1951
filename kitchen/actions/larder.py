"""The larder: put something by, take from it, throw it away with a reason."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Sum

from dough.bake.contract import BakeCase
from dough.facts.errors import EntryError
from dough.plan.finishes import finish
from dough.plan.kept import FORMS, use_by
from dough.plan.whole import cold_place, foretold
from kitchen.actions.base import Action, Before, Done
from kitchen.actions.rights import Right
from kitchen.documents.draft import DraftDoc
from kitchen.documents.furnishing import facts_of
from kitchen.models import Cold, Dough, Plan, Stored, StoredMove
from kitchen.reading.doughs import MissingError, dough_for_reading
from kitchen.reading.plans import setting_for, target_for

WHAT = {"baked": "baked", "eaten": "eaten or sold", "thrown": "thrown away", "back": "put back"}
OLDEST = timedelta(days=200)
AHEAD = timedelta(minutes=5)


@dataclass(frozen=True, kw_only=True)
class PutBy(Action[Stored]):
    """Pieces of a dough put in a cold place (None: on the counter). made_at is when the dough was mixed, or the
    cookies were baked. The same key sent again answers with what was put by."""

    right = Right.RECORD

    dough_id: int
    form: str
    pieces: int
    portion_g: float
    cold_id: int | None
    made_at: datetime
    finishes: tuple[str, ...] = ()
    plan_id: int | None = None
    key: str

    def check(self) -> None:
        if self.form not in FORMS:
            raise EntryError("form", "Pick what is kept: dough in one piece, balls, logs, slices, part-baked or baked.")
        if self.made_at > self.now + AHEAD:
            raise EntryError("made_at", "It can't have been made later than now. Check the time.")
        if self.now - self.made_at > OLDEST:
            raise EntryError("made_at", "That is more than 200 days ago: past every use-by there is.")
        for f in self.finishes:
            finish(f)

    def change(self, cook: User) -> Done[Stored] | Before[Stored]:
        again = Stored.objects.filter(key=self.key).first()
        if again is not None:
            if (again.dough_id, again.form, again.pieces) != (self.dough_id, self.form, self.pieces):
                raise EntryError("key", "That was put by already, with other figures. Look at it, then enter the rest.")
            return Before(again)
        dough = dough_for_reading(self.dough_id)
        cold = None if self.cold_id is None else Cold.objects.filter(pk=self.cold_id).first()
        if self.cold_id is not None and cold is None:
            raise EntryError("cold", "That cold place is not in this kitchen. Pick one from the list.")
        hours, because = self._keeps(dough, cold)
        plan = None if self.plan_id is None else Plan.objects.filter(pk=self.plan_id, dough=dough).first()
        made = Stored.objects.create(
            dough=dough, version=dough.draft_parent, plan=plan, draft=dough.draft, name=dough.name, form=self.form,
            pieces=self.pieces, portion_g=self.portion_g, cold=cold, finishes=list(self.finishes),
            made_at=self.made_at, put_at=self.now, put_by=cook, use_by=self.now + timedelta(hours=hours),
            because=because[:200], key=self.key,
        )  # fmt: skip
        return Done(made, made, f"put by {made}", dough)

    def _keeps(self, dough: Dough, cold: Cold | None) -> tuple[float, str]:
        formula = DraftDoc.model_validate(dough.draft).to_core().formula
        case = setting_for(dough).case()
        told = foretold(case, target_for(dough).cookie) if isinstance(case, BakeCase) else None
        age = max((self.now - self.made_at).total_seconds() / 3600.0, 0.0)
        place = cold_place(None if cold is None else facts_of(cold))
        dough_form = self.form not in ("baked", "part_baked")
        found = use_by(
            self.form, place, formula, aw=told.aw if told else None, finishes=tuple(finish(f) for f in self.finishes),
            age_h=age if dough_form else 0.0,
        )  # fmt: skip
        hours = found.hours if dough_form else max(found.hours - age, 0.0)
        return hours, found.because


def left_of(stored: Stored) -> int:
    """Pieces still there."""
    gone: dict[str, Any] = stored.moves.aggregate(n=Sum("pieces"))
    return int(stored.pieces - (gone["n"] or 0))


@dataclass(frozen=True, kw_only=True)
class TakeFrom(Action[StoredMove]):
    """Pieces leave the larder: baked, eaten or sold, thrown away (with a reason); back puts some of them back."""

    right = Right.RECORD

    stored_id: int
    what: str
    pieces: int
    why: str = ""
    key: str

    def check(self) -> None:
        if self.what not in WHAT:
            raise EntryError("what", "Say baked, eaten, thrown or back.")
        if self.what == "thrown" and not self.why.strip():
            raise EntryError("why", "Say in a word why it is thrown away: it is what the next plan learns from.")

    def change(self, cook: User) -> Done[StoredMove] | Before[StoredMove]:
        again = StoredMove.objects.filter(key=self.key).first()
        if again is not None:
            return Before(again)
        row = Stored.objects.filter(pk=self.stored_id).select_related("dough").first()
        if row is None:
            raise MissingError("That is not in the larder.")
        left = left_of(row)
        pieces = -self.pieces if self.what == "back" else self.pieces
        if pieces > left:
            raise EntryError("pieces", f"{left} are there, not {self.pieces}. Count again.")
        if left - pieces > row.pieces:
            raise EntryError("pieces", f"Only {row.pieces - left} were taken; no more can be put back.")
        move = StoredMove.objects.create(
            stored=row, what=self.what, pieces=pieces, why=self.why.strip()[:200], at=self.now, by=cook, key=self.key
        )
        return Done(move, move, f"{WHAT[self.what]}: {self.pieces} {FORMS[row.form]} of {row.name}", row.dough)
