"""Doughs: the shelf, one dough, its draft, its versions."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from typing import Literal

from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router, Schema, Status
from pydantic import BaseModel, Field

from dough.draft.check import check_target
from dough.draft.target import Target, adopt, from_style, set_field, set_need, set_wish
from dough.draft.target_words import from_words
from dough.draft.texture_map import Meaning, in_hand, nudged, place_of, put_down
from dough.facts.entry import read_named
from dough.facts.limits import USUAL_PACK, Limit, read_limit
from dough.facts.styles import style
from dough.formats.formula_file import FormulaFile
from dough.formats.writing import write
from dough.judgement.trials.measure import read_list
from kitchen.actions.create_dough import CreateDough
from kitchen.actions.delete_dough import DeleteDough, RestoreDough
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.actions.keep_beside import KeepBeside
from kitchen.actions.return_to_version import ReturnToVersion
from kitchen.actions.save_draft import SaveDraft
from kitchen.api.asked import MAX_ID
from kitchen.api.doughs.schemas import DoughOut, ShelfItem
from kitchen.api.doughs.shared import RevisionIn, plain_name
from kitchen.api.doughs.views import dough_out, shelf_items
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Strict, Typed
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import CookieDoc, TargetDoc
from kitchen.models import Dough, Version
from kitchen.reading.at_once import at_once
from kitchen.reading.cards import Sought, shelf_page
from kitchen.reading.doughs import (
    MOST,
    MissingError,
    bakes_page,
    dough_for_reading,
    measured_cookie,
)
from kitchen.reading.hours import today

router = Router(tags=["doughs"])
#: A dough planned within so long is due.
DUE = timedelta(days=7)


class NewDough(Strict):
    name: str = Field(max_length=400)
    start: str = Field(max_length=20)
    style: str = Field(default="", max_length=20)
    draft: DraftDoc | None = None
    copy_of: int | None = None
    version: int | None = None
    text: str = Field(default="", max_length=400_000)


class ShelfAsk(Schema):
    """Which page, and what is looked for (empty: anything): words of the name, a style, a need, an ingredient, planned
    within a week."""

    after: int = 0
    limit: int = 60
    q: str = Field(default="", max_length=80)
    style: str = Field(default="", max_length=20)
    need: str = Field(default="", max_length=40)
    holds: str = Field(default="", max_length=40)
    planned: bool = False


class TrailPoint(BaseModel):
    label: str
    crisp: float
    height_mm: float


class WrittenOut(BaseModel):
    """A file to hand over, and what its format leaves out."""

    filename: str
    media: str
    text: str
    dropped: list[str]


class DraftIn(Strict):
    revision: int = Field(ge=0, le=MAX_ID)
    name: str = Field(max_length=400)
    style: str = Field(default="", max_length=20)
    draft: DraftDoc
    target: TargetDoc


class KeepIn(Strict):
    revision: int = Field(ge=0, le=MAX_ID)
    note: str = Field(max_length=4000)


class KeepBesideIn(KeepIn):
    """A proposal kept beside the draft."""

    draft: DraftDoc


class NameOut(BaseModel):
    id: int
    name: str


class PlaceDoc(Strict):
    """A place on the texture map: crisp 0 to 100, height in mm."""

    crisp: float
    height_mm: float


class InHandDoc(Strict):
    """A cookie that was measured: what was typed, several widths and heights apart by spaces or commas."""

    diameters: str = Field(default="", max_length=200)
    heights: str = Field(default="", max_length=200)
    stack_of: Typed = None
    mass_g: Typed = None
    age_h: Typed = None
    source: str = Field(default="", max_length=80)
    scores: CookieDoc = CookieDoc()


class WishOut(TargetDoc):
    """A target with what each word was taken to mean, words nobody knows, and the style that filled the rest."""

    meanings: list[Meaning] = []
    unknown: list[str] = []
    filled_from: str = ""


class WishIn(Strict):
    """Less or more of something by so many percent of what 100 g of the draft holds; null takes it back."""

    need: str = Field(max_length=20)
    by_pct: Typed = None
    from_per_100g: float | None = None


class NudgeIn(Strict):
    """Steps on the map from where the target stands."""

    across: int = Field(default=0, ge=-50, le=50)
    up: int = Field(default=0, ge=-50, le=50)


class LimitIn(Strict):
    """A limit of the brief as typed."""

    key: str = Field(max_length=20)
    per: str = Field(default="piece", max_length=10)
    at_most: bool = True
    value: Typed = None
    must: bool = True
    pieces: int = Field(default=USUAL_PACK, ge=0, le=10_000)


class TargetEdit(Strict):
    """Set one field from what was typed, or take a style's typical cookie, a place on the map or steps on it, words, a
    cookie in hand; or switch a need; or set all limits of the brief."""

    target: TargetDoc
    field: str | None = Field(default=None, max_length=30)
    value: Typed = None
    style: str | None = Field(default=None, max_length=20)
    place: PlaceDoc | None = None
    nudge: NudgeIn | None = None
    words: str | None = Field(default=None, max_length=400)
    in_hand: InHandDoc | None = None
    need: str | None = Field(default=None, max_length=20)
    wanted: bool = True
    wish: WishIn | None = None
    limits: list[LimitIn] | None = Field(default=None, max_length=20)


@router.get("", response={200: list[ShelfItem], **PROBLEMS})
def shelf(request: HttpRequest, ask: Query[ShelfAsk]) -> list[ShelfItem]:
    """A page of the doughs on the shelf, in the order they were put there: those after one's id, or of them what is
    looked for."""
    day = today(timezone.now())
    sought = Sought(
        tuple(ask.q.split()), ask.style, ask.need, ask.holds, (day, day + DUE) if ask.planned else None
    )  # fmt: skip
    with at_once():
        return shelf_items(shelf_page(max(ask.after, 0), min(max(ask.limit, 1), 200), sought))


@router.get("/names", response={200: list[NameOut], **PROBLEMS})
def names(request: HttpRequest) -> list[NameOut]:
    """All doughs on the shelf by name."""
    found = Dough.objects.filter(deleted_at=None).order_by("pk").values_list("pk", "name")
    return [NameOut(id=pk, name=name) for pk, name in found]


@router.post("", response={201: DoughOut, **PROBLEMS})
def create(request: HttpRequest, payload: NewDough) -> Status[DoughOut]:
    """A new dough from the base ratio, a style, a recipe that was looked through, any version, or an empty page."""
    action = CreateDough(
        actor=request.user,
        now=timezone.now(),
        name=payload.name,
        start=payload.start,
        style=payload.style,
        draft=payload.draft,
        copy_of=payload.copy_of,
        version=payload.version,
        text=payload.text,
    )
    return Status(201, dough_out(action.execute()))


@router.post("/target-edit", response={200: WishOut, **PROBLEMS})
def edit_target(request: HttpRequest, payload: TargetEdit) -> WishOut:
    """Work out a target from what was typed; nothing is saved."""
    old: Target = payload.target.to_core()
    target, wish = old, None
    if payload.style:
        target = adopt(old, from_style(style(payload.style)))
    if payload.place:
        target = put_down(target, payload.place.crisp, payload.place.height_mm)
    if payload.nudge:
        target = nudged(target, payload.nudge.across, payload.nudge.up)
    if payload.words is not None:
        wish = from_words(payload.words)
        target = adopt(old, wish.target)
    if payload.in_hand:
        target = adopt(old, _in_hand(payload.in_hand))
    if payload.need:
        target = set_need(target, payload.need, payload.wanted)
    if payload.wish:
        by = read_named(payload.wish.by_pct, "by_pct", f"target.{payload.wish.need}")
        target = set_wish(target, payload.wish.need, by, payload.wish.from_per_100g)
    if payload.limits is not None:
        limits = (Limit(x.key, x.per, x.at_most, read_limit(x.value, x.key), x.must, x.pieces) for x in payload.limits)
        target = replace(target, limits=tuple(limits))
    if payload.field:
        target = set_field(target, payload.field, payload.value)
    check_target(target)
    return WishOut(
        **TargetDoc.of(target).model_dump(),
        meanings=list(wish.meanings) if wish else [],
        unknown=list(wish.unknown) if wish else [],
        filled_from=wish.filled_from if wish else "",
    )


def _in_hand(doc: InHandDoc) -> Target:
    """Read what was measured of a cookie in hand: the mean of its widths, and of its heights or a stack's share."""
    widths = read_list(doc.diameters, "diameter_mm", "target.diameters")
    heights = read_list(doc.heights, "height_mm", "target.heights")
    stack = read_named(doc.stack_of, "stack_of", "target.stack_of")
    height = sum(heights) / len(heights) / (stack or 1.0) if heights else None
    cookie = replace(
        doc.scores.to_core(),
        diameter_mm=round(sum(widths) / len(widths), 1) if widths else None,
        height_mm=round(height, 2) if height is not None else None,
    )
    mass = read_named(doc.mass_g, "portion_g", "target.mass_g")
    return in_hand(cookie, mass, read_named(doc.age_h, "eat_age_h", "target.age_h"), doc.source)


