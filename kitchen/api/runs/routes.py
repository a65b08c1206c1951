"""Runs at the bench: started, followed, written down, closed."""

from __future__ import annotations

import json
from datetime import datetime

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.accounts.butter.creaming import CupTest
from dough.bake.contract import BakeCase
from dough.plan.whole import foretold
from dough.run.outcome import OverWay, cup_said, effect, ways_out
from dough.run.script import Script, too_coarse
from dough.run.state import LineStanding, RunState, fold, portions_spread, really_weighed, standing
from kitchen.actions.runs import CloseRun, Said, StartRun, WriteDown, ms
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict
from kitchen.models import Run
from kitchen.reading.doughs import name_of
from kitchen.reading.plans import target_for
from kitchen.reading.runs import (
    course_of,
    events_of,
    reads_g,
    really_setting,
    run_for_reading,
    runs_of,
    script_of_run,
    version_draft,
)

router = Router(tags=["runs"])


class StartIn(Strict):
    dough_id: int = Field(ge=0, le=MAX_ID)
    plan_id: int | None = Field(default=None, ge=0, le=MAX_ID)
    key: str = Field(min_length=1, max_length=60)


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
    """A run in a list."""

    id: int
    dough_id: int
    name: str
    version: int
    begun_at: datetime
    begun_by: str
    closed_at: datetime | None
    bake: int | None
    current: str


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


class RunOut(BaseModel):
    """A run as it stands: its script, state and lines; now is the server's clock in ms; coarse says of which lines the
    scale is too coarse."""

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
    seq: int
    script: Script
    state: RunState
    lines: dict[str, LineStanding]
    current: str
    reads_g: float
    coarse: dict[str, str]
    portions_mean_g: float | None
    portions_sd_g: float | None
    window: WindowOut | None
    cup: CupTest | None


class RunWrittenOut(BaseModel):
    """What was written down, and how the run stands with it."""

    events: list[RunEventOut]
    run: RunOut


@router.get("", response={200: list[RunLineOut], **PROBLEMS})
def all_runs(request: HttpRequest, dough_id: int | None = None, only_open: bool = False) -> list[RunLineOut]:
    """Runs, newest first."""
    return [_line(r) for r in runs_of(dough_id, only_open=only_open)]


def _line(r: Run) -> RunLineOut:
    current = ""
    if r.closed_at is None:
        script = script_of_run(r)
        step = script.step(fold(script, events_of(r)).current(script))
        current = step.name if step else "all done"
    return RunLineOut(
        id=r.pk, dough_id=r.dough_id, name=r.dough.name, version=r.version.number, begun_at=r.begun_at,
        begun_by=name_of(r.begun_by), closed_at=r.closed_at, bake=r.bake.number if r.bake else None, current=current,
    )  # fmt: skip


@router.post("", response={201: RunOut, **PROBLEMS})
def start(request: HttpRequest, payload: StartIn) -> Status[RunOut]:
    """Start a run of a dough; the same key twice starts one."""
    action = StartRun(
        actor=request.user, now=timezone.now(), dough_id=payload.dough_id, plan_id=payload.plan_id, key=payload.key
    )
    return Status(201, run_out(action.execute()))


@router.get("/{run_id}", response={200: RunOut, **PROBLEMS})
def one(request: HttpRequest, run_id: int) -> HttpResponse:
    """A run as it stands."""
    return sent(run_out(run_for_reading(run_id)))


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
    told = [
        RunEventOut(seq=r.seq, key=r.key, what=r.what, at=r.at, said_at=r.said_at, who=name_of(r.who), step=r.step,
                 values=r.values, source=r.source) for r in rows
    ]  # fmt: skip
    return sent(RunWrittenOut(events=told, run=run_out(run_for_reading(run_id))))


