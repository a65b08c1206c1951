"""What a version taught, in a sentence: never more than its bakes show."""

from __future__ import annotations

import pytest

from dough.facts.cookie import BY_KEY
from dough.facts.said import listed
from dough.facts.terms import CLEAR_MISS, terms
from dough.judgement.trials.lineage import Did, taught_words

WIDE, RIM = BY_KEY["diameter_mm"], BY_KEY["rim_crisp"]


def test_before_a_bake_only_the_forecast_speaks() -> None:
    told = (Did(WIDE, None, -4.0, False), Did(RIM, None, 1.0, False))
    assert taught_words(told, 0, 2) == "Not baked yet; the forecast says 4.0 mm narrower."
    assert taught_words((), 0, 2) == "Not baked yet."


def test_against_a_version_never_baked_nothing_is_known() -> None:
    assert "not known" in taught_words((Did(WIDE, None, -4.0, False),), 2, 0)


def test_what_lies_in_the_scatter_may_be_chance() -> None:
    small = (Did(WIDE, -1.0, -1.2, False),)
    assert taught_words(small, 1, 1) == "Nothing stands above scatter: what one bake of each show may be chance."
    assert "what bakes show" in taught_words(small, 2, 2)


@pytest.mark.parametrize(
    ("forecast", "ends"),
    [(-4.0, "as the forecast had said."), (-0.2, "more than the forecast had said."),
     (3.0, "the forecast had said the other way for diameter."), (None, "more than the forecast had said.")],
)  # fmt: skip
def test_what_stands_above_scatter_is_said_with_whether_the_forecast_had_said_so(
    forecast: float | None, ends: str
) -> None:
    said = taught_words((Did(WIDE, -5.0, forecast, True), Did(RIM, 2.0, 2.0, False)), 2, 2)
    assert said.startswith("It came out 5.0 mm narrower")
    assert said.endswith(ends)
    assert "rim" not in said


def test_lists_read_as_sentences_do() -> None:
    assert [listed(x) for x in ([], ["a"], ["a", "b"], ["a", "b", "a", "c"])] == ["", "a", "a and b", "a, b and c"]


def test_every_term_is_told_once_and_a_clear_miss_by_the_registry_s_own_sizes() -> None:
    keys = [t.key for t in terms()]
    assert len(keys) == len(set(keys))
    assert all(t.meaning.endswith(".") for t in terms())
    told = next(t.meaning for t in terms() if t.key == CLEAR_MISS)
    for a in BY_KEY.values():
        assert a.amount(a.step) in told
