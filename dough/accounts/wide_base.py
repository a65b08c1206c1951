"""The wide base of flour, oats, cocoa and nut meal, on which trade texts state most limits."""

from __future__ import annotations

from dough.accounts.formula import Formula, Line

#: Classes that count as flour on the wide base.
WIDE = ("rolled_oat", "cocoa", "nut_meal", "seed_meal")


def is_wide(line: Line) -> bool:
    """Whether a line counts towards the wide base."""
    return line.in_dough and (line.ingredient.flour_base or line.ingredient.is_(*WIDE))


def wide_base_g(formula: Formula) -> float | None:
    """Flour + oats + cocoa + nut meal, g; None when one is unknown or there is none."""
    lines = tuple(x for x in formula.lines if is_wide(x))
    if not lines or any(x.grams is None for x in lines):
        return None
    return sum(x.grams or 0.0 for x in lines) or None
