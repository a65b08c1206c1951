"""Series of bakes: what could be varied, a plan, results and effects."""

from __future__ import annotations

from dataclasses import asdict
from datetime import datetime
from statistics import fmean
from typing import Any

import numpy as np
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.accounts.formula import Draft
from dough.bake.contract import Forecast
from dough.bake.draft_setting import Setting
from dough.counsel.next_steps.levers import Lever, levers, values_of
from dough.counsel.series.design import Factor, Plan, drafts_of, factor_of, plan
from dough.counsel.series.effects import Effect, TraysNeeded, cautions, looked_at, needs, outcome, says
from dough.facts.errors import EntryError
from dough.facts.quantities import keys_of, quantity
from dough.facts.styles import Style
from dough.judgement.effects import forecasts_of
from kitchen.actions.series import MeasureRun, PlanSeries, series_for_reading
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict, Typed
from kitchen.documents.draft import DraftDoc
from kitchen.documents.series import plan_of
from kitchen.models import Dough, Series
from kitchen.reading.doughs import dough_for_reading, name_of, style_of
from kitchen.reading.kit import dough_setting, setting_of
from kitchen.reading.scatter import kitchen_scatter
from kitchen.reading.series_levels import level_words

router = Router(tags=["series"])
dough_router = Router(tags=["series"])


class FactorIn(Strict):
    key: str = Field(max_length=60)
    levels: list[float] = Field(max_length=8)


class SeriesIn(Strict):
    """A series to plan. seed is where chance comes from: the same seed gives the same order."""

    name: str = Field(default="", max_length=400)
    factors: list[FactorIn] = Field(max_length=4)
    repeats: int = Field(default=2, ge=0, le=100)
    pieces: int = Field(default=6, ge=0, le=1000)
    seed: int = Field(default=1, ge=0, le=MAX_ID)


class RunIn(Strict):
    revision: int
    order: int = Field(ge=0, le=1000)
    typed: dict[str, Typed] = Field(max_length=20)


class LeverOut(BaseModel):
    """What could be varied: where it stands now and levels that make sense around it."""

    key: str
    name: str
    unit: str
    now: float | None
    suggested: list[float]
    low: float
    high: float


class SeriesRunOut(BaseModel):
    """One run: what it is in words, and what it measured."""

    order: int
    block: int
    place: int
    words: str
    results: dict[str, list[float]]


class SplitOut(BaseModel):
    words: str
    grams: float
    diameter_mm: float | None
    height_mm: float | None
    rim_crisp: float | None
    crust_l: float | None


class MeanOut(BaseModel):
    """A measure's mean at a level, with what the forecast says there."""

    level: float
    measured: float | None
    forecast: float | None


class OutcomeOut(BaseModel):
    key: str
    label: str
    unit: str
    digits: int
    effects: list[Effect]
    means: list[MeanOut]
    sd: float
    freedom: int
    from_kitchen: float
    looked_at: int
    bend: Effect | None
    words: list[str]


class SeriesOut(BaseModel):
    id: int
    revision: int
    name: str
    made_at: datetime | None
    made_by: str
    factors: list[Factor]
    runs: list[SeriesRunOut]
    splits: list[SplitOut]
    one_dough: bool
    dough_g: float
    pieces: int
    repeats: int
    cautions: list[str]
    outcomes: list[OutcomeOut]
    done: int


class SeriesListOut(BaseModel):
    levers: list[LeverOut]
    series: list[SeriesOut]


class PowerOut(BaseModel):
    """scatter is one sd between two bakes, in the measure's unit; scatter_from says where it comes from."""

    key: str
    label: str
    unit: str
    difference: float
    scatter: float
    scatter_from: str
    needs: list[TraysNeeded]


@dough_router.get("/{dough_id}/series", response={200: SeriesListOut, **PROBLEMS})
def all_series(request: HttpRequest, dough_id: int) -> HttpResponse:
    """What could be varied in the draft, and the series there are, newest first."""
    dough = dough_for_reading(dough_id)
    draft, style = _draft(dough.draft), style_of(dough)
    used = Setting.of(draft, style).style
    found = [] if used is None else [_lever(x, draft, used) for x in levers(draft, used) if x.graded]
    kept = [series_out(s) for s in dough.series.select_related("made_by")]
    return sent(SeriesListOut(levers=found, series=kept))


@dough_router.post("/{dough_id}/series/plan", response={200: SeriesOut, **PROBLEMS})
def try_plan(request: HttpRequest, dough_id: int, payload: SeriesIn) -> HttpResponse:
    """A plan looked at, not kept."""
    dough = dough_for_reading(dough_id)
    draft = _draft(dough.draft)
    made = _plan(dough, draft, payload)
    return sent(_out(0, 0, payload.name, None, "", made, {}, dough, dough.draft))


@dough_router.post("/{dough_id}/series", response={201: SeriesOut, **PROBLEMS})
def keep_plan(request: HttpRequest, dough_id: int, payload: SeriesIn) -> Status[SeriesOut]:
    """Keep a plan, with the draft it starts from."""
    action = PlanSeries(
        actor=request.user, now=timezone.now(), dough_id=dough_id, name=payload.name,
        laid_out=lambda dough: (dough.draft, asdict(_plan(dough, _draft(dough.draft), payload))),
    )  # fmt: skip
    return Status(201, series_out(action.execute()))


@router.put("/{series_id}/runs", response={200: SeriesOut, **PROBLEMS})
def measure(request: HttpRequest, series_id: int, payload: RunIn) -> SeriesOut:
    """What a run measured."""
    action = MeasureRun(
        actor=request.user, now=timezone.now(), series_id=series_id, revision=payload.revision, order=payload.order,
        typed=payload.typed,
    )  # fmt: skip
    return series_out(action.execute())


