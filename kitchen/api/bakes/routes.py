"""Bakes of a dough: log one, and see them beside target and forecast."""

from __future__ import annotations

from datetime import date

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import Field

from dough.bake.contract import Forecast
from dough.facts.quantities import keys_of
from dough.facts.styles import Style
from dough.formats.bakes_table import BakeRow, bakes_table
from dough.formats.cells import UTF8
from kitchen.actions.log_bake import BakeEntry, LogBake, NewBatch
from kitchen.api.asked import MAX_ID
from kitchen.api.bakes.views import bake_out, batch_out, values_of
from kitchen.api.doughs.schemas import BakeOut, BakesOut
from kitchen.api.doughs.views import size_out
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Key, Strict, Typed
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Bake, Batch
from kitchen.reading.at_once import at_once
from kitchen.reading.bake_as_done import as_baked
from kitchen.reading.doughs import (
    MOST,
    PAGE,
    bakes_by_version,
    bakes_page,
    dough_for_reading,
    latest_bakes,
    style_of,
)
from kitchen.reading.forecasts import bake_forecast
from kitchen.reading.scatter import kitchen_scatter

router = Router(tags=["bakes"])


class AdditionIn(Strict):
    """Something that went in on the spot: a cure, beside the version's lines."""

    ingredient: str = Field(max_length=40)
    grams: Typed = None


class BatchIn(Strict):
    version: int = Field(ge=0, le=MAX_ID)
    mixed_on: date
    weighed: dict[Key, Typed] = Field(default_factory=dict, max_length=300)
    butter_temp_c: Typed = None
    dough_temp_c: Typed = None
    note: str = Field(default="", max_length=4000)
    additions: list[AdditionIn] = Field(default=[], max_length=12)
    lots: dict[Key, int] = Field(default_factory=dict, max_length=300)


class BakeIn(Strict):
    """A batch that is there (batch_id) or a new one (batch). Boxes carry what was typed."""

    key: str = Field(min_length=8, max_length=64)
    batch_id: int | None = Field(default=None, ge=0, le=MAX_ID)
    batch: BatchIn | None = None
    replaces: int | None = Field(default=None, ge=0, le=MAX_ID)
    baked_on: date
    age_h: Typed = None
    chill_h: Typed = None
    dough_temp_c: Typed = None
    portion_g: Typed = None
    pieces: Typed = None
    oven_id: int | None = Field(default=None, ge=0, le=MAX_ID)
    tray_id: int | None = Field(default=None, ge=0, le=MAX_ID)
    oven_c: Typed = None
    fan: bool | None = None
    minutes: Typed = None
    measured: dict[str, Typed] = Field(default_factory=dict, max_length=40)
    notes: str = Field(default="", max_length=8000)
    sure: bool = False
    photo_id: int | None = Field(default=None, ge=0, le=MAX_ID)


@router.get("/{dough_id}/bakes", response={200: BakesOut, **PROBLEMS})
def bakes(request: HttpRequest, dough_id: int, before: int = 0, limit: int = PAGE) -> BakesOut:
    """A page of bakes, newest first, each compared with the target and its own forecast: those before a number."""
    with at_once():
        dough = dough_for_reading(dough_id)
        target = TargetDoc.model_validate(dough.target).to_core()
        style, scatter = style_of(dough), kitchen_scatter()
        wanted = min(max(limit, 1), MOST)
        found = bakes_page(dough, max(before, 0), wanted + 1)
        shown = found[-wanted:]
        batches = Batch.objects.filter(version__dough=dough).select_related("version").order_by("-number")[:MOST]
        return BakesOut(
            target=size_out(target.cookie, style, "target"),
            bakes=[bake_out(b, target, style, scatter) for b in reversed(shown)],
            batches=[batch_out(b) for b in batches],
            older=shown[0].number if len(found) > wanted else None,
            count=sum(bakes_by_version(dough).values()),
        )


@router.get("/{dough_id}/bakes.csv", response={200: str, **PROBLEMS})
def table(request: HttpRequest, dough_id: int) -> HttpResponse:
    """All bakes as a table, with what was measured and what the forecast had said."""
    dough = dough_for_reading(dough_id)
    text = bakes_table([_row(b, style_of(dough)) for b in latest_bakes(dough)])
    answer = HttpResponse(UTF8 + text, content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="bakes-of-dough-{dough.pk}.csv"'
    return answer


def _row(bake: Bake, style: Style | None) -> BakeRow:
    told = bake_forecast(bake, style)
    process = as_baked(bake).process
    done = {k: getattr(bake, k, None) if hasattr(bake, k) else getattr(process, k, None) for k in keys_of("done")}
    measured = values_of(MeasuredDoc.model_validate(bake.measured).to_core())
    ends = told.ends if isinstance(told, Forecast) else {}
    return BakeRow(bake.number, bake.baked_on.isoformat(), bake.batch.version.number, done, measured, ends)


@router.post("/{dough_id}/bakes", response={201: BakeOut, **PROBLEMS})
def log(request: HttpRequest, dough_id: int, payload: BakeIn) -> Status[BakeOut]:
    """Log a bake; the same key twice logs it once."""
    action = LogBake(
        actor=request.user,
        now=timezone.now(),
        dough_id=dough_id,
        batch_id=payload.batch_id,
        new_batch=_new_batch(payload.batch),
        bake=BakeEntry(
            **payload.model_dump(exclude={"batch_id", "batch", "replaces"}),
        ),
        replaces_id=payload.replaces,
    )
    logged = action.execute()
    dough = logged.batch.version.dough
    target = TargetDoc.model_validate(dough.target).to_core()
    return Status(201, bake_out(logged, target, style_of(dough), kitchen_scatter()))


def _new_batch(batch: BatchIn | None) -> NewBatch | None:
    if batch is None:
        return None
    values = batch.model_dump()
    added = tuple((a["ingredient"], a["grams"]) for a in values.pop("additions"))
    return NewBatch(version_number=values.pop("version"), additions=added, **values)
