"""How many pieces lie on a rectangle, and where: the best of rows, offset rows and turned lattices.

A piece is a disc, an oval or a box by its outer sides in mm; neighbours keep at least the gap, the edge its margin.
Every family tried is a lattice, so that a cook can lay it by eye; what is found holds at least as many as square rows
and as close offset rows, either way round. Ovals are packed as discs on a stretched plane, kept apart a little more
than need be so that the gap holds in every direction.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np

from dough.bake.outputs import Array
from dough.facts.errors import EntryError

Outline = Literal["disc", "oval", "box"]
Rows = Literal["square", "offset", "best"]
#: Angles of turned lattices tried, in parts of their symmetry, and shifts of each along either side.
TURNS, SHIFTS = 15, 8
MOST = 2000
EPS = 1e-6


@dataclass(frozen=True, slots=True)
class Spot:
    """The middle of a piece on the tray, mm from its lower left corner inside the rim."""

    x_mm: float
    y_mm: float


@dataclass(frozen=True, slots=True)
class TrayPacking:
    """Where the pieces lie; how they lie, in words; and the sides of each as laid (a box may be turned)."""

    spots: tuple[Spot, ...]
    words: str
    wide_mm: float
    deep_mm: float

    def __len__(self) -> int:
        return len(self.spots)


def pack(
    width_mm: float, depth_mm: float, wide_mm: float, deep_mm: float | None = None, *, outline: Outline = "disc",
    gap_mm: float = 0.0, margin_mm: float = 0.0, rows: Rows = "best",
) -> TrayPacking:  # fmt: skip
    """The most pieces on a tray. Raises EntryError for sizes that can't be; an empty packing where not one fits."""
    deep = wide_mm if deep_mm is None or outline == "disc" else deep_mm
    for name, value in (("width_mm", width_mm), ("depth_mm", depth_mm), ("piece_mm", wide_mm), ("piece_mm", deep)):
        if not 1.0 <= value <= 6000.0:
            raise EntryError(name, "A tray and a piece have sides of 1 to 6,000 mm.")
    if not 0.0 <= gap_mm <= 500.0 or not 0.0 <= margin_mm <= 500.0:
        raise EntryError("gap_mm", "Gap and margin go from 0 to 500 mm.")
    if (width_mm / (wide_mm + gap_mm)) * (depth_mm / (deep + gap_mm)) > MOST:
        raise EntryError("piece_mm", f"More than {MOST:,} pieces on one tray: check the sizes.")
    return _pack(width_mm, depth_mm, wide_mm, deep, outline, gap_mm, margin_mm, rows)


@lru_cache(maxsize=256)
def _pack(
    width: float, depth: float, wide: float, deep: float, outline: Outline, gap: float, margin: float, rows: Rows
) -> TrayPacking:
    w, d = width - 2.0 * margin, depth - 2.0 * margin
    tries = [(wide, deep)] if outline == "disc" or abs(wide - deep) < EPS else [(wide, deep), (deep, wide)]
    best: tuple[int, Array, str, tuple[float, float]] | None = None
    for a, b in tries:
        if a > w + EPS or b > d + EPS:
            continue
        found, words = _boxes(w, d, a, b, gap) if outline == "box" else _ovals(w, d, a, b, gap, rows)
        if best is None or len(found) > best[0]:
            best = (len(found), found, words, (a, b))
    if best is None:
        return TrayPacking((), "none fits", wide, deep)
    _, found, words, (a, b) = best
    found = _centred(found, w, d, a, b) + margin
    order = np.lexsort((found[:, 0].round(3), found[:, 1].round(3)))
    return TrayPacking(tuple(Spot(round(float(x), 2), round(float(y), 2)) for x, y in found[order]), words, a, b)


def _boxes(w: float, d: float, a: float, b: float, gap: float) -> tuple[Array, str]:
    across, along = int((w - a + EPS) / (a + gap)) + 1, int((d - b + EPS) / (b + gap)) + 1
    xs = np.asarray(a / 2 + np.arange(across) * (a + gap), dtype=np.float64)
    ys = np.asarray(b / 2 + np.arange(along) * (b + gap), dtype=np.float64)
    return _grid(xs, ys), f"{along} rows of {across}"


def _ovals(w: float, d: float, a: float, b: float, gap: float, rows: Rows) -> tuple[Array, str]:
    """Discs of pitch 1 on the plane stretched by the oval's own sides with its gap."""
    grow = _grown(a, b, gap)
    px, py = (a + gap) * grow, (b + gap) * grow
    # The middle of a piece may lie anywhere in a smaller rectangle.
    rw, rd = (w - a) / px, (d - b) / py
    found: list[tuple[Array, str]] = [_square(rw, rd)] if rows in ("square", "best") else []
    if rows in ("offset", "best"):
        found += [*_offset(rw, rd), *((_flip(s), words) for s, words in _offset(rd, rw))]
    if rows == "best":
        found += _turned(rw, rd)
    # On a tie the plainest comes first: square rows, then offset ones.
    spots, words = max(found, key=lambda f: len(f[0]))
    return spots * np.array([px, py]) + np.array([a / 2, b / 2]), words


