"""What the bake model is given: a batch by composition, one portion of it, an oven.

Ranges are the model's own. Past them it stays finite but means little, so they are refused by name.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, fields

from dough.accounts.formula import Shape
from dough.facts.errors import EntryError, EntryErrors

#: Water of egg white and of yolk without shell, kg/kg (composition tables, H).
WHITE_WATER, YOLK_WATER = 0.88, 0.52
#: (lowest, highest) of every input that has a range; amounts in grams only have to be ≥ 0.
RANGES: dict[str, tuple[float, float]] = {
    "flour_protein": (0.0, 0.20),
    "flour_moisture": (0.0, 0.20),
    "sugar_um": (5.0, 3000.0),
    "dissolved": (0.0, 1.0),
    "solid_max": (0.0, 1.0),
    "solid_width_k": (0.5, 30.0),
    "solid_mid_c": (-60.0, 80.0),
    "crystal": (0.0, 1.2),
    "inclusion_share": (0.0, 0.6),
    "overrun": (0.0, 1.0),
    "raw_l": (25.0, 95.0),
    "dough_temp_c": (-25.0, 45.0),
    "rest_h": (0.0, 200.0),
    "portion_g": (1.0, 3000.0),
    "start_thickness_mm": (1.5, 120.0),
    "start_diameter_mm": (10.0, 600.0),
    "oven_c": (80.0, 320.0),
    "offset_k": (-80.0, 80.0),
    "fan": (0.0, 1.0),
    "tray_conductance": (0.2, 3.0),
    "pan_capacity": (1.0, 100_000.0),
    "minutes": (0.5, 180.0),
    "roof_k": (-60.0, 60.0),
    "bang_minute": (0.0, 180.0),
    "rotate_minute": (0.0, 180.0),
    "bang": (0.0, 1.0),
    "ph": (3.0, 12.0),
    "binding": (0.2, 6.0),
    "altitude_m": (-430.0, 5000.0),
    "room_rh_pct": (0.0, 100.0),
    "load_g": (0.0, 20_000.0),
}
AMOUNTS = (
    "flour_g", "sucrose_g", "reducing_g", "fat_g", "water_g", "egg_white_g", "egg_yolk_g", "milk_solids_g",
    "other_g", "salt_g", "soda_g", "powder_g", "acid_meq",
)  # fmt: skip
LEAST_FLOUR = 0.10
MOST_G = 1e7


@dataclass(frozen=True, slots=True)
class BakeInputs:
    """One bake. Grams are for the whole batch; portion_g picks the piece.

    solid_* describe solid fat as max / (1 + exp((T − mid)/width)), a share of the fat; crystal is 1
    for a plastic fat and less after melting. overrun is air over gas-free dough volume. raw_l is L*
    of the raw dough. ph is the dough's pH from the leavening account; None lets the model use its
    own rougher one. fan runs 0 to 1, bang is the strength of a pan bang. roof_k is
    how much hotter than the air the top's surroundings are; rotate_minute is when the door opens to turn
    the tray. binding is how much
    more water the flour-like solids hold than plain flour (1). altitude_m and room_rh_pct are the kitchen's (None: the
    usual room); load_g is all cold dough that goes into the oven at once (None: a usual tray).
    """

    flour_g: float = 0.0
    flour_protein: float = 0.10
    flour_moisture: float = 0.135
    sucrose_g: float = 0.0
    reducing_g: float = 0.0
    sugar_um: float = 350.0
    dissolved: float | None = None
    fat_g: float = 0.0
    solid_max: float = 0.58
    solid_mid_c: float = 16.5
    solid_width_k: float = 5.5
    crystal: float = 1.0
    water_g: float = 0.0
    egg_white_g: float = 0.0
    egg_yolk_g: float = 0.0
    milk_solids_g: float = 0.0
    other_g: float = 0.0
    salt_g: float = 0.0
    soda_g: float = 0.0
    powder_g: float = 0.0
    acid_meq: float = 0.0
    inclusion_share: float = 0.0
    overrun: float = 0.15
    raw_l: float = 81.0
    dough_temp_c: float = 20.0
    rest_h: float = 0.3
    portion_g: float = 40.0
    shape: Shape = Shape.BALL
    start_thickness_mm: float | None = None
    start_diameter_mm: float | None = None
    oven_c: float = 180.0
    offset_k: float = 0.0
    fan: float = 0.0
    tray_conductance: float = 1.0
    roof_k: float = 0.0
    pan_capacity: float | None = None
    minutes: float = 11.0
    bang_minute: float | None = None
    bang: float = 0.0
    rotate_minute: float | None = None
    ph: float | None = None
    binding: float = 1.0
    altitude_m: float = 0.0
    room_rh_pct: float | None = None
    load_g: float | None = None

    @property
    def all_water_g(self) -> float:
        """Grams of water in the dough, flour's and egg's included, fold-ins left out."""
        egg = WHITE_WATER * self.egg_white_g + YOLK_WATER * self.egg_yolk_g
        return self.flour_g * self.flour_moisture + self.water_g + egg

    @property
    def water_pct(self) -> float:
        """The same as a share of the dough without fold-ins, %."""
        return 100.0 * self.all_water_g / self.batch_g

    @property
    def batch_g(self) -> float:
        """Grams of dough without inclusions (acid is counted in its own unit)."""
        return float(sum(getattr(self, name) for name in AMOUNTS if name != "acid_meq"))


def check_inputs(x: BakeInputs) -> None:
    """Raise EntryErrors naming every input that is not a number or out of the model's range."""
    problems = []
    for f in fields(x):
        value = getattr(x, f.name)
        if value is None or f.name == "shape":
            continue
        low, high = RANGES.get(f.name, (0.0, MOST_G))
        if not math.isfinite(value):
            problems.append(EntryError(f.name, f"{_words(f.name)} is not a number."))
        elif not low <= value <= high:
            problems.append(EntryError(f.name, f"{_words(f.name)} must be within {low:g} and {high:g}; got {value:g}."))
    if not problems:
        if x.batch_g <= 0:
            problems.append(EntryError("flour_g", "There is nothing in this dough yet. Add flour, sugar and fat."))
        elif x.flour_g < LEAST_FLOUR * x.batch_g:
            problems.append(
                EntryError("flour_g", "Flour is under a tenth of the dough: not a cookie dough the model knows.")
            )
    if problems:
        raise EntryErrors(problems)


def _words(name: str) -> str:
    stem, _, unit = name.rpartition("_")
    units = {"g": "g", "c": "°C", "mm": "mm", "h": "h", "k": "K", "um": "µm", "meq": "meq", "pct": "%"}
    if stem and unit in units:
        return f"{stem.replace('_', ' ').capitalize()} ({units[unit]})"
    return name.replace("_", " ").capitalize()
