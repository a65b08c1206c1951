"""Plans: a dough's of a day, looked at while it is made, kept; the day of all doughs; what is handed out of them."""

from __future__ import annotations

from datetime import date

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import BaseModel, Field

from dough.accounts.scaling import whole_sizes
from dough.accounts.store import short_of
from dough.accounts.toppings import coverage
from dough.bake.intake import NoCase
from dough.draft.target import Target
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.kitchen_measures import Habit
from dough.formats.cells import UTF8
from dough.plan.alike import alike
from dough.plan.finishes import finishes
from dough.plan.kept import FORMS
from dough.plan.portions import divisions, shared
from dough.plan.whole import Planned
from kitchen.actions.plans import DropPlan, MarkSteps, SavePlan
from kitchen.api.errors import PROBLEMS
from kitchen.api.plan.schemas import (
    AlikeOut,
    KeptPlanOut,
    KeptPlansOut,
    MarkIn,
    PlanIn,
    PlanLookOut,
    SavePlanIn,
    TimeOut,
    look_out,
    plan_out,
    refused,
)
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict
from kitchen.models import Dough, Plan
from kitchen.prints.calendar import calendar_text
from kitchen.prints.day_sheet import day_csv, day_pdf
from kitchen.prints.tray_sheet import tray_pdf
from kitchen.reading.days import Solved, cautions, solve_day, solve_one
from kitchen.reading.doughs import MissingError, dough_for_reading
from kitchen.reading.hours import local_day, today, zone
from kitchen.reading.plans import plan_for_reading, plans_of, plans_on, setting_for, worked, worked_plan
from kitchen.reading.store import store_on

router = Router(tags=["plan"])
dough_router = Router(tags=["plan"])
day_router = Router(tags=["plan"])


class PlannedDoughOut(BaseModel):
    """A dough of the day, and why it can't be planned (empty: it is)."""

    plan: KeptPlanOut
    wrong: str


class DaySheetOut(BaseModel):
    """A day of the kitchen. time is empty where nothing is planned; cautions are about the order."""

    on: date
    zone: str
    now_min: int
    doughs: list[PlannedDoughOut]
    time: TimeOut | None
    cautions: list[str]


class DaySheetIn(Strict):
    """How the day is looked at: cooks, from which hour, and whether the rest is planned from now on."""

    seq: int = Field(default=0, ge=0, le=2**31 - 1)
    cooks: int = Field(default=1, ge=1, le=20)
    begin: str | None = Field(default=None, pattern=r"^([01]\d|2[0-3]):[0-5]\d$")
    from_now: bool = False


@router.post("/look", response={200: PlanLookOut, **PROBLEMS})
def look(request: HttpRequest, payload: PlanIn) -> HttpResponse:
    """A plan worked out while it is made: portions, shape, trays, finishes, what is kept, steps."""
    try:
        found = _worked(payload)
    except (EntryError, EntryErrors) as error:
        return sent(refused(payload.seq, error))
    draft = payload.draft.to_core()
    whole = list(whole_sizes(draft.formula, Habit.METRIC))
    tops = list(coverage(draft, None if found.no_forecast else found.laid.out_mm))
    short = short_of(draft, found.portions.factor, store_on(payload.on))
    return sent(look_out(payload.seq, found, whole, tops, _alike(payload, found), short))


def _worked(payload: PlanIn) -> Planned:
    target = Target(payload.target.to_core())
    return worked(payload.plan, payload.setting(), target, payload.on, "p0", "This dough").planned


def _alike(payload: PlanIn, found: Planned) -> AlikeOut | None:
    second = payload.plan.second
    if second is None:
        return None
    other = dough_for_reading(second.dough)
    told = alike(payload.setting(), setting_for(other))
    dough = found.portions.divided.dough_g
    grams = dict(shared(dough, (("first", 1.0 - second.share), ("second", second.share)), found.portions.loss.pct))
    if isinstance(told, NoCase):
        return AlikeOut(name=other.name, first_g=grams["first"], second_g=grams["second"], agree=False,
                        words=told.because, mends=[])  # fmt: skip
    mends = [f"{other.name}: {a.lever.name.lower()} to {a.after:g} {a.lever.unit}, {a.effect}" for a in told.advice]
    return AlikeOut(name=other.name, first_g=grams["first"], second_g=grams["second"], agree=told.agree,
                    words=told.words, mends=mends)  # fmt: skip


@router.post("/time", response={200: TimeOut, **PROBLEMS})
def time(request: HttpRequest, payload: PlanIn) -> HttpResponse:
    """The steps of one dough in their places, as if it had the kitchen to itself."""
    target = Target(payload.target.to_core())
    dough = Dough(name="This dough", draft=payload.draft.model_dump(mode="json"), target={})
    row = Plan(pk=0, dough=dough, on=payload.on, body=payload.plan.model_dump(mode="json"))
    found = worked(payload.plan, payload.setting(), target, payload.on, "p0", "This dough")
    return sent(time_out(payload.seq, solve_one(found, payload.cooks, row)))


