"""What a forecast is asked and what it answers.

Every forecaster, the rule of thumb now and the bake model after it, is a function
``forecast(case: BakeCase) -> Forecast``. Fields it cannot say are None or empty, never made up.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from dough.formula import Method, Place, Shape
from dough.styles import Style
from dough.target import Cookie


@dataclass(frozen=True, slots=True)
class Makeup:
    """A whole batch by what the bake needs to know, in grams unless named otherwise.

    fat_g is added fat (egg yolk's own left out), water_g all added water (flour's and egg's left
    out), acid_meq milli-equivalents of acid (flour's own left out), inclusion_share the fold-ins'
    mass share of the whole dough; flour_protein and flour_moisture are kg/kg as is.
    butter_g is fat as butter of 81 % fat, for rules stated on butter.
    """

    flour_g: float
    flour_protein: float
    flour_moisture: float
    sucrose_g: float
    reducing_g: float
    fat_g: float
    water_g: float
    egg_white_g: float
    egg_yolk_g: float
    milk_solids_g: float
    other_g: float
    salt_g: float
    soda_g: float
    powder_g: float
    acid_meq: float
    inclusion_share: float

    @property
    def sugar_g(self) -> float:
        return self.sucrose_g + self.reducing_g

    @property
    def egg_g(self) -> float:
        return self.egg_white_g + self.egg_yolk_g

    @property
    def butter_g(self) -> float:
        return self.fat_g / 0.812


@dataclass(frozen=True, slots=True)
class Handling:
    """Between bowl and oven: °C at oven entry, hours of rest and where."""

    method: Method
    dough_temp_c: float
    rest_h: float
    rest_place: Place


@dataclass(frozen=True, slots=True)
class Piece:
    """One portion before baking: g, shape, and start sizes in mm where they are fixed."""

    portion_g: float
    shape: Shape
    start_diameter_mm: float | None = None
    start_thickness_mm: float | None = None


@dataclass(frozen=True, slots=True)
class Heat:
    """Oven and tray: set °C, the oven's known offset in K (None: not known), fan, minutes.

    tray_conductance is relative to a light aluminium sheet with paper (1.0). bang_minute and
    rotate_minute are interventions, None when there are none.
    """

    oven_c: float
    minutes: float
    fan: bool = False
    offset_k: float | None = None
    tray_conductance: float = 1.0
    bang_minute: float | None = None
    rotate_minute: float | None = None


@dataclass(frozen=True, slots=True)
class BakeCase:
    """One bake of one dough. style is the wanted kind; it decides which texture the window is for."""

    makeup: Makeup
    handling: Handling
    piece: Piece
    heat: Heat
    style: Style


@dataclass(frozen=True, slots=True)
class Estimate:
    """A forecast value with the range it may well lie in; None ends mean "no range known"."""

    value: float
    low: float | None = None
    high: float | None = None


@dataclass(frozen=True, slots=True)
class Window:
    """Minutes between set and too far, and the minute nearest the target when it is known."""

    earliest_min: float
    latest_min: float
    earliest_because: str = ""
    latest_because: str = ""
    best_min: float | None = None


@dataclass(frozen=True, slots=True)
class Effect:
    """One thing that moved the forecast away from its reference, and by how much."""

    what: str
    diameter_pct: float
    height_pct: float
    source: str
    disputed: bool = False


@dataclass(frozen=True, slots=True)
class Series:
    """Time series of a bake, one value a moment; every tuple has the length of ``minutes``."""

    minutes: tuple[float, ...]
    core_c: tuple[float, ...]
    rim_c: tuple[float, ...]
    base_c: tuple[float, ...]
    diameter_mm: tuple[float, ...]
    height_mm: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Forecast:
    """What is expected to come out.

    estimates holds attributes of ``dough.target.ATTRIBUTES`` by key; profile the side view as
    (mm from the middle, mm of height); crust_l maps rim, middle and base to CIE L*.
    """

    method: str
    method_words: str
    reference: str
    estimates: dict[str, Estimate]
    profile: tuple[tuple[float, float], ...]
    crust_l: dict[str, float]
    window: Window | None
    effects: tuple[Effect, ...] = ()
    not_counted: tuple[str, ...] = ()
    warnings: tuple[str, ...] = ()
    series: Series | None = None
    moisture_pct: dict[str, float] = field(default_factory=dict)

    @property
    def cookie(self) -> Cookie:
        """The point forecast as a cookie, for comparing."""
        return Cookie(**{k: e.value for k, e in self.estimates.items()})


Forecaster = Callable[[BakeCase], Forecast]
