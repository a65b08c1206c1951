"""Two levers as a map: its lines lie where the forecast says, and its words say where the target is met."""

from __future__ import annotations

import pytest

from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.counsel.next_steps.what_if import POINTS, WhatIf, what_if
from dough.draft import edit
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role
from dough.judgement.distance import compare
from tests.dough.counsel.next_steps.test_pairs import CHEWY, DRAFT
from tests.dough.counsel.next_steps.test_ranking import near

SETTING = Setting.of(DRAFT, CHEWY, Kit())
SUGAR, MINUTES = "role:sugar", "process:minutes"
OFF = near(DRAFT, crust_l=-4.0, diameter_mm=2.0)


def mapped(target: Cookie, across: str = SUGAR, up: str = MINUTES) -> WhatIf:
    found = what_if(SETTING, target, across, up)
    assert found is not None
    return found


def distance_at(sugar: float, minutes: float, target: Cookie) -> float:
    draft = edit.set_process(edit.set_role_percent(DRAFT, Role.SUGAR, sugar), "minutes", minutes)
    cookie = SETTING.with_draft(draft).cookie()
    assert cookie is not None
    found = compare(cookie, target).rms_steps
    assert found is not None
    return found


def test_a_line_lies_where_the_forecast_is_so_far_from_the_target() -> None:
    found = mapped(OFF)
    assert found.lines
    for line in found.lines:
        for sugar, minutes in line.points[:: max(len(line.points) // 3, 1)]:
            assert distance_at(sugar, minutes, OFF) == pytest.approx(line.level, abs=0.15)


def test_the_nearest_place_is_the_least_of_the_map_and_can_be_tried() -> None:
    found = mapped(OFF)
    assert found.best_distance == pytest.approx(distance_at(*found.best, OFF), abs=0.05)
    assert found.best_distance <= distance_at(found.across.now, found.up.now, OFF) + 1e-9
    cookie = SETTING.with_draft(found.best_draft).cookie()
    assert cookie is not None
    assert compare(cookie, OFF).rms_steps == pytest.approx(found.best_distance)


def test_on_target_the_region_holds_the_draft_and_words_say_its_span() -> None:
    found = mapped(near(DRAFT))
    assert found.met
    edge = [p for line in found.met for p in line.points]
    assert min(p[0] for p in edge) <= found.across.now <= max(p[0] for p in edge)
    assert found.words.startswith("The whole target is met inside the line: within sugar ")
    assert "minutes" in found.words


def test_a_region_that_runs_out_of_the_map_is_closed_along_its_edge() -> None:
    # Nothing is wished but a bite that much of the map has.
    now = SETTING.cookie()
    assert now is not None
    found = mapped(Cookie(bite_chewy=now.bite_chewy), "process:oven_c", MINUTES)
    for line in found.met:
        assert line.points[0] == pytest.approx(line.points[-1])
        for a, b in line.points:
            assert found.across.values[0] <= a <= found.across.values[-1]
            assert found.up.values[0] <= b <= found.up.values[-1]
    edge = [p for line in found.met for p in line.points]
    assert any(a in (found.across.values[0], found.across.values[-1]) for a, _ in edge)


def test_where_nothing_meets_it_the_nearest_place_is_named() -> None:
    found = mapped(Cookie(diameter_mm=150.0))
    assert found.met == ()
    assert found.words.startswith("Nowhere on this map")


def test_baked_versions_stand_on_it_and_axes_go_low_to_high() -> None:
    sweeter = edit.set_role_percent(DRAFT, Role.SUGAR, 95.0)
    found = what_if(SETTING, OFF, SUGAR, MINUTES, [DRAFT, sweeter])
    assert found is not None
    assert found.baked[0] == pytest.approx((found.across.now, found.up.now))
    assert found.baked[1][0] == pytest.approx(95.0, abs=0.1)
    for axis in (found.across, found.up):
        assert len(axis.values) == POINTS
        assert list(axis.values) == sorted(axis.values)


def test_levers_it_has_not_are_refused_and_without_a_target_there_is_no_map() -> None:
    for across, up in ((SUGAR, SUGAR), ("role:moon", MINUTES), ("method:melted", MINUTES)):
        with pytest.raises(EntryError):
            what_if(SETTING, OFF, across, up)
    assert what_if(SETTING, Cookie(), SUGAR, MINUTES) is None
