"""Bake shades for drawing.

Lab to sRGB: CIE 1976 with D65 white, IEC 61966-2-1 transfer. The a*, b* that go with a crust L*
are a labelled guess for pale wheat doughs (L): real colours differ by flour, sugar and screen.
"""

from __future__ import annotations

import itertools

#: L* → (a*, b*) of typical wheat-flour biscuits; a guess, for drawing only.
SHADES = (
    (92.0, -1.0, 13.0), (84.0, 1.0, 20.0), (76.0, 4.0, 27.0), (68.0, 9.0, 33.0), (60.0, 13.0, 35.0),
    (52.0, 15.0, 32.0), (45.0, 14.0, 26.0), (38.0, 12.0, 19.0), (30.0, 8.0, 11.0), (20.0, 5.0, 6.0),
)  # fmt: skip


def bake_shade(lightness: float) -> tuple[float, float, float]:
    """L*, a*, b* of a crust this light, interpolated in ``SHADES`` and held at its ends."""
    if lightness >= SHADES[0][0]:
        return SHADES[0]
    for (l1, a1, b1), (l2, a2, b2) in itertools.pairwise(SHADES):
        if lightness >= l2:
            t = (l1 - lightness) / (l1 - l2)
            return lightness, a1 + t * (a2 - a1), b1 + t * (b2 - b1)
    return SHADES[-1]


#: A dough this light keeps the wheat hues; a dark one keeps its own, duller ones (a guess, L).
WHEAT_L, DARKEST_L = 82.0, 25.0


def crust_lab(lightness: float, raw_l: float) -> tuple[float, float, float]:
    """L*, a*, b* of a crust of a dough whose raw L* is raw_l: cocoa, rye and molasses keep their hue."""
    _, a, b = bake_shade(lightness)
    own = min(max((WHEAT_L - raw_l) / (WHEAT_L - DARKEST_L), 0.0), 1.0)
    return lightness, a * (1.0 - 0.35 * own), b * (1.0 - 0.65 * own)


def crust_hex(lightness: float, raw_l: float) -> str:
    """The same as #rrggbb."""
    r, g, b = lab_to_srgb(*crust_lab(min(max(lightness, 15.0), 95.0), raw_l))
    return f"#{r:02x}{g:02x}{b:02x}"


def lab_to_srgb(lightness: float, a: float, b: float) -> tuple[int, int, int]:
    """sRGB 0-255 of a CIE L*a*b* colour (D65), clipped to the gamut."""
    fy = (lightness + 16.0) / 116.0
    x, y, z = (_inverse(f) * w for f, w in ((fy + a / 500.0, 0.95047), (fy, 1.0), (fy - b / 200.0, 1.08883)))
    linear = (
        3.2404542 * x - 1.5371385 * y - 0.4985314 * z,
        -0.9692660 * x + 1.8760108 * y + 0.0415560 * z,
        0.0556434 * x - 0.2040259 * y + 1.0572252 * z,
    )
    return tuple(round(255.0 * _transfer(min(max(c, 0.0), 1.0))) for c in linear)  # type: ignore[return-value]


def shade_hex(lightness: float) -> str:
    """The bake shade of this L* as #rrggbb."""
    r, g, b = lab_to_srgb(*bake_shade(lightness))
    return f"#{r:02x}{g:02x}{b:02x}"


def _inverse(f: float) -> float:
    return f**3 if f > 6.0 / 29.0 else 3.0 * (6.0 / 29.0) ** 2 * (f - 4.0 / 29.0)


def _transfer(c: float) -> float:
    return 12.92 * c if c <= 0.0031308 else 1.055 * c ** (1.0 / 2.4) - 0.055
