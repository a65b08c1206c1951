"""Colour as it is: the light taken out by the paper, the camera by the patches."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.photo import card
from dough.photo.light import lab_of, light_of, linear
from dough.photo.marks import PER_MM

Array = np.ndarray[Any, np.dtype[np.float64]]
Mask = np.ndarray[Any, np.dtype[np.bool_]]
#: A patch is read in its middle, this share of its side.
READ_SHARE = 0.5
#: Rows and columns of blocks in which the paper's brightness is first looked for.
BLOCKS = (6, 9)


#: A patch that is so much off beside the others is covered (CIE 1976 colour difference), and the most left out so.
COVERED, MOST_COVERED = 9.0, 4
#: A patch whose middle is so uneven is partly covered (interquartile range over median).
UNEVEN = 0.12
#: Brown patches printed grey: so much less hue than they should have, by most of them.
GREY_SHARE = 0.35


@dataclass(frozen=True, slots=True)
class Corrected:
    """L*a*b* of the straightened picture, shape (rows, columns, 3), how far the patches are off after it (CIE 1976
    colour difference, mean), how uneven the light was (least over greatest), how many patches are covered, and whether
    the browns came out grey."""

    lab: Array
    patch_error: float
    evenness: float
    covered: int
    grey_only: bool


def correct(sheet: Array) -> Corrected:
    """Undo light and camera. sheet is coded 0 to 1, straightened.

    The paper's brightness gives the light as a surface of second degree (shadows and cookies fall out of the fit);
    the patches then give each channel's gain and contrast, and a mixing of the channels. Patches that are covered are
    left out; browns that were printed grey count as greys.
    """
    light = linear(sheet)
    lamp = lamp_over(light)
    flat = light / lamp
    seen, true, uneven = _patches(flat)
    grey_only = _printed_grey(seen, true)
    if grey_only:
        true = light_of(lab_of(true) * np.array([1.0, 0.0, 0.0]))
    keep = ~uneven
    for _ in range(MOST_COVERED):
        fit = _fit(seen[keep], true[keep], mix=not grey_only)
        off = np.linalg.norm(lab_of(fit(seen)) - lab_of(true), axis=1)
        off[0] = 0.0
        worst = int(np.where(keep, off, 0.0).argmax())
        others = np.delete(off[keep], int(np.flatnonzero(keep).tolist().index(worst)))
        if off[worst] < COVERED or off[worst] < 2.5 * float(np.median(others)) or keep.sum() <= len(keep) // 2:
            break
        keep[worst] = False
    fit = _fit(seen[keep], true[keep], mix=not grey_only)
    error = np.linalg.norm(lab_of(fit(seen[keep])) - lab_of(true[keep]), axis=1)
    lab = lab_of(fit(np.maximum(flat, 1e-4)))
    brightness = lamp.mean(axis=-1)
    evenness = float(brightness.min() / brightness.max())
    return Corrected(lab, float(error.mean()), evenness, int((~keep).sum()), grey_only)


def _patches(flat: Array) -> tuple[Array, Array, Mask]:
    """Paper and patches as seen and as they are, linear, shape (n, 3); which are uneven. The paper comes first."""
    seen, true, uneven = [np.ones(3)], [light_of(np.array([card.PAPER_L, 0.0, 1.0]))], [False]
    for p in card.patches():
        half = READ_SHARE * p.side / 2
        middle = (p.x + p.side / 2, p.y + p.side / 2)
        rows = slice(round(PER_MM * (middle[1] - half)), round(PER_MM * (middle[1] + half)))
        columns = slice(round(PER_MM * (middle[0] - half)), round(PER_MM * (middle[0] + half)))
        inside = flat[rows, columns].reshape(-1, 3)
        low, mid, high = np.quantile(inside, (0.25, 0.5, 0.75), axis=0)
        seen.append(mid)
        true.append(np.maximum(light_of(np.array(p.lab)), 1e-4))
        uneven.append(bool(((high - low) / np.maximum(mid, 0.05)).max() > UNEVEN))
    return np.maximum(np.array(seen), 1e-4), np.array(true), np.array(uneven)


def _printed_grey(seen: Array, true: Array) -> bool:
    """Whether most patches that should have a hue have next to none."""
    browns = slice(1 + len(card.GREYS), None)
    hue = np.log(seen[browns, 0] / seen[browns, 2]) / np.log(true[browns, 0] / true[browns, 2])
    return bool(np.median(hue) < GREY_SHARE)


def _fit(seen: Array, true: Array, *, mix: bool) -> Callable[[Array], Array]:
    """From light as seen to light as it is: a gain and a contrast for each channel, then the channels mixed."""
    gain = [np.polyfit(np.log(seen[:, c]), np.log(true[:, c]), 1) for c in range(3)]
    if not mix:
        return lambda values: _bend(values, gain)
    bent = _bend(seen, gain)
    weight = 1.0 / (0.03 + true.mean(axis=1, keepdims=True))
    # Drawn a little to "no mixing", so that few patches cannot make wild colours.
    ridge = 0.05 * len(true)
    left = (bent * weight).T @ (bent * weight) + ridge * np.eye(3)
    mixing = np.linalg.solve(left, (bent * weight).T @ (true * weight) + ridge * np.eye(3))
    return lambda values: np.asarray(_bend(values, gain) @ mixing)


def _bend(values: Array, gain: list[Array]) -> Array:
    return np.stack([np.exp(gain[c][1]) * values[..., c] ** gain[c][0] for c in range(3)], axis=-1)


def lamp_over(light: Array) -> Array:
    """Paper's linear light everywhere, shape of the picture.

    Begun from the bright part of each block of the sheet, where shadows hardly reach, then drawn to all that fits:
    what lies under the surface is shadow, cookie or ink.
    """
    from skimage.filters import gaussian

    step = 6
    small = gaussian(light, sigma=3.0, channel_axis=-1)[::step, ::step]
    level = small.mean(axis=-1)
    terms = _terms(level.shape)
    tall, wide = level.shape[0] // BLOCKS[0], level.shape[1] // BLOCKS[1]
    blocks = [np.s_[r * tall : (r + 1) * tall, c * wide : (c + 1) * wide]
              for r in range(BLOCKS[0]) for c in range(BLOCKS[1])]  # fmt: skip
    bright = np.array([np.quantile(level[b], 0.9) for b in blocks])
    at = np.array([terms[b].reshape(-1, 6).mean(axis=0) for b in blocks])
    keep = bright > 0.5 * np.quantile(bright, 0.9)
    for _ in range(4):
        fit = np.linalg.lstsq(at[keep], bright[keep], rcond=None)[0]
        off = bright / np.maximum(at @ fit, 1e-3)
        keep = off > max(0.94, float(np.quantile(off, 0.4)) - 0.02)
    for _ in range(4):
        off = level / np.maximum(terms @ fit, 1e-3)
        use = (off > 0.98) & (off < 1.03)
        if use.sum() < 200:
            use = off > np.quantile(off, 0.8)
        fit = np.linalg.lstsq(terms[use], level[use], rcond=None)[0]
    each = [np.linalg.lstsq(terms[use], small[use][:, c], rcond=None)[0] for c in range(3)]
    whole = _terms(light.shape[:2])
    return np.stack([np.maximum(whole @ e, 1e-3) for e in each], axis=-1)


def _terms(shape: tuple[int, ...]) -> Array:
    """1, u, v, u², uv, v² at every pixel, u and v from −½ to ½."""
    v, u = np.meshgrid(np.linspace(-0.5, 0.5, shape[0]), np.linspace(-0.5, 0.5, shape[1]), indexing="ij")
    return np.stack([np.ones_like(u), u, v, u * u, u * v, v * v], axis=-1)
