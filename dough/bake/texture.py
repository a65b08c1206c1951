"""How the cooled cookie eats, 0 to 100, from where its water and sugar ended up.

Explicit scores without sensory or instrument data behind them (guesses, L): they rank, they do not
measure. Each is a product of smooth steps σ((x − where)/width) raised to a weight. Where the steps
stand is part of the parameter set (``tx_*``), set so that the styles come out in their order.
"""

from __future__ import annotations

from typing import Any

import numpy as np

Array = np.ndarray[Any, np.dtype[np.float64]]


def step(x: Any) -> Array:
    """The smooth step σ(x) = 1 / (1 + e^−x)."""
    return np.asarray(1.0 / (1.0 + np.exp(-np.clip(x, -500.0, 500.0))))


def rim_crispness(glass_above: Array, moisture_pct: Array, height_mm: Array, dry: float) -> Array:
    """Crisp where the rim's syrup is glass at room temperature and dry; a little less when thick.

    glass_above is the rim's glass transition less 22 °C, moisture that of the rim's matrix, dry the
    moisture at which half the crispness is gone.
    """
    thick = 1.0 - 0.25 * step((height_mm - 18.0) / 4.0)
    return 100.0 * step(0.075 * (glass_above + 12.0)) ** 0.6 * step(dry - moisture_pct) ** 0.4 * thick


def middle_crispness(glass_above: Array, moisture_pct: Array) -> Array:
    """The same for the middle."""
    return 100.0 * step(0.075 * (glass_above + 12.0)) ** 0.6 * step(5.6 - moisture_pct) ** 0.4


def middle_softness(glass_above: Array, moisture_pct: Array, height_mm: Array, wet_at: float) -> Array:
    """Soft where the middle kept its water and its syrup is far above glass."""
    deep = 0.75 + 0.25 * step((height_mm - 9.0) / 2.0)
    wet = step((moisture_pct - wet_at) / 1.15) ** 0.6
    return wet * step(-0.06 * (glass_above + 22.0)) ** 0.4 * deep * 100.0


def chew(moisture_pct: Array, sugar: Array, porosity: Array, protein: Array, wet_at: float, sweet_at: float) -> Array:
    """Chewy: moist but not wet, sugar, few large cells, some protein to tie it."""
    wet = step((moisture_pct - wet_at) / 0.9) ** 0.35 * step((14.5 - moisture_pct) / 1.5) ** 0.2
    body = step((sugar - sweet_at) / 0.035) ** 0.25 * step((0.47 - porosity) / 0.06) ** 0.3
    return 100.0 * wet * body * (protein / (protein + 0.02)) ** 0.3


def cakiness(
    porosity: Array, height_mm: Array, moisture_pct: Array, sugar_to_flour: Array, tall_at: float, wet_at: float,
    sweet_at: float,
) -> Array:  # fmt: skip
    """Cakey: much air, tall, moist and little sugar for the flour."""
    airy = step((porosity - 0.40) / 0.07) ** 0.3 * step((height_mm - tall_at) / 2.5) ** 0.3
    return 100.0 * airy * step((moisture_pct - wet_at) / 2.5) ** 0.25 * step((sweet_at - sugar_to_flour) / 0.15) ** 0.15


def tenderness(fat_to_flour: Array, protein: Array, porosity: Array) -> Array:
    """Short and tender: fat for the flour, little protein, some air."""
    short = step((fat_to_flour - 0.50) / 0.16) ** 0.5 * step((0.060 - protein) / 0.012) ** 0.3
    return 100.0 * short * step((porosity - 0.22) / 0.07) ** 0.2


def snap(
    moisture_pct: Array, glass_above_mean: Array, porosity: Array, height_mm: Array, sugar: Array, fat: Array
) -> Array:
    """Snaps: dry through, glassy, dense, thin, with sugar and not too much fat."""
    hard = step((4.6 - moisture_pct) / 0.8) * step(0.07 * (glass_above_mean + 8.0)) ** 0.5
    body = np.maximum(1.0 - porosity, 0.0) ** 0.5 * step((14.0 - height_mm) / 3.0) ** 0.4
    glassy = step((sugar - 0.10) / 0.04) ** 0.3 * (1.0 - 0.35 * step((fat - 0.24) / 0.03))
    return np.minimum(100.0, 125.0 * hard * body * glassy)
