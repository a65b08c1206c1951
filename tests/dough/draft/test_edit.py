"""What edits keep and what they change, as a cook means them."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.accounts.composition import composition
from dough.accounts.formula import MAX_LINES, Draft, Formula, Line, Process, Step
from dough.accounts.ratios import rail_value
from dough.draft import edit
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role
from tests.dough.strategies import draft_of, formula_of, formulas, style_drafts

DRAFT = draft_of(("ap", 210.0), ("rye_l", 90.0), ("gran", 150.0), ("lbrown", 96.0), ("butter", 204.0), ("egg", 68.0))


def grams(draft: Draft) -> dict[str, float | None]:
    return {x.id: x.grams for x in draft.formula.lines}


def test_flour_grams_keep_the_other_grams() -> None:
    after = edit.set_amount(DRAFT, "ap", "260", "g")
    assert grams(after) == {**grams(DRAFT), "ap": 260}


def test_a_percentage_is_of_all_the_flour() -> None:
    after = edit.set_amount(DRAFT, "butter", "70", "%")
    assert grams(after)["butter"] == 210
    line = after.formula.line("butter")
    assert (line.amount, line.unit) == (70, "%")


def test_a_typed_unit_wins_over_the_box() -> None:
    assert grams(edit.set_amount(DRAFT, "butter", "70 %", "g"))["butter"] == 210
    assert grams(edit.set_amount(DRAFT, "butter", "100 g", "%"))["butter"] == 100


def test_one_flour_share_takes_from_the_other() -> None:
    after = edit.set_amount(DRAFT, "rye_l", "40", "%")
    assert grams(after)["rye_l"] == 120
    assert grams(after)["ap"] == 180
    assert after.formula.flour_g == 300


def test_the_only_flour_is_all_of_it() -> None:
    alone = draft_of(("ap", 200.0), ("gran", 100.0))
    with pytest.raises(EntryError, match="only flour"):
        edit.set_amount(alone, "ap", "80", "%")


def test_empty_makes_unknown_not_zero() -> None:
    after = edit.set_amount(DRAFT, "gran", "", "g")
    assert grams(after)["gran"] is None
    assert composition(after.formula).sugars.lacks == ("gran",)
    assert grams(edit.set_amount(DRAFT, "gran", "0", "g"))["gran"] == 0


@given(style_drafts(), st.sampled_from([Role.SUGAR, Role.FAT, Role.SALT]), st.floats(0.5, 200))
def test_a_rail_moves_its_lines_in_proportion(draft: Draft, role: Role, percent: float) -> None:
    before = draft.formula.of_role(role)
    if not before:
        return
    after = edit.set_role_percent(draft, role, percent)
    assert rail_value(after.formula, role) == pytest.approx(round(percent, 2), rel=0.01, abs=0.02)
    total_before = sum(x.grams or 0 for x in before)
    total_after = sum(x.grams or 0 for x in after.formula.of_role(role))
    for old, new in zip(before, after.formula.of_role(role), strict=True):
        assert (new.grams or 0) * total_before == pytest.approx((old.grams or 0) * total_after, rel=0.02, abs=2)
    others = [x for x in draft.formula.lines if x.role is not role]
    assert others == [x for x in after.formula.lines if x.role is not role]


def test_a_rail_shares_out_what_was_zero() -> None:
    draft = draft_of(("ap", 200.0), ("gran", 0.0), ("lbrown", 0.0))
    assert grams(edit.set_role_percent(draft, Role.SUGAR, 50)) == {"ap": 200, "gran": 50, "lbrown": 50}


def test_a_rail_with_an_unknown_line_says_so() -> None:
    with pytest.raises(EntryError, match="unknown"):
        edit.set_role_percent(draft_of(("ap", 200.0), ("gran", None)), Role.SUGAR, 80)


@given(formulas(), st.floats(1, 20_000))
def test_scaling_keeps_the_percentages(formula: Formula, wanted: float) -> None:
    draft = Draft(formula, DRAFT.process)
    try:
        after = edit.scale(draft, wanted)
    except EntryError:
        return
    assert composition(after.formula).dough.known == pytest.approx(wanted, rel=0.02, abs=0.1)
    for old, new in zip(formula.lines, after.formula.lines, strict=True):
        a, b = edit.line_percent(formula, old), edit.line_percent(after.formula, new)
        if a is not None and b is not None and (new.grams or 0) > 2 and (after.formula.flour_g or 0) > 2:
            assert b == pytest.approx(a, rel=0.01)


def test_scaling_needs_every_amount() -> None:
    with pytest.raises(EntryError, match="unknown"):
        edit.scale(draft_of(("ap", 200.0), ("vanilla", None)), "900")


def test_without_flour_percentages_are_undefined_and_say_so() -> None:
    bare = draft_of(("gran", 100.0))
    with pytest.raises(EntryError, match="no flour"):
        edit.set_amount(bare, "gran", "50", "%")
    unknown = draft_of(("ap", None), ("gran", 100.0))
    with pytest.raises(EntryError, match="flour amount is unknown"):
        edit.set_amount(unknown, "gran", "50", "%")
    zero = draft_of(("ap", 0.0), ("gran", 100.0))
    assert edit.line_percent(zero.formula, zero.formula.line("gran")) is None


def test_a_new_line_stands_with_its_role_and_is_unknown() -> None:
    after = edit.add_line(DRAFT, "new", "caster")
    ids = [x.id for x in after.formula.lines]
    assert ids.index("new") == ids.index("lbrown") + 1
    assert after.formula.line("new").grams is None
    assert after.formula.line("new").step is Step.CREAM


def test_a_formula_has_a_limit() -> None:
    full = Draft(Formula(tuple(Line(f"l{n}", "ap", 1.0, Step.DRY) for n in range(MAX_LINES))), DRAFT.process)
    with pytest.raises(EntryError, match="up to 300 lines"):
        edit.add_line(full, "more", "ap")


def test_changing_the_ingredient_keeps_the_grams() -> None:
    after = edit.change_ingredient(DRAFT, "butter", "plantbutter")
    assert after.formula.line("butter").ingredient_id == "plantbutter"
    assert after.formula.line("butter").grams == 204


def test_removing_a_gone_line_says_so() -> None:
    once = edit.remove_line(DRAFT, "egg")
    with pytest.raises(EntryError, match="no longer"):
        edit.remove_line(once, "egg")


@pytest.mark.parametrize(
    ("name", "value", "says"),
    [
        ("oven_c", "900", "80 to 320"),
        ("shape", "star", "not a choice"),
        ("colour", "blue", "not something the process holds"),
        ("minutes", True, "is a number"),
    ],
)
def test_a_senseless_process_value_is_answered(name: str, value: object, says: str) -> None:
    with pytest.raises(EntryError, match=says):
        edit.set_process(DRAFT, name, value)  # type: ignore[arg-type]


def test_process_values_are_read() -> None:
    after = edit.set_process(edit.set_process(DRAFT, "oven_c", "350 F"), "method", "melted")
    assert after.process.oven_c == 177
    assert after.process.method == "melted"


def test_one_unknown_line_comes_back_from_a_known_total_or_a_known_half() -> None:
    formula = formula_of(("ap", 300), ("butter", 164), ("gran", None))
    for total, share in (("612", 1.0), ("306 g", 0.5)):
        line = edit.recover(Draft(formula, Process()), total, share).formula.line("gran")
        assert line.grams == 148
        assert "known total" in line.said
    with pytest.raises(EntryError, match="weigh 64 g more"):
        edit.recover(Draft(formula, Process()), "400")
    two = formula_of(("ap", 300), ("butter", None), ("gran", None))
    with pytest.raises(EntryError, match="one unknown line"):
        edit.recover(Draft(two, Process()), "612")


@pytest.mark.parametrize(
    ("text", "ident", "grams", "said"),
    [
        ("2 medium", "egg", 102.0, "2 medium"),
        ("1 cup", "gran", 211.33, "1 metric cup"),
        ("2 sticks", "butter", 226.8, "2 stick"),
        ("1 tsp", "salt", 6.09, "1 metric tsp"),
        ("300 to 340", "ap", 320.0, ""),
    ],
)
def test_kitchen_measures_go_into_the_box_and_keep_their_words(text: str, ident: str, grams: float, said: str) -> None:
    draft = Draft(formula_of(("ap", 300), *([] if ident == "ap" else [(ident, 10)])), Process())
    line = edit.set_amount(draft, ident, text, "g").formula.line(ident)
    assert line.grams == pytest.approx(grams, abs=0.01)
    assert line.said.startswith(said)
    assert edit.set_amount(Draft(Formula((line,)), Process()), ident, "50", "g").formula.line(ident).said == ""


def test_an_ounce_is_grams_and_a_handful_is_refused() -> None:
    draft = Draft(formula_of(("ap", 300), ("gran", 10)), Process())
    assert edit.set_amount(draft, "gran", "2 oz", "g").formula.line("gran").grams == pytest.approx(56.7)
    with pytest.raises(EntryError, match="not a measure"):
        edit.set_amount(draft, "gran", "2 handfuls", "g")
    with pytest.raises(EntryError, match="butter's measure"):
        edit.set_amount(draft, "gran", "1 stick", "g")
