"""Keep what this kitchen's cup of something weighs."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from dough.facts.ingredients import ingredient
from dough.facts.kitchen_measures import ML, Habit, fillings
from dough.judgement.trials.measure import read_list
from kitchen.actions.base import Action, Done
from kitchen.actions.rights import Right
from kitchen.models import CupWeighing


@dataclass(frozen=True, kw_only=True)
class WeighCups(Action[CupWeighing]):
    """typed holds the weights in grams apart by spaces or commas; three tell how well the cup repeats."""

    right = Right.RECORD

    ingredient_id: str
    filling: str
    typed: str
    habit: Habit

    def change(self, cook: User) -> Done[CupWeighing]:
        item = ingredient(self.ingredient_id)
        ways = [name for name, _ in fillings(item)]
        if self.filling not in ways:
            raise EntryError("filling", f"{item.name} is filled {' or '.join(w for w in ways if w) or 'one way'}.")
        grams = read_list(self.typed, "cup_g", "grams")
        if len(grams) < 3:
            raise EntryError("grams", "Weigh three cups, each filled anew: one cannot tell how well they repeat.")
        if max(grams) > 1.5 * min(grams):
            raise EntryError(
                "grams", f"{min(grams):g} and {max(grams):g} g differ too much. Fill all three the same way."
            )
        weighed = CupWeighing.objects.create(
            ingredient=item.id,
            filling=self.filling,
            cup_ml=ML[self.habit]["cup"],
            grams=list(grams),
            weighed_at=self.now,
            weighed_by=cook,
        )
        return Done(weighed, weighed, f"weighed cups of {item.name}")
