"""Cookies measured on the straightened, corrected sheet."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.facts.errors import EntryError
from dough.photo.marks import PER_MM
from dough.photo.outline import dent
from dough.photo.pieces import MOST_COOKIES, WHOLE, Mask, field, pieces, within_rim
from dough.photo.sheet import NOTHING, Beside, Sheet, Size, size_of

Array = np.ndarray[Any, np.dtype[np.float64]]
Lab = tuple[float, float, float]
#: The least and most a hand-drawn outline may be, mm across.
LEAST_MM, MOST_MM = 12.0, 200.0
ROUND = 0.80
#: A piece is smaller than its fellows by more than this share of their area: broken or another size.
SMALLER = 0.62
#: A whole rim lies so near to an ellipse, as a share of its radius.
DENT = 0.075
RIM_BAND, MIDDLE_BAND = (0.05, 0.22), 0.5
#: A crack is darker than its surroundings by this, L*.
CRACK_L = 5.0
#: Shine is brighter than the rest by this, L*, and has so much less of its hue.
SHINE_L, SHINE_HUE = 4.0, 0.85
#: A width that is less sure than this (one sd, a share) is told.
UNSURE = 0.011
#: A rim leans half as much as an ellipsoid's; cookies so tall for their width have rims that read darker than they are.
LEANS, TALL = 0.5, 0.24
#: Patches further off their places than this, mm: a sheet that curls, or a picture that was cut.
CURLED_MM = 0.8
NO_COOKIE_ON_CARD = "The card is there, but no cookie on it. Lay the cookies on the plain middle of it."
NO_COOKIE_ON_TRAY = "No cookie is seen on that tray. Set the corners on the tray's own, on a light liner."


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
    even the light, what to mind in words, what was known beside it, and how unsure a width is (one sd, a share)."""

    cookies: tuple[Found, ...]
    per_mm: float
    patch_error: float
    light: float
    notes: tuple[str, ...]
    beside: Beside = NOTHING
    width_sd: float = 0.0


def read_photo(sheet: Sheet, beside: Beside = NOTHING) -> PhotoReading:
    """The cookies on a sheet. Raises EntryError when there are none."""
    size = size_of(sheet, beside)
    shape = sheet.lab.shape[:2]
    inside = within_rim(shape) if sheet.is_tray else field(shape)
    found = judged(tuple(measure(sheet.lab, mask, state, size) for mask, state in pieces(sheet.lab, inside)))
    if not found:
        raise EntryError("photo", NO_COOKIE_ON_TRAY if sheet.is_tray else NO_COOKIE_ON_CARD)
    return _reading(sheet, found, beside, size)


def read_outlines(sheet: Sheet, outlines: list[Outline], beside: Beside = NOTHING) -> PhotoReading:
    """The same with outlines drawn by hand. Raises EntryError for an outline off the sheet or of no cookie's size."""
    if not 1 <= len(outlines) <= MOST_COOKIES:
        raise EntryError("outlines", f"Draw at least one outline and at most {MOST_COOKIES}.")
    for n, o in enumerate(outlines):
        if not (0 <= o.x <= sheet.width_mm and 0 <= o.y <= sheet.depth_mm):
            raise EntryError(f"outlines.{n}", "That outline lies off the sheet.")
        if not all(LEAST_MM / 2 <= r <= MOST_MM / 2 for r in (o.rx, o.ry)):
            raise EntryError(f"outlines.{n}", f"A cookie is {LEAST_MM:.0f} to {MOST_MM:.0f} mm across here.")
    size = size_of(sheet, beside)
    masks = (_ellipse(sheet.lab, o, size) for o in outlines)
    found = tuple(replace(measure(sheet.lab, m, "whole", size), by_hand=True) for m in masks)
    return _reading(sheet, found, beside, size)


def _reading(sheet: Sheet, found: tuple[Found, ...], beside: Beside, size: Size) -> PhotoReading:
    notes = _notes(sheet, found, beside, size)
    return PhotoReading(found, sheet.per_mm, sheet.patch_error, sheet.light, notes, beside, size.sd)


def judged(found: tuple[Found, ...]) -> tuple[Found, ...]:
    """States by comparing the pieces with one another; broken ones do not count until a cook says so."""
    if not found:
        return ()
    usual = float(np.median([f.diameter_mm for f in found]))
    out = []
    for f in found:
        broken = f.state == "broken" or f.roundness < ROUND or (f.diameter_mm / usual) ** 2 < SMALLER
        out.append(replace(f, state="broken", counts=False) if broken else f)
    return tuple(sorted(out, key=lambda f: (round(f.outline.y / 40.0), f.outline.x)))


def measure(lab: Array, mask: Mask, state: str, size: Size) -> Found:
    """One piece of a sheet in L*a*b*."""
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
    scale = size.scale / PER_MM
    o = Outline(
        float(p.centroid[1] + 0.5) / PER_MM, float(p.centroid[0] + 0.5) / PER_MM,
        float(0.5 * p.axis_major_length * scale), float(0.5 * p.axis_minor_length * scale),
        90.0 - math.degrees(p.orientation),
    )  # fmt: skip
    whole = bool((state != "whole" or p.solidity >= WHOLE - 0.02) and dent(part) < DENT)
    return Found(
        o, _edge(part, pad), float(2.0 * radius * scale), float(o.ry / o.rx),
        _facing(_shade(seen[rim]), size, radius * scale), _shade(seen[middle]),
        float(np.std(sectors)), 100.0 * float(rough[middle].mean()), state if whole else "broken", whole,
    )  # fmt: skip


