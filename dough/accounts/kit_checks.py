"""Two checks a kitchen makes of its instruments: an oven against a thermometer, a scale against a known weight.

An oven cycles about its set point by 5 to 12 K over 4 to 10 minutes (M), so one reading says little; an oven
thermometer follows within 60 to 120 s and is itself good to about 3 K (M).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.facts.errors import EntryError

LEAST_READINGS = 3
#: One sd of an oven thermometer's own error, K.
THERMOMETER_SD = 3.0
#: Beyond this a reading is a mistake or a broken oven, K.
MOST_OFF = 60.0


@dataclass(frozen=True, slots=True)
class OvenOffset:
    """What an oven really does minus what it is set to: K, with one sd, and how far the readings lie apart."""

    offset_k: float
    sd_k: float
    swing_k: float
    readings: int

    @property
    def words(self) -> str:
        """For the oven's sheet: ``thermometer, 5 readings, ± 4 K``."""
        return f"thermometer, {self.readings} readings, ± {2.0 * self.sd_k:.0f} K"


def oven_offset(set_c: float, read_c: tuple[float, ...]) -> OvenOffset:
    """The offset by readings of a thermometer in the middle of an oven that has been hot for a while, °C.

    Raises EntryError where there are too few, or one is far from what was set.
    """
    if len(read_c) < LEAST_READINGS:
        raise EntryError(
            "readings",
            f"Read it {LEAST_READINGS} times or more, two minutes apart: an oven swings about what it is set to.",
        )
    far = [r for r in read_c if abs(r - set_c) > MOST_OFF]
    if far:
        raise EntryError("readings", f"{far[0]:g} °C is {abs(far[0] - set_c):.0f} K from {set_c:g} °C. Read it again.")
    mean = sum(read_c) / len(read_c)
    spread = math.sqrt(sum((r - mean) ** 2 for r in read_c) / (len(read_c) - 1))
    sd = math.hypot(THERMOMETER_SD, spread / math.sqrt(len(read_c)))
    return OvenOffset(round(mean - set_c, 1), sd, max(read_c) - min(read_c), len(read_c))


@dataclass(frozen=True, slots=True)
class ScaleError:
    """How a scale did: grams off, whether that is within what it reads to, and what to do."""

    off_g: float
    holds: bool
    words: str


def scale_error(weight_g: float, shown_g: float, reads_g: float) -> ScaleError:
    """Judge a scale by one check weight. Within one and a half of its own steps it holds (practice, M)."""
    if weight_g < 20.0 * reads_g:
        raise EntryError(
            "weight_g",
            f"A weight of {weight_g:g} g says little of a scale that reads to {reads_g:g} g. Take a heavier one.",
        )
    off = round(shown_g - weight_g, 3)
    if abs(off) > 0.5 * weight_g:
        raise EntryError("shown_g", f"{shown_g:g} g for a weight of {weight_g:g} g: was it set to zero and to grams?")
    if abs(off) <= 1.5 * reads_g:
        return ScaleError(off, True, f"holds: {weight_g:g} g shown as {shown_g:g} g")
    share = 100.0 * off / weight_g
    words = f"{abs(off):g} g too {'much' if off > 0 else 'little'} at {weight_g:g} g ({share:+.1f} %)".replace("-", "−")
    return ScaleError(off, False, f"{words}: level it, calibrate it, and check it again")
