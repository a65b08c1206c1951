"""What is said around amounts and names: parts, kinds, heads, versions, messages, and words that are no slips."""

from __future__ import annotations

import pytest

from dough.facts.kitchen_measures import Habit
from dough.recipe.habit import guess_habit
from dough.recipe.names import match
from dough.recipe.text import read_recipe


def weights(text: str, habit: Habit = Habit.METRIC) -> dict[str, float | None]:
    return {x.ingredient_id: x.grams for x in read_recipe(text, habit).lines}


@pytest.mark.parametrize(
    ("line", "has"),
    [
        ("flour 260 g, of which 40 g almond meal", {"ap": 220, "almond": 40}),
        ("sugar 180 g (of that 60 g demerara, rest caster)", {"demerara": 60, "caster": 120}),
        ("125 g + 75 g (light brown + white) sugar", {"lbrown": 125, "gran": 75}),
        ("250 g light brown sugar + 50 g white", {"lbrown": 250, "gran": 50}),
        ("130 g each dark chips / pecans", {"chips50": 130, "pecans": 130}),
        ("butter and caster, 150 g each", {"butter": 150, "caster": 150}),
        ("200 g fat (half butter half lard)", {"butter": 100, "lard": 100}),
        ("90 g caster (plus 3 g salt)", {"caster": 90, "salt": 3}),
        ("two bars (90 g each) milk chocolate", {"milkchoc": 180}),
        ("2 squares (56 g) unsweetened chocolate", {"choc100": 56}),
        ("180 g chopped 66 %", {"dark65": 180}),
        ("flour, 2 700 g", {"ap": 2700}),
        ("Dough A (vanilla) - 125 g butter", {"butter": 125}),
        ("Wet → egg 50 g", {"egg": 50}),
        ("for 30 thins: 250 g flour", {"ap": 250}),
    ],
)
def test_one_line_tells_several_or_one_in_a_roundabout_way(line: str, has: dict[str, float]) -> None:
    got = weights(f"{line}\n90 g icing sugar\n40 g cornflour")
    assert {k: got.get(k) for k in has} == has
    assert set(got) == {*has, "icing", "cornst"}


def test_kinds_under_a_heading_are_kinds_of_it() -> None:
    text = "Sugar:\n  - white 120 g\n  - dark muscovado 80 g\nFlour:\n  - plain 180 g\n  - wholemeal 60 g\nButter: 90 g"
    assert weights(text) == {"gran": 120, "musco": 80, "ap": 180, "wholewheat": 60, "butter": 90}


def test_the_same_amount_is_that_of_the_line_above() -> None:
    assert weights("Shortening, 90 g\nButter, same amount\nFlour, 200 g") == {"shortening": 90, "butter": 90, "ap": 200}


def test_only_the_sentence_that_speaks_of_something_else_is_set_aside() -> None:
    got = weights("Keep 180 g butter. If you like, 20 g more flour would do. Then 120 g caster and 250 g flour.")
    assert got == {"butter": 180, "caster": 120, "ap": 250}


def test_messages_are_read_without_who_wrote_them_when() -> None:
    text = "[14:02] ana: whats in the lemon ones\n[14:03] ben: 225 g butter, 110 g caster\n[14:04] ben: 275 g plain"
    assert weights(text) == {"butter": 225, "caster": 110, "ap": 275}


def test_answers_are_read_without_the_question() -> None:
    assert weights("Q: what goes in?\nA: sure - 225 g butter, 110 g caster, 275 g flour") == {
        "butter": 225, "caster": 110, "ap": 275,
    }  # fmt: skip


def test_of_two_versions_the_first_is_read() -> None:
    text = "Butter: 200 g / 210 g\nCaster: 100 g / 90 g\nEggs: 50 g / 50 g\nFlour: 300 g / 310 g"
    assert weights(text) == {"butter": 200, "caster": 100, "egg": 50, "ap": 300}


def test_figures_beside_figures_are_no_fraction() -> None:
    text = "Butter 85 / 170 / 340\nCaster 50 / 100 / 200\nEgg 25 / 50 / 100\nFlour 115 / 230 / 460\nSalt 2 / 4 / 8"
    assert weights(text) == {"butter": 85, "caster": 50, "egg": 25, "ap": 115, "salt": 2}