@router.get("/{dough_id}/trail", response={200: list[TrailPoint], **PROBLEMS})
def trail(request: HttpRequest, dough_id: int) -> list[TrailPoint]:
    """Where the measured bakes stand on the texture map, oldest first; those without height or texture are left out."""
    found = dough_for_reading(dough_id)
    points = []
    for bake in bakes_page(found, limit=MOST):
        place = place_of(measured_cookie(bake))
        if place is not None:
            points.append(TrailPoint(label=f"bake {bake.number}", crisp=place.crisp, height_mm=place.height_mm))
    return points


@router.get("/{dough_id}", response={200: DoughOut, **PROBLEMS})
def read(request: HttpRequest, dough_id: int) -> DoughOut:
    """One dough with its draft, target and list of versions."""
    return dough_out(dough_for_reading(dough_id))


@router.put("/{dough_id}/draft", response={200: DoughOut, **PROBLEMS})
def save(request: HttpRequest, dough_id: int, payload: DraftIn) -> DoughOut:
    """Save name, style, target and draft; 409 with what is there now when the revision is stale."""
    action = SaveDraft(
        actor=request.user,
        now=timezone.now(),
        dough_id=dough_id,
        revision=payload.revision,
        name=payload.name,
        style=payload.style,
        draft=payload.draft,
        target=payload.target,
    )
    return dough_out(action.execute())


