"""Colour as it is: the light taken out by the paper, the camera by the patches."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.photo import card
from dough.photo.light import lab_of, light_of, linear
from dough.photo.marks import PER_MM

Array = np.ndarray[Any, np.dtype[np.float64]]
#: A patch is read in its middle, this share of its side.
READ_SHARE = 0.5
#: Rows and columns of blocks in which the paper's brightness is first looked for.
BLOCKS = (6, 9)


@dataclass(frozen=True, slots=True)
class Corrected:
    """L*a*b* of the straightened picture, shape (rows, columns, 3), how far the patches are off after it (CIE 1976
    colour difference, mean), and how uneven the light was (least over greatest)."""

    lab: Array
    patch_error: float
    evenness: float


def correct(sheet: Array) -> Corrected:
    """Undo light and camera. sheet is coded 0 to 1, straightened.

    The paper's brightness gives the light as a surface of second degree (shadows and cookies fall out of the fit);
    the patches then give each channel's gain and contrast, and a mixing of the channels.
    """
    light = linear(sheet)
    lamp = _lamp(light)
    flat = light / lamp
    paper = light_of(np.array([card.PAPER_L, 0.0, 1.0]))
    seen = [np.array([1.0, 1.0, 1.0])]
    true = [paper]
    for p in card.patches():
        half = READ_SHARE * p.side / 2
        middle = (p.x + p.side / 2, p.y + p.side / 2)
        rows = slice(round(PER_MM * (middle[1] - half)), round(PER_MM * (middle[1] + half)))
        columns = slice(round(PER_MM * (middle[0] - half)), round(PER_MM * (middle[0] + half)))
        seen.append(np.median(flat[rows, columns].reshape(-1, 3), axis=0))
        true.append(np.maximum(light_of(np.array(p.lab)), 1e-4))
    s, t = np.maximum(np.array(seen), 1e-4), np.array(true)
    gain = [np.polyfit(np.log(s[:, c]), np.log(t[:, c]), 1) for c in range(3)]
    bent = _bend(s, gain)
    weight = 1.0 / (0.03 + t.mean(axis=1, keepdims=True))
    # Drawn a little to "no mixing", so that few patches cannot make wild colours.
    ridge = 0.05 * len(t)
    left = (bent * weight).T @ (bent * weight) + ridge * np.eye(3)
    mix = np.linalg.solve(left, (bent * weight).T @ (t * weight) + ridge * np.eye(3))
    error = np.linalg.norm(lab_of(bent @ mix) - lab_of(t), axis=1)
    lab = lab_of(_bend(np.maximum(flat, 1e-4), gain) @ mix)
    brightness = lamp.mean(axis=-1)
    return Corrected(lab, float(error.mean()), float(brightness.min() / brightness.max()))


def _bend(values: Array, gain: list[Array]) -> Array:
    return np.stack([np.exp(gain[c][1]) * values[..., c] ** gain[c][0] for c in range(3)], axis=-1)


def _lamp(light: Array) -> Array:
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
