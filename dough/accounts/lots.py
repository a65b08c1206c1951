"""An ingredient as one delivery has it: the table's row with what the certificate says put in.

What is said takes the place of what makes room for it, so that 100 g stay 100 g. How far absorption and season reach
into the dough is judgement (L): absorption is taken beside what the protein explains, 1.5 % more water for each point
of protein beyond 56 % at 10.5 %; a season's butter melts 2.2 K away (``accounts.butter.feel``).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, fields, replace

from dough.accounts.butter.feel import SEASON_K, Season
from dough.accounts.formula import Draft
from dough.facts.ingredients import Ingredient, Parts, table

#: Water a plain flour takes up to the usual stiffness, % of the flour, at which protein, %, and more for each point.
USUAL_ABSORPTION, AT_PROTEIN, A_POINT = 56.0, 10.5, 1.5
#: pH at which natural cocoa has the acid of the table, and at which none is left (M).
NATURAL_PH, SPENT_PH = 5.5, 7.0
#: Shares of that acid between which any cocoa lies: heavily alkalised ones take a little acid up.
LEAST_ACID, MOST_ACID = -0.27, 1.5


@dataclass(frozen=True, slots=True)
class Certificate:
    """What a delivery's paper says, % as it is; None and empty: it says nothing."""

    protein_pct: float | None = None
    moisture_pct: float | None = None
    ash_pct: float | None = None
    absorption_pct: float | None = None
    fat_pct: float | None = None
    ph: float | None = None
    season: str = ""
    solids_pct: float | None = None

    @property
    def says(self) -> bool:
        """Whether it says anything a forecast can use."""
        return self != Certificate()


def by_certificate(item: Ingredient, said: Certificate) -> Ingredient:
    """The ingredient as delivered; itself where the paper says nothing of it."""
    if not said.says:
        return item
    found = item
    if item.flour_base:
        found = _flour(found, said)
    elif said.fat_pct is not None and item.is_("butter"):
        found = replace(found, parts=_against(found.parts, "fat", said.fat_pct, "water"))
    elif said.solids_pct is not None and item.is_("raw_egg", "whole_egg"):
        found = replace(found, parts=_thinned(found.parts, said.solids_pct))
    elif said.fat_pct is not None and item.is_("cocoa"):
        found = replace(found, parts=_shrunk(found.parts, "fat", said.fat_pct))
    if said.ph is not None and item.is_("cocoa"):
        left = min(max((SPENT_PH - said.ph) / (SPENT_PH - NATURAL_PH), LEAST_ACID), MOST_ACID)
        natural = next(i for i in table().values() if i.is_("natural_cocoa")).parts.acid_g_soda
        found = replace(found, parts=replace(found.parts, acid_g_soda=left * natural))
    if said.season in tuple(Season) and item.is_("butter"):
        found = replace(found, melts_k=SEASON_K[Season(said.season)])
    return found


def from_lots(draft: Draft, of_line: Mapping[str, Certificate]) -> Draft:
    """A draft whose lines (by id) come from deliveries; the others are as the table has them."""
    lines = tuple(
        replace(x, own=by_certificate(x.ingredient, said)) if (said := of_line.get(x.id)) and said.says else x
        for x in draft.formula.lines
    )
    return replace(draft, formula=replace(draft.formula, lines=lines))


def _flour(item: Ingredient, said: Certificate) -> Ingredient:
    parts = item.parts
    if said.protein_pct is not None:
        gluten = parts.gluten_forming / parts.protein if parts.protein > 0 else 0.0
        parts = _against(parts, "protein", said.protein_pct, "starch")
        parts = replace(parts, gluten_forming=gluten * parts.protein)
    if said.moisture_pct is not None:
        parts = _against(parts, "water", said.moisture_pct, "starch")
    if said.ash_pct is not None:
        parts = _against(parts, "minerals", said.ash_pct, "starch")
    holds = item.holds
    if said.absorption_pct is not None:
        holds = said.absorption_pct / (USUAL_ABSORPTION + A_POINT * (parts.protein - AT_PROTEIN))
    return replace(item, parts=parts, holds=holds)


def _against(parts: Parts, what: str, value: float, room: str) -> Parts:
    """One part set, another making room for it; it gives no more than it has."""
    was, free = getattr(parts, what), getattr(parts, room)
    given = min(value, was + free)
    return replace(parts, **{what: given, room: free - (given - was)})


def _thinned(parts: Parts, solids: float) -> Parts:
    """Everything but water in proportion, so that so many percent are solids: egg from older or younger hens."""
    share = min(max(solids, 0.0), 100.0) / (100.0 - parts.water)
    dry = {f.name: getattr(parts, f.name) * share for f in fields(Parts) if f.name not in ("water", "liquid_share_20c")}
    return replace(parts, water=100.0 - min(max(solids, 0.0), 100.0), **dry)


def _shrunk(parts: Parts, what: str, value: float) -> Parts:
    """One part set, everything else but water in proportion."""
    others = ("sucrose", "reducing", "lactose", "other_sugar", "starch", "protein", "fibre", "minerals", "other")
    was = getattr(parts, what)
    rest = sum(getattr(parts, n) for n in others)
    given = min(value, was + rest)
    share = (rest - (given - was)) / rest if rest > 0 else 1.0
    return replace(parts, **{what: given}, **{n: getattr(parts, n) * share for n in others})