@router.post("/{dough_id}/versions", response={201: DoughOut, **PROBLEMS})
def keep(request: HttpRequest, dough_id: int, payload: KeepIn) -> Status[DoughOut]:
    """Keep the draft as the next numbered version."""
    action = FreezeVersion(
        actor=request.user, now=timezone.now(), dough_id=dough_id, revision=payload.revision, note=payload.note
    )
    return Status(201, dough_out(action.execute().dough))


@router.post("/{dough_id}/versions/beside", response={201: DoughOut, **PROBLEMS})
def keep_beside(request: HttpRequest, dough_id: int, payload: KeepBesideIn) -> Status[DoughOut]:
    """Keep a proposal as a version beside the draft, which stays as it is."""
    action = KeepBeside(
        actor=request.user, now=timezone.now(), dough_id=dough_id, revision=payload.revision, draft=payload.draft,
        note=payload.note,
    )  # fmt: skip
    return Status(201, dough_out(action.execute().dough))


@router.get("/{dough_id}/versions/{number}", response={200: DraftDoc, **PROBLEMS})
def version(request: HttpRequest, dough_id: int, number: int) -> DraftDoc:
    """The formula and process of one frozen version."""
    return DraftDoc.model_validate(_version(dough_for_reading(dough_id), number).formula)


def _version(dough: Dough, number: int) -> Version:
    found = Version.objects.filter(dough=dough, number=number).first()
    if found is None:
        raise MissingError(f"This dough has no version {number}.")
    return found


@router.post("/{dough_id}/versions/{number}/return", response={200: DoughOut, **PROBLEMS})
def go_back(request: HttpRequest, dough_id: int, number: int, payload: RevisionIn) -> DoughOut:
    """Make a version the draft again and go on from it."""
    action = ReturnToVersion(
        actor=request.user, now=timezone.now(), dough_id=dough_id, revision=payload.revision, number=number
    )
    return dough_out(action.execute())


@router.get("/{dough_id}/write/{kind}", response={200: WrittenOut, **PROBLEMS})
def write_out(
    request: HttpRequest, dough_id: int, kind: Literal["formula", "recipe", "table", "markdown"]
) -> WrittenOut:
    """The draft as a file of an open format, with what that format cannot hold."""
    found = dough_for_reading(dough_id)
    draft = DraftDoc.model_validate(found.draft).to_core()
    target = TargetDoc.model_validate(found.target).to_core()
    file = FormulaFile(found.name, draft, found.style, target.cookie, None, 1.0, "")
    written = write(kind, file)
    return WrittenOut(
        filename=f"{plain_name(found.name)}.{written.ending}",
        media=written.media,
        text=written.text,
        dropped=list(written.dropped),
    )


@router.delete("/{dough_id}", response={200: DoughOut, **PROBLEMS})
def delete(request: HttpRequest, dough_id: int, payload: RevisionIn) -> DoughOut:
    """Take a dough off the shelf; it can be put back."""
    action = DeleteDough(actor=request.user, now=timezone.now(), dough_id=dough_id, revision=payload.revision)
    return dough_out(action.execute())


@router.post("/{dough_id}/restore", response={200: DoughOut, **PROBLEMS})
def restore(request: HttpRequest, dough_id: int) -> DoughOut:
    """Put a deleted dough back on the shelf."""
    return dough_out(RestoreDough(actor=request.user, now=timezone.now(), dough_id=dough_id).execute())
