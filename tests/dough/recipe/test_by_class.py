"""Texts by the classes in which a reader fails, and what must hold for any text made of real pieces."""

from __future__ import annotations

import re

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.facts.kitchen_measures import Habit
from dough.recipe.amounts import tidy
from dough.recipe.lines import read_line
from dough.recipe.text import FOREIGN, read_recipe
from tests.dough.recipe.texts import tally


@pytest.mark.parametrize("folder", ["by_class", "once"])
def test_ninety_five_in_a_hundred_are_right_and_hardly_any_wrong_without_a_word(folder: str) -> None:
    found = tally(folder)
    told = "\n".join(found.wrong)
    assert found.wanted > 140
    assert found.right >= 0.95 * found.wanted, told
    assert found.silent <= 0.005 * found.wanted, told
    # One question to five lines at most, hard texts among them.
    assert found.asked <= found.wanted / 5, told


PIECES = st.sampled_from(
    [
        "250 g plain flour", "2 eggs, beaten", "Cream of tartar 1 tsp", "Baking powder 3 g", "1 stick butter, melted",
        "Bake for 12 minutes at 180 °C.", "Stir in 60 g raisins until even.", "Tip: keep them in a tin.", "Dough:",
        "For the icing:", "2 tbsp milk (30 g)", "3 bars (100 g each) dark chocolate", "Makes 24", "| Salt | 4 |",
        "Chill overnight.", "a knob of butter", "40 g unobtainium flakes", "Serve with tea.",
        "1 tsp each cinnamon and ginger",
        "Sugar (caster 100 g, demerara 50 g)", "1 cup flour; 1 egg; a pinch of salt", "* Can be replaced by 80 g rye.",
        "zest of 1 lemon", "Step 2: beat 2 eggs with 90 g sugar.", "Brown sugar\t120", "0,5 kg Mehl",
        "6 oz butter + 1 tbsp",
    ]
)  # fmt: skip


@settings(max_examples=200, deadline=None)
@given(st.lists(PIECES, min_size=1, max_size=9))
def test_nothing_of_a_text_vanishes(pieces: list[str]) -> None:
    read = read_recipe("\n".join(pieces), Habit.METRIC)
    seen = " ".join([read.title, *(x.text for x in read.lines), *read.aside]).lower()
    for piece in pieces:
        for word in re.findall(r"[^\W\d_]{3,}", tidy(piece).lower()):
            # Words that only join others are no clause.
            assert word in seen or word in ("each", "and"), (piece, word)


@settings(max_examples=200, deadline=None)
@given(st.lists(PIECES, min_size=2, max_size=9))
def test_a_measured_ingredient_on_its_own_line_is_read_wherever_it_stands(pieces: list[str]) -> None:
    read = read_recipe("\n".join(["100 g rice flour", *pieces, "Baking soda 2 g", "Cream cheese 90 g"]), Habit.METRIC)
    ids = [x.ingredient_id for x in read.lines]
    shown = " ".join(read.aside)
    assert "rice_w" in ids or "rice" in shown
    for ident, name in (("soda", "Baking soda 2 g"), ("creamcheese", "Cream cheese 90 g")):
        assert ident in ids or name in read.aside


def test_work_grows_with_the_text_and_a_long_one_has_a_limit(monkeypatch: pytest.MonkeyPatch) -> None:
    from dough.recipe import amounts

    looked = 0
    real = amounts._MEASURED

    class Counted:
        def match(self, text: str) -> re.Match[str] | None:
            nonlocal looked
            looked += 1
            return real.match(text)

    monkeypatch.setattr(amounts, "_MEASURED", Counted())
    found = []
    for n in (40, 80):
        looked = 0
        text = "\n".join(" ".join(str(1000 * n + 13 * i + k) for k in range(10)) for i in range(n))
        read_recipe(text, Habit.METRIC)
        found.append(looked)
    assert found[1] <= 2.5 * found[0]


