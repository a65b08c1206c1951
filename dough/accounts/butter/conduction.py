"""Heat into and out of a piece of butter: conduction in three dimensions with the melting range in the heat
capacity.

An eighth of a brick, finite volumes, explicit steps on enthalpy, so that the energy closes to rounding. Source:
conductivity and heat capacity as composition gives them with the heat of melting spread over the melting range
(data/butter_solid.csv; M), heat transfer in still air with radiation (wrapped 6.5, bare 9, small pieces 10 W/m²K; M).
Below freezing the water's latent heat is spread from −8 to −0.5 °C (estimate, L).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Any

import numpy as np

from dough.accounts.butter.feel import SEASON_K, Season
from dough.facts.errors import EntryError
from dough.facts.tables import rows

Array = np.ndarray[Any, np.dtype[np.float64]]

CONDUCTIVITY, DENSITY = 0.21, 950.0
WRAPPED_H, BARE_H, SMALL_H = 6.5, 9.0, 10.0
#: Heat capacity far below and above the melting range, J/kgK, and of the ice in butter.
BASE_CP, FROZEN_CP = 2400.0, 1950.0
#: Only part of butter's water freezes at −18 °C: in fine droplets it stays liquid far below (M).
ICE_J_PER_KG, ICE_FROM_C, ICE_TO_C = 0.4 * 0.16 * 334_000.0, -8.0, -0.5
#: Cells along each half edge, and the shortest step in seconds that is worth taking.
CELLS = 6
#: Half as thin as this it is nearly even all through: two cells are enough.
THIN_M = 0.006
#: This near to the room nothing more happens, K.
ARRIVED_K = 0.03
MAX_MINUTES = 48 * 60


@dataclass(frozen=True, slots=True)
class Form:
    """A piece of butter: mass in g, edges in mm; small pieces lose heat on all sides to moving air."""

    key: str
    name: str
    mass_g: float
    edges_mm: tuple[float, float, float]
    small: str


@dataclass(frozen=True, slots=True)
class Warming:
    """Temperatures over time: minutes, mean, core and surface in °C; heat taken up in J, and what entered in J."""

    minutes: tuple[float, ...]
    mean_c: tuple[float, ...]
    core_c: tuple[float, ...]
    surface_c: tuple[float, ...]
    gained_j: float
    entered_j: float

    def minutes_to(self, temp_c: float, which: str = "mean") -> float | None:
        """When mean or core passes a temperature, minutes; None when it does not in the time looked at."""
        values = self.mean_c if which == "mean" else self.core_c
        rising = values[-1] >= values[0]
        for i in range(1, len(values)):
            a, b = values[i - 1], values[i]
            if (rising and a < temp_c <= b) or (not rising and a > temp_c >= b):
                share = (temp_c - a) / (b - a)
                return self.minutes[i - 1] + share * (self.minutes[i] - self.minutes[i - 1])
        return 0.0 if (values[0] >= temp_c) == rising else None

    def at(self, minute: float) -> tuple[float, float]:
        """Mean and core at a minute, °C."""
        return (
            float(np.interp(minute, self.minutes, self.mean_c)), float(np.interp(minute, self.minutes, self.core_c)),
        )  # fmt: skip


@cache
def forms() -> dict[str, Form]:
    """The forms butter is taken out in (data/butter_forms.csv)."""
    return {
        r["form"]: Form(
            r["form"], r["name"], float(r["mass_g"]), (float(r["a_mm"]), float(r["b_mm"]), float(r["c_mm"])), r["small"]
        )
        for r in rows("butter_forms")
    }


def form(key: str) -> Form:
    """A form by its key. Raises EntryError for one that is not known."""
    found = forms().get(key)
    if found is None:
        raise EntryError("butter.form", f"“{key[:30]}” is not a form known here. Pick one from the list.")
    return found


@cache
def _enthalpy(season: Season) -> tuple[Array, Array]:
    """Temperatures and enthalpy, J/kg above −40 °C, of butter of a season, on a fine grid."""
    points = [(float(r["temp_c"]) + SEASON_K[season], float(r["heat_j_per_kgk"])) for r in rows("butter_solid")]
    temps = np.arange(-40.0, 180.01, 0.1)
    cp = np.interp(temps, [p[0] for p in points], [p[1] for p in points], left=points[0][1], right=BASE_CP)
    cold = temps < points[0][0]
    # From the first point down to freezing towards the base, and lower still once the water is ice.
    cp[cold] = np.interp(temps[cold], [-8.0, 0.0, points[0][0]], [FROZEN_CP, 2900.0, points[0][1]])
    ice = (temps >= ICE_FROM_C) & (temps <= ICE_TO_C)
    cp[ice] += ICE_J_PER_KG / (ICE_TO_C - ICE_FROM_C)
    return temps, np.concatenate([[0.0], np.cumsum((cp[1:] + cp[:-1]) / 2 * np.diff(temps))])


def warm(
    piece: Form,
    start_c: float,
    room_c: float,
    minutes: float,
    *,
    wrapped: bool = True,
    season: Season = Season.TYPICAL,
    air_factor: float = 1.0,
    until_core_c: float | None = None,
) -> Warming:
    """Leave a piece at start_c in still air at room_c for so long. air_factor is 1 in still air, about 2 by a fan.

    until_core_c ends it earlier, once the core has passed that temperature or all of it is as warm as the room.

    Raises EntryError for temperatures or times out of reach.
    """
    if not (-40.0 <= start_c <= 60.0 and -40.0 <= room_c <= 60.0):
        raise EntryError("butter.room_c", "Butter and room go from -40 to 60 °C. Check the degrees.")
    if not 0.0 < minutes <= MAX_MINUTES:
        raise EntryError("butter.minutes", f"Look ahead by up to {MAX_MINUTES // 60} hours.")
    h = (SMALL_H if piece.small == "yes" else WRAPPED_H if wrapped else BARE_H) * air_factor
    half = np.array(piece.edges_mm) / 2000.0
    # Thin directions need no more cells than keep the step from becoming tiny.
    finest = 2 if half.min() < THIN_M else 3
    counts = [max(2, min(CELLS, int(a / half.min() * finest + 0.5))) for a in half]
    width = half / np.array(counts)
    step = 0.9 / (2 * CONDUCTIVITY / (DENSITY * BASE_CP) * float(np.sum(1.0 / width**2)))
    step = min(step, 30.0)
    count = max(int(np.ceil(minutes * 60.0 / step)), 1)
    step = minutes * 60.0 / count
    return _march(start_c, room_c, h, counts, width, step, count, season, until_core_c)


def _march(
    start_c: float, room_c: float, h: float, counts: list[int], width: Array, step: float, count: int, season: Season,
    until_core_c: float | None,
) -> Warming:  # fmt: skip
    temps, heat = _enthalpy(season)
    cell_kg = float(np.prod(width)) * DENSITY
    enthalpy = np.full(counts, np.interp(start_c, temps, heat))
    begun = float(enthalpy.sum()) * cell_kg * 8
    areas = [float(np.prod(width) / width[i]) for i in range(3)]
    inner = [CONDUCTIVITY * areas[i] / width[i] for i in range(3)]
    outer = [areas[i] / (1.0 / h + width[i] / 2 / CONDUCTIVITY) for i in range(3)]
    every = max(min(count // 240, int(120.0 / step)), 1)
    found: list[tuple[float, float, float, float]] = [(0.0, start_c, start_c, start_c)]
    entered = 0.0
    for n in range(1, count + 1):
        t = np.interp(enthalpy, heat, temps)
        gain = np.zeros_like(enthalpy)
        for axis in range(3):
            flow = inner[axis] * np.diff(t, axis=axis)
            lower = [slice(None)] * 3
            upper = [slice(None)] * 3
            lower[axis], upper[axis] = slice(None, -1), slice(1, None)
            gain[tuple(lower)] += flow
            gain[tuple(upper)] -= flow
            last = [slice(None)] * 3
            last[axis] = slice(-1, None)
            through = outer[axis] * (room_c - t[tuple(last)])
            gain[tuple(last)] += through
            entered += float(through.sum()) * step * 8
        enthalpy = enthalpy + gain * step / cell_kg
        if n % every == 0 or n == count:
            mean = float(np.interp(enthalpy.mean(), heat, temps))
            corner = np.interp(np.array([enthalpy[0, 0, 0], enthalpy[-1, -1, -1]]), heat, temps)
            found.append((n * step / 60.0, mean, float(corner[0]), float(corner[1])))
            if until_core_c is not None and _over(start_c, room_c, float(corner[0]), until_core_c):
                break
    minutes, mean_c, core_c, surface_c = zip(*found, strict=True)
    return Warming(minutes, mean_c, core_c, surface_c, float(enthalpy.sum()) * cell_kg * 8 - begun, entered)


def _over(start_c: float, room_c: float, core_c: float, until_c: float) -> bool:
    passed = core_c >= until_c if room_c >= start_c else core_c <= until_c
    return passed or abs(core_c - room_c) < ARRIVED_K
