"""Window, best minute, egg line, ranges and what decides."""

from __future__ import annotations

from dataclasses import replace

import pytest

from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase
from dough.bake.detail import detail, levers
from dough.bake.intake import Kit, bake_case, bake_inputs
from dough.bake.model import forecast
from dough.draft.edit import set_amount
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.styles import styles


def case_of(style: str, **process: object) -> tuple[BakeCase, Cookie]:
    draft, target = from_style_formula(styles()[style])
    draft = replace(draft, process=replace(draft.process, **process))  # type: ignore[arg-type]
    case = bake_case(draft, styles()[style], Kit())
    assert isinstance(case, BakeCase)
    return case, target.cookie


@pytest.mark.parametrize("style", sorted(styles()))
def test_every_style_has_a_window_at_its_usual_bake(style: str) -> None:
    case, wanted = case_of(style)
    window = detail(case, wanted).window
    usual = styles()[style].minutes
    assert window.earliest_min < window.latest_min
    assert window.earliest_min <= 1.35 * usual.high
    assert window.latest_min >= 0.65 * usual.low


def test_a_dark_dough_is_judged_without_colour() -> None:
    case, wanted = case_of("wafer")
    found = detail(case, wanted)
    assert not found.window.by_colour
    assert "dark" not in found.window.latest_because
    assert any("colour tells little" in w for w in forecast(case).warnings)


def test_thin_rolled_biscuits_have_good_minutes_too() -> None:
    for thickness in (3.0, 4.0, 5.0):
        case, wanted = case_of("cutout", start_thickness_mm=thickness, portion_g=4.0 * thickness)
        window = detail(case, wanted).window
        assert window.latest_min - window.earliest_min > 0.5, thickness


def test_egg_and_texture_are_two_questions() -> None:
    """A thick piece can be right to pull with its core under 71 °C; both are said."""
    case, wanted = case_of("thick", portion_g=140.0, dough_temp_c=5.0)
    found = detail(case, wanted)
    assert found.egg.reached_min is not None
    assert found.window.earliest_min < found.egg.reached_min


def test_ranges_hold_the_point_and_widen_with_what_is_not_known() -> None:
    case, wanted = case_of("chewy")
    found = detail(case, wanted)
    for key, e in found.estimates.items():
        assert e.low is not None, key
        assert e.high is not None, key
        assert e.low <= e.value <= e.high, key
    wide = found.estimates["diameter_mm"]
    assert 0.04 <= ((wide.high or 0) - (wide.low or 0)) / 2 / wide.value <= 0.20


def test_what_decides_points_the_right_way() -> None:
    case, wanted = case_of("chewy", portion_g=40.0)
    drives = {d.what: d.change for d in detail(case, wanted).drives["diameter_mm"]}
    assert len(drives) == 3
    assert drives.get("portion +10 %", 1.0) > 0
    assert drives.get("fold-ins +5 points", -1.0) < 0


def test_levers_stay_within_the_model() -> None:
    case, _ = case_of("chewy", oven_c=318.0)
    names = [w for w, _ in levers(bake_inputs(case))]
    assert "oven +10 °C" not in names
    assert "sugar +5 %" in names


def test_frames_go_from_raw_to_cooled_through_the_pull() -> None:
    case, wanted = case_of("chewy")
    found = detail(case, wanted)
    minutes = [f.minutes for f in found.frames]
    assert minutes[0] == 0
    assert minutes == sorted(minutes)
    assert any(abs(m - case.heat.minutes) < 1e-9 for m in minutes)
    assert minutes[-1] == pytest.approx(case.heat.minutes + 45)
    assert found.frames[0].core_c == pytest.approx(case.handling.dough_temp_c)
    assert found.frames[-1].section[0][1] == pytest.approx(found.ends["height_middle_mm"], abs=0.02)


def test_same_case_same_detail() -> None:
    case, wanted = case_of("oat")
    assert detail(case, wanted) == detail(case, wanted)


def test_a_forecast_past_the_model_is_refused_with_a_reason() -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    chips = next(x.id for x in draft.formula.lines if x.ingredient_id == "chips50")
    full = set_amount(draft, chips, 5000, "g")
    from dough.bake.intake import NoCase
    from dough.bake.model import forecast_or_reason

    answer = forecast_or_reason(bake_case(Draft(full.formula, full.process), styles()["chewy"], Kit()))
    assert isinstance(answer, NoCase)
    assert "Inclusion share" in answer.because
