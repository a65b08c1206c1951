"""A day solved: its plans on their lanes, what fights, what is left from now on."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from dough.counsel.swaps.day import Baked
from dough.counsel.swaps.day import day as order_of
from dough.facts.errors import EntryError, EntryErrors
from dough.plan import cp_sat
from dough.plan.day import Done, Said, explain, from_here, problem, span, without_hours
from dough.plan.schedule import HANDS, Answer, Lane, Placed, Problem
from dough.plan.steps import PlanStep, Steps, usual
from kitchen.documents.draft import DraftDoc
from kitchen.models import Plan
from kitchen.reading.hours import LocalDay, local_day
from kitchen.reading.plans import Worked, day_ask, done_of, free_of, worked_plan


@dataclass(frozen=True, slots=True)
class PlacedStep:
    """A step in its place: start and end as elapsed minutes of the day, as the clock on the wall shows them, and as
    moments; slack is how long it could slip without moving another. state: done, under way, or to come."""

    group: str
    dough: str
    step: str
    name: str
    kind: str
    start: int
    end: int
    starts: str
    ends: str
    starts_at: datetime
    ends_at: datetime
    slack: int
    lanes: list[str]
    low_min: float
    high_min: float
    source: str
    confidence: str
    pinned: bool
    state: str

    @property
    def hands_on(self) -> bool:
        """Whether somebody is busy with it."""
        return HANDS in self.lanes


@dataclass(frozen=True)
class Solved:
    """A day solved: the problem, its answer, the steps of each group, its lanes; what fights, where it can't all hold,
    and how late the plan shown instead is."""

    problem: Problem
    answer: Answer
    steps: dict[str, Steps]
    names: dict[str, str]
    lanes: tuple[Lane, ...]
    said: tuple[Said, ...]
    late_min: int
    states: dict[str, str]
    day: LocalDay

    @property
    def placed(self) -> list[PlacedStep]:
        """Every step in its place, in order of start."""
        known = {s.task.id: s for steps in self.steps.values() for s in steps.steps}
        return [self._placed(at, known.get(at.task)) for at in self.answer.placed]

    def _placed(self, at: Placed, s: PlanStep | None) -> PlacedStep:
        task = self.problem.task(at.task)
        here = self.day
        return PlacedStep(
            group=task.group, dough=self.names[task.group], step=at.task.split(":", 1)[1],
            name=s.name if s else usual()["clean"].name, kind=task.kind.value, start=at.start, end=at.end,
            starts=here.says(at.start), ends=here.says(at.end), starts_at=here.moment(at.start),
            ends_at=here.moment(at.end), slack=at.slack, lanes=[n.lane for n in task.needs],
            low_min=s.low_min if s else usual()["clean"].low, high_min=s.high_min if s else usual()["clean"].high,
            source=s.source if s else usual()["clean"].why, confidence=s.confidence if s else "L",
            pinned=task.at is not None and at.task not in self.states, state=self.states.get(at.task, "to come"),
        )  # fmt: skip

    @property
    def words(self) -> str:
        """The day in a sentence."""
        if not self.answer.placed:
            return "It can't be done like this: one of these has to give."
        first, last = self.answer.placed[0], max(p.end for p in self.answer.placed)
        hands = sum(p.end - p.start for p in self.answer.placed if self.problem.task(p.task).hands_on)
        said = f"From {self.day.says(first.start)} to {self.day.says(last)}, {span(hands)} of it with hands on."
        if self.late_min > 0:
            return f"{span(self.late_min)} late at best. {said}"
        return said if self.answer.optimal else f"{said} It may be up to {span(self.answer.off_by_min)} shorter."


def solve(problem_: Problem, steps: dict[str, Steps], names: dict[str, str], lanes: tuple[Lane, ...], day: LocalDay,
          now: int | None = None, done: tuple[Done, ...] = ()) -> Solved:  # fmt: skip
    """The best plan; where the hours can't be kept, what fights, and the plan that is ready as soon as can be."""
    states = {d.step: "done" if d.ended is not None else "under way" for d in done}
    asked = problem_ if now is None else from_here(problem_, now, done)
    answer = cp_sat.solve(asked, rest=now is not None)
    said: tuple[Said, ...] = ()
    late = 0
    if not answer.placed and asked.tasks:
        said = explain(asked, answer.fights, names, day.says)
        begin = now if now is not None else asked.goal.not_before
        soonest = without_hours(asked, begin if begin is not None else 0)
        other = cp_sat.solve(soonest, rest=True)
        if other.placed:
            ready = dict(asked.goal.ready)
            ends = {g: max(p.end for p in other.placed if asked.task(p.task).group == g) for g in ready}
            late = max((ends[g] - ready[g] for g in ready), default=0)
            answer, asked = other, soonest
    return Solved(asked, answer, steps, names, lanes, said, max(late, 0), states, day)


def solve_one(w: Worked, cooks: int, plan: Plan) -> Solved:
    """One dough's own day, as if it had the kitchen to itself."""
    return _solve([plan], [w], cooks, w.begin, w.day)


def solve_day(
    plans: list[Plan], cooks: int, begin: int | None, now: int | None
) -> tuple[Solved | None, dict[int, str]]:
    """All plans of a day together. Plans that can't be worked out are left out, with the reason by plan."""
    found: list[tuple[Plan, Worked]] = []
    wrong: dict[int, str] = {}
    for plan in plans:
        try:
            found.append((plan, worked_plan(plan)))
        except EntryErrors as errors:
            wrong[plan.pk] = errors.items[0].message
        except EntryError as error:
            wrong[plan.pk] = error.message
    if not found:
        return None, wrong
    begins = [w.begin for _, w in found if w.begin is not None]
    first = begin if begin is not None else (min(begins) if begins else None)
    return _solve([p for p, _ in found], [w for _, w in found], cooks, first, local_day(plans[0].on), now), wrong


def _solve(plans: list[Plan], found: list[Worked], cooks: int, begin: int | None, day: LocalDay,
           now: int | None = None) -> Solved:  # fmt: skip
    if begin is None and all(w.ready is None for w in found):
        begin = day.minute_of("08:00")
    ask = day_ask(plans, found, cooks, begin)
    asked = problem(ask)
    steps = {p.group: p.steps for p in ask.parts}
    names = {p.group: p.name for p in ask.parts}
    many = len(ask.parts) > 1
    for p in ask.parts:
        names |= {s.task.id: f"{s.name} ({p.name})" if many else s.name for s in p.steps.steps}
    done = tuple(d for plan in plans if now is not None and plan.pk for d in done_of(plan))
    return solve(asked, steps, names, ask.lanes, day, now, done)


def cautions(plans: list[Plan]) -> tuple[str, ...]:
    """What the order of the day carries over, by the allergens of its doughs."""
    if len(plans) < 2:
        return ()
    doughs = tuple(
        Baked(p.dough.name, DraftDoc.model_validate(p.dough.draft).to_core().formula, free_of(p.dough)) for p in plans
    )
    return order_of(doughs).cautions
