"""Locks, ranges and pairs."""

from __future__ import annotations

import itertools
from dataclasses import replace

import pytest

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecast
from dough.counsel.next_steps.levers import LOCKS, Tray, levers, unlocked
from dough.counsel.next_steps.ranking import PAIR_SHARES, PAIRED, advice, pairs
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.styles import styles
from tests.dough.counsel.next_steps.test_ranking import away, near

CHEWY = styles()["chewy"]
DRAFT: Draft = from_style_formula(CHEWY)[0]
#: The same with the process left open: the style's usual values stand in.
OPEN = replace(DRAFT, process=replace(DRAFT.process, minutes=None, oven_c=None, portion_g=None))
WIDE = Cookie(diameter_mm=95.0, height_mm=9.0, rim_crisp=80.0, middle_soft=45.0, crust_l=58.0)
SMALL = Cookie(diameter_mm=72.0, height_mm=15.0, rim_crisp=25.0, middle_soft=90.0, crust_l=69.0)


@pytest.mark.parametrize("lock", LOCKS)
def test_what_is_locked_is_never_suggested(lock: str) -> None:
    trays = (Tray(2, "Dark sheet", Kit(tray_conductance=1.35)),)
    held = LOCKS[lock]
    for a in advice(Setting.of(DRAFT, CHEWY, Kit()), SMALL, (lock,), trays):
        assert not a.lever.key.startswith(held)
    left = {x.key for x in unlocked(levers(DRAFT, CHEWY, trays), (lock,))}
    assert left == {x.key for x in levers(DRAFT, CHEWY, trays) if not x.key.startswith(held)}


def test_an_unknown_lock_is_refused() -> None:
    with pytest.raises(KeyError):
        advice(Setting.of(DRAFT, CHEWY, Kit()), SMALL, ("moon",))


def test_every_effect_has_a_range_around_it_and_its_sum_is_the_forecast() -> None:
    now = forecast(bake_case(DRAFT, CHEWY, Kit())).cookie  # type: ignore[arg-type]
    for a in advice(Setting.of(DRAFT, CHEWY, Kit()), WIDE):
        for c in a.changes:
            assert c.low <= c.value <= c.high
            assert getattr(now, c.attribute.key) + c.value == pytest.approx(getattr(a.cookie, c.attribute.key))
        assert 1 <= a.bakes <= 9


def test_a_small_effect_takes_more_bakes_to_show() -> None:
    found = advice(Setting.of(DRAFT, CHEWY, Kit()), near(DRAFT, diameter_mm=9.0, height_mm=-1.5))
    clear = max(found, key=lambda a: max(abs(c.value) / c.attribute.step for c in a.changes))
    faint = min(found, key=lambda a: max(abs(c.value) / c.attribute.step for c in a.changes))
    assert clear.bakes < faint.bakes


def test_another_tray_of_the_kitchen_is_a_lever_with_its_own_forecast() -> None:
    target = forecast(bake_case(DRAFT, CHEWY, Kit(tray_conductance=1.6))).cookie  # type: ignore[arg-type]
    found = advice(Setting.of(DRAFT, CHEWY, Kit()), target, (), (Tray(7, "Dark sheet", Kit(tray_conductance=1.6)),))
    tray = next(a for a in found if a.lever.key == "tray:7")
    assert tray.edit == {"op": "process", "field": "tray_id", "value": 7}
    as_told = forecast(bake_case(tray.draft, CHEWY, Kit(tray_conductance=1.6)))  # type: ignore[arg-type]
    assert as_told.cookie == tray.cookie


@pytest.mark.parametrize("draft", [DRAFT, OPEN], ids=["said", "left open"])
def test_pairs_are_the_best_of_all_pairs_tried(draft: Draft) -> None:
    """Against trying every pair of the best singles at every size."""
    singles = advice(Setting.of(draft, CHEWY, Kit()), WIDE)
    found = pairs(Setting.of(draft, CHEWY, Kit()), WIDE, singles)
    assert found
    best = 99.0
    for a, b in itertools.combinations(singles[:PAIRED], 2):
        for one, other in itertools.product(PAIR_SHARES, PAIR_SHARES):
            sizes = [s * x.moves[0].size if x.lever.graded else 1.0 for s, x in ((one, a), (other, b))]
            try:
                changed = b.lever.apply(a.lever.apply(draft, sizes[0]), sizes[1])
            except ValueError:
                continue
            best = min(best, away(changed, WIDE))
    assert found[0].to_steps == pytest.approx(best, abs=0.02)
    assert all(len(p.moves) == 2 for p in found)
    assert found[0].to_steps < singles[0].to_steps
