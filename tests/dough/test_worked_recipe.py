"""One recipe worked out by hand, figure by figure: a chip drop dough on 280 g of flour."""

from __future__ import annotations

import pytest

from dough.composition import composition, percent_of, pieces
from dough.edit import line_percent
from dough.styles import style
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
