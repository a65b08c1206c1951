"""How alike two doughs are, so that what one bakes like says something of the other.

What a dough does beyond the model and the kitchen is taken as two parts: one that doughs share the more the more alike
they are in composition and process, one that is each dough's own. The first is a smooth function over the features
below (a Gaussian process with a squared exponential), wide where nothing like it was baked.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from dough.accounts.formula import Shape
from dough.bake.contract import BakeCase
from dough.bake.taught import OWN, OWN_SD, SHARED_SD

Array = np.ndarray[Any, np.dtype[np.float64]]
#: A feature vector; one unit of each is a difference a baker would call another kind of dough (judgement, L).
Features = tuple[float, ...]
#: Distance in those units over which doughs stop saying much of each other.
REACHES = 2.5
#: Share of a dough's own part that is shared, by what of it.
SHARED = {n: (SHARED_SD[n] / OWN_SD[n]) ** 2 for n in OWN}


def features(case: BakeCase) -> Features:
    """What a dough is like: logarithms of what there is to the flour, leavening, pieces, size, warmth."""
    m, piece = case.makeup, case.piece
    flour = max(m.flour_g, 1e-9)
    water = m.water_g + m.flour_moisture * m.flour_g + 0.75 * m.egg_g
    return (
        _log(m.sugar_g / flour) / 0.30,
        _log(m.fat_g / flour) / 0.30,
        _log(water / flour) / 0.30,
        m.egg_g / flour / 0.15,
        m.reducing_g / max(m.sugar_g, 1e-9) / 0.12,
        m.soda_g / flour / 0.008,
        m.powder_g / flour / 0.015,
        m.inclusion_share / 0.15,
        m.flour_protein / 0.02,
        m.meal_share / 0.3,
        _log(piece.portion_g / 40.0) / 0.6,
        0.0 if piece.shape is Shape.BALL else 2.0,
        case.handling.dough_temp_c / 15.0,
        case.heat.oven_c / 25.0,
    )


def _log(value: float) -> float:
    return math.log(max(value, 0.02))


def likeness(a: Features, b: Features) -> float:
    """1 for the same dough, towards 0 for one that has nothing to do with it."""
    apart = sum((x - y) ** 2 for x, y in zip(a, b, strict=True))
    return math.exp(-0.5 * apart / REACHES**2)


def correlation(a: Features, b: Features, what: str) -> float:
    """How a part of OWN of two different doughs goes together before any bake."""
    return SHARED[what] * likeness(a, b)
