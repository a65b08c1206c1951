"""Balls, pucks, logs, piped lengths and scoops: what can be measured of each, what follows, and what contradicts.

Geometry is exact for the ideal shape; a log's flat side takes 2 to 4 % of its section (practice, M), heaped scoops
hold 15 to 30 % more than level ones (M).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.facts.errors import EntryError
from dough.plan.density import Density

#: Share of a log's section that its flat side takes (M); trims at each end, mm (M).
FLAT, TRIM_MM = 0.03, 8.0
#: A log shorter than its slice, or more slices than this, is a slip of the finger.
MOST_SLICES = 400
HEAPED = 1.22
#: How far one may be off the other before it is told, share: half the spread of a level scoop and more.
APART = 0.12


def ball_mm(portion_g: float, g_per_ml: float) -> float:
    """How wide a ball of this mass is."""
    return 10.0 * math.cbrt(6.0 * portion_g / g_per_ml / math.pi)


def puck_mm(portion_g: float, g_per_ml: float, thickness_mm: float) -> float:
    """How wide a puck of this mass and thickness is."""
    return 10.0 * math.sqrt(4.0 * portion_g / g_per_ml / (math.pi * thickness_mm / 10.0))


def puck_thickness_mm(portion_g: float, g_per_ml: float, diameter_mm: float) -> float:
    """How thick a puck of this mass and width is."""
    return portion_g / g_per_ml / (math.pi / 4.0 * (diameter_mm / 10.0) ** 2) * 10.0


@dataclass(frozen=True, slots=True)
class Shaped:
    """What follows of a shape: name and figure with unit each, and where measures contradict, in words with what would
    agree (empty: they agree)."""

    figures: tuple[tuple[str, float, str], ...]
    contradiction: str


@dataclass(frozen=True, slots=True)
class Log:
    """A log cut to slices: g, length and diameter in mm, slice thickness in mm and its grams, whole slices, trims and
    what is left of the log in g, and a contradiction in words."""

    mass_g: float
    length_mm: float
    diameter_mm: float
    slice_mm: float
    slice_g: float
    slices: int
    trim_g: float
    left_g: float
    contradiction: str


def log(
    mass_g: float, density: Density, *, length_mm: float | None = None, diameter_mm: float | None = None,
    slice_mm: float | None = None, slice_g: float | None = None, flat: bool = True, trim_mm: float = TRIM_MM,
) -> Log:  # fmt: skip
    """A log from its mass and one of length and diameter; where both are given they are held against the density.

    Slices go by thickness or by weight. Raises EntryError where too little is said or nothing can be cut.
    """
    rho = density.g_per_ml
    round_share = 1.0 - (FLAT if flat else 0.0)
    _above("mass_g", mass_g, "the log's grams")
    contradiction = ""
    if length_mm and diameter_mm:
        section = math.pi / 4.0 * (diameter_mm / 10.0) ** 2 * round_share
        implied = mass_g / (section * length_mm / 10.0)
        if not density.agrees(implied):
            near = _across(mass_g, rho, length_mm, round_share)
            contradiction = (
                f"{mass_g:.0f} g at {length_mm:g} mm and {diameter_mm:g} mm across would be {implied:.2f} g/ml; this "
                f"dough is near {rho:.2f}: at that length the log is nearer {near:.0f} mm. Measure again, or weigh it."
            )
            diameter_mm = near
    elif length_mm:
        diameter_mm = _across(mass_g, rho, length_mm, round_share)
    elif diameter_mm:
        length_mm = 10.0 * mass_g / rho / (math.pi / 4.0 * (diameter_mm / 10.0) ** 2 * round_share)
    else:
        raise EntryError("length_mm", "Say how long the log is, or how wide: the other follows.")
    per_mm = mass_g / length_mm
    if slice_mm is None:
        slice_mm = None if not slice_g else slice_g / per_mm
    if slice_mm is None or slice_mm <= 0:
        raise EntryError("slice_mm", "Say how thick the slices are, or what one weighs.")
    usable = length_mm - 2.0 * trim_mm
    count = int(usable / slice_mm + 1e-9)
    if count < 1:
        raise EntryError("slice_mm", f"Between its trims the log is {max(usable, 0.0):.0f} mm long: no slice of "
                         f"{slice_mm:.1f} mm comes out of it.")  # fmt: skip
    if count > MOST_SLICES:
        raise EntryError("slice_mm", f"That would be {count} slices. Check the thickness.")
    trims = 2.0 * trim_mm * per_mm
    return Log(mass_g, length_mm, diameter_mm, slice_mm, slice_mm * per_mm, count, trims,
               max(mass_g - trims - count * slice_mm * per_mm, 0.0), contradiction)  # fmt: skip


def _across(mass_g: float, rho: float, length_mm: float, round_share: float) -> float:
    return 10.0 * math.sqrt(4.0 * mass_g / (math.pi * rho * length_mm / 10.0 * round_share))


def ball_or_puck(portion_g: float, density: Density, diameter_mm: float | None, thickness_mm: float | None) -> Shaped:
    """A ball where no thickness is given, else a puck; both measures are held against the density."""
    rho = density.g_per_ml
    _above("portion_g", portion_g, "a piece's grams")
    if diameter_mm and thickness_mm:
        implied = portion_g / (math.pi / 4.0 * (diameter_mm / 10.0) ** 2 * thickness_mm / 10.0)
        said = ""
        if not density.agrees(implied):
            said = (
                f"{portion_g:g} g at {diameter_mm:g} mm and {thickness_mm:g} mm thick would be {implied:.2f} g/ml; "
                f"this dough is near {rho:.2f}: at that width it is nearer "
                f"{puck_thickness_mm(portion_g, rho, diameter_mm):.0f} mm thick."
            )
        return Shaped((("density", implied, "g/ml"),), said)
    if thickness_mm:
        return Shaped((("width", puck_mm(portion_g, rho, thickness_mm), "mm"),), "")
    ball = ball_mm(portion_g, rho)
    if diameter_mm:
        thick = puck_thickness_mm(portion_g, rho, diameter_mm)
        said = ""
        if thick > 1.05 * ball:
            said = f"{portion_g:g} g can't be {diameter_mm:g} mm wide and flat: as a ball it is {ball:.0f} mm already."
        return Shaped((("thickness", thick, "mm"),), said)
    return Shaped((("width", ball, "mm"),), "")


def piped(portion_g: float, density: Density, tip_mm: float, length_mm: float | None) -> Shaped:
    """A piped rope: how long it is for its mass, or what a length weighs."""
    _above("tip_mm", tip_mm, "how wide the tip pipes")
    area = math.pi / 4.0 * (tip_mm / 10.0) ** 2
    per_mm = area * density.g_per_ml / 10.0
    if length_mm is None:
        return Shaped((("length", portion_g / per_mm, "mm"),), "")
    weighs = length_mm * per_mm
    said = "" if abs(weighs / portion_g - 1.0) <= APART else (
        f"{length_mm:g} mm piped {tip_mm:g} mm wide weigh about {weighs:.0f} g, not {portion_g:g}: pipe "
        f"{portion_g / per_mm:.0f} mm."
    )  # fmt: skip
    return Shaped((("weight", weighs, "g"),), said)


@dataclass(frozen=True, slots=True)
class Scooped:
    """What a scoop drops, g with one sd; how it is to be filled for the portion; and a contradiction in words."""

    level_g: float
    sd_g: float
    fill: str
    contradiction: str


def scooped(portion_g: float, density: Density, ml: float | None, measured_g: float | None) -> Scooped:
    """A scoop by its volume or by what it was weighed to drop. Raises EntryError where neither is known."""
    if measured_g:
        level, sd = measured_g, 0.04 * measured_g
    elif ml:
        level = ml * density.g_per_ml
        sd = math.hypot(0.04, density.sd / density.g_per_ml) * level
    else:
        raise EntryError("scoop", "Weigh what the scoop drops, or say its number or volume, under Kitchen.")
    ratio = portion_g / level
    said = ""
    fill = "level"
    if abs(ratio - 1.0) <= APART:
        pass
    elif abs(ratio / HEAPED - 1.0) <= APART:
        fill = "heaped"
    elif ratio > 1.0:
        fill = "several"
        said = f"Level it drops about {level:.0f} g, heaped {HEAPED * level:.0f}: {portion_g:g} g want a larger scoop."
    else:
        fill = "scant"
        said = f"Level it drops about {level:.0f} g: {portion_g:g} g want a smaller scoop, or a scale."
    return Scooped(level, sd, fill, said)


def _above(where: str, value: float, words: str) -> None:
    if not value > 0 or not math.isfinite(value):
        raise EntryError(where, f"Say {words}, above 0.")
