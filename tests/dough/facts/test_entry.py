"""What a cook types is understood or answered with a sentence; it never crashes."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.facts.entry import read, read_named
from dough.facts.errors import EntryError
from dough.facts.quantities import quantities


@pytest.mark.parametrize(
    ("typed", "field", "value"),
    [
        ("204", "grams", 204),
        ("3,6", "grams", 3.6),
        ("1/2", "grams", 0.5),
        ("1 ½", "grams", 1.5),
        ("8 oz", "grams", 226.8),
        ("0.3 kg", "grams", 300),
        ("350 F", "oven_c", 177),
        ("8.7 cm", "diameter_mm", 87),
        ("2 d", "age_h", 48),
        ("90 min", "rest_h", 1.5),
        ("30 s", "minutes", 0.5),
        ("-18", "dough_temp_c", -18),
        ("−5 °C", "dough_temp_c", -5),
        (12, "minutes", 12),
        ("", "grams", None),
        ("?", "grams", None),
        (None, "grams", None),
    ],
)
def test_understood(typed: str | float | None, field: str, value: float | None) -> None:
    assert read_named(typed, field) == (None if value is None else pytest.approx(value, abs=0.006))


@pytest.mark.parametrize(
    ("typed", "field", "says"),
    [
        ("-5", "grams", "can't be negative"),
        ("lots", "grams", "is not a number"),
        ("12 3", "grams", "holds two numbers"),
        ("2 cups", "grams", "is a volume"),
        ("40 mm", "grams", "not a unit this box knows"),
        ("1,200", "grams", "is “1,200” 1200 or 1.2?"),
        ("1e9", "grams", "not a unit"),
        (10**9, "grams", "out of reach"),
        ("20", "oven_c", "goes from 80 to 320 °C"),
        ("1/0", "grams", "divides by zero"),
        ("200 g", "oven_c", "not a unit"),
        (float("nan"), "grams", "not a finite number"),
        (float("inf"), "minutes", "not a finite number"),
    ],
)
def test_answered_with_what_to_do(typed: str | float, field: str, says: str) -> None:
    with pytest.raises(EntryError, match=re.escape(says)) as caught:
        read_named(typed, field, "here")
    assert caught.value.where == "here"


@given(st.text(max_size=80), st.sampled_from(sorted(k for k, q in quantities().items() if q.measures != "choice")))
def test_any_text_is_a_number_unknown_or_a_sentence(typed: str, name: str) -> None:
    field = quantities()[name]
    try:
        value = read(typed, field, "x")
    except EntryError as error:
        assert error.message.startswith(field.label)
    else:
        assert value is None or field.low <= value <= field.high


@given(st.floats(0.01, 99_999))
def test_ounces_and_back_are_the_same_grams(grams: float) -> None:
    ounces = grams / 28.349523125
    assert read_named(f"{ounces:.9f} oz", "grams") == pytest.approx(grams, abs=0.006)
