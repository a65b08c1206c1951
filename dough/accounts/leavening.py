"""Acid, soda and the dough's pH: the one owner of that account.

Source: acid equivalents and buffer capacities as trade and composition tables give them (H for cream
of tartar and cultured dairy, M to L for the rest); the pH law is an estimate fitted to typical doughs
(±0.5). Soda makes a dough more alkaline; brown sugar's acid is small beside the flour's own. What is left of
powder's phosphates holds a dough near 7, and protein, egg white and cocoa hold against alkali too.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from dough.accounts.formula import USUAL_CONTACT_SHARE_PCT, Line
from dough.facts.ingredients import Ingredient, Role
from dough.facts.staples import PLAIN_FLOUR, staple
from dough.facts.tables import rows

#: g of sodium bicarbonate that one milli-equivalent of acid neutralises (84.007 g/mol).
SODA_G_PER_MEQ = 0.084007
#: Share of the acid of whole pieces (dried fruit, chips) that meets the dough: a guess (L).
CONTACT_SHARE = USUAL_CONTACT_SHARE_PCT / 100.0
#: pH of a dough in balance, and how far soda can lift it (estimate, ±0.5).
BALANCED_PH, LIFT, LIFT_MEQ = 7.4, 0.95, 6.0
LOWEST_PH, HIGHEST_PH = 4.0, 8.349
#: Buffer of an ordinary dough, meq per pH and 100 g of flour; more of it blunts what soda does (estimate, L).
ORDINARY_BUFFER = 4.0
#: What powder's phosphates hold: meq per pH and gram of powder, about their second step (titration of phosphate, M; how
#: much of a powder is phosphate differs by brand, L).
PHOSPHATE_MEQ_PER_G, PHOSPHATE_PH = 1.2, 7.2
#: How much further alkali takes the crumb than the dough, as its bicarbonate turns to carbonate (estimate, ±0.5).
BAKED_LIFT = 1.6 / LIFT


@dataclass(frozen=True, slots=True)
class AcidSource:
    """One line's acid (positive) or alkali (negative) as g of soda it would take up."""

    line_id: str
    name: str
    soda_g: float
    contact: float
    of_flour: bool = False


@dataclass(frozen=True, slots=True)
class Leavening:
    """The account of a dough. net_meq is alkali left per 100 g of flour; negative means acid. buffer_meq and
    phosphate_meq are what holds the pH, meq per unit and 100 g of flour."""

    sources: tuple[AcidSource, ...]
    soda_g: float
    net_soda_g: float
    net_meq: float
    buffer_meq: float
    ph: float
    phosphate_meq: float = 0.0

    def sour_g(self, sour_g: float) -> float:
        """Of so many grams' worth of soda in souring acids, what no soda is left for."""
        return max(min(sour_g, -self.net_soda_g - sum(s.soda_g for s in self.sources if s.of_flour)), 0.0)


def buffer_of(item: Ingredient) -> float:
    """Buffer capacity of an ingredient, meq per pH unit and 100 g (L; milk M). 0 where none is known."""
    return _buffers().get(item.kind, 0.0)


def soda_worth(item: Ingredient) -> float:
    """Grams of baking soda that a gram of a carbonate equals in alkali; 0 for anything else (stoichiometry)."""
    return -item.parts.acid_g_soda / 100.0 if item.is_("soda") else 0.0


def flour_meq_per_g() -> float:
    """Acid of plain flour, meq per g: the one figure for it (literature, M)."""
    return staple(PLAIN_FLOUR).parts.acid_g_soda / 100.0 / SODA_G_PER_MEQ


def phosphate_g(item: Ingredient) -> float:
    """Grams of baking powder's salts that a gram of an ingredient leaves behind."""
    return self_raising_share(item) if item.is_("self_raising") else 1.0 if item.is_("phosphate") else 0.0


def self_raising_share(item: Ingredient) -> float:
    """Baking powder in a gram of self-raising flour (typical, M)."""
    return SELF_RAISING_POWDER if item.is_("self_raising") else 0.0


#: Powder in self-raising flour, g per g: 4 to 5 parts in 100 (trade practice, M).
SELF_RAISING_POWDER = 0.045


@cache
def _buffers() -> dict[str, float]:
    return {r["id"]: float(r["meq_per_ph"]) for r in rows("buffers")}


def dough_ph(net_meq: float, buffer_meq: float, phosphate_meq: float = 0.0) -> float:
    """pH of a dough with this much net alkali (meq) and buffers (meq per pH), all per 100 g of flour.

    Alkali lifts it towards bicarbonate's own 8.3, acid lowers it against the buffers, and phosphate pulls it towards
    its own 7.2. The pH is where the three take up the alkali there is: found by halving, monotone in each.
    """
    buffer, scale = max(buffer_meq, 0.5), LIFT_MEQ * max(buffer_meq / ORDINARY_BUFFER, 1.0)

    def taken(ph: float) -> float:
        held = phosphate_meq * (ph - PHOSPHATE_PH)
        if ph <= BALANCED_PH:
            return held + buffer * (ph - BALANCED_PH)
        return held - scale * math.log(1.0 - (ph - BALANCED_PH) / LIFT)

    low, high = LOWEST_PH, HIGHEST_PH
    for _ in range(40):
        middle = (low + high) / 2.0
        low, high = (middle, high) if taken(middle) < net_meq else (low, middle)
    return (low + high) / 2.0


def baked_ph(ph: float) -> float:
    """pH of the crumb from that of the dough (estimate, ±0.5)."""
    return max(ph + 0.1, BALANCED_PH + BAKED_LIFT * (ph - BALANCED_PH)) if ph > LOWEST_PH else ph


def leavening(lines: Iterable[Line], contact_share: float = CONTACT_SHARE) -> Leavening | None:
    """The account over lines of known amount mixed into the dough; None without flour.

    contact_share, 0 to 1, is how much of the acid of whole pieces meets the dough: a guess the cook can set.
    """
    known = [x for x in lines if x.grams is not None and x.in_dough]
    flour = sum(x.grams or 0.0 for x in known if x.ingredient.flour_base)
    if flour <= 0.0:
        return None
    sources: list[AcidSource] = []
    soda = buffers = phosphate = 0.0
    for line in known:
        grams, item = line.grams or 0.0, line.ingredient
        contact = contact_share if line.role is Role.FOLD_IN else 1.0
        acid = grams * item.parts.acid_g_soda / 100.0
        phosphate += grams * phosphate_g(item) * PHOSPHATE_MEQ_PER_G
        if item.is_("soda"):
            soda += grams * soda_worth(item)
        elif acid != 0.0:
            sources.append(AcidSource(line.id, item.name, acid * contact, contact, item.flour_base))
        buffers += grams / 100.0 * buffer_of(item) * contact
    net = soda - sum(s.soda_g for s in sources)
    per_100 = 100.0 / flour
    meq = net / SODA_G_PER_MEQ * per_100
    beta, held = buffers * per_100, phosphate * per_100
    return Leavening(tuple(sources), soda, net, meq, beta, dough_ph(meq, beta, held), held)
