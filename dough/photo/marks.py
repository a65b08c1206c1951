"""Finding the card: its four marks, and the sheet seen straight from above."""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.facts.errors import EntryError
from dough.photo import card
from dough.photo.lens import Lens, lens_of, patches_seen, projection

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Pixels a millimetre has in the straightened picture.
PER_MM = 4.0
#: Share of a mark's filled outline that its ring covers, with what perspective and blur may do to it.
COVER = 1.0 - (card.RING_IN / card.RING_OUT) ** 2
#: Fewer pixels than this a millimetre and a cookie's edge is a guess.
LEAST_PER_MM = 1.6
#: So much of a dot's place must be dark.
DOT_DARK = 0.8
#: Opposite sides may differ by this much: about 25 degrees from straight above at arm's length.
ASKEW = 1.17


@dataclass(frozen=True, slots=True)
class Mark:
    """A ring seen: centre in pixels, outer radius in pixels, and whether it has a dot."""

    x: float
    y: float
    radius: float
    dotted: bool


def find_marks(grey: Array) -> tuple[Mark, ...]:
    """Rings in a grey picture 0 to 1, likely marks only."""
    from skimage.filters import threshold_local
    from skimage.measure import label, regionprops

    block = 2 * (min(grey.shape) // 12) + 1
    dark = grey < threshold_local(grey, block, method="mean", offset=0.06)
    found = []
    for p in regionprops(label(dark, connectivity=1)):
        high, wide = p.bbox[2] - p.bbox[0], p.bbox[3] - p.bbox[1]
        if (
            not min(high, wide) >= 9
            or max(high, wide) > min(grey.shape) / 6
            or min(high, wide) < 0.55 * max(high, wide)
        ):
            continue
        filled = p.area_filled
        if p.euler_number > 0 or not 0.55 * COVER < p.area / filled < 1.5 * COVER:
            continue
        if abs(filled / (np.pi / 4 * high * wide) - 1.0) > 0.15:
            continue
        # The filled outline's own centre: the ring alone would be pulled to its thicker side.
        rows, columns = np.nonzero(p.image_filled)
        y, x = rows.mean() + p.bbox[0], columns.mean() + p.bbox[1]
        radius = float(np.sqrt(filled / np.pi))
        found.append(Mark(float(x) + 0.5, float(y) + 0.5, radius, _has_dot(grey, x, y, radius)))
    return tuple(found)


def _has_dot(grey: Array, x: float, y: float, radius: float) -> bool:
    """Dark all round where the dot is: a crumb that fell into the ring lies to one side, or is smaller."""
    between = float(np.median(_ring(grey, x, y, 0.56 * radius)))
    inner = np.concatenate([_ring(grey, x, y, share * radius) for share in (0.08, 0.2, 0.26)])
    return bool(np.mean(inner < 0.7 * between) > DOT_DARK)


def _ring(grey: Array, x: float, y: float, radius: float) -> Array:
    t = np.linspace(0.0, 2 * np.pi, 16, endpoint=False)
    rows = np.clip(np.round(y + radius * np.sin(t)).astype(int), 0, grey.shape[0] - 1)
    columns = np.clip(np.round(x + radius * np.cos(t)).astype(int), 0, grey.shape[1] - 1)
    return np.asarray(grey[rows, columns])


def place_marks(marks: tuple[Mark, ...]) -> Array:
    """Pixels of the four marks in the order of ``card.MARKS``, shape (4, 2).

    Raises EntryError saying what is missing. Of too many rings, the four that lie as the card's do are taken.
    """
    odd = [m for m in marks if not m.dotted]
    dotted = [m for m in marks if m.dotted]
    best: tuple[float, Array] | None = None
    for first in odd[:6]:
        for three in itertools.permutations(dotted[:9], 3):
            points = np.array([(m.x, m.y) for m in (first, *three)])
            fit = _fit(points, [first.radius, *(m.radius for m in three)])
            if fit is not None and (best is None or fit < best[0]):
                best = (fit, points)
    if best is None:
        raise EntryError(
            "photo",
            f"The card's four corner marks were not found ({min(len(marks), 4)} of 4 seen). Take the picture from "
            "above with the whole sheet in it, flat, no mark covered, in even light.",
        )
    return best[1]


def _fit(points: Array, radii: list[float]) -> float | None:
    """How well four points lie as the card's marks, smaller is better; None when they do not."""
    sides = np.roll(points, -1, axis=0) - points
    after = np.roll(sides, -1, axis=0)
    turn = sides[:, 0] * after[:, 1] - sides[:, 1] * after[:, 0]
    if not (turn > 0).all():
        return None
    lengths = np.hypot(sides[:, 0], sides[:, 1])
    ratio = (lengths[0] + lengths[2]) / (lengths[1] + lengths[3])
    true = card.ACROSS / card.DOWN
    size = np.mean(radii) / lengths.mean()
    expected = card.RING_OUT / (0.5 * (card.ACROSS + card.DOWN))
    off = abs(np.log(ratio / true)) + abs(np.log(size / expected)) + float(np.std(np.log(radii)))
    return float(off) if off < 0.8 else None


@dataclass(frozen=True, slots=True)
class Straight:
    """The sheet seen from above, ``PER_MM`` pixels a mm, coded 0 to 1; the pixels a mm had in the picture; the lens,
    and how far the card's patches are left off their places with it, mm."""

    sheet: Array
    per_mm: float
    lens: Lens
    off_mm: float


def straighten(picture: Array) -> Straight:
    """The sheet in a picture.

    Raises EntryError when the card is not found, stands askew too far, or is too small in the picture.
    """
    grey = picture @ np.array([0.2126, 0.7152, 0.0722])
    points = place_marks(find_marks(grey))
    sides = np.hypot(*(np.roll(points, -1, axis=0) - points).T)
    if max(sides[0], sides[2]) > ASKEW * min(sides[0], sides[2]) or max(sides[1], sides[3]) > ASKEW * min(
        sides[1], sides[3]
    ):
        raise EntryError(
            "photo", "The picture is taken too much from the side. Hold the camera straight above the sheet."
        )
    per_mm = float(sides[0] + sides[2]) / (2 * card.ACROSS)
    if per_mm < LEAST_PER_MM:
        raise EntryError(
            "photo", f"The sheet is too small in the picture ({per_mm:.1f} pixels a mm). Go nearer, or send it larger."
        )
    straight = Lens.of(picture.shape)
    first = _from_above(picture, points, straight)
    printed, seen = patches_seen(first, PER_MM)
    to_picture = projection(np.array(card.MARKS), points)
    lens, off = lens_of(picture.shape, points, printed, to_picture(seen) if len(seen) else seen)
    sheet = first if lens.bend == 0.0 else _from_above(picture, points, lens)
    return Straight(sheet, per_mm, lens, off)


def _from_above(picture: Array, points: Array, lens: Lens) -> Array:
    from skimage.transform import warp

    to = projection(PER_MM * np.array(card.MARKS), lens.straight(points))
    shape = (round(PER_MM * card.HEIGHT), round(PER_MM * card.WIDTH))

    def where(cells: Array) -> Array:
        return lens.bent(to(cells + 0.5)) - 0.5

    return np.asarray(warp(picture, where, output_shape=shape, order=1, mode="edge"))