def test_percents_of_the_whole_are_weighed_by_the_whole() -> None:
    got = weights("Total dough 1200 g: flour 50 %, butter 30 %, icing sugar 15 %, yolk 5 %.")
    assert got == {"ap": 600, "butter": 360, "icing": 180, "yolk": 60}


def test_shares_per_hundred_of_flour_are_weighed_by_the_flour() -> None:
    got = weights("Per 100 of flour: butter 55, icing sugar 35, almond meal 12, egg 22\nToday: flour 1.8 kg")
    assert got == pytest.approx({"ap": 1800, "butter": 990, "icing": 630, "almond": 216, "egg": 396})


def test_parts_may_stand_behind_their_names() -> None:
    got = weights("Butter 1 part, caster 1 part, flour 2 parts. One part was 120 g last time.")
    assert got == {"butter": 120, "caster": 120, "ap": 240}


@pytest.mark.parametrize("word", ["sure", "better", "what", "middle", "people", "close", "back", "either"])
def test_an_ordinary_word_is_no_slip_of_a_name(word: str) -> None:
    assert match(word).ident == ""


def test_a_slip_is_still_put_right() -> None:
    assert match("buter").ident == "butter"
    assert match("baking sodda").ident == "soda"


def test_a_point_that_opens_a_figure_is_kept() -> None:
    first = read_recipe("flour 200 g, .5 tsp baking soda\n90 g caster\n80 g butter", Habit.METRIC).lines[1]
    assert (first.ingredient_id, first.quantities[0].low) == ("soda", 0.5)


def test_minutes_behind_a_list_are_no_fruit() -> None:
    text = "Kneed 250 g bloem, 125 g boter en 100 g suiker, laat een nacht rusten, 160 graden, 20 minuten."
    assert set(weights(text)) == {"ap", "butter", "gran"}


@pytest.mark.parametrize("said", ["350 for 8 to 10", "350 F, 8-10", "350 conv., 9 min", "350F 9m"])
def test_minutes_behind_a_heat_need_not_say_so(said: str) -> None:
    bake = read_recipe(f"1 cup butter\n1 cup sugar\n2 cups flour\nChill 1 h, then bake {said}", Habit.US).bake
    assert bake.minutes in ((8, 10), (9, 9))


@pytest.mark.parametrize(
    ("said", "hours"),
    [("rested 24 h", 24), ("Aged 2 days in the fridge", 48), ("Chill for two days.", 48), ("Rest overnight", 12)],
)
def test_a_rest_may_be_told_afterwards_and_in_days(said: str, hours: float) -> None:
    facts = read_recipe(f"butter 200 g\nflour 100 g\n{said}", Habit.METRIC).bake.facts
    assert [f.value for f in facts if f.field == "rest_h"] == [hours]


@pytest.mark.parametrize(
    ("text", "habit"),
    [
        ("1 C. MARGARINE\n1 C. SUGAR\n2 C. FLOUR\nBAKE 350 10 MIN.", Habit.US),
        ("2 C flour / 1 C sugar / 1 stick butter", Habit.US),
        ("200 g butter\n100 g caster\n180 C 12 min", Habit.METRIC),
        ("1 cup caster sugar\n125 g butter\n250 g plain flour", Habit.AU),
    ],
)
def test_whose_cups_are_meant_is_told_by_the_words(text: str, habit: Habit) -> None:
    assert guess_habit(text) is habit


def test_a_bare_weight_in_a_recipe_of_grams_comes_before_the_measure_beside_it() -> None:
    got = weights("butter 200 (2 sticks)\ncaster 150\nflour 300\negg 50\nsalt 4")
    assert got["butter"] == 200


def test_a_weight_beside_a_measure_is_no_second_version() -> None:
    text = "Flour: 2 cups / 250 g\nButter: 1 cup / 226 g\nSugar: 1 cup / 200 g\nIcing sugar: 1 cup / 120 g"
    assert weights(text, Habit.US) == {"ap": 250, "butter": 226, "gran": 200, "icing": 120}


def test_a_name_behind_a_stamp_is_nobody_who_wrote() -> None:
    text = "[14:02] butter: 225 g\n[14:03] caster: 110 g\n[14:04] flour: 275 g"
    assert weights(text) == {"butter": 225, "caster": 110, "ap": 275}
