"""The whole chain from a draft to what the screen shows."""

from __future__ import annotations

import pytest
from hypothesis import given

from dough.accounts.formula import Draft, Formula, Line, Step
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.bake.oven import marks
from dough.desk.preview import Figure, preview
from dough.draft.start import base_ratio, empty, from_style_formula
from dough.facts.colour import bake_shade, lab_to_srgb, shade_hex
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryErrors
from dough.facts.styles import styles
from tests.dough.strategies import draft_of, formulas

KIT = Kit()


def figure(draft: Draft, key: str) -> Figure:
    return next(f for f in preview(Setting.of(draft, None, KIT), Cookie()).figures if f.key == key)


def test_same_draft_same_answer() -> None:
    draft, target = from_style_formula(styles()["oat"])
    assert preview(Setting.of(draft, None, KIT), target.cookie) == preview(Setting.of(draft, None, KIT), target.cookie)


@pytest.mark.parametrize("name", [s.id for s in styles().values() if s.is_drop])
def test_a_typical_formula_forecasts_about_its_typical_cookie(name: str) -> None:
    """Within what the model claims before a kitchen has taught it: 15 % of the width, 6 points of moisture."""
    style = styles()[name]
    draft, target = from_style_formula(style)
    found = preview(Setting.of(draft, style, KIT), target.cookie).forecast
    assert found is not None
    assert style.diameter_mm is not None
    assert found.ends["diameter_mm"] == pytest.approx(style.diameter_mm, rel=0.15)
    assert found.ends["matrix_whole_pct"] == pytest.approx(style.crumb_moisture_pct, abs=6)


def test_an_empty_page_asks_for_the_first_thing() -> None:
    draft, _ = empty()
    result = preview(Setting.of(draft, None, KIT), Cookie())
    assert result.forecast is None
    assert "Add flour" in result.no_forecast
    assert result.cautions == ()


def test_no_flour_says_so() -> None:
    result = preview(Setting.of(draft_of(("gran", 100.0), ("butter", 100.0)), styles()["chewy"], KIT), Cookie())
    assert "no flour" in result.percent_note
    assert "no flour" in result.no_forecast
    assert result.lines[0].percent is None


def test_an_unknown_main_ingredient_stops_the_forecast_and_is_named() -> None:
    result = preview(
        Setting.of(draft_of(("ap", 200.0), ("gran", None), ("butter", 100.0)), styles()["chewy"], KIT), Cookie()
    )
    assert result.no_forecast == "No forecast while an amount is unknown: Granulated sugar."


def test_an_unknown_flavouring_does_not() -> None:
    draft, _ = base_ratio()
    draft = Draft(Formula((*draft.formula.lines, Line("v", "vanilla", None, Step.EGG))), draft.process)
    assert preview(Setting.of(draft, None, KIT), Cookie()).forecast is not None


def test_totals_say_what_they_lack() -> None:
    draft = draft_of(("ap", 200.0), ("gran", None), ("butter", 100.0))
    dough = figure(draft, "dough_g")
    assert (dough.value, dough.known, dough.lacks) == (None, 300.0, "Granulated sugar unknown")
    assert figure(draft, "sugar_to_fat").value is None
    assert figure(draft, "fat_g").value == pytest.approx(0.01 * 200 + 0.812 * 100)


def test_pieces_after_bowl_loss() -> None:
    draft = draft_of(("ap", 500.0), ("gran", 500.0), portion_g=40)
    pieces = figure(draft, "pieces")
    assert pieces.value == 24
    assert pieces.unit == "× 40 g, 20 g over"
    assert figure(draft_of(("ap", 500.0)), "pieces").lacks == "no portion set"


def test_raw_dough_carries_its_caution() -> None:
    assert "Raw flour and egg" in preview(Setting.of(draft_of(("ap", 100.0)), None, KIT), Cookie()).cautions[0]


def test_the_nearest_style_is_named_when_none_is_set() -> None:
    draft, _ = base_ratio()
    result = preview(Setting.of(draft, None, KIT), Cookie())
    assert result.nearest
    assert result.style is not None


@given(formulas(unknowns=True))
def test_any_formula_gets_an_answer(formula: Formula) -> None:
    result = preview(Setting.of(Draft(formula, draft_of().process), None, KIT), Cookie(diameter_mm=80))
    assert (result.forecast is None) == bool(result.no_forecast)
    if result.forecast:
        for key, estimate in result.forecast.estimates.items():
            assert 0 < estimate.value < 2000 or key not in ("diameter_mm", "height_mm")


def test_a_formula_that_cannot_be_kept_is_refused_line_by_line() -> None:
    bad = Formula((Line("a", "ap", -5.0, Step.DRY), Line("b", "nothing", 5.0, Step.DRY)))
    with pytest.raises(EntryErrors) as caught:
        preview(Setting.of(Draft(bad, draft_of().process), None, KIT), Cookie())
    assert [e.where for e in caught.value.items] == ["lines.a.amount", "lines.b.ingredient"]


def test_oven_marks() -> None:
    assert marks(180, False) == "355 °F · with fan about 160 °C"
    assert marks(160, True) == "320 °F · without fan about 180 °C"
    assert marks(None, False) == ""


def test_shades_darken_with_lightness_and_stay_brown() -> None:
    assert lab_to_srgb(100, 0, 0) == (255, 255, 255)
    assert lab_to_srgb(0, 0, 0) == (0, 0, 0)
    assert lab_to_srgb(53.24, 80.09, 67.20) == pytest.approx((255, 0, 0), abs=2)
    red, green, blue = lab_to_srgb(*bake_shade(60))
    assert red > green > blue
    assert shade_hex(84) > shade_hex(40)
