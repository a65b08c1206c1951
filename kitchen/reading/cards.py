"""The shelf's summaries: kept under a stamp of what they were worked out from, a page at a time."""

from __future__ import annotations

import hashlib
import logging
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date
from itertools import islice
from typing import Any

from django.db import OperationalError
from django.db.models import Count, Max

from kitchen.models import Bake, Card, Dough, OwnIngredient, SupplierLabel, Version
from kitchen.reading.doughs import last_bakes
from kitchen.reading.forecasts import core_digest

log = logging.getLogger("kitchen.cards")


@dataclass(frozen=True, slots=True)
class About:
    """What a summary is worked out from, beside the dough itself."""

    versions: int
    bakes: int
    last: Bake | None


@dataclass(frozen=True, slots=True)
class Sought:
    """What is looked for on the shelf; empty is anything: every word in the name, a style, a need or wish of the
    target, an ingredient in the draft, planned on a day from one to another."""

    words: tuple[str, ...] = ()
    style: str = ""
    need: str = ""
    holds: str = ""
    planned: tuple[date, date] | None = None


ANYTHING = Sought()


def shelf_page(after: int, limit: int, sought: Sought = ANYTHING) -> list[Dough]:
    """Doughs on the shelf in the order they were put there, from the one after an id on."""
    rows = Dough.objects.filter(deleted_at=None, pk__gt=after).select_related("draft_parent", "follows")
    for word in sought.words:
        rows = rows.filter(name__icontains=word)
    if sought.style:
        rows = rows.filter(style=sought.style)
    if sought.planned is not None:
        rows = rows.filter(plans__on__range=sought.planned, plans__dropped_at=None).distinct()
    rows = rows.order_by("pk")
    if not (sought.need or sought.holds):
        return list(rows[:limit])
    return list(islice((d for d in rows.iterator(chunk_size=200) if _asks(d, sought)), limit))


def _asks(dough: Dough, sought: Sought) -> bool:
    """Whether a dough's target has a need, and its draft an ingredient."""
    target, lines = dough.target or {}, (dough.draft or {}).get("lines", [])
    needs = {*target.get("needs", []), *(w.get("need") for w in target.get("wishes", []))}
    return (not sought.need or sought.need in needs) and (
        not sought.holds or any(x.get("ingredient") == sought.holds for x in lines)
    )


def cards(doughs: Sequence[Dough], work_out: Callable[[Dough, About], dict[str, Any]]) -> list[dict[str, Any]]:
    """The summaries of these doughs, in their order; those whose stamp no longer holds are worked out and kept.

    A fixed number of questions, however many doughs.
    """
    ids = [d.pk for d in doughs]
    versions = dict(Version.objects.filter(dough__in=ids).values_list("dough").annotate(n=Count("pk")).order_by())
    of = "batch__version__dough"
    counted = Bake.objects.filter(**{f"{of}__in": ids}, corrected_by=None).values_list(of).annotate(n=Count("pk"))
    bakes, last = dict(counted.order_by()), last_bakes(ids)
    read = (_newest(SupplierLabel), _newest(OwnIngredient))
    kept = {c.dough_id: c for c in Card.objects.filter(dough__in=ids)}
    shown, fresh = [], []
    for dough in doughs:
        about = About(versions.get(dough.pk, 0), bakes.get(dough.pk, 0), last.get(dough.pk))
        stamp = _stamp(dough, about, read)
        card = kept.get(dough.pk)
        if card is None or card.stamp != stamp:
            card = Card(dough=dough, stamp=stamp, shown=work_out(dough, about))
            fresh.append(card)
        shown.append(card.shown)
    _keep(fresh)
    return shown


def _newest(model: type[SupplierLabel] | type[OwnIngredient]) -> int:
    return model.objects.aggregate(m=Max("pk"))["m"] or 0


def _stamp(dough: Dough, about: About, read: tuple[int, int]) -> str:
    parts = (
        core_digest(), dough.revision, dough.draft_parent_id, dough.follows.revision if dough.follows else None,
        about.versions, about.bakes, about.last.pk if about.last else None, read,
    )  # fmt: skip
    return hashlib.sha256(repr(parts).encode()).hexdigest()


def _keep(fresh: list[Card]) -> None:
    if not fresh:
        return
    try:
        Card.objects.bulk_create(
            fresh, batch_size=100, update_conflicts=True, unique_fields=["dough"], update_fields=["stamp", "shown"]
        )
    except OperationalError:
        # Someone else is writing, or nothing can be written: what is shown is right all the same.
        log.info("summaries of the shelf were not kept")
