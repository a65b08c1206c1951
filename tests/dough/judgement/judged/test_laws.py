"""Laws of findings: every one has a remedy or says why not; a remedy clears its own and raises no other."""

from __future__ import annotations

import re

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.composition import composition
from dough.accounts.formula import Draft, Formula, Process
from dough.facts.styles import Style, styles
from dough.judgement.findings.apply import apply
from dough.judgement.findings.find import findings
from dough.judgement.findings.model import WORST_FIRST, Finding, State
from tests.dough.judgement.judged.formulas import SOUND, SPOILED
from tests.dough.strategies import formula_of, formulas, style_drafts

CHOSEN = st.one_of(st.none(), st.sampled_from(sorted(styles())).map(lambda n: styles()[n]))


def found(formula: Formula, style: Style | None, process: Process | None = None) -> tuple[Finding, ...]:
    return findings(formula, composition(formula), style, 0.1, process=process)


def check(formula: Formula, style: Style | None, process: Process) -> None:
    all_ = found(formula, style, process)
    order = list(WORST_FIRST)
    assert [order.index(f.state) for f in all_] == sorted(order.index(f.state) for f in all_)
    assert len({f.same for f in all_}) == len(all_), "one cause, one finding"
    before = {f.same: order.index(f.state) for f in all_}
    for f in all_:
        assert bool(f.remedies) != bool(f.no_remedy)
        assert f.reasons
        for r in f.remedies:
            assert not re.search(r"\de[-+]\d", r.words), r.words
            changed = apply(Draft(formula, process), r)
            after = {x.same: order.index(x.state) for x in found(changed.formula, style, changed.process)}
            assert f.same not in after, (f.what, r.words)
            assert set(after) <= set(before), (f.what, r.words, set(after) - set(before))
            assert all(after[k] >= before[k] for k in after), (f.what, r.words)


@given(style_drafts(0.6), CHOSEN)
@settings(max_examples=60, deadline=None)
def test_a_remedy_clears_its_own_finding_and_raises_no_other(draft: Draft, other: Style | None) -> None:
    check(draft.formula, other, draft.process)


@given(formulas())
@settings(max_examples=40, deadline=None)
def test_so_it_is_on_formulas_far_outside_all_bands(formula: Formula) -> None:
    check(formula, None, Process())


@pytest.mark.parametrize("pair", [("agave", "barleymalt"), ("agave", "caramelsugar"), ("agave", "bananapow")])
def test_two_syrups_beside_next_to_no_flour_and_no_fat_are_one_cause_each(pair: tuple[str, str]) -> None:
    check(formula_of(("ap", 1.0), *((p, 1.0) for p in pair)), None, Process())


@pytest.mark.parametrize("name", sorted(SPOILED))
def test_what_was_spoiled_by_one_slip_has_a_remedy(name: str) -> None:
    spoiled = SPOILED[name]
    first = found(formula_of(*spoiled.grams.items()), styles()[spoiled.style])[0]
    assert first.remedies or name in ("nothing that sets",), first.no_remedy
    assert first.state is State.ACT or name in ("twice the oil",)


@pytest.mark.parametrize("times", [("salt", 10.0), ("butter", 2.2), ("gran", 3.0)])
@pytest.mark.parametrize("name", sorted(SOUND))
def test_choosing_a_style_never_hides_what_spoils(name: str, times: tuple[str, float]) -> None:
    """What is out by a slip is at least as grave with the style it was made for as with none."""
    style, grams = SOUND[name]
    ident, factor = times
    if ident not in grams:
        return
    formula = formula_of(*{**grams, ident: grams[ident] * factor}.items())
    order = list(WORST_FIRST)
    with_style = min((order.index(f.state) for f in found(formula, styles()[style])), default=9)
    assert with_style <= order.index(State.LOOK)
    if ident == "salt":
        assert with_style == order.index(State.ACT)


def test_nearly_inside_is_a_remark_at_most() -> None:
    for percent in (57.0, 56.0):
        formula = formula_of(("ap", 300), ("butter", 3 * percent), ("caster", 105), ("salt", 3))
        states = {f.state for f in found(formula, styles()["shortbread"]) if f.cause == "fat"}
        assert states <= {State.NOTE}


def test_four_figures_that_say_too_much_sugar_are_one_finding() -> None:
    formula = formula_of(("ap", 300), ("butter", 200), ("gran", 560), ("egg", 60), ("salt", 4), ("soda", 3))
    sugar = [f for f in found(formula, styles()["chewy"]) if f.cause == "sugar"]
    assert len(sugar) == 1
    assert len(sugar[0].reasons) >= 3


def test_self_raising_flour_alone_is_leavening_enough() -> None:
    grams = {**SOUND["cakey 2"][1], "ap": 0.0, "sr_uk": 280.0, "bp_da": 0.0}
    formula = formula_of(*((k, v) for k, v in grams.items() if v))
    assert not {"leavening", "gas"} & {f.cause for f in found(formula, styles()["cakey"])}


def test_oats_and_cocoa_count_where_soda_is_limited_and_puree_is_not_egg() -> None:
    plain = formula_of(("ap", 200), ("butter", 150), ("lbrown", 150), ("egg", 50), ("soda", 4.5), ("salt", 3))
    oats = formula_of(("ap", 200), ("oats", 200), ("butter", 150), ("lbrown", 150), ("egg", 50), ("soda", 4.5))
    assert "soda" in {f.cause for f in found(plain, None)}
    assert "soda" not in {f.cause for f in found(oats, None)}
    mashed = formula_of(*{**SOUND["cakey 2"][1], "banana": 120.0, "egg": 0.0}.items())
    assert "fault.no_egg" in {f.key for f in found(mashed, styles()["cakey"])}


def test_a_piece_larger_than_the_portion_can_hold_is_said() -> None:
    formula = formula_of(*{**SOUND["slice 1"][1], "brazil": 90.0}.items())
    big = [f for f in found(formula, styles()["slice"], Process(portion_g=9.0)) if f.cause == "piece"]
    assert big
    assert big[0].state is State.ACT
    assert not [f for f in found(formula, styles()["slice"], Process(portion_g=40.0)) if f.cause == "piece"]
