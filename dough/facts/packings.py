"""What cookies are kept in, and how readily it lets water vapour through (data/packings.csv)."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.facts.errors import EntryError
from dough.facts.tables import rows

#: What they are kept in where nothing is said.
USUAL_PACKING = "tin"


@dataclass(frozen=True, slots=True)
class Packing:
    """How cookies are kept: kg a m² and hour let through for a difference of 1 in water activity, m² of it for each m²
    of cookie."""

    id: str
    words: str
    lets_through: float
    around: float
    confidence: str
    note: str


@cache
def packings() -> dict[str, Packing]:
    """Packings by id, in table order."""
    return {
        r["id"]: Packing(r["id"], r["words"], float(r["lets_through"]), float(r["around"]), r["confidence"], r["note"])
        for r in rows("packings")
    }


def packing(ident: str) -> Packing:
    """A packing by its id. Raises EntryError for one that is not known."""
    found = packings().get(ident)
    if found is None:
        raise EntryError("target.packing", f"“{ident[:30]}” is not a packing known here. Pick one from the list.")
    return found
