"""An amount typed into a line's box in kitchen measures: "1 cup", "2 medium", "1 stick", "300 to 340"."""

from __future__ import annotations

import re
from dataclasses import replace

from dough.accounts.formula import MAX_GRAMS, Line
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import CupCalibration, Habit, KitchenAmount, Weighed, egg_part, fillings, weigh
from dough.recipe.amounts import FILLING_WORDS, amount_at, tidy
from dough.recipe.counting import SIZE_WORDS

Span = tuple[float, float]


def kitchen_measure(
    text: str | float | None, line: Line, habit: Habit, cups: tuple[CupCalibration, ...] = ()
) -> tuple[str, float, Span | None] | None:
    """(the amount in words, grams, range in grams) for a measure that is not plain grams or percent; else None.

    Raises EntryError where the measure cannot be weighed, for instance a stick of flour.
    """
    if not isinstance(text, str):
        return None
    plain = tidy(text)[:60]
    found = amount_at(plain, 0)
    if found is None:
        return None
    q, rest = found.quantity, plain[found.end :].strip().lower()
    where = f"lines.{line.id}.grams"
    item = line.ingredient
    if q.unit in ("", "g") and q.high > q.low and not rest:
        if q.high > MAX_GRAMS:
            raise EntryError(where, f"That is more than {MAX_GRAMS:,.0f} g in one line.")
        return "", q.middle, (q.low, q.high)
    if q.unit in ("g", "kg", "mg", "lb") or (q.unit == "oz" and not rest):
        return None
    if not q.unit:
        size = next((SIZE_WORDS[w] for w in SIZE_WORDS if re.search(rf"\b{w}\b", rest)), None)
        if egg_part(item) and (size is not None or re.match(r"(egg|yolk|white)", rest)):
            q = replace(q, unit="egg", piece=size or "")
        else:
            return None
    if q.unit == "stick" and item.role != "fat":
        raise EntryError(where, f"A stick is butter's measure; {item.name} has none. Type grams, or a cup or spoon.")
    if q.unit in ("loose", "box"):
        raise EntryError(where, "That is not a measure with a weight. Type grams, or a cup or spoon.")
    said_filling = found.filling or next((FILLING_WORDS[w] for w in FILLING_WORDS if w in rest), "")
    filling = said_filling if said_filling in dict(fillings(item)) else ""
    weighed = weigh(item, q, habit, filling, cups)
    return _words(q, weighed, habit), weighed.grams, None


def _words(q: KitchenAmount, weighed: Weighed, habit: Habit) -> str:
    number = f"{q.low:g}" if q.low == q.high else f"{q.low:g} to {q.high:g}"
    if q.unit == "egg":
        return f"{number} {q.piece or 'usual size'}"
    place = (
        {Habit.US: "US ", Habit.AU: "AU ", Habit.METRIC: "metric "}[habit] if q.unit in ("cup", "tbsp", "tsp") else ""
    )
    filled = f", {weighed.filling}" if weighed.filling else ""
    low, high = round(weighed.low_g), round(weighed.high_g)
    error = f" ({low} to {high} g)" if high > low else ""
    return f"{number} {place}{q.unit}{filled}{error}"[:80]
