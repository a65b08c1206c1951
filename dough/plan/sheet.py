"""Rolled dough cut out, and dough in a tin cut or scored: how many pieces, of what, and what is left.

Sources: cutters on a first roll take 65 to 75 % of it in practice, the scrap rolled again gives a little less (M); a
rest of twenty minutes before the second roll (practice, M); cut-outs shrink up to 3 % along the roll when unrested (M).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.facts.errors import EntryError
from dough.plan.density import Density
from dough.plan.packing import Outline, pack

#: Dough left standing between two cutters and at the edge, mm; a sheet's edge is never straight: share of it used.
WEB_MM, EDGE_MM, RAGGED = 2.0, 3.0, 0.94
#: What the second roll gives beside the first: more ragged, drier (M). Rest before it, min.
SECOND, REST_MIN = 0.90, 20.0
#: How much longer than wide a sheet is rolled where nobody says.
LONGER = 1.35
#: How much shorter an unrested cut-out bakes along the roll, share, and after a rest (M).
SHRINKS, SHRINKS_RESTED = 0.03, 0.01
#: Usual guides, mm.
GUIDES_MM = (3.0, 5.0, 6.0, 8.0, 10.0, 12.0)


@dataclass(frozen=True, slots=True)
class Rolled:
    """A mass of dough rolled and cut: the sheet's sides in mm and thickness, a piece's g, pieces of the first and of
    the second roll, scrap left in g, the share of the first sheet cut out, and what to know, in words."""

    width_mm: float
    depth_mm: float
    thickness_mm: float
    piece_g: float
    first: int
    second: int
    scrap_g: float
    used: float
    words: tuple[str, ...]

    @property
    def pieces(self) -> int:
        return self.first + self.second


def rolled(
    mass_g: float, density: Density, thickness_mm: float, wide_mm: float, deep_mm: float | None = None, *,
    outline: Outline = "disc", area_cm2: float | None = None, width_mm: float | None = None, rest_first: bool = True,
) -> Rolled:  # fmt: skip
    """Roll to a thickness between guides, cut, roll the scrap once more after a rest.

    width_mm is how wide the sheet is rolled (None: a third longer than wide). area_cm2 is the cutter's own where its
    outline is not round, oval or a box. Raises EntryError where the sheet holds no piece.
    """
    if mass_g <= 0 or not 1.5 <= thickness_mm <= 40.0:
        raise EntryError("thickness_mm", "Rolled dough is 1.5 to 40 mm thick; guides of 3, 5, 6 and 8 mm are usual.")
    cut = area_cm2 or _cut_cm2(wide_mm, deep_mm, outline)
    piece_g = cut * thickness_mm / 10.0 * density.g_per_ml
    area = mass_g / density.g_per_ml / (thickness_mm / 10.0) * 100.0
    wide = width_mm or math.sqrt(area / LONGER)
    deep = area / wide
    first = _on(wide, deep, wide_mm, deep_mm, outline)
    if first == 0:
        raise EntryError("cutter", f"{mass_g:.0f} g rolled {thickness_mm:g} mm thick are {wide:.0f} × {deep:.0f} mm: "
                         "that cutter is too large for it, or the dough too little.")  # fmt: skip
    left = mass_g - first * piece_g
    again = left * SECOND
    side = math.sqrt(again / density.g_per_ml / (thickness_mm / 10.0) * 100.0 / LONGER)
    second = _on(side, LONGER * side, wide_mm, deep_mm, outline) if side > 1.0 else 0
    scrap = left - second * piece_g
    shrink = SHRINKS_RESTED if rest_first else SHRINKS
    words = [
        f"{first} of the first roll, {second} of the second: keep those apart, they are tougher and shrink more."
        if second
        else f"{first} of one roll; what is left gives no whole piece more.",
        f"Let the scrap rest {REST_MIN:.0f} min, cold, before it is rolled again." if second else "",
        f"They bake some {100 * shrink:.0f} % shorter along the roll"
        + ("." if rest_first else "; rest the sheet before cutting and it is a third of that."),
    ]
    return Rolled(wide, deep, thickness_mm, piece_g, first, second, scrap, first * piece_g / mass_g,
                  tuple(w for w in words if w))  # fmt: skip


def dough_for_cutouts(pieces: int, density: Density, thickness_mm: float, wide_mm: float,
                      deep_mm: float | None = None, *, outline: Outline = "disc",
                      area_cm2: float | None = None) -> float:  # fmt: skip
    """Grams of dough that give at least so many pieces of both rolls: searched, as the sheet's edge counts."""
    cut = area_cm2 or _cut_cm2(wide_mm, deep_mm, outline)
    least = pieces * cut * thickness_mm / 10.0 * density.g_per_ml
    low, high = least, 4.0 * least + 200.0

    def enough(grams: float) -> bool:
        try:
            return rolled(grams, density, thickness_mm, wide_mm, deep_mm, outline=outline,
                          area_cm2=area_cm2).pieces >= pieces  # fmt: skip
        except EntryError:
            return False

    for _ in range(24):
        middle = (low + high) / 2.0
        low, high = (low, middle) if enough(middle) else (middle, high)
    return high


