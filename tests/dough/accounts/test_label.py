"""The label sheet: allergens, descending ingredients, figures raw and baked, and no claims."""

from __future__ import annotations

import pytest
from hypothesis import given, settings

from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.label import AllergensHeld, CompoundPart, Loss, allergens, label, open_questions
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.bake.loss import loss_of
from dough.draft.start import from_style_formula
from dough.facts.ingredients import ingredient
from dough.facts.needs import Reading
from dough.facts.styles import styles
from tests.dough.strategies import draft_of, formula_of, formulas

DRAFT = draft_of(
    ("ap", 280), ("butter", 227), ("gran", 150), ("lbrown", 165), ("egg", 100), ("vanilla", 8.5), ("soda", 4.8),
    ("salt", 6), ("chips50", 340), portion_g=45.0, bowl_loss_pct=2.0,
)  # fmt: skip


def held(found: tuple[AllergensHeld, ...]) -> dict[str, AllergensHeld]:
    return {h.code: h for h in found}


def test_figures_of_the_worked_recipe() -> None:
    made = label(DRAFT, {}, Loss(10.0, "weighed"))
    by = {n.key: n for n in made.nutrients}
    assert by["salt"].raw_100g == pytest.approx(305 * 2.54 / 1000, abs=0.005), "305 mg of sodium in 100 g"
    for n in made.nutrients:
        assert n.raw_100g is not None
        assert n.baked_100g == pytest.approx(n.raw_100g / 0.9)
        assert n.piece == pytest.approx(n.raw_100g * 0.45)
    assert by["kj"].raw_100g == pytest.approx((by["kcal"].raw_100g or 0) * 4.184)
    assert made.piece_g == pytest.approx(40.5)
    assert made.pieces == 27


@given(formulas())
@settings(max_examples=60, deadline=None)
def test_parts_of_parts_never_exceed_the_whole(formula: Formula) -> None:
    by = {n.key: n.raw_100g or 0.0 for n in label(Draft(formula, Process()), {}, None).nutrients}
    assert by["saturates"] <= by["fat"] + 1e-6
    assert by["sugars"] <= by["carbohydrate"] + 1e-6
    assert by["fat"] + by["carbohydrate"] + by["fibre"] + by["protein"] <= 101


def test_ingredients_descend_and_the_same_one_is_named_once() -> None:
    lines = (
        Line("a", "gran", 60.0, Step.CREAM), Line("b", "ap", 100.0, Step.DRY), Line("c", "gran", 50.0, Step.TOP),
        Line("d", "dark65", 30.0, Step.FOLD_IN), Line("e", "egg", None, Step.EGG),
    )  # fmt: skip
    made = label(Draft(Formula(lines), Process()), {}, None)
    assert [(n.name, n.grams) for n in made.ingredients] == [
        ("Granulated sugar", 110.0), ("Plain flour (wheat)", 100.0), ("Dark chocolate", 30.0),
    ]  # fmt: skip
    assert sum(n.percent for n in made.ingredients) == pytest.approx(100)
    chocolate = made.ingredients[2]
    assert CompoundPart("emulsifier soya lecithin", True) in chocolate.compound
    assert not chocolate.allergen, "the allergen is set off inside its brackets"
    assert made.ingredients[1].allergen
    assert made.lacks == ("Egg, whole",)
    assert all(n.raw_100g is None for n in made.nutrients), "unknown is not zero"


def test_allergens_name_what_holds_them_tops_and_finishes_too() -> None:
    lines = (*formula_of(("ap", 100), ("butter", 50)).lines, Line("t", "hazelnuts", 10.0, Step.FINISH))
    found = held(allergens(lines, {}))
    assert found["Gl"].contains == found["Wh"].contains == ("Plain flour",)
    assert found["Mi"].contains == ("Butter, unsalted",)
    assert found["Nu"].contains == ("Hazelnuts",)
    assert found["Lu"].contains == found["Lu"].unread == ()
    assert len(found) == 16


def test_a_read_label_settles_what_the_table_leaves_open() -> None:
    lines = formula_of(("dark65", 100)).lines
    assert held(allergens(lines, {}))["Mi"].unread == ("Dark chocolate",)
    read = {"dark65": Reading(("Mi",), "2026-11-01")}
    assert held(allergens(lines, read))["Mi"].may_contain == ("Dark chocolate",)
    none = held(allergens(lines, {"dark65": Reading((), "2026-11-01")}))
    assert none["Mi"].may_contain == none["Mi"].unread == ()
    assert none["So"].unread == (), "soya is in most, and this label does not name it"
    milk = formula_of(("milkchoc", 100)).lines
    assert held(allergens(milk, {"milkchoc": Reading((), "2026-11-01")}))["Mi"].contains == ("Milk chocolate",)
    assert {"Mi", "Nu"} <= set(open_questions(ingredient("dark65")))


def test_certified_oats_meet_the_need_and_stay_on_the_european_list() -> None:
    lines = formula_of(("oats_gf", 100), ("oil", 50)).lines
    assert held(allergens(lines, {}))["Gl"].contains == ("Rolled oats, certified",)
    made = label(Draft(Formula(lines), Process()), {}, None)
    assert any("made without gluten" in s for s in made.suggests)
    assert any("coeliac" in n for n in made.notices)


def test_suggestions_are_never_claims_and_the_sentences_are_always_there() -> None:
    made = label(draft_of(("rice_w", 100), ("oil", 20), ("maple", 20)), {}, None)
    words = " ".join((*made.suggests, *made.sentences)).lower()
    assert "the packets used have to say so too" in words
    assert "the law where you sell decide" in words
    assert "not the same as free from traces" in words
    assert "shared kitchen" in words
    assert "gluten-free" not in words
    assert "safe" not in words
    doubtful = label(draft_of(("rice_w", 100), ("margblock", 50)), {}, None)
    assert not any("made without milk" in s for s in doubtful.suggests), "whey may be in it"
    unread = label(draft_of(("rice_w", 100), ("custard", 10), ("bp_da", 2)), {}, None)
    assert not any("made without gluten" in s for s in unread.suggests)
    read = {i: Reading((), "2026-11-01") for i in ("custard", "bp_da")}
    settled = label(draft_of(("rice_w", 100), ("custard", 10), ("bp_da", 2)), read, None)
    assert any("made without gluten" in s for s in settled.suggests)


def test_notices_come_with_their_trigger() -> None:
    made = label(
        draft_of(("ap", 100), ("hazelnuts", 40), ("honey", 20), ("vanilla", 5), ("maltitol", 60), ("losalt", 2)),
        {},
        None,
    )
    words = " ".join(made.notices)
    for part in ("choke", "twelve months", "alcohol", "laxative", "kidney", "children"):
        assert part in words
    assert label(draft_of(("rice_w", 100), ("oil", 20)), {}, None).notices == ()


def test_the_loss_is_what_was_weighed_or_else_the_forecasts() -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    weighed = loss_of(Setting.of(draft, styles()["chewy"], Kit()), [9.0, 11.0])
    assert weighed is not None
    assert weighed.pct == 10.0
    assert "2 bakes" in weighed.source
    forecast = loss_of(Setting.of(draft, styles()["chewy"], Kit()), [])
    assert forecast is not None
    assert 3 < forecast.pct < 16
    assert "forecast" in forecast.source
    assert forecast.plus_minus
    assert loss_of(Setting.of(draft_of(("butter", 10)), None, Kit()), []) is None
    open_ = label(DRAFT, {}, None)
    assert all(n.baked_100g is None for n in open_.nutrients)
