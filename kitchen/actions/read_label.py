"""Say what a supplier's label says an ingredient may contain."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from django.contrib.auth.models import User

from dough.accounts.needs.verdict import open_codes
from dough.facts.errors import EntryError
from dough.facts.ingredients import ingredient
from dough.facts.needs import NAMES, ORIGINS
from kitchen.actions.base import Action, Done
from kitchen.documents.own_ingredient import find
from kitchen.models import SupplierLabel


@dataclass(frozen=True, kw_only=True)
class ReadLabel(Action[SupplierLabel]):
    """codes are the allergens the label says it may contain; none means the label was read and names none."""

    ingredient_id: str
    codes: tuple[str, ...]
    read_on: date | None = None

    def check(self) -> None:
        strange = [c for c in self.codes if c not in NAMES and c not in ORIGINS]
        if strange:
            raise EntryError("codes", f"“{strange[0][:20]}” is not an allergen known here. Tick those in the list.")
        if (self.read_on or self.now.date()) > self.now.date():
            raise EntryError("read_on", "A label can't be read on a day to come. Pick today or earlier.")

    def change(self, cook: User) -> Done[SupplierLabel]:
        item = find(self.ingredient_id) or ingredient(self.ingredient_id)
        read = SupplierLabel.objects.create(
            ingredient=self.ingredient_id,
            may_contain=list(dict.fromkeys(self.codes)),
            settles=list(dict.fromkeys((*NAMES, *open_codes(item)))),
            read_on=self.read_on or self.now.date(),
            said_at=self.now,
            said_by=cook,
        )
        return Done(read, read, f"read the label of {item.name}")
