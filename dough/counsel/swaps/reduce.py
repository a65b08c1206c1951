"""Less sugar or sodium, more fibre: how much of a way it takes, by the share that is moved."""

from __future__ import annotations

from dataclasses import dataclass, replace

from dough.accounts.formula import USUAL_STEP, Formula, Line
from dough.accounts.scaling import practical
from dough.counsel.swaps.rules import Reduction
from dough.facts.ingredients import Ingredient, Role, ingredient
from dough.facts.needs import Wish


def counted(item: Ingredient, counts: str) -> float:
    """Sugars or fibre in g, sodium in mg, per 100 g of an ingredient."""
    p = item.parts
    return {"sugars": p.sugars, "sodium": p.sodium_mg, "fibre": p.fibre}[counts]


def per_100g(formula: Formula, counts: str) -> float | None:
    """Sugars or fibre in g, sodium in mg, per 100 g of the whole piece before baking, tops and finishes
    counted. None when an amount that matters is unknown or there is nothing."""
    mass = total = 0.0
    for x in formula.lines:
        if x.grams is None:
            return None
        mass += x.grams
        total += x.grams * counted(x.ingredient, counts) / 100.0
    return 100.0 * total / mass if mass > 0 else None


@dataclass(frozen=True, slots=True)
class Reduced:
    """The formula after it, the share moved (percent of what it moves) and what 100 g then holds."""

    formula: Formula
    share_pct: float
    reached: float | None
    enough: bool


def reduce(formula: Formula, wish: Wish, way: Reduction, aim: float | None = None) -> Reduced:
    """Move as much as the wish takes, up to the way's limit. aim overrides what 100 g may hold.

    The amount is a ratio of two sums that are both straight lines in the share, so it is solved outright.
    """
    counts = wish.amount.counts
    sources = _sources(formula, way)
    now = per_100g(formula, counts)
    wanted = wish.wanted if aim is None else aim
    if now is None or not sources:
        return Reduced(formula, 0.0, now, False)
    moved = sum(x.grams or 0.0 for x in sources)
    mass = sum(x.grams or 0.0 for x in formula.lines)
    total = now * mass / 100.0
    out = sum((x.grams or 0.0) * counted(x.ingredient, counts) / 100.0 for x in sources)
    back = sum(moved * p.per_100 / 100.0 for p in way.parts)
    brought = sum(moved * p.per_100 / 100.0 * counted(ingredient(p.ingredient), counts) / 100.0 for p in way.parts)
    # (total + t·(brought − out)) / (mass + t·(back − moved)) = wanted / 100
    slope = (brought - out) - wanted / 100.0 * (back - moved)
    gap = wanted / 100.0 * mass - total
    share = gap / slope if abs(slope) > 1e-9 else 0.0
    if share < 0 or gap * wish.amount.sign <= 0:
        share = 0.0
    share = min(share, way.limit_pct / 100.0)
    result = _moved(formula, way, sources, share)
    reached = per_100g(result, counts)
    return Reduced(result, 100.0 * share, reached, meets(wish, reached))


def meets(wish: Wish, value: float | None) -> bool:
    """Whether 100 g with so much in it is what was wished, within 1 % for the rounding of the lines."""
    if value is None:
        return False
    return value <= wish.wanted * 1.01 if wish.amount.sign < 0 else value >= wish.wanted * 0.99


def takes_from(line: Line, way: Reduction) -> bool:
    """Whether a way moves some of this line."""
    return bool(_sources(Formula((line,)), way))


def _sources(formula: Formula, way: Reduction) -> list[Line]:
    dough = [x for x in formula.lines if x.in_dough and x.grams]
    if way.removes == "sugar":
        dry = [x for x in dough if x.role is Role.SUGAR and x.ingredient.parts.sugars > 80]
        return dry or [x for x in dough if x.role is Role.SUGAR and x.ingredient.parts.sugars > 40]
    if way.removes == "salt":
        return [x for x in dough if x.role is Role.SALT]
    if way.removes == "soda":
        return [x for x in dough if x.ingredient.is_("soda")]
    return [x for x in dough if x.ingredient.flour_base and x.ingredient.parts.fibre < 8]


def _moved(formula: Formula, way: Reduction, sources: list[Line], share: float) -> Formula:
    if share <= 0:
        return formula
    moved = sum(x.grams or 0.0 for x in sources) * share
    ids = {x.id for x in sources}
    lines = [x.weighing(practical((x.grams or 0.0) * (1.0 - share))) if x.id in ids else x for x in formula.lines]
    lines = [x for x in lines if x.id not in ids or (x.grams or 0.0) > 0]
    for part in way.parts:
        item, grams = ingredient(part.ingredient), moved * part.per_100 / 100.0
        there = next((i for i, x in enumerate(lines) if x.ingredient_id == item.id and x.in_dough), None)
        if there is not None:
            lines[there] = lines[there].weighing(practical((lines[there].grams or 0.0) + grams))
            continue
        new = Line(f"{way.need}-{item.id}"[:40], item.id, practical(grams), USUAL_STEP[item.role], practical(grams))
        after = [i for i, x in enumerate(lines) if x.role is item.role or x.id in ids]
        lines.insert(after[-1] + 1 if after else len(lines), replace(new, step=new.step))
    return Formula(tuple(lines))
