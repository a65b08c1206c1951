"""Texts made to hurt: answered, or refused in words; never a fault, never long."""

from __future__ import annotations

import json
import math
from typing import Any

import pytest

from dough.facts.errors import EntryError, EntryErrors
from dough.facts.kitchen_measures import Habit
from dough.formats.opening import Opened, open_recipe
from dough.recipe import amounts, clauses, prose

LD = {"@context": "https://schema.org", "@type": "Recipe", "name": "Rounds", "recipeIngredient": ["100 g flour"]}


def nested(levels: int) -> Any:
    node: Any = "Bake."
    for _ in range(levels):
        node = [node]
    return node


def opened(said: str) -> Opened:
    return open_recipe(said, Habit.METRIC)


@pytest.mark.parametrize("levels", [3, 60, 600])
def test_instructions_of_any_depth(levels: int) -> None:
    assert [x.named for x in opened(json.dumps({**LD, "recipeInstructions": nested(levels)})).recipe.lines]


@pytest.mark.parametrize("what", [5, True, {"a": 1}, None, [5, True, None, {"a": 1}, ["b"]], ""])
def test_ingredients_that_are_no_list_of_words(what: Any) -> None:
    assert len(opened(json.dumps({**LD, "recipeIngredient": what})).recipe.lines) <= 1


def test_a_number_as_ingredients_still_leaves_the_words_beside_it() -> None:
    found = opened(json.dumps({**LD, "recipeIngredient": [7, "100 g plain flour"]})).recipe.lines
    assert "100 g plain flour" in [x.text for x in found]


def test_a_cell_that_never_ends_is_said() -> None:
    with pytest.raises(EntryError, match="quotation mark is missing"):
        opened('ingredient,grams\n"' + "a" * 300_000)


def test_a_page_of_broken_declarations() -> None:
    page = "<html>" + "<![" * 2000
    try:
        assert opened(page).kind == "text"
    except (EntryError, EntryErrors) as error:
        assert str(error)


def test_numbers_that_are_none_stay_out_of_a_table() -> None:
    table = "ingredient,grams,low_g,high_g\nflour,100,nan,inf\nsugar,1e400,1,2\nbutter,nan,,"
    for line in opened(table).recipe.lines:
        for value in (line.grams, *(line.range_g or ())):
            assert value is None or math.isfinite(value)


@pytest.mark.parametrize(
    "unit", [", x", "1", "1-", "350 ", "1, ", "1 x, ", "a half ", "one and ", "(", "1/", "½", "; ", "| 1 "]
)
def test_the_work_grows_with_the_length_and_no_faster(unit: str, monkeypatch: pytest.MonkeyPatch) -> None:
    """Counted in grammar runs, not in seconds: four times the text costs at most six times the parsing."""

    def runs(length: int) -> int:
        count = [0]
        for kept in (
            amounts._amount, amounts._kept_amounts, amounts._long_amounts, prose._kept_measured, prose._long_measured,
        ):  # fmt: skip
            kept.cache_clear()
        # The cache would hide it: every place that is asked counts.
        monkeypatch.setattr(amounts, "amount_at", counting(count))
        monkeypatch.setattr(clauses, "amount_at", amounts.amount_at)
        opened((unit * length)[:length] or unit)
        monkeypatch.undo()
        return count[0]

    short, long = runs(600), runs(2400)
    assert long <= 6 * max(short, 60)


def counting(count: list[int]) -> Any:
    real = amounts.amount_at

    def asked(said: str, start: int) -> Any:
        count[0] += 1
        return real(said, start)

    return asked
