"""The rule of thumb moves in the directions the craft agrees on."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given

from dough.bake.intake import Kit, NoCase, bake_case
from dough.bake.rule_of_thumb import forecast
from dough.edit import set_amount
from dough.formula import Draft
from dough.ingredients import Role
from dough.start import from_style_formula
from dough.styles import Style, styles
from dough.target import Cookie
from tests.dough.strategies import style_drafts

CHEWY = styles()["chewy"]
BASE = from_style_formula(CHEWY)[0]


def cookie(draft: Draft, style: Style = CHEWY) -> Cookie:
    case = bake_case(draft, style, Kit())
    assert not isinstance(case, NoCase)
    return forecast(case).cookie


def scaled(draft: Draft, role: Role, factor: float) -> Draft:
    for line in draft.formula.of_role(role):
        draft = set_amount(draft, line.id, (line.grams or 0) * factor, "g")
    return draft


def process(draft: Draft, **changes: object) -> Draft:
    return replace(draft, process=replace(draft.process, **changes))  # type: ignore[arg-type]


@given(style_drafts(within=0.15))
def test_more_flour_is_narrower_and_taller(draft: Draft) -> None:
    before, after = cookie(draft), cookie(scaled(draft, Role.FLOUR, 1.1))
    assert (after.diameter_mm or 0) < (before.diameter_mm or 0)
    assert (after.height_mm or 0) > (before.height_mm or 0)


#: The styles whose practice the rule was written from.
DROPS = ("thin_crisp", "chewy", "cakey", "thick", "oat")


@given(style_drafts(within=0.15, names=DROPS))
def test_more_sugar_or_warmer_dough_is_wider_and_flatter(draft: Draft) -> None:
    before = cookie(draft)
    for after in (cookie(scaled(draft, Role.SUGAR, 1.1)), cookie(process(draft, dough_temp_c=24.0))):
        assert (after.diameter_mm or 0) > (before.diameter_mm or 0)
        assert (after.height_mm or 0) < (before.height_mm or 0)


def test_the_sizes_are_those_of_practice() -> None:
    base = cookie(BASE).diameter_mm or 0
    assert (cookie(scaled(BASE, Role.SUGAR, 1.1)).diameter_mm or 0) / base == pytest.approx(1.03, abs=0.005)
    assert (cookie(scaled(BASE, Role.FLOUR, 1.1)).diameter_mm or 0) / base == pytest.approx(0.95, abs=0.005)
    assert (cookie(process(BASE, portion_g=90.0)).diameter_mm or 0) / base == pytest.approx(1.27, abs=0.02)
    warm = cookie(process(BASE, dough_temp_c=21.0)).diameter_mm or 0
    assert warm / base == pytest.approx(1.01, abs=0.002)


def test_longer_is_crisper_drier_and_darker() -> None:
    before, after = cookie(BASE), cookie(process(BASE, minutes=13.0))
    assert (after.rim_crisp or 0) > (before.rim_crisp or 0)
    assert (after.middle_soft or 0) < (before.middle_soft or 0)
    assert (after.crust_l or 0) < (before.crust_l or 0)


def test_egg_lifts_and_turns_cakey() -> None:
    before, after = cookie(BASE), cookie(scaled(BASE, Role.EGG, 1.6))
    assert (after.height_mm or 0) > (before.height_mm or 0)
    assert (after.crumb_cakey or 0) > (before.crumb_cakey or 0)


def test_a_cut_cookie_grows_from_its_cut_size() -> None:
    style = styles()["cutout"]
    draft = process(from_style_formula(style)[0], start_diameter_mm=60.0)
    assert cookie(draft, style).diameter_mm == pytest.approx(60 * 1.06, rel=0.01)


def test_it_says_what_it_is_and_what_it_leaves_out() -> None:
    case = bake_case(BASE, CHEWY, Kit())
    assert not isinstance(case, NoCase)
    answer = forecast(case)
    assert answer.method == "rule_of_thumb"
    assert "oven temperature and fan" in answer.not_counted
    diameter = answer.estimates["diameter_mm"]
    assert diameter.low is not None
    assert diameter.high is not None
    assert diameter.low < diameter.value < diameter.high
