"""Two drafts side by side: what a cook would call a change, and how many at once."""

from __future__ import annotations

from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from dough.accounts.formula import Draft, Process
from dough.accounts.scaling import resize
from dough.draft import edit
from dough.draft.difference import difference
from tests.dough.strategies import formula_of

BASE = Draft(
    formula_of(("ap", 300), ("butter", 210), ("gran", 150), ("egg", 75), ("soda", 4)), Process(portion_g=40, oven_c=175)
)


def states(a: Draft, b: Draft) -> dict[str, str]:
    return {x.line_id: x.state for x in difference(a, b).lines}


@given(st.floats(0.4, 5))
def test_another_size_is_no_change(factor: float) -> None:
    found = difference(BASE, resize(BASE, factor))
    assert found.count == 0
    assert found.scaled is not None
    assert abs(found.scaled - factor) < 0.01


def test_one_line_is_one_thing_and_two_cannot_be_told_apart() -> None:
    one = edit.set_amount(BASE, "gran", "170", "g")
    assert states(BASE, one)["gran"] == "more"
    assert difference(BASE, one).words.startswith("one thing changed")
    two = edit.set_process(one, "oven_c", 180)
    found = difference(BASE, two)
    assert found.count == 2
    assert "2 things changed at once" in found.words
    assert [(p.label, p.a, p.b) for p in found.process] == [("Oven", "175 °C", "180 °C")]


def test_more_flour_changes_every_other_percentage() -> None:
    more = edit.set_amount(BASE, "ap", "330", "g")
    assert difference(BASE, more).count == 4
    assert states(BASE, more)["butter"] == "less"


def test_added_removed_swapped_and_unknown() -> None:
    assert states(BASE, edit.add_line(BASE, "milk", "milk"))["milk"] == "added"
    assert states(BASE, edit.remove_line(BASE, "egg"))["egg"] == "removed"
    swapped = edit.change_ingredient(BASE, "butter", "plantbutter")
    changed = next(x for x in difference(BASE, swapped).lines if x.line_id == "butter")
    assert changed.state == "other"
    assert "→" in changed.name
    assert states(BASE, edit.set_amount(BASE, "soda", "?", "g"))["soda"] == "unknown"


def test_a_line_taken_out_and_put_back_under_another_id_is_the_same_line() -> None:
    lines = tuple(replace(x, id=f"n{x.id}") for x in BASE.formula.lines)
    assert difference(BASE, replace(BASE, formula=replace(BASE.formula, lines=lines))).count == 0
