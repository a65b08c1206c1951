"""From cups, spoons, sticks and eggs to grams, with what the conversion can be off by.

Source: legal and customary volumes (US cup 236.588 ml, metric cup 250 ml, Australian tablespoon 20 ml);
grams per cup by way of filling from data/fillings.csv and data/measures.csv; egg classes from
data/eggs.csv. A heaped spoon as one and a half level ones and a pinch as a sixteenth of a teaspoon are
rules of thumb.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from functools import cache

from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence, Ingredient
from dough.facts.tables import rows


class Habit(StrEnum):
    """Whose cup, spoon and egg is meant when nothing is said."""

    US = "us"
    METRIC = "metric"
    AU = "au"


US_CUP_ML = 236.588
#: ml of each volume by habit; names as ``UNITS`` gives them.
ML: dict[Habit, dict[str, float]] = {
    Habit.US: {"cup": US_CUP_ML, "tbsp": 14.787, "tsp": 4.929},
    Habit.METRIC: {"cup": 250.0, "tbsp": 15.0, "tsp": 5.0},
    Habit.AU: {"cup": 250.0, "tbsp": 20.0, "tsp": 5.0},
}
FLUID = {"ml": 1.0, "cl": 10.0, "dl": 100.0, "l": 1000.0, "fl oz": 29.574, "pint": 473.176}
MASS = {"g": 1.0, "kg": 1000.0, "mg": 0.001, "oz": 28.349523125, "lb": 453.59237}
#: A US stick of butter is a quarter of a pound.
STICK_G = 113.398
PINCH_OF_TSP = 1 / 16
HEAP = {
    "heaped": (1.5, 1.25, 2.0),
    "rounded": (1.25, 1.1, 1.5),
    "scant": (0.95, 0.9, 1.0),
    "generous": (1.05, 1.0, 1.15),
}
#: Between one way of filling and the next time the same way, relative (practice: 3 to 10 %).
REPEAT = {Confidence.HIGH: 0.05, Confidence.MIDDLE: 0.08, Confidence.LOW: 0.15}
SIZES = ("peewee", "small", "medium", "large", "extra large", "jumbo")
USUAL_SIZE = {Habit.US: "large", Habit.METRIC: "medium", Habit.AU: "large"}
#: Below this much a wrong filling costs little, ml (a quarter cup).
ASK_FILLING_ML = 55.0


@dataclass(frozen=True, slots=True)
class KitchenAmount:
    """An amount as written: number (low to high when a range), unit as in ``ML``/``FLUID``/``MASS`` or
    stick, pinch, egg, piece, none; heap is a word such as heaped; piece names what is counted."""

    low: float
    high: float
    unit: str
    heap: str = ""
    piece: str = ""

    @property
    def middle(self) -> float:
        return (self.low + self.high) / 2.0


@dataclass(frozen=True, slots=True)
class Weighed:
    """Grams for a quantity. low_g to high_g is what the conversion can be off by, not a wanted range."""

    grams: float
    low_g: float
    high_g: float
    filling: str
    confidence: Confidence
    how: str


@dataclass(frozen=True, slots=True)
class CupCalibration:
    """The cook's own cup: grams of three fillings of one ingredient."""

    ingredient_id: str
    filling: str
    grams: tuple[float, ...]

    @property
    def mean_g(self) -> float:
        return sum(self.grams) / len(self.grams)


def fillings(item: Ingredient) -> tuple[tuple[str, float], ...]:
    """(way of filling, grams per US cup), the usual way first; one unnamed way where only one is known."""
    return _fillings().get(item.id, (("", item.measure.cup_g),))


@cache
def _fillings() -> dict[str, tuple[tuple[str, float], ...]]:
    found: dict[str, list[tuple[str, float]]] = {}
    for row in rows("fillings"):
        found.setdefault(row["id"], []).append((row["filling"], float(row["cup_g"])))
    return {key: tuple(value) for key, value in found.items()}


def filling_matters(item: Ingredient, ml: float) -> bool:
    """Would the way of filling change the weight enough to ask? Flours, cocoa and icing sugar by the cup."""
    ways = fillings(item)
    if len(ways) < 2 or ml < ASK_FILLING_ML:
        return False
    return item.flour_base or item.is_("cocoa", "powdered_sugar")


def millilitres(quantity: KitchenAmount, habit: Habit) -> float | None:
    """The volume of a quantity in ml; None when it is not a volume."""
    size = ML[habit].get(quantity.unit) or FLUID.get(quantity.unit)
    return None if size is None else quantity.middle * size


