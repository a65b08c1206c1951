"""Laws of adding up: composition is linear, and what is unknown is never zero."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.accounts.composition import composition, line_parts, pieces
from dough.accounts.formula import Formula, Step
from tests.dough.strategies import formula_of, formulas


@given(formulas())
def test_a_line_is_no_more_than_its_parts(formula: Formula) -> None:
    for line in formula.lines:
        parts = line_parts(line)
        assert parts is not None
        assert sum(parts.values()) == pytest.approx(line.grams, rel=0.007)


@given(formulas(), st.floats(0.1, 20))
def test_scaling_scales_every_total(formula: Formula, factor: float) -> None:
    scaled = Formula(tuple(replace(x, grams=(x.grams or 0) * factor) for x in formula.lines))
    before, after = composition(formula), composition(scaled)
    for name in ("dough", "base", "water", "sugars", "fat", "gluten", "kcal_whole"):
        assert getattr(after, name).known == pytest.approx(getattr(before, name).known * factor, rel=1e-9)


@given(formulas(), formulas())
def test_two_doughs_together_hold_what_both_hold(one: Formula, two: Formula) -> None:
    both = Formula(one.lines + tuple(replace(x, id=f"b{x.id}") for x in two.lines))
    for name in ("dough", "water", "fat", "salt_whole"):
        together = getattr(composition(both), name).known
        apart = getattr(composition(one), name).known + getattr(composition(two), name).known
        assert together == pytest.approx(apart)


@given(formulas(unknowns=True))
def test_the_dough_total_names_each_unknown_line(formula: Formula) -> None:
    total = composition(formula).dough
    assert set(total.lacks) == {x.id for x in formula.lines if x.grams is None}
    assert (total.value is None) == bool(total.lacks)


def test_unknown_sugar_leaves_the_water_known() -> None:
    comp = composition(formula_of(("ap", 200), ("gran", None), ("butter", 100)))
    assert comp.sugars.value is None
    assert comp.sugars.lacks == ("gran",)
    assert comp.water.value == pytest.approx(0.125 * 200 + 0.168 * 100)
    assert comp.sugar_to_fat is None


def test_tops_and_finishes_stay_out_of_the_ratios() -> None:
    plain = formula_of(("ap", 200), ("gran", 100))
    topped = Formula((*plain.lines, replace(formula_of(("demerara", 30)).lines[0], step=Step.TOP)))
    assert composition(topped).sugars.value == composition(plain).sugars.value
    assert composition(topped).dough.value == composition(plain).dough.value


@given(st.floats(50, 5000), st.floats(5, 200), st.floats(0, 10))
def test_pieces_and_rest_use_up_the_dough(dough: float, portion: float, loss: float) -> None:
    count, rest = pieces(dough, portion, loss)
    assert count * portion + rest == pytest.approx(dough * (1 - loss / 100))
    assert -1e-6 <= rest < portion


def test_a_portion_of_nothing_is_refused() -> None:
    with pytest.raises(ValueError, match="weigh something"):
        pieces(100, 0, 2)
