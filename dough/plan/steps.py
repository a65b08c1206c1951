"""From a dough's method, process and loads to the steps of its day: what each takes, what has to lie between, and on
which lanes it is.

Minutes come from the core where it computes them (butter clock, cooling, chill, the version's own bake), otherwise
they are usual ones with their span (data/plan_steps.csv, data/shaping.csv; practice, M to L), and the cook's own once
said.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from functools import cache

from dough.accounts.formula import Draft, Method, Place, Step
from dough.facts.errors import EntryError
from dough.facts.tables import rows
from dough.plan.finishes import Finished
from dough.plan.loads import Load
from dough.plan.schedule import HANDS, Gap, Kind, Need, Task

#: A dough with egg or milk is out of the cold for no longer in all, min (agency-type; local rules first).
OUT_OF_COLD_MIN = 120
#: How long a bowl of mixed dough may wait for hands, and creamed butter for its egg, min.
MIX_WAIT, SHAPE_WAIT, WASH_WAIT = 10, 30, 20
#: More dough in one bowl creams longer: share for twice the usual 600 g (day-to-day practice, L).
USUAL_BOWL_G, MORE_CREAMING, MOST_CREAMING = 600.0, 0.30, 1.6
#: The oven may stand ready for so long before the first load, and the tray wait beside it, min.
READY_WAIT, TRAY_WAIT = 30, 10
LONGEST_REST_H = 96.0


@dataclass(frozen=True, slots=True)
class Usual:
    """A step's row: name, kind, usual minutes with their span, how sure, why; and what the bench asks of it: which
    temperature is read, how it feels (butter, dough, or the words themselves), what may go in by the spoon, what to
    watch."""

    id: str
    name: str
    kind: Kind
    minutes: float
    low: float
    high: float
    confidence: str
    why: str
    reads: str
    feels: str
    spoons: tuple[str, ...]
    watch: str


@cache
def usual() -> dict[str, Usual]:
    """All steps by id."""
    return {
        r["id"]: Usual(
            r["id"], r["name"], Kind(r["kind"]), float(r["minutes"]), float(r["low"] or r["minutes"]),
            float(r["high"] or r["minutes"]), r["confidence"], r["why"], r["reads"], r["feels"],
            tuple(r["spoons"].split()), r["watch"],
        )
        for r in rows("plan_steps")
    }  # fmt: skip


@dataclass(frozen=True, slots=True)
class Change:
    """What a cook has changed of a step: its minutes, the minute it is pinned to, or that it is left out."""

    step: str
    minutes: float | None = None
    at: int | None = None
    out: bool = False


@dataclass(frozen=True, slots=True)
class Lanes:
    """What a dough's day runs on: ids of mixer, oven, trays and cold place (empty: not one of those), how many trays it
    has, and minutes the oven preheats and recovers."""

    mixer: str = ""
    oven: str = ""
    trays: str = ""
    cold: str = ""
    preheat_min: float | None = None
    recovery_min: float = 1.0


@dataclass(frozen=True)
class Setup:
    """Everything of a dough's day that its version does not say. butter_min and butter_most are the butter clock's;
    set_min is how long melted butter takes to be ready; rest_most_h how long the dough may rest at most, rest_why what
    the rest is for; own_min are minutes learned from runs, by step."""

    group: str
    name: str
    pieces: int
    dough_g: float
    division: str
    loads: tuple[Load, ...]
    lanes: Lanes
    bake_min: float
    oven_c: int
    look_min: float | None = None
    turn_min: float | None = None
    tray_rest_min: float = 4.0
    cool_min: float = 20.0
    tray_cools_min: float = 12.0
    butter_min: float | None = None
    butter_most_min: float | None = None
    butter_why: str = ""
    set_min: float | None = None
    set_why: str = ""
    mixings: int = 1
    toast: bool = False
    finishes: tuple[Finished, ...] = ()
    rest_why: str = ""
    rest_most_h: float | None = None
    keeps_cold: bool = True
    own_min: tuple[tuple[str, float], ...] = ()
    changes: tuple[Change, ...] = field(default=())
    box: bool = True


@dataclass(frozen=True, slots=True)
class PlanStep:
    """One step as it is shown: its task on the lanes, its name, the span of its minutes, where they are from."""

    task: Task
    name: str
    low_min: float
    high_min: float
    source: str
    confidence: str
    minute_of_load: float | None = None


@dataclass(frozen=True, slots=True)
class Steps:
    """A dough's steps in the order in which they follow, and what has to lie between them."""

    steps: tuple[PlanStep, ...]
    gaps: tuple[Gap, ...]


