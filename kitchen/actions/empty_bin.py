"""Empty what has lain in the bin for its days, where nothing rests on it."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import transaction

from kitchen.actions.base import Action, Done
from kitchen.actions.rights import Right
from kitchen.models import Dough, Event, Kitchen, Plan, Run, Stored
from kitchen.reading.doughs import MissingError, binned

KEPT_FOR = timedelta(days=30)


@dataclass(frozen=True, kw_only=True)
class EmptyBin(Action[int]):
    """Throw away doughs that were taken off the shelf over 30 days ago and were never baked; how many.

    What was baked, photographed, planned, put by, or is followed stays: something rests on it.
    """

    right = Right.MANAGE

    def change(self, cook: User) -> Done[int]:
        kitchen = Kitchen.objects.first()
        if kitchen is None:
            raise MissingError("There is no kitchen here yet.")
        gone = throw_away(self.now)
        return Done(gone, kitchen, f"emptied the bin of {gone} doughs")


def throw_away(now: datetime) -> int:
    """Throw away what may go; how many doughs went."""
    old = [d for d in binned() if d.deleted_at + KEPT_FOR < now and d.n_bakes == 0]
    gone = 0
    with transaction.atomic():
        for found in old:
            dough = Dough.objects.get(pk=found.pk)
            if dough.photos.exists() or dough.series.exists() or dough.butter_out.exists():
                continue
            if any(m.objects.filter(dough=dough).exists() for m in (Plan, Stored, Run)):
                continue
            if dough.diet_versions.exists() or Dough.objects.filter(draft_parent__dough=dough).exclude(pk=dough.pk):
                continue
            # The journal stays; it names what is gone.
            Event.objects.filter(dough=dough).update(dough=None)
            Dough.objects.filter(pk=dough.pk).update(draft_parent=None)
            for version in dough.versions.order_by("-number"):
                version.delete()
            dough.delete()
            gone += 1
    return gone
