"""How butter softens and firms: conduction and the clock."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.butter.clock import Reading, clock, every_form, firm_up
from dough.accounts.butter.conduction import form, forms, warm
from dough.accounts.butter.feel import Season
from dough.facts.errors import EntryError

SOFTENING = [
    ("stick", True, 18, (172, 201, None, None, None, None)), ("stick", True, 22, (93, 118, 133, 159, 195, 222)),
    ("stick", True, 26, (66, 88, 87, 111, 113, 137)), ("stick", False, 18, (131, 158, None, None, None, None)),
    ("stick", False, 22, (71, 94, 101, 125, 149, 174)), ("stick", False, 26, (50, 71, 66, 88, 86, 108)),
    ("block", True, 18, (259, 316, None, None, None, None)), ("block", True, 22, (140, 194, 200, 253, 294, 345)),
    ("block", True, 26, (98, 149, 130, 182, 169, 219)), ("big_block", True, 22, (187, 272, 268, 352, None, None)),
    ("big_block", True, 26, (130, 210, 173, 255, 227, 305)), ("slices", False, 22, (32, 40, 46, 54, 67, 76)),
    ("slices", False, 26, (23, 30, 30, 38, 39, 47)), ("cubes", False, 18, (72, 81, None, None, None, None)),
    ("cubes", False, 22, (40, 48, 56, 64, 82, 90)), ("cubes", False, 26, (28, 37, 37, 45, 48, 56)),
    ("small_cubes", False, 22, (20, 23, 29, 32, 42, 45)), ("small_cubes", False, 26, (14, 18, 19, 22, 25, 27)),
]  # fmt: skip


@pytest.mark.parametrize(("key", "wrapped", "room", "expected"), SOFTENING)
def test_softening_times_within_a_tenth(
    key: str, wrapped: bool, room: float, expected: tuple[float | None, ...]
) -> None:
    w = warm(form(key), 4.0, room, 420.0, wrapped=wrapped)
    got = [w.minutes_to(t, which) for t in (16, 18, 20) for which in ("mean", "core")]
    for mine, theirs in zip(got, expected, strict=True):
        if theirs is not None:
            assert mine == pytest.approx(theirs, rel=0.10)


@given(st.sampled_from(sorted(forms())), st.floats(-18, 10), st.floats(10, 32), st.booleans())
@settings(max_examples=12, deadline=None)
def test_the_heat_that_enters_is_the_heat_gained(key: str, start: float, room: float, wrapped: bool) -> None:
    w = warm(form(key), start, room, 90.0, wrapped=wrapped)
    assert w.gained_j == pytest.approx(w.entered_j, rel=1e-9, abs=1e-6)
    assert all(start - 0.2 <= t <= room + 0.2 for t in w.mean_c)
    assert list(w.mean_c) == sorted(w.mean_c)


def test_a_room_never_brings_butter_above_its_own_temperature() -> None:
    found = clock(form("stick"), 4.0, 18.0, 18.0, 20.0, wrapped=True)
    assert found.to_low is None
    assert "never gives butter of 18 °C" in found.never
    slow = clock(form("big_block"), 4.0, 19.0, 18.5, 20.0, wrapped=True)
    assert slow.to_low is None
    assert "Cut it smaller" in slow.never


def test_smaller_barer_and_warmer_is_faster_and_frozen_is_slower() -> None:
    times = {p.key: m for p, m in every_form(4.0, 22.0, 17.0)}
    order = ["grated", "small_cubes", "slices", "cubes", "stick", "block", "big_block"]
    assert [times[k] for k in order] == sorted(times[k] or math.inf for k in order)
    frozen = clock(form("stick"), -18.0, 22.0, 17.0, 20.0, wrapped=True).to_low
    cold = clock(form("stick"), 4.0, 22.0, 17.0, 20.0, wrapped=True).to_low
    assert frozen is not None
    assert cold is not None
    assert 40 <= frozen - cold <= 75, "a frozen stick takes 45 to 60 minutes more"
    summer = clock(form("stick"), 4.0, 22.0, 17.0, 20.0, wrapped=True, season=Season.SUMMER).to_low
    assert summer is not None


def test_a_reading_starts_the_clock_anew() -> None:
    plain = clock(form("block"), 4.0, 22.0, 17.0, 20.0, wrapped=True)
    warmer = clock(form("block"), 4.0, 22.0, 17.0, 20.0, wrapped=True, readings=(Reading(60.0, 14.0),))
    there = clock(form("block"), 4.0, 22.0, 17.0, 20.0, wrapped=True, readings=(Reading(60.0, 18.0),))
    assert plain.to_low is not None
    assert warmer.to_low is not None
    assert 60 < warmer.to_low < plain.to_low
    assert there.to_low == 60.0
    assert (there.to_high or 0) > 60
    assert warmer.curve[0][0] == 60.0
    assert warmer.low_early is not None
    assert warmer.low_early < warmer.to_low < (warmer.low_late or 0)


def test_firming_up_again_takes_longer_for_a_block() -> None:
    stick = firm_up(form("stick"), 24.0, 4.0, 19.0, wrapped=True, season=Season.TYPICAL)
    block = firm_up(form("block"), 24.0, 4.0, 19.0, wrapped=True, season=Season.TYPICAL)
    assert stick is not None
    assert block is not None
    assert 5 < stick < block
    assert firm_up(form("stick"), 18.0, 4.0, 19.0, wrapped=True, season=Season.TYPICAL) == 0.0
    assert firm_up(form("stick"), 24.0, 21.0, 19.0, wrapped=True, season=Season.TYPICAL) is None


@pytest.mark.parametrize(("start", "room", "minutes"), [(90, 20, 60), (4, 80, 60), (4, 20, 0), (4, 20, 9000)])
def test_out_of_reach_is_refused(start: float, room: float, minutes: float) -> None:
    with pytest.raises(EntryError):
        warm(form("stick"), start, room, minutes)
    with pytest.raises(EntryError, match="not a form"):
        form("brick")
