"""What is left of deliveries: what came, less what batches took of them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from django.db.models import Q

from dough.accounts.store import Store
from kitchen.documents.draft import DraftDoc
from kitchen.models import Batch, Lot


@dataclass(frozen=True, slots=True)
class Taken:
    """What batches took of a delivery: grams, and how many batches they were."""

    grams: float = 0.0
    batches: int = 0


def taken() -> dict[int, Taken]:
    """What each delivery gave, by its id. A batch took its weights once, however often its bake was put right."""
    found: dict[int, Taken] = {}
    lines_of: dict[int, dict[str, float | None]] = {}
    for batch in Batch.objects.exclude(lots={}).select_related("version"):
        if batch.version_id not in lines_of:
            draft = DraftDoc.model_validate(batch.version.formula).to_core()
            lines_of[batch.version_id] = {x.id: x.grams for x in draft.formula.lines}
        grams: dict[int, float] = {}
        for line, said in batch.lots.items():
            weight = batch.weighed.get(line, lines_of[batch.version_id].get(line))
            grams[said["lot"]] = grams.get(said["lot"], 0.0) + (weight or 0.0)
        for lot, weight in grams.items():
            was = found.get(lot, Taken())
            found[lot] = Taken(was.grams + weight, was.batches + 1)
    return found


def store_on(today: date) -> Store:
    """Grams by ingredient that can go into a bowl, of the deliveries in use that are not past their day; None where one
    of them does not say how much came, and another may hold too little."""
    gone = taken()
    found: dict[str, float | None] = {}
    for lot in Lot.objects.filter(Q(use_by=None) | Q(use_by__gte=today), retired_at=None):
        left = left_of(lot, gone.get(lot.pk, Taken()))
        had = found.get(lot.ingredient, 0.0)
        found[lot.ingredient] = None if left is None or had is None else had + left
    return found


def left_of(lot: Lot, gone: Taken) -> float | None:
    """Grams of a delivery that can still go into a bowl; None where nobody said how much came."""
    if lot.came_g is None:
        return None
    return max(lot.came_g - gone.grams, 0.0) * (1.0 - min(lot.waste_pct or 0.0, 99.0) / 100.0)


def left_words(lot: Lot) -> str:
    """For instance ``4275 g of it should be left to weigh: 2 batches took 500 g.``"""
    gone = taken().get(lot.pk, Taken())
    left = left_of(lot, gone)
    several = f"{gone.batches} batch{'' if gone.batches == 1 else 'es'} took {gone.grams:.0f} g"
    if left is None:
        return f"How much came is not written down; {several}." if gone.batches else ""
    return f"{left:.0f} g of it should be left to weigh: {several if gone.batches else 'no batch named it yet'}."
