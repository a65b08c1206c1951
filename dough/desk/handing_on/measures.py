"""Amounts for people who may have no scale: grams first, then ounces, cups and spoons or eggs, with what they can be
off by."""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.formula import Line
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import MASS, CupCalibration, Habit, egg_class, egg_part
from dough.run.spooned import PARTS, spooned

#: What stands beside the grams.
UNITS = {
    "g": "grams only", "us": "with US cups and spoons", "metric": "with metric cups and spoons",
    "au": "with Australian cups and spoons", "oz": "with ounces",
}  # fmt: skip
#: Eggs of a class differ by this much of their usual weight either way (limits of the classes are law; M).
EGG_OFF_PCT = 10.0
EGG_WORDS = {"egg": ("egg", "eggs"), "white": ("egg white", "egg whites"), "yolk": ("yolk", "yolks")}


@dataclass(frozen=True, slots=True)
class Measure:
    """An amount in other measures than grams: words, and how far they may be off either way, % (None: exact)."""

    words: str
    off_pct: float | None


def grams_text(line: Line) -> str:
    """“300 to 340 g, by feel”, “4.5 g” or “as much as you find right” where nobody has said how much."""
    if line.range_g is not None:
        low, high = line.range_g
        return f"{low:g} to {high:g} g, by feel"
    if line.grams is None:
        return "amount open"
    if line.grams < 10:
        return f"{line.grams:.1f} g"
    return f"{line.grams:.0f} g"


def beside(line: Line, units: str, cups: tuple[CupCalibration, ...] = ()) -> Measure | None:
    """What stands beside a line's grams; None where there is nothing honest to say. Raises EntryError for units that
    are not on offer."""
    if units not in UNITS:
        raise EntryError("units", f"Units are {', '.join(UNITS)}.")
    if units == "g" or line.grams is None or line.grams <= 0:
        return None
    if units == "oz":
        return Measure(f"{line.grams / MASS['oz']:.2f} oz" if line.grams < 100 else
                       f"{line.grams / MASS['oz']:.1f} oz", None)  # fmt: skip
    habit = Habit(units)
    part = egg_part(line.ingredient)
    if part is not None:
        return _eggs(line.grams, part, habit)
    found = spooned(line.ingredient, line.grams, habit, cups)
    return None if found is None else Measure(found.words, found.off_pct)


def _eggs(grams: float, part: str, habit: Habit) -> Measure:
    kind = egg_class(habit)
    count = grams / float(getattr(kind, part))
    near = round(count * 4) / 4
    one, many = EGG_WORDS[part]
    if near <= 0:
        return Measure(f"a little {one}, beaten and weighed", None)
    off = max(EGG_OFF_PCT, 100.0 * abs(near - count) / count)
    whole, rest = int(near), near - int(near)
    number = f"{whole or ''}{PARTS.get(rest, '')}"
    beaten = ", beaten together first" if rest else ""
    return Measure(f"about {number} {kind.size} {many if near > 1 else one}{beaten}", off)
