"""Check the instruments: an oven by its thermometer, a scale by a known weight."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.accounts.kit_checks import OvenOffset, oven_offset, scale_error
from dough.facts.entry import read_named
from dough.facts.errors import EntryError
from dough.facts.furnishings import Value
from dough.judgement.trials.measure import read_list
from kitchen.actions.base import Action, Done
from kitchen.actions.furnish import Furnish
from kitchen.actions.rights import Right
from kitchen.documents.base import Typed
from kitchen.models import Oven, Scale, ScaleCheck
from kitchen.models.furnishing import Furnishing
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class TestOven(Action[Furnishing]):
    """Readings of an oven thermometer while the oven is set to one temperature; its offset follows."""

    right = Right.FURNISH
    __test__ = False

    oven_id: int
    revision: int
    set_c: Typed
    readings: str

    def check(self) -> None:
        self._offset()

    def _offset(self) -> OvenOffset:
        set_c = read_named(self.set_c, "oven_c", "set_c")
        if set_c is None:
            raise EntryError("set_c", "Say what the oven is set to.")
        return oven_offset(set_c, tuple(read_list(self.readings, "oven_c", "readings")))

    def change(self, cook: User) -> Done[Furnishing]:
        if not Oven.objects.filter(pk=self.oven_id).exists():
            raise MissingError("That oven is not in this kitchen.")
        found = self._offset()
        facts: dict[str, Value] = {"offset_k": found.offset_k, "offset_from": f"{found.words}, {self.now:%Y-%m-%d}"}
        done = Furnish(
            actor=self.actor, now=self.now, kind="oven", typed=facts, ident=self.oven_id, revision=self.revision
        ).change(cook)
        words = f"tested {done.on}: {found.offset_k:+g} K".replace("-", "−")
        return Done(done.answer, done.on, words, before=done.before)


@dataclass(frozen=True, kw_only=True)
class CheckScale(Action[ScaleCheck]):
    """A check weight on a scale, and what it showed."""

    right = Right.RECORD

    scale_id: int
    weight_g: Typed
    shown_g: Typed

    def change(self, cook: User) -> Done[ScaleCheck]:
        scale = Scale.objects.filter(pk=self.scale_id).first()
        if scale is None:
            raise MissingError("That scale is not in this kitchen.")
        weight = read_named(self.weight_g, "check_g", "weight_g")
        shown = read_named(self.shown_g, "check_g", "shown_g")
        if weight is None or shown is None:
            missing = "weight_g" if weight is None else "shown_g"
            raise EntryError(missing, "Say both: what the weight weighs, and what the scale shows.")
        judged = scale_error(weight, shown, scale.reads_g or 1.0)
        made = ScaleCheck.objects.create(
            scale=scale, weight_g=weight, shown_g=shown, checked_at=self.now, checked_by=cook
        )
        return Done(made, made, f"checked {scale.name}: {judged.words}")
