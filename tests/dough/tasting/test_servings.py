"""Plates: every arrangement as often as it can be, codes unique on a plate, and what is uneven is said."""

from __future__ import annotations

from collections import Counter

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.facts.errors import EntryError
from dough.tasting.questions import question, questions
from dough.tasting.serving import ARRANGED, balance, serve, uneven


@given(st.sampled_from(sorted(questions())), st.integers(1, 70), st.integers(0, 9), st.data())
@settings(deadline=None, max_examples=80)
def test_codes_are_unique_on_a_plate_and_every_sample_comes(
    key: str, tasters: int, seed: int, data: st.DataObject
) -> None:
    q = question(key)
    samples = data.draw(st.integers(q.fewest, q.most))
    plates = serve(q, samples, tasters, np.random.default_rng(seed))
    assert len(plates) == tasters
    for plate in plates:
        codes = [p.code for p in plate.pieces]
        assert len(set(codes)) == len(codes)
        assert all(100 <= c <= 999 for c in codes)
        assert len(plate.pieces) <= q.sitting
    assert plates == serve(q, samples, tasters, np.random.default_rng(seed))
    if tasters >= 6 * samples:
        assert {p.sample for plate in plates for p in plate.pieces} == set(range(samples))


@pytest.mark.parametrize("key", sorted(ARRANGED))
def test_whole_rounds_of_a_difference_test_are_balanced_and_others_told(key: str) -> None:
    q, ways = question(key), len(ARRANGED[key])
    whole = serve(q, 2, 2 * ways, np.random.default_rng(1))
    assert uneven(q, whole, 2) == ""
    assert "served 1 more than another" in uneven(q, serve(q, 2, 2 * ways + 1, np.random.default_rng(1)), 2)


def test_more_samples_than_a_mouth_takes_are_parted_so_that_pairs_meet_as_often() -> None:
    q = question("nine-point")
    plates = serve(q, 8, 56, np.random.default_rng(2))
    assert {len(p.pieces) for p in plates} == {q.sitting}
    found = balance(plates, 8)
    assert found.served <= 1
    assert found.together <= 3
    assert found.places <= 3
    assert "Not fully balanced" in uneven(q, plates, 8)


def test_codes_do_not_repeat_between_tasters_while_there_are_enough() -> None:
    plates = serve(question("triangle"), 2, 100, np.random.default_rng(3))
    assert max(Counter(p.code for plate in plates for p in plate.pieces).values()) == 1


@pytest.mark.parametrize(("key", "samples", "tasters"), [("triangle", 3, 12), ("ranking", 2, 12), ("triangle", 2, 0)])
def test_what_cannot_be_served_is_refused(key: str, samples: int, tasters: int) -> None:
    with pytest.raises(EntryError):
        serve(question(key), samples, tasters, np.random.default_rng(1))
