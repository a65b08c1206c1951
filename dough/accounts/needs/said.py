"""Allergens of a list of ingredients in words, as sheets and files carry them."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from dough.accounts.needs.verdict import Standing, holds
from dough.facts.ingredients import Ingredient
from dough.facts.needs import ALLERGENS, Reading

LABELS_DECIDE = "By the table; labels, suppliers and local law decide."


def allergens_of(items: Iterable[Ingredient], read: Mapping[str, Reading] | None = None) -> tuple[str, ...]:
    """Allergens of ingredients in words, tops and finishes included; what is for a label to settle is said so."""
    read = read or {}
    sure: list[str] = []
    may: list[str] = []
    unread: list[str] = []
    listed = tuple(items)
    for code, name, _ in ALLERGENS:
        states = [(i, holds(i, code).standing, read.get(i.id)) for i in listed]
        settled = [(r, s) for _, s, r in states if r is not None and r.looked_for(code) and s is not Standing.BREAKS]
        if any(s is Standing.BREAKS for _, s, _ in states):
            sure.append(name)
        elif any(code in r.may_contain for r, _ in settled):
            may.append(f"{name}, by a label")
        elif any(s is Standing.UNSURE and (r is None or not r.looked_for(code)) for _, s, r in states):
            unread.append(name)
    return (*sure, *(f"perhaps {w}" for w in may), *(f"perhaps {w} (label unread)" for w in unread))
