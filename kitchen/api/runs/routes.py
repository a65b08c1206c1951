"""Runs at the bench: started, followed, written down, closed."""

from __future__ import annotations

import json
from dataclasses import replace
from datetime import datetime

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.accounts.formula import Draft, Formula
from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.intake import bake_inputs
from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.effects import difference_words
from dough.plan.whole import foretold
from dough.run.script import Script, too_coarse
from dough.run.state import LineStanding, RunState, fold, portions_spread, really_weighed, standing
from kitchen.actions.runs import CloseRun, Said, StartRun, WriteDown, ms
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict
from kitchen.documents.draft import DraftDoc
from kitchen.models import Run
from kitchen.photos.simulated_camera import HIDDEN
from kitchen.reading.doughs import name_of, style_of
from kitchen.reading.kit import setting_of
from kitchen.reading.plans import target_for
from kitchen.reading.runs import events_of, reads_g, run_for_reading, runs_of, script_of_run

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


class RunWrittenOut(BaseModel):
    """What was written down, and how the run stands with it."""

    events: list[RunEventOut]
    run: RunOut


class OptionOut(BaseModel):
    """What can be done about too much of a line, with what the forecast makes of it."""

    how: str
    words: str
    effect: str


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


@router.get("/{run_id}/over/{line}", response={200: list[OptionOut], **PROBLEMS})
def over(request: HttpRequest, run_id: int, line: str) -> list[OptionOut]:
    """What can be done about too much of a line."""
    run = run_for_reading(run_id)
    script = script_of_run(run)
    state = fold(script, events_of(run))
    wanted, now = script.weighing(line), state.weighed.get(line)
    if wanted is None or now is None:
        raise EntryError("line", "That line was not weighed in this run.")
    more = now.grams - wanted.grams * state.factor
    found = []
    if wanted.back:
        found.append(OptionOut(how="back", words=f"Spoon {more:.1f} g back out", effect="as planned"))
    before = _real(run, {}, 1.0)
    found.append(
        OptionOut(how="keep", words="Keep it and note it", effect=_effect(before, _real(run, {line: now.grams}, 1.0)))
    )
    share = now.grams / wanted.grams if wanted.grams else 1.0
    eggs = any(w.ingredient.startswith("egg") for s in script.steps for w in s.lines)
    found.append(
        OptionOut(
            how="scale", words=f"Scale the rest by {share:.3f}" + (", eggs too: weigh them" if eggs else ""),
            effect=f"the same cookie, {100.0 * (share - 1.0):.0f} % more dough",
        )
    )  # fmt: skip
    found.append(OptionOut(how="again", words="Start this line again", effect="as planned"))
    return found


def _effect(before: Setting, after: Setting) -> str:
    one, other = before.cookie(), after.cookie()
    if one is None or other is None:
        return "no forecast"
    return difference_words(one, other) or "no difference that could be told"


def _real(run: Run, grams: dict[str, float], factor: float) -> Setting:
    """The version with what was really weighed of some lines, as it would bake."""
    draft = DraftDoc.model_validate(run.version.formula).to_core()
    scaled = run.factor * factor
    lines = tuple(
        x if x.id not in grams or x.grams is None else x.weighing(grams[x.id] / scaled) for x in draft.formula.lines
    )
    made: Draft = replace(draft, formula=Formula(lines))
    return setting_of(made, style_of(run.dough), run.dough_id)


@router.get("/{run_id}/really", response={200: OptionOut, **PROBLEMS})
def really(request: HttpRequest, run_id: int) -> OptionOut:
    """What the real amounts do to the forecast."""
    run = run_for_reading(run_id)
    script = script_of_run(run)
    state = fold(script, events_of(run))
    grams = really_weighed(script, state)
    effect = _effect(_real(run, {}, 1.0), _real(run, grams, state.factor))
    return OptionOut(how="", words=f"{len(grams)} lines were weighed", effect=effect)


@router.get("/{run_id}/course", response={200: list[tuple[float, float]], **PROBLEMS})
def course(request: HttpRequest, run_id: int) -> list[tuple[float, float]]:
    """The core by minutes in the oven, as forecast."""
    return course_of(run_for_reading(run_id))


def course_of(run: Run, *, hidden: bool = False) -> list[tuple[float, float]]:
    """Minutes and °C of the core; hidden: of the stand-in's own cookies, which bake a little otherwise than
    forecast."""
    case = _real(run, {}, 1.0).case()
    if not isinstance(case, BakeCase):
        return []
    script = script_of_run(run)
    longer = replace(case, heat=replace(case.heat, minutes=max(1.6 * script.bake_min, 4.0)))
    if hidden:
        longer = replace(longer, taught=HIDDEN)
    try:
        baked = bake([bake_inputs(longer)], learned=longer.taught.learned)
    except EntryErrors:
        return []
    upto = baked.steps_bake + 1
    return [
        (round(float(t) / 60.0, 2), round(float(c), 1))
        for t, c in zip(baked.column("t")[0, :upto:2], baked.column("core")[0, :upto:2], strict=True)
    ]


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
    )  # fmt: skip


def _window(run: Run) -> WindowOut | None:
    case = _real(run, {}, 1.0).case()
    if not isinstance(case, BakeCase):
        return None
    told = foretold(case, target_for(run.dough).cookie)
    if told is None:
        return None
    return WindowOut(first_min=told.first_min, best_min=told.best_min, core_c=told.core_c, width_mm=told.width.value)
