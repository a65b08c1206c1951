"""Roles against the usual ranges."""

from __future__ import annotations

import pytest

from dough.accounts.ratios import nearest_style, rail_ends, typical_for
from dough.draft.start import base_ratio, from_style_formula
from dough.facts.ingredients import Role
from dough.facts.styles import Style, styles
from dough.judgement.balance import balance
from tests.dough.strategies import formula_of

ALL = list(styles().values())


@pytest.mark.parametrize("style", ALL, ids=lambda s: s.id)
def test_the_typical_formula_lies_in_its_own_bands(style: Style) -> None:
    draft, _ = from_style_formula(style)
    out = {r.role: r.words for r in balance(draft.formula, style) if r.state in ("low", "high")}
    # Cocoa counts as flour in the trade's wafer formula but not in this table, which lifts its percentages.
    assert out == {} or style.id == "wafer", out


@pytest.mark.parametrize("style", ALL, ids=lambda s: s.id)
def test_typical_cookies_lie_in_their_own_ranges(style: Style) -> None:
    assert style.height_mm.low <= style.height_mm.typical <= style.height_mm.high
    assert style.minutes.low <= style.minutes.typical <= style.minutes.high
    assert style.oven_c.low <= style.oven_c.typical <= style.oven_c.high
    assert style.is_drop == (style.cut_growth is None)


@pytest.mark.parametrize("style", [s for s in ALL if s.k_cm], ids=lambda s: s.id)
def test_the_size_rule_gives_the_styles_own_diameter(style: Style) -> None:
    assert style.k_cm is not None
    assert 10 * style.k_cm.typical * style.portion_g.typical ** (1 / 3) == pytest.approx(style.diameter_mm, abs=1.2)


def test_fat_is_compared_as_butter() -> None:
    oil = formula_of(("ap", 100.0), ("oil", 50.0))
    fat = next(r for r in balance(oil, styles()["chewy"]) if r.role is Role.FAT)
    assert fat.percent == pytest.approx(50)
    assert fat.rail == pytest.approx(50 / 0.812)


def test_words_name_the_points_and_the_consequence() -> None:
    fat = formula_of(("ap", 100.0), ("butter", 95.0))
    role = next(r for r in balance(fat, styles()["chewy"]) if r.role is Role.FAT)
    assert role.state == "high"
    assert role.words.startswith("7.0 points over the usual 88 %")


def test_an_unknown_amount_is_neither_low_nor_high() -> None:
    role = next(
        r for r in balance(formula_of(("ap", 100.0), ("butter", None)), styles()["chewy"]) if r.role is Role.FAT
    )
    assert role.state == "unknown"
    assert role.rail is None


def test_without_a_style_nothing_is_judged() -> None:
    draft, _ = base_ratio()
    assert {r.state for r in balance(draft.formula, None)} == {"none"}


def test_the_nearest_style_of_a_typical_formula_is_that_style() -> None:
    for style in ALL:
        if style.is_drop and style.id != "tartar":  # its sugar, fat and egg are the chewy drop's
            draft, _ = from_style_formula(style)
            assert nearest_style(draft.formula) is style


def test_rails_show_the_band_and_its_surroundings() -> None:
    for style in ALL:
        for role in (Role.SUGAR, Role.FAT):
            band = next(r.band for r in balance(from_style_formula(style)[0].formula, style) if r.role is role)
            assert band is not None
            low, high = rail_ends(band)
            assert 0 <= low < band.low < band.high < high
            assert low < typical_for(role, style) < high
