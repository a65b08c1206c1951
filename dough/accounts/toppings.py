"""Toppings kept back for the top of each piece: grams a piece, and how much they cover before and after spreading.

What one closed layer weighs is reckoned from the bulk density and a usual grain height: a guess (L).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.accounts.composition import composition, pieces
from dough.accounts.formula import Draft, Line, Step
from dough.facts.ingredients import Role
from dough.facts.kitchen_measures import US_CUP_ML

LAYER_MM = {"sugar": 0.7, "salt": 0.8, "seed": 1.6, "piece": 5.0}
DOUGH_G_PER_ML = 1.2


@dataclass(frozen=True, slots=True)
class Coverage:
    """One topping: grams a piece, and the share of the top it covers as shaped and as baked (0 to 1)."""

    line_id: str
    name: str
    per_piece_g: float
    shaped: float
    baked: float | None


def coverage(draft: Draft, baked_diameter_mm: float | None) -> tuple[Coverage, ...]:
    """Every topping of known amount; nothing without a portion or a known dough."""
    portion, dough = draft.process.portion_g, composition(draft.formula).dough.value
    if not portion or not dough:
        return ()
    count, _ = pieces(dough, portion, draft.process.bowl_loss_pct)
    if count < 1:
        return ()
    shaped = draft.process.start_diameter_mm or 10.0 * (6.0 * portion / DOUGH_G_PER_ML / math.pi) ** (1 / 3)
    found = []
    for x in draft.formula.lines:
        if x.step is not Step.TOP or not x.grams:
            continue
        each = x.grams / count
        layer = _layer_g_per_cm2(x)
        found.append(
            Coverage(
                x.id, x.ingredient.name, each, _share(each, layer, shaped),
                _share(each, layer, baked_diameter_mm) if baked_diameter_mm else None,
            )
        )  # fmt: skip
    return tuple(found)


def _share(grams: float, layer: float, diameter_mm: float) -> float:
    area = math.pi / 4.0 * (diameter_mm / 10.0) ** 2
    return min(grams / (layer * area), 1.0) if layer > 0 else 0.0


def _layer_g_per_cm2(line: Line) -> float:
    kind = "piece"
    if line.ingredient.is_("small_seed", "sesame"):
        kind = "seed"
    elif line.role is Role.SUGAR:
        kind = "sugar"
    elif line.role is Role.SALT:
        kind = "salt"
    density = (line.ingredient.measure.cup_g or 0.6 * US_CUP_ML) / US_CUP_ML
    return density * LAYER_MM[kind] / 10.0
