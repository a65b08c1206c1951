"""The usual range of every figure, by style: how far is a remark, worth a look, or spoils the bake.

The general limits (data/limits.csv) are rules of thumb for drop doughs. A style's own typical formula and bands widen
the usual range where the style is made that way; they never move a limit out of sight, which is why a bake is spoilt
at the same figure with a style as without, unless the style itself is beyond it.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.accounts.composition import composition
from dough.accounts.formula import Formula, Line, Step
from dough.accounts.leavening import CONTACT_SHARE
from dough.accounts.ratios import BAND_OF, typical_for
from dough.facts.ingredients import Confidence, Role
from dough.facts.styles import Style, styles
from dough.facts.tables import number, rows
from dough.judgement.findings.measures import account_of, measures

#: How much wider than its typical formula a style is usual where no band says (judgement).
AROUND = 1.3
#: How far past a style's own usual range it spoils, where that range is beyond the general limit (judgement).
PAST = 1.35


@dataclass(frozen=True, slots=True)
class Limit:
    """A row of data/limits.csv: usual and spoiling edges, whether it speaks of drops alone, and why."""

    key: str
    label: str
    unit: str
    low_act: float | None
    low_look: float | None
    high_look: float | None
    high_act: float | None
    drop_only: bool
    role: Role | None
    why_low: str
    why_high: str
    source: str
    confidence: Confidence


@dataclass(frozen=True, slots=True)
class Usual:
    """The edges that hold for a style: usual, and where it spoils; None where there is none on that side."""

    low_act: float | None
    low: float | None
    high: float | None
    high_act: float | None


@cache
def limits() -> tuple[Limit, ...]:
    """The balance limits, in the order they are looked through."""
    return tuple(
        Limit(
            r["key"], r["label"], r["unit"], number(r["low_act"]), number(r["low_look"]), number(r["high_look"]),
            number(r["high_act"]), r["drop_only"] == "yes", Role(r["role"]) if r["role"] else None, r["why_low"],
            r["why_high"], r["source"], Confidence(r["confidence"]),
        )
        for r in rows("limits")
    )  # fmt: skip


@cache
def usual(key: str, style_id: str) -> Usual:
    """The edges of a limit for a style; for no style ("") the general ones."""
    limit = next(x for x in limits() if x.key == key)
    plain = Usual(limit.low_act, limit.low_look, limit.high_look, limit.high_act)
    if not style_id:
        return plain
    style = styles()[style_id]
    typical = typical_measures(style_id).get(key)
    if typical is None:
        return plain if style.is_drop or not limit.drop_only else Usual(None, None, limit.high_look, limit.high_act)
    low, high = _around(limit, style, typical)
    general = style.is_drop or not limit.drop_only
    lows = [v for v in (limit.low_look if general else None, low) if v is not None]
    highs = [v for v in (limit.high_look if general else None, high) if v is not None]
    usual_low = min(lows) if lows and limit.low_look is not None else None
    usual_high = max(highs) if highs and limit.high_look is not None else None
    return Usual(
        None if usual_low is None or limit.low_act is None else min(limit.low_act, usual_low / PAST),
        usual_low, usual_high,
        None if usual_high is None or limit.high_act is None else max(limit.high_act, usual_high * PAST)
        if usual_high > 0.9 * limit.high_act else limit.high_act,
    )  # fmt: skip


def _around(limit: Limit, style: Style, typical: float) -> tuple[float, float]:
    """What is usual for a style about its typical formula: its role's band in proportion, or a factor."""
    if limit.role is not None and limit.key in ("sugar", "fat", "egg", "powder", "net_soda", "salt", "salt_whole"):
        bands = [style.bands[b] for b in BAND_OF.get(limit.role, ()) if b in style.bands]
        middle = typical_for(limit.role, style)
        if bands and middle > 0:
            low, high = sum(b.low for b in bands) / middle, sum(b.high for b in bands) / middle
            return typical * low / 1.05, typical * high * 1.05
    return typical / AROUND, typical * AROUND


@cache
def typical_measures(style_id: str) -> dict[str, float]:
    """The figures of a style's typical formula."""
    lines = tuple(Line(f"l{n}", i, pct, Step.DRY) for n, (i, pct) in enumerate(styles()[style_id].formula))
    formula = Formula(lines)
    return measures(formula, composition(formula), CONTACT_SHARE, account_of(formula, CONTACT_SHARE))
