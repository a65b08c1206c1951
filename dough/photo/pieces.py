"""Where cookies lie on the corrected sheet: what is neither paper, print nor shadow, piece by piece."""

from __future__ import annotations

from typing import Any

import numpy as np

from dough.photo import card
from dough.photo.marks import PER_MM
from dough.photo.outline import closed, solidity
from dough.photo.shadow import without_shadow

Array = np.ndarray[Any, np.dtype[np.float64]]
Mask = np.ndarray[Any, np.dtype[np.bool_]]
#: Unlike paper: this much hue, or this dark. A shadow is neither.
HUE, DARK = 11.0, 58.0
#: Smaller is a crumb, mm across.
CRUMB_MM = 14.0
#: The rim of a tray is left out, mm.
RIM_MM = 8.0
#: Round pieces fill their hull; two that touch, or one that is broken, do not.
WHOLE = 0.955
MOST_COOKIES = 60


def pieces(lab: Array, inside: Mask) -> list[tuple[Mask, str]]:
    """A mask for each piece inside a part of a sheet in L*a*b*; whether it is whole or was parted from another."""
    from scipy.ndimage import binary_fill_holes
    from skimage.filters import gaussian
    from skimage.measure import label, regionprops
    from skimage.morphology import disk, opening

    smooth = gaussian(lab, sigma=1.2, channel_axis=-1)
    unlike = (np.hypot(smooth[..., 1], smooth[..., 2] - 1.0) > HUE) | (smooth[..., 0] < DARK)
    mask = opening(binary_fill_holes(unlike & inside), disk(round(1.5 * PER_MM / 2)))
    found: list[tuple[Mask, str]] = []
    regions = [p for p in regionprops(label(mask)) if p.equivalent_diameter_area >= CRUMB_MM * PER_MM]
    for p in regions[:MOST_COOKIES]:
        part = np.zeros_like(mask)
        part[p.slice] = p.image_filled
        part = without_shadow(part, smooth)
        parted = _apart(part) if solidity(part) < WHOLE else [part]
        if len(parted) > 1:
            parted = [without_shadow(one, smooth) for one in parted]
        # A pale cookie that paper looks through at the rim is closed; one that is broken stays so.
        found += [(closed(one), "touching" if len(parted) > 1 else "whole") for one in parted]
    return found


def field(shape: tuple[int, ...]) -> Mask:
    """Where cookies may lie: the plain middle, without the marks."""
    left, top, right, bottom = (round(PER_MM * v) for v in card.FIELD)
    inside = np.zeros(shape, bool)
    inside[top - 24 : bottom + 16, left - 16 : right + 16] = True
    r = round(PER_MM * (card.RING_OUT + 1.5))
    for mx, my in card.MARKS:
        x, y = round(PER_MM * mx), round(PER_MM * my)
        inside[max(y - r, 0) : y + r, max(x - r, 0) : x + r] = False
    return inside


def within_rim(shape: tuple[int, ...]) -> Mask:
    """Where cookies may lie on a tray: all of it but its rim."""
    inside = np.zeros(shape, bool)
    rim = round(RIM_MM * PER_MM)
    inside[rim:-rim, rim:-rim] = True
    return inside


def _apart(part: Mask) -> list[Mask]:
    """Pieces that touch, parted at their waists; one piece when there is no waist."""
    from scipy.ndimage import distance_transform_edt
    from skimage.feature import peak_local_max
    from skimage.filters import gaussian
    from skimage.segmentation import watershed

    depth = gaussian(distance_transform_edt(part), sigma=2.0)
    deepest = float(depth.max())
    peaks = peak_local_max(depth, min_distance=max(round(0.8 * deepest), 3), threshold_abs=0.55 * deepest)
    if len(peaks) < 2:
        return [part]
    seeds = np.zeros(part.shape, int)
    for n, (row, column) in enumerate(peaks, 1):
        seeds[row, column] = n
    parts = watershed(-depth, seeds, mask=part)
    return [parts == n for n in range(1, len(peaks) + 1)]
