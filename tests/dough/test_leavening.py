"""The acid and soda account."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.formula import Formula, Line, Step
from dough.leavening import dough_ph, leavening
from dough.start import from_style_formula
from dough.styles import styles
from tests.dough.strategies import formula_of


def test_brown_sugar_takes_up_little_of_the_soda_and_flour_takes_more() -> None:
    account = leavening(formula_of(("ap", 100.0), ("lbrown", 65.0), ("soda", 1.3)).lines)
    assert account is not None
    by_name = {s.name: s.soda_g for s in account.sources}
    assert by_name["Light brown sugar"] == pytest.approx(0.052, abs=0.001)
    assert by_name["Plain flour"] == pytest.approx(0.22, abs=0.001)
    assert account.net_soda_g == pytest.approx(1.3 - 0.052 - 0.22, abs=0.002)


@pytest.mark.parametrize(
    ("style", "ph"), [("chewy", 8.2), ("cakey", 7.6), ("shortbread", 6.1), ("thin_crisp", 8.3), ("tartar", 7.5)]
)
def test_typical_doughs_have_their_typical_ph(style: str, ph: float) -> None:
    account = leavening(from_style_formula(styles()[style])[0].formula.lines)
    assert account is not None
    assert account.ph == pytest.approx(ph, abs=0.35)


def test_whole_dried_fruit_hardly_meets_the_soda() -> None:
    whole = (*formula_of(("ap", 100.0), ("soda", 1.0)).lines, Line("r", "raisins", 100.0, Step.FOLD_IN))
    account = leavening(Formula(whole).lines)
    assert account is not None
    fruit = next(s for s in account.sources if s.line_id == "r")
    assert fruit.contact == pytest.approx(0.1)
    assert fruit.soda_g == pytest.approx(0.2, abs=0.01)


def test_without_flour_there_is_no_account() -> None:
    assert leavening(formula_of(("gran", 100.0), ("soda", 1.0)).lines) is None


@given(st.floats(-60, 60), st.floats(0.5, 20))
def test_more_soda_never_makes_a_dough_more_acid(net: float, buffer: float) -> None:
    assert dough_ph(net + 1.0, buffer) >= dough_ph(net, buffer)
    assert 4.0 <= dough_ph(net, buffer) <= 8.36
