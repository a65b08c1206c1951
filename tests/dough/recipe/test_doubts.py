"""What a reading leaves in doubt: names that no line has, other amounts, shares that no cookie holds."""

import pytest

from dough.facts.kitchen_measures import Habit
from dough.recipe.text import read_recipe

LIST = "250 g plain flour\n125 g butter\n100 g caster sugar\n1 egg\n"


def named(text: str) -> list[str]:
    return [u.name for u in read_recipe(text, Habit.METRIC).unlisted]


def test_an_ingredient_of_the_method_that_no_line_has_is_told_with_its_clause() -> None:
    read = read_recipe(
        LIST + "\nCream butter and sugar, then the egg. Fold in the flour and the walnuts.", Habit.METRIC
    )
    assert [(u.name, "walnuts" in u.clause) for u in read.unlisted] == [("walnut", True)]


@pytest.mark.parametrize(
    "method",
    [
        "Cream the butter with the sugar, add the egg, then the flour.",
        "Butter a tray and flour the board. Beat in the egg.",
        "2. Cream with the sugar.",
        "Roll into balls the size of walnuts.",
        "Serve with vanilla sauce, or swap the egg for aquafaba.",
        "Bake the chocolate-coloured cookies 10 minutes.",
    ],
)
def test_what_is_done_or_made_or_goes_in_instead_is_no_ingredient_of_the_method(method: str) -> None:
    assert named(LIST + "\n" + method) == []


def test_another_amount_of_what_a_line_has_is_told_and_some_of_it_is_not() -> None:
    assert named(LIST + "\nBeat the butter with 40 g caster sugar, then the egg and the flour.") == [
        "40 g caster sugar"
    ]
    assert named(LIST + "\nBeat the egg with 40 g of the caster sugar. Add the 250 g plain flour.") == []


def test_what_a_misread_line_holds_besides_is_told() -> None:
    assert "vanilla" in named("250 g plain flour\n125 g butter\n1 tsp soda with some vanilla\n")


@pytest.mark.parametrize(
    ("line", "asked"),
    [("60 g salt", True), ("3 g salt", False), ("80 g baking powder", True), ("12 eggs", True), ("1 kg butter", False)],
)
def test_more_of_salt_leavening_or_egg_than_any_cookie_holds_is_asked_about(line: str, asked: bool) -> None:
    read = read_recipe("250 g plain flour\n125 g butter\n100 g caster sugar\n" + line, Habit.METRIC)
    last = read.lines[-1]
    assert ("much" in last.asks) is asked
    assert bool(last.offers) is asked
    assert last.grams is not None


def test_shares_are_told_only_of_a_whole_dough() -> None:
    """With an amount still open nothing is known of shares."""
    read = read_recipe("250 g plain flour\nbutter\n100 g caster sugar\n60 g salt", Habit.METRIC)
    assert "much" not in read.lines[-1].asks


def test_a_weight_of_something_unknown_is_never_set_aside_without_a_word() -> None:
    read = read_recipe(LIST + "\nThe rest is grommets (140 g).\nScoop 40 g balls.", Habit.METRIC)
    assert read.overlooked == ("The rest is grommets (140 g)",) or "grommets" in " ".join(
        x.text for x in read.lines if "ingredient" in x.asks
    )
    assert not any("Scoop" in o for o in read.overlooked)


def test_halves_of_an_amount_are_two_lines() -> None:
    read = read_recipe("flour 1 kg (half strong, half soft)\nbutter 600 g\nsugar 400 g", Habit.METRIC)
    assert [(x.ingredient_id, x.grams) for x in read.lines[:2]] == [("bread", 500.0), ("ap_lo", 500.0)]


def test_a_dessertspoon_is_two_teaspoons_and_an_amount_told_twice_over_a_stroke_is_one() -> None:
    spoon, stroke = read_recipe("1 dessertspoon golden syrup\n1/2 cup/85 g walnuts", Habit.METRIC).lines
    two = read_recipe("2 tsp golden syrup\n85 g walnuts", Habit.METRIC).lines[0]
    assert spoon.grams == two.grams
    assert (stroke.ingredient_id, stroke.grams, stroke.asks) == ("walnuts", 85.0, ())


def test_bare_numbers_whose_flours_make_a_hundred_are_percent_of_the_flour() -> None:
    read = read_recipe("flour 100\nbutter 64\nsugar 70\negg 10\nsalt 1.5\n1.2 kg flour for the batch", Habit.METRIC)
    assert [round(x.grams or 0, 1) for x in read.lines] == [1200.0, 768.0, 840.0, 120.0, 18.0]
    assert read.lines[3].notes[-1] == "10 % of 1200 g flour"


def test_two_eggs_beside_bare_numbers_are_two_eggs() -> None:
    read = read_recipe("flour 100\nbutter 60\nsugar 40\neggs 2\nsalt 1", Habit.METRIC)
    assert read.lines[3].grams == 102.0
    assert "unit" in read.lines[0].asks


def test_bare_numbers_that_can_only_be_grams_are_and_others_are_asked_about() -> None:
    read = read_recipe("flour 250\nbutter 125\nsugar 100\nsalt 2\neggs 2", Habit.METRIC)
    assert [x.grams for x in read.lines] == [250.0, 125.0, 100.0, 2.0, 102.0]
    assert read.note == "Bare numbers are read as grams."
    ounces = read_recipe("flour 12\nbutter 8\nsugar 6\nsalt 1", Habit.METRIC)
    assert all("unit" in x.asks for x in ounces.lines)
    beside_cups = read_recipe("flour 250\nbutter 125\nsugar 100\nsalt 2\n1 cup oats", Habit.METRIC)
    assert "unit" in beside_cups.lines[0].asks


def test_what_goes_on_top_and_is_not_known_is_never_set_aside_without_a_word() -> None:
    read = read_recipe(LIST + "Black shards, to finish\n\nTo decorate:\n20 g icing sugar", Habit.METRIC)
    told = [*read.overlooked, *(x.text for x in read.lines if "ingredient" in x.asks)]
    assert [t for t in told if "shards" in t]
    assert "To decorate:" not in told


def test_a_recipe_without_what_every_cookie_has_says_so() -> None:
    lost = read_recipe("200 g flour\n100 g butter\n2 eggs\n1 tsp vanilla", Habit.METRIC)
    assert lost.note.startswith("No sugar was read.")
    whole = read_recipe("200 g flour\n100 g butter\n90 g sugar\n1 tsp vanilla", Habit.METRIC)
    assert whole.note == ""


def test_a_comma_of_thousands_parts_no_cells_and_a_share_is_no_amount() -> None:
    read = read_recipe("BUTTER 82% 1,200\nCASTER 900\nT55 1,650\nBICARB 18\nSALT 24", Habit.METRIC)
    assert [(x.ingredient_id, x.grams) for x in read.lines] == [
        ("butter", 1200.0), ("caster", 900.0), ("ap", 1650.0), ("soda", 18.0), ("salt", 24.0),
    ]  # fmt: skip


def test_a_line_that_is_nearly_all_of_the_dough_is_asked_about() -> None:
    read = read_recipe("200 g flour\n100 g butter\n90 g sugar\n130 l milk\n3 g salt", Habit.METRIC)
    assert [x.ingredient_id for x in read.lines if "much" in x.asks] == ["milk"]


def test_either_kind_of_one_thing_is_the_first_and_the_other_is_told() -> None:
    line = read_recipe("200 g packed light or dark brown sugar\n100 g flour", Habit.METRIC).lines[0]
    assert line.ingredient_id == "lbrown"
    assert "or dark brown sugar" in line.notes
