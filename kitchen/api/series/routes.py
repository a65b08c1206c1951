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

from dough.accounts.formula import Draft
from dough.bake.contract import Forecast
from dough.bake.draft_setting import Setting
from dough.counsel.next_steps.levers import Lever, levers, values_of
from dough.counsel.series.best import best_of
from dough.counsel.series.design import Plan, drafts_of, factor_of, plan
from dough.counsel.series.effects import Effect, Outcome, cautions, looked_at, needs, outcome, says
from dough.counsel.series.pieces import Pieces, pieces_of
from dough.counsel.series.power import planned_power
from dough.counsel.series.shares import STEP, UNIT, ShareNow, shares_now
from dough.draft.texture_map import place_of
from dough.facts.errors import EntryError
from dough.facts.quantities import keys_of, quantity
from dough.facts.scatter import Scatter
from dough.facts.styles import Style
from dough.judgement.effects import forecasts_of
from kitchen.actions.series import MeasureRun, PlanSeries, series_for_reading
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.api.series.schemas import (
    BestOut,
    LeverOut,
    MeanOut,
    OutcomeOut,
    PlanPowerIn,
    PlanPowerOut,
    PowerOut,
    RunIn,
    SeriesIn,
    SeriesListOut,
    SeriesOut,
    SeriesRunOut,
    SplitOut,
)
from kitchen.documents.draft import DraftDoc
from kitchen.documents.series import plan_of
from kitchen.models import Dough, Series
from kitchen.reading.doughs import dough_for_reading, name_of, style_of
from kitchen.reading.kit import dough_setting, setting_of
from kitchen.reading.plans import target_for
from kitchen.reading.scatter import kitchen_scatter
from kitchen.reading.series_levels import level_words

router = Router(tags=["series"])
dough_router = Router(tags=["series"])


@dough_router.get("/{dough_id}/series", response={200: SeriesListOut, **PROBLEMS})
def all_series(request: HttpRequest, dough_id: int) -> HttpResponse:
    """What could be varied in the draft, and the series there are, newest first."""
    dough = dough_for_reading(dough_id)
    draft, style = _draft(dough.draft), style_of(dough)
    used = Setting.of(draft, style).style
    found = [] if used is None else [_lever(x, draft, used) for x in levers(draft, used) if x.graded]
    found += [_share(s) for s in shares_now(draft)] if used is not None else []
    kept = [series_out(s) for s in dough.series.select_related("made_by")]
    return sent(SeriesListOut(levers=found, series=kept))


@dough_router.post("/{dough_id}/series/plan", response={200: SeriesOut, **PROBLEMS})
def try_plan(request: HttpRequest, dough_id: int, payload: SeriesIn) -> HttpResponse:
    """A plan looked at, not kept."""
    dough = dough_for_reading(dough_id)
    draft = _draft(dough.draft)
    made = _plan(dough, draft, payload)
    return sent(_out(0, 0, payload.name, None, "", made, {}, dough, dough.draft))


@dough_router.post("/{dough_id}/series/plan/power", response={200: PlanPowerOut, **PROBLEMS})
def plan_power(request: HttpRequest, dough_id: int, payload: PlanPowerIn) -> PlanPowerOut:
    """How often a plan would see a difference from the lowest to the highest level, by this kitchen's scatter."""
    _a_measure(payload.key)
    dough = dough_for_reading(dough_id)
    made = _plan(dough, _draft(dough.draft), payload)
    try:
        each = planned_power(made, payload.key, payload.difference, _value_of(dough, payload.key), kitchen_scatter())
    except ValueError as error:
        raise EntryError("difference", "Give a difference above zero.") from error
    return PlanPowerOut(unit=quantity(payload.key).unit, difference=payload.difference, each=list(each))


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
    _a_measure(key)
    dough, scatter = dough_for_reading(dough_id), kitchen_scatter()
    value = _value_of(dough, key)
    try:
        found = needs(key, difference, value, scatter)
    except ValueError as error:
        raise EntryError("difference", "Give a difference above zero.") from error
    label, unit = quantity(key).label, quantity(key).unit
    return PowerOut(
        key=key, label=label, unit=unit, difference=difference, scatter=scatter.of(key, value),
        scatter_from=scatter.words(), needs=list(found),
    )  # fmt: skip


