"""Bakes beside one another, what each version did, and why a bake missed."""

from __future__ import annotations

from datetime import date

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import BaseModel, Field

from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase, Forecast
from dough.bake.draft_setting import Setting
from dough.bake.intake import bake_case
from dough.draft.difference import difference
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.scatter import Scatter
from dough.facts.styles import Style
from dough.judgement.distance import compare
from dough.judgement.trials.diagnose import Cause, Trail, diagnose
from dough.judgement.trials.gate import Baked, compare_bakes
from dough.judgement.trials.lineage import did, mean_cookie, taught_words
from kitchen.api.doughs.schemas import SizeOut
from kitchen.api.doughs.views import size_out
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Bake, Dough
from kitchen.reading.at_once import at_once
from kitchen.reading.bake_as_done import as_baked, kit_of, taught_about
from kitchen.reading.doughs import (
    MOST,
    PAGE,
    MissingError,
    bakes_of_versions,
    dough_for_reading,
    measured_cookie,
    one_bake,
    style_of,
)
from kitchen.reading.forecasts import bake_forecast, case_of
from kitchen.reading.kit import setting_of
from kitchen.reading.panel_scores import settled_by_panels
from kitchen.reading.scatter import kitchen_scatter

router = Router(tags=["trials"])
MOST_COMPARED = 6


class CompareIn(Strict):
    """Bakes by id; the first is the one the others are set against."""

    bakes: list[int] = Field(min_length=2, max_length=MOST_COMPARED)


class ComparedOut(BaseModel):
    """A bake beside the first: as measured and put right; reasons why (part of) it does not compare."""

    id: int
    number: int
    version: int
    size: SizeOut
    reasons: list[str]
    put_right: list[str]
    changed: list[str]
    words: str
    scores: bool


class CellOut(BaseModel):
    """A value put right, its difference to the first bake, and whether that lies inside what bakes differ by anyway.
    compares is false where the gate says this figure does not."""

    value: float | None
    measured: float | None
    difference: float | None
    scatter: bool
    compares: bool


class CompareRowOut(BaseModel):
    key: str
    label: str
    unit: str
    digits: int
    target: float | None
    forecast: float | None
    scatter: float
    cells: list[CellOut]


class CompareOut(BaseModel):
    """forecast is the first bake's, by what is known now; null where there is none. scatter_from says where the
    scatter comes from."""

    target: SizeOut
    forecast: SizeOut | None
    bakes: list[ComparedOut]
    rows: list[CompareRowOut]
    scatter_from: str


class DidOut(BaseModel):
    key: str
    label: str
    unit: str
    digits: int
    measured: float | None
    forecast: float | None
    real: bool


class LineageBakeOut(BaseModel):
    id: int
    number: int
    baked_on: date
    rms_steps: float | None


class LineageOut(BaseModel):
    """A version: what changed to it, what its bakes did against its parent's, what panels said, and its mean cookie."""

    number: int
    parent: int | None
    note: str
    words: str
    changed: list[str]
    bakes: list[LineageBakeOut]
    did: list[DidOut]
    panels: list[str]
    taught: str
    size: SizeOut | None
    rms_steps: float | None


class DiagnosisOut(BaseModel):
    key: str
    label: str
    words: str
    causes: list[Cause]


class DiagnosesOut(BaseModel):
    """reason says why there is nothing to diagnose."""

    reason: str
    found: list[DiagnosisOut]


