"""Difference tests against values anyone can work out, and the laws they obey."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.facts.errors import EntryError
from dough.tasting.difference import (
    TESTS,
    critical,
    needed,
    power,
    proportion,
    read,
    similar,
)  # fmt: skip


@pytest.mark.parametrize(
    ("test", "at"),
    [
        ("triangle", (0.356, 0.418, 0.507, 0.605, 0.781)), ("duo-trio", (0.522, 0.583, 0.664, 0.747, 0.877)),
        ("2-AFC", (0.638, 0.760, 0.856, 0.921, 0.983)), ("3-AFC", (0.483, 0.634, 0.766, 0.866, 0.969)),
        ("tetrad", (0.378, 0.494, 0.641, 0.778, 0.943)),
    ],
)  # fmt: skip
def test_proportions_correct(test: str, at: tuple[float, ...]) -> None:
    found = [proportion(TESTS[test], d) for d in (0.5, 1.0, 1.5, 2.0, 3.0)]
    assert found == pytest.approx(at, abs=0.0011)
    assert proportion(TESTS[test], 0.0) == pytest.approx(TESTS[test].guess, abs=1e-6)


@pytest.mark.parametrize(
    ("test", "both", "known"),
    [
        ("triangle", False, {12: 8, 18: 10, 24: 13, 30: 15, 36: 18, 48: 22, 60: 27}),
        ("duo-trio", False, {12: 10, 18: 13, 24: 17, 30: 20, 36: 24, 48: 31, 60: 37}),
        ("2-AFC", True, {12: 10, 18: 14, 24: 18, 30: 21, 36: 25, 48: 32, 60: 39}),
    ],
)
def test_critical_numbers(test: str, *, both: bool, known: dict[int, int]) -> None:
    assert {n: critical(TESTS[test], n, both=both) for n in known} == known


def test_how_many_tasters_a_difference_takes() -> None:
    found = {name: needed(TESTS[name], 1.5) for name in ("triangle", "duo-trio", "tetrad", "2-AFC", "3-AFC")}
    assert {k: n and n.least for k, n in found.items()} == {
        "triangle": 53, "duo-trio": 60, "tetrad": 16, "2-AFC": 13, "3-AFC": 9,
    }  # fmt: skip
    assert [n and n.always for n in list(found.values())[:4]] == [57, 65, 20, 13]
    assert needed(TESTS["triangle"], 0.05) is None


@given(st.sampled_from(sorted(TESTS)), st.floats(0.0, 4.0), st.floats(0.01, 1.0))
@settings(deadline=None, max_examples=60)
def test_a_larger_difference_is_found_more_often(test: str, d: float, more: float) -> None:
    assert proportion(TESTS[test], d + more) >= proportion(TESTS[test], d) - 1e-9
    assert power(TESTS[test], 24, d + more) >= power(TESTS[test], 24, d) - 1e-9


@pytest.mark.parametrize("test", sorted(TESTS))
def test_a_panel_that_only_guesses_is_called_right_less_often_than_it_says(test: str) -> None:
    rng = np.random.default_rng(3)
    n = 30
    hits = rng.binomial(n, TESTS[test].guess, size=4000)
    assert np.mean([h >= critical(TESTS[test], n) for h in hits[:4000]]) <= 0.06


def test_a_result_is_read_with_its_range_and_says_when_it_is_chance() -> None:
    clear, chance = read(TESTS["triangle"], 36, 24), read(TESTS["triangle"], 36, 13)
    assert clear.p < 0.05 < chance.p
    assert clear.low < clear.d < clear.high
    assert chance.low == 0.0
    truth = proportion(TESTS["triangle"], clear.d)
    assert truth == pytest.approx(24 / 36, abs=0.001)
    for right, of in ((25, 24), (-1, 24), (0, 0)):
        with pytest.raises(EntryError):
            read(TESTS["triangle"], of, right)


def test_alike_is_a_bound_and_not_the_want_of_a_difference() -> None:
    # Few tasters who found nothing prove nothing.
    assert not similar(TESTS["triangle"], 12, 4, bound=1.0)
    assert similar(TESTS["triangle"], 120, 38, bound=1.0)
    assert math.isfinite(read(TESTS["tetrad"], 10, 10).d)
