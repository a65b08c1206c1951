"""Shadow told from cookie: where a lamp is low, what lies in a cookie's own shadow is as dark as a cookie.

Between its channels a crust's light stands in the same ratios in the sun and in the shade; so does paper's, in other
ones. Those of the shadow are seen paler a little further out. A cookie whose ratios are its shadow's is left as it is.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from dough.photo.light import light_of
from dough.photo.marks import PER_MM
from dough.photo.outline import is_whole

Array = np.ndarray[Any, np.dtype[np.float64]]
Mask = np.ndarray[Any, np.dtype[np.bool_]]
#: How far around a piece its shadow is looked at, mm; where that is darker than paper, L*.
AROUND_MM, PALE_L = 5.0, 88.0
#: Fewest cells of shadow around to know its ratios; without them they are taken to be paper's.
FEWEST = 60
#: How unlike a cookie's ratios and its shadow's must be, natural logarithms, and the darkest light that has any.
APART, LEAST_LIGHT = 0.18, 0.004
#: A cookie's own colour is read inside this share of its radius; shadow is no more of a piece than this.
INNER, MOST = 0.6, 0.3
#: Thinner than this is no shadow but a blurred rim, mm.
THICK_MM = 1.5


def without_shadow(part: Mask, lab: Array) -> Mask:
    """A piece without the shadow that was taken for it. lab is the sheet in L*a*b*, smoothed."""
    from scipy.ndimage import binary_fill_holes, distance_transform_edt
    from skimage.measure import label
    from skimage.morphology import dilation, disk, opening

    rows, columns = np.nonzero(part)
    reach = round(AROUND_MM * PER_MM)
    box = np.s_[
        max(rows.min() - reach, 0) : rows.max() + reach + 1, max(columns.min() - reach, 0) : columns.max() + reach + 1
    ]
    mask, seen = part[box], lab[box]
    depth = distance_transform_edt(mask)
    ratios = _ratios(seen)
    own = np.median(ratios[depth > (1.0 - INNER) * depth.max()], axis=0)
    shade = _shadow(mask, seen, ratios)
    along = own - shade
    if np.hypot(*along) < APART:
        return part
    # Along the line from the shadow's ratios to the cookie's: before the middle is shadow.
    place = (ratios - shade) @ along / (along @ along)
    off = mask & (place < 0.5) & (depth < 0.5 * depth.max())
    # A rim that is only blurred into the paper is thin, a shadow is not.
    thick = opening(off, disk(round(THICK_MM * PER_MM / 2)))
    if not thick.any():
        return part
    kept = opening(mask & ~(dilation(thick, disk(2)) & off), disk(round(PER_MM)))
    pieces = label(kept)
    if pieces.max() == 0:
        return part
    largest = binary_fill_holes(pieces == 1 + int(np.bincount(pieces[pieces > 0] - 1).argmax()))
    if largest.sum() < (1.0 - MOST) * mask.sum() or (not is_whole(largest) and is_whole(mask)):
        return part
    found = np.zeros_like(part)
    found[box] = largest
    return found


def _ratios(lab: Array) -> Array:
    """ln of red over green and of blue over green, last axis of two."""
    light = np.maximum(light_of(lab), LEAST_LIGHT)
    return np.log(light[..., (0, 2)] / light[..., 1:2])


def _shadow(mask: Mask, seen: Array, ratios: Array) -> Array:
    """The ratios of the piece's deep shadow, from the paler shadow around it."""
    from scipy.ndimage import distance_transform_edt

    outside = distance_transform_edt(~mask)
    ring = (outside > 1.5) & (outside < AROUND_MM * PER_MM) & (seen[..., 0] < PALE_L)
    if ring.sum() < FEWEST:
        return np.zeros(2)
    return np.asarray(np.median(ratios[ring], axis=0))
