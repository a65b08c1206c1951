"""Open formats in and out: what was written is read back, and what is dropped is said."""

from __future__ import annotations

import json

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import table
from dough.facts.kitchen_measures import Habit
from dough.facts.styles import styles
from dough.formats.formula_file import FormulaFile
from dough.formats.opening import open_recipe
from dough.formats.writing import KINDS, write


def file_of(style: str) -> FormulaFile:
    draft, target = from_style_formula(styles()[style])
    return FormulaFile("Rounds", draft, style, target.cookie, None, 1.0, "")


@pytest.mark.parametrize("style", sorted(styles()))
@pytest.mark.parametrize("kind", ["formula", "recipe", "table"])
def test_ingredients_and_grams_survive_every_format(style: str, kind: str) -> None:
    file = file_of(style)
    opened = open_recipe(write(kind, file).text, Habit.METRIC)
    assert opened.kind == kind
    got = [(x.ingredient_id, x.grams, x.step if kind != "recipe" else None) for x in opened.recipe.lines]
    want = [(x.ingredient_id, x.grams, x.step if kind != "recipe" else None) for x in file.draft.formula.lines]
    assert got == want


@given(st.lists(st.tuples(st.sampled_from(sorted(table())), st.floats(0.5, 900)), min_size=1, max_size=8))
@settings(max_examples=40, deadline=None)
def test_any_formula_survives_a_recipe_and_a_table(rows: list[tuple[str, float]]) -> None:
    lines = tuple(Line(f"l{n}", i, round(g, 1), Step.DRY, round(g, 1)) for n, (i, g) in enumerate(rows))
    file = FormulaFile("x", Draft(Formula(lines), Process()), "", Cookie(), None, 1.0, "")
    for kind in ("recipe", "table"):
        got = open_recipe(write(kind, file).text, Habit.US).recipe.lines
        assert [(x.ingredient_id, x.grams) for x in got] == [(x.ingredient_id, x.grams) for x in lines]


def test_a_range_and_an_unknown_survive() -> None:
    lines = (
        Line("a", "ap", 320.0, Step.DRY, 320.0, range_g=(300.0, 340.0)),
        Line("b", "milk", None, Step.EGG),
    )
    file = FormulaFile("x", Draft(Formula(lines), Process()), "", Cookie(), None, 1.0, "")
    for kind in ("formula", "table", "recipe"):
        flour, milk = open_recipe(write(kind, file).text, Habit.METRIC).recipe.lines
        assert flour.range_g == (300, 340)
        assert milk.grams is None
        assert "amount" in milk.asks


@pytest.mark.parametrize("kind", KINDS)
def test_what_a_format_drops_is_said(kind: str) -> None:
    assert write(kind, file_of("chewy")).dropped


def test_a_recipe_inside_a_page_is_found() -> None:
    recipe = {
        "@context": "https://schema.org",
        "@graph": [
            {"@type": "WebSite", "name": "x"},
            {
                "@type": ["Recipe"],
                "name": "Rye rounds",
                "recipeIngredient": ["1 cup (2 sticks) butter", "2 cups rye flour, spooned"],
                "recipeInstructions": [{"@type": "HowToStep", "text": "Bake at 350°F for 12 minutes."}],
                "recipeYield": ["24 cookies"],
            },
        ],
    }
    page = f'<html><script type="application/ld+json">{json.dumps(recipe)}</script><p>Hello</p></html>'
    opened = open_recipe(page, Habit.US)
    assert opened.kind == "recipe"
    assert opened.recipe.title == "Rye rounds"
    assert [(x.ingredient_id, x.grams) for x in opened.recipe.lines] == [("butter", 227), ("rye", 208)]
    assert (opened.recipe.bake.oven_c, opened.recipe.bake.minutes, opened.recipe.bake.makes) == (177, (12, 12), 24)


def test_a_page_without_one_is_read_as_text() -> None:
    opened = open_recipe(
        "<ul><li>200 g plain flour</li><li>100 g butter</li></ul><script>alert(1)</script>", Habit.METRIC
    )
    assert [x.ingredient_id for x in opened.recipe.lines] == ["ap", "butter"]


@pytest.mark.parametrize("text", ['{"a": 1}', "{broken", '[{"@type": "Event"}]', "", "   "])
def test_what_cannot_be_opened_gets_a_sentence(text: str) -> None:
    with pytest.raises(EntryError, match=r"JSON|nothing here"):
        open_recipe(text, Habit.METRIC)


def test_a_broken_formula_file_names_its_problems() -> None:
    broken = {"format": "tarte-formula", "version": 1, "lines": [{"ingredient": "buter", "amount": 1}]}
    with pytest.raises(EntryErrors, match="butter"):
        open_recipe(json.dumps(broken), Habit.METRIC)


@given(st.text(max_size=200))
@settings(max_examples=60, deadline=None)
def test_no_text_breaks_the_door(text: str) -> None:
    for start in ("", "<", "{", "ingredient,grams\n"):
        try:
            open_recipe(start + text, Habit.US)
        except (EntryError, EntryErrors) as error:
            assert str(error)
