"""Take a dough off the shelf, and put it back. Nothing is erased."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from kitchen.actions.base import Action, Done, dough_for_writing
from kitchen.models import Dough
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class DeleteDough(Action[Dough]):
    dough_id: int
    revision: int

    def change(self, cook: User) -> Done[Dough]:
        dough = dough_for_writing(self.dough_id, self.revision)
        dough.deleted_at = self.now
        dough.save()
        return Done(dough, dough, "took it off the shelf", dough)


@dataclass(frozen=True, kw_only=True)
class RestoreDough(Action[Dough]):
    dough_id: int

    def change(self, cook: User) -> Done[Dough]:
        dough = Dough.objects.select_related("saved_by").filter(pk=self.dough_id).first()
        if dough is None:
            raise MissingError("There is no such dough to put back.")
        dough.deleted_at = None
        dough.save()
        return Done(dough, dough, "put it back on the shelf", dough)
