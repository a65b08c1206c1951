"""The constraint solver behind ``dough.plan.schedule``: OR-Tools CP-SAT, one worker, a fixed seed, bounded by work done
and not by the clock, so that the same day gets the same plan.

Backwards from when things are to be ready the plan is as short as it can be and ends on time; forwards it ends as soon
as it can. What can wait is put where it waits least.
"""

from __future__ import annotations

from dataclasses import replace
from itertools import combinations
from typing import Any

from dough.plan.schedule import (
    EARLIEST,
    LATEST,
    Answer,
    Fight,
    Gap,
    Goal,
    Kind,
    Lane,
    Placed,
    Problem,
    Task,
    change_min,
)

#: Work the solver may do, in its own deterministic units (one is some six seconds here): for a plan, for what is
#: left of a day, for each look at a conflict; and how much more before it is said that nothing holds.
WORK, REST_WORK, LOOK_WORK, HARD = 0.22, 0.10, 0.10, 6.0
MOST_TASKS = 400


def solve(problem: Problem, *, rest: bool = False) -> Answer:
    """The best plan, or which constraints fight. rest: what is left of a day that has begun, wanted sooner and
    looked at less long. Raises ValueError past ``MOST_TASKS``."""
    if len(problem.tasks) > MOST_TASKS:
        raise ValueError(f"a day of {len(problem.tasks)} steps is more than can be planned at once")
    if not problem.tasks:
        return Answer((), True, 0)
    work = REST_WORK if rest else WORK
    # A plan that is hard to find is no conflict: only what was proved, or long looked for, is.
    found = _run(problem, work) or _run(problem, HARD * work, "any")
    if found is None:
        return Answer((), False, 0, fights(problem))
    starts, optimal, off = found
    return Answer(_placed(problem, _settled(problem, starts)), optimal, off)


def _settled(problem: Problem, starts: dict[str, int]) -> dict[str, int]:
    """The same plan with what can wait put where it waits least: steps slip as far as nothing else has to move, the
    last first. Forwards only those that are better late do."""
    found = dict(starts)
    for t in sorted(problem.tasks, key=lambda t: -starts[t.id]):
        if problem.goal.backwards or t.late or t.kind is Kind.WAIT:
            found[t.id] += _slack(problem, t, found)
    return found


def _run(problem: Problem, work: float, aim: str = "span") -> tuple[dict[str, int], bool, int] | None:
    """Starts by task, whether they are the best, and how far the span may be off; None where nothing holds. aim is
    what is made least: the span, or ``any`` for whatever holds."""
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    starts = _variables(model, problem)
    _gaps(model, problem, starts)
    for lane in problem.lanes:
        _lane(model, problem, lane, starts)
    _closed(model, problem, starts)
    span = _aim(model, problem, starts) if aim == "span" else None
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 7
    solver.parameters.max_deterministic_time = work
    status = solver.solve(model)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None
    off = 0
    if span is not None:
        off = int(max(solver.objective_value - solver.best_objective_bound, 0.0))
    return {k: solver.value(v) for k, v in starts.items()}, status == cp_model.OPTIMAL, off


def _variables(model: Any, problem: Problem) -> dict[str, Any]:
    ready = dict(problem.goal.ready)
    tied = _tied(problem)
    starts: dict[str, Any] = {}
    bounds: list[tuple[str, int, int]] = []
    for t in problem.tasks:
        low = EARLIEST if t.not_before is None else t.not_before
        if problem.goal.not_before is not None and t.at is None:
            low = max(low, problem.goal.not_before)
        high = LATEST if t.not_after is None else t.not_after - t.minutes
        if t.group in ready:
            high = min(high, ready[t.group] - t.minutes)
        if t.at is not None:
            low, high = max(low, t.at), min(high, t.at)
        if t.id in tied:
            first, by = tied[t.id]
            bounds.append((first, low - by, high - by))
        elif low > high:
            # Nothing fits: said to the model as such, so that the conflict is looked into in one place.
            starts[t.id] = model.new_int_var(low, low, t.id)
            model.add_bool_or([])
        else:
            starts[t.id] = model.new_int_var(low, high, t.id)
    for first, low, high in bounds:
        model.add_linear_constraint(starts[first], low, high) if low <= high else model.add_bool_or([])
    return starts | {ident: starts[first] + by for ident, (first, by) in tied.items()}


def _tied(problem: Problem) -> dict[str, tuple[str, int]]:
    """Steps that follow another at a fixed distance: the first of each chain, and minutes from its start."""
    minutes = {t.id: t.minutes for t in problem.tasks}
    fixed = {g.after: (g.before, minutes[g.before] + g.least) for g in problem.gaps if g.least == g.most}
    found = {}
    for ident in fixed:
        at, by, seen = ident, 0, {ident}
        while at in fixed:
            at, step = fixed[at]
            by += step
            if at in seen:
                return {}
            seen.add(at)
        found[ident] = (at, by)
    return found


