"""What lies in the larder: how much is left, how old, what falls due."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from django.db.models import F, Sum
from django.db.models.functions import Coalesce

from dough.plan.kept import FORMS, Due, due
from kitchen.models import Stored

#: So many are told at once, those that fall due first.
MOST = 300


@dataclass(frozen=True, slots=True)
class InLarder:
    """One thing that is there: its row, pieces left, hours since it was made, how it stands."""

    row: Stored
    left: int
    age_h: float
    due: Due

    @property
    def form_words(self) -> str:
        return FORMS.get(self.row.form, self.row.form)


def larder(now: datetime, dough_id: int | None = None) -> list[InLarder]:
    """What is there, that which falls due first; by one question."""
    rows = Stored.objects.select_related("dough", "version", "cold", "put_by").annotate(
        left=F("pieces") - Coalesce(Sum("moves__pieces"), 0)
    )
    if dough_id is not None:
        rows = rows.filter(dough=dough_id)
    found = rows.filter(left__gt=0).order_by("use_by", "id")[:MOST]
    return [
        InLarder(
            r, int(r.left), max((now - r.made_at).total_seconds() / 3600.0, 0.0),
            due((r.use_by - now).total_seconds() / 3600.0),
        )
        for r in found
    ]  # fmt: skip
