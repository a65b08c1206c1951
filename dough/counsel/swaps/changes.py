"""What a swap does to the formula, line by line."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from dough.accounts.formula import Formula, Line


@dataclass(frozen=True, slots=True)
class LineSwap:
    """One line before and after; None where it was not there, or is gone."""

    line_id: str
    before: str
    before_g: float | None
    after: str
    after_g: float | None
    why: str


def changes(
    before: Formula, after: Formula, why: Callable[[str, Line | None, Line | None], str]
) -> tuple[LineSwap, ...]:
    """Every line whose ingredient or grams differ, those there before first; why is asked for each."""
    old, new = {x.id: x for x in before.lines}, {x.id: x for x in after.lines}
    found = []
    for ident in dict.fromkeys([*old, *new]):
        a, b = old.get(ident), new.get(ident)
        if a is not None and b is not None and a.ingredient_id == b.ingredient_id and a.grams == b.grams:
            continue
        found.append(
            LineSwap(
                ident, a.ingredient.name if a else "", a.grams if a else None, b.ingredient.name if b else "",
                b.grams if b else None, why(ident, a, b),
            )
        )  # fmt: skip
    return tuple(found)