@router.get("/{series_id}", response={200: SeriesOut, **PROBLEMS})
def one_series(request: HttpRequest, series_id: int) -> SeriesOut:
    return series_out(series_for_reading(series_id))


@dough_router.get("/{dough_id}/series/power/{key}", response={200: PowerOut, **PROBLEMS})
def power(request: HttpRequest, dough_id: int, key: str, difference: float) -> PowerOut:
    """How many trays of each level it takes to see a difference, by this kitchen's scatter at the draft's size."""
    if key not in keys_of("series"):
        raise EntryError("key", "That is not something a series measures.")
    dough, scatter = dough_for_reading(dough_id), kitchen_scatter()
    told = dough_setting(dough, style_of(dough)).forecast()
    value = told.ends.get(key) if isinstance(told, Forecast) else None
    try:
        found = needs(key, difference, value, scatter)
    except ValueError as error:
        raise EntryError("difference", "Give a difference above zero.") from error
    label, unit = quantity(key).label, quantity(key).unit
    return PowerOut(
        key=key, label=label, unit=unit, difference=difference, scatter=scatter.of(key, value),
        scatter_from=scatter.words(), needs=list(found),
    )  # fmt: skip


def _draft(document: object) -> Draft:
    return DraftDoc.model_validate(document).to_core()


def _used(dough: Dough, draft: Draft) -> Style:
    found = Setting.of(draft, style_of(dough)).style
    if found is None:
        raise EntryError("factors", "Add flour, sugar and fat first: a series varies a dough that can be baked.")
    return found


def _plan(dough: Dough, draft: Draft, payload: SeriesIn) -> Plan:
    used = _used(dough, draft)
    factors = tuple(factor_of(draft, used, f.key, f.levels) for f in payload.factors)
    return plan(draft, used, factors, payload.repeats, payload.pieces, np.random.default_rng(payload.seed))


def _lever(x: Lever, draft: Draft, used: Style) -> LeverOut:
    now = values_of(x, draft, draft)[1]
    step = 0.6 * x.step
    digits = 0 if x.unit in ("°C", "min") or x.step >= 10 else 1
    around = [round(now + k * step, digits) for k in (-1, 0, 1)]
    return LeverOut(
        key=x.key, name=x.name, unit=x.unit, now=now, suggested=[v for v in around if v > 0 or x.unit == "°C"],
        low=now - 2 * x.step, high=now + 2 * x.step,
    )  # fmt: skip


def series_out(s: Series) -> SeriesOut:
    return _out(s.pk, s.revision, s.name, s.made_at, name_of(s.made_by), plan_of(s), s.results, s.dough, s.base)


def _out(
    ident: int, revision: int, name: str, at: datetime | None, by: str, made: Plan,
    results: dict[str, dict[str, list[float]]], dough: Dough, base: dict[str, Any],
) -> SeriesOut:  # fmt: skip
    start = _draft(base)
    used = _used(dough, start)
    setting = setting_of(start, used, dough.pk)
    drafts = drafts_of(start, used, made)
    told = forecasts_of([setting.with_draft(d) for d in drafts.values()])
    ends = {c: (f.ends if f else {}) for c, f in zip(drafts, told, strict=True)}
    done = [r for r in made.runs if results.get(str(r.order))]
    return SeriesOut(
        id=ident, revision=revision, name=name, made_at=at, made_by=by,
        factors=list(made.factors),
        runs=[
            SeriesRunOut(order=r.order, block=r.block, place=r.place, words=level_words(made, r.levels),
                         results=results.get(str(r.order), {}))
            for r in made.runs
        ],
        splits=[
            SplitOut(words=s.words, grams=s.grams,
                     **{k: ends[s.levels].get(k) for k in ("diameter_mm", "height_mm", "rim_crisp", "crust_l")})
            for s in made.splits
        ],
        one_dough=made.one_dough, dough_g=made.dough_g, pieces=made.pieces, repeats=max(r.block for r in made.runs),
        cautions=[*made.cautions, *(cautions(made, done) if done else ())],
        outcomes=_outcomes(made, results, ends), done=len(done),
    )  # fmt: skip


def _said(made: Plan, key: str, e: Effect, many: int, holds: dict[tuple[str, str], bool]) -> str:
    """An effect in words; one that is clear alone and not among all that were looked at says so."""
    words = says(made, key, e)
    if e.clear and many > 1 and not holds.get((key, e.name), True):
        words += f"; clear by itself, but of {many} figures looked at one in twenty is so by chance"
    return words


def _outcomes(
    made: Plan, results: dict[str, dict[str, list[float]]], ends: dict[tuple[int, ...], dict[str, float]]
) -> list[OutcomeOut]:
    found, scatter = [], kitchen_scatter()
    outcomes = []
    for key in keys_of("series"):
        values = {int(o): fmean(m[key]) for o, m in results.items() if m.get(key)}
        if (one := outcome(made, key, values, scatter)) is not None:
            outcomes.append(one)
    many, holds = looked_at(outcomes)
    for told in outcomes:
        key = told.key
        q = quantity(key)
        means = [
            MeanOut(level=made.factors[0].levels[n], measured=m, forecast=ends.get((n,), {}).get(key))
            for n, m in enumerate(told.means)
        ]
        found.append(
            OutcomeOut(
                key=key, label=q.label, unit=q.unit, digits=q.digits, effects=list(told.effects),
                means=means, sd=told.sd, freedom=told.freedom, bend=told.bend,
                words=[_said(made, key, e, many, holds) for e in told.effects], from_kitchen=told.from_kitchen,
                looked_at=many,
            )
        )  # fmt: skip
    return found
