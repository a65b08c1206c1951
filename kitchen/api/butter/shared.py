"""What the butter routers share: reading a typed figure."""

from __future__ import annotations

from dough.facts.entry import read
from dough.facts.quantities import quantity
from kitchen.documents.base import Typed


def number(value: Typed, field: str, where: str, fallback: float | None = None) -> float | None:
    """A typed figure by its field's units and range; empty is the fallback. Raises EntryError."""
    found = read(value, quantity(field), where)
    return fallback if found is None else found
