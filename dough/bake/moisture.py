"""Water in the dough: how tightly it is held, how it moves as vapour, and where it sits."""

from __future__ import annotations

import math
from typing import NamedTuple

from dough.bake.case import Case
from dough.bake.jit import inner
from dough.bake.parameter_names import Parameters


@inner
def saturation_pa(temp_c: float) -> float:
    """Saturation pressure of water, Pa (Antoine's form; within about 0.2 % from 20 to 120 °C)."""
    return math.exp(23.4795 - 3984.92 / (233.426 + temp_c))


@inner
def saturation_slope(temp_c: float) -> float:
    """d ln p_sat / dT, 1/K."""
    return 3984.92 / (233.426 + temp_c) ** 2


class Isotherm(NamedTuple):
    """How a dough holds its water (Oswin): u at aw 0.5 and 25 °C (kg per kg dry matter) and the exponent; its logarithm
    and the least slope of vapour pressure with water over the saturation pressure, worked out once."""

    half: float
    exponent: float
    ln_half: float
    least_slope: float


@inner
def isotherm(half: float, exponent: float) -> Isotherm:
    """An isotherm by u at aw 0.5 and its exponent."""
    return Isotherm(half, exponent, math.log(half), exponent * half * 9.0**-exponent)


@inner
def log_isotherm(u: float, temp_c: float, holds: Isotherm, a_t: float) -> float:
    """ln r with r = aw / (1 − aw) of a dough holding u kg water per kg dry matter; a_t is the rise with temperature,
    1/K."""
    return (math.log(u) - holds.ln_half + a_t * (temp_c - 25.0)) / holds.exponent


@inner
def water_activity(log_r: float) -> float:
    """aw from ln(aw / (1 − aw))."""
    return 1.0 / (1.0 + math.exp(-min(max(log_r, -60.0), 60.0)))


@inner
def pressure_slope(u: float, aw: float, vapour_pa: float, sat_pa: float, holds: Isotherm) -> float:
    """Slope of vapour pressure with water content, Pa per (kg/kg), held above two floors.

    Any positive value gives the same answer for small steps; the floors keep water positive.
    """
    floor: float = sat_pa * 0.09 / holds.least_slope
    return max(vapour_pa / u * max((1.0 - aw) / holds.exponent, 0.8), floor)


@inner
def permeability(porosity: float, vapour_share: float, m_dry: float, p: Parameters) -> float:
    """Vapour permeability of the dough, kg/(m s Pa): rises with gas cells and towards boiling.

    vapour_share is its pressure over the air's.
    """
    share = p.d_por0 + (1.0 - p.d_por0) * porosity / 0.40
    return p.delta0 * m_dry * share * (1.0 + p.d_st * vapour_share**3)


@inner
def flour_water(w: float, log_r: float, c: Case, p: Parameters) -> float:
    """Water held by flour and protein, kg per kg dough; the rest is in the syrup.

    Both sides share one water activity; sugars take more of the water the wetter it gets.
    """
    r2 = math.exp(min(c.d_b * log_r, c.d_b * 6.0))
    return w * c.c_flour / (c.c_flour + c.c_sugar * r2 + c.x_other * p.A_o)
