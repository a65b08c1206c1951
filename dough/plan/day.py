"""Several doughs and their lanes as one problem: cooks, mixers, ovens, trays and cold, free-from doughs first, nights
closed; and what a conflict means, in words a cook can act on.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from dough.facts.errors import EntryError
from dough.plan.schedule import HANDS, Answer, Fight, Gap, Goal, Kind, Lane, Need, Problem, Solver, Task
from dough.plan.steps import Steps, usual

#: An oven heats up and cools down by so many minutes a kelvin where nobody has said (door closed 4 to 6 K/min; M).
UP_MIN_PER_K, DOWN_MIN_PER_K = 0.12, 0.20
MOST_DOUGHS = 12
NIGHT = (22 * 60, 6 * 60)


@dataclass(frozen=True, slots=True)
class Part:
    """One dough of the day: its group, name, steps, when it is to be ready (minutes; None: as soon as can be), what it
    holds and what it has to be free of (allergen codes)."""

    group: str
    name: str
    steps: Steps
    ready: int | None
    holds: frozenset[str] = frozenset()
    free_of: frozenset[str] = frozenset()


@dataclass(frozen=True)
class DayAsk:
    """A day: its doughs, its lanes, cooks, minutes of evening and morning between which no hands are at work (None: no
    night), how many days around it are looked at, and the minute it may begin."""

    parts: tuple[Part, ...]
    lanes: tuple[Lane, ...]
    cooks: int = 1
    night: tuple[int, int] | None = NIGHT
    not_before: int | None = None
    days_before: int = 4


def problem(ask: DayAsk) -> Problem:
    """The day as tasks on lanes. Raises EntryError for a day that is empty or too full."""
    if not ask.parts:
        raise EntryError("day", "There is nothing to plan yet: put a dough on this day.")
    if len(ask.parts) > MOST_DOUGHS:
        raise EntryError("day", f"A day holds up to {MOST_DOUGHS} doughs.")
    if not 1 <= ask.cooks <= 20:
        raise EntryError("cooks", "One to 20 cooks.")
    tasks = [s.task for p in ask.parts for s in p.steps.steps]
    gaps = [g for p in ask.parts for g in p.steps.gaps]
    clean, order = _free_first(ask.parts)
    ready = tuple((p.group, p.ready) for p in ask.parts if p.ready is not None)
    if ready and len(ready) < len(ask.parts):
        # A dough without an hour of its own is ready with the last of the others.
        last = max(at for _, at in ready)
        ready += tuple((p.group, last) for p in ask.parts if p.ready is None)
    return Problem(
        (*tasks, *clean), (Lane(HANDS, "hands", ask.cooks), *ask.lanes), (*gaps, *order),
        Goal(ready, ask.not_before), _nights(ask),
    )  # fmt: skip


def _nights(ask: DayAsk) -> tuple[tuple[int, int], ...]:
    if ask.night is None:
        return ()
    evening, morning = ask.night
    if evening == morning:
        return ()
    over = 1440 if evening > morning else 0
    return tuple((d * 1440 + evening - over, d * 1440 + morning) for d in range(-ask.days_before, 3))


def must_come_first(one: Part, other: Part) -> bool:
    """Whether one has to be made before the other: the other brings what the one must be free of."""
    return bool(one.free_of & other.holds)


def _free_first(parts: tuple[Part, ...]) -> tuple[list[Task], list[Gap]]:
    """What must be free of something is mixed and shaped before what brings it is weighed, with cleaning between."""
    clean: list[Task] = []
    gaps: list[Gap] = []
    for one in parts:
        for other in parts:
            if one is other or not must_come_first(one, other):
                continue
            if must_come_first(other, one):
                raise EntryError(
                    "day", f"{one.name} and {other.name} each bring what the other must be free of: no order "
                    "of one day helps. Make them on different days, or in different rooms.",
                )  # fmt: skip
            ident = f"{one.group}:clean:{other.group}"
            minutes = round(usual()["clean"].minutes)
            clean.append(Task(ident, one.group, Kind.HANDS, minutes, (Need(HANDS),)))
            gaps += [Gap(t, ident) for t in _handled(one)]
            gaps += [Gap(ident, t) for t in _opened(other)]
    return clean, gaps


def _handled(part: Part) -> list[str]:
    """The last steps in which dough is open: shaping and washing."""
    return [s.task.id for s in part.steps.steps if s.task.id.split(":")[-1] in ("shape", "wash")]


def _opened(part: Part) -> list[str]:
    return [s.task.id for s in part.steps.steps if s.task.id.split(":")[-1] in ("weigh", "toast", "brown", "melt")]


def plan_day(ask: DayAsk, solver: Solver) -> Answer:
    """The day planned, or what stands against it."""
    return solver(problem(ask))


@dataclass(frozen=True, slots=True)
class Done:
    """A step that has been begun: when, and when it ended (None: still under way)."""

    step: str
    started: int
    ended: int | None = None


def from_here(ask: Problem, now: int, done: tuple[Done, ...]) -> Problem:
    """The rest of a day from now on: what was done stays where it was, what is under way goes on, nothing else starts
    before now. Ready-at bounds stay, so that what is late is said."""
    known = {d.step: d for d in done}
    tasks = []
    for t in ask.tasks:
        d = known.get(t.id)
        if d is None:
            tasks.append(replace(t, not_before=max(now, t.not_before or now), at=None if (t.at or now) < now else t.at))
        else:
            end = d.ended if d.ended is not None else max(d.started + t.minutes, now)
            tasks.append(replace(t, at=d.started, minutes=max(end - d.started, 0), not_before=None, not_after=None))
    # What already happened need not have kept to the bounds.
    gaps = tuple(g for g in ask.gaps if not (g.before in known and g.after in known))
    past = set(known)
    eased = tuple(
        replace(g, most=None) if g.before in past and g.most is not None and _passed(g, known, ask, now) else g
        for g in gaps
    )
    done_ids = {d.step for d in done if d.ended is not None}
    free = [replace(t, needs=()) if t.id in done_ids else t for t in tasks]
    return Problem(
        tuple(free), ask.lanes, eased, Goal(ask.goal.ready, None), tuple(c for c in ask.closed if c[1] > now)
    )


def _passed(gap: Gap, known: dict[str, Done], ask: Problem, now: int) -> bool:
    d = known[gap.before]
    end = d.ended if d.ended is not None else max(d.started + ask.task(gap.before).minutes, now)
    return gap.most is not None and end + gap.most < now


def without_hours(ask: Problem, now: int) -> Problem:
    """The same, as soon as can be: for when the hour can't be kept any more."""
    return replace(ask, goal=Goal((), now))


