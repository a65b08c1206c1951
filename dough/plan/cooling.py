"""After the oven: how a piece cools on the tray and on the rack, and when it can be handled, finished, boxed.

A lump that nears the room: half way in 5 to 7 min for a piece 12 mm tall on a rack, half as fast on its tray (food
texts, M); thicker pieces in proportion. Rest on the tray: thin 1 to 2 min, drop 3 to 5, thick 10 to 20 (practice, M).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

#: Time constant on a rack for 12 mm, min, and how much slower on the tray.
TAU_MIN, OF_MM, ON_TRAY = 9.0, 12.0, 1.6
BOX_BELOW_C = 30.0
#: Height in mm up to which it rests so long on the tray, min (low, usual, high).
RESTS = ((8.0, (1.0, 1.5, 2.0)), (18.0, (3.0, 4.0, 5.0)), (math.inf, (10.0, 14.0, 20.0)))


@dataclass(frozen=True, slots=True)
class Cooling:
    """Of one piece: °C at the pull, height in mm, °C of the room, minutes on the tray before the rack."""

    pulled_c: float
    height_mm: float
    room_c: float
    on_tray_min: float

    @property
    def tau_min(self) -> float:
        return TAU_MIN * max(self.height_mm, 3.0) / OF_MM

    def at(self, minutes: float) -> float:
        """°C of the middle so many minutes after the pull."""
        slow = min(minutes, self.on_tray_min)
        share = math.exp(-slow / (self.tau_min * ON_TRAY) - max(minutes - slow, 0.0) / self.tau_min)
        return self.room_c + (self.pulled_c - self.room_c) * share

    def minutes_to(self, temp_c: float) -> float | None:
        """Minutes after the pull at which the middle is down to a temperature; None where the room is warmer."""
        if temp_c >= self.pulled_c:
            return 0.0
        if temp_c <= self.room_c + 0.3:
            return None
        need = math.log((self.pulled_c - self.room_c) / (temp_c - self.room_c))
        first = self.on_tray_min / (self.tau_min * ON_TRAY)
        if need <= first:
            return need * self.tau_min * ON_TRAY
        return self.on_tray_min + (need - first) * self.tau_min


def tray_rest_min(height_mm: float) -> tuple[float, float, float]:
    """Low, usual and high minutes on the tray for a piece of this height."""
    return next(r for most, r in RESTS if height_mm <= most)


def cooling(core_c: float, height_mm: float, room_c: float) -> Cooling:
    """Of a forecast piece."""
    return Cooling(core_c, height_mm, room_c, tray_rest_min(height_mm)[1])