class _Building:
    def __init__(self, setup: Setup) -> None:
        self.setup = setup
        self.steps: list[PlanStep] = []
        self.gaps: list[Gap] = []
        self.changes = {c.step: c for c in setup.changes}
        self.own = dict(setup.own_min)
        self.out: set[str] = set()

    def ident(self, step: str) -> str:
        return f"{self.setup.group}:{step}"

    def there(self, step: str) -> bool:
        return any(s.task.id == self.ident(step) for s in self.steps)

    def add(
        self, step: str, *, row: str = "", minutes: float | None = None, low: float | None = None,
        high: float | None = None, source: str = "", needs: tuple[Need, ...] = (), state: int | None = None,
        late: bool = False, name: str = "", of_load: float | None = None,
    ) -> bool:  # fmt: skip
        """Put a step in, unless the cook left it out. Minutes: the cook's, learned, worked out, or usual."""
        u = usual()[row or step]
        change = self.changes.get(step)
        if change is not None and change.out:
            return False
        worked_out = minutes is not None
        value = u.minutes if minutes is None else minutes
        span = (u.low if low is None else low, u.high if high is None else high)
        if worked_out and low is None:
            span = (value, value)
        said = source or (u.why if not worked_out else "")
        if (row or step) in self.own and not worked_out:
            value = self.own[row or step]
            said = "from runs here"
        confidence = u.confidence
        if change is not None and change.minutes is not None:
            value, said, confidence = change.minutes, "set by you", "H"
        whole = max(round(value), 1 if u.kind is not Kind.WAIT else 0)
        hands = (Need(HANDS),) if u.kind is Kind.HANDS else ()
        task = Task(
            self.ident(step), self.setup.group, u.kind, whole, (*hands, *needs), state,
            at=None if change is None else change.at, late=late,
        )  # fmt: skip
        self.steps.append(PlanStep(task, name or u.name, span[0], span[1], said, confidence, of_load))
        return True

    def follow(self, before: str, after: str, least: float = 0.0, most: float | None = None) -> None:
        if self.there(before) and self.there(after):
            self.gaps.append(
                Gap(self.ident(before), self.ident(after), round(least), None if most is None else round(most))
            )


def steps_of(draft: Draft, setup: Setup) -> Steps:
    """The steps of a draft's day. Raises EntryError for minutes that can't be."""
    for c in setup.changes:
        if c.minutes is not None and not 0 <= c.minutes <= 60 * 24 * 14:
            raise EntryError("minutes", "A step takes 0 minutes to 14 days. Leave it out instead of a negative time.")
    b = _Building(setup)
    last = _mixing(b, draft)
    last = _resting(b, draft, last)
    last = _shaping(b, draft, last)
    _baking(b, draft, last)
    return Steps(tuple(b.steps), tuple(b.gaps))


