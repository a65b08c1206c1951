"""How sweet a dough is, as the sugar that would taste as sweet (data/sweetness.csv; literature, M).

Relative sweetness moves with amount, warmth and what else is there: a guide for comparing one dough with another.
"""

from __future__ import annotations

from collections.abc import Iterable
from functools import cache

from dough.accounts.composition import MATTERS_G_PER_100
from dough.accounts.formula import Line
from dough.facts.ingredients import Ingredient
from dough.facts.tables import rows

#: A difference that is tasted: sugar's worth in 100 g, and in percent of how sweet it is (judgement).
TASTED_G, TASTED_PCT = 2.0, 2.0


@cache
def _table() -> dict[str, float]:
    return {r["of"]: float(r["sweet"]) for r in rows("sweetness")}


_SWEET: dict[tuple[str, int], float] = {}


def sweetness(item: Ingredient) -> float:
    """Grams of sugar that 100 g taste as sweet as."""
    key = (item.id, item.version)
    if key not in _SWEET:
        _SWEET[key] = _of(item)
    return _SWEET[key]


def _of(item: Ingredient) -> float:
    p, t = item.parts, _table()
    own = t.get(item.kind)
    if own is not None:
        return own * (p.sugars + p.other_sugar)
    return (
        t["part:sucrose"] * p.sucrose
        + t["part:reducing"] * p.reducing
        + t["part:lactose"] * p.lactose
        + t["part:other_sugar"] * p.other_sugar
    )


def sweet_g(lines: Iterable[Line]) -> float | None:
    """Sugar's worth of sweetness of all lines, tops and finishes counted, g; None where a sweet line has no amount."""
    total = 0.0
    for x in lines:
        worth = sweetness(x.ingredient)
        if x.grams is None:
            if worth >= MATTERS_G_PER_100:
                return None
            continue
        total += x.grams * worth / 100.0
    return total


def sweet_per_100g(lines: Iterable[Line]) -> float | None:
    """Sugar's worth of sweetness in 100 g of the whole piece before baking; None where that is not known."""
    there = tuple(lines)
    mass = sum(x.grams or 0.0 for x in there)
    worth = sweet_g(there)
    return None if worth is None or mass <= 0 or any(x.grams is None for x in there) else 100.0 * worth / mass


def sweeter_pct(before: float | None, after: float | None) -> float | None:
    """How much sweeter the second is, %; None where it is not known, or too little to taste (judgement)."""
    if not before or after is None:
        return None
    by = 100.0 * (after / before - 1.0)
    return by if abs(by) >= TASTED_PCT else None
