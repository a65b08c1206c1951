"""How cold a shaped piece is at the oven: measured, or worked out from its chill."""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.accounts.formula import Place, Process, Shape

#: Air of a place, °C, and what it takes from a piece, W/m²K (household cold, still air or a freezer's fan; M).
AIR_C = {Place.COUNTER: 21.0, Place.FRIDGE: 4.0, Place.FREEZER: -18.0}
TAKES = {Place.COUNTER: 8.0, Place.FRIDGE: 7.0, Place.FREEZER: 11.0}
#: Dough: kg/m³, J/kgK, W/mK (food engineering texts, M).
DENSITY, HEAT, CONDUCTS = 1200.0, 2100.0, 0.27
#: Dough as it is mixed where nothing is said, °C.
MIXED_C = 20.0
#: A temperature typed more than this above what the chill makes is how the dough was mixed, not how it goes in, K.
PLAUSIBLE_K = 6.0
PLACE = {Place.COUNTER: "on the counter", Place.FRIDGE: "in the fridge", Place.FREEZER: "in the freezer"}


@dataclass(frozen=True, slots=True)
class AtOven:
    """Mean temperature of the piece as it goes in, °C; whether it was worked out, and from what, in words."""

    temp_c: float
    worked_out: bool = False
    words: str = ""


def at_oven(process: Process, portion_g: float) -> AtOven:
    """What goes into the oven. A temperature the chill allows counts as measured; one it does not as that of mixing."""
    said = process.dough_temp_c
    chill_h, place = process.chill_h or 0.0, process.chill_place
    if chill_h <= 0.0 or place is Place.COUNTER:
        return AtOven(MIXED_C if said is None else said)
    mixed = MIXED_C if said is None else said
    cold = cooled(mixed, chill_h, place, portion_g, process.shape, process.start_thickness_mm)
    if said is not None and said <= cold + PLAUSIBLE_K:
        return AtOven(said)
    words = (
        f"Goes in at about {cold:.0f} °C: worked out from {mixed:g} °C as mixed and {chill_h:g} h {PLACE[place]}. "
        "If you measure it, type that."
    )
    return AtOven(round(cold, 1), True, words)


def cooled(
    from_c: float, hours: float, place: Place, portion_g: float, shape: Shape, thickness_mm: float | None = None
) -> float:
    """Mean temperature of one piece after so many hours in a place, °C.

    A lump that nears the air's temperature exponentially; its inner resistance counts by Biot's number (the form for
    spheres and slabs, within some 10 % of conduction solved). Freezing water's heat is left out: most is held by sugar.
    """
    volume = portion_g / 1000.0 / DENSITY
    if shape is Shape.BALL or thickness_mm is None:
        half = (3.0 * volume / (4.0 * math.pi)) ** (1.0 / 3.0)
        per_area = half / 3.0
    else:
        high = thickness_mm / 1000.0
        half = high / 2.0
        per_area = volume / (2.0 * volume / high + 2.0 * math.sqrt(math.pi * volume * high))
    takes = TAKES[place]
    constant_s = DENSITY * HEAT * per_area / takes * (1.0 + takes * half / (5.0 * CONDUCTS))
    air = AIR_C[place]
    return air + (from_c - air) * math.exp(-hours * 3600.0 / constant_s)
