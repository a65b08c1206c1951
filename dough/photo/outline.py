"""A piece's outline against a whole cookie's, which is near to an ellipse."""

from __future__ import annotations

import math
from typing import Any

import numpy as np

Mask = np.ndarray[Any, np.dtype[np.bool_]]
#: Rounds of fitting without what lies far inside, and how far that is, as a share of the radius.
ROUNDS, FAR = 4, 0.03
#: A dent is as wide as this at least: a crumb off the rim is none.
DENT_DEG = 14
#: A rim that fills so little of its hull is notched; its hull is a whole cookie's when it lies so near to an ellipse.
NOTCHED, HULL_DENT = 0.985, 0.05


def dent(part: Mask) -> float:
    """How deep the deepest wide dent of an outline is, as a share of the radius of the ellipse that the rest of it
    lies on; 0 where no ellipse fits."""
    from skimage.measure import EllipseModel, find_contours

    line = max(find_contours(np.pad(part.astype(float), 2), 0.5), key=len)[:, ::-1]
    if len(line) < 24:
        return 0.0
    kept = np.ones(len(line), bool)
    u = v = inside = np.zeros(len(line))
    for _ in range(ROUNDS):
        model = EllipseModel.from_estimate(line[kept])
        if not model:
            return 0.0
        a, b = (float(v) for v in model.axis_lengths)
        turned = float(model.theta)
        dx, dy = (line - np.asarray(model.center)).T
        u = (dx * math.cos(turned) + dy * math.sin(turned)) / a
        v = (-dx * math.sin(turned) + dy * math.cos(turned)) / b
        inside = 1.0 - np.hypot(u, v)
        kept = inside < max(FAR, float(np.quantile(inside, 0.5)))
    angle = np.degrees(np.arctan2(v, u)) % 360.0
    by_degree = np.full(360, -1.0)
    np.maximum.at(by_degree, angle.astype(int), inside)
    near = np.stack([np.roll(by_degree, k) for k in range(-DENT_DEG // 2, DENT_DEG // 2 + 1)])
    # The shallowest within a window, the deepest of all windows; degrees without a point say nothing.
    shallow = np.where(near > -1.0, near, np.inf).min(axis=0)
    return float(np.where(np.isfinite(shallow), shallow, 0.0).max())


def solidity(part: Mask) -> float:
    """Share of its hull that a piece fills."""
    from skimage.measure import regionprops

    return float(regionprops(part.astype(np.uint8))[0].solidity)


def is_whole(part: Mask) -> bool:
    """Whether a piece's hull is a whole cookie's."""
    from skimage.measure import regionprops

    return dent(regionprops(part.astype(np.uint8))[0].image_convex) <= HULL_DENT


def closed(part: Mask) -> Mask:
    """A piece that notches cut into, closed, where its hull is a whole cookie's; otherwise as it is."""
    from skimage.measure import regionprops

    p = regionprops(part.astype(np.uint8))[0]
    if p.solidity >= NOTCHED or dent(p.image_convex) > HULL_DENT:
        return part
    found = part.copy()
    found[p.slice] |= p.image_convex
    return found
