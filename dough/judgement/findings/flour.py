"""Too little or too much flour: one cause, though every other role's figure speaks of it.

Every percentage is of the flour, so a flour weighed wrong puts sugar, fat, egg, salt and leavening out together. It is
taken for the cause where another amount of flour would put nearly all of them right and nothing else wrong.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from dough.accounts.formula import Formula
from dough.accounts.scaling import practical
from dough.facts.ingredients import Confidence, Role
from dough.facts.said import listed
from dough.judgement.findings.model import WORST_FIRST, Sign, State

#: How many times as much flour is tried, nearest first; less than the first is within what recipes differ by.
TIMES = (1.25, 1.5, 1.75, 2.0, 2.5, 3.0, 4.0, 0.75, 0.6, 0.5, 0.4, 0.33)
#: So many roles must speak of it: two may be out by themselves.
LEAST_CAUSES = 3
OF_FLOUR = frozenset({"sugar", "fat", "egg", "salt", "liquid", "leavening", "soda", "powder", "syrup", "starch"})
GAS = {"soda": "leavening", "powder": "leavening"}
KEY, CAUSE = "fault.flour", "flour"

Signs = Callable[[Formula], list[Sign]]


def of_flour(signs: list[Sign], formula: Formula, again: Signs) -> list[Sign]:
    """The signs, with one of the flour before those it explains where it does; again takes the signs of a formula."""
    for high in (True, False):
        if len(_causes(signs, high)) >= LEAST_CAUSES:
            found = _explained(signs, formula, again, high)
            if found is not None:
                return found
    return signs


def with_flour(formula: Formula, times: float) -> Formula:
    """The formula with so many times the flour, in amounts that are weighed."""
    flours = {x.id for x in formula.flour_lines}
    return Formula(
        tuple(x.weighing(practical((x.grams or 0.0) * times)) if x.id in flours else x for x in formula.lines)
    )


def _causes(signs: list[Sign], high: bool) -> set[str]:
    return {_role_of(s) for s in signs if s.high == high and s.cause in OF_FLOUR and s.state is not State.NOTE}


def _role_of(s: Sign) -> str:
    return GAS.get(s.cause, s.cause)


def _explained(signs: list[Sign], formula: Formula, again: Signs, high: bool) -> list[Sign] | None:
    """high: the others are over, so the flour is too little."""
    if any(x.grams is None for x in formula.lines) or not formula.flour_lines:
        return None
    there = {(s.key, s.high) for s in signs}
    best: tuple[int, float, Formula, set[tuple[str, bool]]] | None = None
    for times in TIMES:
        if (times > 1.0) != high:
            continue
        other = with_flour(formula, times)
        still = [s for s in again(other) if s.state is not State.NOTE or (s.key, s.high) in there]
        left = {(s.key, s.high) for s in still}
        # How much is folded in is a choice of its own: a right flour may well leave it few or many.
        if any((s.key, s.high) not in there for s in still if s.cause != "fold-in"):
            continue
        gone = len(_causes(signs, high) - {_role_of(s) for s in still})
        if best is None or gone > best[0]:
            best = (gone, times, other, left)
    if best is None or best[0] < LEAST_CAUSES:
        return None
    _, times, other, left = best
    explained = [s for s in signs if (s.key, s.high) not in left]
    names = sorted({_role_of(s) for s in explained if s.high == high and s.cause in OF_FLOUR})
    now, then = formula.flour_g or 0.0, other.flour_g or 0.0
    lead = Sign(
        KEY, CAUSE, not high, min((s.state for s in explained), key=WORST_FIRST.index),
        max(s.out for s in explained), Role.FLOUR, tuple(x.id for x in formula.flour_lines),
        f"Flour {now:.0f} g too {'little' if high else 'much'} for the rest",
        f"looks weighed wrong: {listed(names)} are all {'over' if high else 'under'}; "
        f"about {then:.0f} g would fit them",
        "what all of these are measured against", Confidence.MIDDLE, fits_g=then,
    )  # fmt: skip
    joined = [replace(s, joins=((CAUSE, not high),)) if s in explained else s for s in signs]
    return [lead, *joined]
