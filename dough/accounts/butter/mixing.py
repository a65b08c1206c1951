"""The schools of mixing: order, speed and end points; the words for how a dough feels, and cures on the spot.

Source: practice (M). Cures are small and weighed, because what is added belongs to the batch's record.
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.formula import Formula, Method
from dough.facts.ingredients import Role


@dataclass(frozen=True, slots=True)
class School:
    """A way of making the dough, step by step, each with its speed and its end point."""

    method: Method
    steps: tuple[str, ...]


def schools() -> tuple[School, ...]:
    """All schools, in the order in which they are offered."""
    return (
        School(Method.CREAMED_SOFT, (
            "Butter alone, low, until smooth: no lump left, or it leaves a hollow.",
            "Sugar in, medium: pale and larger, grains still felt; weigh a cup to know.",
            "Egg singly or in a thin stream, room warm: each taken up before the next.",
            "Dry on low: stop as the last flour vanishes, scrape once.",
            "Fold in by hand or with one turn of the machine.",
        )),
        School(Method.CREAMED_COLD, (
            "Cubes from the fridge with the sugar, low until broken up, then medium in a strong mixer.",
            "Stop when it clumps and is matte; it stays cool and holds less air.",
            "Egg, dry and fold-ins as for soft butter; the dough is firm from the bowl.",
        )),
        School(Method.MELTED, (
            "Melt, cool below 35 °C, whisk with the sugar until it holds together.",
            "Egg in, whisk until glossy and thick.",
            "Dry by spatula: stop as the last flour vanishes.",
            "Chill until it can be shaped; it firms more than it looks.",
        )),
        School(Method.BROWNED_RESET, (
            "Brown, weigh, cool; stir while it sets until opaque and soft.",
            "Cream with the sugar: it takes a little less air than fresh butter.",
            "Go on as for soft butter; add back the water if the formula counted on it.",
        )),
        School(Method.RUBBED_IN, (
            "Cold butter, grated or cubed, rubbed into the dry: coarse crumbs, no grease on the fingers.",
            "Liquid a spoon at a time until it just holds when pressed.",
            "Rest in the cold before rolling.",
        )),
        School(Method.PROCESSOR, (
            "Dry in first; cold cubes in short pulses to coarse sand.",
            "Liquid or egg in, pulse until it clumps and no longer: the blade warms it fast.",
        )),
    )  # fmt: skip


#: How a mixed dough feels, from driest to softest (practice).
CONSISTENCY = (
    ("crumbling", "falls apart when pressed"),
    ("short", "holds when pressed, cracks at the edge of a flattened ball"),
    ("right", "a ball keeps its shape; a finger leaves a clean dent and comes away dry"),
    ("tacky", "clings to the finger and lets go"),
    ("slack", "sticks and slumps on the scoop"),
)
OVER_MIXING = (
    "After the flour every turn builds gluten: two minutes too long make it a little narrower and clearly tougher, "
    "less so in a rich dough."
)


def cures(formula: Formula) -> tuple[str, ...]:
    """What to do about a dough that is off, with amounts for this one; empty without flour."""
    flour = formula.flour_g
    if flour is None:
        return ()
    has_egg = bool(formula.of_role(Role.EGG))
    wet = 0.02 * flour
    found = [
        f"Crumbling: {wet:.0f} g of {'beaten egg' if has_egg else 'milk or water'}, a spoon at a time, up to "
        f"{2 * wet:.0f} g.",
        f"Tacky: rest it 20 minutes first; then {0.02 * flour:.0f} to {0.05 * flour:.0f} g of flour, no more.",
        "Slack: it is warm before it is wet. Cool it to 18 °C and feel again.",
        "Curdled: a spoonful of the flour, or half a minute over warm water.",
    ]
    return tuple(found)
