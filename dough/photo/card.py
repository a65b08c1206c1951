"""The card: a sheet with marks in its corners, a millimetre scale, and grey and brown patches of known shade.

Cookies are laid on the plain middle of it, so that everything measured lies between the marks: four marks on a
small card beside the tray would have to be drawn out several times their distance, and their error with it.
All places are in mm from the sheet's upper left corner, x to the right, y down (A4 lying).
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.facts.colour import bake_shade

WIDTH, HEIGHT = 297.0, 210.0
#: Centres of the marks, the first is the odd one (no dot) and tells which way up the sheet is. Nothing is nearer to
#: the paper's edge than 5 mm, which printers leave white.
MARKS = ((13.0, 13.0), (284.0, 13.0), (284.0, 197.0), (13.0, 197.0))
#: From mark to mark, mm.
ACROSS, DOWN = MARKS[1][0] - MARKS[0][0], MARKS[2][1] - MARKS[1][1]
#: A mark: black ring between these radii, and a black dot within.
RING_OUT, RING_IN, DOT = 7.0, 5.0, 2.6
#: Where cookies may lie: left, top, right, bottom.
FIELD = (6.0, 12.0, 291.0, 184.0)
#: L* of office paper (practice, M).
PAPER_L = 95.0
SCALE = (36.0, 6.0, 100)


@dataclass(frozen=True, slots=True)
class Patch:
    """A printed field: left, top and side in mm, and its CIE L*a*b* (D65)."""

    x: float
    y: float
    side: float
    lab: tuple[float, float, float]


GREYS = (88.0, 74.0, 60.0, 46.0, 32.0)
BROWNS = (80.0, 70.0, 60.0, 50.0, 42.0, 34.0)
SIDE = 14.0
#: Upper edge of the patches.
PATCHES_Y = 186.0


def patches() -> tuple[Patch, ...]:
    """Greys, then browns, along the lower edge."""
    labs = [(g, 0.0, 0.0) for g in GREYS] + [bake_shade(b) for b in BROWNS]
    return tuple(Patch(34.0 + 21.0 * n, PATCHES_Y, SIDE, lab) for n, lab in enumerate(labs))
