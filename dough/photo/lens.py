"""The lens: how far it bends the picture, found by the card's patches, which lie on a line between two marks.

A point seen at p (from the picture's middle, in half diagonals) would have been seen by a straight lens at
p·(1 + bend·|p|²). Four marks alone fit any bend; the patches between them do not.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.photo import card

Array = np.ndarray[Any, np.dtype[np.float64]]
#: The most a lens may bend, in how fine steps it is looked for, and how little of it is none.
MOST_BEND, FINENESS, NONE = 0.2, 0.002, 0.004
#: Patches that must be seen to say anything of the lens.
FEWEST = 4
#: How far a patch may lie from where a straight lens would show it, mm, and how much larger or smaller than printed.
REACH_MM, SIZE_OFF = 9.0, 0.3


@dataclass(frozen=True, slots=True)
class Lens:
    """A picture's middle and half diagonal in pixels, and the bend."""

    x: float
    y: float
    half: float
    bend: float = 0.0

    @classmethod
    def of(cls, shape: tuple[int, ...], bend: float = 0.0) -> Lens:
        rows, columns = shape[:2]
        return cls(columns / 2, rows / 2, float(np.hypot(columns, rows)) / 2, bend)

    def straight(self, points: Array) -> Array:
        """Where a straight lens would show points of the picture; shape (n, 2), pixels."""
        middle = np.array([self.x, self.y])
        p = (points - middle) / self.half
        return np.asarray(middle + self.half * p * (1.0 + self.bend * (p * p).sum(axis=1, keepdims=True)))

    def bent(self, points: Array) -> Array:
        """The other way: where this lens shows what a straight one would."""
        middle = np.array([self.x, self.y])
        q = (points - middle) / self.half
        far = np.sqrt((q * q).sum(axis=1, keepdims=True))
        r = far.copy()
        for _ in range(6):
            r -= (r * (1.0 + self.bend * r * r) - far) / (1.0 + 3.0 * self.bend * r * r)
        return np.asarray(middle + self.half * q * np.where(far > 1e-9, r / np.maximum(far, 1e-9), 1.0))


def patches_seen(sheet: Array, per_mm: float) -> tuple[Array, Array]:
    """Centres of the patches as printed and as they lie on a sheet straightened without regard to the lens, mm, shape
    (n, 2) each; those that are covered or faint are left out. sheet is coded 0 to 1."""
    from skimage.measure import label, regionprops

    top, bottom = (round(per_mm * v) for v in (card.PATCHES_Y - REACH_MM, card.HEIGHT))
    strip = sheet[top:bottom]
    paper = np.median(strip.reshape(-1, 3), axis=0)
    unlike = np.abs(strip / np.maximum(paper, 1e-3) - 1.0).max(axis=-1) > 0.14
    found = []
    for p in regionprops(label(unlike)):
        rows, columns = p.bbox[2] - p.bbox[0], p.bbox[3] - p.bbox[1]
        side = per_mm * card.SIDE
        if all(abs(v / side - 1.0) < SIZE_OFF for v in (rows, columns)) and p.extent > 0.8:
            found.append(((p.centroid[1] + 0.5) / per_mm, (p.centroid[0] + 0.5 + top) / per_mm))
    printed, seen = [], []
    for patch in card.patches():
        at = np.array([patch.x + patch.side / 2, patch.y + patch.side / 2])
        near = [f for f in found if np.hypot(*(np.array(f) - at)) < REACH_MM]
        if len(near) == 1:
            printed.append(at)
            seen.append(near[0])
    return np.array(printed).reshape(-1, 2), np.array(seen).reshape(-1, 2)


def lens_of(shape: tuple[int, ...], marks: Array, printed: Array, seen: Array) -> tuple[Lens, float]:
    """The lens by marks (4, 2) and patches in the picture, pixels, and how far the patches are left off their places,
    mm (root mean square). A lens that bends next to nothing, or of which nothing can be said, is a straight one."""
    if len(printed) < FEWEST:
        return Lens.of(shape), 0.0

    def off(bend: float) -> float:
        lens = Lens.of(shape, bend)
        to_sheet = projection(lens.straight(marks), np.array(card.MARKS))
        return float(np.sqrt(np.mean((to_sheet(lens.straight(seen)) - printed) ** 2)))

    bends = np.arange(-MOST_BEND, MOST_BEND + FINENESS / 2, FINENESS)
    errors = np.array([off(float(b)) for b in bends])
    best = float(bends[errors.argmin()])
    if abs(best) <= NONE:
        best = 0.0
    return Lens.of(shape, best), off(best)


def projection(there: Array, here: Array) -> Callable[[Array], Array]:
    """The projective map that takes four or more points there to those here."""
    from skimage.transform import ProjectiveTransform

    return ProjectiveTransform.from_estimate(there, here)  # type: ignore[no-any-return]
