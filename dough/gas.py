"""Gas by source and moment, what alkali is left, and what a wanted lift would take.

Source: stoichiometry at 1 atm (H); the share given off cold as trade texts state it (M); how much of an
excess of soda breaks down in the bake is an estimate (L). Volumes are of dry CO2 at 25 °C.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.formula import Formula
from dough.ingredients import Confidence, Role
from dough.leavening import Leavening, leavening

SODA_G_PER_MOL = 84.007
CO2_G_PER_MOL = 44.01
AMMONIA_G_PER_MOL = 79.056
ML_PER_MOL_25C = 82.06 * 298.15
#: Share of acid-matched soda that reacts; share of an excess that breaks down, of its half mole (L).
MATCHED, EXCESS = 0.95, 0.5 * 0.55
#: CO2 that baking powder gives, g per g; single-acting from its quarter of soda.
POWDER_CO2 = {"bp_da": 0.14, "bp_sa": 0.13, "powderegg": 0.02}
#: Self-raising flour's own powder, g of CO2 per g of flour.
FLOUR_CO2 = {"sr_uk": 0.006, "sr_us": 0.0055}
#: Share of the gas given off cold, while the dough is mixed and shaped.
COLD = {"bp_da": 0.30, "bp_sa": 0.65, "sr_uk": 0.30, "sr_us": 0.30, "cot": 0.65, "acid": 0.80}
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
    """The whole account. left_pct is net soda in % of flour; baked_ph and ph are ±0.5."""

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
    left_pct = 100.0 * account.net_soda_g / flour
    baked = baked_ph(account)
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


def baked_ph(account: Leavening) -> float:
    """pH of the crumb (estimate, ±0.5): bicarbonate turns to carbonate, so alkali stands higher than in the dough."""
    if account.net_meq >= 0.0:
        return 7.4 + 1.6 * (1.0 - math.exp(-account.net_meq / 6.0))
    return account.ph + 0.1


def browning_factor(ph: float) -> float:
    """How much faster it browns than at pH 7 (model systems, M): ten to the 0.22 for each unit."""
    return float(10.0 ** (0.22 * (ph - 7.0)))


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
    tartar = sum(x.grams or 0.0 for x in formula.lines if x.in_dough and x.ingredient.kind == "cot")
    acids = sum(max(s.soda_g, 0.0) for s in account.sources) - tartar / TARTAR_PER_SODA
    acids = max(acids, 0.0)
    matched = acids / SODA_G_PER_MOL * MATCHED
    past = acids + (moles - matched) / EXCESS * SODA_G_PER_MOL
    soda = moles / MATCHED * SODA_G_PER_MOL if moles <= matched else past
    balanced = moles / MATCHED * SODA_G_PER_MOL
    powder = moles * CO2_G_PER_MOL / POWDER_CO2["bp_da"]
    return (
        Lift("Soda alone", soda, 0.0, 0.0, soda - acids, "browns and spreads most; much of it stays as alkali"),
        Lift("Soda and cream of tartar", balanced, 0.0, balanced_tartar_g(balanced, acids), 0.0,
             "all used up: pale, tangy, most of its gas cold, so bake soon"),
        Lift("Baking powder", 0.0, powder, 0.0, -acids, "lifts most in the oven; leaves the dough as acid as it is"),
    )  # fmt: skip


def _sources(formula: Formula, account: Leavening) -> tuple[GasSource, ...]:
    found: list[GasSource] = []
    acids = [(s, max(s.soda_g, 0.0)) for s in account.sources]
    total = sum(a for _, a in acids)
    used = min(account.soda_g, total)
    for source, share in acids:
        if used <= 0 or total <= 0 or share <= 0:
            continue
        ml = soda_ml(used * share / total, with_acid=True) * MATCHED
        cold = COLD["cot" if source.name == "Cream of tartar" else "acid"]
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
        share = POWDER_CO2.get(x.ingredient.kind, FLOUR_CO2.get(x.ingredient.kind, 0.0))
        if share:
            ml = grams * share / CO2_G_PER_MOL * ML_PER_MOL_25C
            cold = COLD.get(x.ingredient.kind, 0.3)
            found.append(
                GasSource(x.ingredient.name, ml * cold, ml * (1 - cold), Confidence.MIDDLE, "its own soda and acid")
            )
        if x.ingredient.kind == "ammonia":
            ml = grams / AMMONIA_G_PER_MOL * ML_PER_MOL_25C
            note = "as much ammonia again, which must leave: thin, dry pieces only"
            found.append(GasSource(x.ingredient.name, 0.0, ml, Confidence.HIGH, note))
    return tuple(found)


def _wider(left_pct: float) -> tuple[float, float]:
    """How much wider the alkali left makes it, %: 1.5 to 3 for each 0.15 % of flour up to 1.1 (M)."""
    used = min(max(left_pct, 0.0), 1.1)
    return 1.5 * used / 0.15 / 2.0, 3.0 * used / 0.15 / 2.0


def _taste(formula: Formula, left_pct: float) -> tuple[str, str]:
    ids = {x.ingredient.kind for x in formula.lines if x.in_dough and (x.grams or 0.0) > 0}
    spiced = ids & {"molasses", "ginger"}
    brown = ids & {"lbrown", "dbrown", "musco", "musco_l"} or any(i.startswith(("cocoa", "dark", "choc")) for i in ids)
    name, notice, object_ = TASTE[0] if spiced else TASTE[1] if brown else TASTE[2]
    if left_pct > object_:
        return f"soapy: people object above {object_:g} % in a {name} dough", "act"
    if left_pct > notice:
        return f"may taste soapy: noticed above {notice:g} % in a {name} dough", "look"
    return f"not noticed below {notice:g} % in a {name} dough", "in"


def _notes(formula: Formula, account: Leavening) -> tuple[str, ...]:
    """Beliefs worth mending gently, where they bear on this dough."""
    ids = {x.ingredient.kind for x in formula.lines if x.in_dough and (x.grams or 0.0) > 0}
    found: list[str] = []
    brown = sum(s.soda_g for s in account.sources if s.name in ("Light brown sugar", "Dark brown sugar"))
    flour = sum(s.soda_g for s in account.sources if "flour" in s.name.lower())
    if account.soda_g > 0 and brown > 0:
        by_sugar, by_flour = 100.0 * brown / account.soda_g, 100.0 * flour / account.soda_g
        found.append(
            f"Brown sugar's acid takes up {by_sugar:.0f} % of the soda here, the flour's own {by_flour:.0f} %: "
            "the rest works as alkali and by heat."
        )
    if account.soda_g > 0:
        found.append("Soda makes the dough more alkaline, not more acid: that browns it and lets it spread.")
    if ids & {"cocoa_d", "cocoa_b"} and account.soda_g > 0:
        found.append(
            "Alkalised cocoa with soda is no mistake; it brings no acid, so other acids or heat must free the gas."
        )
    if any(x.role is Role.FOLD_IN and (s.line_id == x.id) for x in formula.lines for s in account.sources):
        found.append("Acid locked in whole pieces counts by a contact share: a guess you can set.")
    return tuple(found)
