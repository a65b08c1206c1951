"""What a formula's lines do, by function, so that a swap can be held to it.

Fat, water, sugars, starch, gluten, emulsifier, acid and salt come from the ingredient table. What sets on
heating, what stands in for gluten's network, what holds air, and how much more water a flour drinks than plain
flour are in data/functions.csv: equivalents by usual dose, most of them estimates (L; water M). Whole fold-ins
count only what joins the dough (data/bake_traits.csv).
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from dough.accounts.formula import Formula, Line
from dough.bake.makeup import PLAIN, traits
from dough.facts.ingredients import Confidence, Ingredient, Role
from dough.facts.tables import rows


@dataclass(frozen=True, slots=True)
class Function:
    """One thing lines do. tolerance is in g per 100 g of flour: less is not worth mending (judgement)."""

    key: str
    label: str
    unit: str
    tolerance: float
    confidence: Confidence
    how: str


H, M, L = Confidence.HIGH, Confidence.MIDDLE, Confidence.LOW
FUNCTIONS: tuple[Function, ...] = (
    Function("fat", "Fat", "g", 2.0, H, "from the ingredient table"),
    Function("water", "Water at work", "g", 2.0, M, "water and alcohol, less what flours drink beyond plain flour"),
    Function("sugars", "Sugars", "g", 2.0, H, "sugars and sugar alcohols, from the ingredient table"),
    Function("starch", "Starch", "g", 8.0, H, "from the ingredient table"),
    Function("sets", "Sets on heating", "g egg protein", 1.0, L, "as the egg protein that would set as firmly"),
    Function("network", "Gluten's network", "g gluten", 1.5, L, "gluten, and gums by the dose that stands in for it"),
    Function("emulsifier", "Emulsifier", "g", 0.6, M, "phospholipids, from the ingredient table"),
    Function("acid", "Acid", "g soda", 0.15, M, "as the soda it takes up; soda itself counts against it"),
    Function("salt", "Salt", "g", 0.25, H, "from the ingredient table"),
    Function("air", "Holds air", "g butter", 15.0, L, "as the butter that would hold as much when creamed"),
)  # fmt: skip
KEYS = tuple(f.key for f in FUNCTIONS)
Ledger = tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Entry:
    """One function before and after, g in the whole dough; tolerance the same. off counts tolerances."""

    function: Function
    before: float
    after: float
    tolerance: float

    @property
    def error(self) -> float:
        return self.after - self.before

    @property
    def off(self) -> float:
        return self.error / self.tolerance if self.tolerance > 0 else 0.0

    @property
    def within(self) -> bool:
        return abs(self.off) <= 1.0 + 1e-6


@cache
def _table() -> dict[str, tuple[float, ...]]:
    """Sets, network, air and drinks per 100 g; what is left empty there does none of it."""
    keys = ("sets", "network", "air", "drinks")
    return {r["id"]: tuple(float(r[k] or 0.0) for k in keys) for r in rows("functions")}


_PER_100: dict[tuple[str, int], Ledger] = {}


def per_100(item: Ingredient) -> Ledger:
    """What 100 g of an ingredient does, one figure for each of ``FUNCTIONS``, g; worked out once for each."""
    key = (item.id, item.version)
    if key not in _PER_100:
        _PER_100[key] = _of(item)
    return _PER_100[key]


def _of(item: Ingredient) -> Ledger:
    p = item.parts
    sets, network, air, drinks = _table().get(item.kind, (0.0, 0.0, 0.0, 0.0))
    share = 1.0
    if item.role is Role.FOLD_IN:
        share = traits().get(item.kind, PLAIN).matrix_share
    values = (
        p.fat, p.water + p.ethanol - 100.0 * drinks, p.sugars + p.other_sugar, p.starch, sets,
        p.gluten_forming + network, p.phospholipid, p.acid_g_soda, p.salt, air,
    )  # fmt: skip
    return tuple(v * share for v in values)


def ledger(lines: Iterable[Line]) -> Ledger:
    """Sums over the dough's lines of known amount, g; tops and finishes do nothing for the dough."""
    totals = [0.0] * len(KEYS)
    for x in lines:
        if not x.in_dough or not x.grams:
            continue
        for i, value in enumerate(per_100(x.ingredient)):
            totals[i] += x.grams * value / 100.0
    return tuple(totals)


def entries(before: Ledger, after: Ledger, flour_g: float) -> tuple[Entry, ...]:
    """Both sides of every function, with its tolerance for so much flour (g, before the swap)."""
    return tuple(
        Entry(f, a, b, f.tolerance * flour_g / 100.0) for f, a, b in zip(FUNCTIONS, before, after, strict=True)
    )


def flour_of(formula: Formula) -> float:
    """What tolerances are taken on: the flour, or a third of everything where there is none."""
    return formula.flour_g or max(sum(x.grams or 0.0 for x in formula.lines) / 3.0, 1.0)