def _grown(a: float, b: float, gap: float) -> float:
    """How much larger than a+gap by b+gap an oval has to be so that its rim is half the gap away everywhere."""
    t = np.linspace(0.0, math.pi / 2, 91)
    c, s = np.cos(t), np.sin(t)
    need = np.hypot(a / 2 * c, b / 2 * s) + gap / 2
    return float(np.max(need / np.hypot((a + gap) / 2 * c, (b + gap) / 2 * s)))


def _square(rw: float, rd: float) -> tuple[Array, str]:
    across, along = int(rw + EPS) + 1, int(rd + EPS) + 1
    return _grid(
        np.arange(across, dtype=np.float64), np.arange(along, dtype=np.float64)
    ), f"{along} straight rows of {across}"


def _offset(rw: float, rd: float) -> list[tuple[Array, str]]:
    """Rows shifted against each other, as close as they can be for every number of rows, and none closer than need be:
    where the depth is more than they take, they stand further apart and the pieces in a row closer."""
    found = []
    for rows in range(2, int(rd / 0.5) + 2):
        apart = rd / (rows - 1)
        if apart >= 1.0:
            # Rows this far apart need no offset; square rows do as well.
            continue
        shift = math.sqrt(max(1.0 - apart * apart, 0.0))
        pitch = max(1.0, 2.0 * shift)
        spots = [
            np.stack([xs, np.full(len(xs), r * apart)], axis=1)
            for r in range(rows)
            for xs in [np.arange(shift * (r % 2), rw + EPS, pitch)]
        ]
        counts = [len(s) for s in spots]
        if min(counts) == 0:
            continue
        even, odd = counts[0], counts[1]
        words = f"{rows} offset rows of {even}" if even == odd else f"{rows} offset rows of {even} and {odd}"
        found.append((np.concatenate(spots), words))
    # Close rows that leave depth over: the classic triangle, shifted half a pitch.
    step = math.sqrt(0.75)
    rows = int(rd / step + EPS) + 1
    spots = [
        np.stack([xs, np.full(len(xs), r * step)], axis=1)
        for r in range(rows)
        for xs in [np.arange(0.5 * (r % 2), rw + EPS, 1.0)]
    ]
    kept = np.concatenate(spots)
    found.append((kept, f"{rows} offset rows of {len(spots[0])}" + (
        f" and {len(spots[1])}" if rows > 1 and len(spots[1]) != len(spots[0]) else "")))  # fmt: skip
    return found


def _turned(rw: float, rd: float) -> list[tuple[Array, str]]:
    """Triangle and square lattices turned and shifted, those inside the rectangle kept."""
    reach = math.hypot(rw, rd) + 2.0
    n = int(reach / 0.8) + 1
    if n > 60:
        # So many pieces that a turn brings next to nothing.
        return []
    i, j = np.meshgrid(np.arange(-n, n + 1), np.arange(-n, n + 1))
    found: list[tuple[Array, str]] = []
    for other, symmetry in (((0.5, math.sqrt(0.75)), math.pi / 3), ((0.0, 1.0), math.pi / 2)):
        base = np.stack([i.ravel() + other[0] * j.ravel(), other[1] * j.ravel()], axis=1)
        base = base[np.hypot(base[:, 0], base[:, 1]) <= reach]
        best: Array | None = None
        turned_by = 0.0
        for k in range(1, TURNS):
            angle = symmetry * k / TURNS
            c, s = math.cos(angle), math.sin(angle)
            at = base @ np.array([[c, s], [-s, c]]) + np.array([rw / 2, rd / 2])
            sx = np.arange(SHIFTS) / SHIFTS - 0.5
            x = at[:, 0][:, None] + np.repeat(sx, SHIFTS)[None, :]
            y = at[:, 1][:, None] + np.tile(sx, SHIFTS)[None, :]
            inside = (x >= -EPS) & (x <= rw + EPS) & (y >= -EPS) & (y <= rd + EPS)
            counts = inside.sum(axis=0)
            top = int(np.argmax(counts))
            if best is None or counts[top] > len(best):
                keep = inside[:, top]
                best = np.stack([x[keep, top], y[keep, top]], axis=1)
                turned_by = math.degrees(angle)
        if best is not None and len(best):
            found.append((best, f"rows turned by {turned_by:.0f}°"))
    return found


def _flip(spots: Array) -> Array:
    return spots[:, ::-1]


def _grid(xs: Array, ys: Array) -> Array:
    return np.stack([np.tile(xs, len(ys)), np.repeat(ys, len(xs))], axis=1)


def _centred(spots: Array, w: float, d: float, a: float, b: float) -> Array:
    """Moved so that what is over lies on both sides alike."""
    low, high = spots.min(axis=0), spots.max(axis=0)
    room = np.array([w - a / 2, d - b / 2]) - high - (low - np.array([a / 2, b / 2]))
    return np.asarray(spots + room / 2.0)
