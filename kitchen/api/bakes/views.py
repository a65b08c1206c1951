"""Batches and bakes: what was weighed and done, with the forecast for exactly that."""

from __future__ import annotations

from dough.bake.intake import NoCase
from dough.draft.target import Target
from dough.facts.ingredients import table
from dough.facts.quantities import keys_of
from dough.facts.scatter import Scatter
from dough.facts.styles import Style
from dough.judgement.trials.compare import side_by_side
from dough.judgement.trials.measure import Measured
from kitchen.api.doughs.schemas import AddedOut, BakeOut, BatchOut, RowOut, WeighedOut
from kitchen.api.doughs.views import forecast_out, size_out
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.own_ingredient import find
from kitchen.models import Bake, Batch
from kitchen.reading.bake_as_done import as_baked
from kitchen.reading.doughs import name_of
from kitchen.reading.forecasts import bake_forecast
from kitchen.reading.lots import lots_said

ROW_VALUES = ("target", "forecast", "bake", "from_target", "from_forecast", "within_scatter")


def batch_out(batch: Batch) -> BatchOut:
    planned = {x.id: x for x in DraftDoc.model_validate(batch.version.formula).to_core().formula.lines}
    return BatchOut(
        id=batch.pk,
        number=batch.number,
        version=batch.version.number,
        mixed_on=batch.mixed_on,
        weighed=[
            WeighedOut(line=line, name=planned[line].ingredient.name, planned_g=planned[line].grams, weighed_g=g)
            for line, g in batch.weighed.items()
            if line in planned
        ],
        additions=[AddedOut(name=_named(i), grams=g) for i, g in batch.additions],
        lots=lots_said(batch),
        butter_temp_c=batch.butter_temp_c,
        dough_temp_c=batch.dough_temp_c,
        note=batch.note,
    )


def _named(ident: str) -> str:
    row = find(ident) or table().get(ident)
    return row.name if row else ident


def values_of(measured: Measured) -> dict[str, float]:
    """What the readings come to, by quantity: means, and what follows from them."""
    keys = (*keys_of("measured"), *keys_of("worked_out"))
    return {k: v for k in keys if (v := measured.value(k)) is not None}


def bake_out(bake: Bake, target: Target, style: Style | None, scatter: Scatter) -> BakeOut:
    measured = MeasuredDoc.model_validate(bake.measured).to_core()
    expected = bake_forecast(bake, style)
    forecast = None if isinstance(expected, NoCase) else expected
    comparison = side_by_side(target.cookie, forecast.cookie if forecast else None, measured.cookie, scatter)
    process = as_baked(bake).process
    return BakeOut(
        id=bake.pk,
        number=bake.number,
        batch=batch_out(bake.batch),
        corrects=bake.replaces_id,
        baked_on=bake.baked_on,
        age_h=bake.age_h,
        chill_h=bake.chill_h,
        dough_temp_c=bake.dough_temp_c,
        portion_g=bake.portion_g,
        pieces=bake.pieces,
        oven=bake.oven.name if bake.oven else None,
        oven_id=bake.oven_id,
        tray=bake.tray.name if bake.tray else None,
        tray_id=bake.tray_id,
        oven_c=bake.oven_c,
        fan=bake.fan,
        minutes=bake.minutes,
        measured=MeasuredDoc.of(measured),
        values=values_of(measured),
        photo_id=bake.photo_id,
        notes=bake.notes,
        logged_by=name_of(bake.logged_by),
        size=size_out(measured.cookie, style, f"bake {bake.number}"),
        forecast=forecast_out(forecast, process.minutes, style) if forecast else None,
        no_forecast=expected.because if isinstance(expected, NoCase) else "",
        rows=[
            RowOut(
                **{n: getattr(r.attribute, n) for n in ("key", "label", "unit", "digits")},
                **{n: getattr(r, n) for n in ROW_VALUES},
            )
            for r in comparison.rows
        ],
        sentence=comparison.closeness.sentence,
        rms_steps=comparison.closeness.rms_steps,
    )
