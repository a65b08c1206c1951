"""A day as tasks on lanes: what a solver is asked and what it answers. Whole minutes from midnight of the day; the
evening before is negative. The craft is in ``dough.plan.steps``; this knows only tasks, lanes and bounds.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from enum import StrEnum

#: As far as a plan reaches either side of its day's midnight, minutes.
EARLIEST, LATEST = -14 * 1440, 3 * 1440


class Kind(StrEnum):
    """Hands are on it, a machine is, or it waits."""

    HANDS = "hands"
    MACHINE = "machine"
    WAIT = "wait"


@dataclass(frozen=True, slots=True)
class Need:
    """So much of a lane for as long as a task takes; held_min longer (a tray that cools, a bowl that is washed)."""

    lane: str
    amount: int = 1
    held_min: int = 0


@dataclass(frozen=True, slots=True)
class Lane:
    """Something there is so much of. state_lane: only tasks of one state (an oven's °C) run at once, and going from one
    to another takes up_min_per_k or down_min_per_k for each kelvin."""

    id: str
    name: str
    capacity: int
    state_lane: bool = False
    up_min_per_k: float = 0.0
    down_min_per_k: float = 0.0


@dataclass(frozen=True, slots=True)
class Task:
    """One step. minutes is how long it takes; state is what its state lane has to be in; not_before and not_after bound
    its start and its end; at pins its start. group is the dough it belongs to. late: rather later than sooner, where
    nothing else decides (butter out, preheating)."""

    id: str
    group: str
    kind: Kind
    minutes: int
    needs: tuple[Need, ...] = ()
    state: int | None = None
    not_before: int | None = None
    not_after: int | None = None
    at: int | None = None
    late: bool = False

    @property
    def hands_on(self) -> bool:
        return any(n.lane == HANDS for n in self.needs)


HANDS = "hands"


@dataclass(frozen=True, slots=True)
class Gap:
    """From the end of one task to the start of another: at least, and at most (None: as long as one likes)."""

    before: str
    after: str
    least: int = 0
    most: int | None = None


@dataclass(frozen=True, slots=True)
class Goal:
    """Back from when each group is to be ready (group, minute), or forward from a minute as soon as can be."""

    ready: tuple[tuple[str, int], ...] = ()
    not_before: int | None = None

    @property
    def backwards(self) -> bool:
        return bool(self.ready)


@dataclass(frozen=True)
class Problem:
    """Everything a day asks for. closed are spans in which no hands are at work (nights)."""

    tasks: tuple[Task, ...]
    lanes: tuple[Lane, ...]
    gaps: tuple[Gap, ...] = ()
    goal: Goal = field(default_factory=Goal)
    closed: tuple[tuple[int, int], ...] = ()

    def task(self, ident: str) -> Task:
        return next(t for t in self.tasks if t.id == ident)


@dataclass(frozen=True, slots=True)
class Placed:
    """A task with its start and end, and how long it could slip without moving another (None: it can't)."""

    task: str
    start: int
    end: int
    slack: int


@dataclass(frozen=True, slots=True)
class Fight:
    """One constraint of those that can't all hold: its id, and what it would have to give, in minutes or pieces, for
    the rest to hold (None: no amount does)."""

    constraint: str
    gives: int | None


@dataclass(frozen=True, slots=True)
class Answer:
    """placed in order of start; optimal, or how far at most it may be from the best, minutes of span; where nothing
    holds, placed is empty and fights names the constraints that can't all hold."""

    placed: tuple[Placed, ...]
    optimal: bool
    off_by_min: int
    fights: tuple[Fight, ...] = ()

    def of(self, ident: str) -> Placed:
        return next(p for p in self.placed if p.task == ident)


Solver = Callable[[Problem], Answer]


def broken(problem: Problem, starts: dict[str, int]) -> tuple[str, ...]:
    """What of a problem a set of starts breaks, in words; empty where all holds. Written apart from any solver, so that
    either can be held against the other."""
    found: list[str] = []
    ends = {t.id: starts[t.id] + t.minutes for t in problem.tasks}
    for t in problem.tasks:
        s = starts[t.id]
        if t.not_before is not None and s < t.not_before:
            found.append(f"{t.id} starts too early")
        if t.not_after is not None and ends[t.id] > t.not_after:
            found.append(f"{t.id} ends too late")
        if t.at is not None and s != t.at:
            found.append(f"{t.id} is not where it is pinned")
        if t.hands_on and t.minutes and any(s < b and ends[t.id] > a for a, b in problem.closed):
            found.append(f"{t.id} is in a closed hour")
        if problem.goal.not_before is not None and s < problem.goal.not_before and t.at is None:
            found.append(f"{t.id} starts before the day does")
    for g in problem.gaps:
        gap = starts[g.after] - ends[g.before]
        if gap < g.least or (g.most is not None and gap > g.most):
            found.append(f"{gap} min between {g.before} and {g.after}")
    for group, ready in problem.goal.ready:
        if any(ends[t.id] > ready for t in problem.tasks if t.group == group):
            found.append(f"{group} is not ready")
    for lane in problem.lanes:
        found += _lane(problem, lane, starts)
    return tuple(found)


def _lane(problem: Problem, lane: Lane, starts: dict[str, int]) -> list[str]:
    uses = [
        (starts[t.id], starts[t.id] + t.minutes + n.held_min, n.amount, t)
        for t in problem.tasks
        for n in t.needs
        if n.lane == lane.id and t.minutes + n.held_min > 0
    ]
    found = []
    for at in sorted({u[0] for u in uses}):
        there = [u for u in uses if u[0] <= at < u[1]]
        if sum(u[2] for u in there) > lane.capacity:
            found.append(f"{lane.id} holds {sum(u[2] for u in there)} of {lane.capacity} at {at}")
    if lane.state_lane:
        ordered = sorted(uses, key=lambda u: (u[0], u[1]))
        for i, (_, end, _, one) in enumerate(ordered):
            for start, _, _, other in ordered[i + 1 :]:
                if one.state != other.state and start < end + change_min(lane, one.state, other.state):
                    found.append(f"{lane.id} changes from {one.state} to {other.state} too fast")
    return found


def change_min(lane: Lane, before: int | None, after: int | None) -> int:
    """Minutes for a state lane to go from one state to another."""
    if before is None or after is None or before == after:
        return 0
    step = after - before
    per_k = lane.up_min_per_k if step > 0 else lane.down_min_per_k
    return round(abs(step) * per_k + 0.499)
