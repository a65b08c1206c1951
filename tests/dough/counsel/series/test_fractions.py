"""A fraction of all combinations: each factor is told from every other, and what it is mixed up with is said."""

from __future__ import annotations

import itertools

import numpy as np
import pytest

from dough.counsel.series.combos import alike, combos_of
from dough.counsel.series.design import factor_of, plan
from dough.counsel.series.effects import outcome, says
from dough.facts.errors import EntryError
from tests.dough.counsel.series.test_series import CHEWY, DRAFT

FOUR = [("role:sugar", 85.0, 115.0), ("role:fat", 55.0, 75.0), ("process:portion_g", 36.0, 54.0),
        ("process:dough_temp_c", 8.0, 20.0)]  # fmt: skip


def fraction(many: int, repeats: int = 1):  # type: ignore[no-untyped-def]
    found = tuple(factor_of(DRAFT, CHEWY, key, [low, high]) for key, low, high in FOUR[:many])
    return plan(DRAFT, CHEWY, found, repeats, 6, np.random.default_rng(2), fraction=True)


@pytest.mark.parametrize(("many", "runs"), [(3, 4), (4, 8), (5, 8)])
def test_each_factor_is_low_and_high_equally_often_and_with_every_level_of_every_other(many: int, runs: int) -> None:
    combos = combos_of((2,) * many, fraction=True)
    assert len(set(combos)) == len(combos) == runs
    for a, b in itertools.combinations(range(many), 2):
        for levels in itertools.product((0, 1), repeat=2):
            assert sum((c[a], c[b]) == levels for c in combos) == runs // 4


def test_what_is_mixed_up_is_named() -> None:
    # A half of three: each single is a pair of the others; a half of four: pairs with pairs only.
    assert [set(g) for g in alike((2, 2, 2), combos_of((2, 2, 2), fraction=True))] == [
        {(0,), (1, 2)}, {(1,), (0, 2)}, {(2,), (0, 1)}
    ]  # fmt: skip
    four = alike((2,) * 4, combos_of((2,) * 4, fraction=True))
    assert sum(len(g) == 1 for g in four) == 4
    assert sum(len(g) == 2 for g in four) == 3
    # All combinations mix up nothing, one factor of many levels neither.
    assert all(len(g) == 1 for g in alike((2, 2, 2), combos_of((2, 2, 2), fraction=False)))
    assert alike((5,), combos_of((5,), fraction=False)) == [[(0,)]]


def test_the_effects_of_four_factors_are_found_from_eight_runs() -> None:
    p = fraction(4)
    slopes = (8.0, -6.0, 12.0, 0.0)
    values = {r.order: 85.0 + sum(s * (n - 0.5) for s, n in zip(slopes, r.levels, strict=True)) for r in p.runs}
    found = outcome(p, "diameter_mm", values)
    assert found is not None
    assert [e.value for e in found.effects[:4]] == pytest.approx(slopes, abs=1e-6)
    assert len(found.effects) == 7


def test_a_single_that_may_be_a_pair_says_so() -> None:
    p = fraction(3)
    values = {r.order: 85.0 + 20.0 * r.levels[0] for r in p.runs}
    found = outcome(p, "diameter_mm", values)
    assert found is not None
    assert says(p, "diameter_mm", found.effects[0]).endswith(", unless it is Fat × Portion acting together")


def test_what_is_no_fraction_is_refused() -> None:
    for counts, part in (((2, 2), True), ((2,) * 6, True), ((2,) * 4, False), ((3, 2, 2), True)):
        with pytest.raises(EntryError):
            combos_of(counts, part)
