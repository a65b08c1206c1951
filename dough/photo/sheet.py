"""The sheet in a picture: put straight, light and camera taken out; and what is known beside the picture."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.photo import card
from dough.photo.colours import correct
from dough.photo.light import coded, light_of
from dough.photo.marks import straighten

Array = np.ndarray[Any, np.dtype[np.float64]]
BAR_MM = 100.0
#: What is taken where nobody says it: a cookie's height, mm; how far a camera is above the sheet, mm, and by how much
#: that may be off (one sd of the logarithm). Share of its height at which a cookie's outline is widest, with one sd.
#: Practice and judgement, L.
HEIGHT_MM, ABOVE_MM, ABOVE_SD, KNOWN_SD = 11.0, 400.0, 0.35, 0.08
OUTLINE_AT, OUTLINE_SD = 0.35, 0.17
#: Diagonal of the frame that "35 mm" focal lengths are told for, mm.
FRAME_MM = 43.27


@dataclass(frozen=True, slots=True)
class Beside:
    """What is known beside a picture; None where it is not: how long the card's bar of 100 mm is on this printer's
    paper, mm; the lens' focal length as for a 35 mm frame, mm; the cookies' height, mm."""

    bar_mm: float | None = None
    focal_35_mm: float | None = None
    height_mm: float | None = None


NOTHING = Beside()


@dataclass(frozen=True, slots=True)
class Sheet:
    """The card found in a picture and put right: L*a*b* from above, and how good the picture was (``marks.Straight``,
    ``colours.Corrected``); diagonal_px is the picture's own. A tray without a card has a size of its own, mm, and
    shades that only compare its cookies with one another."""

    lab: Array
    per_mm: float
    patch_error: float
    light: float
    diagonal_px: float
    bend: float = 0.0
    off_mm: float = 0.0
    covered: int = 0
    grey_only: bool = False
    width_mm: float = card.WIDTH
    depth_mm: float = card.HEIGHT
    is_tray: bool = False

    @property
    def coded(self) -> Array:
        """In its own colours, 0 to 1, ``PER_MM`` pixels a mm: what outlines are drawn on."""
        return coded(light_of(self.lab))


def look(picture: Array) -> Sheet:
    """Find the card in a coded picture 0 to 1, shape (rows, columns, 3), and take camera and light out of it.

    Raises EntryError when there is no card to be found.
    """
    seen = straighten(picture)
    c = correct(seen.sheet)
    diagonal = math.hypot(*picture.shape[:2])
    return Sheet(
        c.lab, seen.per_mm, c.patch_error, c.evenness, diagonal, seen.lens.bend, seen.off_mm, c.covered, c.grey_only
    )


@dataclass(frozen=True, slots=True)
class Size:
    """Real mm for each mm an outline seems to have on the card, and how unsure that is (one sd, a share); above_mm is
    how far the camera was from the sheet, height_mm how tall the cookies are (None: not known)."""

    scale: float
    sd: float
    above_mm: float | None
    height_mm: float | None = None


def size_of(sheet: Sheet, beside: Beside) -> Size:
    """How large things on the sheet are: by the printed bar, and less what stands nearer to the camera than the paper.

    A thing at height z above the paper seems larger by z over the camera's distance less z (a pinhole's law).
    """
    printed = (beside.bar_mm or BAR_MM) / BAR_MM
    above = None
    if beside.focal_35_mm is not None:
        above = beside.focal_35_mm / FRAME_MM * sheet.diagonal_px / (sheet.per_mm / printed)
    height = HEIGHT_MM if beside.height_mm is None else beside.height_mm
    far, far_sd = (ABOVE_MM, ABOVE_SD) if above is None else (above, KNOWN_SD)
    nearer = OUTLINE_AT * height / far
    sd = nearer * math.hypot(far_sd, OUTLINE_SD / OUTLINE_AT)
    return Size(printed * (1.0 - nearer), sd, above, beside.height_mm)