@router.post("/{dough_id}/compare", response={200: CompareOut, **PROBLEMS})
def compare_them(request: HttpRequest, dough_id: int, payload: CompareIn) -> HttpResponse:
    """Bakes of one dough beside one another and the target."""
    dough = dough_for_reading(dough_id)
    style = style_of(dough)
    chosen = [_bake(dough, i) for i in dict.fromkeys(payload.bakes)]
    if len(chosen) < 2:
        raise EntryError("bakes", "Pick two different bakes to set beside one another.")
    sides = [_side(b, style) for b in chosen]
    gates = [compare_bakes(sides[0], s) for s in sides]
    target = TargetDoc.model_validate(dough.target).to_core().cookie
    compared = [
        ComparedOut(
            id=b.pk, number=b.number, version=b.batch.version.number,
            size=size_out(g.cookie, style, f"bake {b.number}"), reasons=list(g.reasons) if n else [],
            put_right=list(g.put_right), changed=list(g.changed), words=g.words, scores=g.scores,
        )
        for n, (b, g) in enumerate(zip(chosen, gates, strict=True))
    ]  # fmt: skip
    answer = bake_forecast(chosen[0], style)
    told = answer.cookie if isinstance(answer, Forecast) else None
    rows, scatter = [], kitchen_scatter()
    for a in ATTRIBUTES:
        first = getattr(sides[0].cookie, a.key)
        usual = scatter.of(a.key, first)
        cells = []
        for s, g in zip(sides, gates, strict=True):
            value = getattr(g.cookie, a.key)
            away = value - first if value is not None and first is not None else None
            close = away is not None and abs(away) <= 2.0 * usual
            fits = g.scores or a.unit != "of 100"
            cells.append(CellOut(value=value, measured=getattr(s.cookie, a.key), difference=away, scatter=close,
                                 compares=fits))  # fmt: skip
        rows.append(
            CompareRowOut(key=a.key, label=a.label, unit=a.unit, digits=a.digits, target=getattr(target, a.key),
                          forecast=getattr(told, a.key, None), scatter=usual, cells=cells)
        )  # fmt: skip
    expected = size_out(told, style, "forecast") if told else None
    return sent(
        CompareOut(target=size_out(target, style, "target"), forecast=expected, bakes=compared, rows=rows,
                   scatter_from=scatter.words())
    )  # fmt: skip


@router.get("/{dough_id}/lineage", response={200: list[LineageOut], **PROBLEMS})
def lineage(request: HttpRequest, dough_id: int, before: int = 0, limit: int = PAGE) -> list[LineageOut]:
    """A page of versions, oldest first, with what each did: the last ones before a number (0: the newest)."""
    with at_once():
        return _lineage(dough_for_reading(dough_id), before, min(max(limit, 1), MOST))


def _lineage(dough: Dough, before: int, limit: int) -> list[LineageOut]:
    style, target, dough_id = style_of(dough), TargetDoc.model_validate(dough.target).to_core().cookie, dough.pk
    rows = dough.versions.select_related("parent").order_by("-number")
    versions = list((rows.filter(number__lt=before) if before > 0 else rows)[:limit])[::-1]
    # A parent that stands on an earlier page is compared with all the same.
    beside = {v.number: v for v in versions} | {v.parent.number: v.parent for v in versions if v.parent}
    bakes: dict[int, list[Bake]] = {}
    for b in bakes_of_versions([v.pk for v in beside.values()]):
        bakes.setdefault(b.batch.version.number, []).append(b)
    cookies = {n: [measured_cookie(b) for b in mine] for n, mine in bakes.items()}
    docs = {v.number: DraftDoc.model_validate(v.formula) for v in beside.values()}
    told = {n: _told(d, dough_id, style) for n, d in docs.items()}
    drafts, scatter = {n: d.to_core() for n, d in docs.items()}, kitchen_scatter()
    panels = settled_by_panels(dough)
    return [
        _node(v.number, v.parent.number if v.parent else None, v.note, drafts, cookies, told, bakes, target, style,
              scatter, panels.get(v.number, []))
        for v in versions
    ]  # fmt: skip


