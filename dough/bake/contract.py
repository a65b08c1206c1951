"""What a forecast is asked and what it answers.

A forecaster is a function ``forecast(case: BakeCase) -> Forecast``. Fields it cannot say are None or
empty, never made up.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from dough.accounts.butter.solid_fat import BUTTER, SolidFat
from dough.accounts.formula import Liner, Method, Place, Shape, Shelf
from dough.bake.age import FRESH, Eaten
from dough.bake.taught import GENERAL, Taught
from dough.facts.cookie import Cookie
from dough.facts.staples import butter_fat
from dough.facts.styles import Style


@dataclass(frozen=True, slots=True)
class Makeup:
    """A whole batch by what the bake needs to know, in grams unless named otherwise.

    fat_g is added fat (egg yolk's own left out), water_g all added water (flour's and egg's left
    out), acid_meq milli-equivalents of acid (flour's own left out), inclusion_share the fold-ins'
    mass share of the whole dough; flour_protein and flour_moisture are kg/kg as is.
    sugar_um is the median grain, raw_l the raw dough's L*, binding how much more water the solids
    hold than plain flour, ph the leavening account's. meal_share is how
    much of flour_g is ground nuts, oats, cocoa and the like instead. butter_g is fat as butter of 81 % fat.
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
    sugar_um: float = 350.0
    solid_fat: SolidFat = BUTTER
    raw_l: float = 81.0
    binding: float = 1.0
    ph: float | None = None
    meal_share: float = 0.0

    @property
    def sugar_g(self) -> float:
        return self.sucrose_g + self.reducing_g

    @property
    def egg_g(self) -> float:
        return self.egg_white_g + self.egg_yolk_g

    @property
    def butter_g(self) -> float:
        return self.fat_g / butter_fat()


@dataclass(frozen=True, slots=True)
class Handling:
    """Between bowl and oven: °C at oven entry, hours of rest and where, air beside the method's usual, °C of the
    butter when it was mixed, and how much stiffer working it after the flour has made it."""

    method: Method
    dough_temp_c: float
    rest_h: float
    rest_place: Place
    air: float = 1.0
    butter_c: float | None = None
    worked: float = 1.0


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

    tray_conductance is relative to a light aluminium sheet with paper (1.0). bang_minute is when the
    pan is banged, rotate_minute when the door is opened to turn the tray; None when it is not.
    """

    oven_c: float
    minutes: float
    fan: bool = False
    offset_k: float | None = None
    tray_conductance: float = 1.0
    bang_minute: float | None = None
    liner: Liner = Liner.PAPER
    shelf: Shelf = Shelf.MIDDLE
    rotate_minute: float | None = None


@dataclass(frozen=True, slots=True)
class Room:
    """Facts of the kitchen: metres above the sea, humidity of the room in % (None: the usual)."""

    altitude_m: float = 0.0
    humidity_pct: float | None = None


SEA_LEVEL = Room()


@dataclass(frozen=True, slots=True)
class BakeCase:
    """One bake of one dough. style is the wanted kind: its typical cookie stands in for what a target leaves open.
    taught is what is known of the kitchen and of the dough, eaten when and from what it is eaten."""

    makeup: Makeup
    handling: Handling
    piece: Piece
    heat: Heat
    style: Style
    taught: Taught = GENERAL
    eaten: Eaten = FRESH
    room: Room = SEA_LEVEL


@dataclass(frozen=True, slots=True)
class Estimate:
    """A forecast value with the range it may well lie in; None ends mean "no range known"."""

    value: float
    low: float | None = None
    high: float | None = None


@dataclass(frozen=True, slots=True)
class Look:
    """What to look for at one minute: which one it is ("first", "best" or "last"), and in words rim, middle, smell and
    touch."""

    which: str
    minute: float
    rim: str
    middle: str
    smell: str
    touch: str


@dataclass(frozen=True, slots=True)
class Window:
    """When to pull: the best minute with its 80 % range, the good minutes, and the last one.

    earliest and latest are the ends of the good minutes, in which every measure the target asks for is within reach;
    each because says what stands against the minute beyond. last_min is past saving (None: not within the time looked
    at). note says what even the best minute misses; by_colour whether the crust's shade can tell anything (a dark
    dough's cannot); looks what a cook sees, smells and feels at these minutes.
    """

    earliest_min: float
    latest_min: float
    earliest_because: str = ""
    latest_because: str = ""
    best_min: float | None = None
    best_low_min: float | None = None
    best_high_min: float | None = None
    last_min: float | None = None
    last_because: str = ""
    note: str = ""
    by_colour: bool = True
    looks: tuple[Look, ...] = ()


@dataclass(frozen=True, slots=True)
class EggLine:
    """Minute at which the core reaches 71 °C in the oven (None: not within the time looked at).

    egg: whether there is egg in the dough; raw flour needs it too.
    """

    reached_min: float | None
    egg: bool


@dataclass(frozen=True, slots=True)
class Frame:
    """The piece at one moment: minutes since the oven door, °C, mm, percent, CIE L*, set 0 to 1.

    height_mm is the mean over the piece, as it is measured; the middle stands in the section.

    section is half of the side view, (mm from the middle, mm of height) from middle to rim.
    """

    minutes: float
    core_c: float
    rim_c: float
    base_c: float
    diameter_mm: float
    height_mm: float
    moisture_pct: float
    moisture_rim_pct: float
    moisture_middle_pct: float
    set_rim: float
    set_middle: float
    l_rim: float
    l_middle: float
    l_base: float
    section: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class Drive:
    """One input and what a natural step of it does to one end value."""

    what: str
    change: float
    weight: float


@dataclass(frozen=True, slots=True)
class Forecast:
    """What is expected to come out.

    estimates holds attributes of ``dough.draft.target.ATTRIBUTES`` by key; profile the side view as
    (mm from the middle, mm of height); crust_l maps rim, middle and base to CIE L*; ends every end
    value by name (see ``dough.bake.outputs.endings``); raw_l the raw dough's L*.
    """

    method: str
    method_words: str
    reference: str
    estimates: dict[str, Estimate]
    profile: tuple[tuple[float, float], ...]
    crust_l: dict[str, float]
    warnings: tuple[str, ...] = ()
    ends: dict[str, float] = field(default_factory=dict)
    raw_l: float = 82.0

    @property
    def cookie(self) -> Cookie:
        """The point forecast as a cookie, for comparing."""
        return Cookie(**{k: e.value for k, e in self.estimates.items()})


Forecaster = Callable[[BakeCase], Forecast]
