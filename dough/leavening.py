"""Acid, soda and the dough's pH: the one owner of that account.

Source: acid equivalents and buffer capacities as trade and composition tables give them (H for cream
of tartar and cultured dairy, M to L for the rest); the pH law is an estimate fitted to typical doughs
(±0.5). Soda makes a dough more alkaline; brown sugar's acid is small beside the flour's own.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from dough.formula import USUAL_CONTACT_SHARE_PCT, Line
from dough.ingredients import Ingredient, Role
from dough.tables import rows

#: g of sodium bicarbonate that one milli-equivalent of acid neutralises (84.007 g/mol).
SODA_G_PER_MEQ = 0.084007
#: Share of the acid of whole pieces (dried fruit, chips) that meets the dough: a guess (L).
CONTACT_SHARE = USUAL_CONTACT_SHARE_PCT / 100.0
#: pH of a dough in balance, and how far soda can lift it (estimate, ±0.5).
BALANCED_PH, LIFT, LIFT_MEQ = 7.4, 0.95, 6.0
LOWEST_PH = 4.0
#: Carbonates that work as soda, by the soda that gives the same gas and alkali (stoichiometry, H).
SODAS = {"soda": 1.0, "khco3": 0.839}


@dataclass(frozen=True, slots=True)
class AcidSource:
    """One line's acid (positive) or alkali (negative) as g of soda it would take up."""

    line_id: str
    name: str
    soda_g: float
    contact: float


@dataclass(frozen=True, slots=True)
class Leavening:
    """The account of a dough. net_meq is alkali left per 100 g of flour; negative means acid."""

    sources: tuple[AcidSource, ...]
    soda_g: float
    net_soda_g: float
    net_meq: float
    buffer_meq: float
    ph: float


def buffer_of(item: Ingredient) -> float:
    """Buffer capacity of an ingredient, meq per pH unit and 100 g (L; milk M). 0 where none is known."""
    return _buffers().get(item.kind, 0.0)


@cache
def _buffers() -> dict[str, float]:
    return {r["id"]: float(r["meq_per_ph"]) for r in rows("buffers")}


def dough_ph(net_meq: float, buffer_meq: float) -> float:
    """pH of a dough with this much net alkali (meq) and buffer (meq per pH), both per 100 g of flour.

    Alkali lifts it towards bicarbonate's own 8.3; acid lowers it against the buffers.
    """
    if net_meq >= 0.0:
        return BALANCED_PH + LIFT * (1.0 - math.exp(-net_meq / LIFT_MEQ))
    return max(LOWEST_PH, BALANCED_PH + net_meq / max(buffer_meq, 0.5))


def leavening(lines: Iterable[Line], contact_share: float = CONTACT_SHARE) -> Leavening | None:
    """The account over lines of known amount mixed into the dough; None without flour.

    contact_share, 0 to 1, is how much of the acid of whole pieces meets the dough: a guess the cook can set.
    """
    known = [x for x in lines if x.grams is not None and x.in_dough]
    flour = sum(x.grams or 0.0 for x in known if x.ingredient.flour_base)
    if flour <= 0.0:
        return None
    sources: list[AcidSource] = []
    soda = buffers = 0.0
    for line in known:
        grams, item = line.grams or 0.0, line.ingredient
        contact = contact_share if line.role is Role.FOLD_IN else 1.0
        acid = grams * item.parts.acid_g_soda / 100.0
        if item.kind in SODAS:
            soda += grams * SODAS[item.kind]
        elif acid != 0.0:
            sources.append(AcidSource(line.id, item.name, acid * contact, contact))
        buffers += grams / 100.0 * buffer_of(item) * contact
    net = soda - sum(s.soda_g for s in sources)
    per_100 = 100.0 / flour
    meq = net / SODA_G_PER_MEQ * per_100
    return Leavening(tuple(sources), soda, net, meq, buffers * per_100, dough_ph(meq, buffers * per_100))
