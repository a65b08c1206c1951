"""A line of which nobody knows what it is: there by its words, counted as unknown, weighed once it is said."""

from __future__ import annotations

import pytest

from dough.accounts.composition import composition
from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.needs.verdict import Standing, judge
from dough.bake.intake import Kit, NoCase, bake_case
from dough.draft import edit
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import Habit
from dough.facts.needs import NEEDS
from dough.facts.styles import styles


def draft(said: str, grams: float | None = None) -> Draft:
    lines = (
        Line("f", "ap", 250.0, Step.DRY), Line("b", "butter", 170.0, Step.CREAM), Line("s", "gran", 150.0, Step.CREAM),
        Line("x", "not_known", grams, Step.FOLD_IN, said=said),
    )  # fmt: skip
    return Draft(Formula(lines), Process())


def test_it_goes_by_its_words_and_its_amount_is_unknown_whatever_is_said() -> None:
    line = draft("200 g zibblo", grams=200.0).formula.line("x")
    assert line.ingredient.name == "“200 g zibblo”"
    assert line.grams is None


def test_no_need_is_met_and_nothing_is_forecast_while_it_is_open() -> None:
    formula = draft("200 g zibblo").formula
    for need in NEEDS:
        assert judge(formula.line("x").ingredient, need).standing is not Standing.MEETS, need
    found = bake_case(draft("200 g zibblo"), next(iter(styles().values())), Kit())
    assert isinstance(found, NoCase)
    assert "“200 g zibblo”" in found.because
    made = composition(formula)
    assert made.dough.value is None
    assert made.sugars.value is None


@pytest.mark.parametrize(
    ("said", "is_", "grams"),
    [
        ("200 g zibblo", "dark65", 200.0),
        ("zibblo 7 oz", "dark65", 198.45),
        ("1 tbsp zibblo", "honey", 21.0),
        ("2 zibblos", "egg", 100.0),
    ],
)
def test_its_amount_is_weighed_once_it_is_said_what_it_is(said: str, is_: str, grams: float) -> None:
    done = edit.change_ingredient(draft(said), "x", is_, habit=Habit.METRIC).formula.line("x")
    assert done.ingredient_id == is_
    assert done.grams == pytest.approx(grams, rel=0.06)
    assert done.said == said


@pytest.mark.parametrize("said", ["", "zibblo", "a handful of zibblo"])
def test_without_an_amount_it_stays_unknown_and_loses_its_words(said: str) -> None:
    done = edit.change_ingredient(draft(said), "x", "walnuts").formula.line("x")
    assert (done.grams, done.said) == (None, "")


def test_an_amount_is_refused_before_it_is_said_what_it_is() -> None:
    with pytest.raises(EntryError, match="Say first what it is"):
        edit.set_amount(draft("200 g zibblo"), "x", "180", "g")
