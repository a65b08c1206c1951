"""Dough temperature from its parts, and what a mixer adds."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.accounts.butter.dough_temp import learned_heat, minutes_for, mixed_c, parts_of, solve_for
from dough.facts.errors import EntryError
from tests.dough.strategies import formula_of


def parts(egg: float, butter: float = 19.0):  # type: ignore[no-untyped-def]
    formula = formula_of(("ap", 280), ("butter", 225), ("gran", 300), ("egg", 100))
    return parts_of(formula, {"fat": butter, "sugar": 21.0, "egg": egg, "flour": 21.0, "rest": 21.0})


def test_dough_temperature_of_the_worked_example() -> None:
    assert mixed_c(parts(8.0), 0.0) == pytest.approx(18.1, abs=0.1)
    assert mixed_c(parts(8.0), 2.0) == pytest.approx(20.1, abs=0.1)


@given(st.floats(2, 30), st.floats(10, 25), st.floats(0, 4), st.sampled_from(["fat", "egg", "flour", "sugar"]))
def test_solving_for_one_gives_back_the_dough(egg: float, wanted: float, friction: float, key: str) -> None:
    try:
        found = solve_for(parts(egg), wanted, friction, key)
    except EntryError as error:
        assert "alone would have to be" in error.message
        return
    again = tuple(type(p)(p.key, p.name, p.mass_g, p.heat, found if p.key == key else p.temp_c) for p in parts(egg))
    assert mixed_c(again, friction) == pytest.approx(wanted, abs=1e-6)


def test_dough_temperature_says_what_is_missing() -> None:
    with pytest.raises(EntryError, match="Fill in"):
        parts_of(formula_of(("ap", 280), ("butter", None)), {})
    with pytest.raises(EntryError, match="every temperature"):
        mixed_c(parts_of(formula_of(("ap", 280)), {}), 0.0)
    with pytest.raises(EntryError, match="not in this dough"):
        solve_for(parts(8.0), 20.0, 0.0, "oats")
    assert minutes_for(parts(8.0), 20.1, 0.5) == pytest.approx(4.0, abs=0.3)


def test_readings_draw_a_mixers_heat_towards_them() -> None:
    none = learned_heat(0.7, ())
    one = learned_heat(0.7, (1.2,))
    five = learned_heat(0.7, (1.2,) * 5)
    assert none.per_min_k == pytest.approx(0.7)
    assert 0.7 < one.per_min_k < five.per_min_k < 1.2
    assert five.sd_k < one.sd_k < none.sd_k
    assert five.readings == 5
