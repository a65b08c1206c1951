"""Say where the kitchen sells and eats: what law of food goes by."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction

from dough.facts.regions import region
from kitchen.actions.base import Action
from kitchen.models import Kitchen
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class SetRegion(Action):
    """code is a region of data/regions.csv."""

    code: str

    def execute(self) -> Kitchen:
        self.cook()
        found = region(self.code)
        with transaction.atomic():
            kitchen = Kitchen.objects.first()
            if kitchen is None:
                raise MissingError("There is no kitchen here yet.")
            kitchen.region = found.code
            kitchen.save(update_fields=["region"])
            return kitchen
