"""What stands around an ingredient in its line is no part of it; and what nobody knows is shown."""

from __future__ import annotations

import sys
from types import FrameType

import pytest

from dough.facts.kitchen_measures import Habit
from dough.recipe.lines import read_line
from dough.recipe.text import read_recipe


@pytest.mark.parametrize(
    ("line", "ident", "grams"),
    [
        ("1 cup raisins (soak them in hot water first!!)", "raisins", 145.0),
        ("1/4 cup molasses (not blackstrap!)", "molasses", 85.0),
        ("100 g chocolate (70% cocoa solids), chopped", "dark70", 100.0),
        ("so now you take 200 g of plain flour", "ap", 200.0),
        ("200 g cornflour, paddled just until it comes together", "cornst", 200.0),
        ("butter 120 g (17 °C)", "butter", 120.0),
        ("1 kg bag caster sugar, use 900 g", "caster", 900.0),
        ("50 g besan (gram flour)", "chickpeafl", 50.0),
        ("150 g semolina (sooji)", "semolina", 150.0),
    ],
)
def test_what_is_said_around_a_name_does_not_change_it(line: str, ident: str, grams: float) -> None:
    read = read_line(line, Habit.METRIC)
    assert read.ingredient_id == ident
    assert "ingredient" not in read.asks
    assert read.grams == pytest.approx(grams, rel=0.12)


def test_a_bracket_that_makes_another_thing_of_the_name_counts() -> None:
    read = read_line("butter (browned, then chilled back to soft) 200 g", Habit.METRIC)
    assert read.ingredient_id == "brownbutter" or "ingredient" in read.asks


def test_a_short_line_of_a_list_that_nobody_knows_is_shown_and_a_heading_is_not() -> None:
    text = "100 g butter\n200 g flour\nglimmer dust\n50 g sugar\n\nThe bright part\n40 g icing sugar\n1 tsp milk"
    read = read_recipe(text, Habit.METRIC)
    assert read.overlooked == ("glimmer dust",)


@pytest.mark.parametrize(
    "text",
    [
        "one part sugar, two parts butter, three parts flour. I use 150 g flour.",
        "3:2:1 flour, butter, sugar by weight. I use 150 g flour.",
    ],
)
def test_parts_are_weighed_by_the_one_that_has_a_weight(text: str) -> None:
    read = read_recipe(text, Habit.METRIC)
    assert {x.ingredient_id: x.grams for x in read.lines} == {"gran": 50.0, "butter": 100.0, "ap": 150.0}


@pytest.mark.parametrize("said", ["baking soda, baking powder and cinnamon", "baking soda + baking powder"])
def test_each_of_several_is_one_each(said: str) -> None:
    for each in ("each", "each of", "each:"):
        read = read_recipe(f"200 g flour\n1 tsp {each} {said}\n100 g butter", Habit.METRIC)
        assert [x.ingredient_id for x in read.lines][1:3] == ["soda", "bp_da"]
    kinds = read_recipe("200 g flour\n1 cup each sugars (brown, white)\n100 g butter", Habit.METRIC)
    assert [x.ingredient_id for x in kinds.lines][1:3] == ["lbrown", "gran"]


def test_an_oven_with_a_fan_is_told_from_one_without_that_names_the_fan_s_heat() -> None:
    def oven(text: str) -> tuple[float | None, bool]:
        bake = read_recipe(f"200 g flour\n100 g butter\n{text}", Habit.METRIC).bake
        return bake.oven_c, bake.fan

    assert oven("Bake at 175 °C (Umluft 155 °C) for 12 min.") == (175.0, False)
    assert oven("scoop, 170 fan 11 min") == (170.0, True)
    assert oven("Bake 165 °C conv. 12 min") == (165.0, True)
    assert oven("375* for 8 min") == (191.0, False)
    # A weight is no oven, whatever stands before it.
    assert oven("A test bake\nbutter 1,200\nscoop, 175 fan, 12 min") == (175.0, True)


def test_a_long_title_is_cut_between_words() -> None:
    long = "A very long name of a dough that somebody gave it on a long train journey through the night"
    title = read_recipe(f"{long}\n100 g butter\n200 g flour", Habit.METRIC).title
    assert long.startswith(f"{title} ")
    assert 60 < len(title) <= 80
    assert len(read_recipe(f"{'x' * 100}\n100 g butter\n200 g flour", Habit.METRIC).title) <= 80


HOSTILE = ["sugar flour ", "7 ", "12 g, 3 cups (4 oz) ", "half a cup of ", "one part sugar ", "butter (soft "]


@pytest.mark.parametrize("piece", HOSTILE)
def test_twice_the_text_is_about_twice_the_work(piece: str) -> None:
    def calls(times: int) -> int:
        count = 0

        def seen(_frame: FrameType, event: str, _arg: object) -> None:
            nonlocal count
            count += event in ("call", "c_call")

        # Another text each time: what was asked before is kept.
        text = f"{times} {piece}" + piece * times
        before = sys.getprofile()
        sys.setprofile(seen)
        try:
            read_recipe(text, Habit.METRIC)
        finally:
            sys.setprofile(before)
        return count

    calls(50)
    assert calls(1200) < 2.8 * calls(600)
