"""The few rows of the table that the core reaches for by itself: what stands for water, soda or an egg.

Everywhere else code asks for a class (``Ingredient.is_``), never for a name.
"""

from __future__ import annotations

from functools import cache

from dough.facts.ingredients import Ingredient, ingredient

WATER, PLAIN_FLOUR, BUTTER, EGG, YOLK, WHITE = "water", "ap", "butter", "egg", "yolk", "white"
SUGAR, BROWN_SUGAR, SALT, MILK = "gran", "lbrown", "salt", "milk"
SODA, POWDER, TARTAR = "soda", "bp_da", "cot"
STRONG_FLOUR, SOFT_FLOUR, STARCH = "bread", "cake", "cornst"
COCOA_NATURAL, COCOA_ALKALISED, MAYONNAISE, RASPED_PEEL, LEMON_JUICE = (
    "cocoa_n",
    "cocoa_d",
    "mayo",
    "zest",
    "lemonjuice",
)
BANANA, MARSHMALLOW, CLARIFIED, BROWNED = "banana", "marsh", "ghee", "brownbutter"
#: What a line is while nobody has said it: it has words, and no amount until then.
NOT_KNOWN = "not_known"
#: Fats shown beside butter on the temperature strip.
OTHER_FATS = ("plantbutter", "shortening", "coconutoil", "lard")
#: Plain carriers of one function each, from which a recipe can be built.
CARRIERS = (
    "water", "oil", "shortening", "coconutoil", "gran", "golden", "cornst", "potatost", "peaslurry", "psygel",
    "lecithin_sf", "salt",
)  # fmt: skip


def staple(ident: str) -> Ingredient:
    """The row of one of these."""
    return ingredient(ident)


@cache
def butter_fat() -> float:
    """Fat in a gram of plain butter, by the table: fats are told as butter of this much."""
    return ingredient(BUTTER).parts.fat / 100.0
