"""A dough's day: its steps follow its method, keep its rests, and a free-from dough comes first."""

from __future__ import annotations

from dataclasses import replace

import pytest

from dough.accounts.formula import Draft, Method, Place
from dough.draft.start import from_style_formula
from dough.facts.errors import EntryError
from dough.facts.styles import styles
from dough.plan.cooling import Cooling, cooling, tray_rest_min
from dough.plan.cp_sat import solve
from dough.plan.day import DayAsk, Done, Part, clock, explain, from_here, plan_day, problem, without_hours
from dough.plan.finishes import finish, finished, split_finishes
from dough.plan.kept import FORMS, due, from_frozen, use_by
from dough.plan.limits import mixings
from dough.plan.loads import loads
from dough.plan.schedule import Lane, broken
from dough.plan.steps import Change, Lanes, Setup, Steps, steps_of, with_change

LANES = (
    Lane("mixer:1", "mixer", 1), Lane("oven:1", "oven", 1, True, 0.12, 0.2), Lane("trays", "trays", 3),
    Lane("cold:1", "fridge", 6),
)  # fmt: skip


def draft(style: str = "chewy", **process: object) -> Draft:
    d, _ = from_style_formula(styles()[style])
    return replace(d, process=replace(d.process, **process))  # type: ignore[arg-type]


def setup(group: str = "a", **more: object) -> Setup:
    given: dict[str, object] = {
        "group": group, "name": group, "pieces": 24, "dough_g": 1100.0, "division": "scoop", "loads": loads(24, 9, 1),
        "lanes": Lanes("mixer:1", "oven:1", "trays", "cold:1", 20.0), "bake_min": 11.0, "oven_c": 180,
        "look_min": 9.0, "butter_min": 70.0, "butter_most_min": 95.0,
    }  # fmt: skip
    return Setup(**(given | more))  # type: ignore[arg-type]


def part(group: str, ready: int | None, d: Draft | None = None, **more: object) -> Part:
    free, holds = more.pop("free", frozenset()), more.pop("holds", frozenset())
    steps = steps_of(d or draft(), setup(group, **more))
    return Part(group, group, steps, ready, holds, free)  # type: ignore[arg-type]


def names(steps: Steps) -> list[str]:
    return [s.task.id.split(":")[1] for s in steps.steps]


def test_steps_follow_the_method() -> None:
    creamed = names(steps_of(draft(), setup()))
    assert creamed[:2] == ["butter_out", "butter"]
    assert "brown" not in creamed
    browned = names(steps_of(draft(method=Method.BROWNED_RESET), setup(set_min=40.0)))
    assert "butter" not in browned
    assert browned.index("brown") < browned.index("set") < browned.index("cream")
    assert [n for n in creamed if n.startswith("bake")] == ["bake_1", "bake_2", "bake_3"]


def test_rests_are_as_long_as_the_version_says_and_no_longer_than_they_keep() -> None:
    got = steps_of(draft(rest_h=24.0, rest_place=Place.FRIDGE), setup(rest_most_h=48.0))
    rest = next(s for s in got.steps if s.task.id == "a:rest")
    assert rest.task.minutes == 24 * 60
    after = next(g for g in got.gaps if g.before == "a:rest")
    assert after.most == 24 * 60


def test_a_plan_back_from_four_is_ready_at_four() -> None:
    ask = DayAsk((part("a", 960, draft(chill_h=1.0)),), LANES)
    got = plan_day(ask, solve)
    assert broken(problem(ask), {p.task: p.start for p in got.placed}) == ()
    assert max(p.end for p in got.placed) == 960
    assert got.of("a:chill").end - got.of("a:chill").start == 60
    assert got.of("a:bake_1").start >= got.of("a:preheat").end


def test_a_step_can_be_changed_pinned_and_left_out() -> None:
    base = setup()
    longer = steps_of(draft(), with_change(base, Change("shape", minutes=30.0)))
    shape = next(s for s in longer.steps if s.task.id == "a:shape")
    assert (shape.task.minutes, shape.source) == (30, "set by you")
    assert "look_1" not in names(steps_of(draft(), with_change(base, Change("look_1", out=True))))
    pinned = with_change(base, Change("weigh", at=700))
    got = plan_day(DayAsk((Part("a", "a", steps_of(draft(), pinned), 960),), LANES), solve)
    assert got.of("a:weigh").start == 700
    assert with_change(pinned, Change("weigh")).changes == ()
    with pytest.raises(EntryError, match="Leave it out"):
        steps_of(draft(), with_change(base, Change("shape", minutes=-5.0)))


def test_a_free_from_dough_is_shaped_before_the_other_is_weighed_with_cleaning_between() -> None:
    plain = part("plain", 960, free=frozenset({"Nu"}), loads=loads(9, 9, 1))
    nutty = part("nutty", 960, holds=frozenset({"Nu"}), loads=loads(9, 9, 1))
    got = plan_day(DayAsk((nutty, plain), LANES), solve)
    clean = got.of("plain:clean:nutty")
    assert got.of("plain:shape").end <= clean.start
    assert clean.end <= got.of("nutty:weigh").start
    with pytest.raises(EntryError, match="different days"):
        problem(DayAsk((replace(plain, holds=frozenset({"So"})), replace(nutty, free_of=frozenset({"So"}))), LANES))


