"""The shape of the piece: three rings of fixed mass under one smooth profile."""

from __future__ import annotations

import math

from dough.bake.jit import inner

#: Mass shares of middle, ring between and rim; and mass outside each of the two borders.
MASS = (0.40, 0.35, 0.25)
OUTSIDE = (0.60, 0.25)


@inner
def fullness(start: float, spread: float, flat: float, radius: float, start_radius: float) -> float:
    """Mean height over middle height: from the start shape's towards a spread cookie's.

    A sphere has 2/3, a cylinder 1; flat says whether the piece is a slab in a tin (always 1).
    """
    if flat > 0.5:
        return 1.0
    return spread - (spread - start) * (start_radius / radius) ** 3


@inner
def borders(k: float) -> tuple[float, float]:
    """Area share outside each border for fullness k."""
    return math.pow(OUTSIDE[0], k), math.pow(OUTSIDE[1], k)
