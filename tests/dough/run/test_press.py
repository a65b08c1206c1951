"""A ball under a weight: squeeze flow by its own laws, and what it says of a dough before the oven."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.intake import bake_inputs
from dough.bake.raw import Stiffness, raw_stiffness
from dough.bake.taught import GENERAL
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.styles import styles
from dough.plan.shapes import ball_mm
from dough.run.press import Press, carried_pa, pressed, pressed_mm, softer, weight_for

WARM = 23.0
BALL = 15.0


@pytest.fixture(scope="module")
def case() -> BakeCase:
    found = Setting.of(from_style_formula(styles()["chewy"])[0], styles()["chewy"]).case()
    assert isinstance(found, BakeCase)
    return found


def press_of(case: BakeCase, softer_by: float, dough_c: float = WARM) -> Press:
    """As a dough would press that is so much softer than the forecast thinks."""
    at = replace(case, handling=replace(case.handling, dough_temp_c=dough_c))
    raw = raw_stiffness(bake_inputs(at))
    by = math.exp(-softer_by)
    dough = Stiffness(raw.viscosity_pa_s * by, raw.yield_pa * by, raw.density_kg_m3)
    weight = weight_for(case, BALL, dough_c)
    return Press(BALL, weight, pressed_mm(dough, BALL, weight), dough_c)


@given(st.floats(10, 1e6), st.floats(10, 1e4), st.floats(5, 100), st.floats(100, 5000))
def test_a_heavier_weight_and_a_longer_time_press_wider_and_a_stiffer_dough_less(
    viscosity: float, yield_pa: float, ball: float, weight: float
) -> None:
    dough = Stiffness(viscosity, yield_pa, 1150.0)
    wide = pressed_mm(dough, ball, weight)
    assert wide >= ball_mm(ball, 1.15) - 1e-9
    assert pressed_mm(dough, ball, 2 * weight) >= wide
    assert pressed_mm(dough, ball, weight, 60.0) >= wide
    assert pressed_mm(Stiffness(2 * viscosity, yield_pa, 1150.0), ball, weight) <= wide + 1e-9
    assert pressed_mm(Stiffness(viscosity, 2 * yield_pa, 1150.0), ball, weight) <= wide + 1e-9


@given(st.floats(200, 3000), st.floats(20, 80), st.floats(800, 4000))
def test_what_has_come_to_rest_carries_the_weight_by_its_yield_stress(
    yield_pa: float, ball: float, weight: float
) -> None:
    dough = Stiffness(0.5, yield_pa, 1150.0)
    wide = pressed_mm(dough, ball, weight)
    if wide > 1.02 * ball_mm(ball, 1.15):
        assert carried_pa(Press(ball, weight, wide, 20.0), 1150.0) == pytest.approx(yield_pa, rel=0.03)


def test_without_yield_a_ball_goes_on_as_a_liquid_does() -> None:
    """Thin between plates: 1/h⁴ grows evenly in time (Stefan), so the radius grows as the eighth root."""
    dough = Stiffness(500.0, 0.0, 1150.0)
    early, late = (pressed_mm(dough, BALL, 3000.0, s) for s in (60.0, 960.0))
    assert math.log(late / early) / math.log(16.0) == pytest.approx(1 / 8, abs=0.015)


def test_a_softer_dough_is_told_and_forecast_wider_and_a_stiffer_one_narrower(case: BakeCase) -> None:
    soft, stiff = pressed(case, press_of(case, 0.4)), pressed(case, press_of(case, -0.4))
    assert soft.stiff.value < 1.0 < stiff.stiff.value
    assert soft.width_mm > soft.was_mm == pytest.approx(stiff.was_mm)
    assert stiff.width_mm < stiff.was_mm
    assert stiff.carried_pa > soft.carried_pa


def test_earlier_presses_of_the_dough_tell_the_day_from_the_kitchen(case: BakeCase) -> None:
    """A kitchen whose doughs always press softer than forecast is no softer today than usual."""
    usual = press_of(case, 0.5)
    alone, among = pressed(case, usual), pressed(case, usual, [usual, usual, usual])
    assert among.stiff.low is not None
    assert among.stiff.high is not None
    assert alone.stiff.low is not None
    assert alone.stiff.high is not None
    assert abs(math.log(among.stiff.value)) < abs(math.log(alone.stiff.value))
    assert math.log(among.stiff.high / among.stiff.low) < math.log(alone.stiff.high / alone.stiff.low)
    odd = pressed(case, press_of(case, 0.1), [usual, usual, usual])
    assert odd.stiff.value > among.stiff.value


def test_what_can_still_be_done_brings_a_soft_dough_back(case: BakeCase) -> None:
    wanted = Cookie(diameter_mm=pressed(case, press_of(case, 0.0)).was_mm)
    soft = replace(case, taught=softer(GENERAL, 0.0))
    found = pressed(soft, press_of(case, 0.9), wanted=wanted)
    assert found.changes
    assert any("colder" in c.words or "shorter" in c.words or "hotter" in c.words for c in found.changes)


def test_a_width_no_press_gives_is_refused_and_says_what_it_was_before(case: BakeCase) -> None:
    press = press_of(case, 0.0)
    with pytest.raises(EntryError, match="mm before it is pressed"):
        pressed(case, replace(press, width_mm=ball_mm(BALL, 1.15)))
    with pytest.raises(EntryError, match="mm before it is pressed"):
        pressed(case, replace(press, width_mm=300.0))


def test_the_weight_that_is_asked_for_widens_a_warm_ball_by_two_fifths(case: BakeCase) -> None:
    at = replace(case, handling=replace(case.handling, dough_temp_c=WARM))
    wide = pressed_mm(raw_stiffness(bake_inputs(at)), BALL, weight_for(case, BALL, WARM))
    assert 1.38 <= wide / ball_mm(BALL, raw_stiffness(bake_inputs(at)).density_kg_m3 / 1000.0) <= 1.8
    assert weight_for(case, BALL, 14.0) > weight_for(case, BALL, WARM)
