"""A recipe in bare numbers that can only be grams: “flour 750, butter 420, bicarb 12”."""

from __future__ import annotations

from collections.abc import Sequence

from dough.facts.ingredients import ingredient
from dough.recipe.amounts import amounts_in
from dough.recipe.choose import FEWEST_WEIGHED
from dough.recipe.lines import Understood
from dough.recipe.percents import OFF

#: So many bare numbers make such a recipe, with so much flour at least, or so much of anything: nobody weighs eighty
#: ounces, or counts them, and hardly anything is more than that in percent of flour.
FEWEST, FLOUR, MOST_PERCENT = 4, 80.0, 130.0
#: A recipe that measures in these does not leave out its grams.
OTHERWISE = ("cup", "oz", "lb", "stick", "kg")


def _bare_first(x: Understood) -> bool:
    """“butter 200 (2 sticks)”: a measure beside a bare number says the same again."""
    amounts = amounts_in(x.text)
    return bool(amounts) and not amounts[0].quantity.unit and amounts[0].quantity.low >= FEWEST_WEIGHED


def in_bare_grams(lines: Sequence[Understood]) -> bool:
    """Whether the bare numbers of a recipe are grams, though it does not say so."""
    bare = [x for x in lines if len(x.quantities) == 1 and not x.quantities[0].unit and x.ingredient_id]
    flour = sum(x.quantities[0].low for x in bare if ingredient(x.ingredient_id).flour_base)
    otherwise = any(q.unit in OTHERWISE for x in lines for q in x.quantities if not _bare_first(x))
    if len(bare) < FEWEST or otherwise or abs(flour - 100.0) <= OFF:
        # A hundred of flour may be percent.
        return False
    return flour >= FLOUR or max(x.quantities[0].low for x in bare) > MOST_PERCENT
