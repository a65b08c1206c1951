"""How forgiving a formula is: every slip baked, the worst named first, and the share within reach a share of bakes."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.counsel.next_steps.forgiving import BAKES, Forgiving, forgiving, slips_of
from dough.facts.cookie import Cookie
from dough.facts.ingredients import Role
from dough.judgement.distance import compare
from dough.judgement.effects import forecasts_of
from tests.dough.counsel.next_steps.test_pairs import CHEWY, DRAFT
from tests.dough.counsel.next_steps.test_ranking import near

SETTING = Setting.of(DRAFT, CHEWY, Kit())


def shaken(target: Cookie, setting: Setting = SETTING, seed: int = 1) -> Forgiving:
    found = forgiving(setting, target, np.random.default_rng(seed))
    assert found is not None
    return found


def test_each_slip_is_baked_to_both_sides_and_the_worst_comes_first() -> None:
    found = shaken(near(DRAFT))
    assert [s.steps for s in found.slips] == sorted((s.steps for s in found.slips), reverse=True)
    now = forecasts_of([SETTING])[0]
    assert now is not None
    minutes = next(s for s in found.slips if s.slip.key == "minutes")
    longer = replace(DRAFT, process=replace(DRAFT.process, minutes=(DRAFT.process.minutes or 0.0) + 1.0))
    then = forecasts_of([SETTING.with_draft(longer)])[0]
    assert then is not None
    crust = next(m for m in minutes.moved if m.attribute.key == "crust_l")
    assert crust.up == pytest.approx(then.ends["crust_l"] - now.ends["crust_l"])
    # Longer in the oven is darker, shorter paler.
    assert crust.up < 0.0 < crust.down
    assert all(name in found.words for name in (s.slip.name for s in found.slips[:2]))


def test_the_share_within_reach_is_highest_where_the_forecast_is_the_target() -> None:
    on, off = shaken(near(DRAFT)), shaken(near(DRAFT, crust_l=4.0))
    assert on.within is not None
    assert off.within is not None
    assert off.within < on.within <= 1.0
    assert on.within <= min(v for _, v in on.shares)
    assert f"{100 * on.within:.0f} come out within reach" in on.words
    for cookie in on.cookies:
        assert compare(cookie, near(DRAFT)).misses


def test_chance_comes_from_the_seed_alone() -> None:
    one, same, other = (shaken(near(DRAFT, crust_l=2.0), seed=s) for s in (3, 3, 4))
    assert one.within == same.within
    assert one.cookies == same.cookies
    assert one.cookies != other.cookies
    assert other.within is not None
    assert one.within == pytest.approx(other.within, abs=0.12)
    assert one.bakes == BAKES


def test_without_a_target_it_tells_what_moves_and_no_share() -> None:
    found = shaken(Cookie())
    assert found.within is None
    assert found.shares == ()
    assert "Watch" in found.words


def without_egg(draft: Draft) -> Draft:
    lines = tuple(x for x in draft.formula.lines if x.role != Role.EGG)
    return replace(draft, formula=replace(draft.formula, lines=lines))


def test_a_dough_has_the_slips_it_can_have() -> None:
    assert "egg" in {s.key for s in slips_of(DRAFT)}
    assert "egg" not in {s.key for s in slips_of(without_egg(DRAFT))}
    warm = replace(DRAFT, process=replace(DRAFT.process, butter_temp_c=19.0))
    assert "butter" in {s.key for s in slips_of(warm)}
    melted = replace(DRAFT, process=replace(DRAFT.process, butter_temp_c=None))
    assert "butter" not in {s.key for s in slips_of(melted)}


def test_without_a_forecast_there_is_nothing_to_shake() -> None:
    empty = replace(DRAFT, formula=replace(DRAFT.formula, lines=()))
    assert forgiving(Setting.of(empty, CHEWY, Kit()), near(DRAFT), np.random.default_rng(1)) is None
