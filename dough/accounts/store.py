"""How many pieces what is here makes: the scarcest of a dough's ingredients by what is left of its deliveries."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from dough.accounts.formula import Draft
from dough.accounts.label import made_of

#: Grams of each ingredient by id that can go into a bowl; None: some is here, and nobody said how much.
Store = Mapping[str, float | None]
NOTHING_KNOWN: Store = {}


@dataclass(frozen=True, slots=True)
class Makes:
    """Pieces that what is known of the store makes, whole ones (None: nothing is known of it, or of the dough), what
    runs out first, and of what it is not known how much there is."""

    pieces: float | None
    first_out: str
    unknown: tuple[str, ...]


def makes(draft: Draft, store: Store) -> Makes:
    """Pieces of a draft that a store makes. Lines of one ingredient are added up; water is always there."""
    needed: dict[str, float] = {}
    names: dict[str, str] = {}
    unknown: list[str] = []
    for x in draft.formula.lines:
        if x.ingredient.is_("water"):
            continue
        names[x.ingredient_id] = x.ingredient.name
        if x.grams is None or store.get(x.ingredient_id) is None:
            unknown.append(x.ingredient.name)
        elif x.grams > 0.0:
            needed[x.ingredient_id] = needed.get(x.ingredient_id, 0.0) + x.grams
    made = made_of(draft)
    if not made or not needed:
        return Makes(None, "", tuple(dict.fromkeys(unknown)))
    times = {ident: (store[ident] or 0.0) / grams for ident, grams in needed.items()}
    first = min(times, key=lambda ident: times[ident])
    return Makes(float(math.floor(times[first] * made + 1e-9)), names[first], tuple(dict.fromkeys(unknown)))