def _gaps(model: Any, problem: Problem, starts: dict[str, Any]) -> None:
    minutes = {t.id: t.minutes for t in problem.tasks}
    for g in problem.gaps:
        gap = starts[g.after] - starts[g.before] - minutes[g.before]
        model.add(gap >= g.least)
        if g.most is not None:
            model.add(gap <= g.most)


def _lane(model: Any, problem: Problem, lane: Lane, starts: dict[str, Any]) -> None:
    uses = [(t, n) for t in problem.tasks for n in t.needs if n.lane == lane.id and t.minutes + n.held_min > 0]
    if not uses:
        return
    spans = [
        model.new_fixed_size_interval_var(starts[t.id], t.minutes + n.held_min, f"{t.id} on {lane.id}") for t, n in uses
    ]
    model.add_cumulative(spans, [n.amount for _, n in uses], lane.capacity)
    if not lane.state_lane:
        return
    for (i, (one, held)), (j, (other, other_held)) in combinations(enumerate(uses), 2):
        if one.state == other.state or one.state is None or other.state is None:
            continue
        first = model.new_bool_var(f"{lane.id} {i} before {j}")
        to = change_min(lane, one.state, other.state)
        back = change_min(lane, other.state, one.state)
        model.add(starts[other.id] >= starts[one.id] + one.minutes + held.held_min + to).only_enforce_if(first)
        model.add(starts[one.id] >= starts[other.id] + other.minutes + other_held.held_min + back).only_enforce_if(
            first.negated()
        )


def _closed(model: Any, problem: Problem, starts: dict[str, Any]) -> None:
    for n, (a, b) in enumerate(problem.closed):
        for t in problem.tasks:
            if not t.hands_on or t.minutes == 0:
                continue
            before = model.new_bool_var(f"{t.id} before night {n}")
            model.add(starts[t.id] + t.minutes <= a).only_enforce_if(before)
            model.add(starts[t.id] >= b).only_enforce_if(before.negated())


def _aim(model: Any, problem: Problem, starts: dict[str, Any]) -> Any:
    """Shortest span for each group, and then what waits put where it waits least."""
    terms = []
    goal = problem.goal
    for group in sorted({t.group for t in problem.tasks}):
        mine = [t for t in problem.tasks if t.group == group]
        end = model.new_int_var(EARLIEST, LATEST, f"end of {group}")
        model.add_max_equality(end, [starts[t.id] + t.minutes for t in mine])
        busy = [t for t in mine if t.hands_on] or mine
        begin = model.new_int_var(EARLIEST, LATEST, f"begin of {group}")
        model.add_min_equality(begin, [starts[t.id] for t in busy])
        # Back from the hour: as late a start as can be, and no cookie ready long before it. Forward: ready soonest.
        terms.append(-begin - end if goal.backwards else end)
    whole = sum(terms)
    model.minimize(whole)
    return whole


def _placed(problem: Problem, starts: dict[str, int]) -> tuple[Placed, ...]:
    found = [Placed(t.id, starts[t.id], starts[t.id] + t.minutes, _slack(problem, t, starts)) for t in problem.tasks]
    return tuple(sorted(found, key=lambda p: (p.start, p.end, p.task)))


def _slack(problem: Problem, t: Task, starts: dict[str, int]) -> int:
    """How long a task could slip with everything else where it is."""
    minutes = {x.id: x.minutes for x in problem.tasks}
    end = starts[t.id] + t.minutes
    room = LATEST
    if t.at is not None:
        return 0
    if t.not_after is not None:
        room = min(room, t.not_after - end)
    for group, ready in problem.goal.ready:
        if group == t.group:
            room = min(room, ready - end)
    for g in problem.gaps:
        if g.before == t.id:
            room = min(room, starts[g.after] - end - g.least)
        if g.after == t.id and g.most is not None:
            room = min(room, starts[g.before] + minutes[g.before] + g.most - starts[t.id])
    for lane in problem.lanes:
        for need in (n for n in t.needs if n.lane == lane.id):
            room = min(room, _lane_room(problem, lane, t, need.amount, need.held_min, starts))
    if t.hands_on:
        for a, _ in problem.closed:
            if end <= a:
                room = min(room, a - end)
    if room >= LATEST:
        # Nothing follows: a plan's last step may slip as long as its dough keeps, which is said elsewhere.
        return 0
    return max(room, 0)


def _lane_room(problem: Problem, lane: Lane, t: Task, amount: int, held: int, starts: dict[str, int]) -> int:
    """How far a use of a lane can slip until the others leave too little of it, or the oven has to change."""
    end = starts[t.id] + t.minutes + held
    others = [
        (starts[o.id], starts[o.id] + o.minutes + n.held_min, n.amount, o)
        for o in problem.tasks
        if o.id != t.id
        for n in o.needs
        if n.lane == lane.id and o.minutes + n.held_min > 0
    ]
    room = LATEST
    for begin, _, _, other in others:
        if begin < end:
            continue
        wait = change_min(lane, t.state, other.state) if lane.state_lane and t.state != other.state else None
        taken = sum(n for b, e, n, _ in others if b <= begin < e)
        if wait is not None or taken + amount > lane.capacity:
            room = min(room, begin - end - (wait or 0))
    return room