def _mixing(b: _Building, draft: Draft) -> str:
    s, p = b.setup, draft.process
    mixer = (Need(s.lanes.mixer),) if s.lanes.mixer else ()
    before: list[tuple[str, float | None]] = []
    b.add("butter_out", late=True)
    if p.method in (Method.MELTED, Method.BROWNED_RESET):
        what = "melt" if p.method is Method.MELTED else "brown"
        b.add(what)
        b.add("set", minutes=s.set_min or 0.0, low=0.7 * (s.set_min or 0.0), high=1.3 * (s.set_min or 0.0),
              source=s.set_why)  # fmt: skip
        b.follow("butter_out", what)
        b.follow(what, "set", 0, 0)
        before.append(("set", 45.0))
    elif s.butter_min:
        b.add("butter", minutes=s.butter_min, low=0.75 * s.butter_min, high=1.25 * s.butter_min, source=s.butter_why)
        b.follow("butter_out", "butter", 0, 0)
        spare = None if s.butter_most_min is None else max(s.butter_most_min - s.butter_min, 5.0)
        before.append(("butter", spare))
    if s.toast:
        b.add("toast", needs=(Need(s.lanes.oven),) if s.lanes.oven else (), state=185 if s.lanes.oven else None)
        b.add("toast_cool")
        b.follow("toast", "toast_cool", 0, 0)
    lines = [x for x in draft.formula.lines if x.in_dough]
    per_line = usual()["weigh_line"]
    base = usual()["weigh"]
    b.add(
        "weigh", minutes=None if "weigh" in b.own else base.minutes + per_line.minutes * len(lines),
        low=base.low + per_line.low * len(lines), high=base.high + per_line.high * len(lines),
        source=f"{len(lines)} lines",
    )  # fmt: skip
    bowls = max(s.mixings, 1)
    each = s.dough_g / bowls
    longer = min(max(1.0 + MORE_CREAMING * math.log2(max(each, 1.0) / USUAL_BOWL_G), 1.0), MOST_CREAMING)
    egg = any(x.step is Step.EGG for x in lines)
    fold = any(x.step is Step.FOLD_IN for x in lines)
    last = "weigh"
    for n in range(1, bowls + 1):
        mark = "" if bowls == 1 else f"_{n}"
        suffix = "" if bowls == 1 else f", bowl {n} of {bowls}"
        parts = ["cream", *(["egg"] if egg else []), "flour", *(["fold"] if fold else [])]
        first = ""
        for part in parts:
            minutes = None
            source = ""
            if part == "cream":
                said = p.cream_minutes
                minutes = None if "cream" in b.own else (said or usual()["cream"].minutes) * longer
                source = "the version's" if said else usual()["cream"].why
                if longer > 1.05:
                    source += f", × {longer:.1f} for {each:.0f} g in one bowl"
            if part == "fold" and bowls == 1:
                b.add(part, minutes=minutes, source=source)
            else:
                b.add(part + mark, row=part, minutes=minutes, low=None, source=source, needs=mixer,
                      name=usual()[part].name + suffix)  # fmt: skip
            if first:
                b.follow(first, part + mark, 0, MIX_WAIT)
            else:
                b.follow(last, part + mark)
                for ident, spare in before:
                    b.follow(ident, part + mark, 0, spare if n == 1 else None)
            first = part + mark
        b.follow("toast_cool", first)
        last = first
    b.add("wash", needs=mixer)
    b.follow(last, "wash", 0, WASH_WAIT)
    return last


def _resting(b: _Building, draft: Draft, last: str) -> str:
    s, p = b.setup, draft.process
    if not p.rest_h:
        return last
    if p.rest_h > LONGEST_REST_H:
        raise EntryError("rest_h", "A plan holds rests of up to 96 h. Freeze it instead.")
    cold = (Need(s.lanes.cold),) if s.lanes.cold and p.rest_place is not Place.COUNTER else ()
    b.add("rest", minutes=p.rest_h * 60.0, source=s.rest_why or "the version's", needs=cold)
    b.follow(last, "rest", 0, SHAPE_WAIT)
    return "rest"


def _shaping(b: _Building, draft: Draft, last: str) -> str:
    s, p = b.setup, draft.process
    way = next((r for r in rows("shaping") if r["division"] == s.division), rows("shaping")[0])

    def minutes(column: str) -> float:
        return float(way["setup_min"]) + s.pieces * float(way[column]) / 60.0

    b.add("shape", minutes=None if "shape" in b.own else minutes("seconds_a_piece"), low=minutes("low"),
          high=minutes("high"), source=f"{s.pieces} pieces", name="Shape")  # fmt: skip
    spare: float | None = SHAPE_WAIT
    if last == "rest":
        most = s.rest_most_h if s.rest_most_h is not None else None
        spare = None if most is None else max(most - (p.rest_h or 0.0), 0.0) * 60.0
    b.follow(last, "shape", 0, spare)
    if not p.chill_h:
        return "shape"
    cold = (Need(s.lanes.cold, max(len(s.loads[0].trays), 1) if s.loads else 1),) if s.lanes.cold else ()
    cold = cold if p.chill_place is not Place.COUNTER else ()
    b.add("chill", minutes=p.chill_h * 60.0, source="the version's", needs=cold)
    b.follow("shape", "chill", 0, SHAPE_WAIT)
    return "chill"


