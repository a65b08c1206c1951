"""The calibration: what it learns, from what, and what it leaves alone."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace

import numpy as np
import pytest

from dough.bake.model import forecast
from dough.bake.taught import GENERAL, KITCHEN_SD, NOTHING, OWN_SD, SCORE_SD, Taught, spread_of
from dough.judgement.learning.fit import System, learn
from dough.judgement.learning.lesson import Lesson
from dough.judgement.learning.logged import Logged, Reading, readings
from dough.judgement.learning.reference import Reference
from dough.judgement.learning.report import study, teaches
from dough.judgement.trials.measure import Measured
from evidence.kitchens import SimulatedKitchen


def clean(day: int, truth: Taught, *keys: str, oven: int | None = 1, tray: int | None = 1, dough: int = 1) -> Logged:
    """A bake measured as if nothing scattered."""
    kitchen = SimulatedKitchen(np.random.default_rng(1))
    ends = forecast(kitchen.case(day, truth)).ends
    sds = {"diameter_mm": 0.03, "height_mm": 0.08, "loss_pct": 0.6, "core_c": 2.8, "l_rim": 3.5, "l_base": 3.5}
    said = {k: Reading(ends[k], sds.get(k, 4.7)) for k in keys}
    return Logged(Reference("bake", day + 1), dough, oven, tray, kitchen.case(day), said)


ALL = ("diameter_mm", "height_mm", "loss_pct", "core_c", "l_rim", "l_base")
HOT = Taught(replace(NOTHING, oven_k=14.0))


def test_without_bakes_nothing_is_known_and_the_words_say_so() -> None:
    lesson = learn([])
    assert lesson.taught(1, 1, 1) is GENERAL
    assert "no bake" in GENERAL.words
    assert lesson.sd(("oven", 1, "oven_k")) == KITCHEN_SD["oven_k"]


def test_a_hot_oven_is_found_and_only_that_oven_is() -> None:
    lesson = learn([clean(d, HOT, *ALL) for d in range(4)])
    oven = lesson.taught(1, 1, 1).learned.oven_k
    assert 6.0 < oven < 16.0
    assert lesson.taught(2, 1, 1).learned.oven_k == 0.0
    assert lesson.sd(("oven", 1, "oven_k")) < 0.75 * KITCHEN_SD["oven_k"]
    assert lesson.sd(("oven", 2, "oven_k")) == KITCHEN_SD["oven_k"]


def test_an_oven_not_noted_teaches_no_oven() -> None:
    lesson = learn([clean(d, HOT, *ALL, oven=None, tray=None) for d in range(3)])
    assert lesson.taught(1, 1, 1).learned.oven_k == 0.0
    assert not any(whose == "oven" and isinstance(ident, int) for whose, ident, _ in lesson.names)


def test_more_bakes_never_make_it_less_sure() -> None:
    bakes = [clean(d, HOT, *ALL) for d in range(4)]
    names = learn(bakes[:1]).names
    sds = [[learn(bakes[:n]).sd(name) for name in names] for n in (1, 2, 4)]
    for fewer, more in itertools.pairwise(sds):
        assert all(b <= a + 1e-3 for a, b in zip(fewer, more, strict=True))


def test_what_was_not_measured_stays_as_wide_as_before() -> None:
    """Width alone says nothing about browning."""
    lesson = learn([clean(d, HOT, "diameter_mm") for d in range(3)])
    assert lesson.sd(("kitchen", 0, "browning")) == pytest.approx(KITCHEN_SD["browning"], rel=0.02)
    assert lesson.sd(("own", 1, "shade")) == pytest.approx(OWN_SD["shade"], rel=0.02)


def test_a_thermometer_in_the_oven_counts() -> None:
    bakes = [clean(d, HOT, "diameter_mm") for d in range(2)]
    told = [replace(b, case=replace(b.case, heat=replace(b.case.heat, offset_k=3.0))) for b in bakes]
    assert learn(told).sd(("oven", 1, "oven_k")) < learn(bakes).sd(("oven", 1, "oven_k"))


def test_a_doughs_own_habit_goes_to_that_dough() -> None:
    """One dough bakes 8 % wider than the kitchen explains, the others do not."""
    wide = Taught(own=(0.08, 0.0, 0.0, 0.0))
    bakes = [replace(clean(d, wide, *ALL), ident=Reference("bake", d)) for d in range(3)]
    bakes += [replace(clean(d, GENERAL, *ALL, dough=2), ident=Reference("bake", 10 + d)) for d in range(3)]
    lesson = learn(bakes)
    assert lesson.taught(1, 1, 1).own[0] > 0.025
    assert lesson.taught(1, 1, 2).own[0] < 0.01
    assert lesson.taught(1, 1, 3).own == (0.0, 0.0, 0.0, 0.0)


def test_scores_are_shifted_by_what_mouths_said_and_no_further() -> None:
    ends = forecast(SimulatedKitchen(np.random.default_rng(1)).case(0)).ends
    one = clean(0, GENERAL, "diameter_mm")
    said = replace(one, readings={**one.readings, "rim_crisp": Reading(ends["rim_crisp"] + 20.0, 4.7)})
    taught = learn([said]).taught(1, 1, 1)
    assert 8.0 < taught.scores[0] < 18.0
    assert taught.score_sd[0] < SCORE_SD
    assert taught.scores[1:] == (0.0, 0.0, 0.0)


def test_leaving_one_out_is_what_fitting_anew_says() -> None:
    rng = np.random.default_rng(5)
    kitchen = SimulatedKitchen(rng)
    bakes = [kitchen.log(d) for d in range(4)]
    found = study(bakes)
    anew = learn(bakes[:3]).taught(1, 1, 1)
    direct = forecast(kitchen.case(3, anew)).ends
    for c in found.checks:
        if c.ident.number == 4:
            close = 0.02 * abs(direct[c.key]) if c.key.endswith("_mm") else 1.2
            assert c.left_out == pytest.approx(direct[c.key], abs=close), c.key


def test_the_fit_is_nearer_than_general_and_left_out_is_the_honest_one() -> None:
    kitchen = SimulatedKitchen(np.random.default_rng(11))
    found = study([kitchen.log(d) for d in range(4)])
    for key in ("diameter_mm", "crust_l"):
        general, fitted, left_out = (found.error(key, w) for w in ("general", "fitted", "left_out"))
        assert general is not None
        assert fitted is not None
        assert left_out is not None
        assert fitted <= left_out
        assert fitted < general
    assert found.error("core_c", "fitted") is None


def test_a_reading_that_does_not_fit_is_pointed_out() -> None:
    bakes = [clean(d, HOT, *ALL) for d in range(4)]
    odd = replace(bakes[2], readings={**bakes[2].readings, "height_mm": Reading(19.0, 0.08)})
    found = study([*bakes[:2], odd, bakes[3]])
    assert {(c.ident.number, c.key) for c in found.checks if c.far} == {(3, "height_mm")}


def test_derivatives_are_those_of_the_residuals() -> None:
    """Against differences of the whole residual, for every unknown."""
    bakes = [clean(0, HOT, *ALL), clean(1, HOT, *ALL, oven=2, tray=2, dough=2)]
    s = System(bakes)
    u = np.full(len(s.names), 0.1)
    jac = s.derivatives(u)
    for c in range(len(u)):
        v = u.copy()
        v[c] += 0.05
        assert jac[:, c] == pytest.approx((s.residuals(v) - s.residuals(u)) / 0.05, abs=1e-6), s.names[c]


def test_a_core_reading_is_worth_more_while_oven_and_base_are_mixed_up() -> None:
    """Known shades leave oven and heat below pulling against each other: a probe is then offered with a reason."""
    lesson = learn([clean(d, HOT, "diameter_mm", "l_rim", "l_base") for d in range(4)])
    case = SimulatedKitchen(np.random.default_rng(1)).case(0, lesson.taught(1, 1, 1))
    found = teaches(case)
    assert {t.key for t in found} == {"diameter_mm", "height_mm", "loss_pct", "core_c", "l_rim", "l_base"}
    assert [t.nats for t in found] == sorted((t.nats for t in found), reverse=True)
    assert all(t.after < t.before for t in found)
    assert next(t for t in found if t.key == "core_c").nats > 0.0
    after = learn([clean(d, HOT, *ALL) for d in range(4)])
    knows = {t.key: t.nats for t in teaches(replace(case, taught=after.taught(1, 1, 1)))}
    assert knows["core_c"] < next(t for t in found if t.key == "core_c").nats


def test_readings_say_only_what_was_measured_and_count_cookies() -> None:
    row = readings(Measured.of(row_of=6, row_mm=480.0))
    one = readings(Measured.of(diameter_mm=(80.0,)))
    assert set(row) == {"diameter_mm"}
    assert row["diameter_mm"].value == pytest.approx(80.0)
    assert row["diameter_mm"].sd < one["diameter_mm"].sd
    assert readings(Measured.of()) == {}
    eye, photo = (readings(Measured.of(l_rim=50.0, shade_from=s))["l_rim"].sd for s in ("eye", "photo"))
    assert photo < eye
    # The camera sees the top: the base is picked by eye beside it.
    base = (readings(Measured.of(l_base=50.0, shade_from=s))["l_base"].sd for s in ("eye", "photo"))
    assert len(set(base)) == 1


def test_a_range_counts_kitchen_dough_and_scatter_together() -> None:
    none = np.zeros(6)
    alone = spread_of("diameter_mm", 80.0, none, GENERAL)
    assert alone == pytest.approx(80.0 * math.hypot(0.055, 0.045, 0.025))
    assert spread_of("diameter_mm", 80.0, np.full(6, 1.0), GENERAL) == pytest.approx(math.hypot(alone, math.sqrt(6.0)))
    assert spread_of("core_c", 95.0, none, GENERAL) == pytest.approx(3.0)


def test_a_lesson_answers_for_what_it_never_met_with_the_prior() -> None:
    lesson: Lesson = learn([clean(d, HOT, *ALL) for d in range(2)])
    there, away = lesson.taught(1, 1, 1), lesson.taught(7, 8, 9)
    assert there.of_oven == 2
    assert (away.of_oven, away.of_dough, away.bakes) == (0, 0, 2)
    assert away.learned.spread == there.learned.spread
    assert away.learned.bottom == 1.0
