"""A recipe told in percent of its flour by bare numbers: “flour 100, butter 64, egg 20”."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from dough.facts.ingredients import ingredient
from dough.facts.kitchen_measures import KitchenAmount
from dough.recipe.lines import Understood

#: So many bare numbers make such a recipe, and its flours add up to a hundred within so much.
FEWEST, OFF = 4, 0.5
#: Fewer eggs than this are eggs, not percent.
FEWEST_PCT = 5.0
#: What is weighed of flour where the text does not say, g.
FLOUR_G = 100.0
#: “Total dough 1200 g”.
TOTAL = re.compile(
    r"\b(?:total|whole|finished)(?: (?:dough|mix|batch|weight))?\W{1,3}(?P<n>\d+(?:[.,]\d+)?) ?(?:(?P<kg>kg)|g)\b", re.I
)
#: “Per 100 of flour”, “on 100 g flour”.
PER_FLOUR = re.compile(r"\b(?:per|on|to|for) (?:each )?(?:100|hundred) ?(?:g|parts?|%)? ?(?:of )?flour\b", re.I)
#: A number that stands alone, or was taken for pieces because it did.
BARE = ("", "egg")


def by_flour(lines: Sequence[Understood], text: str = "") -> list[Understood]:
    """The lines of a recipe in percent of flour, weighed by the flour the text names a weight of, or to 100 g of it;
    any other recipe as it is."""
    bare = [x for x in lines if _percent(x) is not None]
    weighed = [x for x in lines if x not in bare]
    flours = [x for x in bare if _is_flour(x)]
    hundred = sum(_percent(x) or 0.0 for x in flours)
    if not flours and weighed and PER_FLOUR.search(text):
        # “Per 100 of flour: butter 55, …”, and the flour weighed below.
        hundred = 100.0
    if len(bare) < FEWEST or abs(hundred - 100.0) > OFF or any(not _is_flour(x) for x in weighed) or len(weighed) > 1:
        return list(lines)
    if any(x.quantities[0].unit == "egg" and x.quantities[0].low < FEWEST_PCT for x in bare):
        # “2 eggs” beside bare numbers are two eggs, and no two percent.
        return list(lines)
    flour_g = (weighed[0].grams if weighed else None) or FLOUR_G
    told = [_weighed(x, flour_g) for x in bare]
    return told if flours else [*weighed, *told]


def of_whole(lines: list[Understood], text: str) -> list[Understood]:
    """The lines of a recipe in percent of the whole dough, weighed by the total that the text names; any other recipe
    as it is."""
    bare = [x for x in lines if _percent(x) is not None]
    total = TOTAL.search(text)
    hundred = sum(_percent(x) or 0.0 for x in bare)
    if total is None or len(bare) < FEWEST or abs(hundred - 100.0) > OFF or "%" not in text:
        return list(lines)
    grams = float(total["n"].replace(",", ".")) * (1000.0 if total["kg"] else 1.0)
    return [_weighed(x, grams, "dough") if x in bare else x for x in lines]


def _percent(x: Understood) -> float | None:
    if len(x.quantities) != 1 or x.quantities[0].unit not in BARE or x.quantities[0].piece:
        return None
    return x.quantities[0].low


def _is_flour(x: Understood) -> bool:
    return bool(x.ingredient_id) and ingredient(x.ingredient_id).flour_base


def _weighed(x: Understood, of_g: float, what: str = "flour") -> Understood:
    percent = _percent(x) or 0.0
    grams = round(percent * of_g / 100.0, 2)
    return replace(
        x, quantities=(KitchenAmount(grams, grams, "g"),), grams=grams, low_g=grams, high_g=grams,
        asks=tuple(a for a in x.asks if a not in ("unit", "amount")),
        notes=(*x.notes, f"{percent:g} % of {of_g:g} g {what}"),
    )  # fmt: skip
