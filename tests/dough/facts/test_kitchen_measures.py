"""Kitchen measures in grams, with what they can be off by."""

from __future__ import annotations

import pytest

from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence, ingredient, table
from dough.facts.kitchen_measures import (
    CupCalibration,
    Habit,
    KitchenAmount,
    egg_class,
    filling_matters,
    fillings,
    weigh,
)


def grams(ident: str, number: float, unit: str, habit: Habit = Habit.US, **more: str) -> float:
    return weigh(ingredient(ident), KitchenAmount(number, number, unit, **more), habit).grams


@pytest.mark.parametrize(
    ("habit", "size", "egg"),
    [
        (Habit.US, "", 50),
        (Habit.METRIC, "", 51),
        (Habit.AU, "", 48),
        (Habit.METRIC, "large", 59),
        (Habit.US, "jumbo", 64),
    ],
)
def test_an_egg_is_its_country_s(habit: Habit, size: str, egg: float) -> None:
    assert egg_class(habit, size).egg == egg
    assert grams("egg", 2, "egg", habit, piece=size) == 2 * egg


def test_white_and_yolk_make_an_egg_and_flour_is_not_counted_in_eggs() -> None:
    for habit in Habit:
        kind = egg_class(habit)
        assert kind.white + kind.yolk == pytest.approx(kind.egg, abs=1)
    with pytest.raises(EntryError, match="not counted in eggs"):
        grams("ap", 1, "egg")


def test_a_teaspoon_of_salt_depends_on_the_crystal_as_much_as_is_said() -> None:
    spoons = {i: grams(i, 1, "tsp") for i in ("salt", "seasalt", "kosher_d", "kosher_l", "flaky")}
    assert spoons["salt"] == pytest.approx(6.0, abs=0.05)
    assert spoons["flaky"] == pytest.approx(2.6, abs=0.05)
    assert spoons["salt"] > spoons["seasalt"] > spoons["kosher_d"] > spoons["kosher_l"] > spoons["flaky"]


def test_heaped_is_more_and_less_sure_than_level() -> None:
    level = weigh(ingredient("cocoa_n"), KitchenAmount(1, 1, "tbsp"), Habit.METRIC)
    heaped = weigh(ingredient("cocoa_n"), KitchenAmount(1, 1, "tbsp", "heaped"), Habit.METRIC)
    assert heaped.grams == pytest.approx(1.5 * level.grams)
    assert heaped.confidence is Confidence.LOW
    assert heaped.high_g - heaped.low_g > level.high_g - level.low_g
    assert "rule of thumb" in heaped.how


def test_a_cup_of_scooped_flour_is_a_tenth_or_more_over_a_spooned_one() -> None:
    for ident in ("ap", "bread", "cake", "wholewheat"):
        ways = dict(fillings(ingredient(ident)))
        assert 1.1 < ways["scooped"] / ways["spooned"] < 1.2
        assert filling_matters(ingredient(ident), 236)
        assert not filling_matters(ingredient(ident), 15)
    assert not filling_matters(ingredient("gran"), 236)


def test_a_named_filling_that_is_not_known_falls_back_to_the_usual_one() -> None:
    item = ingredient("gran")
    assert weigh(item, KitchenAmount(1, 1, "cup"), Habit.US, "sifted").grams == 200


def test_own_cups_bring_their_own_spread_and_only_for_their_filling() -> None:
    cups = (CupCalibration("ap", "scooped", (148.0, 152.0, 150.0)),)
    scooped = weigh(ingredient("ap"), KitchenAmount(1, 1, "cup"), Habit.US, "scooped", cups)
    assert scooped.grams == 150
    assert (scooped.low_g, scooped.high_g) == pytest.approx((147, 153))
    assert "weighed 3 times" in scooped.how
    assert weigh(ingredient("ap"), KitchenAmount(1, 1, "cup"), Habit.US, "spooned", cups).grams == 122


def test_fruit_by_the_piece_and_nothing_by_a_piece_nobody_weighed() -> None:
    assert grams("zest", 2, "piece", piece="lemon") == 10
    assert grams("lemonjuice", 0.5, "piece", piece="lemon") == 22.5
    with pytest.raises(EntryError, match="Nobody has said"):
        grams("honey", 1, "piece", piece="jar")
    with pytest.raises(EntryError, match="no weight"):
        grams("honey", 1, "")


def test_every_ingredient_of_the_table_has_a_cup_inside_its_own_range() -> None:
    for item in table().values():
        m = item.measure
        assert m.cup_low_g <= m.cup_g <= m.cup_high_g, item.id
        assert fillings(item)[0][1] == pytest.approx(m.cup_g, rel=0.02), item.id
