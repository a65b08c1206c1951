"""The bake that teaches most: laws of information, the same answer as exact updating, decisions that follow."""

from __future__ import annotations

from dataclasses import replace
from functools import cache

import numpy as np
import pytest

from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.bake.taught import GENERAL, SCORE_SD, Taught
from dough.counsel.next_steps.changed import changed, changed_words
from dough.counsel.next_steps.ladder import Rung, ladder
from dough.counsel.next_steps.teaching import AS_IS, Lesson, Teaching, best_step, teaching
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.styles import styles

STYLE = styles()["oat"]
DRAFT, _ = from_style_formula(STYLE)
SETTING = Setting.of(DRAFT, STYLE)


@cache
def wished() -> Cookie:
    now = SETTING.cookie()
    assert now is not None
    assert now.diameter_mm is not None
    assert now.middle_soft is not None
    return Cookie(diameter_mm=now.diameter_mm + 6.0, middle_soft=now.middle_soft + 12.0, crust_l=now.crust_l)


@cache
def rungs() -> tuple[Rung, ...]:
    found = ladder(SETTING, wished())
    assert found is not None
    return found.rungs[:2]


@cache
def told() -> Teaching:
    found = teaching(SETTING, wished(), rungs())
    assert found is not None
    return found


def named(start: str) -> Lesson:
    return next(x for x in told().lessons if x.name.startswith(start))


def test_lessons_stand_by_what_they_tell_in_an_hour() -> None:
    an_hour = [x.an_hour for x in told().lessons]
    assert an_hour == sorted(an_hour, reverse=True)
    assert all(x.bits >= 0.0 and x.minutes > 0.0 for x in told().lessons)
    assert told().lessons[0].name in told().words


def test_looking_never_makes_less_sure_and_looking_at_more_never_tells_less() -> None:
    for x in told().lessons:
        assert all(n.after <= n.before + 1e-9 for n in x.narrowed)
        assert x.gain >= 0.0
    tasted = named("bake the draft as it is and taste it")
    plain = next(x for x in told().lessons if x.name == "bake the draft as it is")
    assert tasted.bits >= plain.bits
    both = named("bake the draft and one with")
    assert both.bits >= tasted.bits


def test_what_is_known_after_is_what_exact_updating_gives() -> None:
    """Gaussian conditioning by inverting the joint covariance, another road to the same place."""
    x = named("bake the draft as it is and taste it")
    h = np.array([look.row for look in x.looks])
    noise = np.diag([look.sd**2 for look in x.looks])
    information = np.eye(h.shape[1]) + h.T @ np.linalg.inv(noise) @ h
    after = np.linalg.inv(information)
    wide = next(n for n in x.narrowed if n.attribute.key == "diameter_mm")
    row = next(look.row for look in x.looks if look.key == "diameter_mm")
    if told().best == 0:
        assert wide.after == pytest.approx(1.2816 * np.sqrt(row @ after @ row), rel=1e-6)
    soft = next(look for look in x.looks if look.key == "middle_soft")
    assert np.sqrt(float(soft.row @ soft.row)) >= SCORE_SD, "a score's own error is among what is not known"


def test_scores_wished_are_told_by_tasting_and_hardly_by_a_ruler() -> None:
    def left(x: Lesson, key: str) -> float:
        n = next(n for n in x.narrowed if n.attribute.key == key)
        return n.after / n.before

    plain = next(x for x in told().lessons if x.name == "bake the draft as it is")
    assert left(named("bake the draft as it is and taste it"), "middle_soft") < 0.7 * left(plain, "middle_soft")
    assert left(plain, "diameter_mm") < 0.6


def test_a_thermometer_is_on_the_list_only_where_the_oven_is_not_known() -> None:
    assert any(not x.bakes for x in told().lessons)
    measured = replace(SETTING, kit=Kit(offset_k=-4.0))
    found = teaching(measured, wished(), rungs())
    assert found is not None
    assert all(x.bakes for x in found.lessons)


def test_a_well_known_kitchen_has_little_left_to_learn_and_nothing_to_decide() -> None:
    sure = Taught(
        root=tuple(tuple(0.03 * v for v in row) for row in GENERAL.root), score_sd=(0.2,) * len(GENERAL.scores)
    )
    found = teaching(replace(SETTING, kit=Kit(taught=sure)), wished(), rungs())
    assert found is not None
    for x in found.lessons:
        before = next(y for y in told().lessons if y.name == x.name)
        assert x.gain <= before.gain + 1e-9
    assert sum(len(x.flips) for x in found.lessons) < sum(len(x.flips) for x in told().lessons)


def test_a_result_that_changes_the_decision_names_another_step_than_the_one_best_now() -> None:
    flips = [f for x in told().lessons for f in x.flips]
    assert flips, "with nothing learned some result changes what is next"
    assert all(f.option != told().best for f in flips)
    assert all(0.0 < f.chance < 0.5 for f in flips)
    assert any("comes out above" in f.words or "comes out below" in f.words for f in flips)


def test_without_a_target_or_a_forecast_there_is_nothing_to_teach() -> None:
    assert teaching(SETTING, Cookie(), ()) is None
    empty = SETTING.with_draft(replace(DRAFT, formula=replace(DRAFT.formula, lines=())))
    assert teaching(empty, wished(), ()) is None
    assert best_step(empty, wished(), ()) is None
    alone = teaching(SETTING, wished(), ())
    assert alone is not None
    assert alone.options == (AS_IS,)


def test_what_learning_changed_is_said_with_how_sure_it_became() -> None:
    surer = Taught(root=tuple(tuple(0.4 * v for v in row) for row in GENERAL.root))
    found = changed(SETTING, replace(SETTING, kit=Kit(taught=surer)), wished())
    wide = next(c for c in found if c.attribute.key == "diameter_mm")
    assert wide.now_off == pytest.approx(0.4 * wide.was_off, rel=0.05)
    assert "instead of" in changed_words(AS_IS, AS_IS, found)
    assert changed_words(AS_IS, "minutes 12.0 → 13.0 min", ()) == (
        "The next step was the draft as it is; now it is minutes 12.0 → 13.0 min."
    )
