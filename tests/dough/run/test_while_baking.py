"""What a trace, a first load, a guess and a spoon say while the work goes on."""

from __future__ import annotations

from dataclasses import replace

import pytest

from dough.bake.contract import BakeCase
from dough.bake.derive import Learned
from dough.bake.draft_setting import Setting
from dough.bake.model import forecast
from dough.bake.taught import Taught
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.ingredients import ingredient
from dough.facts.styles import styles
from dough.run.after_load import Seen, next_load
from dough.run.events import RunEvent, What, check
from dough.run.guesses import beside, check_guess, held
from dough.run.outcome import browned_said, cold_since, course
from dough.run.script import BenchStep, Script
from dough.run.spooned import spooned
from dough.run.state import LoadState, RunState
from dough.run.trace import corrected, sd_of

COLD, HOT = Taught(Learned(oven_k=-15.0)), Taught(Learned(oven_k=15.0))


@pytest.fixture(scope="module")
def case() -> BakeCase:
    draft, _ = from_style_formula(styles()["chewy"])
    found = Setting.of(draft, styles()["chewy"]).case()
    assert isinstance(found, BakeCase)
    return found


def trace(case: BakeCase, kitchen: Taught, until: float = 99.0) -> list[tuple[float, float]]:
    core = course(replace(case, taught=kitchen), case.heat.minutes)
    return [(m, c) for m, c in core if m <= min(until, case.heat.minutes)]


def test_a_cold_ovens_trace_moves_the_best_minute_later_and_a_hot_ones_earlier(case: BakeCase) -> None:
    cold = corrected(case, case.heat.minutes, trace(case, COLD), Cookie())
    hot = corrected(case, case.heat.minutes, trace(case, HOT), Cookie())
    assert cold is not None
    assert hot is not None
    assert cold.oven_k.value < -3 < 3 < hot.oven_k.value
    assert cold.best_min is not None
    assert cold.was_best_min is not None
    assert hot.best_min is not None
    assert cold.best_min > cold.was_best_min > hot.best_min
    # The corrected course is nearer to what was read than the forecast was.
    read = dict(trace(case, COLD))
    was, now = dict(course(case, case.heat.minutes)), dict(cold.course)
    at = max(m for m in read if m in was and m in now)
    assert abs(now[at] - read[at]) < abs(was[at] - read[at])


def test_a_trace_as_forecast_changes_little_and_narrows_what_is_known(case: BakeCase) -> None:
    found = corrected(case, case.heat.minutes, trace(case, Taught()), Cookie())
    assert found is not None
    assert abs(found.oven_k.value) < 3
    assert found.oven_k.high is not None
    assert found.oven_k.high - found.oven_k.value < 1.645 * sd_of(case.taught, "oven_k")


def test_the_ovens_own_thermometer_says_more_of_the_oven_than_the_core(case: BakeCase) -> None:
    core = corrected(case, case.heat.minutes, trace(case, COLD), Cookie())
    both = corrected(case, case.heat.minutes, trace(case, COLD), Cookie(), air_k=-15.0)
    assert core is not None
    assert both is not None
    assert abs(both.oven_k.value + 15.0) < abs(core.oven_k.value + 15.0)


def test_too_few_readings_say_nothing(case: BakeCase) -> None:
    assert corrected(case, 11.0, [], Cookie()) is None
    assert corrected(case, 11.0, [(0.5 + n / 60, 20.0) for n in range(20)], Cookie()) is None
    assert corrected(case, 11.0, [(float(n), float("nan")) for n in range(20)], Cookie()) is None


def test_a_pale_load_asks_for_more_heat_or_time_and_a_wide_one_for_less_flow(case: BakeCase) -> None:
    wanted = forecast(case).cookie
    assert wanted.diameter_mm is not None
    minutes = case.heat.minutes
    pale = next_load(case, minutes, Seen(minutes, wanted.diameter_mm, "pale"), wanted)
    assert any("hotter" in c.words or "longer" in c.words for c in pale.changes)
    wide = next_load(case, minutes, Seen(minutes, wanted.diameter_mm * 1.06), wanted)
    assert wide.width_mm > wanted.diameter_mm + 1
    assert any("chill" in c.words or "hotter" in c.words for c in wide.changes)
    for found in (pale, wide):
        assert all(c.distance is not None and c.distance < (found.distance or 0) for c in found.changes)
        assert [c.distance for c in found.changes] == sorted(c.distance or 0 for c in found.changes)