def _a_measure(key: str) -> None:
    if key not in keys_of("series"):
        raise EntryError("key", "That is not something a series measures.")


def _value_of(dough: Dough, key: str) -> float | None:
    """About what a measure of the dough is, by the forecast of its draft."""
    told = dough_setting(dough, style_of(dough)).forecast()
    return told.ends.get(key) if isinstance(told, Forecast) else None


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
    return plan(
        draft, used, factors, payload.repeats, payload.pieces, np.random.default_rng(payload.seed), payload.fraction
    )


def _lever(x: Lever, draft: Draft, used: Style) -> LeverOut:
    now = values_of(x, draft, draft)[1]
    step = 0.6 * x.step
    digits = 0 if x.unit in ("°C", "min") or x.step >= 10 else 1
    around = [round(now + k * step, digits) for k in (-1, 0, 1)]
    return LeverOut(
        key=x.key, name=x.name, unit=x.unit, now=now, suggested=[v for v in around if v > 0 or x.unit == "°C"],
        low=now - 2 * x.step, high=now + 2 * x.step,
    )  # fmt: skip


def _share(s: ShareNow) -> LeverOut:
    around = [round(s.now + k * STEP, 1) for k in (-1, 0, 1)]
    return LeverOut(
        key=s.key, name=s.name, unit=UNIT, now=s.now, suggested=around, low=s.now - 3 * STEP, high=s.now + 3 * STEP
    )


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
    read = {
        key: values
        for key in keys_of("series")
        if (values := {int(o): fmean(m[key]) for o, m in results.items() if m.get(key)})
    }
    scatter = kitchen_scatter()
    pieces = {
        key: found
        for key in read
        if (found := pieces_of(key, {int(o): m.get(key, []) for o, m in results.items()}, made.pieces, scatter))
    }
    outcomes = {
        key: one for key, values in read.items() if (one := outcome(made, key, values, scatter, pieces.get(key)))
    }
    return SeriesOut(
        id=ident, revision=revision, name=name, made_at=at, made_by=by,
        factors=list(made.factors),
        runs=[
            SeriesRunOut(order=r.order, block=r.block, place=r.place, dough=r.dough, words=level_words(made, r.levels),
                         results=results.get(str(r.order), {}))
            for r in made.runs
        ],
        splits=[
            SplitOut(words=s.words, grams=s.grams,
                     **{k: ends[s.levels].get(k) for k in ("diameter_mm", "height_mm", "rim_crisp", "crust_l")})
            for s in made.splits
        ],
        one_dough=made.one_dough, parted=made.parted, dough_g=made.dough_g, pieces=made.pieces,
        repeats=max(r.block for r in made.runs),
        cautions=[*made.cautions, *(cautions(made, done) if done else ())],
        outcomes=_outcomes(made, list(outcomes.values()), ends),
        best=_best(made, outcomes, read, dough, scatter, pieces) if outcomes else None, done=len(done),
    )  # fmt: skip


def _said(made: Plan, key: str, e: Effect, many: int, holds: dict[tuple[str, str], bool]) -> str:
    """An effect in words; one that is clear alone and not among all that were looked at says so."""
    words = says(made, key, e)
    if e.clear and many > 1 and not holds.get((key, e.name), True):
        words += f"; clear by itself, but of {many} figures looked at one in twenty is so by chance"
    return words


def _best(
    made: Plan, outcomes: dict[str, Outcome], read: dict[str, dict[int, float]], dough: Dough, scatter: Scatter,
    pieces: dict[str, Pieces],
) -> BestOut | None:  # fmt: skip
    target = target_for(dough).cookie
    found = best_of(made, outcomes, read, target, np.random.default_rng(made.pieces), scatter, pieces)
    if found is None:
        return None
    return BestOut(
        levels=list(found.levels), distance=found.distance, worst=found.worst,
        compared=[q.label.lower() for q in found.compared], words=found.words, place=found.place,
        region=list(found.region), target=place_of(target),
    )  # fmt: skip


def _outcomes(made: Plan, outcomes: list[Outcome], ends: dict[tuple[int, ...], dict[str, float]]) -> list[OutcomeOut]:
    found = []
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
                means=means, spreads=list(told.spreads), bend=told.bend,
                words=[_said(made, key, e, many, holds) for e in told.effects],
                looked_at=many, pieces=told.pieces,
            )
        )  # fmt: skip
    return found
