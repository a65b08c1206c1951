"""Cookies found and measured on the straightened, corrected sheet."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.facts.errors import EntryError
from dough.photo import card
from dough.photo.colours import correct
from dough.photo.light import coded, light_of
from dough.photo.marks import PER_MM, straighten

Array = np.ndarray[Any, np.dtype[np.float64]]
Mask = np.ndarray[Any, np.dtype[np.bool_]]
Lab = tuple[float, float, float]
#: Unlike paper: this much hue, or this dark. A shadow is neither.
HUE, DARK = 11.0, 58.0
#: Smaller is a crumb, mm across; the least and most a hand-drawn outline may be.
CRUMB_MM, LEAST_MM, MOST_MM = 14.0, 12.0, 200.0
#: A cookie's outline stands above the sheet and is seen too large: by this share, for a camera held about 55 cm above
#: and a cookie about a centimetre tall (optics; the two are assumed, L).
SEEN_LARGER = 0.0055
#: Round pieces fill their hull; two that touch, or one that is broken, do not.
WHOLE, ROUND = 0.955, 0.80
#: A piece is smaller than its fellows by more than this share of their area: broken or another size.
SMALLER = 0.62
RIM_BAND, MIDDLE_BAND = (0.05, 0.22), 0.5
#: A crack is darker than its surroundings by this, L*.
CRACK_L = 5.0
MOST_COOKIES = 60


@dataclass(frozen=True, slots=True)
class Outline:
    """An ellipse on the sheet: centre and half axes in mm, first axis turned by degrees from x to y."""

    x: float
    y: float
    rx: float
    ry: float
    turned: float = 0.0


@dataclass(frozen=True, slots=True)
class Found:
    """One cookie. edge is its outline as seen, mm; diameter the mean one, roundness least over greatest width.

    rim and middle are median L*a*b*; evenness the standard deviation of the rim's L* around, cracks the percent of the
    middle that is cracked. state is whole, touching or broken; counts says whether it enters the means; by_hand that
    the outline was drawn.
    """

    outline: Outline
    edge: tuple[tuple[float, float], ...]
    diameter_mm: float
    roundness: float
    rim: Lab
    middle: Lab
    evenness: float
    cracks: float
    state: str
    counts: bool
    by_hand: bool = False


@dataclass(frozen=True, slots=True)
class PhotoReading:
    """What a picture says: the cookies, how fine it is (pixels a mm), how true the colour (mean patch difference), how
    even the light, and what to mind in words."""

    cookies: tuple[Found, ...]
    per_mm: float
    patch_error: float
    light: float
    notes: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Sheet:
    """The card found in a picture and put right: L*a*b* from above, and how good the picture was."""

    lab: Array
    per_mm: float
    patch_error: float
    light: float

    @property
    def coded(self) -> Array:
        """In its own colours, 0 to 1, ``PER_MM`` pixels a mm: what outlines are drawn on."""
        return coded(light_of(self.lab))


def look(picture: Array) -> Sheet:
    """Find the card in a coded picture 0 to 1, shape (rows, columns, 3), and take camera and light out of it.

    Raises EntryError when there is no card to be found.
    """
    sheet, per_mm = straighten(picture)
    corrected = correct(sheet)
    return Sheet(corrected.lab, per_mm, corrected.patch_error, corrected.evenness)


def read_photo(sheet: Sheet) -> PhotoReading:
    """The cookies on a sheet. Raises EntryError when there are none."""
    found = _cookies(sheet.lab)
    if not found:
        raise EntryError("photo", "The card is there, but no cookie on it. Lay the cookies on the plain middle of it.")
    return _reading(sheet, found)


def read_outlines(sheet: Sheet, outlines: list[Outline]) -> PhotoReading:
    """The same with outlines drawn by hand. Raises EntryError for an outline off the sheet or of no cookie's size."""
    if not 1 <= len(outlines) <= MOST_COOKIES:
        raise EntryError("outlines", f"Draw at least one outline and at most {MOST_COOKIES}.")
    for n, o in enumerate(outlines):
        if not (0 <= o.x <= card.WIDTH and 0 <= o.y <= card.HEIGHT):
            raise EntryError(f"outlines.{n}", "That outline lies off the sheet.")
        if not all(LEAST_MM / 2 <= r <= MOST_MM / 2 for r in (o.rx, o.ry)):
            raise EntryError(f"outlines.{n}", f"A cookie is {LEAST_MM:.0f} to {MOST_MM:.0f} mm across here.")
    found = (replace(_measure(sheet.lab, _ellipse(sheet.lab, o), "whole"), by_hand=True) for o in outlines)
    return _reading(sheet, tuple(found))


def _reading(sheet: Sheet, found: tuple[Found, ...]) -> PhotoReading:
    values = (sheet.per_mm, sheet.patch_error, sheet.light)
    return PhotoReading(found, *values, _notes(found, *values))


def _cookies(lab: Array) -> tuple[Found, ...]:
    from scipy.ndimage import binary_fill_holes
    from skimage.filters import gaussian
    from skimage.measure import label, regionprops
    from skimage.morphology import disk, opening

    smooth = gaussian(lab, sigma=1.2, channel_axis=-1)
    unlike = (np.hypot(smooth[..., 1], smooth[..., 2] - 1.0) > HUE) | (smooth[..., 0] < DARK)
    left, top, right, bottom = (round(PER_MM * v) for v in card.FIELD)
    field = np.zeros_like(unlike)
    field[top - 24 : bottom + 16, left - 16 : right + 16] = True
    for mx, my in card.MARKS:
        r = round(PER_MM * (card.RING_OUT + 1.5))
        field[max(round(PER_MM * my) - r, 0) : round(PER_MM * my) + r,
              max(round(PER_MM * mx) - r, 0) : round(PER_MM * mx) + r] = False  # fmt: skip
    mask = opening(binary_fill_holes(unlike & field), disk(round(1.5 * PER_MM / 2)))
    found: list[Found] = []
    regions = [p for p in regionprops(label(mask)) if p.equivalent_diameter_area >= CRUMB_MM * PER_MM]
    for p in regions[:MOST_COOKIES]:
        part = np.zeros_like(mask)
        part[p.slice] = p.image_filled
        pieces = _apart(part) if p.solidity < WHOLE else [part]
        state = "touching" if len(pieces) > 1 else "whole"
        found += [_measure(lab, one, state) for one in pieces]
    return _judged(tuple(found))


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


