"""Pantry equivalents: fixed arithmetic that a cook can check on paper."""

from __future__ import annotations

from collections.abc import Mapping

import pytest
from hypothesis import given, settings

from dough.accounts.formula import Draft, Formula, Process
from dough.accounts.needs.verdict import breaks
from dough.counsel.swaps.pantry import egg_counts, equal, equals
from dough.facts.errors import EntryError
from dough.facts.ingredients import ingredient
from dough.facts.needs import Wanted
from tests.dough.strategies import draft_of, formulas


def after(rule: str, line: str, *items: tuple[str, float | None]) -> dict[str, float]:
    draft = equal(draft_of(*items), line, rule)
    return {x.ingredient_id: x.grams or 0.0 for x in draft.formula.lines}


def fat_of(held: Mapping[str, float]) -> float:
    return sum(g * ingredient(i).parts.fat / 100 for i, g in held.items())


def test_salted_and_unsalted_butter_and_back() -> None:
    got = after("salted_to_unsalted", "butter_s", ("ap", 300), ("butter_s", 200), ("salt", 1))
    assert got["butter"] == pytest.approx(197, abs=1)
    assert got["salt"] == pytest.approx(1 + 3.2, abs=0.1)
    back = after("unsalted_to_salted", "butter", ("ap", 300), ("butter", 200), ("salt", 4.2))
    assert back["butter_s"] == pytest.approx(203, abs=1)
    assert back["salt"] == pytest.approx(1.0, abs=0.1)


def test_self_raising_both_ways() -> None:
    got = after("sr_to_plain", "sr_uk", ("sr_uk", 200), ("butter", 100))
    assert (got["ap_lo"], got["bp_da"]) == (191, 8.6)
    draft = draft_of(("ap_lo", 200), ("bp_da", 12.0))
    found = next(e for e in equals(draft, draft.formula.lines[0]) if e.rule.id == "plain_to_sr")
    assert {x.ingredient_id: x.grams for x in found.draft.formula.lines}["bp_da"] == pytest.approx(3.0)
    less = draft_of(("ap_lo", 200), ("bp_da", 4.0))
    short = next(e for e in equals(less, less.formula.lines[0]) if e.rule.id == "plain_to_sr")
    assert "5.0 g more baking powder" in short.short
    assert [x.ingredient_id for x in short.draft.formula.lines] == ["sr_uk"]


def test_two_flours_to_the_same_protein() -> None:
    got = after("plain_to_blend", "ap", ("ap", 400), ("butter", 100))
    assert got["bread"] == pytest.approx(204, abs=1)
    flour = got["bread"] + got["cake"]
    mixed = (got["bread"] * ingredient("bread").parts.protein + got["cake"] * ingredient("cake").parts.protein) / flour
    assert mixed == pytest.approx(ingredient("ap").parts.protein, abs=0.05)


@pytest.mark.parametrize(
    ("rule", "line", "expected"),
    [
        ("lbrown_to_white", "lbrown", {"gran": 95.5, "molasses": 4.5}),
        ("dbrown_to_white", "dbrown", {"gran": 91.5, "molasses": 8.5}),
        ("icing_to_caster", "icing", {"caster": 97, "cornst": 3}),
        ("powder_to_soda", "bp_da", {"soda": 27, "cot": 60}),
        ("milk_to_powder", "milk", {"water": 88, "wmp": 12}),
        ("cream_to_butter", "cream", {"butter": 42, "milk": 58}),
        ("salt_light", "salt", {"kosher_l": 100}),
        ("corn_to_glucose", "cornsyr", {"glucsyr": 95}),
    ],
)
def test_ratios_by_weight(rule: str, line: str, expected: dict[str, float]) -> None:
    got = after(rule, line, (line, 100))
    for ident, grams in expected.items():
        assert got[ident] == pytest.approx(grams, abs=0.5)


def test_cream_from_butter_and_milk_holds_the_same_fat() -> None:
    got = after("cream_to_butter", "cream", ("cream", 100))
    fat = sum(g * ingredient(i).parts.fat / 100 for i, g in got.items())
    assert fat == pytest.approx(36.0, abs=0.4)


def test_cocoa_takes_its_leavening_along() -> None:
    got = after("natural_to_alkalised", "cocoa_n", ("ap", 200), ("cocoa_n", 50), ("soda", 4.0))
    assert got["cocoa_d"] == 50
    assert got["soda"] == pytest.approx(2.5)
    assert got["bp_da"] == pytest.approx(5.4)
    little = after("natural_to_alkalised", "cocoa_n", ("ap", 200), ("cocoa_n", 50), ("soda", 1.0))
    assert "soda" not in little
    assert little["bp_da"] == pytest.approx(3.6)
    back = after("alkalised_to_natural", "cocoa_d", ("ap", 200), ("cocoa_d", 50), ("bp_da", 7.2))
    assert back["bp_da"] == pytest.approx(1.8)
    assert back["soda"] == pytest.approx(1.5)


def test_melted_chocolate_keeps_fat_sugar_and_cocoa() -> None:
    got = after("dark_to_cocoa", "dark65", ("dark65", 100), ("milk", 50))
    fat = sum(g * ingredient(i).parts.fat / 100 for i, g in got.items()) - 50 * 0.033
    sugar = sum(g * ingredient(i).parts.sugars / 100 for i, g in got.items())
    assert fat == pytest.approx(ingredient("dark65").parts.fat, abs=1.0)
    assert sugar == pytest.approx(ingredient("dark65").parts.sugars + 50 * 0.048, abs=1.0)
    assert got["milk"] == pytest.approx(43, abs=0.5)


def test_mayonnaise_takes_fat_off_the_butter() -> None:
    before = (("ap", 250), ("butter", 140), ("egg", 90), ("salt", 3))
    got = after("mayo_for_egg", "egg", *before)
    assert fat_of(got) == pytest.approx(fat_of(dict(before)), abs=3.0)
    assert got["mayo"] == pytest.approx(30)
    assert got["egg"] == pytest.approx(57, abs=1)


@given(formulas())
@settings(max_examples=60, deadline=None)
def test_no_equivalent_breaks_a_need_or_loses_a_line(formula: Formula) -> None:
    draft = Draft(formula, Process())
    for x in formula.lines[:4]:
        for e in equals(draft, x, Wanted(("vegan", "no_gluten"))):
            assert e.changes
            added = {y.ingredient_id for y in e.draft.formula.lines} - {y.ingredient_id for y in formula.lines}
            assert not any(breaks(ingredient(i), Wanted(("vegan", "no_gluten"))) for i in added)
            gone = {y.id for y in formula.lines} - {y.id for y in e.draft.formula.lines}
            assert gone <= {c.line_id for c in e.changes}


def test_whole_eggs_of_every_class() -> None:
    found = egg_counts(100.0, ingredient("egg"))
    assert (found[0].market, found[0].size, found[0].count, found[0].over_g) == ("us", "large", 2, 0.0)
    medium = next(e for e in found if (e.market, e.size) == ("metric", "medium"))
    assert (medium.count, medium.over_g) == (2, 2.0)
    assert egg_counts(34.0, ingredient("yolk"))[0].over_g == 0.0


def test_what_does_not_stand_in_is_refused() -> None:
    with pytest.raises(EntryError, match="does not stand in"):
        equal(draft_of(("ap", 100)), "ap", "honey_to_sugar")
    assert equals(draft_of(("ap", None)), draft_of(("ap", None)).formula.lines[0]) == ()
