"""Comparing bakes, why a bake missed, what a version did, and readings that are asked about."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase
from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecast
from dough.bake.taught import NOTHING, Taught
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.styles import styles
from dough.judgement.trials.diagnose import Trail, diagnose
from dough.judgement.trials.gate import Baked, compare_bakes
from dough.judgement.trials.lineage import did, mean_cookie
from dough.judgement.trials.measure import Measured, check, doubts
from dough.judgement.trials.scales import SCALES

CHEWY = styles()["chewy"]
DRAFT = from_style_formula(CHEWY)[0]


def case(draft: Draft = DRAFT, taught: Taught | None = None) -> BakeCase:
    found = bake_case(draft, CHEWY, Kit(taught=taught) if taught else Kit())
    assert isinstance(found, BakeCase)
    return found


def with_process(**changes: object) -> Draft:
    return replace(DRAFT, process=replace(DRAFT.process, **changes))  # type: ignore[arg-type]


def side(draft: Draft = DRAFT, **changes: Any) -> Baked:
    base = Baked(draft, case(draft), forecast(case(draft)).cookie, 60.0, 1.0, 1)
    return replace(base, **changes)


def test_two_bakes_alike_compare_without_a_word() -> None:
    gate = compare_bakes(side(), side())
    assert (gate.reasons, gate.put_right, gate.changed, gate.scores) == ((), (), (), True)


@pytest.mark.parametrize(
    ("changes", "said", "scores"),
    [
        ({"tasted_min": None}, "not noted for both", True),
        ({"tasted_min": 1500.0}, "fresh and the other old", False),
        ({"oven": None}, "oven is not noted", True),
        ({"oven": 2}, "different ovens", True),
        ({"age_h": 30.0}, "h old", True),
    ],
)
def test_the_gate_says_why_it_does_not_compare(changes: dict[str, Any], said: str, scores: bool) -> None:
    gate = compare_bakes(side(), side(DRAFT, **changes))
    assert any(said in r for r in gate.reasons)
    assert gate.scores is scores


def test_an_unknown_line_closes_the_gate_on_the_formula() -> None:
    lines = tuple(replace(x, grams=None) if x.role == "egg" else x for x in DRAFT.formula.lines)
    unknown = replace(DRAFT, formula=replace(DRAFT.formula, lines=lines))
    gate = compare_bakes(side(), Baked(unknown, None, Cookie(diameter_mm=80.0), 60.0, 1.0, 1))
    assert any("unknown" in r for r in gate.reasons)


def test_another_portion_is_put_right_by_the_forecast() -> None:
    large = with_process(portion_g=60.0)
    gate = compare_bakes(side(with_process(portion_g=45.0)), side(large))
    assert gate.put_right
    own = forecast(case(with_process(portion_g=45.0))).cookie
    assert gate.cookie.diameter_mm == pytest.approx(own.diameter_mm, rel=1e-6)
    assert gate.cookie.diameter_mm != forecast(case(large)).cookie.diameter_mm


def test_several_changes_at_once_are_pointed_out() -> None:
    gate = compare_bakes(side(), side(with_process(oven_c=190.0, minutes=9.0)))
    assert len(gate.changed) == 2
    assert "will not tell" in gate.words
    assert compare_bakes(side(), side(with_process(minutes=9.0))).words == ""


def trail(done: Draft, got: Cookie, taught: Taught | None = None, readings: int = 6) -> Trail:
    return Trail(case(), case(done, taught), DRAFT, done, got, readings)


def test_what_was_done_differently_is_found_with_its_check() -> None:
    """Two minutes too long, and nothing else: the miss in colour is put down to the minutes."""
    long = with_process(minutes=DRAFT.process.minutes + 3.0 if DRAFT.process.minutes else 14.0)
    got = forecast(case(long)).cookie
    found = diagnose(trail(long, got), forecast(case()).cookie)
    crust = next(d for d in found if d.attribute.key == "crust_l")
    first = crust.causes[0]
    assert first.kind == "done"
    assert "min, planned" in first.name
    assert first.share_pct == pytest.approx(100.0, abs=1.0)
    assert first.check
    assert "too dark" in crust.words


def test_a_formula_that_cannot_hit_is_named_as_such() -> None:
    got = forecast(case()).cookie
    found = diagnose(trail(DRAFT, got), replace(got, diameter_mm=(got.diameter_mm or 0) - 9.0))
    assert found[0].causes[0].kind == "formula"
    assert found[0].causes[0].share_pct == pytest.approx(100.0, abs=1.0)


def test_what_the_oven_has_been_seen_to_do_is_a_cause() -> None:
    hot = Taught(replace(NOTHING, oven_k=16.0), bakes=5, of_oven=5)
    got = forecast(case(DRAFT, hot)).cookie
    found = diagnose(trail(DRAFT, got, hot), forecast(case()).cookie)
    crust = next(d for d in found if d.attribute.key == "crust_l")
    assert crust.causes[0].kind == "oven"
    assert "5 bakes of this oven" in crust.causes[0].evidence


def test_a_rest_within_scatter_is_called_scatter_and_one_reading_is_doubted() -> None:
    told = forecast(case()).cookie
    wide = replace(told, diameter_mm=(told.diameter_mm or 0) + 4.0)
    assert diagnose(trail(DRAFT, wide), told)[0].causes[0].kind == "scatter"
    wider = replace(told, diameter_mm=(told.diameter_mm or 0) + 12.0)
    assert diagnose(trail(DRAFT, wider, readings=1), told)[0].causes[0].kind == "measure"
    assert diagnose(trail(DRAFT, wider), told)[0].causes[0].kind == "oven"


def test_parts_of_a_miss_add_up_to_it() -> None:
    hot = Taught(replace(NOTHING, oven_k=9.0), own=(0.03, -0.05, 0.0, -2.0), bakes=4, of_oven=4, of_dough=4)
    long = with_process(minutes=14.0)
    got = replace(forecast(case(long, hot)).cookie, diameter_mm=95.0)
    for d in diagnose(trail(long, got, hot), Cookie(diameter_mm=70.0, crust_l=75.0)):
        assert sum(c.share_pct for c in d.causes) == pytest.approx(100.0, abs=12.0)


def test_on_target_there_is_nothing_to_diagnose() -> None:
    told = forecast(case()).cookie
    assert diagnose(trail(DRAFT, told), told) == ()


def test_a_versions_change_is_real_only_above_scatter() -> None:
    before = [Cookie(diameter_mm=90.0), Cookie(diameter_mm=91.0)]
    found = did(before, [Cookie(diameter_mm=82.0)], Cookie(diameter_mm=90.0), Cookie(diameter_mm=84.0))
    assert (found[0].measured, found[0].forecast, found[0].real) == (-8.5, -6.0, True)
    faint = did(before, [Cookie(diameter_mm=88.5)], None, None)
    assert not faint[0].real
    assert faint[0].forecast is None
    assert did([], [Cookie(diameter_mm=80.0)], None, None) == ()
    assert mean_cookie([*before, Cookie(height_mm=9.0)]) == Cookie(diameter_mm=90.5, height_mm=9.0)


def test_a_row_turned_and_a_stack_make_one_cookie() -> None:
    m = Measured.of(row_of=6, row_mm=492.0, row_turned_mm=504.0, stack_of=5, stack_mm=55.0, diameter_mm=(80.0,))
    assert m.cookie.diameter_mm == pytest.approx((492.0 + 504.0 + 80.0) / 13.0)
    assert m.cookie.height_mm == pytest.approx(11.0)
    assert (m.count("diameter_mm"), m.count("height_mm")) == (13, 5)


def test_rim_and_middle_make_the_whole_tops_shade_unless_it_was_picked() -> None:
    assert Measured.of(l_rim=50.0, l_middle=70.0).cookie.crust_l == pytest.approx(70.0 - 20.0 * (1 - 0.75**2))
    assert Measured.of(l_rim=50.0, l_middle=70.0, crust_l=66.0).cookie.crust_l == 66.0
    assert Measured.of(l_rim=50.0).cookie.crust_l is None


@pytest.mark.parametrize(
    ("measured", "where"),
    [
        (Measured.of(row_mm=480.0), "row_of"),
        (Measured.of(stack_mm=50.0), "stack_of"),
        (Measured.of(row_of=6, row_mm=30.0), "row_mm"),
        (Measured.of(stack_of=1, stack_mm=400.0), "stack_mm"),
    ],
)
def test_a_row_without_its_count_or_length_is_refused(measured: Measured, where: str) -> None:
    if where == "stack_mm":
        measured = Measured.of(stack_of=2, stack_mm=400.0)
    with pytest.raises(EntryError) as error:
        check(measured)
    assert error.value.where == where


@pytest.mark.parametrize(
    ("measured", "where"),
    [
        (Measured.of(diameter_mm=(84.0, 85.0, 86.0, 58.0)), "diameter_mm"),
        (Measured.of(height_mm=(9.0, 9.5, 9.2, 19.0)), "height_mm"),
        (Measured.of(diameter_mm=(9.0,) * 1, height_mm=(84.0,)), "height_mm"),
        (Measured.of(mass_before_g=200.0, mass_after_g=140.0), "mass_after_g"),
        (Measured.of(core_c=98.0, rim_c=60.0), "rim_c"),
        (Measured.of(l_rim=75.0, l_middle=60.0), "l_rim"),
    ],
)
def test_what_is_rare_is_asked_about(measured: Measured, where: str) -> None:
    assert [q.where for q in doubts(measured)] == [where]


def test_usual_readings_are_not_asked_about() -> None:
    assert doubts(Measured.of(diameter_mm=(84.0, 86.0, 83.0, 85.0), height_mm=(9.0, 9.6), mass_before_g=240.0,
                           mass_after_g=224.0, core_c=96.0, rim_c=104.0, l_rim=52.0, l_middle=63.0)) == ()  # fmt: skip


def test_scales_run_from_low_to_high_in_five_words() -> None:
    for s in SCALES:
        values = [p.value for p in s.points]
        assert values == sorted(values)
        assert len({p.word for p in s.points}) == 5
        assert s.how.endswith(".")
