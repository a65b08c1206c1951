"""Lines, formula and process: what a cook writes down, frozen.

An amount may be unknown (None). Unknown is never counted as zero.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from enum import StrEnum
from functools import cached_property
from typing import Literal

from dough.facts.errors import EntryError
from dough.facts.ingredients import Ingredient, Role, ingredient, table

MAX_LINES = 300
MAX_GRAMS = 100_000.0
#: Dough left on bowl and scoop, percent (practice: 1 to 3).
USUAL_BOWL_LOSS_PCT = 2.0


#: Acid of whole pieces that meets the dough, percent: a guess (L).
USUAL_CONTACT_SHARE_PCT = 10.0


class Step(StrEnum):
    """When a line goes in. Tops and finishes count for the label, not for the dough's ratios."""

    CREAM = "cream"
    EGG = "egg"
    DRY = "dry"
    FOLD_IN = "fold-in"
    TOP = "top"
    FINISH = "finish"


class Method(StrEnum):
    """The schools of making the dough, each a method in its own right."""

    CREAMED_SOFT = "creamed_soft"
    CREAMED_COLD = "creamed_cold"
    MELTED = "melted"
    BROWNED_RESET = "browned_reset"
    RUBBED_IN = "rubbed_in"
    PROCESSOR = "processor"


class Shape(StrEnum):
    BALL = "ball"
    PUCK = "puck"
    PIPED = "piped"
    SLICE = "slice"
    ROLLED = "rolled"
    SLAB = "slab"


class Place(StrEnum):
    COUNTER = "counter"
    FRIDGE = "fridge"
    FREEZER = "freezer"


class Liner(StrEnum):
    """What lies between dough and tray."""

    PAPER = "paper"
    BARE = "bare"
    SILICONE = "silicone"
    PERFORATED = "perforated"
    FOIL = "foil"


class Shelf(StrEnum):
    """Where in the oven the tray stands."""

    LOW = "low"
    MIDDLE = "middle"
    HIGH = "high"


Unit = Literal["g", "%"]

#: Where a line usually goes in, by role.
USUAL_STEP = {
    Role.FLOUR: Step.DRY,
    Role.SUGAR: Step.CREAM,
    Role.FAT: Step.CREAM,
    Role.EGG: Step.EGG,
    Role.LIQUID: Step.EGG,
    Role.LEAVENING: Step.DRY,
    Role.SALT: Step.DRY,
    Role.FLAVOUR: Step.DRY,
    Role.BINDER: Step.DRY,
    Role.FOLD_IN: Step.FOLD_IN,
}


@dataclass(frozen=True, slots=True)
class Line:
    """One ingredient of a formula.

    amount and unit are what the cook entered; grams is what it came to, to 0.01 g. Both are None
    when the amount is unknown. range_g is an amount left to the hand ("300 to 340 g, by feel"), of which
    grams is what is reckoned with; said is the amount in other words ("2 medium", "1 cup, spooned").

    A line of which nobody knows what it is goes by its words: said is its name, and its amount is unknown.
    """

    id: str
    ingredient_id: str
    grams: float | None
    step: Step
    amount: float | None = None
    unit: Unit = "g"
    ingredient_version: int = 1
    range_g: tuple[float, float] | None = None
    said: str = ""
    own: Ingredient | None = None
    #: The row, looked up once: every sum over a formula asks for it. None where the table has none.
    _row: Ingredient | None = field(init=False, repr=False, compare=False, default=None)

    def __post_init__(self) -> None:
        row = self.own or table().get(self.ingredient_id)
        if row is not None and row.is_("unknown"):
            row = replace(row, name=f"“{self.said}”") if self.said else row
            for name in ("grams", "amount", "range_g"):
                object.__setattr__(self, name, None)
        object.__setattr__(self, "_row", row)

    def weighing(self, grams: float) -> Line:
        """This line at another weight, a range left to the hand moved along; words for it no longer hold."""
        grams = round(grams, 2)
        span = None
        if self.range_g is not None and self.grams:
            span = (round(self.range_g[0] * grams / self.grams, 2), round(self.range_g[1] * grams / self.grams, 2))
        return replace(self, grams=grams, amount=grams, unit="g", range_g=span, said="")

    @property
    def ingredient(self) -> Ingredient:
        """The row of the table, or the cook's own ingredient at the version the line was written with."""
        return self._row or ingredient(self.ingredient_id, f"lines.{self.id}.ingredient")

    @property
    def role(self) -> Role:
        return self.ingredient.role

    @property
    def in_dough(self) -> bool:
        """Part of the dough itself, not put on top or on the finished piece."""
        return self.step not in (Step.TOP, Step.FINISH)


