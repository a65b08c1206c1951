"""Loads: pieces over trays and trays over oven shelves, as evenly as can be, and what two trays at once cost.

Sources: two trays in still air take 10 to 20 % longer, in moving air about half of that (M); turn and change shelves at
55 to 60 % of the time (M); a tray left on a rack cools with a time constant of about five minutes (10 to 15 min to
30 °C, M); its metal holds 2.4 kJ/m²K (H), and warms the dough put on it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from dough.accounts.formula import Shelf
from dough.bake.contract import BakeCase
from dough.bake.model import forecasts
from dough.facts.errors import EntryError

#: Two trays at once: the share the bake is longer, in still and in moving air; when to turn.
LONGER, LONGER_FAN, TURN_AT = 0.15, 0.07, 0.57
#: A tray cooling on a rack or on the hob: time constant, min; under cold water, min in all (M).
TRAY_TAU_MIN, RINSE_MIN = 5.0, 2.0
COOL_ENOUGH_C = 30.0
#: What a tray's metal holds, J/m²K, and dough, J/kgK.
TRAY_HOLDS, DOUGH_HOLDS = 2400.0, 2100.0
#: Door open while a tray is changed, min.
CHANGE_MIN = 1.0
MOST_LOADS = 60


@dataclass(frozen=True, slots=True)
class Load:
    """One time in the oven: pieces on each of its trays."""

    trays: tuple[int, ...]

    @property
    def pieces(self) -> int:
        return sum(self.trays)


def loads(pieces: int, per_tray: int, trays_at_once: int) -> tuple[Load, ...]:
    """Pieces over as few loads as need be, every tray as full as the others: never a last tray of three.

    Raises EntryError where nothing fits or it would take too many loads.
    """
    if pieces < 1:
        raise EntryError("pieces", "There is nothing to bake yet: say how many pieces.")
    if per_tray < 1:
        raise EntryError("tray", "Not one piece fits on that tray. Take another tray, or a smaller gap or margin.")
    if not 1 <= trays_at_once <= 60:
        raise EntryError("at_once", "One to 60 trays in the oven at once.")
    trays = math.ceil(pieces / per_tray)
    times = math.ceil(trays / trays_at_once)
    if times > MOST_LOADS:
        raise EntryError("pieces", f"That is {times} loads. Bake it on several days, or in a larger oven.")
    counts = [pieces // trays + (1 if i < pieces % trays else 0) for i in range(trays)]
    shared = [trays // times + (1 if i < trays % times else 0) for i in range(times)]
    found, at = [], 0
    for many in shared:
        found.append(Load(tuple(counts[at : at + many])))
        at += many
    return tuple(found)


@dataclass(frozen=True, slots=True)
class TwoAtOnce:
    """What baking two trays at once costs: minutes of one tray and of two, minute to turn and change shelves, and how
    far apart the two come out where they are not changed, in mm of width and L* of crust (low shelf minus high)."""

    one_min: float
    both_min: float
    turn_min: float
    wider_mm: float
    paler_l: float
    words: str


def two_at_once(case: BakeCase) -> TwoAtOnce:
    """The price of a second tray, from the forecast on the low and on the high shelf."""
    heat = case.heat
    longer = LONGER_FAN if heat.fan else LONGER
    both = heat.minutes * (1.0 + longer)
    low, high = forecasts([replace(case, heat=replace(heat, shelf=s, minutes=both)) for s in (Shelf.LOW, Shelf.HIGH)])
    wider = low.ends["diameter_mm"] - high.ends["diameter_mm"]
    paler = low.ends["l_rim"] - high.ends["l_rim"]
    base = high.ends["l_base"] - low.ends["l_base"]
    words = (
        f"{both - heat.minutes:.1f} min longer. Unless they change places at minute {TURN_AT * both:.0f}, the lower "
        f"one's rim comes out {abs(paler):.0f} L* {'paler' if paler > 0 else 'darker'} and its base {abs(base):.0f} L* "
        f"{'darker' if base > 0 else 'paler'}. The time is a rule of thumb."
    )
    return TwoAtOnce(heat.minutes, both, TURN_AT * both, wider, paler, words)


def tray_cools_min(from_c: float, room_c: float, to_c: float = COOL_ENOUGH_C) -> float | None:
    """Minutes for a tray on a rack to cool; None where the room is warmer than that."""
    if from_c <= to_c:
        return 0.0
    if room_c >= to_c - 0.5:
        return None
    return TRAY_TAU_MIN * math.log((from_c - room_c) / (to_c - room_c))


@dataclass(frozen=True, slots=True)
class HotTray:
    """Dough put on a tray that is still warm: K it is warmed by at once, and what that does to the width, mm."""

    tray_c: float
    warmed_k: float
    wider_mm: float
    words: str


def on_hot_tray(case: BakeCase, tray_c: float, covered_mm: float) -> HotTray:
    """What a warm tray does before the oven does. covered_mm is how wide a piece lies on it."""
    area = math.pi / 4.0 * (covered_mm / 1000.0) ** 2
    tray = TRAY_HOLDS * area
    dough = DOUGH_HOLDS * case.piece.portion_g / 1000.0
    warmed = max((tray_c - case.handling.dough_temp_c) * tray / (tray + dough), 0.0)
    warmer = replace(case, handling=replace(case.handling, dough_temp_c=min(case.handling.dough_temp_c + warmed, 40.0)))
    plain, hot = forecasts([case, warmer])
    wider = hot.ends["diameter_mm"] - plain.ends["diameter_mm"]
    words = (
        f"On a tray at {tray_c:.0f} °C the dough is some {warmed:.0f} K warmer before it is in the oven, and comes out "
        f"about {abs(wider):.1f} mm {'wider' if wider >= 0 else 'narrower'}: butter melts from below."
    )
    return HotTray(tray_c, warmed, wider, words)
