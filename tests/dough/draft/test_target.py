"""Distance to the wanted cookie, in steps and words."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.draft.target import Target, from_style, set_field
from dough.facts.cookie import ATTRIBUTES, BY_KEY, Cookie
from dough.facts.errors import EntryError
from dough.facts.quantities import Quantity
from dough.facts.styles import styles
from dough.judgement.distance import compare

WANTED = Cookie(82, 10.5, 66, 78, 72, 25, 58)


def test_a_cookie_on_target_says_so() -> None:
    assert compare(WANTED, WANTED).sentence == "On target in everything compared."


def test_the_largest_miss_comes_first_in_words() -> None:
    got = Cookie(82, 8.4, 66, 78, 72, 25, 58)
    assert compare(got, WANTED).sentence == "2.1 mm too flat; everything else within reach."


def test_two_and_more_misses() -> None:
    two = Cookie(88, 8.6, 66, 78, 72, 25, 58)
    assert compare(two, WANTED).sentence == "6.0 mm too wide, 1.9 mm too flat; the rest within reach."
    three = Cookie(88, 8.6, 66, 50, 72, 25, 58)
    assert compare(three, WANTED).sentence == "Middle 28 points too dry, 6.0 mm too wide; also out of reach: height."


def test_darker_is_a_lower_lightness() -> None:
    assert compare(Cookie(crust_l=50), WANTED).misses[0].words == "crust 8 L* too dark"


def test_what_was_not_measured_is_not_compared() -> None:
    result = compare(Cookie(diameter_mm=82), WANTED)
    assert [m.attribute.key for m in result.misses] == ["diameter_mm"]
    assert "height" in result.not_compared


def test_nothing_in_common_is_nothing_to_compare() -> None:
    assert compare(Cookie(), WANTED).sentence == "Nothing to compare yet."
    assert compare(WANTED, Cookie()).rms_steps is None


@given(st.sampled_from(sorted(BY_KEY)), st.floats(-3, 3))
def test_one_unit_of_distance_is_the_edge_of_reach(key: str, steps: float) -> None:
    attribute = BY_KEY[key]
    base = Cookie(**{key: 50.0})
    miss = compare(Cookie(**{key: 50.0 + steps * attribute.step}), base).misses[0]
    assert miss.steps == pytest.approx(steps, abs=1e-9)
    assert miss.within_reach == (abs(steps) <= 1 + 1e-9)


def test_a_style_target_says_where_it_is_from_and_a_change_marks_it() -> None:
    target = from_style(styles()["chewy"])
    assert target.source == "typical chewy drop"
    moved = set_field(set_field(target, "diameter_mm", "8.2 cm"), "rim_crisp", 70)
    assert moved.cookie.diameter_mm == 82
    assert moved.source == "typical chewy drop, changed by hand"


def test_a_field_can_be_left_open() -> None:
    assert set_field(Target(WANTED), "height_mm", "").cookie.height_mm is None


@pytest.mark.parametrize(("field", "value"), [("height_mm", "-3"), ("rim_crisp", "140"), ("portion_g", "a lot")])
def test_a_senseless_target_is_answered_at_its_field(field: str, value: str) -> None:
    with pytest.raises(EntryError) as caught:
        set_field(Target(WANTED), field, value)
    assert caught.value.where == f"target.{field}"


@pytest.mark.parametrize("a", ATTRIBUTES, ids=[a.key for a in ATTRIBUTES])
def test_a_difference_is_said_as_cooks_say_it_both_ways(a: Quantity) -> None:
    up, down = a.more(2.0), a.more(-2.0)
    assert up != down
    for words in (up, down):
        assert words.startswith(("2.0 mm ", "2 points ", "2 L* "))
        assert words.endswith("er"), "wider, not more wide"


def test_one_point_is_not_points() -> None:
    assert BY_KEY["rim_crisp"].amount(-1.2) == "1 point"
    assert BY_KEY["rim_crisp"].amount(2.0) == "2 points"
