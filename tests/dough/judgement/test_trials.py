"""Readings of a bake and how they compare."""

from __future__ import annotations

import pytest

from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.judgement.trials.compare import side_by_side
from dough.judgement.trials.measure import Measured, check, read_list


def test_several_readings_become_a_mean() -> None:
    measured = Measured.of(diameter_mm=(84, 86, 85), height_mm=(9.5, 10.5))
    assert measured.cookie.diameter_mm == 85
    assert measured.cookie.height_mm == 10
    assert measured.value("spread_factor") == pytest.approx(8.5)


def test_bake_loss_needs_both_weights() -> None:
    assert Measured.of(mass_before_g=240, mass_after_g=228).value("loss_pct") == pytest.approx(5.0)
    assert Measured.of(mass_before_g=240).value("loss_pct") is None


def test_readings_are_read_as_people_write_them() -> None:
    assert read_list("84 86; 85.5", "diameter_mm", "d") == (84, 86, 85.5)
    assert read_list("84, 86, 85,5", "diameter_mm", "d") == (84, 86, 85.5)
    assert read_list("", "diameter_mm", "d") == ()


@pytest.mark.parametrize("text", ["84 eighty", "84 -3", "84 9000", "1 " * 70])
def test_a_reading_that_does_not_fit_is_named(text: str) -> None:
    with pytest.raises(EntryError):
        read_list(text, "diameter_mm", "diameters")


def test_a_cookie_cannot_gain_weight_in_the_oven() -> None:
    with pytest.raises(EntryError, match="more than 240 g before"):
        check(Measured.of(mass_before_g=240, mass_after_g=250))
    with pytest.raises(EntryError, match="check both weights"):
        check(Measured.of(mass_before_g=240, mass_after_g=40))


def test_differences_are_in_units_and_words() -> None:
    result = side_by_side(Cookie(82, 10.5), Cookie(84, 10.0), Cookie(88, None))
    diameter, height = result.rows[0], result.rows[1]
    assert diameter.from_target == "6.0 mm too wide"
    assert diameter.from_forecast == "4.0 mm more than forecast"
    assert not diameter.within_scatter
    assert height.from_target == "not measured"
    assert side_by_side(Cookie(82), None, Cookie(83)).rows[0].within_scatter
