"""The measuring as the photo evidence asks it: a picture and what a cook would have said beside it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.photo.measure import read_photo
from dough.photo.sheet import Beside, look
from evidence.studio import Shot, focal_35


@dataclass(frozen=True)
class Read:
    """One cookie as it was read; told: the picture carries a word of doubt."""

    x: float
    y: float
    width_mm: float
    l_rim: float
    l_middle: float
    counts: bool
    told: bool


def read(picture: np.ndarray[Any, np.dtype[np.float64]], shot: Shot, height_mm: float) -> list[Read]:
    """Raises EntryError where the picture is refused."""
    beside = Beside(100.0 * shot.scale, focal_35(shot) if shot.says_focal else None, height_mm)
    got = read_photo(look(picture), beside)
    told = bool(got.notes)
    return [Read(f.outline.x, f.outline.y, f.diameter_mm, f.rim[0], f.middle[0], f.counts, told) for f in got.cookies]
