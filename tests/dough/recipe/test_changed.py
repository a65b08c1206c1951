"""Notes and talk: what was changed, corrected or told as so many times something."""

from __future__ import annotations

import pytest

from dough.facts.kitchen_measures import Habit
from dough.recipe.text import RecipeText, read_recipe


def read(text: str, habit: Habit = Habit.METRIC) -> RecipeText:
    return read_recipe(text, habit)


def weights(text: str, habit: Habit = Habit.METRIC) -> dict[str, float | None]:
    return {x.ingredient_id: x.grams for x in read(text, habit).lines}


@pytest.mark.parametrize(
    ("line", "ident", "grams"),
    [
        ("flour down to 210 g from 230", "ap", 210),
        ("flour, up to 260 g", "ap", 260),
        ("butter 226 g (was 250)", "butter", 226),
        ("butter 226 g, was 250", "butter", 226),
        ("caster sugar 100 g instead of 120 g", "caster", 100),
        ("caster sugar reduced from 120 to 100 g", "caster", 100),
        ("caster sugar cut by 20 g to 100 g", "caster", 100),
        ("250 → 226 g butter", "butter", 226),
        ("salt 5 g -> 4 g", "salt", 4),
        ("flour 310 g (+10)", "ap", 310),
        ("flour 310 g (-10 g)", "ap", 310),
        ("200 g butter, no, 180 g", "butter", 180),
        ("200 g butter - sorry, 180 g", "butter", 180),
        ("200 g, make that 180 g butter", "butter", 180),
        ("300 g flour - not 250", "ap", 300),
        ("300 g flour (the book says 250)", "ap", 300),
        ("butter was 250 g, now 226 g", "butter", 226),
        ("flour 2 x 240 g", "ap", 480),
        ("2 x 240 g flour", "ap", 480),
        ("flour: 3 × 100 g", "ap", 300),
        ("bicarb 2 x 3 g", "soda", 6),
    ],
)
def test_what_it_was_weighs_nothing(line: str, ident: str, grams: float) -> None:
    text = f"{line}\n90 g icing sugar\n40 g cornflour"
    got = read(text)
    assert [(x.ingredient_id, x.grams) for x in got.lines] == [(ident, grams), ("icing", 90), ("cornst", 40)]


@pytest.mark.parametrize("line", ["flour down to 210 g from 230", "butter 226 g (was 250)", "caster 100 g, was 120"])
def test_what_it_was_is_told(line: str) -> None:
    got = read(f"{line}\n90 g icing sugar\n40 g cornflour")
    figure = next(f for f in ("230", "250", "120") if f in line)
    assert figure in " ".join([*got.lines[0].notes, *got.aside])


@pytest.mark.parametrize(
    "line",
    [
        "250 to 260 g flour", "250-260 g flour", "from 250 to 260 g flour", "2 cups flour plus more for rolling",
        "1 egg, not too cold", "180 g butter, down to room temperature", "1 tbsp milk if the dough is up to it",
    ],
)  # fmt: skip
def test_what_only_sounds_like_a_change_is_none(line: str) -> None:
    first = read(f"{line}\n90 g icing sugar\n40 g cornflour").lines[0]
    assert first.quantities[0].low in (250, 2, 1, 180)
    assert not any("before" in n for n in first.notes)


def test_several_kinds_behind_one_name_may_have_changed() -> None:
    got = weights("Butter 200\nsugar: 150 -> 140 caster, 90 light brown as before\nFlour 300\nsalt 4")
    assert {k: got[k] for k in ("caster", "lbrown")} == {"caster": 140, "lbrown": 90}


def test_what_the_book_has_is_not_what_is_used() -> None:
    got = weights(
        "The original calls for 1 cup of shortening, but I use 1 cup butter. Then 2 eggs and 1 cup sugar.", Habit.US
    )
    assert "shortening" not in got
    assert got["butter"] == pytest.approx(227, rel=0.02)


def test_sums_in_a_sentence_are_one_amount() -> None:
    got = weights(
        "Beat 10 Tbsp butter with 1 cup plus 2 Tbsp sugar until pale, then add 1 egg and 200 g flour.", Habit.US
    )
    assert got["gran"] == pytest.approx(225, rel=0.02)


def test_so_many_times_each_is_so_many_times_each() -> None:
    got = weights("240 g flour, 2 x 100 g each caster and light brown sugar, 2 eggs, 170 g butter")
    assert (got["caster"], got["lbrown"]) == (200, 200)


