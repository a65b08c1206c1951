"""Which ingredient breaks which need, what its label has to settle, and on what evidence it meets one."""

from __future__ import annotations

import pytest

from dough.accounts.needs.contradictions import contradictions
from dough.accounts.needs.verdict import Standing, breaks, caffeine_mg, judge, marks, of_lines
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.desk.preview import preview
from dough.draft.target import Target, set_need, set_wish
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.ingredients import State, ingredient, table
from dough.facts.needs import NEEDS, Reading, Wanted, wish
from tests.dough.strategies import draft_of, formula_of

READ = Reading((), "2026-11-01", None)


@pytest.mark.parametrize(
    ("item", "need", "how", "said"),
    [
        ("butter", "no_milk", Standing.BREAKS, "butterfat"),
        ("ghee", "no_milk", Standing.BREAKS, "traces of milk protein"),
        ("margblock", "no_milk", Standing.UNSURE, "whey"),
        ("margblock", "no_soy", Standing.UNSURE, "soya"),
        ("plantspread", "no_milk", Standing.UNSURE, "buttermilk"),
        ("mayo", "no_egg", Standing.BREAKS, "egg"),
        ("mayo", "vegan", Standing.BREAKS, "egg"),
        ("marsh", "vegetarian", Standing.BREAKS, "gelatine"),
        ("custard", "no_gluten", Standing.UNSURE, "wheat starch"),
        ("custard", "no_milk", Standing.UNSURE, "milk powder"),
        ("bp_da", "no_gluten", Standing.UNSURE, "wheat starch"),
        ("dates", "no_gluten", Standing.UNSURE, "dusted"),
        ("vinegar", "no_gluten", Standing.UNSURE, "malt"),
        ("carobchips", "no_milk", Standing.UNSURE, "whey"),
        ("dark65", "no_milk", Standing.UNSURE, "milk from a shared line"),
        ("dark65", "no_nuts", Standing.UNSURE, "shared line"),
        ("dark65", "no_soy", Standing.UNSURE, "soya lecithin"),
        ("oats", "no_gluten", Standing.UNSURE, "certified"),
        ("oats_gf", "no_gluten", Standing.MEETS, "certified"),
        ("rye", "no_wheat", Standing.UNSURE, "milled beside"),
        ("rye", "no_gluten", Standing.BREAKS, "rye"),
        ("buckwheat", "no_gluten", Standing.UNSURE, "milled beside"),
        ("spelt", "no_wheat", Standing.BREAKS, "wheat"),
        ("rice_s", "no_gluten", Standing.MEETS, "one food"),
        ("vanilla", "no_alcohol", Standing.BREAKS, "31 g of alcohol"),
        ("cocoa_n", "no_caffeine", Standing.BREAKS, "230 mg"),
        ("raisins", "no_sulphites", Standing.UNSURE, "10 mg in a kg"),
        ("apricots", "no_sulphites", Standing.UNSURE, "10 mg in a kg"),
        ("goldraisins", "no_sulphites", Standing.BREAKS, "10 mg in a kg"),
        ("candginger", "no_sulphites", Standing.UNSURE, "10 mg in a kg"),
        ("potatost", "no_sulphites", Standing.UNSURE, "10 mg in a kg"),
        ("cocodes", "no_sulphites", Standing.UNSURE, "10 mg in a kg"),
        ("coconutmilk", "no_sulphites", Standing.UNSURE, "10 mg in a kg"),
        ("lemonjuice", "no_sulphites", Standing.UNSURE, "10 mg in a kg"),
        ("molasses", "no_sulphites", Standing.UNSURE, "10 mg in a kg"),
        ("mayo", "no_mustard", Standing.UNSURE, "mustard"),
        ("cocodes", "no_nuts", Standing.MEETS, "no list of the EU"),
        ("chestnuts", "no_nuts", Standing.MEETS, "not among the EU's eight"),
        ("nutmeg", "no_nuts", Standing.MEETS, "a nut in name only"),
        ("pinenuts", "no_nuts", Standing.BREAKS, "pine nuts"),
        ("peanuts", "no_nuts", Standing.UNSURE, "packed beside"),
        ("peanuts", "no_peanut", Standing.BREAKS, "peanut"),
        ("candychoc", "no_peanut", Standing.UNSURE, "peanuts from a shared line"),
        ("tahini", "no_sesame", Standing.BREAKS, "sesame"),
        ("honey", "vegan", Standing.BREAKS, "bees"),
        ("gran", "vegan", Standing.UNSURE, "bone char"),
        ("egg", "vegetarian", Standing.MEETS, "one food"),
    ],
)  # fmt: skip
def test_an_ingredient_stands_where_it_should_and_says_why(item: str, need: str, how: Standing, said: str) -> None:
    found = judge(ingredient(item), need)
    assert found.standing is how
    assert said in found.why
    shown = marks(ingredient(item), Wanted((need,)))
    assert len(shown) == (how is not Standing.MEETS)
    assert all("read the label" in m.words for m in shown if how is Standing.UNSURE)