def test_two_doughs_share_one_oven_and_one_pair_of_hands() -> None:
    ask = DayAsk((part("a", 960), part("b", 960, oven_c=170)), LANES)
    got = plan_day(ask, solve)
    assert broken(problem(ask), {p.task: p.start for p in got.placed}) == ()


def test_what_fights_is_said_in_words_with_what_it_gives() -> None:
    ask = problem(DayAsk((part("a", 960),), LANES, not_before=900))
    got = solve(ask)
    said = explain(ask, got.fights, {"a": "Softs"})
    assert {s.words for s in said} == {"nothing starts before 15:00", "Softs is to be ready at 16:00"}
    assert all(s.gives.endswith(("earlier", "later")) for s in said)


def test_late_by_a_quarter_of_an_hour_the_rest_is_planned_from_here() -> None:
    ask = problem(DayAsk((part("a", 960),), LANES))
    first = solve(ask)
    cream = first.of("a:cream")
    now = cream.start + 15
    done = tuple(Done(p.task, p.start, p.end) for p in first.placed if p.end <= cream.start)
    rest = from_here(ask, now, done)
    again = solve(rest)
    if not again.placed:
        assert any(f.constraint == "ready:a" for f in again.fights)
        again = solve(without_hours(rest, now))
    assert again.of("a:cream").start >= now
    for d in done:
        assert again.of(d.step).start == d.started
    assert max(p.end for p in again.placed) >= 960


def test_minutes_of_another_day_are_said() -> None:
    assert clock(960) == "16:00"
    assert clock(-60) == "23:00 the day before"
    with pytest.raises(EntryError, match="nothing to plan"):
        problem(DayAsk((), LANES))


def test_a_thick_piece_rests_longer_on_the_tray_and_cools_slower() -> None:
    assert tray_rest_min(6)[1] < tray_rest_min(12)[1] < tray_rest_min(24)[1]
    thin, thick = cooling(95, 6, 21), cooling(95, 20, 21)
    assert (thin.minutes_to(30) or 0) < (thick.minutes_to(30) or 0)
    assert thin.minutes_to(20) is None
    at = thin.minutes_to(50)
    assert at is not None
    assert thin.at(at) == pytest.approx(50, abs=0.1)


def test_half_of_a_twelve_millimetre_piece_is_gone_in_five_to_seven_minutes() -> None:
    on_rack = Cooling(95, 12, 21, 0.0)
    assert on_rack.at(6.2) == pytest.approx(21 + 37, abs=1.5)


def test_a_finish_goes_on_while_the_cookie_is_right_for_it() -> None:
    cool = cooling(95, 10, 21)
    hot = finished(finish("hot_sugar"), 24, 80, cool)
    assert hot.from_min is not None
    assert hot.until_min is not None
    assert cool.at(hot.from_min) == pytest.approx(95, abs=1)
    assert cool.at(hot.until_min) == pytest.approx(60, abs=1)
    dipped = finished(finish("dipped"), 4, 60, cool)
    assert dipped.work_with_g > dipped.all_g
    assert any("can't be worked with" in w for w in dipped.words)
    with pytest.raises(EntryError, match="24 are baked"):
        split_finishes(24, (("dipped", 20), ("dusted", 10)))


def test_the_strictest_part_decides_how_long_it_keeps() -> None:
    formula = draft().formula
    plain = use_by("baked", Place.COUNTER, formula, aw=0.35)
    filled = use_by("baked", Place.COUNTER, formula, aw=0.35, finishes=(finish("filled_cream"),))
    assert filled.hours < plain.hours
    assert "filled" in filled.because
    assert use_by("balls", Place.FRIDGE, formula, age_h=48).hours == use_by("balls", Place.FRIDGE, formula).hours - 48
    assert use_by("balls", Place.FREEZER, formula, age_h=200).hours == 0
    for form in FORMS:
        assert use_by(form, Place.FREEZER, formula).hours >= use_by(form, Place.COUNTER, formula).hours
    with pytest.raises(EntryError):
        use_by("soup", Place.FRIDGE, formula)


def test_from_the_freezer_takes_longer_and_spreads_less() -> None:
    from dough.bake.contract import BakeCase
    from dough.bake.draft_setting import Setting

    case = Setting.of(draft(), styles()["chewy"]).case()
    assert isinstance(case, BakeCase)
    got = from_frozen(case)
    assert 1.5 <= got.minutes_more <= 5.0
    assert -9.0 <= got.width_pct <= -3.0


def test_what_falls_due_is_said() -> None:
    assert [due(h).state for h in (-5, 5, 50, 500)] == ["over", "today", "soon", "well"]


def test_more_dough_than_the_bowl_takes_is_mixed_in_even_bowls() -> None:
    got = mixings(3000, None, 300, 1600)
    assert (got.count, got.each_g) == (2, 1500)
    assert mixings(200, None, 300, 1600).words[0].startswith("200 g are less")
    assert mixings(200, None, None, None).count == 1