@pytest.mark.parametrize(
    ("text", "facts"),
    [
        ("Chill for 2 hours in the fridge.", {"rest_h": 2.0, "rest_place": "fridge"}),
        ("Rest the dough for 30 min. at room temperature.", {"rest_h": 0.5, "rest_place": "counter"}),
        ("Leave it overnight in the fridge.", {"rest_h": 12.0, "rest_place": "fridge"}),
        ("Freeze for 20 minutes.", {"rest_h": 1 / 3, "rest_place": "freezer"}),
        ("Roll 5 mm thick, cut 6 cm rounds.", {"start_thickness_mm": 5.0, "start_diameter_mm": 60, "shape": "rolled"}),
        ("Roll out 1/4 inch thick and use a 2 1/2 inch cutter.", {"start_thickness_mm": 6.3, "start_diameter_mm": 64}),
        ("Bake 12 minutes, turning after 6. Bang the pan at 10 min.", {"minutes": 12.0, "rotate_minute": 6.0,
                                                                       "bang_minute": 10.0}),
        ("Form balls of 45 g and bake at 170 °C fan for 11 to 13 minutes.", {"portion_g": 45.0, "oven_c": 170.0,
                                                                           "minutes": 12.0}),
        ("Melt the butter.", {"method": "melted"}),
        ("Rub the butter into the flour.", {"method": "rubbed_in"}),
    ],
)  # fmt: skip
def test_the_process_is_told_with_the_words_it_came_from(text: str, facts: dict[str, float | str]) -> None:
    read = read_recipe(f"200 g flour\n100 g butter\n{text}", Habit.METRIC)
    got = {f.field: f.value for f in read.bake.facts}
    for field, value in facts.items():
        assert got[field] == (pytest.approx(value, abs=0.06) if isinstance(value, float) else value)
    words = tidy(text).lower()
    assert all(f.words.lower().strip(". ") in f"{words} ." for f in read.bake.facts if f.field != "oven_c")


def test_a_likeness_is_asked_for_with_an_idea_of_it_and_a_likely_slip_is_said() -> None:
    line = read_line("butter the size of a walnut", Habit.METRIC)
    assert (line.ingredient_id, line.asks) == ("butter", ("amount",))
    assert "some 20 g" in line.notes[0]
    fluor = read_line("220 g plain fluor", Habit.METRIC)
    assert (fluor.ingredient_id, fluor.notes) == ("ap", ("fluor read as flour",))


def test_a_language_that_is_hardly_read_is_said() -> None:
    polish = "200 g mąki pszennej\n100 g cukru\n120 g masła\n1 łyżeczka proszku do pieczenia"
    assert read_recipe(polish, Habit.METRIC).note == FOREIGN
    assert read_recipe("200 g Mehl\n100 g Zucker\n120 g Butter\n1 TL Backpulver", Habit.METRIC).note == ""


@pytest.mark.parametrize(
    ("text", "grams"),
    [
        ("Name | % | grams\nPlain flour | 100 | 850\nButter | 60 | 510\nIcing sugar | 30 | 255", (850, 510, 255)),
        ("Item;Weight kg;Share %\nPlain flour;1.2;100\nButter;0.8;67", (1200, 800)),
        ("Name | x1 | Share %\nPlain flour | 300 | 100\nButter | 200 | 67", (300, 200)),
        ("300 g plain flour (was 320 g)\n200 g → 180 g butter", (300, 180)),
        ("two hundred and ten grams of rye flour\na hundred grams of butter", (210, 100)),
        ("2 cups and a half plain flour\n1/2 Pfund Butter", (305, 250)),
        ("3:2 plain flour and butter. I take 240 g plain flour.", (160, 240)),
        ("100 g caster sugar, plus 2 tbsp for the tin\n50 g butter", (100, 50)),
        ("- name: rye flour\n  amount: 90\n  unit: g\n- name: butter\n  amount: 70\n  unit: g", (90, 70)),
        ("rye flour 90, butter 70 (all weights in grams)\nhoney 20", (90, 70, 20)),
    ],
)
def test_which_of_several_figures_counts(text: str, grams: tuple[float, ...]) -> None:
    read = read_recipe(text, Habit.US)
    assert [x.grams for x in read.lines] == pytest.approx(grams, rel=0.03)


def test_a_bracket_that_begins_with_before_or_new_is_not_always_a_change() -> None:
    assert "browned" in read_line("200 g butter, browned (before browning)", Habit.METRIC).asks
    assert read_line("40 g walnuts (new season)", Habit.METRIC).unknown == ()


def test_what_is_not_dough_is_told_and_not_counted() -> None:
    line = read_line("170 g butter, plus 1 tablespoon for the pan", Habit.US)
    assert line.grams == 170
    assert "plus 1 tablespoon for the pan: not counted in" in line.notes


@pytest.mark.parametrize("line", ["egg 50", "yolk 36", "egg whites 40"])
def test_more_eggs_than_anyone_breaks_are_asked_about(line: str) -> None:
    assert read_line(line, Habit.METRIC).asks == ("unit",)


@pytest.mark.parametrize("said", ["To each 100 g of flour add 1 g salt.", "The weight of four eggs in sugar."])
def test_an_amount_told_by_another_is_always_shown(said: str) -> None:
    read = read_recipe(f"200 g plain flour\n100 g butter\n{said}", Habit.METRIC)
    assert [x.grams for x in read.lines] == [200, 100]
    assert read.overlooked == (said,)
