"""Single pieces within the runs of a series: how they differ, and of how many each run's mean is."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import fmean

from dough.facts.quantities import quantity
from dough.facts.scatter import AS_USUAL, Scatter

#: Degrees of freedom that the kitchen's pooled scatter counts for in one series: as sure as it is of a dough whose own
#: scatter may well be half or twice of it (docs/decisions/0037).
KITCHEN_COUNTS = 5.0
#: From this share of what runs scatter on, more pieces measured would narrow a range; up to that, only rounds would.
MOSTLY, HARDLY = 0.6, 0.3


@dataclass(frozen=True, slots=True)
class Pieces:
    """counts: how many pieces the mean of a run is of, by run order; sd: one sd between two pieces of one tray, in the
    measure's unit; freedom: degrees of freedom of the series' own behind it."""

    counts: Mapping[int, float]
    sd: float
    freedom: int

    def of_run(self, order: int) -> float:
        """The variance of a run's mean that its pieces bring."""
        return self.sd**2 / self.counts[order]

    def usual(self, orders: Sequence[int]) -> float:
        """One sd of a run's mean that pieces bring, over these runs."""
        return math.sqrt(fmean(self.of_run(o) for o in orders))


def pieces_of(
    key: str, figures: Mapping[int, Sequence[float]], planned: int, scatter: Scatter = AS_USUAL
) -> Pieces | None:
    """From the figures of each run by its order. A single figure is taken for the mean of all pieces planned, as a row
    or a stack measured whole is. None where nothing was measured, or what is measured is not of single pieces."""
    each = {o: list(f) for o, f in figures.items() if f}
    if not each or not quantity(key).several:
        return None
    usual = scatter.piece(key, fmean(v for f in each.values() for v in f))
    squares = sum(math.fsum((v - fmean(f)) ** 2 for v in f) for f in each.values())
    freedom = sum(len(f) - 1 for f in each.values())
    sd = math.sqrt((KITCHEN_COUNTS * usual**2 + squares) / (KITCHEN_COUNTS + freedom))
    counts = {o: float(len(f) if len(f) > 1 else planned) for o, f in each.items()}
    return Pieces(counts, sd, freedom)


@dataclass(frozen=True, slots=True)
class PieceShare:
    """How pieces of one tray differ (one sd), by how many degrees of freedom of the series' own, and how much of what
    runs scatter that is (0 to 1), in words too."""

    sd: float
    freedom: int
    share: float
    words: str


def share_of(pieces: Pieces | None, orders: Sequence[int], runs_sd: float) -> PieceShare | None:
    """What part of the scatter between runs is their pieces'; None where no two pieces of one run were measured."""
    if pieces is None or not pieces.freedom or not runs_sd > 0.0:
        return None
    share = min((pieces.usual(orders) / runs_sd) ** 2, 1.0)
    if share >= MOSTLY:
        words = "More pieces measured would narrow the ranges."
    elif share <= HARDLY:
        words = "More rounds narrow the ranges, more pieces hardly."
    else:
        words = "More pieces measured and more rounds would both narrow the ranges."
    return PieceShare(pieces.sd, pieces.freedom, share, words)
