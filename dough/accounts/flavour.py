"""How a dough tastes, as far as it can be reckoned: sweet, salty, of soda. Aroma can't be, and isn't guessed at.

Sweetness as sugar's worth (``accounts.sweetness``, M); salt of the whole dough by composition (H); soda by the alkali
left against what is noticed in a dough of its kind (``accounts.gas``, M to L).
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.composition import composition, percent_of
from dough.accounts.formula import Draft
from dough.accounts.gas import raising
from dough.accounts.sweetness import sweet_per_100g, sweeter_pct
from dough.facts.ingredients import Confidence

#: Salt that differs by less than this share is not tasted side by side (M).
SALTIER = 0.12
SODA = {"in": 0, "look": 1, "act": 2}


@dataclass(frozen=True, slots=True)
class Flavour:
    """sweet is g of sugar's worth in 100 g raw, salt percent of the dough (None: not known); soda what the alkali left
    does to the taste, in words, with its state: in, look or act (empty: nothing to raise it)."""

    sweet: float | None
    salt_pct: float | None
    soda: str
    soda_state: str


#: How sure each of them is.
SURE = {"sweet": Confidence.MIDDLE, "salt": Confidence.HIGH, "soda": Confidence.MIDDLE}


def flavour(draft: Draft) -> Flavour:
    """The flavour account of a draft; an amount that is unknown leaves what hangs on it open."""
    comp = composition(draft.formula)
    raised = raising(draft.formula, draft.process.contact_share_pct / 100.0)
    return Flavour(
        sweet_per_100g(draft.formula.lines), percent_of(comp.salt_whole.value, comp.dough.value),
        raised.taste if raised else "", raised.taste_state if raised else "",
    )  # fmt: skip


def tasted(before: Flavour, after: Flavour) -> tuple[str, ...]:
    """What of a change is tasted, each in a few words; empty where nothing is, or nothing is known."""
    found = []
    by = sweeter_pct(before.sweet, after.sweet)
    if by is not None:
        found.append(f"{abs(by):.0f} % {'sweeter' if by > 0 else 'less sweet'}")
    if before.salt_pct and after.salt_pct is not None:
        share = after.salt_pct / before.salt_pct - 1.0
        if abs(share) >= SALTIER:
            found.append(f"{'saltier' if share > 0 else 'less salty'}: salt {before.salt_pct:.2f} → "
                         f"{after.salt_pct:.2f} % of the dough")  # fmt: skip
    was, now = SODA.get(before.soda_state), SODA.get(after.soda_state)
    if was is not None and now is not None and was != now:
        found.append(after.soda if now > was else f"less of soda: {after.soda}")
    return tuple(found)
