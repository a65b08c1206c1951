"""One recipe worked out by hand, figure by figure: a chip drop dough on 280 g of flour."""

from __future__ import annotations

import pytest

from dough.accounts.composition import composition, percent_of, pieces
from dough.accounts.gas import balanced_tartar_g, effective_mmol, raising, soda_ml
from dough.accounts.leavening import baked_ph, leavening
from dough.draft.edit import line_percent
from dough.facts.ingredients import ingredient
from dough.facts.kitchen_measures import Habit, KitchenAmount, weigh
from dough.facts.rules_of_thumb import (
    bake_loss_pct,
    browning_ratio,
    combined_change,
    diameter_cm,
    scaled_diameter,
    set_temperature_c,
    strong_share,
)
from dough.facts.styles import style
from tests.dough.strategies import formula_of

RECIPE = formula_of(
    ("ap", 280),
    ("butter", 227),
    ("gran", 150),
    ("lbrown", 165),
    ("egg", 100),
    ("vanilla", 8.5),
    ("soda", 4.8),
    ("salt", 6.0),
    ("chips50", 340),
)
COMP = composition(RECIPE)


@pytest.mark.parametrize(
    ("line", "percent"),
    [
        ("ap", 100.0),
        ("butter", 81.07),
        ("gran", 53.57),
        ("lbrown", 58.93),
        ("egg", 35.71),
        ("vanilla", 3.04),
        ("soda", 1.71),
        ("salt", 2.14),
    ],
)
def test_bakers_percentages(line: str, percent: float) -> None:
    assert line_percent(RECIPE, RECIPE.line(line)) == pytest.approx(percent, abs=0.005)


def test_masses() -> None:
    assert COMP.base.value == pytest.approx(941.3, abs=0.05)
    assert COMP.dough.value == pytest.approx(1281.3, abs=0.05)


def test_water_sugars_and_fat_leave_fold_ins_out() -> None:
    assert COMP.water.value == pytest.approx(156.5, abs=0.05)
    assert percent_of(COMP.water.value, COMP.flour.value) == pytest.approx(55.9, abs=0.05)
    assert percent_of(COMP.water.value, COMP.base.value) == pytest.approx(16.63, abs=0.005)
    assert COMP.sugars.value == pytest.approx(313.4, abs=0.05)
    assert percent_of(COMP.sugars.value, COMP.flour.value) == pytest.approx(111.9, abs=0.05)
    assert COMP.fat.value == pytest.approx(196.6, abs=0.05)
    assert percent_of(COMP.fat.value, COMP.flour.value) == pytest.approx(70.2, abs=0.05)
    assert COMP.sugar_to_fat == pytest.approx(1.594, abs=0.0005)
    assert COMP.sugar_in_solution == pytest.approx(0.667, abs=0.0005)


def test_gluten_forming_protein() -> None:
    assert COMP.gluten.value == pytest.approx(24.36, abs=0.005)
    assert percent_of(COMP.gluten.value, COMP.base.value) == pytest.approx(2.59, abs=0.005)


def test_salt_sodium_and_energy_count_the_fold_ins() -> None:
    assert percent_of(COMP.salt_whole.value, COMP.dough.value) == pytest.approx(0.466, abs=0.0055)
    assert COMP.sodium_whole_mg.value == pytest.approx(3914, rel=0.005)
    assert COMP.kcal_whole.value == pytest.approx(5797, abs=1)
    assert percent_of(COMP.kcal_whole.value, COMP.dough.value) == pytest.approx(452, abs=0.6)


def test_pieces_after_scrape_loss() -> None:
    count, left = pieces(1281.3, 45, 2)
    assert count + left / 45 == pytest.approx(27.9, abs=0.05)


def test_diameter_from_the_cube_root_rule() -> None:
    k = style("chewy").k_cm
    assert k is not None
    assert k.typical * 45 ** (1 / 3) == pytest.approx(8.71, abs=0.005)
    assert k.typical * 45 ** (1 / 3) * 2**0.36 == pytest.approx(11.18, abs=0.005)


BASE = formula_of(*((x.ingredient_id, x.grams) for x in RECIPE.lines if x.ingredient_id != "chips50"))


def test_soda_left_over_alkali_and_ph() -> None:
    account = leavening(BASE.lines)
    assert account is not None
    assert account.net_soda_g == pytest.approx(4.002, abs=0.0005)
    assert 100 * account.net_soda_g / 280 == pytest.approx(1.429, abs=0.0005)
    assert account.net_meq == pytest.approx(17.02, abs=0.005)
    assert account.ph == pytest.approx(8.29, abs=0.005)
    assert baked_ph(account.ph) == pytest.approx(8.91, abs=0.005)


def test_gas_of_the_dough_and_of_a_gram_of_soda() -> None:
    account = leavening(BASE.lines)
    assert account is not None
    assert effective_mmol(account) == pytest.approx(22.1, abs=0.05)
    found = raising(BASE, 0.1)
    assert found is not None
    assert found.mmol == pytest.approx(22.1, abs=0.05)
    assert found.ml == pytest.approx(541, abs=0.5)
    assert soda_ml(1.0, with_acid=True) == pytest.approx(291.2, abs=0.05)
    assert balanced_tartar_g(4.8, 280 * 0.22 / 100) == pytest.approx(9.37, abs=0.005)


def test_measures() -> None:
    def grams(ident: str, number: float, unit: str, habit: Habit) -> float:
        return weigh(ingredient(ident), KitchenAmount(number, number, unit), habit).grams

    assert grams("ap", 1, "cup", Habit.METRIC) == pytest.approx(128.9, abs=0.05)
    assert grams("honey", 1, "tbsp", Habit.AU) == pytest.approx(28.6, abs=0.05)
    assert 6.0 / grams("kosher_l", 1, "tsp", Habit.US) == pytest.approx(2.14, abs=0.015)


def test_bake_loss_set_point_and_browning_by_the_rules_of_thumb() -> None:
    water = percent_of(COMP.water.value, COMP.base.value)
    assert water is not None
    loss = bake_loss_pct(water, 7.5)
    assert loss == pytest.approx(9.87, abs=0.005)
    assert loss * 941.3 / 1281.3 == pytest.approx(7.25, abs=0.005)
    egg_protein = 100 * 100 * 0.126 / 280
    assert set_temperature_c(COMP.sugar_in_solution or 0, egg_protein, 10.5, 1.429) == pytest.approx(84.9, abs=0.05)
    assert browning_ratio(140, 150) == pytest.approx(1.675, abs=0.0005)


def test_diameters_and_changes_taken_together() -> None:
    assert diameter_cm(2.45, 45) == pytest.approx(8.71, abs=0.005)
    assert scaled_diameter(diameter_cm(2.45, 45), 45, 90) == pytest.approx(11.18, abs=0.005)
    assert 100 * combined_change((0.03, -0.04)) == pytest.approx(-1.12, abs=0.005)
    assert 100 * combined_change((0.10, 0.03, 0.05)) == pytest.approx(16.95, abs=0.005)


def test_two_flours_to_a_protein() -> None:
    assert strong_share(10.5, 8.2, 12.7) == pytest.approx(0.511, abs=0.0005)
    with pytest.raises(ValueError, match="outside"):
        strong_share(14, 8.2, 12.7)