@dataclass(frozen=True)
class Formula:
    """The lines of a dough in the order the cook keeps them. The flour is worked out once a formula."""

    lines: tuple[Line, ...] = ()

    def line(self, ident: str) -> Line:
        """The line with this id. Raises EntryError when it is gone."""
        for item in self.lines:
            if item.id == ident:
                return item
        raise EntryError(f"lines.{ident}", "That line is no longer in the formula.")

    def of_role(self, role: Role) -> tuple[Line, ...]:
        """The dough's lines with this role (tops and finishes left out)."""
        return self._by_role.get(role, ())

    @cached_property
    def _by_role(self) -> dict[Role, tuple[Line, ...]]:
        found: dict[Role, list[Line]] = {}
        for item in self.lines:
            if item.in_dough:
                found.setdefault(item.role, []).append(item)
        return {role: tuple(lines) for role, lines in found.items()}

    @cached_property
    def flour_lines(self) -> tuple[Line, ...]:
        """The lines that baker's percentages are taken on."""
        return tuple(x for x in self.lines if x.in_dough and x.ingredient.flour_base)

    @cached_property
    def flour_g(self) -> float | None:
        """Flour in grams, the base of every percentage; None when unknown or when there is none."""
        known = [x.grams for x in self.flour_lines]
        if not known or any(g is None for g in known):
            return None
        total = sum(g for g in known if g is not None)
        return total if total > 0 else None


@dataclass(frozen=True, slots=True)
class Process:
    """How the dough is made, portioned and baked. None is "not said yet".

    dough_temp_c is at the oven. rest_h is hours before shaping, chill_h after it, each with its place; start sizes
    are before baking. mixer is a kind of data/mixers.csv;
    flour_minutes is how long it was mixed on once the flour was in.
    """

    method: Method = Method.CREAMED_SOFT
    dough_temp_c: float | None = 20.0
    rest_h: float | None = 0.0
    rest_place: Place = Place.COUNTER
    portion_g: float | None = None
    shape: Shape = Shape.BALL
    start_diameter_mm: float | None = None
    start_thickness_mm: float | None = None
    oven_id: int | None = None
    oven_c: float | None = None
    fan: bool = False
    tray_id: int | None = None
    liner: Liner = Liner.PAPER
    shelf: Shelf = Shelf.MIDDLE
    minutes: float | None = None
    bang_minute: float | None = None
    rotate_minute: float | None = None
    bowl_loss_pct: float = USUAL_BOWL_LOSS_PCT
    contact_share_pct: float = USUAL_CONTACT_SHARE_PCT
    butter_temp_c: float | None = None
    cream_minutes: float | None = None
    mixer: str = ""
    flour_minutes: float | None = None
    chill_h: float | None = None
    chill_place: Place = Place.FRIDGE


@dataclass(frozen=True, slots=True)
class Draft:
    """What is being edited: a formula and a process, the findings set aside (key, reason), and the swaps that
    made it what it is (line id or wish, rule)."""

    formula: Formula
    process: Process
    dismissed: tuple[tuple[str, str], ...] = ()
    swaps: tuple[tuple[str, str], ...] = ()
