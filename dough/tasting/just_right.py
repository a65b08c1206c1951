"""Just about right: how many found too little or too much of something, and what it cost in liking.

Source: penalty analysis as textbooks have it (H); that a fifth of tasters and half a point are worth acting on is a
rule of thumb (M).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import fmean

ENOUGH_SHARE, ENOUGH_DROP = 0.20, 0.5


@dataclass(frozen=True, slots=True)
class Penalty:
    """One side of a just-right scale of a sample: side is −1 (too little) or 1 (too much), the share of tasters who
    said so, and how much less they liked it than those who found it just right; None where one side is empty."""

    sample: int
    scale: str
    side: int
    share: float
    drop: float | None

    @property
    def matters(self) -> bool:
        """Enough tasters, and enough of a drop."""
        return self.share >= ENOUGH_SHARE and self.drop is not None and self.drop > ENOUGH_DROP


def penalties(sample: int, scale: str, points: Sequence[float], liking: Sequence[float]) -> tuple[Penalty, Penalty]:
    """Too little and too much, by points from −2 to 2 and likings from 1 to 9 of the same tasters."""
    right = [like for p, like in zip(points, liking, strict=True) if p == 0]
    found = []
    for side in (-1, 1):
        off = [like for p, like in zip(points, liking, strict=True) if p * side > 0]
        drop = fmean(right) - fmean(off) if right and off else None
        found.append(Penalty(sample, scale, side, len(off) / len(points) if points else 0.0, drop))
    return found[0], found[1]
