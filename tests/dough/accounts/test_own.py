"""Own ingredients: a label's figures stand, the rest is estimated and marked, blends add up."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.needs.verdict import Standing, judge
from dough.accounts.own_ingredients import Label, blend, flours_to_protein, from_label
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.desk.preview import preview
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryErrors
from dough.facts.ingredients import ADDITIVE, State, ingredient, table
from dough.facts.kitchen_measures import Habit, KitchenAmount, weigh
from dough.facts.styles import style

FLOUR = Label(kcal=348, fat=1.3, saturates=0.2, carbohydrate=71, sugars=1.1, fibre=3.1, protein=11.2, salt=0.01)


def total(parts: object) -> float:
    return float(sum(getattr(parts, name) for name in ADDITIVE))


def test_a_label_s_figures_stand_and_water_is_what_is_left() -> None:
    made = from_label("own-1", "Mill flour", ingredient("ap"), FLOUR)
    p = made.ingredient.parts
    assert (p.fat, p.protein, p.fibre, p.kcal) == (1.3, 11.2, 3.1, 348)
    assert p.sugars == pytest.approx(1.1)
    assert total(p) == pytest.approx(100, abs=0.01)
    assert 10 < p.water < 14
    assert made.estimated == ("water",)
    assert made.ingredient.flour_base
    assert judge(made.ingredient, "no_wheat").standing is Standing.UNSURE, "nobody has said"


def test_what_the_cook_said_of_allergens_wins_over_the_row_it_is_like() -> None:
    says = {"Gl": State.FREE, "Mi": State.MAY, "An": State.FREE, "alcohol": State.FREE}
    made = from_label("own-1", "Mill flour", ingredient("ap"), FLOUR, says=says).ingredient
    assert judge(made, "no_gluten").standing is Standing.MEETS
    assert judge(made, "no_milk").standing is Standing.UNSURE
    assert judge(made, "vegan").standing is Standing.MEETS, "who says vegan means it, traces of milk or not"
    assert judge(made, "no_alcohol").standing is Standing.MEETS
    assert judge(made, "no_nuts").standing is Standing.UNSURE
    assert judge(made, "no_caffeine").standing is Standing.UNSURE


@pytest.mark.parametrize(
    ("says", "words"),
    [
        ({"An": State.FREE, "Mi": State.HOLDS}, "can not be vegan"),
        ({"Me": State.FREE, "Fi": State.HOLDS}, "can not be vegetarian"),
        ({"Gl": State.FREE, "Wh": State.HOLDS}, "can not be free of gluten"),
        ({"zz": State.FREE}, "not an allergen or diet"),
    ],
)
def test_statements_that_contradict_each_other_are_refused(says: dict[str, State], words: str) -> None:
    with pytest.raises(EntryErrors, match=words):
        from_label("own-1", "x", ingredient("ap"), FLOUR, says=says)


def test_what_the_label_does_not_say_is_marked() -> None:
    made = from_label("own-1", "Block", ingredient("butter"), Label(fat=82, carbohydrate=0.6, protein=0.6))
    assert {"saturates", "sugars", "fibre", "salt"} <= set(made.estimated)


@given(st.sampled_from(sorted(table())), st.floats(0, 60), st.floats(0, 40), st.floats(0, 30), st.floats(0, 1))
def test_any_label_that_is_taken_adds_up_to_100(
    like: str, fat: float, carb: float, protein: float, sweet: float
) -> None:
    label = Label(fat=fat, carbohydrate=carb, sugars=carb * sweet, protein=protein, fibre=0, salt=0)
    try:
        made = from_label("own-1", "x", ingredient(like), label)
    except EntryErrors as errors:
        assert "come to" in str(errors)
        return
    p = made.ingredient.parts
    assert total(p) == pytest.approx(100, abs=2.01)
    assert min(getattr(p, name) for name in ADDITIVE) >= 0


@pytest.mark.parametrize(
    ("label", "says"),
    [
        (Label(fat=70, carbohydrate=40, protein=10), "come to"),
        (Label(fat=-1, carbohydrate=40), "0 to 100"),
        (Label(carbohydrate=10, sugars=30), "part of carbohydrate"),
        (Label(fat=1, saturates=3), "part of fat"),
        (Label(salt=1), "at least"),
    ],
)
def test_a_label_that_cannot_be_says_what_to_check(label: Label, says: str) -> None:
    with pytest.raises(EntryErrors, match=says):
        from_label("own-1", "x", ingredient("salt"), label)


def test_two_flours_come_to_the_wanted_protein_and_not_beyond_either() -> None:
    parts = flours_to_protein(ingredient("cake"), ingredient("bread"), 10.5)
    made = blend("own-2", "House flour", parts)
    assert made.ingredient.parts.protein == pytest.approx(10.5)
    assert made.ingredient.flour_base
    with pytest.raises(EntryErrors, match=r"8\.2 to 12\.7"):
        flours_to_protein(ingredient("cake"), ingredient("bread"), 14)


def test_a_blend_carries_every_allergen_and_the_worse_answer() -> None:
    mixed = blend("own-3", "Mix", ((ingredient("rice_w"), 9), (ingredient("almond"), 1))).ingredient
    assert judge(mixed, "no_nuts").standing is Standing.BREAKS
    assert judge(mixed, "no_gluten").standing is Standing.MEETS
    open_ = blend("own-3", "Mix", ((ingredient("rice_w"), 9), (ingredient("custard"), 1))).ingredient
    assert judge(open_, "no_gluten").standing is Standing.UNSURE
    with pytest.raises(EntryErrors, match="two parts"):
        blend("own-3", "Mix", ((ingredient("rice_w"), 1),))


def test_a_blend_of_one_thing_bakes_like_it() -> None:
    twin = blend("own-4", "Twin", ((ingredient("ap"), 1), (ingredient("ap"), 1))).ingredient

    def wide(flour: Line) -> float:
        rest = [
            Line(i, i, g, Step.CREAM) for i, g in (("butter", 200.0), ("gran", 200.0), ("egg", 60.0), ("soda", 3.0))
        ]
        draft = Draft(Formula((flour, *rest)), Process(portion_g=40, oven_c=175, minutes=12))
        made = preview(Setting.of(draft, style("chewy"), Kit(None, 1.0)), Cookie()).forecast
        assert made is not None
        return made.cookie.diameter_mm or 0.0

    plain = wide(Line("f", "ap", 280.0, Step.DRY))
    assert wide(Line("f", "own-4", 280.0, Step.DRY, own=twin)) == pytest.approx(plain, rel=1e-6)


def test_a_cup_of_it_is_asked_for_until_someone_weighs_one() -> None:
    made = from_label("own-1", "Mill flour", ingredient("ap"), FLOUR).ingredient
    with pytest.raises(Exception, match="Nobody has said"):
        weigh(made, KitchenAmount(1, 1, "cup"), Habit.US)
    cup = from_label("own-1", "Mill flour", ingredient("ap"), FLOUR, cup_g=118).ingredient
    assert weigh(cup, KitchenAmount(2, 2, "cup"), Habit.US).grams == pytest.approx(236)