@dataclass(frozen=True, slots=True)
class Said:
    """A constraint that fights, in words, and what it would have to give."""

    constraint: str
    words: str
    gives: str


def explain(
    ask: Problem, fights: tuple[Fight, ...], names: dict[str, str], says: Callable[[int], str] | None = None
) -> tuple[Said, ...]:
    """Fighting constraints as a cook would say them. names are those of steps and groups; says tells a minute by the
    clock on the wall."""
    return tuple(_explain(ask, f, names, says or clock) for f in fights)


def _explain(ask: Problem, f: Fight, names: dict[str, str], says: Callable[[int], str]) -> Said:
    what, _, ident = f.constraint.partition(":")
    n = f.gives
    unit = "" if n is None else span(n)
    if what == "ready":
        at = dict(ask.goal.ready)[ident]
        return _said(f, f"{names.get(ident, ident)} is to be ready at {says(at)}", n, f"{unit} later")
    if what == "begin":
        return _said(f, f"nothing starts before {says(ask.goal.not_before or 0)}", n, f"{unit} earlier")
    if what == "night":
        return _said(f, "no hands at night", n, f"{unit} longer in the evening")
    if what == "lane":
        lane = next(x for x in ask.lanes if x.id == ident)
        more = "" if n is None else f"{n} more"
        thing = {HANDS: "one pair of hands" if lane.capacity == 1 else f"{lane.capacity} cooks"}.get(
            ident, f"{lane.name}: room for {lane.capacity}"
        )
        return _said(f, thing, n, more)
    if what == "pin":
        return _said(f, f"{names.get(ident, ident)} is pinned to {says(ask.task(ident).at or 0)}", n, f"{unit} off it")
    if what == "bound":
        return _said(f, f"{names.get(ident, ident)} within its hours", n, f"{unit} more")
    if what == "most":
        # Ids hold colons of their own: the pair is found, not cut apart.
        gap = next(g for g in ask.gaps if f"most:{g.before}:{g.after}" == f.constraint)
        return _said(
            f, f"at most {span(gap.most or 0)} between {names.get(gap.before, gap.before)} and "
            f"{names.get(gap.after, gap.after)}", n, f"{unit} more",
        )  # fmt: skip
    return Said(f.constraint, "the steps themselves contradict each other", "change a step's minutes")


def _said(f: Fight, words: str, n: int | None, gives: str) -> Said:
    return Said(f.constraint, words, gives if n is not None else "more of this alone does not help")


def clock(minute: int) -> str:
    """A minute of the day as hours and minutes; another day is said."""
    day, rest = divmod(minute, 1440)
    said = f"{rest // 60}:{rest % 60:02d}"
    if day == 0:
        return said
    if day == -1:
        return f"{said} the day before"
    return f"{said}, {abs(day)} days {'before' if day < 0 else 'after'}"


def span(minutes: int) -> str:
    """Minutes as a cook says them."""
    if minutes < 90:
        return f"{minutes} min"
    hours = minutes / 60.0
    return f"{hours:.0f} h" if math.isclose(hours, round(hours)) else f"{hours:.1f} h"
