"""Gas by source and moment, what alkali is left, and what a wanted lift would take.

Source: stoichiometry at 1 atm (H); the share given off cold as trade texts state it (M); how much of an
excess of soda breaks down in the bake is an estimate (L). Volumes are of dry CO2 at 25 °C.
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.formula import Formula
from dough.accounts.leavening import Leavening, baked_ph, leavening, self_raising_share
from dough.accounts.wide_base import is_wide
from dough.facts.bake_parameters import parameters
from dough.facts.ingredients import Confidence, Ingredient, Role

SODA_G_PER_MOL = 84.007
CO2_G_PER_MOL = 44.01
AMMONIA_G_PER_MOL = 79.056
ML_PER_MOL_25C = 82.06 * 298.15
#: Share of acid-matched soda that reacts; share of an excess that breaks down, of its half mole (L).
MATCHED, EXCESS = 0.95, 0.5 * 0.55
#: CO2 that a leavener gives by itself, g per g, and the share given off cold, by class; single-acting from its soda.
OWN_CO2 = {"phosphate": 0.14, "powder": 0.13, "powder_like": 0.02, "self_raising": 0.006}
COLD_SHARE = {"phosphate": 0.30, "powder": 0.65, "powder_like": 0.3, "self_raising": 0.30}
COLD_ACID, COLD_TARTAR = 0.80, 0.65
TARTAR_PER_SODA = 2.24
POWDER_PER_SODA = 3.6
#: Net soda, % of flour, at which it is noticed and at which people object, by how much covers it (C6).
TASTE = (("spice and molasses", 1.9, 2.4), ("brown sugar or chocolate", 1.45, 2.0), ("plain", 0.8, 1.2))


@dataclass(frozen=True, slots=True)
class GasSource:
    """One source of gas: ml of CO2 cold and in the oven, and how sure that is."""

    name: str
    cold_ml: float
    warm_ml: float
    confidence: Confidence
    note: str


@dataclass(frozen=True, slots=True)
class Lift:
    """A way to a wanted volume: grams of soda, powder and tartar, what is left over, and a sentence."""

    name: str
    soda_g: float
    powder_g: float
    tartar_g: float
    left_soda_g: float
    words: str


@dataclass(frozen=True, slots=True)
class Raising:
    """The whole account. left_pct is net soda in % of flour, oats, cocoa and nut meal; baked_ph and ph are ±0.5."""

    account: Leavening
    sources: tuple[GasSource, ...]
    mmol: float
    left_pct: float
    baked_ph: float
    browning: float
    wider_pct: tuple[float, float]
    taste: str
    taste_state: str
    notes: tuple[str, ...]

    @property
    def ml(self) -> float:
        """CO2 at 25 °C, ml."""
        return self.mmol / 1000.0 * ML_PER_MOL_25C


def raising(formula: Formula, contact: float) -> Raising | None:
    """Gas, alkali and taste of a dough; None without flour. contact as in ``leavening``."""
    account = leavening(formula.lines, contact)
    flour = sum(x.grams or 0.0 for x in formula.flour_lines)
    if account is None or flour <= 0:
        return None
    sources = _sources(formula, account)
    # On the wide base, as the limits of taste are: oats and cocoa take up soda as flour does.
    wide = sum(x.grams or 0.0 for x in formula.lines if is_wide(x))
    left_pct = 100.0 * account.net_soda_g / wide
    baked = baked_ph(account.ph)
    taste, state = _taste(formula, left_pct)
    return Raising(
        account=account,
        sources=sources,
        mmol=sum(s.cold_ml + s.warm_ml for s in sources) / ML_PER_MOL_25C * 1000.0,
        left_pct=left_pct,
        baked_ph=baked,
        browning=browning_factor(baked),
        wider_pct=_wider(left_pct),
        taste=taste,
        taste_state=state,
        notes=_notes(formula, account),
    )


def soda_ml(grams: float, *, with_acid: bool) -> float:
    """CO2 of so much soda at 25 °C: a mole for a mole with acid, half a mole by heat alone (stoichiometry)."""
    return grams / SODA_G_PER_MOL * ML_PER_MOL_25C * (1.0 if with_acid else 0.5)


def own_gas(item: Ingredient) -> tuple[float, float]:
    """CO2 that a gram of a leavener gives by itself, g, and the share of it given off cold; nothing for others.

    Self-raising flour and phosphate powders are told by their classes, the more particular first.
    """
    if not item.is_(*OWN_CO2):
        return 0.0, 0.0
    for name in ("self_raising", "powder_like", "phosphate", "powder"):
        if item.is_(name):
            if name == "phosphate" and not item.is_("powder"):
                return 0.0, 0.0
            return OWN_CO2[name], COLD_SHARE[name]
    return 0.0, 0.0


def self_raising_powder_g(item: Ingredient) -> float:
    """Baking powder in a gram of flour, g: what self-raising flour brings."""
    return self_raising_share(item)


def browning_factor(ph: float) -> float:
    """How much faster it browns than at pH 7: by the bake model's own figure (b_ph, fitted; model systems give 1.5 to 2
    for each unit, M)."""
    return float(10.0 ** (parameters()["b_ph"].current * (ph - 7.0)))


def balanced_tartar_g(soda_g: float, other_acid_g: float) -> float:
    """Cream of tartar that takes up all the soda the other acids leave, g (stoichiometry)."""
    return TARTAR_PER_SODA * max(soda_g - other_acid_g, 0.0)


def effective_mmol(account: Leavening, powder_co2_g: float = 0.0) -> float:
    """CO2 in mmol: matched soda nearly all, an excess in part, powder its stated share (C4, L to M)."""
    acids = sum(max(s.soda_g, 0.0) for s in account.sources)
    matched = min(account.soda_g, acids) / SODA_G_PER_MOL * MATCHED
    excess = max(account.net_soda_g, 0.0) / SODA_G_PER_MOL * EXCESS
    return 1000.0 * (matched + excess + powder_co2_g / CO2_G_PER_MOL)


def lifts(formula: Formula, contact: float, wanted_ml: float) -> tuple[Lift, ...]:
    """Three ways to a wanted volume of CO2 (ml at 25 °C): soda with what acid there is, soda with tartar
    in balance, powder alone. Other leaveners of the dough are taken as replaced."""
    account = leavening(formula.lines, contact)
    if account is None or wanted_ml < 0:
        return ()
    moles = wanted_ml / ML_PER_MOL_25C
    tartar = sum(x.grams or 0.0 for x in formula.lines if x.in_dough and x.ingredient.is_("tartar"))
    acids = sum(max(s.soda_g, 0.0) for s in account.sources) - tartar / TARTAR_PER_SODA
    acids = max(acids, 0.0)
    matched = acids / SODA_G_PER_MOL * MATCHED
    past = acids + (moles - matched) / EXCESS * SODA_G_PER_MOL
    soda = moles / MATCHED * SODA_G_PER_MOL if moles <= matched else past
    balanced = moles / MATCHED * SODA_G_PER_MOL
    powder = moles * CO2_G_PER_MOL / OWN_CO2["phosphate"]
    return (
        Lift("Soda alone", soda, 0.0, 0.0, soda - acids, "browns and spreads most; much of it stays as alkali"),
        Lift("Soda and cream of tartar", balanced, 0.0, balanced_tartar_g(balanced, acids), 0.0,
             "all used up: pale, tangy, most of its gas cold, so bake soon"),
        Lift("Baking powder", 0.0, powder, 0.0, -acids, "lifts most in the oven; leaves the dough as acid as it is"),
    )  # fmt: skip


def _sources(formula: Formula, account: Leavening) -> tuple[GasSource, ...]:
    found: list[GasSource] = []
    acids = [(s, max(s.soda_g, 0.0)) for s in account.sources]
    tartars = {x.id for x in formula.lines if x.ingredient.is_("tartar")}
    total = sum(a for _, a in acids)
    used = min(account.soda_g, total)
    for source, share in acids:
        if used <= 0 or total <= 0 or share <= 0:
            continue
        ml = soda_ml(used * share / total, with_acid=True) * MATCHED
        cold = COLD_TARTAR if source.line_id in tartars else COLD_ACID
        found.append(
            GasSource(f"Soda with {source.name}", ml * cold, ml * (1 - cold), Confidence.MIDDLE, "acid meets soda")
        )
    if account.net_soda_g > 0:
        ml = account.net_soda_g / SODA_G_PER_MOL * EXCESS * ML_PER_MOL_25C
        found.append(GasSource("Soda by heat alone", 0.0, ml, Confidence.LOW, "the rest stays behind as alkali"))
    for x in formula.lines:
        grams = x.grams or 0.0
        if not x.in_dough or grams <= 0:
            continue
        share, cold = own_gas(x.ingredient)
        if share:
            ml = grams * share / CO2_G_PER_MOL * ML_PER_MOL_25C
            found.append(
                GasSource(x.ingredient.name, ml * cold, ml * (1 - cold), Confidence.MIDDLE, "its own soda and acid")
            )
        if x.ingredient.is_("ammonia"):
            ml = grams / AMMONIA_G_PER_MOL * ML_PER_MOL_25C
            note = "as much ammonia again, which must leave: thin, dry pieces only"
            found.append(GasSource(x.ingredient.name, 0.0, ml, Confidence.HIGH, note))
    return tuple(found)


def _wider(left_pct: float) -> tuple[float, float]:
    """How much wider the alkali left makes it, %: 1.5 to 3 for each 0.15 % of flour up to 1.1 (M)."""
    used = min(max(left_pct, 0.0), 1.1)
    return 1.5 * used / 0.15 / 2.0, 3.0 * used / 0.15 / 2.0


def _taste(formula: Formula, left_pct: float) -> tuple[str, str]:
    items = [x.ingredient for x in formula.lines if x.in_dough and (x.grams or 0.0) > 0]
    spiced = any(i.is_("warm_spice") for i in items)
    brown = any(i.is_("brown_sugar", "cocoa", "chocolate") for i in items)
    name, notice, object_ = TASTE[0] if spiced else TASTE[1] if brown else TASTE[2]
    if left_pct > object_:
        return f"soapy: people object above {object_:g} % in a {name} dough", "act"
    if left_pct > notice:
        return f"may taste soapy: noticed above {notice:g} % in a {name} dough", "look"
    return f"not noticed below {notice:g} % in a {name} dough", "in"


def _notes(formula: Formula, account: Leavening) -> tuple[str, ...]:
    """Beliefs worth mending gently, where they bear on this dough."""
    items = {x.id: x.ingredient for x in formula.lines if x.in_dough and (x.grams or 0.0) > 0}
    found: list[str] = []
    brown = sum(s.soda_g for s in account.sources if s.line_id in items and items[s.line_id].is_("brown_sugar"))
    flour = sum(s.soda_g for s in account.sources if s.of_flour)
    if account.soda_g > 0 and brown > 0:
        by_sugar, by_flour = 100.0 * brown / account.soda_g, 100.0 * flour / account.soda_g
        found.append(
            f"Brown sugar's acid takes up {by_sugar:.0f} % of the soda here, the flour's own {by_flour:.0f} %: "
            "the rest works as alkali and by heat."
        )
    if account.soda_g > 0:
        found.append("Soda makes the dough more alkaline, not more acid: that browns it and lets it spread.")
    if any(i.is_("alkalised") for i in items.values()) and account.soda_g > 0:
        found.append(
            "Alkalised cocoa with soda is no mistake; it brings no acid, so other acids or heat must free the gas."
        )
    if any(x.role is Role.FOLD_IN and (s.line_id == x.id) for x in formula.lines for s in account.sources):
        found.append("Acid locked in whole pieces counts by a contact share: a guess you can set.")
    return tuple(found)
