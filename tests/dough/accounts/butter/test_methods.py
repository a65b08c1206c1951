"""Ways of making the dough, and what butter temperature does to the bake."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.butter.conduction import form
from dough.accounts.butter.creaming import air_ratio, mixer, overrun
from dough.accounts.butter.mixing import schools
from dough.accounts.butter.zones import zone_for, zones
from dough.accounts.formula import Draft, Formula, Method
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecast
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.ingredients import Role
from dough.facts.styles import styles
from dough.judgement.butter_cost import costs, with_butter_at
from tests.dough.strategies import formula_of, style_drafts

CHEWY = styles()["chewy"]


def baked(draft: Draft) -> Cookie:
    case = bake_case(draft, CHEWY, Kit())
    assert not isinstance(case, type(None))
    return forecast(case).cookie  # type: ignore[arg-type]


@pytest.mark.parametrize("method", list(Method))
def test_every_method_has_its_zone_and_its_school(method: Method) -> None:
    zone = zones()[method]
    assert zone.low_c < zone.high_c
    assert form(zone.form)
    assert next(s for s in schools() if s.method is method).steps


def test_another_fat_moves_the_creaming_zone() -> None:
    plant = zone_for(Method.CREAMED_SOFT, formula_of(("ap", 200), ("plantbutter", 150)))
    assert (plant.low_c, plant.high_c) == (14.0, 19.0)
    assert zone_for(Method.RUBBED_IN, formula_of(("plantbutter", 150))).low_c == 5.0


def test_warmer_butter_widens_and_flattens_colder_narrows() -> None:
    """The direction the craft agrees on, over styles creamed soft and baked at once."""
    for ident in ("chewy", "thin_crisp", "cakey"):
        draft, style = from_style_formula(styles()[ident])[0], styles()[ident]
        found = costs(Setting.of(draft, style, Kit()), (14.0, 19.0, 22.0, 25.0, 28.0))
        wide = [c.cookie.diameter_mm or 0 for c in found]
        tall = [c.cookie.height_mm or 0 for c in found]
        assert wide[0] < wide[1] < wide[2] < wide[3], ident
        assert tall[1] > tall[2] > tall[3], ident


@given(style_drafts(0.15, ("chewy", "cakey", "thin_crisp", "thick", "ginger")), st.floats(19.5, 23), st.floats(1.5, 4))
@settings(max_examples=25, deadline=None)
def test_the_directions_hold_over_doughs_near_a_style(draft: Draft, temp: float, more: float) -> None:
    """Warmer butter never narrows or lifts, working the flour never widens, whatever the formula near a style."""
    draft = replace(draft, process=replace(draft.process, method=Method.CREAMED_SOFT, rest_h=0.0))

    def cookie(d: Draft) -> Cookie:
        return baked(d)

    cool, warm_ = cookie(with_butter_at(draft, temp)), cookie(with_butter_at(draft, temp + more))
    assert (warm_.diameter_mm or 0) >= (cool.diameter_mm or 0) - 0.05
    assert (warm_.height_mm or 0) <= (cool.height_mm or 0) + 0.05
    worked = cookie(replace(draft, process=replace(draft.process, flour_minutes=0.5 + more)))
    assert (worked.diameter_mm or 0) <= (cookie(draft).diameter_mm or 0) + 0.05


def test_butter_mixed_at_25_does_what_kitchens_report() -> None:
    """+4 to +12 % wider and −4 to −14 % flatter than at 18 °C, baked at once."""
    draft = from_style_formula(CHEWY)[0]
    cool, warm_ = (baked(with_butter_at(draft, t)) for t in (18.0, 25.0))
    assert 1.03 <= (warm_.diameter_mm or 0) / (cool.diameter_mm or 1) <= 1.12
    assert 0.84 <= (warm_.height_mm or 0) / (cool.height_mm or 1) <= 0.96


def test_saying_the_usual_changes_nothing_and_longer_creaming_lifts() -> None:
    draft = from_style_formula(CHEWY)[0]
    usual = air_ratio(None, None, None, draft.formula)
    assert air_ratio(3.0, 19.0, mixer("stand"), draft.formula) == pytest.approx(usual)
    assert air_ratio(8.0, 19.0, None, draft.formula) > 1.1 * usual
    assert air_ratio(3.0, 27.0, None, draft.formula) < 0.6
    assert overrun(0.2) == pytest.approx(0.25)


def test_brown_and_coarse_sugar_take_up_less_air_than_granulated() -> None:
    def ratio(sugar: str) -> float:
        lines = from_style_formula(CHEWY)[0].formula.lines
        sweet = tuple(replace(x, ingredient_id=sugar) if x.role is Role.SUGAR else x for x in lines)
        return air_ratio(None, None, None, Formula(sweet))

    found = {s: ratio(s) for s in ("gran", "lbrown", "demerara")}
    assert found["gran"] == pytest.approx(1.0)
    assert found["demerara"] < found["lbrown"] < 0.95


def test_mixing_on_after_the_flour_narrows_and_lifts() -> None:
    """Two minutes: 0 to 6 % narrower; never wider, and the usual half minute changes nothing."""
    draft = from_style_formula(CHEWY)[0]

    def mixed(minutes: float | None) -> Cookie:
        return baked(replace(draft, process=replace(draft.process, flour_minutes=minutes)))

    usual, two, five = mixed(None), mixed(2.5), mixed(5.5)
    assert mixed(0.5) == usual
    assert 0.94 <= (two.diameter_mm or 0) / (usual.diameter_mm or 1) < 1.0
    assert (five.diameter_mm or 0) < (two.diameter_mm or 0)
    assert (two.height_mm or 0) > (usual.height_mm or 0)
