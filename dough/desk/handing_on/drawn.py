"""The cookie drawn for paper: from above and from the side, to scale, in the colours of the forecast."""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.bake.contract import Forecast
from dough.desk.appearance import Appearance
from dough.facts.colour import crust_hex

#: Turn between one drawn piece and the next that spreads them evenly over a disc, radians (the golden angle).
TURN = math.pi * (3.0 - math.sqrt(5.0))
#: Pieces lie within this share of the radius.
WITHIN = 0.86


@dataclass(frozen=True, slots=True)
class Dot:
    """A piece seen from above: mm from the middle, its half axes in mm, its turn in degrees, its colour."""

    x: float
    y: float
    rx: float
    ry: float
    turn: float
    hex: str


@dataclass(frozen=True, slots=True)
class Drawn:
    """wide_mm and high_mm of the whole; side is the outline as (mm from the middle, mm of height); colours of rim,
    middle and base; what lies on it."""

    wide_mm: float
    high_mm: float
    side: tuple[tuple[float, float], ...]
    rim_hex: str
    middle_hex: str
    base_hex: str
    dots: tuple[Dot, ...]


def drawn(forecast: Forecast, look: Appearance) -> Drawn | None:
    """The drawing of a forecast; None where it says no size."""
    wide, side = forecast.cookie.diameter_mm, forecast.profile
    if wide is None or not side:
        return None
    colours = {part: crust_hex(forecast.crust_l[part], forecast.raw_l) for part in ("rim", "middle", "base")}
    dots: list[Dot] = []
    count = sum(p.count for p in look.pieces)
    for p in look.pieces:
        for _ in range(p.count):
            n = len(dots)
            r, at = WITHIN * wide / 2.0 * math.sqrt((n + 0.5) / count), n * TURN
            half = p.length_mm / 2.0
            dots.append(
                Dot(
                    round(r * math.cos(at), 2), round(r * math.sin(at), 2), round(half, 2),
                    round(half / max(p.aspect, 1.0), 2), round(math.degrees(at * 1.7) % 180.0, 1), p.hex,
                )
            )  # fmt: skip
    return Drawn(
        wide, max(y for _, y in side), side, colours["rim"], colours["middle"], colours["base"], tuple(dots)
    )  # fmt: skip