def _node(
    number: int, parent: int | None, note: str, drafts: dict[int, Draft], cookies: dict[int, list[Cookie]],
    told: dict[int, Cookie | None], bakes: dict[int, list[Bake]], target: Cookie, style: Style | None,
    scatter: Scatter, panels: list[str],
) -> LineageOut:  # fmt: skip
    mine = cookies.get(number, [])
    changes = difference(drafts[parent], drafts[number]) if parent is not None else None
    effects = did(cookies.get(parent, []), mine, told[parent], told[number], scatter) if parent is not None else ()
    mean = mean_cookie(mine) if mine else None
    return LineageOut(
        number=number, parent=parent, note=note, words=changes.words if changes else "",
        changed=list(changes.changed) if changes else [],
        bakes=[
            LineageBakeOut(id=b.pk, number=b.number, baked_on=b.baked_on, rms_steps=compare(c, target).rms_steps)
            for b, c in zip(bakes.get(number, []), mine, strict=True)
        ],
        did=[
            DidOut(key=d.attribute.key, label=d.attribute.label, unit=d.attribute.unit, digits=d.attribute.digits,
                   measured=d.measured, forecast=d.forecast, real=d.real)
            for d in effects
        ],
        panels=panels,
        taught=taught_words(effects, len(mine), len(cookies.get(parent, []))) if parent is not None else "",
        size=size_out(mean, style, f"version {number}") if mean else None,
        rms_steps=compare(mean, target).rms_steps if mean else None,
    )  # fmt: skip


@router.get("/{dough_id}/bakes/{bake_id}/diagnosis", response={200: DiagnosesOut, **PROBLEMS})
def diagnosis(request: HttpRequest, dough_id: int, bake_id: int) -> DiagnosesOut:
    """Why a bake missed its target, cause by cause."""
    dough = dough_for_reading(dough_id)
    bake, style = _bake(dough, bake_id), style_of(dough)
    target = TargetDoc.model_validate(dough.target).to_core().cookie
    planned_draft = DraftDoc.model_validate(bake.batch.version.formula).to_core()
    done_draft = as_baked(bake)
    used = Setting.of(done_draft, style).style
    if used is None:
        return DiagnosesOut(reason="There is no forecast to set the bake against: the flour is unknown.", found=[])
    planned = bake_case(planned_draft, used, kit_of(bake))
    done = bake_case(done_draft, used, kit_of(bake, taught_about(bake)))
    for case in (planned, done):
        if not isinstance(case, BakeCase):
            return DiagnosesOut(reason=case.because, found=[])
    assert isinstance(planned, BakeCase)  # just looked at
    assert isinstance(done, BakeCase)
    measured = MeasuredDoc.model_validate(bake.measured).to_core()
    readings = min(measured.count("diameter_mm"), measured.count("height_mm"))
    try:
        found = diagnose(Trail(planned, done, planned_draft, done_draft, measured.cookie, readings, kitchen_scatter()),
                         target)  # fmt: skip
    except EntryErrors as errors:
        return DiagnosesOut(reason=errors.items[0].message, found=[])
    reason = "" if found else "Nothing measured missed by more than a clear miss."
    return DiagnosesOut(
        reason=reason,
        found=[
            DiagnosisOut(key=d.attribute.key, label=d.attribute.label, words=d.words,
                         causes=list(d.causes))
            for d in found
        ],
    )  # fmt: skip


def _told(doc: DraftDoc, dough_id: int, style: Style | None) -> Cookie | None:
    """What a version was planned to bake, with what is known of its oven, tray and dough."""
    try:
        return setting_of(doc.to_core(), style, dough_id).cookie()
    except EntryErrors:
        return None


def _bake(dough: Dough, ident: int) -> Bake:
    found = one_bake(dough, ident)
    if found is None:
        raise MissingError("That bake is not one of this dough's, or it was corrected. Look at the list again.")
    return found


def _side(bake: Bake, style: Style | None) -> Baked:
    case = case_of(bake, style)
    measured = MeasuredDoc.model_validate(bake.measured).to_core()
    real = case if isinstance(case, BakeCase) else None
    return Baked(as_baked(bake), real, measured.cookie, measured.one("tasted_min"), bake.age_h, bake.oven_id)