def _on(wide: float, deep: float, a: float, b: float | None, outline: Outline) -> int:
    scale = math.sqrt(RAGGED)
    w, d = wide * scale, deep * scale
    if min(w, d) < 1.0:
        return 0
    return len(pack(w, d, a, b, outline=outline, gap_mm=WEB_MM, margin_mm=min(EDGE_MM, w / 4, d / 4)))


def _cut_cm2(wide_mm: float, deep_mm: float | None, outline: Outline) -> float:
    deep = wide_mm if deep_mm is None or outline == "disc" else deep_mm
    return (wide_mm * deep if outline == "box" else math.pi / 4.0 * wide_mm * deep) / 100.0


@dataclass(frozen=True, slots=True)
class InTin:
    """Dough in a tin: depth in mm, pieces by place (corner, edge, middle), a piece's g and sides, what to know."""

    depth_mm: float
    pieces: int
    corners: int
    edges: int
    middles: int
    piece_g: float
    contradiction: str
    words: tuple[str, ...]


def in_tin(
    mass_g: float, density: Density, width_mm: float, length_mm: float | None, *, is_round: bool, across: int = 1,
    along: int = 1, wedges: int = 0, height_mm: float | None = None, said_depth_mm: float | None = None,
    scored_before: bool = False,
) -> InTin:  # fmt: skip
    """Press dough into a tin and divide it by a grid or into wedges; a grid in a round tin loses its rim pieces.

    Raises EntryError for a tin or a division that can't be.
    """
    if mass_g <= 0 or width_mm <= 0:
        raise EntryError("tin", "Say the tin and how much dough goes into it.")
    area = math.pi / 4.0 * width_mm**2 if is_round else width_mm * (length_mm or width_mm)
    depth = mass_g / density.g_per_ml / (area / 100.0) * 10.0
    if not 1.0 <= depth <= 120.0:
        raise EntryError("tin", f"It would be {depth:.1f} mm deep. Take another tin or another amount.")
    words = []
    if height_mm and depth > 0.8 * height_mm:
        words.append(f"{depth:.0f} mm in a tin of {height_mm:g} mm: leave a fifth of it free, it rises.")
    said = ""
    if said_depth_mm and abs(said_depth_mm / depth - 1.0) > 0.12:
        implied = mass_g / (area / 100.0 * said_depth_mm / 10.0)
        if not density.agrees(implied):
            said = (
                f"{mass_g:.0f} g {said_depth_mm:g} mm deep would be {implied:.2f} g/ml; this dough is near "
                f"{density.g_per_ml:.2f}: in that tin it is nearer {depth:.0f} mm."
            )
    if is_round:
        if not 2 <= wedges <= 48:
            raise EntryError("wedges", "A round tin is cut into 2 to 48 wedges.")
        pieces, corners, edges, middles = wedges, 0, wedges, 0
    else:
        if not (1 <= across <= 40 and 1 <= along <= 40):
            raise EntryError("across", "Up to 40 pieces along each side.")
        pieces = across * along
        corners = min(pieces, 4) if min(across, along) > 1 else min(pieces, 2)
        inner = max(across - 2, 0) * max(along - 2, 0)
        edges, middles = pieces - corners - inner, inner
    if corners + edges and middles:
        words.append(f"{corners} corners and {edges} edges brown first; the {middles} inside stay softer.")
    words.append(
        "Scored before baking: dock and score again while hot, within five minutes." if scored_before
        else "Score within five minutes of the oven, while it still gives; cold it breaks where it likes."
    )  # fmt: skip
    return InTin(depth, pieces, corners, edges, middles, mass_g / pieces, said, tuple(words))
