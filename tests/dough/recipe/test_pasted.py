"""Texts as they are pasted: what looks like another format, what runs together, what no eye sees."""

from __future__ import annotations

import pytest

from dough.facts.kitchen_measures import CupCalibration, Habit
from dough.formats.opening import open_recipe
from dough.recipe.lines import read_line
from dough.recipe.text import read_recipe


@pytest.mark.parametrize(
    "text",
    ["[200 g] flour\n[100 g] butter", "[ ] 200 g flour\n[x] 100 g butter", "{test 4}\n200 g flour\n100 g butter"],
)
def test_a_text_that_opens_on_a_bracket_is_no_file(text: str) -> None:
    assert [x.ingredient_id for x in open_recipe(text, Habit.METRIC).recipe.lines] == ["ap", "butter"]


def test_marks_of_a_page_inside_a_text_are_taken_off() -> None:
    text = "Crisp\n200 g flour<br>\n<li>100 g butter</li>\n<tr><td>3 g</td><td>salt</td></tr>"
    assert [(x.ingredient_id, x.grams) for x in open_recipe(text, Habit.METRIC).recipe.lines] == [
        ("ap", 200), ("butter", 100), ("salt", 3),
    ]  # fmt: skip


def test_greek_capitals_are_read_as_small_letters_are() -> None:
    (line,) = read_recipe("1 Κ.Σ. ΖΆΧΑΡΗ", Habit.METRIC).lines
    assert (line.ingredient_id, line.quantities[0].unit) == ("gran", "tbsp")


@pytest.mark.parametrize(
    ("text", "grams"),
    [
        ("1 LB 8 OZ BUTTER", 680.4),
        ("1 Lb 8 Oz butter", 680.4),
        ("①125 g butter", 125.0),
        ("1/ 125 g butter", 125.0),
        ("125 g butter¹", 125.0),
        ("about 80 g butter €2,40", 80.0),
        ("125 g but\u00adter", 125.0),
    ],
)
def test_an_amount_is_what_is_meant_whatever_stands_beside_it(text: str, grams: float) -> None:
    line = read_recipe(f"{text}\n200 g flour", Habit.METRIC).lines[0]
    assert line.ingredient_id == "butter"
    assert line.grams == pytest.approx(grams, abs=0.1)


def test_a_half_that_lost_its_space_is_a_half() -> None:
    (line,) = read_recipe("11/2 cups sugar", Habit.US).lines
    assert line.quantities[0].low == 1.5


@pytest.mark.parametrize(
    ("line", "ident", "asks"),
    [
        ("200 g lovely butter", "butter", ()),
        ("200 g Zimmel's butter", "butter", ()),
        ("200 g butter (see note 2)", "butter", ()),
        ("200 g garlic butter", "butter", ("ingredient",)),
        ("200 g snozzle flour", "ap", ("ingredient",)),
        ("200 g peanut oil", "oil", ("ingredient",)),
        ("200 g groundnut oil", "oil", ("ingredient",)),
        ("200 g pâte of butter", "butter", ("ingredient",)),
        ("200 g smetanna", "sourcream", ()),
        ("100 g nutmeg", "nutmeg", ()),
    ],
)
def test_words_beside_a_name_are_left_out_and_foods_are_asked_about(
    line: str, ident: str, asks: tuple[str, ...]
) -> None:
    made = read_line(line, Habit.METRIC)
    assert made.ingredient_id == ident
    assert ("ingredient" in made.asks) == bool(asks)


def test_lines_that_were_cut_to_a_width_are_put_together() -> None:
    text = (
        "2 1/4 cups (285 g) all-purpose\n   flour\n12 tablespoons (170 g) unsalted\n   butter, cool\n"
        "1 cup packed (215 g) dark brown\n   sugar"
    )
    assert [(x.ingredient_id, x.grams) for x in read_recipe(text, Habit.US).lines] == [
        ("ap", 285), ("butter", 170), ("dbrown", 215),
    ]  # fmt: skip


