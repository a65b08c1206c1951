"""Take a dough off the shelf, and put it back. Nothing is erased."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction

from kitchen.actions.base import Action, dough_for_writing
from kitchen.models import Dough
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class DeleteDough(Action):
    dough_id: int
    revision: int

    def execute(self) -> Dough:
        self.cook()
        with transaction.atomic():
            dough = dough_for_writing(self.dough_id, self.revision)
            dough.deleted_at = self.now
            dough.save()
            return dough


@dataclass(frozen=True, kw_only=True)
class RestoreDough(Action):
    dough_id: int

    def execute(self) -> Dough:
        self.cook()
        with transaction.atomic():
            dough = Dough.objects.select_related("saved_by").filter(pk=self.dough_id).first()
            if dough is None:
                raise MissingError("There is no such dough to put back.")
            dough.deleted_at = None
            dough.save()
            return dough