def _edge(part: Mask, pad: tuple[slice, slice]) -> tuple[tuple[float, float], ...]:
    from skimage.measure import approximate_polygon, find_contours

    lines = find_contours(np.pad(part.astype(float), 1), 0.5)
    line = approximate_polygon(max(lines, key=len), 0.25 * PER_MM)
    return tuple((round((c - 0.5 + pad[1].start) / PER_MM, 2), round((r - 0.5 + pad[0].start) / PER_MM, 2))
                 for r, c in line[:-1])  # fmt: skip


def _ellipse(lab: Array, o: Outline, size: Size) -> Mask:
    """The mask of an outline, seen as large as it looks on the sheet."""
    rows, columns = np.mgrid[0 : lab.shape[0], 0 : lab.shape[1]]
    x, y = columns / PER_MM - o.x, rows / PER_MM - o.y
    t = math.radians(o.turned)
    u, v = x * math.cos(t) + y * math.sin(t), -x * math.sin(t) + y * math.cos(t)
    return np.asarray((u * size.scale / o.rx) ** 2 + (v * size.scale / o.ry) ** 2 <= 1.0)


def _shade(values: Array) -> Lab:
    """Median L*a*b* of what is not shine: fat and syrup mirror the lamp, brighter and without the crust's hue."""
    if len(values) == 0:
        return (0.0, 0.0, 0.0)
    hue = np.hypot(values[:, 1], values[:, 2])
    kept = np.ones(len(values), bool)
    for _ in range(4):
        usual, colour = np.median(values[kept, 0]), np.median(hue[kept])
        kept = ~((values[:, 0] > usual + SHINE_L) & (hue < SHINE_HUE * colour))
    light, a, b = np.median(values[kept], axis=0)
    return float(light), float(a), float(b)


def _facing(seen: Lab, size: Size, radius_mm: float) -> Lab:
    """A rim's shade as if it faced the light: a tall cookie's leans away, and gets the cosine of that of it.

    The lean is taken as half of an ellipsoid's of the same height and width (judgement, L); no height, nothing done.
    """
    if size.height_mm is None:
        return seen
    at = 0.5 * ((1.0 - RIM_BAND[0]) + (1.0 - RIM_BAND[1]))
    slope = size.height_mm / radius_mm * at / math.sqrt(1.0 - at * at)
    gets = 1.0 - LEANS * (1.0 - 1.0 / math.hypot(1.0, slope))
    # L*, a* and b* go with the cube root of light.
    more = gets ** (-1.0 / 3.0)
    return min((seen[0] + 16.0) * more - 16.0, 100.0), seen[1] * more, seen[2] * more


def _notes(sheet: Sheet, found: tuple[Found, ...], beside: Beside, size: Size) -> tuple[str, ...]:
    notes = []
    touching = sum(f.state == "touching" for f in found)
    broken = sum(f.state == "broken" for f in found)
    if sheet.is_tray:
        notes.append(
            "No card: widths go by the tray's size and corners, shades by its liner. Shades compare these cookies with "
            "one another and do not enter the bake."
        )
    elif beside.bar_mm is None:
        notes.append(
            "The card's bar of 100 mm was never measured: a printer that shrinks it makes all widths wrong by as much. "
            "Lay a ruler on it once, and say it under Kitchen, Room and habits."
        )
    if touching:
        notes.append(f"{touching} pieces touch and were parted at the waist. Check their outlines.")
    if broken:
        notes.append(f"{broken} look broken or of another size and do not count. Count them if they should.")
    if size.sd > UNSURE:
        far = "how far the camera was is not known" if size.above_mm is None else f"{size.above_mm:.0f} mm above them"
        notes.append(
            f"Tall cookies near the camera ({far}): widths are good to about {200.0 * size.sd:.0f} %. Hold it higher, "
            "and measure their height."
        )
    usual = float(np.median([f.diameter_mm for f in found]))
    if beside.height_mm is not None and beside.height_mm > TALL * usual:
        notes.append("Tall for their width: rims lean away from the light, their L* is good to about 6.")
    if sheet.off_mm > CURLED_MM:
        notes.append(
            f"The patches lie up to {sheet.off_mm:.1f} mm off their places: a sheet that curls, or a picture that was "
            "cut. Widths are less sure; lay the sheet flat and send the picture whole."
        )
    if sheet.covered:
        notes.append(f"{sheet.covered} of the card's patches are covered or glare and were left out.")
    if sheet.grey_only:
        notes.append("The card was printed without colour: L* is read by its greys, hues are not known.")
    if sheet.patch_error > 4.0:
        notes.append(
            f"The card's patches come out {sheet.patch_error:.0f} off: another printer, faded or glare. Shades are "
            "less sure."
        )
    if sheet.light < 0.6:
        notes.append("The light is very uneven. Turn it to the window, or use two lamps.")
    if sheet.per_mm < 2.5:
        notes.append(f"{sheet.per_mm:.1f} pixels a mm: widths are good to about {0.5 / sheet.per_mm:.1f} mm.")
    return tuple(notes)
