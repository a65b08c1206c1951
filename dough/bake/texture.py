"""How the cooled cookie eats, 0 to 100, from where its water and sugar ended up.

Explicit scores without sensory or instrument data behind them (guesses, L): they rank, they do not
measure. Each is a product of smooth steps σ((x − where)/width) raised to a weight. Where the steps
stand, their widths and weights are part of the parameter set (``tx_*``); a few are set so that the styles come out in
their order, the rest is assumed.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from dough.bake.parameter_names import Parameters

Array = np.ndarray[Any, np.dtype[np.float64]]


def step(x: Any) -> Array:
    """The smooth step σ(x) = 1 / (1 + e^−x)."""
    return np.asarray(1.0 / (1.0 + np.exp(-np.clip(x, -500.0, 500.0))))


def shortness(p: Parameters, fat_to_sugar: Array) -> Array:
    """How far a dough has more fat than sugar, 0 to 1: dry, it crumbles and melts where a sugary one cracks (practice,
    L)."""
    return step((fat_to_sugar - p.tx_short_at) / p.tx_short_at_width)


def rim_crispness(p: Parameters, glass_above: Array, moisture_pct: Array, height_mm: Array, short: Array) -> Array:
    """Crisp where the rim's syrup is glass at room temperature and dry; a little less when thick or short.

    glass_above is the rim's glass transition less 22 °C, moisture that of the rim's matrix, short from ``shortness``.
    """
    thick = 1.0 - p.tx_thick_loss * step((height_mm - p.tx_thick_at) / p.tx_thick_width)
    return _crisp(p, glass_above, moisture_pct, p.tx_rim_dry, short) * thick


def middle_crispness(p: Parameters, glass_above: Array, moisture_pct: Array, short: Array) -> Array:
    """The same for the middle."""
    return _crisp(p, glass_above, moisture_pct, p.tx_middle_dry, short)


def _crisp(p: Parameters, glass_above: Array, moisture_pct: Array, dry: float, short: Array) -> Array:
    glassy = step(p.tx_glass_slope * (glass_above + p.tx_glass_below)) ** p.tx_glass_power
    return 100.0 * (1.0 - p.tx_short_crisp * short) * glassy * step(dry - moisture_pct) ** p.tx_dry_power


def middle_softness(p: Parameters, glass_above: Array, moisture_pct: Array, height_mm: Array, short: Array) -> Array:
    """Soft where the middle kept its water and its syrup is far above glass; a short one gives way a bit even dry."""
    deep = p.tx_deep_least + (1.0 - p.tx_deep_least) * step((height_mm - p.tx_deep_at) / p.tx_deep_width)
    wet = step((moisture_pct - p.tx_soft_wet) / p.tx_soft_width) ** p.tx_soft_wet_power
    moist = wet * step(-p.tx_soft_slope * (glass_above + p.tx_soft_below)) ** p.tx_soft_glass_power * deep
    return 100.0 * (moist + p.tx_short_soft * short * (1.0 - moist))


def chew(p: Parameters, moisture_pct: Array, sugar: Array, porosity: Array, protein: Array) -> Array:
    """Chewy: moist but not wet, sugar, few large cells, some protein to tie it."""
    moist = step((moisture_pct - p.tx_chew_wet) / p.tx_chew_width) ** p.tx_chew_wet_power
    wet = moist * step((p.tx_chew_drown - moisture_pct) / p.tx_chew_drown_width) ** p.tx_chew_drown_power
    sweet = step((sugar - p.tx_chew_sugar) / p.tx_chew_sugar_width) ** p.tx_chew_sugar_power
    body = sweet * step((p.tx_chew_open - porosity) / p.tx_chew_open_width) ** p.tx_chew_open_power
    return 100.0 * wet * body * (protein / (protein + p.tx_chew_protein)) ** p.tx_chew_protein_power


def cakiness(p: Parameters, porosity: Array, height_mm: Array, moisture_pct: Array, sugar_to_flour: Array) -> Array:
    """Cakey: much air, tall, moist and little sugar for the flour."""
    air = step((porosity - p.tx_cake_air) / p.tx_cake_air_width) ** p.tx_cake_air_power
    airy = air * step((height_mm - p.tx_cake_tall) / p.tx_cake_tall_width) ** p.tx_cake_tall_power
    wet = step((moisture_pct - p.tx_cake_wet) / p.tx_cake_wet_width) ** p.tx_cake_wet_power
    return (
        100.0 * airy * wet * step((p.tx_cake_sugar - sugar_to_flour) / p.tx_cake_sugar_width) ** p.tx_cake_sugar_power
    )


def tenderness(p: Parameters, fat_to_flour: Array, protein: Array, porosity: Array) -> Array:
    """Short and tender: fat for the flour, little protein, some air."""
    rich = step((fat_to_flour - p.tx_short_fat) / p.tx_short_fat_width) ** p.tx_short_fat_power
    short = rich * step((p.tx_short_protein - protein) / p.tx_short_protein_width) ** p.tx_short_protein_power
    return 100.0 * short * step((porosity - p.tx_short_air) / p.tx_short_air_width) ** p.tx_short_air_power


def snap(
    p: Parameters, moisture_pct: Array, glass_above: Array, porosity: Array, height_mm: Array, sugar: Array, fat: Array
) -> Array:
    """Snaps: dry through, glassy, dense, thin, with sugar and not too much fat. glass_above is the whole piece's."""
    dry = step((p.tx_snap_dry - moisture_pct) / p.tx_snap_dry_width)
    hard = dry * step(p.tx_snap_slope * (glass_above + p.tx_snap_below)) ** p.tx_snap_glass_power
    thin = step((p.tx_snap_thin - height_mm) / p.tx_snap_thin_width) ** p.tx_snap_thin_power
    body = np.maximum(1.0 - porosity, 0.0) ** p.tx_snap_dense_power * thin
    sweet = step((sugar - p.tx_snap_sugar) / p.tx_snap_sugar_width) ** p.tx_snap_sugar_power
    glassy = sweet * (1.0 - p.tx_snap_fat_loss * step((fat - p.tx_snap_fat) / p.tx_snap_fat_width))
    return np.minimum(100.0, p.tx_snap_most * hard * body * glassy)
