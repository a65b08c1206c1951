"""What finger and knife feel at each temperature, and back from a feel to degrees.

Source: data/feels.csv (cone penetrometer work and practice, M; a yield value is good to ±40 %). Winter butter
feels as typical butter does about 2.2 °C cooler, summer butter as it does 2.2 °C warmer.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum
from functools import cache

from dough.accounts.butter.solid_fat import BUTTER, SolidFat
from dough.facts.errors import EntryError
from dough.facts.tables import rows


class Season(StrEnum):
    """What the cows ate: pale and hard, or deep yellow and soft."""

    WINTER = "winter"
    TYPICAL = "typical"
    SUMMER = "summer"


#: How much warmer butter of a season is where it feels the same as typical butter, K (M).
SEASON_K = {Season.WINTER: 2.2, Season.TYPICAL: 0.0, Season.SUMMER: -2.2}


@dataclass(frozen=True, slots=True)
class Feel:
    """A stretch of the strip: °C, yield value in kPa, what is felt (short and in full), what it is good for.

    All of typical butter.
    """

    key: str
    low_c: float
    high_c: float
    yield_low_kpa: float
    yield_high_kpa: float
    short: str
    feel: str
    use: str


@cache
def feels() -> tuple[Feel, ...]:
    """The feels from cold to warm."""
    return tuple(
        Feel(
            r["key"], float(r["low_c"]), float(r["high_c"]), float(r["yield_low_kpa"]), float(r["yield_high_kpa"]),
            r["short"], r["feel"], r["use"],
        )
        for r in rows("feels")
    )  # fmt: skip


def feel_at(temp_c: float, season: Season = Season.TYPICAL) -> Feel:
    """How butter of a season feels at a temperature, °C; below and above the strip its ends."""
    typical = temp_c - SEASON_K[season]
    return next((f for f in feels() if typical < f.high_c), feels()[-1])


def degrees_of(key: str, season: Season = Season.TYPICAL) -> tuple[float, float, float]:
    """A feel as °C: the middle of its stretch and the stretch itself. Raises EntryError for an unknown feel."""
    for f in feels():
        if f.key == key:
            off = SEASON_K[season]
            return (f.low_c + f.high_c) / 2 + off, f.low_c + off, f.high_c + off
    raise EntryError("feel", f"“{key[:40]}” is not a feel known here. Pick one from the strip.")


def yield_kpa(temp_c: float) -> float:
    """Yield value of typical butter, kPa, 5 to 22 °C: 200·exp(−0.175(T − 5)) (M, ±40 %)."""
    return 200.0 * math.exp(-0.175 * (temp_c - 5.0))


def butter_of(season: Season) -> SolidFat:
    """The solid-fat curve of butter of a season: the typical one moved (M)."""
    return SolidFat(BUTTER.solid_max, BUTTER.mid_c + SEASON_K[season], BUTTER.width_k)
