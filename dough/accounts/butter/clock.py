"""When to take butter out, in what form, and where it is by now: conduction from its start or its last reading."""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.butter.conduction import Form, Warming, forms, warm
from dough.accounts.butter.feel import Season

#: How far ahead to look, minutes, and the uncertainty of it all in still air (share; M).
AHEAD_MIN, SPREAD = 8 * 60.0, 0.25
#: How far past the zone its core is followed.
PAST_K = 1.0
ROOM_RULE = "A room never brings butter above its own temperature, and takes very long over the last two degrees."
PRACTICE = (
    "Bursts of 5 s in the microwave at a fifth of its power, turned between: quick, but hot spots melt while the rest "
    "is hard.",
    "A bowl warmed with hot water, dried, over the butter for ten minutes: gentle; the outside goes first.",
    "Beaten cold in a strong mixer: it warms by the beating, half a degree to one a minute.",
)
KEEP = (
    "Unsalted butter keeps some hours at room temperature, salted a day below 21 °C. Once egg or milk is in, two hours "
    "in all, one above 32 °C. Local food rules go first."
)


@dataclass(frozen=True, slots=True)
class Reading:
    """A temperature that was measured so many minutes after the butter was taken out."""

    minute: float
    temp_c: float


@dataclass(frozen=True, slots=True)
class Clock:
    """Minutes from taking it out until its mean is in the zone (low), leaves it (high), until its core is in it;
    None: not within eight hours. low_early and low_late are the range of the first."""

    form: Form
    to_low: float | None
    to_high: float | None
    core_low: float | None
    low_early: float | None
    low_late: float | None
    never: str
    curve: tuple[tuple[float, float, float], ...]


def clock(
    piece: Form, start_c: float, room_c: float, low_c: float, high_c: float, *, wrapped: bool,
    season: Season = Season.TYPICAL, readings: tuple[Reading, ...] = (), air_factor: float = 1.0,
) -> Clock:  # fmt: skip
    """The times of a piece. A reading starts the reckoning anew from there, even all through."""
    offset, begin = 0.0, start_c
    if readings:
        last = max(readings, key=lambda r: r.minute)
        offset, begin = last.minute, last.temp_c
    w = warm(
        piece, begin, room_c, AHEAD_MIN, wrapped=wrapped, season=season, air_factor=air_factor,
        until_core_c=high_c + PAST_K,
    )  # fmt: skip
    low, high = _shift(w.minutes_to(low_c), offset), _shift(w.minutes_to(high_c), offset)
    if begin >= low_c:
        low = offset
    core = _shift(w.minutes_to(low_c, "core"), offset) if begin < low_c else offset
    wait = None if low is None else low - offset
    return Clock(
        piece, low, high, core,
        None if wait is None else offset + wait * (1 - SPREAD), None if wait is None else offset + wait * (1 + SPREAD),
        _never(w, low, room_c, low_c),
        tuple((m + offset, a, b) for m, a, b in _thin(w)),
    )  # fmt: skip


def every_form(
    start_c: float, room_c: float, low_c: float, *, season: Season = Season.TYPICAL
) -> tuple[tuple[Form, float | None], ...]:
    """Minutes for each form to reach the zone: blocks and sticks wrapped, what is cut bare."""
    found = []
    for piece in forms().values():
        wrapped = piece.key in ("stick", "block", "big_block")
        w = warm(piece, start_c, room_c, AHEAD_MIN, wrapped=wrapped, season=season, until_core_c=low_c)
        found.append((piece, w.minutes_to(low_c)))
    return tuple(found)


def firm_up(piece: Form, now_c: float, cold_c: float, to_c: float, *, wrapped: bool, season: Season) -> float | None:
    """Minutes in the cold until the mean is down to a temperature; None when the cold is not cold enough."""
    if now_c <= to_c:
        return 0.0
    w = warm(piece, now_c, cold_c, 240.0, wrapped=wrapped, season=season, until_core_c=to_c)
    return w.minutes_to(to_c)


def _shift(minutes: float | None, by: float) -> float | None:
    return None if minutes is None else minutes + by


def _never(w: Warming, low: float | None, room_c: float, low_c: float) -> str:
    if low is not None:
        return ""
    if room_c <= low_c:
        return f"A room at {room_c:g} °C never gives butter of {low_c:g} °C. Warm the bowl, or put it somewhere warmer."
    return f"Not within {AHEAD_MIN / 60:.0f} hours: by then it is at {w.mean_c[-1]:.1f} °C. Cut it smaller."


def _thin(w: Warming) -> list[tuple[float, float, float]]:
    every = max(len(w.minutes) // 120, 1)
    return [
        (m, a, b)
        for i, (m, a, b) in enumerate(zip(w.minutes, w.mean_c, w.core_c, strict=True))
        if i % every == 0 or i == len(w.minutes) - 1
    ]
