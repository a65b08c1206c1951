"""Each role in baker's percent on the figure its band is stated on, and the style whose ratios are nearest.

Bands are on flour + starch = 100. Fat is compared as butter of 81 % fat, since that is how its bands are stated.
"""

from __future__ import annotations

import math
from functools import cache

from dough.accounts.composition import percent_of
from dough.accounts.formula import Formula, Shape
from dough.facts.ingredients import Role, ingredient
from dough.facts.staples import butter_fat
from dough.facts.styles import Band, Style, styles

#: Which bands make up a role's band; leavening adds soda and powder.
BAND_OF = {
    Role.SUGAR: ("sugar",),
    Role.FAT: ("fat",),
    Role.EGG: ("egg",),
    Role.LIQUID: ("liquid",),
    Role.LEAVENING: ("soda", "powder"),
    Role.SALT: ("salt",),
    Role.FOLD_IN: ("fold-in",),
}


def rail_value(formula: Formula, role: Role) -> float | None:
    """Baker's percent of a role on the figure its band is stated on; None when unknown."""
    lines = formula.of_role(role)
    if any(x.grams is None for x in lines):
        return None
    if role is Role.FAT:
        fat = sum((x.grams or 0.0) * x.ingredient.parts.fat / 100.0 for x in lines)
        return percent_of(fat / butter_fat(), formula.flour_g)
    if role is Role.EGG and any(x.grams and x.ingredient.is_("egg_protein") for x in lines):
        # Beside real egg a fruit purée is flavour and water; only where it stands in for egg does it count as that.
        lines = tuple(x for x in lines if not x.ingredient.is_("fruit_puree"))
    return percent_of(sum(x.grams or 0.0 for x in lines), formula.flour_g)


def band_for(role: Role, style: Style) -> Band | None:
    """The style's usual range for a role, or None when it states none."""
    found = [style.bands[k] for k in BAND_OF.get(role, ()) if k in style.bands]
    if not found:
        return None
    return Band(sum(b.low for b in found), sum(b.high for b in found), found[0].source, found[0].confidence)


@cache
def _typical(role: Role, style_id: str) -> float:
    return _typical_of(role, styles()[style_id])


def typical_for(role: Role, style: Style) -> float:
    """The style's typical formula on the rail's figure of this role, baker's percent."""
    return _typical(role, style.id)


def _typical_of(role: Role, style: Style) -> float:
    flour = sum(pct for ident, pct in style.formula if ingredient(ident).flour_base)
    value = 0.0
    for ident, pct in style.formula:
        row = ingredient(ident)
        if row.role is role:
            value += pct * row.parts.fat / 100.0 / butter_fat() if role is Role.FAT else pct
    return 100.0 * value / flour


def rail_ends(band: Band) -> tuple[float, float]:
    """Where a rail begins and ends: the band with nearly its own width on either side."""
    span = max(band.high - band.low, 0.3 * band.high, 0.5)
    return max(band.low - 0.9 * span, 0.0), band.high + 0.9 * span


def nearest_style(formula: Formula, shape: Shape = Shape.BALL) -> Style | None:
    """The style whose typical formula is nearest in sugar, fat and egg; None without flour. What is cut, pressed or
    baked in a tin is none of the drop styles."""
    mine = {role: rail_value(formula, role) for role in (Role.SUGAR, Role.FAT, Role.EGG)}
    if any(v is None for v in mine.values()):
        return None

    def away(style: Style) -> float:
        return sum(
            (math.log((mine[r] or 0.0) + 10.0) - math.log(typical_for(r, style) + 10.0)) ** 2
            for r in (Role.SUGAR, Role.FAT, Role.EGG)
        )

    return min((s for s in styles().values() if shape is Shape.BALL or not s.is_drop), key=away)
