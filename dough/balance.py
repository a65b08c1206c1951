"""Each role against the usual range of the style: what stands where, in words.

Bands are on flour + starch = 100 and are rules of thumb with a confidence; they explain, they
never block. Fat is compared as butter of 81 % fat, since that is how its bands are stated.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache

from dough.composition import Total, percent_of, total
from dough.formula import Formula
from dough.ingredients import Role, ingredient
from dough.staples import butter_fat
from dough.styles import Band, Style, styles

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

WHY = {
    Role.SUGAR: ("spreads, browns and crisps", "keeps it small, pale and cakey"),
    Role.FAT: ("spreads and turns greasy", "makes it dry and tough"),
    Role.EGG: ("lifts it and turns it cakey", "leaves it crumbly"),
    Role.LIQUID: ("thins the dough and softens it", "leaves it dry"),
    Role.LEAVENING: ("can taste soapy or metallic", "leaves it flat and pale"),
    Role.SALT: ("tastes salty", "tastes flat"),
    Role.FOLD_IN: ("leaves little dough to hold them", "gives each bite few of them"),
}


@dataclass(frozen=True, slots=True)
class RoleBalance:
    """A role of a formula. percent is by mass; rail is the figure its band is stated on.

    typical is the style's typical formula on the rail's figure; state is one of in, low, high,
    unknown, none (no band, or nothing to compare).
    """

    role: Role
    line_ids: tuple[str, ...]
    grams: Total
    percent: float | None
    rail: float | None
    band: Band | None
    typical: float | None
    state: str
    words: str


def balance(formula: Formula, style: Style | None) -> tuple[RoleBalance, ...]:
    """All roles in their order, empty ones too when the style has a band for them."""
    result = [_role(formula, role, style) for role in Role]
    return tuple(r for r in result if r.line_ids or (r.band is not None and r.band.high > 0))


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


def nearest_style(formula: Formula) -> Style | None:
    """The drop style whose typical formula is nearest in sugar, fat and egg; None without flour."""
    mine = {role: rail_value(formula, role) for role in (Role.SUGAR, Role.FAT, Role.EGG)}
    if any(v is None for v in mine.values()):
        return None

    def away(style: Style) -> float:
        return sum(
            (math.log((mine[r] or 0.0) + 10.0) - math.log(typical_for(r, style) + 10.0)) ** 2
            for r in (Role.SUGAR, Role.FAT, Role.EGG)
        )

    return min((s for s in styles().values() if s.is_drop), key=away)


def _role(formula: Formula, role: Role, style: Style | None) -> RoleBalance:
    lines = formula.of_role(role)
    grams = total(lines, lambda _: 100.0)
    rail = rail_value(formula, role)
    band = band_for(role, style) if style else None
    typical = typical_for(role, style) if style and band else None
    unknown = any(x.grams is None for x in lines)
    state, words = _state(role, rail, band, style, any_line=bool(lines), unknown=unknown)
    return RoleBalance(
        role,
        tuple(x.id for x in lines),
        grams,
        percent_of(grams.value, formula.flour_g),
        rail,
        band,
        typical,
        state,
        words,
    )


def _state(
    role: Role, rail: float | None, band: Band | None, style: Style | None, *, any_line: bool, unknown: bool
) -> tuple[str, str]:
    if band is None or style is None:
        return "none", ""
    if rail is None:
        return ("unknown", "amount unknown, so it can't be placed") if unknown else ("none", "")
    if not any_line and band.low > 0:
        return "low", f"none yet; {style.name} usually has {band.low:g} to {band.high:g} %"
    if rail > band.high + 0.05:
        return "high", f"{rail - band.high:.1f} points over the usual {band.high:g} %: {WHY[role][0]}"
    if rail < band.low - 0.05:
        return "low", f"{band.low - rail:.1f} points under the usual {band.low:g} %: {WHY[role][1]}"
    return "in", ""
