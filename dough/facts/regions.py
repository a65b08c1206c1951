"""Where a kitchen sells and eats: what is approved as a food there, and how energy of sugar alcohols is counted.

Recalled from public regulation, which changes with time and place (M): a reminder, not advice. See data/regions.csv and
data/energy_factors.csv.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.facts.errors import EntryError
from dough.facts.ingredients import Ingredient
from dough.facts.tables import rows

USUAL = "EU"


@dataclass(frozen=True, slots=True)
class Region:
    """A region by code, its name, the ids of what is not approved as a food there, and the money, measures, order
    of dates and time zone a kitchen there starts with."""

    code: str
    name: str
    not_approved: frozenset[str]
    currency: str
    units: str
    date_order: str
    note: str
    zone: str


@cache
def regions() -> dict[str, Region]:
    """All regions by code, in table order."""
    return {
        r["region"]: Region(
            r["region"],
            r["name"],
            frozenset(r["not_approved"].split()),
            r["currency"],
            r["units"],
            r["date_order"],
            r["note"],
            next((z["zone"] for z in rows("zones") if z["region"] == r["region"]), "UTC"),
        )
        for r in rows("regions")
    }


def region(code: str) -> Region:
    """The region with this code. Raises EntryError for one that is not known."""
    found = regions().get(code)
    if found is None:
        known = ", ".join(r.name for r in regions().values())
        raise EntryError("region", f"“{code[:20]}” is not a region known here. Pick one: {known}.")
    return found


def approved(item: Ingredient, code: str) -> bool:
    """Whether an ingredient is approved as a food in a region, as far as is known here."""
    found = regions().get(code)
    return found is None or item.kind not in found.not_approved


@cache
def _factors() -> dict[tuple[str, str], float]:
    return {(r["of"], r["region"]): float(r["kcal_per_g"]) for r in rows("energy_factors")}


#: Factor the table's own energy is stated with.
TABLE_FACTOR = {"erythritol": 0.2, "allulose": 0.4}


def kcal_per_100g(item: Ingredient, code: str) -> float:
    """Energy of 100 g, kcal: the table's, with sugar alcohols by the region's factor."""
    held = item.parts.other_sugar
    if held <= 0.0:
        return item.parts.kcal
    keys = (item.kind, *(f"class:{c}" for c in ("erythritol", "allulose", "polyol") if item.is_(c)))
    wanted = next((_factors()[(k, code)] for k in keys if (k, code) in _factors()), None)
    if wanted is None:
        return item.parts.kcal
    stated = next((f for c, f in TABLE_FACTOR.items() if item.is_(c)), 2.4)
    return item.parts.kcal + held * (wanted - stated)
