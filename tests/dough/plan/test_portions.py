"""Dividing dough: mass is kept, any one follows from the others, two doughs come out even."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.facts.errors import EntryError
from dough.plan.portions import Size, divide, division, divisions, dough_for, learned_loss, shared, solve

masses = st.floats(200, 20_000)
portions = st.floats(5, 180)
losses = st.floats(0, 12)


@given(dough=masses, portion=portions, loss=losses)
def test_nothing_is_lost_or_made(dough: float, portion: float, loss: float) -> None:
    got = solve("pieces", pieces=None, portion_g=portion, dough_g=dough, loss_pct=loss)
    assert got.lost_g + got.left_g + sum(s.mass_g for s in got.sizes) == pytest.approx(dough)
    assert 0 <= got.left_g < portion + 0.05


@given(pieces=st.integers(1, 400), portion=portions, loss=losses)
def test_each_unknown_is_found_again_from_the_others(pieces: int, portion: float, loss: float) -> None:
    dough = solve("dough", pieces=pieces, portion_g=portion, dough_g=None, loss_pct=loss).dough_g
    assert solve("pieces", pieces=None, portion_g=portion, dough_g=dough + 0.01, loss_pct=loss).pieces == pieces
    again = solve("portion", pieces=pieces, portion_g=None, dough_g=dough, loss_pct=loss)
    assert again.sizes[0].portion_g == pytest.approx(portion)
    assert solve("loss", pieces=pieces, portion_g=portion, dough_g=dough, loss_pct=None).loss_pct == pytest.approx(
        loss, abs=1e-6
    )


@given(counts=st.lists(st.tuples(st.integers(1, 60), portions), min_size=1, max_size=5), loss=losses)
def test_several_sizes_take_the_dough_that_is_said(counts: list[tuple[int, float]], loss: float) -> None:
    sizes = tuple(Size(str(i), n, g) for i, (n, g) in enumerate(counts))
    got = divide(dough_for(sizes, loss), sizes, loss)
    assert got.left_g == pytest.approx(0, abs=0.01)
    assert got.pieces == sum(n for n, _ in counts)


def test_more_than_there_is_says_how_much_is_short() -> None:
    with pytest.raises(EntryError, match="20 g short"):
        divide(1000, (Size("", 25, 40),), 2.0)


def test_the_last_small_piece_is_a_taster() -> None:
    got = solve("pieces", pieces=None, portion_g=45, dough_g=1000, loss_pct=2)
    assert got.pieces == 21
    assert got.rest_words == "last piece 35 g: make it a taster"


@pytest.mark.parametrize(
    ("unknown", "given", "says"),
    [
        ("pieces", {"portion_g": 0, "dough_g": 500, "loss_pct": 2}, "grams a piece"),
        ("pieces", {"portion_g": 600, "dough_g": 500, "loss_pct": 2}, "make no piece"),
        ("portion", {"pieces": 2.5, "dough_g": 500, "loss_pct": 2}, "come whole"),
        ("dough", {"pieces": 24, "portion_g": 40, "loss_pct": 60}, "0 to 20 %"),
        ("loss", {"pieces": 30, "portion_g": 40, "dough_g": 500}, "more than the"),
        ("dough", {"pieces": -3, "portion_g": 40, "loss_pct": 2}, "how many pieces"),
    ],
)
def test_what_cannot_be_says_what_to_do(unknown: str, given: dict[str, float], says: str) -> None:
    have = {"pieces": None, "portion_g": None, "dough_g": None, "loss_pct": None, **given}
    with pytest.raises(EntryError, match=says):
        solve(unknown, **have)  # type: ignore[arg-type]


def test_loss_is_learned_from_what_was_weighed() -> None:
    way = division("scoop")
    usual, one, many = learned_loss(way), learned_loss(way, (4.0,)), learned_loss(way, (4.0,) * 12)
    assert usual.pct == way.loss_pct
    assert usual.pct < one.pct < many.pct < 4.0
    assert usual.sd > one.sd > many.sd
    assert "12 weighed batches" in many.words


def test_usual_losses_lie_in_their_span() -> None:
    for way in divisions().values():
        assert way.loss_low_pct <= way.loss_pct <= way.loss_high_pct


def test_halves_of_one_dough_come_out_even() -> None:
    parts = shared(1000, (("plain", 1), ("cocoa", 1)), 2.0)
    assert [g for _, g in parts] == [490, 490]
    with pytest.raises(EntryError, match="above 0"):
        shared(1000, (("plain", 1), ("cocoa", 0)), 2.0)
