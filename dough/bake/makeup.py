"""What a dough is made of, as the bake asks for it: lines split into flour, sugars, fat, water, egg and what works.

How each kind of ingredient enters is written down in docs/model.md; what is a guess there is marked so in
data/bake_traits.csv and data/solid_fat.csv.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from functools import cache

from dough.accounts.butter.solid_fat import SolidFat, blend, curve_of
from dough.accounts.formula import Line, Method, Step
from dough.accounts.leavening import CONTACT_SHARE, SODA_G_PER_MEQ, leavening, self_raising_share, soda_worth
from dough.bake.contract import Makeup
from dough.facts.ingredients import Role
from dough.facts.staples import EGG, staple
from dough.facts.tables import rows

#: Whole egg without shell, share of white and yolk by mass (average of size classes, M).
WHITE_SHARE, YOLK_SHARE = 0.65, 0.35
#: Gluten-forming share of a wheat flour's protein: turns gluten into the protein the model is stated on.
GLUTEN_SHARE = 0.83
#: What protein other than gluten counts, and what a flour without any still holds, % (guesses, L).
OTHER_PROTEIN, LEAST_NETWORK = 0.6, 7.0
#: L* of a plain raw dough, and of the darkest (practice, M).
PALE_L, DARK_L = 82.0, 25.0
#: Raw dough darker than this shows too little of its browning: go by set, moisture and touch.
DARK_DOUGH_L = 60.0
#: How strongly a mean water holding above plain flour's acts on the whole (a guess, L).
HOLDING_POWER = 0.35
#: Water holding up to which bakes were looked at; beyond it only a quarter of the rest counts (a guess, L).
HOLDING_TRIED, HOLDING_BEYOND = 1.35, 0.25
#: Share of baking powder's gas that ammonium bicarbonate gives, by weight (practice, M).
AMMONIA_AS_POWDER = 3.0
#: Classes whose protein and milk sugar count as milk solids.
MILKY = ("dairy", "butter", "malt", "milk_chocolate", "white_chocolate")


@dataclass(frozen=True, slots=True)
class Trait:
    """How an ingredient enters the bake beyond its composition; None where nothing is known."""

    grain_um: float | None
    water_hold: float | None
    matrix_share: float
    darkens: float
    crystallises: float
    as_egg: float = 0.0


PLAIN = Trait(None, None, 0.0, 0.0, 0.0)


@cache
def traits() -> dict[str, Trait]:
    """Traits by ingredient id (data/bake_traits.csv)."""
    return {
        r["id"]: Trait(
            float(r["grain_um"]) if r["grain_um"] else None,
            float(r["water_hold"]) if r["water_hold"] else None,
            float(r["matrix_share"] or 0),
            float(r["darkens"] or 0),
            float(r["crystallises"] or 0),
            float(r["as_egg"] or 0),
        )
        for r in rows("bake_traits")
    }


@dataclass(slots=True)
class _Sums:
    """Running totals over lines, g unless named otherwise."""

    flour: float = 0.0
    protein: float = 0.0
    moisture: float = 0.0
    sucrose: float = 0.0
    reducing: float = 0.0
    fat: float = 0.0
    water: float = 0.0
    white: float = 0.0
    yolk: float = 0.0
    milk: float = 0.0
    other: float = 0.0
    salt: float = 0.0
    soda: float = 0.0
    powder: float = 0.0
    meq: float = 0.0
    grain: float = 0.0
    grained: float = 0.0
    holding: float = 0.0
    held: float = 0.0
    dark: float = 0.0
    folded: float = 0.0
    as_egg: float = 0.0
    meal: float = 0.0
    fats: list[tuple[float, SolidFat]] = field(default_factory=list)


def makeup(lines: list[Line], method: Method = Method.CREAMED_SOFT, contact_share: float = CONTACT_SHARE) -> Makeup:
    """Split known lines into what the bake asks for. Whole fold-ins count by their share only.

    Butter that was browned has lost its water. Meals, cocoa and oats that join the matrix count as
    flour without gluten; polyols as sugar, the ones that crystallise as other solids.
    """
    s = _Sums()
    whole = sum(x.grams or 0.0 for x in lines)
    for line in lines:
        _add(s, line, method)
    _stand_in_for_egg(s)
    account = leavening(lines, contact_share)
    base = max(whole - s.folded, 1e-9)
    holding = s.holding / s.held if s.held else 1.0
    solid = blend(s.fats)
    return Makeup(
        flour_g=s.flour,
        flour_protein=s.protein / s.flour if s.flour else 0.0,
        flour_moisture=s.moisture / s.flour if s.flour else 0.0,
        sucrose_g=s.sucrose,
        reducing_g=s.reducing,
        fat_g=s.fat,
        water_g=s.water,
        egg_white_g=s.white,
        egg_yolk_g=s.yolk,
        milk_solids_g=s.milk,
        other_g=s.other,
        salt_g=s.salt,
        soda_g=s.soda,
        powder_g=s.powder,
        acid_meq=max(s.meq, 0.0),
        inclusion_share=s.folded / whole if whole else 0.0,
        sugar_um=math.exp(s.grain / s.grained) if s.grained else 350.0,
        solid_fat=solid,
        raw_l=DARK_L + (PALE_L - DARK_L) * math.exp(-s.dark / base),
        binding=_holding(holding) ** HOLDING_POWER,
        ph=account.ph if account else None,
        meal_share=s.meal / s.flour if s.flour else 0.0,
    )


def _add(s: _Sums, line: Line, method: Method) -> None:
    grams, item = line.grams or 0.0, line.ingredient
    p, trait = item.parts, traits().get(item.kind, PLAIN)
    if line.role is Role.FOLD_IN and trait.matrix_share < 1.0 and not melted_in(line):
        s.folded += (1.0 - trait.matrix_share) * grams
        grams *= trait.matrix_share
    # Whole pieces keep their colour to themselves: only what joins the dough darkens it.
    s.dark += trait.darkens * grams
    per = grams / 100.0
    if trait.water_hold is not None:
        s.holding += trait.water_hold * item.holds * grams
        s.held += grams
    if item.flour_base:
        s.flour += grams
        s.protein += per * _network_protein(p.gluten_forming, p.protein)
        s.moisture += per * p.water
        s.powder += self_raising_share(item) * grams
        return
    if item.is_("soda"):
        s.soda += grams * soda_worth(item)
        return
    if item.is_("powder"):
        s.powder += grams
        return
    if item.is_("ammonia"):
        s.powder += AMMONIA_AS_POWDER * grams
        return
    if p.acid_g_soda > 0:
        s.meq += per * p.acid_g_soda / SODA_G_PER_MEQ
    if item.is_("whole_egg", "egg_white", "egg_yolk"):
        white = WHITE_SHARE if item.is_("whole_egg") else 1.0 if item.is_("egg_white") else 0.0
        s.white += grams * white
        s.yolk += grams * (1.0 - white)
        return
    _add_parts(s, line, per, method)


def melted_in(line: Line) -> bool:
    """Whether chocolate goes in melted, with the fat or the egg, and so joins the dough."""
    return line.ingredient.is_("chocolate") and line.step in (Step.CREAM, Step.EGG)


def _network_protein(gluten: float, protein: float) -> float:
    """Wheat protein that would hold as much as this flour does, % (for wheat: its own protein).

    What is not gluten holds less, and even starch holds a little once it is wet: guesses (L).
    """
    as_wheat = gluten / GLUTEN_SHARE
    return max(as_wheat + OTHER_PROTEIN * max(protein - as_wheat, 0.0), LEAST_NETWORK)


def _holding(mean: float) -> float:
    if mean > HOLDING_TRIED:
        return HOLDING_TRIED + HOLDING_BEYOND * (mean - HOLDING_TRIED)
    return max(mean, 0.2)


def _stand_in_for_egg(s: _Sums) -> None:
    """Count what replaces egg as whole egg, and take off what that egg would bring, so that no gram is made up.

    How much of a gel or purée works as egg is set so that the width and height kitchens report come out (L).
    Solids it lacks beside egg come out of its water, which it holds as egg would; there is no more egg than
    there is water for.
    """
    p = staple(EGG).parts
    egg = min(s.as_egg, s.water / (p.water / 100.0)) if s.as_egg > 0 else 0.0
    for _ in range(2):
        fat = min(egg * p.fat / 100.0, s.fat)
        solids = min(egg * (100.0 - p.water - p.fat) / 100.0, s.other)
        water = egg - fat - solids
        if water <= s.water:
            break
        egg *= s.water / water
    else:
        fat, solids, water = (v * s.water / max(water, s.water) for v in (fat, solids, water))
        egg = fat + solids + water
    s.fat, s.other, s.water = s.fat - fat, s.other - solids, s.water - water
    s.white += egg * WHITE_SHARE
    s.yolk += egg * YOLK_SHARE


def _add_parts(s: _Sums, line: Line, per: float, method: Method) -> None:
    kind = line.ingredient.kind
    p, ident, trait = line.ingredient.parts, kind, traits().get(kind, PLAIN)
    if trait.as_egg:
        s.as_egg += 100.0 * per * trait.as_egg
    polyol = per * p.other_sugar
    s.sucrose += per * p.sucrose + polyol * (1.0 - trait.crystallises) * 0.5
    s.reducing += per * p.reducing + polyol * (1.0 - trait.crystallises) * 0.5
    s.other += polyol * trait.crystallises
    if trait.grain_um is not None and p.sucrose > 50:
        s.grain += per * p.sucrose * math.log(trait.grain_um)
        s.grained += per * p.sucrose
    water = per * (p.water + p.ethanol)
    if method is Method.BROWNED_RESET and line.ingredient.is_("butter") and line.ingredient.parts.water > 2.0:
        water = 0.0
    s.water += water
    s.salt += per * p.salt
    if p.fat > 0:
        s.fat += per * p.fat
        curve = curve_of(ident)
        if line.ingredient.melts_k:
            curve = replace(curve, mid_c=curve.mid_c + line.ingredient.melts_k)
        s.fats.append((per * p.fat, curve))
    solids = per * (p.starch + p.fibre + p.protein + p.minerals + p.other)
    if line.ingredient.is_(*MILKY):
        s.milk += per * (p.lactose + p.protein)
        s.other += per * (p.starch + p.fibre + p.minerals + p.other)
    elif trait.matrix_share > 0.0 or melted_in(line):
        s.flour += solids
        s.meal += solids
        s.protein += solids / 100.0 * LEAST_NETWORK
    else:
        s.reducing += per * p.lactose
        s.other += solids
