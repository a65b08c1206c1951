"""Serving orders are balanced, and codes mean nothing and are never met twice."""

from __future__ import annotations

from collections import Counter
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.facts.errors import EntryError
from dough.tasting.orders import codes, orders, williams


@given(st.integers(2, 8))
def test_every_sample_is_as_often_in_each_place_and_after_each_other(samples: int) -> None:
    square = williams(samples)
    assert len(square) == (samples if samples % 2 == 0 else 2 * samples)
    for place in range(samples):
        assert set(Counter(row[place] for row in square).values()) == {len(square) // samples}
    after = Counter((a, b) for row in square for a, b in pairwise(row))
    assert len(after) == samples * (samples - 1)
    assert len(set(after.values())) == 1


@given(st.integers(1, 40), st.integers(2, 6), st.integers(0, 99))
def test_tasters_share_the_square_as_evenly_as_they_can(tasters: int, samples: int, seed: int) -> None:
    given_out = orders(tasters, samples, np.random.default_rng(seed))
    assert len(given_out) == tasters
    assert all(sorted(row) == list(range(samples)) for row in given_out)
    used = Counter(given_out)
    assert max(used.values()) - min(used.values()) <= 1 or tasters < len(williams(samples))


@given(st.integers(1, 60), st.integers(0, 99))
def test_codes_are_three_digits_without_a_meaning_and_never_twice(many: int, seed: int) -> None:
    found = codes(many, np.random.default_rng(seed))
    assert len(set(found)) == many
    assert all(100 <= c <= 999 for c in found)
    assert all(len(set(str(c))) > 1 for c in found)
    again = codes(5, np.random.default_rng(seed), used=frozenset(found))
    assert not set(again) & set(found)


def test_more_than_there_are_is_refused() -> None:
    with pytest.raises(EntryError, match="codes"):
        codes(2000, np.random.default_rng(1))
    with pytest.raises(EntryError, match="samples"):
        williams(1)
