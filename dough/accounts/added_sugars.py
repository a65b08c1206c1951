"""Sugars that were added, as nutrition tables that ask for them mean it: those of sugars, syrups and honey, and those
that makers put into what is bought ready; not those that milk, fruit, nuts and flour have of their own. Lands differ
over juice and fruit paste (here: not added); for made products the split is a guess (L).
"""

from __future__ import annotations

from dough.facts.ingredients import Ingredient, Role

#: Classes whose sugars are their own.
OWN = ("dried_fruit", "moist", "juice", "nut", "seed", "oats", "plant_milk")


def added_sugars_pct(item: Ingredient) -> float:
    """Grams of added sugars in 100 g."""
    sugars = item.parts.sucrose + item.parts.reducing
    if item.role is Role.SUGAR:
        return sugars
    if item.flour_base or (item.is_(*OWN) and not item.is_("candied_fruit")):
        return 0.0
    return sugars if item.made or item.is_("candied_fruit", "dairy") else 0.0