def _judged(found: tuple[Found, ...]) -> tuple[Found, ...]:
    """States by comparing the pieces with one another; broken ones do not count until a cook says so."""
    if not found:
        return ()
    usual = float(np.median([f.diameter_mm for f in found]))
    out = []
    for f in found:
        broken = f.state == "broken" or f.roundness < ROUND or (f.diameter_mm / usual) ** 2 < SMALLER
        out.append(replace(f, state="broken", counts=False) if broken else f)
    return tuple(sorted(out, key=lambda f: (round(f.outline.y / 40.0), f.outline.x)))


def _measure(lab: Array, mask: Mask, state: str) -> Found:
    from scipy.ndimage import distance_transform_edt
    from skimage.filters import gaussian
    from skimage.measure import regionprops

    p = regionprops(mask.astype(np.uint8))[0]
    rows, columns = p.slice
    pad = np.s_[max(rows.start - 2, 0) : rows.stop + 2, max(columns.start - 2, 0) : columns.stop + 2]
    part, seen = mask[pad], lab[pad]
    radius = 0.5 * p.equivalent_diameter_area
    depth = distance_transform_edt(part) / radius
    rim = part & (depth > RIM_BAND[0]) & (depth < RIM_BAND[1])
    cy, cx = (c - s.start for c, s in zip(p.centroid, pad, strict=True))
    yy, xx = np.mgrid[0 : part.shape[0], 0 : part.shape[1]]
    middle = part & (np.hypot(yy - cy, xx - cx) < MIDDLE_BAND * radius)
    around = np.arctan2(yy - cy, xx - cx)
    sectors = [np.median(seen[..., 0][rim & (np.abs(around - t) < math.pi / 12)])
               for t in np.linspace(-math.pi, math.pi, 12, endpoint=False) + math.pi / 12
               if (rim & (np.abs(around - t) < math.pi / 12)).any()]  # fmt: skip
    light = seen[..., 0]
    rough = light < gaussian(light, sigma=3.0 * PER_MM) - CRACK_L
    scale = (1.0 - SEEN_LARGER) / PER_MM
    o = Outline(
        float(p.centroid[1] + 0.5) / PER_MM, float(p.centroid[0] + 0.5) / PER_MM,
        float(0.5 * p.axis_major_length * scale), float(0.5 * p.axis_minor_length * scale),
        90.0 - math.degrees(p.orientation),
    )  # fmt: skip
    whole = bool(state != "whole" or p.solidity >= WHOLE - 0.02)
    return Found(
        o, _edge(part, pad), float(2.0 * radius * scale), float(o.ry / o.rx), _median(seen[rim]), _median(seen[middle]),
        float(np.std(sectors)), 100.0 * float(rough[middle].mean()), state if whole else "broken", whole,
    )  # fmt: skip


def _edge(part: Mask, pad: tuple[slice, slice]) -> tuple[tuple[float, float], ...]:
    from skimage.measure import approximate_polygon, find_contours

    lines = find_contours(np.pad(part.astype(float), 1), 0.5)
    line = approximate_polygon(max(lines, key=len), 0.25 * PER_MM)
    return tuple((round((c - 0.5 + pad[1].start) / PER_MM, 2), round((r - 0.5 + pad[0].start) / PER_MM, 2))
                 for r, c in line[:-1])  # fmt: skip


def _ellipse(lab: Array, o: Outline) -> Mask:
    """The mask of an outline, seen as large as it looks on the sheet."""
    rows, columns = np.mgrid[0 : lab.shape[0], 0 : lab.shape[1]]
    x, y = columns / PER_MM - o.x, rows / PER_MM - o.y
    t = math.radians(o.turned)
    grow = 1.0 / (1.0 - SEEN_LARGER)
    u, v = x * math.cos(t) + y * math.sin(t), -x * math.sin(t) + y * math.cos(t)
    return np.asarray((u / (o.rx * grow)) ** 2 + (v / (o.ry * grow)) ** 2 <= 1.0)


def _median(values: Array) -> Lab:
    if len(values) == 0:
        return (0.0, 0.0, 0.0)
    light, a, b = np.median(values, axis=0)
    return float(light), float(a), float(b)


def _notes(found: tuple[Found, ...], per_mm: float, patch_error: float, light: float) -> tuple[str, ...]:
    notes = []
    touching = sum(f.state == "touching" for f in found)
    broken = sum(f.state == "broken" for f in found)
    if touching:
        notes.append(f"{touching} pieces touch and were parted at the waist. Check their outlines.")
    if broken:
        notes.append(f"{broken} look broken or of another size and do not count. Count them if they should.")
    if patch_error > 4.0:
        notes.append(
            f"The card's patches come out {patch_error:.0f} off: another printer, faded or glare. Shades are less sure."
        )
    if light < 0.6:
        notes.append("The light is very uneven. Turn the sheet to the window, or use two lamps.")
    if per_mm < 2.5:
        notes.append(f"{per_mm:.1f} pixels a mm: widths are good to about {0.5 / per_mm:.1f} mm.")
    return tuple(notes)
