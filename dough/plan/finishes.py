"""Finishes: grams taken up, the temperature at which each sticks or sets, the least one can work with, and keeping.

Source: data/finishes.csv (practice, M to L), with the cooling of the piece (``dough.plan.cooling``). One bake can be
split into several finishes; each part has its own minutes, its own allergens and its own keeping.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache

from dough.facts.errors import EntryError
from dough.facts.tables import number, rows
from dough.plan.cooling import Cooling

MOST_PARTS = 6


@dataclass(frozen=True, slots=True)
class Finish:
    """One way of finishing. when: before the oven, hot, or cold; the cookie's °C between which it holds; grams for each
    cm² of top; least grams one can work with; minutes of hands a piece; minutes to set; days it then keeps at most."""

    id: str
    name: str
    when: str
    low_c: float | None
    high_c: float | None
    g_per_cm2: float
    least_g: float
    minutes_a_piece: float
    set_min: float
    keeping_d: float | None
    aw_note: str
    words: str
    confidence: str


@cache
def finishes() -> dict[str, Finish]:
    """All finishes by id."""
    return {
        r["id"]: Finish(
            r["id"], r["name"], r["when"], number(r["stick_low_c"]), number(r["stick_high_c"]),
            float(r["grams_per_cm2"]), float(r["least_g"]), float(r["minutes_a_piece"]), float(r["set_min"]),
            number(r["keeping_d"]), r["aw_note"], r["words"], r["confidence"],
        )
        for r in rows("finishes")
    }  # fmt: skip


def finish(ident: str) -> Finish:
    """The finish of this id. Raises EntryError for one that is not known."""
    found = finishes().get(ident)
    if found is None:
        raise EntryError("finish", f"“{ident[:30]}” is no finish known here. Pick one from the list.")
    return found


@dataclass(frozen=True, slots=True)
class Finished:
    """A part of a bake with its finish: pieces, grams a piece and in all, the least to melt or mix, minutes of hands,
    minutes after the pull between which the cookie is right for it (None: not by then), minutes to set, in words."""

    finish: Finish
    pieces: int
    each_g: float
    all_g: float
    work_with_g: float
    hands_min: float
    from_min: float | None
    until_min: float | None
    words: tuple[str, ...]


def finished(of: Finish, pieces: int, diameter_mm: float, cool: Cooling, each_g: float | None = None) -> Finished:
    """What a finish takes for so many pieces. each_g overrides what is usual for the top's area."""
    if pieces < 1:
        raise EntryError("finish", "A finish wants at least one piece.")
    each = of.g_per_cm2 * math.pi / 4.0 * (diameter_mm / 10.0) ** 2 if each_g is None else each_g
    all_g = each * pieces
    begin = until = None
    words = [of.words]
    if of.when != "before":
        begin = 0.0 if of.high_c is None else cool.minutes_to(of.high_c)
        until = None if of.low_c is None or of.low_c <= cool.room_c + 0.3 else cool.minutes_to(of.low_c)
        if begin is None:
            words.append(
                f"The room at {cool.room_c:g} °C never lets it come down to {of.high_c:g} °C: use a cooler place."
            )
    if of.least_g > all_g:
        words.append(f"{all_g:.0f} g are used, but less than {of.least_g:g} g can't be worked with.")
    if of.aw_note:
        words.append(of.aw_note)
    return Finished(of, pieces, each, all_g, max(all_g, of.least_g), pieces * of.minutes_a_piece, begin, until,
                    tuple(words))  # fmt: skip


def split_finishes(pieces: int, parts: tuple[tuple[str, int], ...]) -> tuple[tuple[Finish, int], ...]:
    """Pieces divided over finishes; what is left over stays plain. Raises EntryError where more are finished than
    baked."""
    if len(parts) > MOST_PARTS:
        raise EntryError("finish", f"Up to {MOST_PARTS} finishes of one bake.")
    asked = sum(n for _, n in parts)
    if asked > pieces or any(n < 1 for _, n in parts):
        raise EntryError("finish", f"{asked} pieces are to be finished, {pieces} are baked. Change the counts.")
    return tuple((finish(i), n) for i, n in parts)