def _baking(b: _Building, draft: Draft, last: str) -> None:
    s, p = b.setup, draft.process
    oven = s.lanes.oven
    if oven:
        b.add("preheat", minutes=s.lanes.preheat_min, source="the oven's own" if s.lanes.preheat_min else "",
              state=s.oven_c, needs=(Need(oven, 0),), late=True)  # fmt: skip
    for finish in (f for f in s.finishes if f.finish.when == "before"):
        step = f"finish_{finish.finish.id}"
        b.add(step, row="finish", minutes=2.0 + finish.hands_min, source=f"{finish.pieces} pieces",
              name=finish.finish.name)  # fmt: skip
        b.follow(last, step)
        last = step
    # Egg and milk: out of the cold for two hours in all, from the end of shaping or chilling to the last load.
    spare = float(OUT_OF_COLD_MIN) if s.keeps_cold else None
    pulled = ""
    count = len(s.loads)
    for n, load in enumerate(s.loads, 1):
        mark = "" if count == 1 else f"_{n}"
        suffix = "" if count == 1 else f" {n} of {count}"
        trays = (Need(s.lanes.trays, len(load.trays), round(s.tray_rest_min + s.tray_cools_min)),)
        b.add(f"in{mark}", row="in", name=f"Load{suffix}, {load.pieces} pieces")
        b.add(
            f"bake{mark}", row="bake", minutes=s.bake_min, name=f"Bake{suffix}", state=s.oven_c, source="the version's",
            needs=(*((Need(oven, len(load.trays), round(s.lanes.recovery_min)),) if oven else ()),
                   *(trays if s.lanes.trays else ())),
        )  # fmt: skip
        b.add(f"out{mark}", row="out", name=f"Pull{suffix}")
        b.follow(f"in{mark}", f"bake{mark}", 0, 0)
        b.follow(f"bake{mark}", f"out{mark}", 0, 0)
        b.follow("preheat", f"in{mark}", 0, READY_WAIT if n == 1 else None)
        b.follow(pulled or last, f"in{mark}", 0, spare if not pulled else None)
        if pulled:
            b.follow(last, f"in{mark}", 0, spare)
        for what, minute in (("look", s.look_min), ("turn", s.turn_min), ("bang", p.bang_minute)):
            # Whole minutes: what falls together with the pull is the pull.
            if minute is None or not 1 <= round(minute) < round(s.bake_min) - 1 or (what == "look" and n > 1):
                continue
            b.add(f"{what}{mark}", row=what, of_load=minute, name=f"{usual()[what].name}, minute {minute:.0f}")
            b.follow(f"in{mark}", f"{what}{mark}", round(minute), round(minute))
        b.add(f"tray_rest{mark}", row="tray_rest", minutes=s.tray_rest_min, source="by its thickness")
        b.follow(f"out{mark}", f"tray_rest{mark}", 0, 0)
        b.add(f"rack{mark}", row="rack", minutes=s.cool_min, source="by its thickness, to below 30 °C")
        b.follow(f"tray_rest{mark}", f"rack{mark}", 0, 2)
        pulled = f"out{mark}"
    _finishing(b, [f"rack{'' if count == 1 else f'_{n}'}" for n in range(1, count + 1)],
               [f"out{'' if count == 1 else f'_{n}'}" for n in range(1, count + 1)])  # fmt: skip


def _finishing(b: _Building, racks: list[str], outs: list[str]) -> None:
    s = b.setup
    ends = list(racks)
    for f in s.finishes:
        if f.finish.when == "before":
            continue
        hot = f.finish.when == "hot"
        step = f"finish_{f.finish.id}"
        b.add(step, row="finish", minutes=2.0 + f.hands_min, source=f"{f.pieces} pieces", name=f.finish.name)
        if hot:
            # The last load is the one that is still hot for it.
            b.follow(outs[-1], step, f.from_min or 0.0, f.until_min)
        else:
            for rack in racks:
                b.follow(rack, step)
        ends.append(step)
        if f.finish.set_min:
            b.add(f"set_{step}", row="set_finish", minutes=f.finish.set_min, source="usual for it")
            b.follow(step, f"set_{step}", 0, 0)
            ends.append(f"set_{step}")
    if s.box:
        b.add("box", minutes=usual()["box"].minutes + s.pieces * 0.05)
        for end in ends:
            b.follow(end, "box")


def with_change(setup: Setup, change: Change) -> Setup:
    """The same with one step changed; a change of nothing takes earlier ones of that step back."""
    others = tuple(c for c in setup.changes if c.step != change.step)
    empty = change.minutes is None and change.at is None and not change.out
    return replace(setup, changes=others if empty else (*others, change))


def lane_amount(steps: Steps, lane: str) -> int:
    """The most of a lane that one of the steps takes at once."""
    return max((n.amount for s in steps.steps for n in s.task.needs if n.lane == lane), default=0)
