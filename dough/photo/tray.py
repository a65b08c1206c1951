"""A whole tray without a card: its corners and its known size are the scale, its light liner is the white.

Shades are read beside the liner's, so they compare cookies of one tray with one another, not with other pictures.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.facts.errors import EntryError
from dough.photo.colours import lamp_over
from dough.photo.light import lab_of, light_of, linear
from dough.photo.marks import PER_MM
from dough.photo.measure import NO_COOKIE_ON_TRAY, Found, read_photo
from dough.photo.sheet import NOTHING, Beside, Sheet

Array = np.ndarray[Any, np.dtype[np.float64]]
#: L*a*b* of a light liner (baking paper, a white mat; practice, M), and how light it must be beside what lies on it.
LINER, LEAST_LIGHT = (90.0, 0.0, 3.0), 0.35
#: A tray is so large, mm, and no more than so much longer than it is wide.
LEAST_MM, MOST_MM, LONGEST = 120.0, 900.0, 3.0
#: Fewest pixels a mm.
LEAST_PER_MM = 1.0


@dataclass(frozen=True, slots=True)
class OnTray:
    """A cookie on a tray: its place in mm from the left and from the back, its width in mm and its whole top's L*
    beside a liner of 90."""

    across_mm: float
    deep_mm: float
    width_mm: float
    shade_l: float


@dataclass(frozen=True, slots=True)
class TrayFrame:
    """A tray in a picture: its corners, as shares of the picture's width and height (back left, back right, front
    right, front left), and how wide and deep it is between them, mm."""

    corners: tuple[tuple[float, float], ...]
    wide_mm: float
    deep_mm: float


def look_at_tray(picture: Array, frame: TrayFrame) -> Sheet:
    """A tray from above, its liner's light taken out of a coded picture 0 to 1, shape (rows, columns, 3).

    Raises EntryError where corners or tray can't be, or the liner is dark.
    """
    wide, deep = size_mm = frame.wide_mm, frame.deep_mm
    if not all(LEAST_MM <= v <= MOST_MM for v in size_mm) or max(size_mm) > LONGEST * min(size_mm):
        raise EntryError(
            "tray",
            f"A tray is {LEAST_MM:.0f} to {MOST_MM:.0f} mm wide and deep, one at most {LONGEST:.0f} times the other.",
        )
    at = np.array(frame.corners, dtype=float).reshape(-1, 2) * np.array([picture.shape[1], picture.shape[0]])
    per_mm = _per_mm(at, wide)
    lab, even = _beside_liner(_from_above(picture, at, wide, deep))
    diagonal = float(np.hypot(*picture.shape[:2]))
    return Sheet(lab, per_mm, 0.0, even, diagonal, width_mm=wide, depth_mm=deep, is_tray=True)


def read_tray(picture: Array, frame: TrayFrame, beside: Beside = NOTHING) -> tuple[OnTray, ...]:
    """The cookies on a tray that count. Raises EntryError as ``look_at_tray``, or where there is none."""
    kept = [f for f in read_photo(look_at_tray(picture, frame), beside).cookies if f.counts]
    if not kept:
        raise EntryError("photo", NO_COOKIE_ON_TRAY)
    return tuple(OnTray(f.outline.x, f.outline.y, f.diameter_mm, _whole_top(f)) for f in kept)


def _whole_top(f: Found) -> float:
    """Rim and middle by area (the inner half is a quarter of it)."""
    return 0.75 * f.rim[0] + 0.25 * f.middle[0]


def _per_mm(at: Array, wide: float) -> float:
    """Pixels a mm. Raises EntryError for corners that are none."""
    if at.shape != (4, 2) or not np.isfinite(at).all():
        raise EntryError("corners", "Set all four corners of the tray.")
    sides = np.roll(at, -1, axis=0) - at
    after = np.roll(sides, -1, axis=0)
    turn = sides[:, 0] * after[:, 1] - sides[:, 1] * after[:, 0]
    if not (turn > 0).all():
        raise EntryError("corners", "Those corners cross. Go round: back left, back right, front right, front left.")
    per_mm = float(np.hypot(*sides[0]) + np.hypot(*sides[2])) / (2.0 * wide)
    if per_mm < LEAST_PER_MM:
        raise EntryError("photo", f"The tray is too small in the picture ({per_mm:.1f} pixels a mm). Go nearer.")
    return per_mm


def _from_above(picture: Array, at: Array, wide: float, deep: float) -> Array:
    from skimage.transform import ProjectiveTransform, warp

    corners = PER_MM * np.array([(0.0, 0.0), (wide, 0.0), (wide, deep), (0.0, deep)])
    to = ProjectiveTransform.from_estimate(corners, at)
    shape = (round(PER_MM * deep), round(PER_MM * wide))
    return np.asarray(warp(picture, lambda cells: to(cells + 0.5) - 0.5, output_shape=shape, order=1, mode="edge"))


def _beside_liner(flat: Array) -> tuple[Array, float]:
    """L*a*b* where the liner is white, and how even the light is (least over greatest). Raises EntryError for a dark
    one, on which shades can't be read."""
    light = linear(flat)
    lamp = lamp_over(light)
    if float(np.median(lamp.mean(axis=-1))) < LEAST_LIGHT * float(np.quantile(light.mean(axis=-1), 0.98)):
        raise EntryError("photo", "That tray has no light liner to read shades by. Bake on white paper and try again.")
    strong = lamp.mean(axis=-1)
    return lab_of(light / lamp * light_of(np.array(LINER))), float(strong.min() / strong.max())
