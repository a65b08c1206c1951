"""What the sugars of a dough do before the oven: how much dissolves, how much is reducing, how coarse the rest is.

Source: sucrose dissolves as in the bake model (``bake.syrup``): about 2.0 g in a gram of water at 20 °C. How much of
the dough's water is free for it is a guess: all but what flour and cocoa bring and half of what they take up (L).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.accounts.formula import Formula
from dough.bake.makeup import PLAIN, traits
from dough.bake.syrup import solubility
from dough.facts.ingredients import Role

#: A dough is mixed at about this, °C.
MIXED_C = 20.0
#: Water that flour takes up while mixing, g per g (half of its holding; a guess).
TAKEN_BY_FLOUR = 0.25
#: Grains coarser than this are felt in a short dough, micrometres (practice, M).
FELT_UM = 400.0


@dataclass(frozen=True, slots=True)
class SugarState:
    """Shares 0 to 1; grain is the mass-weighted geometric mean of the crystals, micrometres."""

    sugars_g: float
    dissolved: float
    reducing: float
    grain_um: float | None
    words: str


def sugar_state(formula: Formula) -> SugarState | None:
    """The sugars of the dough without its fold-ins; None while there are none or an amount that matters is unknown."""
    lines = [x for x in formula.lines if x.in_dough and x.role is not Role.FOLD_IN]
    if any(x.ingredient.is_("unknown") for x in formula.lines if x.in_dough):
        return None
    if any(x.grams is None and (x.ingredient.parts.sugars > 1 or x.ingredient.parts.water > 20) for x in lines):
        return None
    known = [(x.grams or 0.0, x.ingredient) for x in lines]
    sugars = sum(g * i.parts.sugars for g, i in known) / 100.0
    if sugars <= 0.5:
        return None
    free = sum(g * (0.0 if i.flour_base else i.parts.water) for g, i in known) / 100.0
    free -= TAKEN_BY_FLOUR * sum(g for g, i in known if i.flour_base)
    dissolved = min(max(free, 0.0) * solubility(MIXED_C) / sugars, 1.0)
    reducing = sum(g * i.parts.reducing for g, i in known) / 100.0 / sugars
    logs = [
        (g * i.parts.sucrose, math.log(t.grain_um))
        for g, i in known
        if (t := traits().get(i.kind, PLAIN)).grain_um and i.parts.sucrose > 50
    ]
    weight = sum(w for w, _ in logs)
    grain = math.exp(sum(w * v for w, v in logs) / weight) if weight else None
    return SugarState(sugars, dissolved, reducing, grain, _words(dissolved, reducing, grain))


def _words(dissolved: float, reducing: float, grain: float | None) -> str:
    found = [f"about {100 * dissolved:.0f} % of it dissolves while mixing"]
    if grain is not None and dissolved < 0.9:
        feel = "felt as grains in a short dough" if grain > FELT_UM else "too fine to feel"
        found.append(f"the rest is {grain:.0f} µm on average, {feel}")
    if reducing > 0.05:
        found.append(f"{100 * reducing:.0f} % is reducing: browns sooner, stays moister")
    return "; ".join(found)
