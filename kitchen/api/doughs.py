"""Doughs: the shelf, one dough, its draft, its versions."""

from __future__ import annotations

import re
from typing import Literal

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.check import check_target
from dough.formats.formula_file import FormulaFile
from dough.formats.writing import write
from dough.styles import style
from dough.target import Target, from_style, set_field
from kitchen.actions.base import MissingError, dough_for_reading
from kitchen.actions.create_dough import CreateDough
from kitchen.actions.delete_dough import DeleteDough, RestoreDough
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.actions.return_to_version import ReturnToVersion
from kitchen.actions.save_draft import SaveDraft
from kitchen.api.errors import PROBLEMS
from kitchen.api.schemas import DoughOut, ShelfItem
from kitchen.api.views import dough_out, shelf_item
from kitchen.documents import DraftDoc, Strict, TargetDoc, Typed
from kitchen.models import Dough, Version

router = Router(tags=["doughs"])


class NewDough(Strict):
    name: str = Field(max_length=400)
    start: str = Field(max_length=20)
    style: str = Field(default="", max_length=20)
    draft: DraftDoc | None = None
    copy_of: int | None = None
    version: int | None = None


class WrittenOut(BaseModel):
    """A file to hand over, and what its format leaves out."""

    filename: str
    media: str
    text: str
    dropped: list[str]


class DraftIn(Strict):
    revision: int = Field(ge=0, le=2**31 - 1)
    name: str = Field(max_length=400)
    style: str = Field(default="", max_length=20)
    draft: DraftDoc
    target: TargetDoc


class KeepIn(Strict):
    revision: int = Field(ge=0, le=2**31 - 1)
    note: str = Field(max_length=4000)


class RevisionIn(Strict):
    revision: int = Field(ge=0, le=2**31 - 1)


class TargetEdit(Strict):
    """Set one field from what was typed, or take a style's typical cookie."""

    target: TargetDoc
    field: str | None = Field(default=None, max_length=30)
    value: Typed = None
    style: str | None = Field(default=None, max_length=20)


@router.get("", response={200: list[ShelfItem], **PROBLEMS})
def shelf(request: HttpRequest) -> list[ShelfItem]:
    """The doughs on the shelf, in the order they were put there."""
    return [shelf_item(d) for d in Dough.objects.filter(deleted_at=None).select_related("draft_parent")]


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
    )
    return Status(201, dough_out(action.execute()))


@router.post("/target-edit", response={200: TargetDoc, **PROBLEMS})
def edit_target(request: HttpRequest, payload: TargetEdit) -> TargetDoc:
    """Work out a target from what was typed; nothing is saved."""
    target: Target = payload.target.to_core()
    if payload.style:
        target = from_style(style(payload.style))
    if payload.field:
        target = set_field(target, payload.field, payload.value)
    check_target(target)
    return TargetDoc.of(target)


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


@router.get("/{dough_id}/versions/{number}", response={200: DraftDoc, **PROBLEMS})
def version(request: HttpRequest, dough_id: int, number: int) -> DraftDoc:
    """The formula and process of one frozen version."""
    found = Version.objects.filter(dough=dough_for_reading(dough_id), number=number).first()
    if found is None:
        raise MissingError(f"This dough has no version {number}.")
    return DraftDoc.model_validate(found.formula)


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
    plain = re.sub(r"[^a-z0-9]+", "-", found.name.lower()).strip("-") or "dough"
    return WrittenOut(
        filename=f"{plain}.{written.ending}", media=written.media, text=written.text, dropped=list(written.dropped)
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
