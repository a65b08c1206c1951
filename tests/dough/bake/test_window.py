"""Best, good and last minute: from the target, on one scale, whatever a style is called."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from dough.bake.contract import BakeCase, Window
from dough.bake.detail import detail
from dough.bake.intake import Kit, bake_case
from dough.bake.taught import GENERAL, with_own
from dough.bake.window import Followed, counted, find_window
from dough.bake.wished import BROWNED, measures
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.styles import Style, styles


def case_of(style: Style, **process: object) -> BakeCase:
    draft = from_style_formula(style)[0]
    draft = replace(draft, process=replace(draft.process, **process))  # type: ignore[arg-type]
    case = bake_case(draft, style, Kit())
    assert isinstance(case, BakeCase)
    return case


def window(style: str, wanted: Cookie | None = None, **process: object) -> Window:
    s = styles()[style]
    return detail(case_of(s, **process), from_style_formula(s)[1].cookie if wanted is None else wanted).window


@pytest.mark.parametrize("style", sorted(styles()))
def test_the_three_stand_in_order_and_each_has_its_reason(style: str) -> None:
    w = window(style)
    assert w.best_min is not None
    assert w.best_low_min is not None
    assert w.best_high_min is not None
    assert w.earliest_min <= w.best_min <= w.latest_min
    assert w.best_low_min <= w.best_min <= w.best_high_min
    assert w.last_min is None or w.last_min >= w.latest_min
    assert w.earliest_because
    assert w.latest_because


@pytest.mark.parametrize("style", sorted(styles()))
def test_the_good_minutes_are_few_enough_to_act_on(style: str) -> None:
    w, usual = window(style), styles()[style].minutes
    assert w.latest_min - w.earliest_min <= 0.75 * usual.typical


def test_another_name_for_a_style_changes_nothing() -> None:
    for style in styles().values():
        called = replace(style, id="moon", name="Moon")
        wanted = from_style_formula(style)[1].cookie
        assert detail(case_of(style), wanted).window == detail(case_of(called), wanted).window


def test_a_style_alone_is_enough_for_a_best_minute() -> None:
    assert window("chewy", Cookie()).best_min == pytest.approx(window("chewy").best_min)


def test_a_paler_or_softer_wish_comes_out_earlier() -> None:
    typical = from_style_formula(styles()["chewy"])[1].cookie
    usual = window("chewy").best_min or 0.0
    assert (window("chewy", replace(typical, crust_l=(typical.crust_l or 60.0) + 8.0)).best_min or 99.0) < usual
    softer = replace(typical, middle_soft=95.0, crumb_cakey=40.0)
    assert (window("chewy", softer).best_min or 99.0) < usual


def test_it_does_not_hang_on_the_planned_minutes() -> None:
    usual = window("chewy").best_min or 0.0
    assert window("chewy", minutes=7.0).best_min == pytest.approx(usual, abs=0.4)
    assert window("chewy", minutes=16.0).best_min == pytest.approx(usual, abs=0.4)


def test_what_to_look_for_is_told_at_each_of_them() -> None:
    looks = window("chewy").looks
    assert [x.which for x in looks] == ["first", "best", "last"]
    assert all(x.rim and x.middle and x.smell and x.touch for x in looks)
    assert looks[0].minute <= looks[1].minute <= looks[2].minute


def test_carry_over_counts() -> None:
    """A thick cold piece is pulled with its core far below where it ends."""
    style = styles()["thick"]
    w = window("thick", portion_g=140.0, dough_temp_c=5.0)
    found = detail(case_of(style, portion_g=140.0, dough_temp_c=5.0, minutes=w.best_min), Cookie())
    assert found.carry_over_k > 1.5
    assert found.ends["core_c"] < 85.0


@pytest.mark.parametrize("style", sorted(styles()))
def test_the_usual_formula_of_a_style_is_best_within_its_usual_minutes(style: str) -> None:
    best, usual = window(style).best_min, styles()[style].minutes
    assert best is not None
    assert usual.low - 1.0 <= best <= usual.high + 1.0


def test_a_wetter_dough_is_wanted_wetter() -> None:
    style = styles()["chewy"]
    wet, usual = (measures(Cookie(), style, 80.0, w)[0].wanted for w in (19.0, 15.0))
    assert 0.5 <= wet - usual <= 1.5


def test_hardly_browned_is_no_fault_of_a_dark_dough_but_too_far_is() -> None:
    dark = measures(Cookie(), styles()["wafer"], 45.0, 14.0)
    browned = next(m for m in dark if m.key == BROWNED)
    told = Followed(np.array([5.0, 10.0]), {m.key: np.full(2, m.wanted) for m in dark})
    told.values[BROWNED][:] = browned.wanted + 9.0, browned.wanted - 9.0
    off = counted(told.fine(dark)[1])[BROWNED]
    assert off[0] == 0.0
    assert off[-1] < -2.0


def test_what_a_dough_s_shade_is_off_by_moves_a_dark_dough_too() -> None:
    ends = {"crust_l": np.array([50.0]), "browned_l": np.array([60.0])}
    paler = with_own(ends, [replace(GENERAL, own=(0.0, 0.0, 0.0, 4.0))])
    assert paler["browned_l"][0] == pytest.approx(64.0)


def test_a_paler_kitchen_does_not_make_hardly_browned_a_fault() -> None:
    dark = measures(Cookie(), styles()["wafer"], 45.0, 14.0)
    moist = next(m for m in dark if m.key == "matrix_whole_pct")
    minutes = np.linspace(6.0, 14.0, 9)
    values = {m.key: np.full(9, m.wanted) for m in dark}
    values[moist.key] = moist.wanted + np.linspace(4.0, -4.0, 9) * moist.step
    values[BROWNED] = np.linspace(90.0, 50.0, 9)
    told, rim = Followed(minutes, values), np.ones(9)
    paler = find_window(told, rim, dark, [{BROWNED: 20.0}], by_colour=False)
    assert paler.best_low_min is not None
    assert paler.best_high_min is not None
    assert paler.best_high_min - paler.best_low_min <= 1.0
