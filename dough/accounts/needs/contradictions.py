"""What is said of an ingredient that cannot be true together."""

from __future__ import annotations

from dough.facts.ingredients import Ingredient, State
from dough.facts.needs import NAMES, ORIGINS

ANIMAL = ("Mi", "Eg", "Fi", "Cr", "Mo", "Me")
KNOWN = frozenset((*NAMES, *ORIGINS, "Oa", "alcohol", "caffeine"))


def contradictions(item: Ingredient) -> tuple[str, ...]:
    """Sentences, one for each; empty for an ingredient that agrees with itself.

    A row's make-up counts only for the table: what the cook's own is like, it need not hold.
    """
    state = {h.code: h.state for h in item.held if h.state is not State.TOLD}
    holds = {c for c, s in state.items() if s is State.HOLDS}
    found = [f"“{c}” is no code known here." for c in state if c not in KNOWN]
    if state.get("An") is State.FREE and (bad := [c for c in ANIMAL if c in holds]):
        found.append(f"It holds {_name(bad[0])}, so it can not be vegan.")
    if state.get("Me") is State.FREE and (bad := [c for c in ("Fi", "Cr", "Mo") if c in holds]):
        found.append(f"It holds {_name(bad[0])}, so it can not be vegetarian.")
    if state.get("An") is State.FREE and state.get("Me") is State.HOLDS:
        found.append("It holds meat, gelatine or the like, so it can not be vegan.")
    if state.get("Gl") is State.FREE and "Wh" in holds:
        found.append("It holds wheat, so it can not be free of gluten.")
    if item.like:
        return tuple(dict.fromkeys(found))
    p = item.parts
    if p.gluten_forming > 0 and "Wh" not in holds:
        found.append("It brings gluten, yet is not said to hold wheat.")
    if (p.milk_fat > 0 or p.lactose > 0) and state.get("Mi") not in (State.HOLDS, State.MAY):
        found.append("It brings milk fat or milk sugar, yet is not said to hold milk.")
    if item.is_("wheat") and "Wh" not in holds:
        found.append("A wheat that is not said to hold wheat.")
    if item.is_("nut") and not holds & {"Nu", "Pn", "Pi"}:
        found.append("A nut that is not said to hold nuts.")
    return tuple(found)


def _name(code: str) -> str:
    return NAMES.get(code) or ORIGINS.get(code, code)
