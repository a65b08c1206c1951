"""The map and the words: a target lands where it is put, and words mean what a cook means by them."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.draft.check import check_target
from dough.draft.target import Target, from_style
from dough.draft.target_words import from_words, known_words
from dough.draft.texture_map import (
    THICK_MM,
    THIN_MM,
    in_hand,
    nudged,
    place_of,
    put_down,
    regions,
)
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.styles import styles


@given(st.floats(0, 100), st.floats(THIN_MM, THICK_MM), st.sampled_from([None, *sorted(styles())]))
def test_a_target_lands_where_it_is_put(crisp: float, height: float, style: str | None) -> None:
    start = from_style(styles()[style]) if style else Target(Cookie())
    target = put_down(start, crisp, height)
    check_target(target)
    place = place_of(target.cookie)
    assert place is not None
    assert place.crisp == pytest.approx(crisp, abs=1.01)
    assert place.height_mm == pytest.approx(height, abs=0.06)


def test_what_was_wished_for_stays_when_the_target_is_moved() -> None:
    start = Target(Cookie(diameter_mm=70, crust_l=50, bite_chewy=33), portion_g=28)
    moved = put_down(start, 60, 9)
    assert (moved.cookie.diameter_mm, moved.cookie.crust_l, moved.cookie.bite_chewy, moved.portion_g) == (
        70,
        50,
        33,
        28,
    )


@pytest.mark.parametrize("style", sorted(styles()))
def test_put_down_on_a_style_an_empty_target_resembles_it(style: str) -> None:
    region = next(r for r in regions() if r.style.id == style)
    target = put_down(Target(Cookie()), region.place.crisp, region.place.height_mm)
    want = from_style(styles()[style]).cookie
    assert target.cookie.rim_crisp == pytest.approx(want.rim_crisp, abs=26)
    assert target.cookie.middle_soft == pytest.approx(want.middle_soft, abs=26)


@pytest.mark.parametrize(("crisp", "height"), [(-1, 9), (101, 9), (50, 0.5), (50, 99), (float("nan"), 9)])
def test_off_the_map_is_refused(crisp: float, height: float) -> None:
    with pytest.raises(EntryError, match="map"):
        put_down(Target(Cookie()), crisp, height)


def test_words_set_a_target_and_say_what_they_were_taken_to_mean() -> None:
    wish = from_words("thin, snappy and golden")
    c = wish.target.cookie
    assert c.height_mm == 6
    assert (c.rim_crisp or 0) > 85
    assert c.crust_l == 64
    assert [m.word for m in wish.meanings] == ["thin", "snappy", "golden"]
    assert all(m.words for m in wish.meanings)
    check_target(wish.target)


def test_opposite_words_pull_apart_and_not_turns_a_word_round() -> None:
    soft, crisp = from_words("soft").target.cookie, from_words("crisp").target.cookie
    assert (soft.middle_soft or 0) > (crisp.middle_soft or 0) + 40
    assert (from_words("not cakey").target.cookie.crumb_cakey or 0) < 20
    very, plain = from_words("very chewy").target.cookie, from_words("chewy").target.cookie
    assert (very.bite_chewy or 0) > (plain.bite_chewy or 0)


@pytest.mark.parametrize("word", known_words())
def test_every_known_word_makes_a_target_that_can_be_kept(word: str) -> None:
    check_target(from_words(word).target)
    check_target(from_words(f"not very {word}").target)


def test_forms_of_a_word_are_understood_and_others_are_named() -> None:
    assert from_words("crispy and chewyy").unknown == ()
    wish = from_words("crisp and moonlike")
    assert wish.unknown[0].startswith("moonlike")
    with pytest.raises(EntryError, match="known yet"):
        from_words("moonlike")


@given(st.text(max_size=80))
def test_any_text_is_a_wish_or_a_sentence(text: str) -> None:
    try:
        check_target(from_words(text).target)
    except EntryError as error:
        assert "known yet" in error.message


def test_a_cookie_in_hand_keeps_its_source_and_age() -> None:
    target = in_hand(Cookie(diameter_mm=84, height_mm=9), 40.0, 26, "the kiosk on platform 2")
    assert target.source == "a cookie in hand, 26 h old: the kiosk on platform 2"
    assert target.portion_g == pytest.approx(43.5, abs=0.1)
    with pytest.raises(EntryError, match="Measure at least"):
        in_hand(Cookie(), 40.0, 2, "")
    with pytest.raises(EntryError, match="hours"):
        in_hand(Cookie(height_mm=9), None, -3, "")


@given(st.sampled_from(sorted(styles())), st.integers(-50, 50), st.integers(-50, 50))
def test_a_nudge_moves_the_way_it_says_and_never_off_the_map(style: str, across: int, up: int) -> None:
    start = from_style(styles()[style])
    before, after = place_of(start.cookie), place_of(nudged(start, across, up).cookie)
    assert before is not None
    assert after is not None
    assert 0.0 <= after.crisp <= 100.0
    assert THIN_MM <= after.height_mm <= THICK_MM
    assert (after.crisp - before.crisp) * across >= -1.01 * abs(across), "points are whole"
    assert (after.height_mm - before.height_mm) * up >= -0.06 * abs(up)


def test_a_step_is_two_points_and_four_percent() -> None:
    start = put_down(Target(Cookie()), 50.0, 22.0)
    assert place_of(nudged(start, 5, 0).cookie) == place_of(put_down(start, 60.0, 22.0).cookie)
    moved = place_of(nudged(start, 0, -5).cookie)
    assert moved is not None
    assert moved.height_mm == pytest.approx(17.6)


def test_a_target_that_is_nowhere_begins_in_the_middle() -> None:
    place = place_of(nudged(Target(Cookie()), -1, 0).cookie)
    assert place is not None
    assert place.crisp == pytest.approx(48.0, abs=0.6)
    assert place.height_mm == 10.0
