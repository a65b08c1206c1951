"""What a method leaves in the dough: air, and fat crystals.

Source: practice and creaming tests (M for the creamed methods, L for the others): air in the finished
dough over its gas-free volume after flour has taken a third to a half of it out again; crystals 1 for
plastic fat, less for fat that was melted and has had no time to rebuild its network.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.accounts.formula import Method, Place

#: Minutes after which cooled fat has rebuilt all but 1/e of its network.
REBUILD_MIN = 60.0


@dataclass(frozen=True, slots=True)
class MethodState:
    """overrun: air over gas-free dough volume; crystal: share of the fat's network that is there."""

    overrun: float
    crystal: float


STATES = {
    Method.CREAMED_SOFT: MethodState(0.14, 1.0),
    Method.CREAMED_COLD: MethodState(0.10, 1.05),
    Method.MELTED: MethodState(0.04, 0.30),
    Method.BROWNED_RESET: MethodState(0.08, 0.60),
    Method.RUBBED_IN: MethodState(0.06, 1.0),
    Method.PROCESSOR: MethodState(0.06, 1.0),
}
#: Shares of water and milk solids that browning takes from butter (H, stoichiometry of drying).
BROWNED_WATER_LOST = 1.0


#: Butter warmer than this when mixed has begun to lose its network; at WARM_C so much is left as here. Set so
#: that butter mixed at 25 °C and baked at once widens as kitchens report (L).
FIRM_C, WARM_C, WARM_NETWORK, LEAST_NETWORK = 19.0, 25.0, 0.35, 0.30


def network_left(butter_temp_c: float) -> float:
    """Share of the fat's crystal network that mixing at this temperature leaves, 1 up to 19 °C (L)."""
    lost = (1.0 - WARM_NETWORK) * (butter_temp_c - FIRM_C) / (WARM_C - FIRM_C)
    return min(max(1.0 - lost, LEAST_NETWORK), 1.0)


def state_after(
    method: Method, rest_h: float, place: Place, dough_temp_c: float, butter_temp_c: float | None = None
) -> MethodState:
    """Air and crystals at the oven. Time in the cold rebuilds what melting, or mixing too warm, took."""
    start = STATES[method]
    if butter_temp_c is not None:
        start = MethodState(start.overrun, min(start.crystal, start.crystal * network_left(butter_temp_c)))
    cold_h = rest_h if place is not Place.COUNTER or dough_temp_c < 15.0 else 0.0
    if start.crystal >= 1.0:
        return start
    rebuilt = 1.0 - (1.0 - start.crystal) * math.exp(-60.0 * cold_h / REBUILD_MIN)
    return MethodState(start.overrun, rebuilt)
