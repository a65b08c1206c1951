"""What ingredients cost in this kitchen: by the latest delivery that says so."""

from __future__ import annotations

from dough.accounts.cost import Price
from kitchen.models import Kitchen, Lot


def prices() -> dict[str, Price]:
    """Price by ingredient id, of the delivery that arrived last among those with a pack and a price; one out of use
    counts too, being what was paid last."""
    found: dict[str, Price] = {}
    rows = Lot.objects.exclude(pack_g=None).exclude(pack_price=None).order_by("arrived_on", "id")
    for lot in rows:
        if lot.pack_g and lot.pack_price is not None:
            waste = min(lot.waste_pct or 0.0, 99.0)
            found[lot.ingredient] = Price(1000.0 * lot.pack_price / lot.pack_g, waste)
    return found


def money() -> str:
    """The kitchen's currency, by its letters."""
    found = Kitchen.objects.values_list("currency", flat=True).first()
    return found or "EUR"
