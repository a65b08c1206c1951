"""Pictures whose truth is known: cookies and a camera drawn widely."""

from __future__ import annotations

import numpy as np

from dough.facts.colour import crust_lab
from dough.photo.camera import Camera, SceneCookie, places
from dough.photo.measure import Found


def scene(seed: int, pieces: int = 6, width: int = 1200) -> tuple[tuple[SceneCookie, ...], Camera, np.random.Generator]:
    """Sizes, shades, dark doughs, askew by up to 8 degrees, upside down, tinted uneven light, shadows, crumbs."""
    rng = np.random.default_rng(seed)
    size, rim, raw = rng.uniform(45, 84), rng.uniform(30, 74), float(rng.choice([82, 82, 70, 40]))
    middle = min(rim + rng.uniform(2, 16), 86.0)
    cookies = tuple(
        SceneCookie(x, y, size * (1 + 0.02 * rng.normal()), rng.uniform(0.9, 1.0), rng.uniform(0, 180),
                    rng.uniform(6, 16), crust_lab(rim, raw), crust_lab(middle, raw), rng.uniform(0, 0.06))
        for x, y in places(size * 1.05, pieces)
    )  # fmt: skip
    camera = Camera(
        width, 3 * width // 4, rng.uniform(430, 700), rng.uniform(-8, 8), rng.uniform(-8, 8),
        rng.uniform(-8, 8) + float(rng.choice([0, 180])), rng.uniform(-0.4, 0.4), rng.uniform(-0.4, 0.4),
        rng.uniform(0.9, 1.25), rng.uniform(0.65, 1.05), rng.uniform(0.7, 0.98), rng.uniform(0.1, 0.45),
        rng.uniform(0.002, 0.015), 40,
    )  # fmt: skip
    return cookies, camera, rng


def nearest(cookies: tuple[SceneCookie, ...], f: Found) -> SceneCookie:
    """The cookie a found outline stands for."""
    return min(cookies, key=lambda c: float(np.hypot(c.x - f.outline.x, c.y - f.outline.y)))
