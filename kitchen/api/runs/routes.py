"""Runs at the bench: started, followed, written down, closed."""

from __future__ import annotations

import json
from dataclasses import replace
from datetime import datetime

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.accounts.butter.creaming import CupTest
from dough.facts.needs import NEEDS
from dough.run.after_load import NextLoad
from dough.run.events import AT_HEAT_K, BITES, CUES, RIMS, RunEvent, What, check
from dough.run.guesses import Beside, GuessHeld
from dough.run.outcome import OverWay, browned_said, cold_since, cup_said, effect, ways_out
from dough.run.press import BALL_G, SECONDS, Pressed
from dough.run.script import Script, too_coarse
from dough.run.state import LineStanding, RunState, piece_off, portions_spread, really_weighed, standing
from dough.run.trace import Corrected
from kitchen.actions.runs import CloseRun, Said, StartRun, WriteDown
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict
from kitchen.documents.run import event_of
from kitchen.models import Run
from kitchen.reading.doughs import name_of
from kitchen.reading.plans import target_for
from kitchen.reading.runs import (
    clock_of,
    course_of,
    events_of,
    guess_of,
    guesses_held,
    lots_for,
    next_load_of,
    press_of,
    press_weight,
    reads_g,
    really_setting,
    run_for_reading,
    runs_of,
    script_of_run,
    state_of,
    trace_of,
    version_draft,
)

router = Router(tags=["runs"])


class StartIn(Strict):
    dough_id: int = Field(ge=0, le=MAX_ID)
    plan_id: int | None = Field(default=None, ge=0, le=MAX_ID)
    key: str = Field(min_length=1, max_length=60)
    speed: float = Field(default=1.0, ge=1, le=120)


class RunEventIn(Strict):
    """One act: its own key, what it was, when the device says it happened (ms), the step, what it says."""

    key: str = Field(min_length=1, max_length=60)
    what: str = Field(max_length=20)
    said_at: int | None = Field(default=None, ge=0, le=10**15)
    step: str = Field(default="", max_length=60)
    values: dict[str, float | str | bool | None] = Field(default={}, max_length=30)
    source: str = Field(default="hand", max_length=10)


class RunEventsIn(Strict):
    events: list[RunEventIn] = Field(min_length=1, max_length=200)


class RunLineOut(BaseModel):
    """A run in a list; cold: its cookies are cold by now and wait to be measured."""

    id: int
    dough_id: int
    name: str
    version: int
    begun_at: datetime
    begun_by: str
    closed_at: datetime | None
    bake: int | None
    current: str
    cold: bool


class RunEventOut(BaseModel):
    """An event as it was written down."""

    seq: int
    key: str
    what: str
    at: int
    said_at: int | None
    who: str
    step: str
    values: dict[str, float | str | bool | None]
    source: str


class WindowOut(BaseModel):
    """What to look for at the oven: minutes of the first look, the best and the last good one (None: not known)."""

    first_min: float | None
    best_min: float | None
    core_c: float
    width_mm: float


class RunLotOut(BaseModel):
    """A lot that a line may be from."""

    id: int
    name: str


class RunOut(BaseModel):
    """A run as it stands: its script, state and lines; now is the server's clock in ms; coarse says of which lines the
    scale is too coarse; free_from what the dough's needs keep out; guesses of others are not in the state unless
    shared; cues, rims and bites are the words that can be said, pieces_off_g how far each piece is off where that
    matters; an oven within at_heat_k of what it is set to is at heat; press_ball_g is the ball of a press test,
    press_s how long it is pressed."""

    id: int
    dough_id: int
    name: str
    version: int
    factor: float
    begun_at: datetime
    begun_by: str
    closed_at: datetime | None
    bake: int | None
    now: int
    speed: float
    seq: int
    script: Script
    state: RunState
    lines: dict[str, LineStanding]
    current: str
    reads_g: float
    coarse: dict[str, str]
    portions_mean_g: float | None
    portions_sd_g: float | None
    pieces_off_g: list[float]
    window: WindowOut | None
    cup: CupTest | None
    free_from: tuple[str, ...]
    cues: tuple[str, ...]
    rims: tuple[str, ...]
    bites: tuple[str, ...]
    at_heat_k: float
    press_ball_g: float
    press_s: float
    lots: dict[str, list[RunLotOut]]
    browned: str


class RunGuessOut(BaseModel):
    """The asking cook's guess of a run beside forecast and bake, in words too, how the guesses of that cook have held,
    and what others have shared."""

    mine: tuple[Beside, ...]
    words: str
    held: tuple[GuessHeld, ...]
    others: dict[str, tuple[Beside, ...]]


class RunWrittenOut(BaseModel):
    """What was written down, and how the run stands with it."""

    events: list[RunEventOut]
    run: RunOut


