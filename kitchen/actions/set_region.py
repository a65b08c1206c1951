"""Say where the kitchen sells and eats: what law of food goes by."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.facts.regions import region
from kitchen.actions.base import Action, Done
from kitchen.models import Kitchen
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class SetRegion(Action[Kitchen]):
    """code is a region of data/regions.csv."""

    code: str

    def check(self) -> None:
        region(self.code)

    def change(self, cook: User) -> Done[Kitchen]:
        found = region(self.code)
        kitchen = Kitchen.objects.first()
        if kitchen is None:
            raise MissingError("There is no kitchen here yet.")
        kitchen.region = found.code
        kitchen.save(update_fields=["region"])
        return Done(kitchen, kitchen, f"sells and eats in {found.name}")