def test_a_load_as_wanted_needs_no_change_and_an_unseen_one_is_refused(case: BakeCase) -> None:
    wanted = forecast(case).cookie
    minutes = case.heat.minutes
    found = next_load(case, minutes, Seen(minutes, wanted.diameter_mm, "right", "right"), wanted)
    assert (found.distance or 0) < 0.4
    with pytest.raises(EntryError, match="how wide"):
        next_load(case, minutes, Seen(minutes), wanted)


@pytest.mark.parametrize(
    "values",
    [{"load": 1.0}, {"load": 1.0, "width_mm": 2.0}, {"load": 1.0, "rim": "burnt"}, {"load": 1.0, "width_mm": True}],
)
def test_a_look_that_says_nothing_is_refused(values: dict[str, float | str | bool | None]) -> None:
    with pytest.raises(EntryError):
        check(RunEvent("k", What.SEEN, 0, values=values))


def test_spoons_come_near_and_say_how_far_off() -> None:
    soda = spooned(ingredient("soda"), 4.6)
    assert soda is not None
    assert soda.words.startswith("1 teaspoon")
    assert soda.grams == pytest.approx(4.6, rel=0.12)
    flour = spooned(ingredient("ap"), 258.0)
    assert flour is not None
    assert flour.words == "2 cups, spooned and levelled"
    assert flour.grams == pytest.approx(258.0, rel=0.04)
    assert flour.off_pct > 3
    assert spooned(ingredient("egg"), 50.0) is None
    assert spooned(ingredient("ap"), 0.0) is None


def test_a_guess_is_held_beside_forecast_and_bake() -> None:
    rows = beside(
        [("diameter_mm", "90"), ("minutes", "11,5"), ("words", "flat")], {"diameter_mm": 84.0}, {"diameter_mm": 80.0}
    )
    width, minutes = rows
    assert (width.off, width.forecast_off) == (10.0, 4.0)
    assert (minutes.guess, minutes.off) == (11.5, None)
    told = held([rows] * 3)
    assert [(h.key, h.bakes, h.guess_off, h.bias) for h in told] == [("diameter_mm", 3, 10.0, 10.0)]
    assert told[0].words == "the forecast was nearer, you guess too much"
    assert "1 of 3" in held([rows])[0].words
    with pytest.raises(EntryError, match="is not a number"):
        check_guess({"diameter_mm": "wide"})
    check_guess({"diameter_mm": "", "words": "flat"})


def test_browning_says_what_it_took_and_refuses_what_cannot_be() -> None:
    assert "dry, as it should be" in browned_said(RunState(browned=(250.0, 208.0)))
    assert "some water is still in it" in browned_said(RunState(browned=(250.0, 240.0)))
    assert browned_said(RunState()) == ""
    for before, after, why in ((250.0, 260.0, "more than before"), (250.0, 120.0, "stayed in the pan")):
        with pytest.raises(EntryError, match=why):
            check(RunEvent("k", What.BROWNED, 0, values={"before_g": before, "after_g": after}))


def test_cookies_are_cold_when_the_last_load_has_been_out_long_enough() -> None:
    steps = (BenchStep("tray_rest_1", "Rest", "wait", 5.0), BenchStep("rack_1", "Cool", "wait", 30.0))
    script = Script(steps, 40.0, 12, 11.0, 180.0)
    out = RunState(loads=(LoadState(1, 0, pulled=10 * 60_000),))
    assert not cold_since(script, out, 30 * 60_000)
    assert cold_since(script, out, 60 * 60_000)
    assert not cold_since(script, replace(out, measured={"diameter_mm": "82"}), 60 * 60_000)
    assert not cold_since(script, replace(out, loads=(*out.loads, LoadState(2, 20 * 60_000))), 60 * 60_000)
