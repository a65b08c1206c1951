"""Reading what a cook types into a box: numbers with units, or a sentence that says what to do.

One place for all boxes, so that "35o", "350 F", "1,200", "2 cups" and "-5" get the same answer everywhere.
Conversions are exact definitions (1 oz = 28.349523125 g, 1 in = 25.4 mm).
"""

from __future__ import annotations

import math
import re

from dough.facts.errors import EntryError
from dough.facts.quantities import Quantity, quantity

UNKNOWN_WORDS = frozenset({"", "?", "unknown", "not known", "-", "–", "—"})
VOLUMES = frozenset(
    [
        "cup",
        "cups",
        "c",
        "ml",
        "l",
        "dl",
        "cl",
        "litre",
        "litres",
        "liter",
        "liters",
        "tbsp",
        "tablespoon",
        "tablespoons",
        "tsp",
        "teaspoon",
        "teaspoons",
        "stick",
        "sticks",
        "pinch",
        "dash",
    ]
)
_FRACTIONS = {
    "¼": "1/4",
    "½": "1/2",
    "¾": "3/4",
    "⅓": "1/3",
    "⅔": "2/3",
    "⅛": "1/8",
    "⅜": "3/8",
    "⅝": "5/8",
    "⅞": "7/8",
}
_NUMBER = re.compile(
    r"^(?P<sign>[-−+])?\s*(?:(?P<whole>\d+)\s+)?(?:(?P<top>\d+)\s*/\s*(?P<bottom>\d+)|(?P<plain>\d+(?:[.,]\d*)?|[.,]\d+))\s*(?P<unit>.*)$"
)
_THOUSANDS = re.compile(r"^\d{1,3},\d{3}$")

#: unit → factor to the field's own unit, by quantity
_UNITS: dict[str, dict[str, float]] = {
    "mass": {
        "g": 1,
        "gram": 1,
        "grams": 1,
        "gr": 1,
        "kg": 1000,
        "mg": 0.001,
        "oz": 28.349523125,
        "lb": 453.59237,
    },
    "length": {"mm": 1, "cm": 10, "in": 25.4, "inch": 25.4, "inches": 25.4, '"': 25.4},
    "minutes": {
        "min": 1,
        "mins": 1,
        "minute": 1,
        "minutes": 1,
        "m": 1,
        "s": 1 / 60,
        "sec": 1 / 60,
        "h": 60,
        "hours": 60,
    },
    "hours": {
        "h": 1,
        "hour": 1,
        "hours": 1,
        "hr": 1,
        "min": 1 / 60,
        "minutes": 1 / 60,
        "d": 24,
        "day": 24,
        "days": 24,
    },
    "percent": {"%": 1, "percent": 1, "pct": 1},
    "temperature": {"c": 1, "°c": 1, "°": 1, "f": 1, "°f": 1},
    "plain": {},
}


def read(value: str | float | None, field: Quantity, where: str) -> float | None:
    """What was typed, in the field's unit and rounded to its digits; None for "unknown".

    Raises EntryError with a sentence for the cook when it is not a number, carries a unit that
    does not fit, or lies outside what makes sense.
    """
    if value is None:
        return None
    if isinstance(value, str):
        if value.strip().lower() in UNKNOWN_WORDS:
            return None
        number = _parse(value.strip()[:60], field, where)
    else:
        number = float(value)
    if not math.isfinite(number):
        raise EntryError(where, f"{field.label}: that is not a finite number. {_hint(field)}")
    if number < 0 <= field.low:
        raise EntryError(where, f"{field.label} can't be negative. {_hint(field)}")
    if not field.low <= number <= field.high:
        raise EntryError(where, f"{field.label}: {_show(number)} {field.unit} is out of reach. {_hint(field)}")
    return round(number, field.kept)


def read_named(value: str | float | None, name: str, where: str | None = None) -> float | None:
    """``read`` for a quantity by its key; where defaults to the name."""
    return read(value, quantity(name), where or name)


def _parse(text: str, field: Quantity, where: str) -> float:
    for sign, plain in _FRACTIONS.items():
        text = text.replace(sign, f" {plain}")
    match = _NUMBER.match(text.strip())
    if match is None:
        raise EntryError(where, f"{field.label}: “{text}” is not a number. {_hint(field)}")
    number = _value(match, text, field, where)
    unit = match["unit"].strip().lower().rstrip(".")
    return _convert(number, unit, field, where) if unit else number


def _value(match: re.Match[str], text: str, field: Quantity, where: str) -> float:
    sign = -1.0 if match["sign"] in ("-", "−") else 1.0
    if match["top"]:
        bottom = int(match["bottom"])
        if bottom == 0:
            raise EntryError(where, f"{field.label}: “{text}” divides by zero. {_hint(field)}")
        return sign * (float(match["whole"] or 0) + int(match["top"]) / bottom)
    plain = match["plain"]
    if match["whole"]:
        raise EntryError(where, f"{field.label}: “{text}” holds two numbers. {_hint(field)}")
    if _THOUSANDS.match(plain) and not plain.startswith("0,"):
        joined, point = plain.replace(",", ""), plain.replace(",", ".")
        raise EntryError(
            where, f"{field.label}: is “{plain}” {joined} or {float(point):g}? Write it without the comma."
        )
    return sign * float(plain.replace(",", "."))


def _convert(number: float, unit: str, field: Quantity, where: str) -> float:
    factor = _UNITS[field.measures].get(unit)
    if factor is None and unit == field.unit.lower():
        factor = 1.0
    if factor is None:
        if unit in VOLUMES and field.measures == "mass":
            raise EntryError(
                where,
                f"{field.label}: {unit} is a volume, and this box takes a weight. Weigh it and type the grams.",
            )
        raise EntryError(where, f"{field.label}: “{unit}” is not a unit this box knows. {_hint(field)}")
    if field.measures == "temperature" and unit in ("f", "°f"):
        return (number - 32.0) / 1.8
    return number * factor


def _hint(field: Quantity) -> str:
    return f"It goes from {_show(field.low)} to {_show(field.high)} {field.unit}; leave it empty if unknown."


def _show(number: float) -> str:
    return f"{number:.4g}" if abs(number) < 10_000 else f"{number:,.0f}".replace(",", " ")