@pytest.mark.parametrize("need", sorted(NEEDS))
def test_every_verdict_over_the_whole_table_has_its_evidence(need: str) -> None:
    for item in table().values():
        found = judge(item, need)
        assert found.why.strip(), item.id
        if found.standing is Standing.MEETS and NEEDS[need].kind == "allergen":
            said = [item.said(c) for c in NEEDS[need].codes]
            assert not item.made or all(s is None or s.state is not State.MAY for s in said), item.id


@pytest.mark.parametrize("need", sorted(NEEDS))
def test_plain_things_break_nothing(need: str) -> None:
    assert not any(breaks(ingredient(i), Wanted((need,))) for i in ("water", "salt", "soda", "rice_w", "oil", "gran"))


def test_the_whole_table_agrees_with_itself() -> None:
    assert {i.id: c for i in table().values() if (c := contradictions(i))} == {}


def test_what_is_not_vegetarian_is_not_vegan() -> None:
    for item in table().values():
        if judge(item, "vegetarian").standing is Standing.BREAKS:
            assert judge(item, "vegan").standing is Standing.BREAKS, item.id
        if judge(item, "no_wheat").standing is Standing.BREAKS:
            assert judge(item, "no_gluten").standing is Standing.BREAKS, item.id


def test_a_read_label_settles_a_may_and_never_what_a_thing_is() -> None:
    dark, butter = ingredient("dark65"), ingredient("butter")
    assert judge(dark, "no_milk", READ).standing is Standing.MEETS
    assert "read on 2026-11-01" in judge(dark, "no_milk", READ).why
    names = Reading(("Mi",), "2026-11-01", None)
    assert judge(dark, "no_milk", names).standing is Standing.BREAKS
    assert judge(butter, "no_milk", READ).standing is Standing.BREAKS
    assert judge(ingredient("gran"), "vegan", READ).standing is Standing.UNSURE, (
        "an old reading never asked for animals"
    )
    asked = Reading((), "2026-11-01", ("An",))
    assert judge(ingredient("gran"), "vegan", asked).standing is Standing.MEETS
    assert judge(ingredient("oats"), "no_gluten", READ).standing is Standing.MEETS


def test_a_dough_is_as_good_as_its_worst_line_and_lists_every_line() -> None:
    lines = formula_of(("rice_w", 200), ("oats", 100), ("custard", 20), ("dark65", 100), ("oil", 80)).lines
    gluten, milk = of_lines(lines, Wanted(("no_gluten", "no_milk")))
    assert gluten.standing is milk.standing is Standing.UNSURE
    assert len(gluten.lines) == len(milk.lines) == 5
    open_ = {v.line_id for w in (gluten, milk) for v in w.lines if v.verdict.standing is Standing.UNSURE}
    assert open_ == {"oats", "custard", "dark65"}
    read = dict.fromkeys(("oats", "custard", "dark65"), READ)
    assert {w.standing for w in of_lines(lines, Wanted(("no_gluten", "no_milk"), read))} == {Standing.MEETS}


def test_a_line_of_unknown_amount_counts_and_nothing_proves_nothing() -> None:
    (milk,) = of_lines(formula_of(("rice_w", 100), ("butter", None)).lines, Wanted(("no_milk",)))
    assert milk.standing is Standing.BREAKS
    (none,) = of_lines((), Wanted(("no_milk",)))
    assert none.standing is Standing.UNSURE


def test_caffeine_is_known_where_cocoa_is() -> None:
    assert caffeine_mg(ingredient("espresso")) > 10 * caffeine_mg(ingredient("choc100")) > 0
    assert caffeine_mg(ingredient("whitechoc")) == 0


def test_marks_stand_on_the_lines_of_a_preview() -> None:
    draft = draft_of(("ap", 200), ("butter", 150), ("gran", 120), ("egg", 50), ("dark65", 100))
    shown = preview(Setting.of(draft, None, Kit()), Cookie(), Wanted(("no_milk", "no_egg")))
    by = {x.id: [m.standing for m in x.marks] for x in shown.lines}
    assert by["butter"] == [Standing.BREAKS]
    assert by["egg"] == [Standing.BREAKS]
    assert by["dark65"] == [Standing.UNSURE]
    assert by["ap"] == by["gran"] == []
    assert shown.needs_state is Standing.BREAKS


def test_needs_and_wishes_on_a_target() -> None:
    target = set_need(Target(Cookie()), "no_egg", True)
    target = set_wish(target, "less_sugar", 30, 28.0)
    assert target.wishes[0].wanted == pytest.approx(19.6)
    assert set_wish(target, "less_sugar", None, None).wishes == ()
    assert set_need(target, "no_egg", False).needs == ()
    assert wish("more_fibre", 50, 2.0).wanted == pytest.approx(3.0)


@pytest.mark.parametrize(
    ("ident", "by", "base", "said"),
    [
        ("less_fat", 10, 5, "not a need"), ("less_sugar", 0, 5, "between 1 and"),
        ("less_sugar", 140, 5, "between 1 and"), ("less_sodium", 20, 0, "no sodium known"),
    ],
)  # fmt: skip
def test_a_wish_that_makes_no_sense_says_what_to_do(ident: str, by: float, base: float, said: str) -> None:
    with pytest.raises(EntryError, match=said):
        wish(ident, by, base)
    with pytest.raises(EntryError, match="not a need known here"):
        set_need(Target(Cookie()), "no_fun", True)
