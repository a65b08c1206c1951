"""A run is what its events come to: whatever comes twice, late or out of order, the state is one a run can be in."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.draft.start import from_style_formula
from dough.facts.errors import EntryError
from dough.facts.styles import styles
from dough.plan.loads import loads
from dough.plan.steps import Lanes, steps_of
from dough.plan.steps import Setup as PlanSetup
from dough.run.events import CUES, RunEvent, What, check
from dough.run.outcome import course, cup_said, really, ways_out
from dough.run.script import BenchStep, Script, Weighing, script_of, tolerances_g, too_coarse
from dough.run.state import effective, fold, gone_on, portions_spread, really_weighed, standing

LINES = (
    Weighing("butter", "butter", "fat", "Butter", 225.0, 4.0, None, None, "", False, ()),
    Weighing("flour", "ap", "flour", "Flour", 280.0, 5.0, 270.0, 300.0, "", True, ()),
    Weighing("soda", "soda", "leavening", "Soda", 3.0, 0.2, None, None, "", True, ()),
)
SCRIPT = Script(
    (
        BenchStep("weigh_cream", "Weigh", "weigh", 0, lines=LINES[:1]), BenchStep("cream", "Cream", "do", 4),
        BenchStep("weigh_dry", "Weigh", "weigh", 0, lines=LINES[1:]), BenchStep("flour", "Flour in", "do", 2),
        BenchStep("bake_1", "Bake 1", "bake", 11, load=1, pieces=12), BenchStep("bake_2", "Bake 2", "bake", 11, load=2),
    ),
    45.0, 24, 11.0, 180.0,
)  # fmt: skip
STEPS = [s.id for s in SCRIPT.steps]
MIN = 60_000


def e(n: int, what: What, step: str = "", source: str = "hand", at: int | None = None, **values: object) -> RunEvent:
    return RunEvent(f"k{n}", what, n * 1000 if at is None else at, n, None, "ada", step, values, source)  # type: ignore[arg-type]


@st.composite
def events(draw: st.DrawFn) -> list[RunEvent]:
    """Any acts in any order, some sent twice, some undone, some said late."""
    made: list[RunEvent] = []
    for n in range(1, draw(st.integers(1, 40))):
        what = draw(st.sampled_from(list(What)))
        values: dict[str, object] = {
            "line": draw(st.sampled_from(["butter", "flour", "soda", "gone"])), "grams": draw(st.floats(0, 500)),
            "how": draw(st.sampled_from(["keep", "scale", "again", "back"])), "load": float(draw(st.integers(1, 3))),
            "cue": draw(st.sampled_from(CUES)), "of": "dough", "c": 21.0, "timer": draw(st.sampled_from("ab")),
            "until": float(draw(st.integers(0, 10**6))), "key": f"k{draw(st.integers(1, 40))}", "pieces": 12.0,
            "water_g": 200.0, "mass_g": 190.0, "word": "soft", "ingredient": "milk", "text": "note",
            "quantity": "diameter_mm", "lot": 3.0, "before_g": 250.0, "after_g": 205.0, "width_mm": 81.0, "rim": "pale",
            "ball_g": 15.0, "weight_g": 1000.0,
        }  # fmt: skip
        said = draw(st.one_of(st.none(), st.integers(0, 60_000)))
        made.append(
            RunEvent(f"k{n}", what, n * 1000, n, said, "ada", draw(st.sampled_from([*STEPS, "gone"])), values)  # type: ignore[arg-type]
        )
    return made


@given(log=events(), data=st.data())
def test_any_log_comes_to_a_state_a_run_can_be_in(log: list[RunEvent], data: st.DataObject) -> None:
    state = fold(SCRIPT, log)
    for step in state.steps.values():
        assert step.done is None or step.begun is None or step.done >= step.begun
    for load in state.loads:
        assert load.pulled is None or load.pulled >= load.loaded
    for weighed in state.weighed.values():
        assert weighed.grams == pytest.approx(sum(g for g, _ in weighed.parts))
    assert [t.until for t in state.timers] == sorted(t.until for t in state.timers)
    assert len({t.name for t in state.timers}) == len(state.timers)
    assert state.factor >= 1.0
    assert state.current(SCRIPT) in ("", *STEPS)
    # Put together as it was written down, piece by piece, it is the same.
    cut = data.draw(st.integers(0, len(log)))
    before = fold(SCRIPT, log[:cut])
    put_on = gone_on(SCRIPT, before, log[cut:])
    assert put_on is None or put_on == state
    assert (put_on is None) == any(e.what is What.UNDONE for e in log)
    shuffled = data.draw(st.permutations([*log, *log[: len(log) // 2]]))
    assert fold(SCRIPT, shuffled) == state


@given(log=events())
def test_undoing_and_undoing_that_leaves_it_as_it_was(log: list[RunEvent]) -> None:
    n = len(log) + 1
    last = log[-1].key if log else "k0"
    undo = e(n, What.UNDONE, key=last)
    again = e(n + 1, What.UNDONE, key=undo.key)
    counted = [x.key for x in effective(log)]
    assert [x.key for x in effective([*log, undo, again])] == counted


@given(parts=st.lists(st.floats(0.1, 90), min_size=1, max_size=8))
def test_what_is_weighed_adds_up(parts: list[float]) -> None:
    state = fold(SCRIPT, [e(n, What.WEIGHED, line="butter", grams=g) for n, g in enumerate(parts, 1)])
    assert really_weighed(SCRIPT, state) == {"butter": pytest.approx(sum(parts))}
    got = standing(SCRIPT, state, "butter")
    assert got.in_g + got.to_come_g == pytest.approx(max(sum(parts), 225.0)) or got.state == "over"


def test_too_much_scales_the_rest_is_kept_or_started_again() -> None:
    over = [e(1, What.WEIGHED, line="butter", grams=247.5)]
    assert standing(SCRIPT, fold(SCRIPT, over), "butter").state == "over"
    scaled = fold(SCRIPT, [*over, e(2, What.OVER, line="butter", how="scale")])
    assert scaled.factor == pytest.approx(1.1)
    assert standing(SCRIPT, scaled, "flour").wanted_g == pytest.approx(308)
    kept = fold(SCRIPT, [*over, e(2, What.OVER, line="butter", how="keep")])
    assert (kept.factor, standing(SCRIPT, kept, "butter").state) == (1.0, "kept")
    again = fold(SCRIPT, [*over, e(2, What.OVER, line="butter", how="again")])
    assert standing(SCRIPT, again, "butter").in_g == 0


def test_spooned_back_is_weighed_as_less() -> None:
    state = fold(SCRIPT, [e(1, What.WEIGHED, line="soda", grams=4.0), e(2, What.UNDONE, key="k1"),
                          e(3, What.WEIGHED, line="soda", grams=3.0)])  # fmt: skip
    assert standing(SCRIPT, state, "soda").state == "right"


def test_a_line_by_feel_is_right_anywhere_in_its_range() -> None:
    for grams, said in ((265, "short"), (272, "right"), (299, "right"), (301, "over")):
        state = fold(SCRIPT, [e(1, What.WEIGHED, line="flour", grams=grams)])
        assert standing(SCRIPT, state, "flour").state == said


def test_minutes_in_the_oven_are_from_the_log_not_from_who_looks() -> None:
    log = [e(1, What.LOADED, "bake_1", load=1, pieces=12, at=0), e(2, What.CUE, load=1, cue="gloss gone", at=9 * MIN),
           e(3, What.PULLED, load=1, at=int(11.5 * MIN))]  # fmt: skip
    load = fold(SCRIPT, log).loads[0]
    assert load.minutes == pytest.approx(11.5)
    assert load.cues == (("gloss gone", 9 * MIN),)
    late = replace(log[2], at=20 * MIN, said_at=int(11.5 * MIN))
    assert fold(SCRIPT, [*log[:2], late]).loads[0].minutes == pytest.approx(11.5)


def test_a_step_done_on_two_tablets_is_done_once_and_can_be_done_again() -> None:
    log = [e(1, What.BEGUN, "cream"), e(2, What.DONE, "cream"), replace(e(3, What.DONE, "cream"), key="other")]
    state = fold(SCRIPT, log)
    assert state.steps["cream"].done == 3000
    assert state.current(SCRIPT) == "weigh_cream"
    repeated = fold(SCRIPT, [*log, e(4, What.AGAIN, "cream")])
    assert (repeated.steps["cream"].again, repeated.current(SCRIPT)) == (1, "cream")
    skipped = fold(SCRIPT, [e(1, What.SKIPPED, "weigh_cream")])
    assert skipped.current(SCRIPT) == "cream"


def test_timers_are_deadlines_that_can_be_put_off_and_stopped() -> None:
    log = [e(1, What.TIMER, timer="look", until=5e5), e(2, What.TIMER, timer="rest", until=3e5)]
    assert [t.name for t in fold(SCRIPT, log).timers] == ["rest", "look"]
    longer = [*log, e(3, What.TIMER, timer="rest", until=9e5)]
    assert [t.name for t in fold(SCRIPT, longer).timers] == ["look", "rest"]
    assert [t.name for t in fold(SCRIPT, [*longer, e(4, What.TIMER_OFF, timer="rest")]).timers] == ["look"]


@pytest.mark.parametrize(
    ("what", "values", "says"),
    [
        (What.WEIGHED, {"line": "a", "grams": -3.0}, "out of reach"),
        (What.WEIGHED, {"line": "a", "grams": float("nan")}, "as a number"),
        (What.WEIGHED, {"grams": 3.0}, "Say line"),
        (What.CUE, {"load": 1.0, "cue": "burnt"}, "Cues are"),
        (What.OVER, {"line": "a", "how": "hope"}, "spoon it back"),
        (What.NOTE, {"text": "x" * 500}, "up to 400"),
        (What.LOADED, {"load": True}, "as a number"),
    ],
)
def test_what_cannot_have_happened_is_refused(what: What, values: dict[str, object], says: str) -> None:
    with pytest.raises(EntryError, match=says):
        check(RunEvent("k", what, 0, values=values))  # type: ignore[arg-type]


def test_a_gram_of_soda_is_not_a_gram_of_sugar() -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    setting = Setting.of(draft, styles()["chewy"])
    found = tolerances_g(setting, 1.0, 0.1)
    by_role = {x.role.value: x for x in draft.formula.lines}
    soda, sugar = by_role["leavening"], by_role["sugar"]
    assert found[soda.id] < 0.1 * found[sugar.id]
    for x in draft.formula.lines:
        if x.grams:
            assert found[x.id] <= max(0.05 * x.grams, 0.05) + 1e-9


def test_a_script_weighs_before_it_mixes_and_bakes_last() -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    setup = PlanSetup("a", "a", 24, 1100.0, "scoop", loads(24, 9, 1), Lanes(), 11.0, 180, look_min=9.0)
    script = script_of(Setting.of(draft, styles()["chewy"]), steps_of(draft, setup), setup.loads, 0.5, 45.0)
    ids = [s.id for s in script.steps]
    assert ids.index("weigh_cream") < ids.index("cream") < ids.index("weigh_dry") < ids.index("flour")
    assert [(s.load, s.pieces) for s in script.steps if s.kind == "bake"] == [(1, 8), (2, 8), (3, 8)]
    assert script.pieces == 24
    flour = next(s for s in script.steps if s.id == "flour")
    assert (flour.reads, flour.feels[0]) == ("dough", "crumbling")
    assert next(x.name for x in flour.spoons) == "Egg, whole"
    assert flour.spoons[0].grams == pytest.approx(0.5 * 0.02 * (draft.formula.flour_g or 0), abs=0.1)
    weighed = {w.line: w.grams for s in script.steps for w in s.lines}
    for x in draft.formula.lines:
        if x.grams:
            assert weighed[x.id] == pytest.approx(0.5 * x.grams, abs=0.01)


def test_a_scale_too_coarse_for_an_amount_is_told_with_a_way_round() -> None:
    assert "tenfold mix (4.0 g" in too_coarse(0.4, 1.0)
    assert too_coarse(225, 1.0) == ""
    assert portions_spread((44, 46)) == pytest.approx((45, 2**0.5))
    assert portions_spread((44,)) is None


def test_the_cup_is_judged_as_on_the_butter_screen_and_what_cannot_be_says_nothing() -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    cups = [e(1, What.TEMPERATURE, of="butter", c=19.0), e(2, What.CUP, water_g=240, mass_g=262)]
    said = cup_said(fold(SCRIPT, cups), draft)
    assert said is not None
    assert said.relative_density == pytest.approx(262 / 240)
    assert said.verdict == "go on"
    assert cup_said(fold(SCRIPT, [*cups, e(3, What.CUP, water_g=240, mass_g=1200)]), draft) is None
    assert cup_said(fold(SCRIPT, []), draft) is None


def test_too_much_that_can_be_spooned_is_asked_back_first() -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    setting = Setting.of(draft, styles()["chewy"])
    state = fold(SCRIPT, [e(1, What.WEIGHED, line="flour", grams=336), e(2, What.WEIGHED, line="butter", grams=247.5)])
    flour = ways_out(SCRIPT, state, "flour", setting, setting)
    assert [w.how for w in flour] == ["back", "keep", "scale", "again"]
    assert flour[0].words == "Spoon 56.0 g back out"
    assert "20 % more dough" in flour[2].effect
    assert [w.how for w in ways_out(SCRIPT, state, "butter", setting, setting)] == ["keep", "scale", "again"]
    with pytest.raises(EntryError, match="was not weighed"):
        ways_out(SCRIPT, state, "soda", setting, setting)


def test_real_amounts_are_told_at_the_size_of_the_version() -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    line = next(x for x in draft.formula.lines if x.grams)
    made = really(draft, {line.id: 2.2 * (line.grams or 0)}, 2.0)
    assert made.formula.line(line.id).grams == pytest.approx(1.1 * (line.grams or 0), abs=0.01)
    others = [x for x in made.formula.lines if x.id != line.id]
    assert others == [x for x in draft.formula.lines if x.id != line.id]


def test_the_core_nears_the_oven_without_ever_passing_boiling_by_much() -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    case = Setting.of(draft, styles()["chewy"]).case()
    assert isinstance(case, BakeCase)
    told = course(case, 11.0)
    assert told[-1][0] == pytest.approx(17.6)
    cores = [c for _, c in told]
    assert cores == sorted(cores)
    assert cores[0] < 30 < 85 < cores[-1] < 110
