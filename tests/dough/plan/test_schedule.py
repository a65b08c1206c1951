"""Days on lanes: as short as trying every order, nothing twice on a lane, every bound kept, conflicts named."""

from __future__ import annotations

import itertools

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.plan.cp_sat import solve
from dough.plan.schedule import HANDS, Gap, Goal, Kind, Lane, Need, Problem, Task, broken

OVEN = Lane("oven", "oven", 1, state_lane=True, up_min_per_k=0.1, down_min_per_k=0.2)


@st.composite
def days(draw: st.DrawFn) -> Problem:
    """Five tasks on three lanes, some after others."""
    lanes = (Lane(HANDS, "hands", 1), Lane("mixer", "mixer", 1), OVEN)
    tasks = tuple(
        Task(
            f"t{n}", "g", Kind.HANDS, draw(st.integers(1, 12)),
            (Need(draw(st.sampled_from([HANDS, "mixer", "oven"]))),),
            state=draw(st.sampled_from([160, 180])),
        )
        for n in range(5)
    )  # fmt: skip
    gaps = tuple(
        Gap(f"t{a}", f"t{b}", draw(st.integers(0, 6)), None)
        for a, b in itertools.combinations(range(5), 2)
        if draw(st.booleans()) and draw(st.booleans())
    )
    return Problem(tasks, lanes, gaps, Goal((), 0))


def by_trying(problem: Problem) -> int:
    """The shortest end over every order, each task as early as what was placed before allows."""
    best = 10**9
    for order in itertools.permutations(problem.tasks):
        starts: dict[str, int] = {}
        for t in order:
            if any(g.after == t.id and g.before not in starts for g in problem.gaps):
                break
            at = 0
            while True:
                trial = {**starts, t.id: at}
                tasks = tuple(x for x in problem.tasks if x.id in trial)
                gaps = tuple(g for g in problem.gaps if g.before in trial and g.after in trial)
                if not broken(Problem(tasks, problem.lanes, gaps, problem.goal), trial):
                    break
                at += 1
            starts[t.id] = at
        else:
            best = min(best, max(starts[t.id] + t.minutes for t in problem.tasks))
    return best


@settings(max_examples=12, deadline=None)
@given(problem=days())
def test_a_day_of_five_tasks_is_as_short_as_trying_every_order(problem: Problem) -> None:
    got = solve(problem)
    assert got.optimal
    starts = {p.task: p.start for p in got.placed}
    assert broken(problem, starts) == ()
    assert max(p.end for p in got.placed) == by_trying(problem)


@settings(max_examples=25, deadline=None)
@given(problem=days(), ready=st.integers(60, 300))
def test_back_from_an_hour_ends_on_it_and_slack_is_true(problem: Problem, ready: int) -> None:
    back = Problem(problem.tasks, problem.lanes, problem.gaps, Goal((("g", ready),), None))
    got = solve(back)
    starts = {p.task: p.start for p in got.placed}
    assert broken(back, starts) == ()
    assert max(p.end for p in got.placed) == ready
    for p in got.placed:
        assert broken(back, {**starts, p.task: p.start + p.slack}) == ()


def _two(**more: object) -> Problem:
    tasks = (
        Task("mix", "a", Kind.HANDS, 30, (Need(HANDS),)),
        Task("bake", "a", Kind.MACHINE, 20, (Need("oven"),), 180),
    )
    given: dict[str, object] = {"gaps": (Gap("mix", "bake", 60),), "goal": Goal((("a", 200),), None), "closed": ()}
    given.update(more)
    return Problem(tasks, (Lane(HANDS, "hands", 1), OVEN), **given)  # type: ignore[arg-type]


def test_what_cannot_be_met_names_what_fights_and_what_each_would_give() -> None:
    got = solve(_two(goal=Goal((("a", 200),), 150)))
    assert got.placed == ()
    assert {f.constraint: f.gives for f in got.fights} == {"begin": 60, "ready:a": 60}
    eased = solve(_two(goal=Goal((("a", 200),), 90)))
    assert eased.placed


def test_no_hands_at_night_and_the_machine_may_go_on() -> None:
    got = solve(_two(closed=((100, 160),), gaps=(Gap("mix", "bake", 0, 0),), goal=Goal((("a", 170),), None)))
    assert got.of("mix").end <= 100
    assert got.of("bake").start == got.of("mix").end


def test_an_oven_is_not_at_two_temperatures_and_takes_time_between() -> None:
    tasks = (
        Task("hot", "a", Kind.MACHINE, 10, (Need("oven"),), 220),
        Task("cool", "b", Kind.MACHINE, 10, (Need("oven"),), 160),
    )
    got = solve(Problem(tasks, (OVEN,), (), Goal((), 0)))
    first, second = sorted(got.placed, key=lambda p: p.start)
    assert first.task == "cool"
    assert second.start - first.end == 6
    assert max(p.end for p in got.placed) == 26


def test_the_same_day_gets_the_same_plan() -> None:
    problem = _two()
    assert solve(problem) == solve(problem)
    assert solve(Problem((), ())).optimal


def test_too_many_steps_are_refused() -> None:
    tasks = tuple(Task(f"t{n}", "a", Kind.WAIT, 1) for n in range(500))
    with pytest.raises(ValueError, match="more than can be planned"):
        solve(Problem(tasks, ()))