@router.get("", response={200: list[RunLineOut], **PROBLEMS})
def all_runs(request: HttpRequest, dough_id: int | None = None, only_open: bool = False) -> list[RunLineOut]:
    """Runs, newest first."""
    return [_line(r) for r in runs_of(dough_id, only_open=only_open)]


def _line(r: Run) -> RunLineOut:
    current, cold = "", False
    if r.closed_at is None:
        script = script_of_run(r)
        state = state_of(r, script)
        cold = cold_since(script, state, clock_of(r, timezone.now()))
        step = script.step(state.current(script))
        current = step.name if step else "all done"
    return RunLineOut(
        id=r.pk, dough_id=r.dough_id, name=r.dough.name, version=r.version.number, begun_at=r.begun_at,
        begun_by=name_of(r.begun_by), closed_at=r.closed_at, bake=r.bake.number if r.bake else None, current=current,
        cold=cold,
    )  # fmt: skip


@router.post("", response={201: RunOut, **PROBLEMS})
def start(request: HttpRequest, payload: StartIn) -> Status[RunOut]:
    """Start a run of a dough; the same key twice starts one."""
    action = StartRun(
        actor=request.user,
        now=timezone.now(),
        dough_id=payload.dough_id,
        plan_id=payload.plan_id,
        key=payload.key,
        speed=payload.speed,
    )
    return Status(201, run_out(action.execute(), request))


@router.get("/{run_id}", response={200: RunOut, **PROBLEMS})
def one(request: HttpRequest, run_id: int) -> HttpResponse:
    """A run as it stands."""
    return sent(run_out(run_for_reading(run_id), request))


@router.post("/{run_id}/events", response={200: RunWrittenOut, **PROBLEMS})
def write(request: HttpRequest, run_id: int, payload: RunEventsIn) -> HttpResponse:
    """Write acts down in their order; each key counts once however often it is sent."""
    rows = WriteDown(
        actor=request.user, now=timezone.now(), run_id=run_id,
        events=[
            Said(key=e.key, what=e.what, said_at=e.said_at, step=e.step, values=e.values, source=e.source)
            for e in payload.events
        ],
    ).execute()  # fmt: skip
    told = [_event(event_of(r), request) for r in rows]
    return sent(RunWrittenOut(events=told, run=run_out(run_for_reading(run_id), request)))


@router.get("/{run_id}/events", response={200: list[RunEventOut], **PROBLEMS})
def events(request: HttpRequest, run_id: int, after: int = 0) -> list[RunEventOut]:
    """The log of a run after a place in it."""
    run = run_for_reading(run_id)
    return [_event(e, request) for e in events_of(run, after)]


def _event(e: RunEvent, request: HttpRequest) -> RunEventOut:
    """An event as it may be seen: a guess is its cook's own until it is shared."""
    hidden = e.what is What.GUESS and e.who != _me(request) and e.values.get("shared") is not True
    return RunEventOut(
        seq=e.seq, key=e.key, what=e.what, at=e.at, said_at=e.said_at, who=e.who, step=e.step,
        values={} if hidden else dict(e.values), source=e.source,
    )  # fmt: skip


def _me(request: HttpRequest) -> str:
    return request.user.get_username()


@router.get("/{run_id}/log.jsonl", response={200: None, **PROBLEMS})
def log_file(request: HttpRequest, run_id: int) -> HttpResponse:
    """The log as JSON Lines: one event a line, in order, as docs/formats says."""
    run = run_for_reading(run_id)
    lines = [json.dumps(_event(e, request).model_dump(), ensure_ascii=False) for e in events_of(run)]
    answer = HttpResponse("\n".join(lines) + "\n", content_type="application/x-ndjson")
    answer["Content-Disposition"] = f'attachment; filename="run-{run_id}.jsonl"'
    return answer


@router.get("/{run_id}/over/{line}", response={200: list[OverWay], **PROBLEMS})
def over(request: HttpRequest, run_id: int, line: str) -> list[OverWay]:
    """What can be done about too much of a line."""
    run = run_for_reading(run_id)
    script = script_of_run(run)
    state = state_of(run, script)
    now = state.weighed.get(line)
    kept = really_setting(run, {} if now is None else {line: now.grams})
    return list(ways_out(script, state, line, really_setting(run), kept))


@router.get("/{run_id}/really", response={200: OverWay, **PROBLEMS})
def real_amounts(request: HttpRequest, run_id: int) -> OverWay:
    """What the real amounts do to the forecast."""
    run = run_for_reading(run_id)
    script = script_of_run(run)
    state = state_of(run, script)
    grams = really_weighed(script, state)
    done = effect(really_setting(run), really_setting(run, grams, state.factor))
    return OverWay("", f"{len(grams)} lines were weighed", done)


