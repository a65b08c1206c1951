"""Each role against the usual range of the style: what stands where, in words.

Bands are rules of thumb with a confidence; they explain, they never block.
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.composition import Total, percent_of, total
from dough.accounts.formula import Formula
from dough.accounts.ratios import band_for, rail_value, typical_for
from dough.facts.ingredients import Role
from dough.facts.styles import Band, Style

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