#: Constraints that can be let go of, and how far each is searched.
MORE = 3


def fights(problem: Problem) -> tuple[Fight, ...]:
    """The fewest constraints that can't all hold, each with what it would have to give for the rest to hold.

    Constraints are taken out one by one; what can go without a plan coming to be is no part of the fight.
    """
    kept = list(_constraints(problem))
    if _run(_without(problem, set(kept)), LOOK_WORK, "any") is None:
        return (Fight("steps", None),)
    gone: set[str] = set()
    for name in list(kept):
        if _run(_without(problem, gone | {name}), LOOK_WORK, "any") is None:
            gone.add(name)
    fighting = [k for k in kept if k not in gone]
    # Several fights may be going on at once: what one side gives is told for this one alone.
    alone = _without(problem, gone)
    return tuple(Fight(name, _gives(alone, name)) for name in fighting)


def _constraints(problem: Problem) -> tuple[str, ...]:
    """Names of what can be let go of, the most likely cause last so that it stays in the fight."""
    pins = [f"pin:{t.id}" for t in problem.tasks if t.at is not None]
    bounds = [f"bound:{t.id}" for t in problem.tasks if t.not_before is not None or t.not_after is not None]
    most = [f"most:{g.before}:{g.after}" for g in problem.gaps if g.most is not None]
    lanes = [f"lane:{lane.id}" for lane in problem.lanes]
    night = ["night"] if problem.closed else []
    begin = ["begin"] if problem.goal.not_before is not None else []
    ready = [f"ready:{group}" for group, _ in problem.goal.ready]
    return (*most, *bounds, *lanes, *night, *pins, *begin, *ready)


def _without(problem: Problem, names: set[str]) -> Problem:
    """The same with some constraints let go of."""
    tasks = tuple(
        replace(
            t,
            at=None if f"pin:{t.id}" in names else t.at,
            not_before=None if f"bound:{t.id}" in names else t.not_before,
            not_after=None if f"bound:{t.id}" in names else t.not_after,
        )
        for t in problem.tasks
    )
    gaps = tuple(replace(g, most=None) if f"most:{g.before}:{g.after}" in names else g for g in problem.gaps)
    lanes = tuple(
        replace(x, capacity=10_000, state_lane=False) if f"lane:{x.id}" in names else x for x in problem.lanes
    )
    goal = Goal(
        tuple((g, at) for g, at in problem.goal.ready if f"ready:{g}" not in names),
        None if "begin" in names else problem.goal.not_before,
    )
    return Problem(tasks, lanes, gaps, goal, () if "night" in names else problem.closed)


def _gives(problem: Problem, name: str) -> int | None:
    """The least a constraint gives so that the rest hold: minutes later, earlier, longer, or how many more of a
    lane."""
    what, _, ident = name.partition(":")
    if what == "lane":
        for more in range(1, MORE + 1):
            lanes = tuple(replace(x, capacity=x.capacity + more) if x.id == ident else x for x in problem.lanes)
            if _run(replace_lanes(problem, lanes), LOOK_WORK, "any") is not None:
                return more
        return None
    low, high = 1, 16 * 60
    if _run(_given(problem, name, high), LOOK_WORK, "any") is None:
        return None
    while low < high:
        middle = (low + high) // 2
        if _run(_given(problem, name, middle), LOOK_WORK, "any") is None:
            low = middle + 1
        else:
            high = middle
    return low


def replace_lanes(problem: Problem, lanes: tuple[Lane, ...]) -> Problem:
    return Problem(problem.tasks, lanes, problem.gaps, problem.goal, problem.closed)


def _given(problem: Problem, name: str, minutes: int) -> Problem:
    what, _, ident = name.partition(":")
    tasks, gaps, goal, closed = problem.tasks, problem.gaps, problem.goal, problem.closed
    if what == "ready":
        goal = replace(goal, ready=tuple((g, at + minutes if g == ident else at) for g, at in goal.ready))
    elif what == "begin":
        goal = replace(goal, not_before=(goal.not_before or 0) - minutes)
    elif what == "night":
        closed = tuple((a + minutes, b) for a, b in closed if a + minutes < b)
    elif what == "pin":
        tasks = tuple(
            replace(t, at=None, not_before=(t.at or 0) - minutes, not_after=(t.at or 0) + t.minutes + minutes)
            if t.id == ident else t
            for t in tasks
        )  # fmt: skip
    elif what == "bound":
        tasks = tuple(
            replace(
                t, not_before=None if t.not_before is None else t.not_before - minutes,
                not_after=None if t.not_after is None else t.not_after + minutes,
            ) if t.id == ident else t
            for t in tasks
        )  # fmt: skip
    elif what == "most":
        gaps = tuple(
            Gap(g.before, g.after, g.least, g.most + minutes)
            if g.most is not None and f"{g.before}:{g.after}" == ident else g
            for g in gaps
        )  # fmt: skip
    return Problem(tasks, problem.lanes, gaps, goal, closed)