@router.get("/{run_id}/events", response={200: list[RunEventOut], **PROBLEMS})
def events(request: HttpRequest, run_id: int, after: int = 0) -> list[RunEventOut]:
    """The log of a run after a place in it."""
    run = run_for_reading(run_id)
    return [
        RunEventOut(seq=e.seq, key=e.key, what=e.what, at=e.at, said_at=e.said_at, who=e.who, step=e.step,
                 values=dict(e.values), source=e.source) for e in events_of(run, after)
    ]  # fmt: skip


@router.get("/{run_id}/log.jsonl", response={200: None, **PROBLEMS})
def log_file(request: HttpRequest, run_id: int) -> HttpResponse:
    """The log as JSON Lines: one event a line, in order, as docs/formats says."""
    run = run_for_reading(run_id)
    lines = [
        json.dumps(
            {"seq": e.seq, "key": e.key, "what": e.what.value, "at": e.at, "said_at": e.said_at, "who": e.who,
             "step": e.step, "values": dict(e.values), "source": e.source}, ensure_ascii=False,
        )
        for e in events_of(run)
    ]  # fmt: skip
    answer = HttpResponse("\n".join(lines) + "\n", content_type="application/x-ndjson")
    answer["Content-Disposition"] = f'attachment; filename="run-{run_id}.jsonl"'
    return answer


@router.get("/{run_id}/over/{line}", response={200: list[OverWay], **PROBLEMS})
def over(request: HttpRequest, run_id: int, line: str) -> list[OverWay]:
    """What can be done about too much of a line."""
    run = run_for_reading(run_id)
    script = script_of_run(run)
    state = fold(script, events_of(run))
    now = state.weighed.get(line)
    kept = really_setting(run, {} if now is None else {line: now.grams})
    return list(ways_out(script, state, line, really_setting(run), kept))


@router.get("/{run_id}/really", response={200: OverWay, **PROBLEMS})
def real_amounts(request: HttpRequest, run_id: int) -> OverWay:
    """What the real amounts do to the forecast."""
    run = run_for_reading(run_id)
    script = script_of_run(run)
    state = fold(script, events_of(run))
    grams = really_weighed(script, state)
    done = effect(really_setting(run), really_setting(run, grams, state.factor))
    return OverWay("", f"{len(grams)} lines were weighed", done)


@router.get("/{run_id}/course", response={200: list[tuple[float, float]], **PROBLEMS})
def core_course(request: HttpRequest, run_id: int) -> list[tuple[float, float]]:
    """The core by minutes in the oven, as forecast."""
    return list(course_of(run_for_reading(run_id)))


@router.post("/{run_id}/close", response={200: RunOut, **PROBLEMS})
def close(request: HttpRequest, run_id: int) -> RunOut:
    """End a run; what was done becomes a bake in Results."""
    return run_out(CloseRun(actor=request.user, now=timezone.now(), run_id=run_id).execute())


def run_out(run: Run) -> RunOut:
    script = script_of_run(run)
    state = fold(script, events_of(run))
    finest = reads_g()
    weighings = [w for s in script.steps for w in s.lines]
    spread = portions_spread(state.portions)
    return RunOut(
        id=run.pk, dough_id=run.dough_id, name=run.dough.name, version=run.version.number, factor=run.factor,
        begun_at=run.begun_at, begun_by=name_of(run.begun_by), closed_at=run.closed_at,
        bake=run.bake.number if run.bake else None, now=ms(timezone.now()), seq=state.seq, script=script, state=state,
        lines={w.line: standing(script, state, w.line) for w in weighings}, current=state.current(script),
        reads_g=finest, coarse={w.line: t for w in weighings if (t := too_coarse(w.grams, finest))},
        portions_mean_g=spread[0] if spread else None, portions_sd_g=spread[1] if spread else None, window=_window(run),
        cup=cup_said(state, version_draft(run)),
    )  # fmt: skip


def _window(run: Run) -> WindowOut | None:
    case = really_setting(run).case()
    if not isinstance(case, BakeCase):
        return None
    told = foretold(case, target_for(run.dough).cookie)
    if told is None:
        return None
    return WindowOut(first_min=told.first_min, best_min=told.best_min, core_c=told.core_c, width_mm=told.width.value)
