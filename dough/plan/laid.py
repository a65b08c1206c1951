"""A plan's trays: the size pieces come out at, the gap a chosen risk asks for, where they lie, and the loads."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from dough.bake.contract import BakeCase, Estimate
from dough.facts.errors import EntryError, EntryErrors
from dough.plan.divided import Portions
from dough.plan.loads import (
    COOL_ENOUGH_C,
    HotTray,
    Load,
    TwoAtOnce,
    loads,
    on_hot_tray,
    tray_cools_min,
    two_at_once,
)
from dough.plan.packing import Spot, TrayPacking, pack
from dough.plan.touch import COST, Touch, Width, gap_for, touch_at, width_of
from dough.plan.wish import Have, TrayWish, figure

#: A household tray's usable sides where none is picked, mm (M).
USUAL_TRAY_MM = (430.0, 340.0)
RIM_MM = 10.0
#: A tray left beside the oven for five minutes between loads.
HURRIED_MIN = 5.0


@dataclass(frozen=True)
class Laid:
    """Trays of a plan. in_mm and out_mm are how wide a piece goes in and comes out, low_mm and high_mm the forecast's
    80 % range; gap_mm between pieces as they come out; touch the chances; hand tells that spots were moved by hand;
    wrong what of that can't be."""

    width_mm: float
    depth_mm: float
    in_mm: float
    out_mm: float
    low_mm: float
    high_mm: float
    gap_mm: float
    packing: TrayPacking
    touch: Touch
    loads: tuple[Load, ...]
    per_tray: int
    two: TwoAtOnce | None
    cools_min: float | None
    hot: HotTray | None
    hand: bool
    words: tuple[str, ...]
    wrong: tuple[str, ...]


def laid(wish: TrayWish, got: Portions, have: Have, case: BakeCase | None, wide: Estimate | None) -> Laid:
    """Lay the pieces out. wide is the forecast's width with its range (None: no forecast; they come out as they go
    in). Raises EntryError for a tray on which nothing fits."""
    width, depth, words = _tray(have)
    came = wide or Estimate(got.piece_mm)
    spread: Width = width_of(came, got.division.scatter)
    gap = gap_for(wish.risk, spread) if wish.gap_mm is None else wish.gap_mm
    packing = pack(width, depth, round(came.value, 1), gap_mm=round(gap, 1), margin_mm=wish.margin_mm,
                   rows=wish.rows)  # type: ignore[arg-type]  # fmt: skip
    wrong: list[str] = []
    if wish.moved:
        packing = _moved(packing, wish.moved, width, depth, came.value, wrong)
    if len(packing) == 0:
        raise EntryError("tray", f"Not one cookie of {came.value:.0f} mm fits on {width:.0f} × {depth:.0f} mm. Take a "
                         "larger tray, a smaller portion, or less margin.")  # fmt: skip
    at = np.array([[s.x_mm, s.y_mm] for s in packing.spots])
    shelves = int(figure(have.oven, "shelves") or 1)
    if wish.at_once > shelves:
        wrong.append(f"The oven takes {shelves} tray{'s' if shelves > 1 else ''} at once, not {wish.at_once}.")
    together = min(wish.at_once, shelves)
    held = loads(got.divided.pieces, len(packing), together)
    trays = int(figure(have.tray, "how_many") or 1)
    two, hot = _price(case, together, got.piece_mm)
    words += _words(held, trays, together)
    if wide is None:
        words.append("No forecast yet: cookies are drawn as wide as they go in.")
    low, high = came.low or came.value, came.high or came.value
    return Laid(
        width, depth, got.piece_mm, came.value, low, high, gap, packing, touch_at(at, spread), held, len(packing), two,
        tray_cools_min(case.heat.oven_c if case else 180.0, have.room_c), hot, bool(wish.moved),
        (*words, COST), tuple(wrong),
    )  # fmt: skip


def _tray(have: Have) -> tuple[float, float, list[str]]:
    wide, deep = figure(have.tray, "usable_width_mm"), figure(have.tray, "usable_depth_mm")
    if wide and deep:
        return wide, deep, []
    outer, across = figure(have.tray, "width_mm"), figure(have.tray, "depth_mm")
    if outer and across:
        return (outer - 2 * RIM_MM, across - 2 * RIM_MM,
                ["Its usable size is not noted: 10 mm are taken off for the rim."])  # fmt: skip
    return *USUAL_TRAY_MM, ["No tray of known size: reckoned with a household one of 430 × 340 mm inside."]


def _moved(
    packed: TrayPacking,
    moved: tuple[tuple[float, float], ...],
    width: float,
    depth: float,
    wide: float,
    wrong: list[str],
) -> TrayPacking:
    spots = tuple(Spot(x, y) for x, y in moved)
    out = [s for s in spots if not (0.0 <= s.x_mm <= width and 0.0 <= s.y_mm <= depth)]
    if out:
        raise EntryError("moved", "A cookie was put beside the tray. Put it back on it.")
    over = sum(min(s.x_mm, width - s.x_mm, s.y_mm, depth - s.y_mm) < wide / 2.0 for s in spots)
    if over:
        wrong.append(f"{over} of them reach over the edge of the tray as they spread.")
    return TrayPacking(spots, "laid by hand", packed.wide_mm, packed.deep_mm)


def _price(case: BakeCase | None, together: int, piece_mm: float) -> tuple[TwoAtOnce | None, HotTray | None]:
    if case is None:
        return None, None
    try:
        after = COOL_ENOUGH_C + (case.heat.oven_c - COOL_ENOUGH_C) * 0.35
        return (two_at_once(case) if together > 1 else None), on_hot_tray(case, min(after, 80.0), piece_mm)
    except EntryErrors:
        return None, None


def _words(held: tuple[Load, ...], trays: int, together: int) -> list[str]:
    words = []
    used = max(len(x.trays) for x in held)
    if len(held) > 1 and trays <= used:
        words.append("Every tray is needed again: let it cool, or the butter melts on it before the oven does.")
    if len(held) > 1 and trays > used:
        words.append("A spare tray: chill the next pieces on it close together, space them as they go in.")
    return words


def with_portion(case: BakeCase, grams: float) -> BakeCase:
    """The same bake of another portion."""
    return replace(case, piece=replace(case.piece, portion_g=grams))
