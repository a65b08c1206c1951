"""Bakes of a dough: log one, and see them beside target and forecast."""

from __future__ import annotations

from datetime import date

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import Field

from kitchen.actions.log_bake import BakeEntry, LogBake, NewBatch
from kitchen.api.bakes.views import bake_out, batch_out
from kitchen.api.doughs.schemas import BakeOut, BakesOut
from kitchen.api.doughs.views import size_out
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Key, Strict, Typed
from kitchen.documents.target import TargetDoc
from kitchen.models import Batch
from kitchen.reading.doughs import dough_for_reading, latest_bakes, style_of
from kitchen.reading.scatter import kitchen_scatter

router = Router(tags=["bakes"])
MAX_ID = 2**31 - 1


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
    diameters: str = Field(default="", max_length=2000)
    heights: str = Field(default="", max_length=2000)
    measured: dict[str, Typed] = Field(default_factory=dict, max_length=40)
    notes: str = Field(default="", max_length=8000)
    sure: bool = False
    photo_id: int | None = Field(default=None, ge=0, le=MAX_ID)


@router.get("/{dough_id}/bakes", response={200: BakesOut, **PROBLEMS})
def bakes(request: HttpRequest, dough_id: int) -> BakesOut:
    """All bakes, newest first, each compared with the target and its own forecast."""
    dough = dough_for_reading(dough_id)
    target = TargetDoc.model_validate(dough.target).to_core()
    style, scatter = style_of(dough), kitchen_scatter()
    batches = Batch.objects.filter(version__dough=dough).select_related("version").order_by("-number")
    return BakesOut(
        target=size_out(target.cookie, style, "target"),
        bakes=[bake_out(b, target, style, scatter) for b in reversed(latest_bakes(dough))],
        batches=[batch_out(b) for b in batches],
    )


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
