"""Pieces, portion, dough and what stays on the bowl: any one from the others, and several sizes from one batch.

Mass is kept: dough = pieces + what is left + what the bowl keeps. Usual losses by way of dividing are in
data/divisions.csv (practice, M); what was weighed afterwards teaches the kitchen's own.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache
from typing import Literal

from dough.facts.errors import EntryError
from dough.facts.tables import rows

Unknown = Literal["pieces", "portion", "dough", "loss"]
MOST_PIECES = 10_000
MOST_SIZES = 6
#: sd of one weighing's loss in percentage points around the kitchen's own, and of a kitchen's own around the usual.
ONE_SD, KITCHEN_SD = 0.8, 0.7
#: A rest at least this share of a portion can be baked as a taster.
TASTER = 0.4


@dataclass(frozen=True, slots=True)
class Division:
    """A way of dividing: its names, the shape it gives, usual and range of its loss in %, how pieces scatter (sd as a
    share of their mass), and how sure that is."""

    id: str
    name: str
    shape: str
    loss_pct: float
    loss_low_pct: float
    loss_high_pct: float
    scatter: float
    confidence: str
    words: str


@cache
def divisions() -> dict[str, Division]:
    """All ways by id, in table order (data/divisions.csv)."""
    return {
        r["id"]: Division(
            r["id"], r["name"], r["shape"], float(r["loss_pct"]), float(r["loss_low_pct"]), float(r["loss_high_pct"]),
            float(r["scatter_pct"]) / 100.0, r["confidence"], r["words"],
        )
        for r in rows("divisions")
    }  # fmt: skip


def division(ident: str) -> Division:
    """The way of this id. Raises EntryError for one that is not known."""
    found = divisions().get(ident)
    if found is None:
        raise EntryError("division", f"“{ident[:30]}” is no way of dividing dough known here. Pick one from the list.")
    return found


@dataclass(frozen=True, slots=True)
class BowlLoss:
    """What stays on bowl and tools, %: value, one sd, how many batches it was learned from, and in words."""

    pct: float
    sd: float
    batches: int
    words: str


def learned_loss(way: Division, weighed_pct: tuple[float, ...] = ()) -> BowlLoss:
    """The kitchen's own loss for a way of dividing, from what earlier batches lost; the usual where none was weighed.

    A normal prior around the usual, joined with the batches (conjugate, known scatter).
    """
    n = len(weighed_pct)
    if n == 0:
        return BowlLoss(way.loss_pct, KITCHEN_SD, 0, f"usual for {way.words}: {_span(way)}")
    precision = 1.0 / KITCHEN_SD**2 + n / ONE_SD**2
    mean = (way.loss_pct / KITCHEN_SD**2 + sum(weighed_pct) / ONE_SD**2) / precision
    return BowlLoss(max(mean, 0.0), precision**-0.5, n, f"learned from {n} weighed batch{'es' if n > 1 else ''} here")


def _span(way: Division) -> str:
    return f"{way.loss_low_pct:g} to {way.loss_high_pct:g} %"


@dataclass(frozen=True, slots=True)
class Size:
    """One size of piece: its name (empty where there is one only), how many, grams each."""

    name: str
    pieces: int
    portion_g: float

    @property
    def mass_g(self) -> float:
        return self.pieces * self.portion_g


@dataclass(frozen=True, slots=True)
class Divided:
    """A batch divided: grams of dough, its sizes, what the bowl keeps and what is left over, g; loss in %; and what to
    do with the rest, in words (empty: nothing is left)."""

    dough_g: float
    sizes: tuple[Size, ...]
    lost_g: float
    left_g: float
    loss_pct: float
    rest_words: str

    @property
    def pieces(self) -> int:
        return sum(s.pieces for s in self.sizes)


def divide(dough_g: float, sizes: tuple[Size, ...], loss_pct: float) -> Divided:
    """Lay a known dough out in sizes. Raises EntryError where it is not enough for them."""
    _check(loss_pct, sizes)
    lost = dough_g * loss_pct / 100.0
    left = dough_g - lost - sum(s.mass_g for s in sizes)
    if left < -0.05:
        raise EntryError("pieces", f"{-left:.0f} g short: {dough_g - lost:.0f} g can be divided, the pieces take "
                         f"{dough_g - lost - left:.0f} g. Make fewer, smaller, or more dough.")  # fmt: skip
    left = max(left, 0.0)
    return Divided(dough_g, sizes, lost, left, loss_pct, _rest(left, min(s.portion_g for s in sizes)))


def solve(
    unknown: Unknown, *, pieces: float | None, portion_g: float | None, dough_g: float | None, loss_pct: float | None
) -> Divided:
    """One size: work the unknown one out from the three others. Pieces come whole and what is over is left.

    Raises EntryError naming what is missing or can't be.
    """
    have = {"pieces": pieces, "portion": portion_g, "dough": dough_g, "loss": loss_pct}
    words = {
        "pieces": "how many pieces",
        "portion": "grams a piece",
        "dough": "grams of dough",
        "loss": "the loss in %",
    }
    for name, value in have.items():
        if name != unknown and (value is None or value < 0 or (value == 0 and name != "loss")):
            raise EntryError(name, f"Say {words[name]} to work out {words[unknown]}.")
    if unknown == "dough":
        _check(loss_pct or 0.0, ())
        count = _count(pieces or 0.0)
        return divide(count * (portion_g or 0.0) / (1.0 - (loss_pct or 0.0) / 100.0),
                      (Size("", count, portion_g or 0.0),), loss_pct or 0.0)  # fmt: skip
    if unknown == "portion":
        _check(loss_pct or 0.0, ())
        count = _count(pieces or 0.0)
        each = (dough_g or 0.0) * (1.0 - (loss_pct or 0.0) / 100.0) / count
        return divide(dough_g or 0.0, (Size("", count, each),), loss_pct or 0.0)
    if unknown == "loss":
        count = _count(pieces or 0.0)
        used = count * (portion_g or 0.0)
        if used > (dough_g or 0.0) + 0.05:
            raise EntryError("loss", f"{count} pieces of {portion_g:g} g weigh {used:.0f} g, more than the "
                             f"{dough_g:.0f} g of dough. Check the three figures.")  # fmt: skip
        pct = 100.0 * (1.0 - used / (dough_g or 1.0))
        whole = dough_g or 0.0
        return Divided(whole, (Size("", count, portion_g or 0.0),), whole - used, 0.0, max(pct, 0.0), "")
    usable = (dough_g or 0.0) * (1.0 - (loss_pct or 0.0) / 100.0)
    count = int(usable / (portion_g or 1.0) + 1e-9)
    if count < 1:
        raise EntryError(
            "portion", f"{usable:.0f} g make no piece of {portion_g:g} g. Make more dough or smaller ones."
        )
    return divide(dough_g or 0.0, (Size("", min(count, MOST_PIECES), portion_g or 0.0),), loss_pct or 0.0)


def dough_for(sizes: tuple[Size, ...], loss_pct: float) -> float:
    """Grams of dough that several sizes take, the loss allowed for."""
    _check(loss_pct, sizes)
    return sum(s.mass_g for s in sizes) / (1.0 - loss_pct / 100.0)


def shared(dough_g: float, parts: tuple[tuple[str, float], ...], loss_pct: float) -> tuple[tuple[str, float], ...]:
    """One dough divided by weight in proportion, so that both halves make the same number of pieces: name, grams."""
    total = sum(share for _, share in parts)
    if total <= 0 or any(share <= 0 for _, share in parts):
        raise EntryError("parts", "Each part needs a share above 0. Leave it out instead.")
    usable = dough_g * (1.0 - loss_pct / 100.0)
    return tuple((name, usable * share / total) for name, share in parts)


def _count(pieces: float) -> int:
    if not 1 <= pieces <= MOST_PIECES:
        raise EntryError("pieces", f"A batch makes 1 to {MOST_PIECES:,} pieces.")
    if pieces != int(pieces):
        raise EntryError("pieces", "Pieces come whole.")
    return int(pieces)


def _check(loss_pct: float, sizes: tuple[Size, ...]) -> None:
    if not 0.0 <= loss_pct <= 20.0 or not math.isfinite(loss_pct):
        raise EntryError("loss", "The bowl keeps 0 to 20 % of the dough; usual are 1 to 3.")
    if len(sizes) > MOST_SIZES:
        raise EntryError("sizes", f"Up to {MOST_SIZES} sizes from one batch.")
    for s in sizes:
        _count(s.pieces)
        if s.portion_g <= 0:
            raise EntryError("portion", "A piece has to weigh something.")


def _rest(left: float, portion: float) -> str:
    if left < 1.0:
        return ""
    if left >= TASTER * portion:
        return f"last piece {left:.0f} g: make it a taster"
    return f"{left:.0f} g left over: press it into the others or bake it as a crumb"