@pytest.mark.parametrize(
    ("line", "ident", "low", "unit"),
    [
        ("l tsp. baking soda", "soda", 1, "tsp"),
        ("l c. white sugar", "gran", 1, "cup"),
        ("2 l/4 c. white sugar", "gran", 2.25, "cup"),
        ("l/2 c. white sugar", "gran", 0.5, "cup"),
        ("1O g salt", "salt", 10, "g"),
        ("I cup white sugar", "gran", 1, "cup"),
        ("1 l milk", "milk", 1, "l"),
    ],
)
def test_a_letter_where_only_a_figure_can_stand_is_the_figure(line: str, ident: str, low: float, unit: str) -> None:
    first = read(f"{line}\n2 eggs\n1 cup shortening", Habit.US).lines[0]
    assert (first.ingredient_id, first.quantities[0].low, first.quantities[0].unit) == (ident, low, unit)


def test_the_most_of_something_is_no_change() -> None:
    first = read("up to 30 g water\n90 g icing sugar\n40 g cornflour").lines[0]
    assert (first.ingredient_id, first.grams) == ("water", 30)
    assert "up to 30 g: the most of it is read" in first.notes


def test_somebody_speaking_is_no_figure() -> None:
    got = read("Cookies I can eat\nI egg wash them twice\n2 eggs\n1 cup shortening", Habit.US)
    assert got.title == "Cookies I can eat"
    assert "I egg wash them twice" in got.aside
    assert [x.ingredient_id for x in got.lines] == ["egg", "shortening"]


@pytest.mark.parametrize(
    ("told", "ident", "grams"),
    [
        ("mezzo chilo di farina", "ap", 500),
        ("due etti e mezzo di burro", "butter", 250),
        ("2 etti di zucchero", "gran", 200),
        ("medio kilo de harina", "ap", 500),
        ("un cuarto de kilo de mantequilla", "butter", 250),
        ("kilo y medio de harina", "ap", 1500),
        ("ein halbes Pfund Butter", "butter", 250),
        ("ein halbes Kilo Mehl", "ap", 500),
        ("une livre de farine", "ap", 500),
        ("une demi-livre de beurre", "butter", 250),
        ("half a kilo of flour", "ap", 500),
        ("a quarter kilo of butter", "butter", 250),
    ],
)
def test_a_weight_told_in_words_is_a_weight(told: str, ident: str, grams: float) -> None:
    for text in (told, f"40 g cornflour\n{told}\n90 g icing sugar"):
        assert weights(text)[ident] == pytest.approx(grams), text


@pytest.mark.parametrize(
    ("text", "has"),
    [
        ("Auf 300 g Mehl kommen 200 g Butter, 100 g Zucker, ein Ei, eine Prise Salz und das Mark einer Vanilleschote.",
         {"ap", "butter", "gran", "egg", "salt", "vanpod"}),
        ("Mélangez 200 g de farine et 100 g de beurre, ajoutez deux œufs, une pincée de sel et le zeste d'un citron.",
         {"ap", "butter", "egg", "salt", "zest"}),
        ("Impastate 300 g di farina con 150 g di burro, due uova, un pizzico di sale e la scorza di un limone.",
         {"ap", "butter", "egg", "salt", "zest"}),
        ("Mezclar 300 g de harina con 150 g de mantequilla, dos huevos, una pizca de sal y la ralladura de un limón.",
         {"ap", "butter", "egg", "salt", "zest"}),
    ],
)  # fmt: skip
def test_a_sentence_in_another_language_tells_its_eggs_pinches_and_peel(text: str, has: set[str]) -> None:
    assert has <= set(weights(text))


@pytest.mark.parametrize("told", ["three seventy-five", "three seventy five", "three fifty", "four hundred"])
def test_an_oven_may_be_spoken(told: str) -> None:
    want = {"four hundred": 204.0, "three fifty": 177.0}.get(told, 191.0)
    got = read(f"1 cup butter\n1 cup sugar\n2 cups flour\nBake at {told} for ten minutes.", Habit.US)
    assert got.bake.oven_c == want


def test_plain_alone_is_flour_where_it_is_weighed() -> None:
    assert weights("350 g plain\n125 g butter\n175 g caster") == {"ap": 350, "butter": 125, "caster": 175}
    assert "ap" not in weights("350 g plain crackers\n125 g butter\n175 g caster")
