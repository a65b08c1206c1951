"""How cold a piece goes in: measured, or worked out from its chill."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.accounts.formula import Place, Process, Shape
from dough.bake.chilled import AIR_C, MIXED_C, at_oven, cooled


def test_a_45_g_ball_is_at_11_to_13_after_half_an_hour_in_the_fridge() -> None:
    assert 11.0 <= cooled(20.0, 0.5, Place.FRIDGE, 45.0, Shape.BALL) <= 13.0


def test_a_thin_sheet_is_cold_sooner_than_a_ball_of_the_same_mass() -> None:
    sheet = cooled(20.0, 0.3, Place.FRIDGE, 20.0, Shape.ROLLED, 5.0)
    assert sheet < cooled(20.0, 0.3, Place.FRIDGE, 20.0, Shape.BALL) - 2.0


@given(st.floats(5.0, 200.0), st.floats(0.0, 48.0), st.sampled_from([Place.FRIDGE, Place.FREEZER]))
def test_it_never_passes_the_air_and_longer_is_colder(grams: float, hours: float, place: Place) -> None:
    now, later = (cooled(20.0, h, place, grams, Shape.BALL) for h in (hours, hours + 1.0))
    assert AIR_C[place] <= later <= now <= 20.0


def test_a_chill_with_the_dough_left_as_mixed_is_worked_out_and_says_so() -> None:
    found = at_oven(Process(dough_temp_c=20.0, chill_h=2.0, chill_place=Place.FRIDGE), 45.0)
    assert found.worked_out
    assert 4.0 < found.temp_c < 8.0
    assert "worked out from 20 °C as mixed and 2 h in the fridge" in found.words


@pytest.mark.parametrize("said", [3.0, 6.0, 9.5])
def test_a_temperature_the_chill_allows_counts_as_measured(said: float) -> None:
    found = at_oven(Process(dough_temp_c=said, chill_h=2.0, chill_place=Place.FRIDGE), 45.0)
    assert (found.temp_c, found.worked_out) == (said, False)


def test_without_a_chill_what_is_typed_stands_and_nothing_typed_is_as_mixed() -> None:
    assert at_oven(Process(dough_temp_c=24.0), 45.0).temp_c == 24.0
    assert at_oven(Process(dough_temp_c=None), 45.0).temp_c == MIXED_C
    assert at_oven(Process(dough_temp_c=23.0, chill_h=3.0, chill_place=Place.COUNTER), 45.0).temp_c == 23.0
