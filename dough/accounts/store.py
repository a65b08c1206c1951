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
#: Less than this is nothing to be short of, g.
LEAST_G = 0.5


@dataclass(frozen=True, slots=True)
class Makes:
    """Pieces that what is known of the store makes, whole ones (None: nothing is known of it, or of the dough), what
    runs out first, and of what it is not known how much there is."""

    pieces: float | None
    first_out: str
    unknown: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Short:
    """An ingredient of which a batch takes more than is left of its deliveries, g."""

    name: str
    needs_g: float
    left_g: float


def short_of(draft: Draft, times: float, store: Store) -> tuple[Short, ...]:
    """What a batch of so many times a draft takes more of than is left, the one that is shortest of its need first.
    What no delivery tells is not known to be short."""
    found: list[Short] = []
    for ident, (name, grams) in _needed(draft).items():
        left = store.get(ident)
        if left is not None and left < times * grams - LEAST_G:
            found.append(Short(name, times * grams, left))
    return tuple(sorted(found, key=lambda s: s.left_g / s.needs_g))


def _needed(draft: Draft) -> dict[str, tuple[str, float]]:
    """(name, grams) of each ingredient by id, lines of one added up; water is always there."""
    found: dict[str, tuple[str, float]] = {}
    for x in draft.formula.lines:
        if not x.ingredient.is_("water") and x.grams:
            had = found.get(x.ingredient_id, ("", 0.0))[1]
            found[x.ingredient_id] = (x.ingredient.name, had + x.grams)
    return found


def makes(draft: Draft, store: Store) -> Makes:
    """Pieces of a draft that a store makes. Lines of one ingredient are added up; water is always there."""
    lines = [x for x in draft.formula.lines if not x.ingredient.is_("water")]
    unknown = (x.ingredient.name for x in lines if x.grams is None or store.get(x.ingredient_id) is None)
    not_known = tuple(dict.fromkeys(unknown))
    needed = {ident: told for ident, told in _needed(draft).items() if store.get(ident) is not None}
    made = made_of(draft)
    if not made or not needed:
        return Makes(None, "", not_known)
    times = {ident: (store[ident] or 0.0) / grams for ident, (_, grams) in needed.items()}
    first = min(times, key=lambda ident: times[ident])
    return Makes(float(math.floor(times[first] * made + 1e-9)), needed[first][0], not_known)
