"""Sweetness: what tastes as sweet as what, and when a difference is told."""

from __future__ import annotations

import pytest

from dough.accounts.sweetness import sweet_per_100g, sweeter_pct, sweetness
from dough.facts.ingredients import ingredient
from tests.dough.strategies import formula_of


def test_sugars_stand_in_the_order_in_which_they_taste() -> None:
    assert sweetness(ingredient("gran")) == pytest.approx(100.0, abs=0.5)
    fructose, sugar, dextrose, syrup = (sweetness(ingredient(i)) for i in ("fructose", "gran", "dextrose", "glucsyr"))
    assert fructose > sugar > dextrose > syrup > 0
    assert sweetness(ingredient("butter")) < 1


def test_an_unknown_amount_of_something_sweet_leaves_it_unknown() -> None:
    known = formula_of(("ap", 100), ("gran", 50))
    assert sweet_per_100g(known.lines) == pytest.approx(100 * 50.3 / 150, abs=0.5)
    assert sweet_per_100g(formula_of(("ap", 100), ("gran", None)).lines) is None
    assert sweet_per_100g(()) is None


@pytest.mark.parametrize(
    ("before", "after", "by"), [(30.0, 24.0, -20.0), (30.0, 30.3, None), (None, 30.0, None), (30.0, None, None)]
)
def test_a_difference_is_told_where_it_is_known_and_tasted(
    before: float | None, after: float | None, by: float | None
) -> None:
    assert sweeter_pct(before, after) == (by if by is None else pytest.approx(by))
