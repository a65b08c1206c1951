"""From real lines to what the bake is given."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given

from dough.accounts.butter.method import state_after
from dough.accounts.butter.solid_fat import BUTTER, LIQUID, SolidFat, blend, curve_of
from dough.accounts.formula import Draft, Formula, Line, Liner, Method, Place, Shelf, Step
from dough.bake.contract import BakeCase, Makeup
from dough.bake.inputs import BakeInputs
from dough.bake.intake import Kit, NoCase, bake_case, bake_inputs
from dough.bake.makeup import makeup
from dough.draft.start import from_style_formula
from dough.facts.styles import styles
from tests.dough.strategies import formula_of, formulas

CHEWY = styles()["chewy"]


def inputs_of(draft: Draft) -> BakeInputs:
    case = bake_case(draft, CHEWY, Kit())
    assert isinstance(case, BakeCase)
    return bake_inputs(case)


def grams(m: Makeup) -> float:
    return (
        m.flour_g + m.sucrose_g + m.reducing_g + m.fat_g + m.water_g + m.egg_white_g + m.egg_yolk_g + m.milk_solids_g
        + m.other_g + m.salt_g + m.soda_g + m.powder_g
    )  # fmt: skip


@given(formulas())
def test_no_gram_is_made_or_lost(formula: Formula) -> None:
    """Rows of the table may leave up to a seventh of themselves unaccounted for; powder in flour counts twice."""
    lines = [x for x in formula.lines if x.in_dough and x.ingredient_id not in ("ammonia", "sr_uk", "sr_us")]
    m = makeup(list(lines))
    whole = sum(x.grams or 0.0 for x in lines)
    base = whole * (1.0 - m.inclusion_share)
    assert grams(m) == pytest.approx(base, rel=0.15, abs=0.5)


def test_browned_butter_has_lost_its_water() -> None:
    lines = list(formula_of(("ap", 100.0), ("butter", 80.0), ("gran", 60.0)).lines)
    soft, browned = makeup(lines), makeup(lines, Method.BROWNED_RESET)
    assert soft.water_g - browned.water_g == pytest.approx(80 * 0.168, abs=0.6)
    assert browned.fat_g == soft.fat_g


def test_gluten_free_flour_holds_less_than_wheat_and_more_than_nothing() -> None:
    wheat, free = (makeup(list(formula_of((f, 100.0)).lines)).flour_protein for f in ("ap", "gfblend"))
    assert wheat == pytest.approx(0.105, abs=0.002)
    assert 0.05 < free < wheat


def test_ground_almonds_join_the_dough_and_whole_ones_do_not() -> None:
    base = formula_of(("ap", 100.0), ("butter", 60.0), ("gran", 60.0)).lines
    ground = makeup([*base, Line("a", "almond", 40.0, Step.FOLD_IN)])
    whole = makeup([*base, Line("a", "almonds", 40.0, Step.FOLD_IN)])
    assert ground.inclusion_share == 0
    assert ground.fat_g > whole.fat_g
    assert whole.inclusion_share == pytest.approx(40 / 260)


def test_cocoa_and_molasses_start_dark() -> None:
    plain = makeup(list(formula_of(("ap", 100.0), ("gran", 60.0), ("butter", 60.0)).lines)).raw_l
    cocoa = makeup(list(formula_of(("ap", 85.0), ("cocoa_n", 30.0), ("gran", 60.0), ("butter", 60.0)).lines)).raw_l
    assert plain == pytest.approx(82.0)
    assert cocoa < 50


def test_the_ph_is_the_leavening_account_s() -> None:
    draft, _ = from_style_formula(CHEWY)
    assert inputs_of(draft).ph == pytest.approx(8.2, abs=0.1)


def test_melted_fat_rebuilds_in_the_cold_only() -> None:
    warm = state_after(Method.MELTED, 2.0, Place.COUNTER, 22.0)
    cold = state_after(Method.MELTED, 2.0, Place.FRIDGE, 8.0)
    assert warm.crystal == pytest.approx(0.30)
    assert cold.crystal == pytest.approx(1 - 0.7 * 0.1353, abs=0.002)
    assert state_after(Method.CREAMED_SOFT, 0, Place.COUNTER, 20).crystal == 1.0


@pytest.mark.parametrize(
    ("fat", "at", "solid"),
    [
        ("butter", {5: 0.51, 15: 0.31, 20: 0.175, 30: 0.055}, BUTTER),
        ("shortening", {5: 0.32, 20: 0.21, 30: 0.14}, curve_of("shortening")),
        ("coconut", {10: 0.76, 20: 0.35, 30: 0.0}, curve_of("coconutoil")),
        ("lard", {5: 0.36, 20: 0.21, 30: 0.07}, curve_of("lard")),
    ],
)
def test_solid_fat_is_within_six_points_of_its_melting_curve(fat: str, at: dict[int, float], solid: SolidFat) -> None:
    from dough.bake.fat import solid_share

    for temp, expected in at.items():
        assert solid_share(temp, solid.solid_max, solid.mid_c, solid.width_k) == pytest.approx(expected, abs=0.06), fat


def test_butter_and_oil_together_have_half_the_solids() -> None:
    half = blend([(50.0, BUTTER), (50.0, LIQUID)])
    assert half.solid_max == pytest.approx(BUTTER.solid_max / 2)
    assert half.mid_c == BUTTER.mid_c
    assert blend([]) == LIQUID


def test_no_case_says_what_is_missing() -> None:
    draft = Draft(formula_of(("ap", 100.0), ("butter", None)), from_style_formula(CHEWY)[0].process)
    answer = bake_case(draft, CHEWY, Kit())
    assert isinstance(answer, NoCase)
    assert "Butter, unsalted" in answer.because


def test_an_oven_s_offset_and_a_tray_reach_the_bake() -> None:
    draft, _ = from_style_formula(CHEWY)
    case = bake_case(draft, CHEWY, Kit(offset_k=-8.0, tray_conductance=1.3))
    assert isinstance(case, BakeCase)
    x = bake_inputs(case)
    assert (x.offset_k, x.tray_conductance) == (-8.0, 1.3)
    banged = bake_inputs(replace(case, heat=replace(case.heat, bang_minute=6.0)))
    assert (banged.bang_minute, banged.bang) == (6.0, 1.0)


def test_liner_and_shelf_change_the_heat_from_below_and_above() -> None:
    draft, _ = from_style_formula(CHEWY)

    def given(**changes: object) -> BakeInputs:
        case = bake_case(replace(draft, process=replace(draft.process, **changes)), CHEWY, Kit(tray_conductance=1.2))  # type: ignore[arg-type]
        assert isinstance(case, BakeCase)
        return bake_inputs(case)

    plain = given()
    assert (plain.tray_conductance, plain.roof_k) == (1.2, 0.0)
    assert given(liner=Liner.SILICONE).tray_conductance == pytest.approx(1.2 * 0.83)
    low, high = given(shelf=Shelf.LOW), given(shelf=Shelf.HIGH)
    assert low.tray_conductance > plain.tray_conductance > high.tray_conductance
    assert low.roof_k < 0 < high.roof_k
    # A fan mixes the air: the shelf tells half as much.
    assert given(shelf=Shelf.HIGH, fan=True).roof_k == pytest.approx(high.roof_k / 2)
    assert given(rotate_minute=6.0).rotate_minute == 6.0
