"""A diet version follows its parent, and a day's order carries the fewest allergens over."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.formula import Draft
from dough.accounts.needs.verdict import breaks
from dough.counsel.swaps.day import Baked, day
from dough.counsel.swaps.follow import follow, swapped
from dough.draft.edit import add_line, remove_line, set_amount, set_process
from dough.facts.needs import Wanted
from tests.dough.strategies import draft_of, formula_of

NEEDS = Wanted(("no_egg", "no_milk"))
PICKS = {"egg": "egg_flax", "butter": "fat_plantblock", "milk": "milk_oat"}
PARENT = draft_of(
    ("ap", 250), ("caster", 110), ("butter", 140), ("egg", 90), ("milk", 30), ("bp_da", 5), ("salt", 3), minutes=11.0
)


def sibling() -> Draft:
    return swapped(PARENT, NEEDS, (), PICKS, None)


def grams(draft: Draft) -> dict[str, float | None]:
    return {x.id: x.grams for x in draft.formula.lines}


def test_nothing_follows_while_the_parent_stands_still() -> None:
    own = sibling()
    found = follow(own, PARENT, PARENT, NEEDS, (), PICKS, None)
    assert found.changes == ()
    assert found.draft == own


def test_a_change_follows_through_the_swaps() -> None:
    newer = set_amount(set_amount(PARENT, "caster", 130, "g"), "egg", 120, "g")
    found = follow(sibling(), PARENT, newer, NEEDS, (), PICKS, None)
    keys = {c.key for c in found.changes}
    assert {"line:caster", "line:egg"} <= keys
    got = grams(found.draft)
    assert got["caster"] == 130
    gel = next(x for x in found.draft.formula.lines if x.id == "egg")
    assert gel.ingredient_id == "flaxgel"
    assert (gel.grams or 0) > (grams(sibling())["egg"] or 0)


def test_a_new_line_that_breaks_a_need_comes_with_its_own_swap() -> None:
    newer = set_amount(add_line(PARENT, "choc", "milkchoc"), "choc", 80, "g")
    found = follow(sibling(), PARENT, newer, NEEDS, (), PICKS, None)
    line = next(x for x in found.draft.formula.lines if x.id == "choc")
    assert not breaks(line.ingredient, NEEDS)


def test_a_line_taken_out_goes_here_too() -> None:
    found = follow(sibling(), PARENT, remove_line(PARENT, "milk"), NEEDS, (), PICKS, None)
    assert "milk" not in grams(found.draft)
    assert next(c for c in found.changes if c.key == "line:milk").then == "not in it"


def test_what_the_sibling_changed_itself_is_left_unless_taken() -> None:
    mine = set_amount(sibling(), "caster", 100, "g")
    newer = set_amount(PARENT, "caster", 130, "g")
    found = follow(mine, PARENT, newer, NEEDS, (), PICKS, None)
    change = next(c for c in found.changes if c.key == "line:caster")
    assert change.own
    assert grams(found.draft)["caster"] == 100
    taken = follow(mine, PARENT, newer, NEEDS, (), PICKS, None, frozenset({"line:caster"}))
    assert grams(taken.draft)["caster"] == 130
    none = follow(mine, PARENT, newer, NEEDS, (), PICKS, None, frozenset())
    assert grams(none.draft) == grams(mine)


def test_the_process_follows_field_by_field() -> None:
    newer = set_process(PARENT, "minutes", 13)
    found = follow(sibling(), PARENT, newer, NEEDS, (), PICKS, None)
    assert [c.key for c in found.changes] == ["process:minutes"]
    assert found.draft.process.minutes == 14.0, "a minute longer, as its swap asks"
    mine = replace(sibling(), process=replace(sibling().process, minutes=15.0))
    kept = follow(mine, PARENT, newer, NEEDS, (), PICKS, None)
    assert kept.changes[0].own
    assert kept.draft.process.minutes == 15.0


def test_the_dough_with_fewest_allergens_comes_first() -> None:
    plain = Baked("Oat-free", formula_of(("rice_w", 100), ("oil", 50), ("gran", 40)))
    nuts = Baked("With nuts", formula_of(("ap", 100), ("butter", 50), ("almonds", 40)))
    wheat = Baked("With wheat", formula_of(("ap", 100), ("oil", 50)))
    found = day((nuts, plain, wheat))
    assert [n for n, _ in found.order] == ["Oat-free", "With wheat", "With nuts"]
    assert "milk and tree nuts" in found.cautions[1]
    assert any("flour dust" in c for c in found.cautions)
    assert any("never promise" in c for c in found.cautions)
    # As many allergens on both sides: what must be free of milk comes before what holds it, whatever their names.
    milk = Baked("Butter rounds", formula_of(("ap", 100), ("butter", 50)))
    without = Baked("Soya rounds", formula_of(("ap", 100), ("oil", 50), ("soymilk", 10)), frozenset({"Mi"}))
    assert [n for n, _ in day((milk, without)).order] == ["Soya rounds", "Butter rounds"]
    assert "Butter rounds brings milk" in day((milk, without)).cautions[0]
    assert day((plain,)).cautions == ()
    assert day((plain, replace(plain, name="Twin"))).cautions == ()
