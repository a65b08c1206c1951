"""Where the water, fat, sugars, salt and protein of a dough come from, the hidden shares included.

Source: the ingredient table. A share is hidden when it sits in a line of another role: the water in
butter, the salt in salted butter, the sugar in chocolate.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from dough.accounts.composition import MATTERS_G_PER_100
from dough.accounts.formula import Formula
from dough.facts.ingredients import Parts, Role

PARTS: tuple[tuple[str, str, Callable[[Parts], float], frozenset[Role]], ...] = (
    ("water", "Water", lambda p: p.water, frozenset({Role.LIQUID})),
    ("fat", "Fat", lambda p: p.fat, frozenset({Role.FAT})),
    ("sugars", "Sugars", lambda p: p.sugars, frozenset({Role.SUGAR})),
    ("starch", "Starch", lambda p: p.starch, frozenset({Role.FLOUR})),
    ("protein", "Protein", lambda p: p.protein, frozenset({Role.FLOUR, Role.EGG})),
    ("salt", "Salt", lambda p: p.salt, frozenset({Role.SALT})),
)


@dataclass(frozen=True, slots=True)
class Share:
    """One line's part of a total, g. hidden: it is not what the line is there for."""

    line_id: str
    name: str
    grams: float
    hidden: bool


@dataclass(frozen=True, slots=True)
class PartSources:
    """A part of the whole dough (fold-ins counted), its sources largest first, and the lines it lacks."""

    key: str
    label: str
    grams: float
    shares: tuple[Share, ...]
    lacks: tuple[str, ...]

    @property
    def hidden_g(self) -> float:
        return sum(s.grams for s in self.shares if s.hidden)


def sources(formula: Formula) -> tuple[PartSources, ...]:
    """All parts with their sources; lines of unknown amount that hold a part are named, not counted."""
    return tuple(_sources(formula, key, label, pick, open_) for key, label, pick, open_ in PARTS)


def _sources(
    formula: Formula, key: str, label: str, pick: Callable[[Parts], float], roles: frozenset[Role]
) -> PartSources:
    shares: list[Share] = []
    lacks: list[str] = []
    for x in formula.lines:
        if not x.in_dough:
            continue
        per_100 = pick(x.ingredient.parts)
        if x.grams is None:
            if per_100 >= MATTERS_G_PER_100:
                lacks.append(x.id)
        elif x.grams * per_100 > 0:
            name = x.ingredient.name
            shares.append(Share(x.id, name, x.grams * per_100 / 100.0, x.role not in roles))
    shares.sort(key=lambda s: -s.grams)
    return PartSources(key, label, sum(s.grams for s in shares), tuple(shares), tuple(lacks))
