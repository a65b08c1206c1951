"""Series: planned from a draft, and what their runs measured written down."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User

from dough.facts.entry import read_named
from dough.facts.errors import EntryError
from dough.facts.quantities import keys_of, of_role
from dough.judgement.trials.measure import read_list
from kitchen.actions.base import Action, Done, LongAction
from kitchen.actions.rights import Right
from kitchen.documents.base import Typed
from kitchen.models import Dough, Series
from kitchen.reading.doughs import MissingError, dough_for_reading

MOST_SERIES = 100
#: The draft's document a plan starts from, and the plan's own.
Laid = tuple[dict[str, Any], dict[str, Any]]


@dataclass(frozen=True, kw_only=True)
class PlanSeries(LongAction[Series, Laid]):
    """Keep a plan. name is what it asks; laid_out gives the draft's document it starts from and the plan's."""

    dough_id: int
    name: str
    laid_out: Callable[[Dough], Laid]

    def check(self) -> None:
        if not self.name.strip():
            raise EntryError("name", "Say what the series asks, for instance “how much sugar for the rim”.")

    def work_out(self) -> Laid:
        return self.laid_out(dough_for_reading(self.dough_id))

    def settle(self, cook: User, found: Laid) -> Done[Series]:
        dough = dough_for_reading(self.dough_id)
        if dough.series.count() >= MOST_SERIES:
            raise EntryError("name", f"{MOST_SERIES} series are kept of this dough; that is the most.")
        base, plan = found
        made = Series.objects.create(
            dough=dough, name=self.name.strip()[:120], base=base, plan=plan, made_at=self.now, made_by=cook
        )
        return Done(made, made, f"planned the series {made.name}", dough)


@dataclass(frozen=True, kw_only=True)
class MeasureRun(Action[Series]):
    """What one run measured, as typed; empty boxes are unknown. revision is the one the cook saw."""

    right = Right.RECORD

    series_id: int
    revision: int
    order: int
    typed: dict[str, Typed]

    def change(self, cook: User) -> Done[Series]:
        series = series_for_reading(self.series_id)
        if series.revision != self.revision:
            raise EntryError("revision", "Someone wrote to this series meanwhile. Look at theirs, then enter yours.")
        if not any(r["order"] == self.order for r in series.plan["runs"]):
            raise MissingError("There is no such run in this series.")
        unknown = set(self.typed) - set(keys_of("series"))
        if unknown:
            raise EntryError("typed", f"“{sorted(unknown)[0][:30]}” is not something a run measures.")
        series.results = {**series.results, str(self.order): _read(self.typed)}
        series.revision += 1
        series.save(update_fields=["results", "revision"])
        return Done(series, series, f"measured run {self.order} of {series.name}", series.dough)


def series_for_reading(series_id: int) -> Series:
    """A series of a dough that is not deleted. Raises MissingError."""
    found = Series.objects.filter(pk=series_id, dough__deleted_at=None).select_related("dough", "made_by").first()
    if found is None:
        raise MissingError("There is no such series.")
    return found


def _read(typed: dict[str, Typed]) -> dict[str, list[float]]:
    found = {}
    for q in of_role("series"):
        value = typed.get(q.key)
        if q.several:
            readings = list(read_list(None if value is None else str(value), q.key, q.key))
        else:
            one = read_named(value, q.key)
            readings = [] if one is None else [one]
        if readings:
            found[q.key] = readings
    return found
