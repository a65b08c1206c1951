"""Bake shades for drawing."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.facts.colour import bake_shade, crust_hex, crust_lab, lab_to_srgb, shade_hex

light = st.floats(15, 95)


def brightness(hex_: str) -> int:
    return sum(int(hex_[i : i + 2], 16) for i in (1, 3, 5))


@given(light, st.floats(30, 85))
def test_a_darker_crust_is_drawn_darker(lightness: float, raw: float) -> None:
    assert brightness(crust_hex(lightness, raw)) >= brightness(crust_hex(max(lightness - 10, 15), raw)) - 3


@given(light)
def test_a_pale_dough_has_the_wheat_shades(lightness: float) -> None:
    assert crust_lab(lightness, 82.0)[1:] == pytest.approx(bake_shade(lightness)[1:])


def test_a_cocoa_dough_keeps_a_duller_hue() -> None:
    _, a, b = crust_lab(45.0, 40.0)
    _, wheat_a, wheat_b = crust_lab(45.0, 82.0)
    assert 0 < a < wheat_a
    assert 0 < b < 0.7 * wheat_b


def test_known_colours_convert() -> None:
    assert lab_to_srgb(100, 0, 0) == (255, 255, 255)
    assert lab_to_srgb(0, 0, 0) == (0, 0, 0)
    assert lab_to_srgb(53.24, 80.09, 67.20) == pytest.approx((255, 0, 0), abs=1)


@given(st.floats(-20, 140))
def test_every_shade_is_a_colour(lightness: float) -> None:
    assert len(shade_hex(lightness)) == len(crust_hex(lightness, 60.0)) == 7