def weigh(
    item: Ingredient,
    quantity: KitchenAmount,
    habit: Habit,
    filling: str = "",
    cups: tuple[CupCalibration, ...] = (),
) -> Weighed:
    """Grams of an ingredient for a quantity as written.

    filling is a way named in ``fillings(item)``, empty for the usual one. cups are the cook's own
    weighed cups and win over the table. Raises EntryError for a unit that cannot be weighed.
    """
    if quantity.unit in MASS:
        grams = quantity.middle * MASS[quantity.unit]
        return Weighed(grams, grams, grams, "", Confidence.HIGH, "weighed")
    if quantity.unit == "stick":
        grams = quantity.middle * STICK_G
        return Weighed(grams, grams * 0.99, grams * 1.01, "", Confidence.HIGH, "a US stick is 113.4 g")
    if quantity.unit == "egg":
        return _egg(item, quantity, habit)
    if quantity.unit == "piece":
        return _piece(item, quantity)
    ml = PINCH_OF_TSP * ML[habit]["tsp"] * quantity.middle if quantity.unit == "pinch" else millilitres(quantity, habit)
    if ml is not None and item.measure.cup_g <= 0:
        raise EntryError("amount", f"Nobody has said what a cup of {item.name} weighs. Type grams.")
    if ml is None:
        raise EntryError(
            "amount", f"“{quantity.unit or 'a bare number'}” has no weight. Type grams, or a cup or spoon."
        )
    return _by_volume(item, quantity, ml, filling, cups)


def _by_volume(
    item: Ingredient, quantity: KitchenAmount, ml: float, filling: str, cups: tuple[CupCalibration, ...]
) -> Weighed:
    ways = dict(fillings(item))
    name = filling if filling in ways else next(iter(ways))
    own = next((c for c in cups if c.ingredient_id == item.id and c.filling == name and c.grams), None)
    cup_g = own.mean_g if own else ways[name]
    grams = cup_g * ml / US_CUP_ML
    m = item.measure
    sure = m.confidence
    if own:
        spread = max((max(own.grams) - min(own.grams)) / own.mean_g / 2.0, 0.02)
        low, high, sure = grams * (1 - spread), grams * (1 + spread), Confidence.HIGH
        how = f"your own cup, weighed {len(own.grams)} times"
    elif name == next(iter(ways)) and m.cup_low_g < cup_g < m.cup_high_g:
        low, high = grams * m.cup_low_g / m.cup_g, grams * m.cup_high_g / m.cup_g
        how = f"{cup_g:g} g a US cup{', ' + (name or m.filling) if (name or m.filling) else ''}"
    else:
        low, high = grams * (1 - REPEAT[sure]), grams * (1 + REPEAT[sure])
        how = f"{cup_g:g} g a US cup, {name}"
    if quantity.heap in HEAP:
        by, least, most = HEAP[quantity.heap]
        grams, low, high, sure = grams * by, low * least, high * most, Confidence.LOW
        how = f"{quantity.heap}: about {by:g} level ones, a rule of thumb; {how}"
    if quantity.unit == "pinch":
        low, high, sure, how = (
            grams * 0.5,
            grams * 2.0,
            Confidence.LOW,
            "a pinch as a sixteenth of a teaspoon, a rule of thumb",
        )
    return Weighed(grams, low, high, name, sure, how)


@dataclass(frozen=True, slots=True)
class EggClass:
    country: str
    size: str
    egg: float
    white: float
    yolk: float


@cache
def egg_classes() -> tuple[EggClass, ...]:
    """Grams out of the shell by country and size class (limits are law, the split is typical)."""
    return tuple(
        EggClass(r["country"], r["size"], float(r["egg"]), float(r["white"]), float(r["yolk"])) for r in rows("eggs")
    )


def egg_class(habit: Habit, size: str = "") -> EggClass:
    """The class meant by a size word; the usual one of the habit when the country has no such class."""
    found = {e.size: e for e in egg_classes() if e.country == habit}
    return found.get(size) or found[USUAL_SIZE[habit]]


#: Part of an egg by class, as data/eggs.csv names it.
EGG_PARTS = {"whole_egg": "egg", "egg_white": "white", "egg_yolk": "yolk"}


def egg_part(item: Ingredient) -> str | None:
    """Which part of a shell egg an ingredient is; None for anything else, and for egg out of a carton."""
    if not item.is_("raw_egg"):
        return None
    return next(part for name, part in EGG_PARTS.items() if item.is_(name))


def _egg(item: Ingredient, quantity: KitchenAmount, habit: Habit) -> Weighed:
    kind = egg_class(habit, quantity.piece)
    part = egg_part(item)
    if part is None:
        raise EntryError("amount", f"{item.name} is not counted in eggs. Type grams.")
    each = float(getattr(kind, part))
    grams = quantity.middle * each
    named = "" if quantity.piece else ", size assumed"
    place = {Habit.US: "US", Habit.METRIC: "EU/UK", Habit.AU: "Australian"}[habit]
    how = f"{place} {kind.size}: {each:g} g each out of the shell{named}"
    return Weighed(grams, grams * 0.9, grams * 1.1, "", Confidence.MIDDLE, how)


def _piece(item: Ingredient, quantity: KitchenAmount) -> Weighed:
    for row in rows("pieces"):
        if row["id"] == item.id and row["piece"] == quantity.piece:
            n = quantity.middle
            return Weighed(
                n * float(row["grams"]), n * float(row["low"]), n * float(row["high"]), "",
                Confidence(row["confidence"]), row["note"],
            )  # fmt: skip
    raise EntryError("amount", f"Nobody has said what one {quantity.piece or item.name} weighs. Type grams.")
