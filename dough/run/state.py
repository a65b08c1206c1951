"""The state of a run: a fold over its events, and nothing beside them.

Duplicates (by key) count once, what was undone does not count, and events that came late are taken in their place in
the log. Whatever the events, the state is one a run can be in: no step ends before it began, no timer is left that was
stopped, weights are sums of what was weighed.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field, replace

from dough.run.events import RunEvent, What
from dough.run.script import Script

#: A piece may be off by this share of the portion (practice, M).
PIECE_OFF = 0.05


@dataclass(frozen=True, slots=True)
class StepState:
    """begun and done are ms (None: not); skipped; times it was begun again."""

    begun: int | None = None
    done: int | None = None
    skipped: bool = False
    again: int = 0

    @property
    def open(self) -> bool:
        return self.done is None and not self.skipped


@dataclass(frozen=True, slots=True)
class Weighed:
    """What is in of a line: grams in all, the single weighings (grams, source), what was decided about too much, the
    lot it is from."""

    grams: float
    parts: tuple[tuple[float, str], ...]
    over: str = ""
    lot: int | None = None


@dataclass(frozen=True, slots=True)
class Timer:
    """A named timer: the ms at which it is due, and since when it runs."""

    name: str
    until: int
    since: int
    step: str


@dataclass(frozen=True, slots=True)
class LoadState:
    """One time in the oven: ms it went in, was turned, banged and pulled (None: not), cues with their ms."""

    load: int
    loaded: int
    pieces: int | None = None
    turned: int | None = None
    banged: int | None = None
    pulled: int | None = None
    cues: tuple[tuple[str, int], ...] = ()

    @property
    def minutes(self) -> float | None:
        """Minutes in the oven; None while it is in."""
        return None if self.pulled is None else (self.pulled - self.loaded) / 60_000.0


@dataclass(frozen=True, slots=True)
class SeenLoad:
    """How a load came out: width in mm (None: not measured), rim and bite in words (empty: not said)."""

    load: int
    width_mm: float | None
    rim: str
    bite: str


@dataclass(frozen=True, slots=True)
class PressSaid:
    """A ball pressed: its grams and the weight's, the width in mm, the dough's °C."""

    ball_g: float
    weight_g: float
    width_mm: float
    dough_c: float


@dataclass(frozen=True, slots=True)
class GuessSaid:
    """What a cook expects: by quantity as typed, whose it is, and whether the others may see it."""

    who: str
    values: tuple[tuple[str, str], ...]
    shared: bool


@dataclass(frozen=True)
class RunState:
    """Everything a run has come to. seq is the last event's; factor is what the lines still to weigh are multiplied
    by."""

    seq: int = 0
    steps: dict[str, StepState] = field(default_factory=dict)
    weighed: dict[str, Weighed] = field(default_factory=dict)
    factor: float = 1.0
    additions: tuple[tuple[str, float], ...] = ()
    temperatures: dict[str, tuple[float, int]] = field(default_factory=dict)
    cups: tuple[tuple[float, float], ...] = ()
    words: dict[str, str] = field(default_factory=dict)
    timers: tuple[Timer, ...] = ()
    portions: tuple[float, ...] = ()
    pieces: int | None = None
    loads: tuple[LoadState, ...] = ()
    probes: dict[str, tuple[tuple[int, float], ...]] = field(default_factory=dict)
    measured: dict[str, str] = field(default_factory=dict)
    guesses: tuple[GuessSaid, ...] = ()
    seen: tuple[SeenLoad, ...] = ()
    browned: tuple[float, float] | None = None
    presses: tuple[PressSaid, ...] = ()
    notes: tuple[tuple[str, str], ...] = ()
    started: int | None = None
    closed: int | None = None
    took_back: bool = False

    def current(self, script: Script) -> str:
        """The step at hand: the last one begun that is still open, otherwise the first that is; empty at the end."""
        begun = [(s.begun or 0, i) for i, s in self.steps.items() if s.begun is not None and s.open]
        known = {s.id for s in script.steps}
        begun = [b for b in begun if b[1] in known]
        if begun:
            return max(begun)[1]
        return next((s.id for s in script.steps if self.steps.get(s.id, StepState()).open), "")


def effective(events: Iterable[RunEvent]) -> list[RunEvent]:
    """The events that count: each key once (the first written down), in the order of the log, without those undone.

    Undoing an undoing brings the event back.
    """
    first: dict[str, RunEvent] = {}
    for e in sorted(events, key=lambda e: (e.seq, e.at, e.key)):
        first.setdefault(e.key, e)
    ordered = list(first.values())
    undone: set[str] = set()
    # Later undoings decide over earlier ones, so they are looked at from the end.
    for e in reversed(ordered):
        if e.what is What.UNDONE and e.key not in undone:
            undone.add(e.words("key"))
    return [e for e in ordered if e.key not in undone and e.what is not What.UNDONE]


def fold(script: Script, events: Iterable[RunEvent]) -> RunState:
    """What the events come to."""
    all_events = list(events)
    state = RunState(
        seq=max((e.seq for e in all_events), default=0), took_back=any(e.what is What.UNDONE for e in all_events)
    )
    for e in effective(all_events):
        state = _apply(state, script, e)
    return state


def gone_on(script: Script, state: RunState, new: Sequence[RunEvent]) -> RunState | None:
    """A state with what was written down after it. None where something was or is taken back, which can reach before or
    after it: all is then folded anew. Keys of the new events are none that are in the state already (a log holds each
    once)."""
    if state.took_back or any(e.what is What.UNDONE for e in new):
        return None
    for e in sorted(new, key=lambda e: (e.seq, e.at, e.key)):
        state = replace(_apply(state, script, e), seq=max(state.seq, e.seq))
    return state


def _apply(s: RunState, script: Script, e: RunEvent) -> RunState:
    if s.started is None:
        s = replace(s, started=e.when)
    if e.what in _STEP:
        return _step(s, e)
    act = _ACTS.get(e.what)
    return s if act is None else act(s, script, e)


_STEP = (What.BEGUN, What.DONE, What.SKIPPED, What.AGAIN)


def _step(s: RunState, e: RunEvent) -> RunState:
    now = s.steps.get(e.step, StepState())
    if e.what is What.BEGUN:
        # Begun twice is begun once; begun after it was done is done again.
        to = now if now.begun is not None and now.open else StepState(e.when, None, False, now.again)
    elif e.what is What.AGAIN:
        to = StepState(e.when, None, False, now.again + 1)
    elif e.what is What.SKIPPED:
        to = replace(now, skipped=True)
    else:
        begun = e.when if now.begun is None else now.begun
        to = replace(now, begun=begun, done=max(e.when, begun), skipped=False)
    return replace(s, steps={**s.steps, e.step: to})


def _weigh(s: RunState, _: Script, e: RunEvent) -> RunState:
    line = e.words("line")
    now = s.weighed.get(line)
    parts = (*(now.parts if now else ()), (e.figure("grams"), e.source))
    return replace(
        s, weighed={**s.weighed, line: Weighed(sum(g for g, _ in parts), parts, now.over if now else "",
                                               now.lot if now else None)},
    )  # fmt: skip


def _over(s: RunState, script: Script, e: RunEvent) -> RunState:
    line, how = e.words("line"), e.words("how")
    now = s.weighed.get(line)
    wanted = script.weighing(line)
    if now is None or wanted is None:
        return s
    if how == "again":
        return replace(s, weighed={k: v for k, v in s.weighed.items() if k != line})
    factor = s.factor
    if how == "scale" and wanted.grams > 0:
        factor = max(now.grams / wanted.grams, s.factor)
    return replace(s, factor=factor, weighed={**s.weighed, line: replace(now, over=how)})


def _lot(s: RunState, _: Script, e: RunEvent) -> RunState:
    line = e.words("line")
    now = s.weighed.get(line, Weighed(0.0, ()))
    return replace(s, weighed={**s.weighed, line: replace(now, lot=int(e.figure("lot")))})


def _timer(s: RunState, _: Script, e: RunEvent) -> RunState:
    name = e.words("timer")
    others = tuple(t for t in s.timers if t.name != name)
    since = next((t.since for t in s.timers if t.name == name), e.when)
    made = Timer(name, int(e.figure("until")), since, e.step)
    return replace(s, timers=tuple(sorted((*others, made), key=lambda t: (t.until, t.name))))


def _load(s: RunState, _: Script, e: RunEvent) -> RunState:
    n = int(e.figure("load"))
    now = next((x for x in s.loads if x.load == n), None)
    if e.what is What.LOADED:
        pieces = e.values.get("pieces")
        made = LoadState(n, e.when, int(pieces) if isinstance(pieces, int | float) else None)
    elif now is None:
        return s
    elif e.what is What.TURNED:
        made = replace(now, turned=e.when)
    elif e.what is What.BANGED:
        made = replace(now, banged=e.when)
    elif e.what is What.CUE:
        made = replace(now, cues=(*now.cues, (e.words("cue"), e.when)))
    else:
        made = replace(now, pulled=max(e.when, now.loaded))
    others = tuple(x for x in s.loads if x.load != n)
    return replace(s, loads=tuple(sorted((*others, made), key=lambda x: x.load)))


def _probe(s: RunState, _: Script, e: RunEvent) -> RunState:
    of = e.words("of")
    trace = (*s.probes.get(of, ()), (e.when, e.figure("c")))
    return replace(s, probes={**s.probes, of: tuple(sorted(trace))})


def _guess(s: RunState, _: Script, e: RunEvent) -> RunState:
    said = tuple((k, str(v)) for k, v in e.values.items() if k != "shared" and v not in (None, ""))
    others = tuple(g for g in s.guesses if g.who != e.who)
    return replace(s, guesses=(*others, GuessSaid(e.who, said, e.values.get("shared") is True)))


def _seen(s: RunState, _: Script, e: RunEvent) -> RunState:
    load = int(e.figure("load"))
    width = e.values.get("width_mm")
    wide = float(width) if isinstance(width, int | float) and not isinstance(width, bool) else None
    others = tuple(x for x in s.seen if x.load != load)
    return replace(s, seen=(*others, SeenLoad(load, wide, e.words("rim"), e.words("bite"))))


_ACTS: dict[What, Callable[[RunState, Script, RunEvent], RunState]] = {
    What.WEIGHED: _weigh,
    What.OVER: _over,
    What.LOT: _lot,
    What.ADDED: lambda s, _, e: replace(s, additions=(*s.additions, (e.words("ingredient"), e.figure("grams")))),
    What.TEMPERATURE: lambda s, _, e: replace(
        s, temperatures={**s.temperatures, e.words("of"): (e.figure("c"), e.when)}
    ),
    What.CUP: lambda s, _, e: replace(s, cups=(*s.cups, (e.figure("water_g"), e.figure("mass_g")))),
    What.WORD: lambda s, _, e: replace(s, words={**s.words, e.words("of"): e.words("word")}),
    What.TIMER: _timer,
    What.TIMER_OFF: lambda s, _, e: replace(s, timers=tuple(t for t in s.timers if t.name != e.words("timer"))),
    What.PORTION: lambda s, _, e: replace(s, portions=(*s.portions, e.figure("grams"))),
    What.COUNT: lambda s, _, e: replace(s, pieces=int(e.figure("pieces"))),
    What.LOADED: _load,
    What.TURNED: _load,
    What.BANGED: _load,
    What.CUE: _load,
    What.PULLED: _load,
    What.PROBE: _probe,
    What.MEASURED: lambda s, _, e: replace(s, measured={**s.measured, e.words("quantity"): e.words("text")}),
    What.GUESS: _guess,
    What.SEEN: _seen,
    What.BROWNED: lambda s, _, e: replace(s, browned=(e.figure("before_g"), e.figure("after_g"))),
    What.PRESSED: lambda s, _, e: replace(
        s, presses=(*s.presses, PressSaid(*(e.figure(k) for k in ("ball_g", "weight_g", "width_mm", "c"))))
    ),
    What.NOTE: lambda s, _, e: replace(s, notes=(*s.notes, (e.step, e.words("text")))),
    What.CLOSED: lambda s, _, e: replace(s, closed=e.when),
}


@dataclass(frozen=True, slots=True)
class LineStanding:
    """How a line stands: grams wanted now (scaled), in it, still to come; and whether it is short, right or over."""

    wanted_g: float
    in_g: float
    to_come_g: float
    state: str


def standing(script: Script, state: RunState, line: str) -> LineStanding:
    """How a line stands against its script. Raises KeyError for a line that is not in it."""
    w = script.weighing(line)
    if w is None:
        raise KeyError(line)
    now = state.weighed.get(line)
    # What was weighed before the rest was scaled keeps its own aim.
    wanted = w.grams * (1.0 if now is not None and now.over == "keep" else state.factor)
    inside = now.grams if now else 0.0
    low, high = wanted - w.tolerance_g, wanted + w.tolerance_g
    if w.low_g is not None and w.high_g is not None:
        low, high = w.low_g * state.factor, w.high_g * state.factor
    if now is None or not now.parts:
        return LineStanding(wanted, inside, wanted, "empty")
    if now.over in ("keep", "scale"):
        return LineStanding(wanted, inside, 0.0, "kept")
    if inside > high + 1e-9:
        return LineStanding(wanted, inside, wanted - inside, "over")
    return LineStanding(wanted, inside, max(wanted - inside, 0.0), "right" if inside >= low - 1e-9 else "short")


def really_weighed(script: Script, state: RunState) -> dict[str, float]:
    """Grams really in, by line, of every line that was weighed."""
    return {line: w.grams for line, w in state.weighed.items() if script.weighing(line) is not None and w.parts}


def piece_off(script: Script, grams: float) -> float:
    """How far a piece is from the portion wanted, g, where that is so far that it bakes otherwise than the others; 0
    where it is near enough."""
    off = grams - script.portion_g
    return off if abs(off) > PIECE_OFF * script.portion_g else 0.0


def portions_spread(portions: Sequence[float]) -> tuple[float, float] | None:
    """Mean and sd of the pieces weighed, g; None below two."""
    if len(portions) < 2:
        return None
    mean = sum(portions) / len(portions)
    return mean, (sum((p - mean) ** 2 for p in portions) / (len(portions) - 1)) ** 0.5