def test_a_list_that_stands_further_in_is_no_cut_line() -> None:
    text = "Dough\n   200 g flour\n   100 g butter\nsalt\n\nIcing:\n   60 g icing sugar"
    assert [x.ingredient_id for x in read_recipe(text, Habit.METRIC).lines] == ["ap", "butter", "salt", "icing"]


def test_what_a_piece_holds_and_tools_are_no_dough() -> None:
    text = (
        "200 g flour\n100 g butter\n80 g sugar\nEquipment\n2 bowls\n4 cm cutter\n"
        "Nutrition\nCalories: 180\nFat: 9 g\nSugar: 12 g\nProtein 2 g\nSalt 0.2 g"
    )
    read = read_recipe(text, Habit.METRIC)
    assert [x.ingredient_id for x in read.lines] == ["ap", "butter", "gran"]
    assert (read.overlooked, read.unlisted) == ((), ())


def test_tools_end_where_the_list_begins_though_no_heading_says_so() -> None:
    read = read_recipe(
        "Crisp oats\nEquipment\n1 bowl\n1 baking sheet\n200 g flour\n100 g butter\nSugar 80 g", Habit.METRIC
    )
    assert [x.ingredient_id for x in read.lines] == ["ap", "butter", "gran"]


def test_the_first_row_of_a_sheet_of_trials_is_read() -> None:
    text = "Trial | Flour (g) | Butter (g) | Sugar (g)\nA | 240 | 170 | 150\nB | 240 | 150 | 150"
    read = read_recipe(text, Habit.METRIC)
    assert [(x.ingredient_id, x.grams) for x in read.lines] == [("ap", 240), ("butter", 170), ("gran", 150)]
    assert any("150" in a for a in read.aside)


def test_rolled_oats_and_their_weight_are_no_portion() -> None:
    read = read_recipe("Rolled oats 200 g\nButter 100 g\nBake 12 min at 170 °C", Habit.METRIC)
    assert read.bake.portion_g is None


def test_of_two_figures_without_a_unit_none_is_taken_for_grams() -> None:
    text = "All weights in g\nPlain flour 720\n3 Demerara 240\nButter 360\nSalt 8"
    asked = {x.ingredient_id: x.asks for x in read_recipe(text, Habit.METRIC).lines}
    assert asked == {"ap": (), "demerara": ("unit",), "butter": (), "salt": ()}


def test_numbered_rows_are_rows() -> None:
    text = "1  Flour T55   1,820\n2  Butter 82%   960\n3  Demerara   720\n4  Golden syrup   480"
    read = read_recipe(text, Habit.METRIC)
    assert [x.grams for x in read.lines] == [1820, 960, 720, 480]


def test_a_word_that_holds_a_food_is_not_left_out_and_a_letter_may_be_shorthand() -> None:
    (line,) = read_recipe("1 Dotter, Ribiselmarmelade zum Zusammensetzen", Habit.METRIC).lines
    assert (line.ingredient_id, "ingredient" in line.asks) == ("yolk", True)
    assert read_line("3c q. oats", Habit.US).ingredient_id == "oats_quick"


def test_a_sentence_of_work_in_capitals_ends_the_one_before() -> None:
    read = read_recipe("1 C. BUTTER, 2 C. FLOUR, 1 C. SUGAR, 6 OZ. CHOC. CHIPS. BAKE 10 MIN. AT 350.", Habit.US)
    assert [(x.ingredient_id, "ingredient" in x.asks) for x in read.lines][-1] == ("chips50", False)
    assert read.bake.minutes == (10.0, 10.0)


def test_a_text_with_a_tag_in_it_is_measured_by_the_cook_s_own_cups() -> None:
    cups = (CupCalibration("gran", "", (205.0, 207.0, 209.0)),)
    (line,) = open_recipe("1 cup sugar<br>", Habit.US, cups).recipe.lines
    assert line.grams == 207


def test_a_long_text_with_a_tag_in_it_is_read_to_its_end() -> None:
    story = "A line of a story that tells of nothing.\n" * 600
    read = open_recipe(f"{story}Ingredients<br>\n200 g flour\n100 g butter\n80 g sugar", Habit.METRIC).recipe
    assert [x.ingredient_id for x in read.lines] == ["ap", "butter", "gran"]
