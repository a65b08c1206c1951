"""What was learned, in words: never a bare factor, and no difference nobody could tell."""

from __future__ import annotations

import pytest

from dough.bake.taught import KITCHEN_SD
from dough.judgement.learning.said import says


@pytest.mark.parametrize(
    ("key", "value", "words"),
    [
        ("spread", 0.82, "spreads 18 % less than usual"),
        ("browning", 1.3, "browns 30 % faster than usual"),
        ("drying", 0.5, "dries 50 % slower than usual"),
        ("gas", 1.01, "loses gas as usual"),
        ("oven_k", -11.6, "12 K colder than set"),
        ("oven_k", 7.0, "7 K hotter than set"),
        ("oven_k", 1.4, "as hot as set"),
    ],
)
def test_a_figure_is_said_in_words(key: str, value: float, words: str) -> None:
    assert says(key, value) == words


def test_every_figure_a_lesson_has_can_be_said() -> None:
    for key in KITCHEN_SD:
        assert says(key, 1.2)
    with pytest.raises(KeyError):
        says("moon", 1.0)