def time_out(seq: int, s: Solved) -> TimeOut:
    return TimeOut(
        seq=seq, placed=s.placed, lanes=list(s.problem.lanes), optimal=s.answer.optimal, off_by_min=s.answer.off_by_min,
        fights=list(s.said), late_min=s.late_min, words=s.words,
    )  # fmt: skip


@dough_router.get("/{dough_id}/plans", response={200: KeptPlansOut, **PROBLEMS})
def all_plans(request: HttpRequest, dough_id: int) -> KeptPlansOut:
    """A dough's plans, and what a plan can be made of."""
    dough = dough_for_reading(dough_id)
    return KeptPlansOut(
        plans=[plan_out(p) for p in plans_of(dough)], today=today(timezone.now()), zone=zone().key,
        divisions=list(divisions().values()), finishes=list(finishes().values()), forms=FORMS,
    )  # fmt: skip


@dough_router.put("/{dough_id}/plans/{on}", response={200: KeptPlanOut, **PROBLEMS})
def save(request: HttpRequest, dough_id: int, on: date, payload: SavePlanIn) -> KeptPlanOut:
    """Keep a dough's plan of a day; refuses a stale revision."""
    action = SavePlan(
        actor=request.user, now=timezone.now(), dough_id=dough_id, on=on, revision=payload.revision, plan=payload.plan
    )
    return plan_out(action.execute())


@router.delete("/{plan_id}", response={200: KeptPlanOut, **PROBLEMS})
def drop(request: HttpRequest, plan_id: int, revision: int = 0) -> KeptPlanOut:
    """Take a plan off its day."""
    return plan_out(DropPlan(actor=request.user, now=timezone.now(), plan_id=plan_id, revision=revision).execute())


@router.post("/{plan_id}/marks", response={200: KeptPlanOut, **PROBLEMS})
def mark(request: HttpRequest, plan_id: int, payload: list[MarkIn]) -> KeptPlanOut:
    """Note what was begun and ended of a plan."""
    if len(payload) > 60:
        raise EntryError("marks", "Up to 60 steps at once.")
    marks = {m.step: None if m.started is None else (m.started, m.ended) for m in payload}
    return plan_out(MarkSteps(actor=request.user, now=timezone.now(), plan_id=plan_id, marks=marks).execute())


@router.get("/{plan_id}/trays.pdf", response={200: None, **PROBLEMS})
def trays(request: HttpRequest, plan_id: int) -> HttpResponse:
    """The tray to scale, to lie under the paper."""
    row = plan_for_reading(plan_id)
    return _file(tray_pdf(row.dough.name, worked_plan(row).planned.laid), "application/pdf", f"trays-{plan_id}.pdf")


@day_router.post("/{on}", response={200: DaySheetOut, **PROBLEMS})
def day(request: HttpRequest, on: date, payload: DaySheetIn) -> HttpResponse:
    """All plans of a day on their lanes; from_now plans the rest from this minute on."""
    here = local_day(on)
    now_min = here.minute_at(timezone.now())
    plans = plans_on(on)
    begin = None if payload.begin is None else here.minute_of(payload.begin)
    solved, wrong = solve_day(plans, payload.cooks, begin, now_min if payload.from_now else None)
    return sent(
        DaySheetOut(
            on=on, zone=here.zone.key, now_min=now_min,
            doughs=[
                PlannedDoughOut(plan=plan_out(p), wrong=wrong.get(p.pk, ""))
                for p in plans
            ],
            time=None if solved is None else time_out(payload.seq, solved), cautions=list(cautions(plans)),
        )
    )  # fmt: skip


def _solved(on: date, cooks: int) -> Solved:
    if not 1 <= cooks <= 20:
        raise EntryError("cooks", "One to 20 cooks.")
    solved, _ = solve_day(plans_on(on), cooks, None, None)
    if solved is None or not solved.answer.placed:
        raise MissingError("Nothing is planned for that day that could be written out.")
    return solved


@day_router.get("/{on}/calendar.ics", response={200: None, **PROBLEMS})
def calendar(request: HttpRequest, on: date, cooks: int = 1) -> HttpResponse:
    """The day for a calendar: every step with hands on it, with an alarm before the first and at each pull."""
    solved = _solved(on, cooks)
    text = calendar_text(solved.placed, timezone.now())
    return _file(text, "text/calendar; charset=utf-8", f"bake-{on}.ics")


@day_router.get("/{on}/plan.csv", response={200: None, **PROBLEMS})
def table(request: HttpRequest, on: date, cooks: int = 1) -> HttpResponse:
    """The day as a table."""
    solved = _solved(on, cooks)
    return _file(UTF8 + day_csv(solved.placed), "text/csv; charset=utf-8", f"day-{on}.csv")


@day_router.get("/{on}/plan.pdf", response={200: None, **PROBLEMS})
def page(request: HttpRequest, on: date, cooks: int = 1) -> HttpResponse:
    """The day to print."""
    solved = _solved(on, cooks)
    return _file(day_pdf(on, solved.words, solved.placed), "application/pdf", f"day-{on}.pdf")


def _file(body: bytes | str, kind: str, name: str) -> HttpResponse:
    answer = HttpResponse(body, content_type=kind)
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer
