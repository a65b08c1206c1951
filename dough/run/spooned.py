"""An amount in cups and spoons, for a bench without a scale or with one too coarse, and how sure that is."""

from __future__ import annotations

from dataclasses import dataclass

from dough.facts.ingredients import Ingredient
from dough.facts.kitchen_measures import CupCalibration, Habit, KitchenAmount, egg_part, weigh

#: Steps of a measure that are on a set of cups and spoons.
STEPS = {"cup": (0.25, 1 / 3), "tbsp": (1.0, 0.5), "tsp": (0.25,)}
NAMES = {"cup": "cup", "tbsp": "tablespoon", "tsp": "teaspoon"}
PARTS = {0.25: "¼", 1 / 3: "⅓", 0.5: "½", 2 / 3: "⅔", 0.75: "¾"}
#: A measure is used from so much of itself on.
LEAST = 0.25
#: Nearer than this share of the whole is near enough: a cup is filled no better.
NEAR = 0.03


@dataclass(frozen=True, slots=True)
class Spooned:
    """An amount by cups and spoons: in words, the grams that come of it, and how far these may be off, %."""

    words: str
    grams: float
    off_pct: float


def spooned(
    item: Ingredient, grams: float, habit: Habit = Habit.METRIC, cups: tuple[CupCalibration, ...] = ()
) -> Spooned | None:
    """Level cups, tablespoons and teaspoons that come nearest to so many grams. None for what no cup measures (eggs),
    or where it is not known what a cup of it weighs."""
    if egg_part(item) is not None or item.measure.cup_g <= 0 or grams <= 0:
        return None
    left, total, low, high = grams, 0.0, 0.0, 0.0
    words = []
    filling = ""
    for unit in NAMES:
        one = weigh(item, KitchenAmount(1.0, 1.0, unit), habit, cups=cups)
        # The next smaller measure is fetched only where this one alone would be off by more than it is anyway.
        near = _fitting(left / one.grams, STEPS[unit], down=False)
        enough = unit == "tsp" or abs(near * one.grams - left) <= NEAR * grams
        count = near if enough else _fitting(left / one.grams, STEPS[unit], down=True)
        if count < LEAST - 1e-9:
            continue
        filling = filling or (one.filling if unit == "cup" else "")
        words.append(f"{_count(count)} {NAMES[unit]}{'s' if count > 1 else ''}")
        left -= count * one.grams
        total, low, high = total + count * one.grams, low + count * one.low_g, high + count * one.high_g
        if enough:
            break
    if not words or total <= 0:
        return None
    off = max(high - total, total - low, abs(total - grams)) / total
    text = " + ".join(words) + (f", {filling} and levelled" if filling else ", level")
    return Spooned(text, total, 100.0 * off)


def _fitting(times: float, steps: tuple[float, ...], *, down: bool) -> float:
    """The count nearest to times that a set of measures can make; down: not more than it."""
    found = 0.0
    for step in steps:
        n = int(times / step + 1e-6) if down else round(times / step)
        if abs(times - n * step) < abs(times - found) - 1e-9:
            found = n * step
    return found


def _count(count: float) -> str:
    whole, part = int(count + 1e-6), count - int(count + 1e-6)
    words = next((w for p, w in PARTS.items() if abs(p - part) < 0.02), "")
    return f"{whole or ''}{words}" if words else f"{count:g}"
