"""The sugar solution between the flour particles: how much dissolves, and how near it is to glass."""

from __future__ import annotations

import math

from dough.bake.jit import inner
from dough.bake.parameter_names import Parameters


@inner
def solubility(temp_c: float) -> float:
    """Sucrose that dissolves, g per g water (fit to the usual solubility table, 0-100 °C)."""
    return 1.83 * math.exp(min(0.0031 * temp_c + 6.5e-5 * temp_c * temp_c, 50.0))


@inner
def dissolve(
    dissolved: float, all_sugar: float, syrup_water: float, temp_c: float, rate: float, dt: float, p: Parameters
) -> float:
    """Sugar in solution after a step of dt seconds, kg per kg dough.

    First order towards what can dissolve; finer grains and warmth make it faster. Past its melting
    range (melt_c) sugar counts as liquid without water: the missing half of lean, rich doughs.
    """
    most = min(all_sugar, solubility(temp_c) * syrup_water)
    if p.melt_share > 0.0:
        molten = p.melt_share / (1.0 + math.exp(-(temp_c - p.melt_c) / p.melt_w))
        most = min(all_sugar, most + molten * all_sugar)
    step = rate * dt * math.exp(min(0.035 * temp_c - 1.4, 20.0))
    return dissolved + max(most - dissolved, 0.0) * step / (1.0 + step)


@inner
def glass_k(dissolved: float, syrup_water: float, sugar_tg_k: float, p: Parameters) -> float:
    """Glass transition of the syrup, K (Gordon and Taylor)."""
    share = dissolved / (dissolved + syrup_water + 1e-9)
    wet = p.kGT * (1.0 - share)
    return (share * sugar_tg_k + wet * p.Tgw) / (share + wet)
