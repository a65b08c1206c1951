"""What ingredients cost in this kitchen: by the latest delivery that says so."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from dough.accounts.cost import Price, dearer
from kitchen.models import Kitchen, Lot


def prices() -> dict[str, Price]:
    """Price by ingredient id, of the delivery that arrived last among those with a pack and a price; one out of use
    counts too, being what was paid last."""
    rows = Lot.objects.order_by("arrived_on", "id")
    return {lot.ingredient: price for lot in rows if (price := price_of(lot)) is not None}


def price_of(lot: Lot) -> Price | None:
    """What a delivery cost; None where its pack or price was not written down."""
    if not lot.pack_g or lot.pack_price is None:
        return None
    return Price(1000.0 * lot.pack_price / lot.pack_g, min(lot.waste_pct or 0.0, 99.0))


@dataclass(frozen=True, slots=True)
class Paid:
    """What was paid for a delivery of an ingredient: money a kg as bought and a kg in the bowl, and its share thrown
    away, percent."""

    lot: int
    name: str
    supplier: str
    arrived_on: date | None
    per_kg: float
    used_per_kg: float
    waste_pct: float


@dataclass(frozen=True, slots=True)
class PriceHistory:
    """What an ingredient cost, newest first, and in words what became of its price with one delivery."""

    words: str
    money: str
    paid: tuple[Paid, ...]


def price_history(lot: Lot) -> PriceHistory:
    """The prices of a delivery's ingredient over all deliveries."""
    rows = list(Lot.objects.filter(ingredient=lot.ingredient).order_by("arrived_on", "id"))
    known = [(x, p) for x in rows if (p := price_of(x)) is not None]
    paid = tuple(
        Paid(x.pk, x.name, x.supplier, x.arrived_on, p.per_kg, 1000.0 * p.per_used_g, p.waste_pct)
        for x, p in reversed(known)
    )
    at = next((n for n, (x, _) in enumerate(known) if x.pk == lot.pk), None)
    if at is None:
        words = "Give this delivery a pack and a price to know what it costs."
    elif at == 0:
        words = "The first price known of it."
    else:
        words = dearer(known[at - 1][1], known[at][1], money())
    return PriceHistory(words, money(), paid)


def money() -> str:
    """The kitchen's currency, by its letters."""
    found = Kitchen.objects.values_list("currency", flat=True).first()
    return found or "EUR"