@router.get("/{run_id}/course", response={200: list[tuple[float, float]], **PROBLEMS})
def core_course(request: HttpRequest, run_id: int) -> list[tuple[float, float]]:
    """The core by minutes in the oven, as forecast."""
    return list(course_of(run_for_reading(run_id)))


@router.get("/{run_id}/trace/{load}", response={200: Corrected | None, **PROBLEMS})
def trace(request: HttpRequest, run_id: int, load: int) -> Corrected | None:
    """The forecast as the probe's trace of a load has it by now; nothing while there is too little of it."""
    return trace_of(run_for_reading(run_id), load)


@router.get("/{run_id}/next/{load}", response={200: NextLoad | None, **PROBLEMS})
def after_load(request: HttpRequest, run_id: int, load: int) -> NextLoad | None:
    """What a load that was looked at says of the next one."""
    return next_load_of(run_for_reading(run_id), load)


@router.get("/{run_id}/press", response={200: Pressed | None, **PROBLEMS})
def press(request: HttpRequest, run_id: int) -> Pressed | None:
    """What the last pressed ball says of this dough; nothing while none was pressed."""
    return press_of(run_for_reading(run_id))


@router.get("/{run_id}/press/weight", response={200: float | None, **PROBLEMS})
def press_with(request: HttpRequest, run_id: int, ball_g: float, dough_c: float) -> float | None:
    """The weight that should press a ball of this dough to half as wide again, g."""
    asked = {"ball_g": ball_g, "weight_g": 1000.0, "width_mm": 50.0, "c": dough_c}
    check(RunEvent("asked", What.PRESSED, 0, values=asked))
    return press_weight(run_for_reading(run_id), ball_g, dough_c)


@router.get("/{run_id}/guess", response={200: RunGuessOut, **PROBLEMS})
def guess(request: HttpRequest, run_id: int) -> RunGuessOut:
    """The cook's own guess beside forecast and bake, how that cook's guesses hold, and the guesses others share."""
    run = run_for_reading(run_id)
    state = state_of(run, script_of_run(run))
    me = _me(request)
    return RunGuessOut(
        mine=guess_of(run, state, me), words=_words_of(state, me), held=guesses_held(me),
        others={g.who: guess_of(run, state, g.who) for g in state.guesses if g.shared and g.who != me},
    )  # fmt: skip


def _words_of(state: RunState, who: str) -> str:
    return next((dict(g.values).get("words", "") for g in state.guesses if g.who == who), "")


@router.post("/{run_id}/close", response={200: RunOut, **PROBLEMS})
def close(request: HttpRequest, run_id: int) -> RunOut:
    """End a run; what was done becomes a bake in Results."""
    return run_out(CloseRun(actor=request.user, now=timezone.now(), run_id=run_id).execute(), request)


def run_out(run: Run, request: HttpRequest) -> RunOut:
    script = script_of_run(run)
    whole = state_of(run, script)
    me = _me(request)
    state = replace(whole, guesses=tuple(g for g in whole.guesses if g.shared or g.who == me))
    finest = reads_g()
    weighings = [w for s in script.steps for w in s.lines]
    spread = portions_spread(state.portions)
    return RunOut(
        id=run.pk, dough_id=run.dough_id, name=run.dough.name, version=run.version.number, factor=run.factor,
        begun_at=run.begun_at, begun_by=name_of(run.begun_by), closed_at=run.closed_at,
        bake=run.bake.number if run.bake else None, now=clock_of(run, timezone.now()), speed=run.speed,
        seq=state.seq, script=script, state=state,
        lines={w.line: standing(script, state, w.line) for w in weighings}, current=state.current(script),
        reads_g=finest, coarse={w.line: t for w in weighings if (t := too_coarse(w.grams, finest))},
        portions_mean_g=spread[0] if spread else None, portions_sd_g=spread[1] if spread else None,
        pieces_off_g=[piece_off(script, g) for g in state.portions],
        window=_window(script), cup=cup_said(state, version_draft(run)),
        free_from=tuple(NEEDS[n].label for n in target_for(run.dough).needs if n in NEEDS),
        lots={i: [RunLotOut(id=x.pk, name=" ".join(filter(None, (x.name, x.code)))) for x in found]
              for i, found in lots_for(script).items()},
        browned=browned_said(state), cues=CUES, rims=RIMS, bites=BITES, at_heat_k=AT_HEAT_K,
        press_ball_g=BALL_G, press_s=SECONDS,
    )  # fmt: skip


def _window(script: Script) -> WindowOut | None:
    if script.core_c is None or script.width_mm is None:
        return None
    return WindowOut(
        first_min=script.first_min, best_min=script.best_min, core_c=script.core_c, width_mm=script.width_mm
    )
