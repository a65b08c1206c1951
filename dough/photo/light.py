"""Between coded pictures, linear light and CIE L*a*b* (D65, IEC 61966-2-1)."""

from __future__ import annotations

from typing import Any

import numpy as np

Array = np.ndarray[Any, np.dtype[np.float64]]
TO_XYZ = np.array([[0.4124564, 0.3575761, 0.1804375], [0.2126729, 0.7151522, 0.0721750],
                   [0.0193339, 0.1191920, 0.9503041]])  # fmt: skip
WHITE = np.array([0.95047, 1.0, 1.08883])


def linear(coded: Array) -> Array:
    """Linear light 0 to 1 of coded values 0 to 1, any shape."""
    return np.where(coded <= 0.04045, coded / 12.92, ((coded + 0.055) / 1.055) ** 2.4)


def coded(light: Array) -> Array:
    """The other way, clipped."""
    c = np.clip(light, 0.0, 1.0)
    return np.where(c <= 0.0031308, 12.92 * c, 1.055 * c ** (1.0 / 2.4) - 0.055)


def lab_of(light: Array) -> Array:
    """L*a*b* of linear light, last axis of three."""
    t = np.maximum(light @ TO_XYZ.T / WHITE, 0.0)
    f = np.where(t > (6.0 / 29.0) ** 3, np.cbrt(t), t / (3.0 * (6.0 / 29.0) ** 2) + 4.0 / 29.0)
    return np.stack(
        [116.0 * f[..., 1] - 16.0, 500.0 * (f[..., 0] - f[..., 1]), 200.0 * (f[..., 1] - f[..., 2])], axis=-1
    )


def light_of(lab: Array) -> Array:
    """Linear light of L*a*b*, last axis of three; not clipped."""
    fy = (lab[..., 0] + 16.0) / 116.0
    f = np.stack([fy + lab[..., 1] / 500.0, fy, fy - lab[..., 2] / 200.0], axis=-1)
    xyz = np.where(f > 6.0 / 29.0, f**3, 3.0 * (6.0 / 29.0) ** 2 * (f - 4.0 / 29.0)) * WHITE
    return np.asarray(xyz @ np.linalg.inv(TO_XYZ).T)
