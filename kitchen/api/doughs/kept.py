"""What is kept of doughs beside the shelf: drafts between versions, the bin, whole doughs as files."""

from __future__ import annotations

import tempfile
from datetime import date, datetime
from pathlib import Path

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Router, Status, UploadedFile
from pydantic import BaseModel

from dough.recipe import READER
from kitchen.actions.bring_dough import BringDough
from kitchen.actions.empty_bin import KEPT_FOR
from kitchen.actions.kept_drafts import GoBackToDraft
from kitchen.api.doughs.schemas import DoughOut
from kitchen.api.doughs.shared import RevisionIn, plain_name
from kitchen.api.doughs.views import dough_out
from kitchen.api.errors import PROBLEMS
from kitchen.backups.made_by import VERSION
from kitchen.backups.one_dough import ENDING, write_dough
from kitchen.documents.draft import DraftDoc
from kitchen.models import RecipeSource
from kitchen.reading.doughs import (
    MissingError,
    binned,
    dough_for_reading,
    name_of,
)

router = Router(tags=["doughs"])


class KeptDraftOut(BaseModel):
    """A draft between versions; grams are those of its lines, unknown ones apart."""

    id: int
    saved_at: datetime
    saved_by: str
    name: str
    lines: int
    grams: float


class BinnedOut(BaseModel):
    """A dough off the shelf. goes_on is the day from which it may be emptied out; null: its bakes keep it."""

    id: int
    name: str
    deleted_at: datetime
    versions: int
    bakes: int
    goes_on: date | None


@router.get("/bin", response={200: list[BinnedOut], **PROBLEMS})
def look_into_bin(request: HttpRequest) -> list[BinnedOut]:
    """The doughs off the shelf, last one first."""
    return [
        BinnedOut(
            id=d.pk, name=d.name, deleted_at=d.deleted_at, versions=d.n_versions, bakes=d.n_bakes,
            goes_on=None if d.n_bakes else (d.deleted_at + KEPT_FOR).date(),
        )
        for d in binned()
    ]  # fmt: skip


@router.post("/bring", response={201: DoughOut, **PROBLEMS})
def bring(request: HttpRequest, file: File[UploadedFile]) -> Status[DoughOut]:
    """Bring a dough from another kitchen's file."""

    def opened() -> UploadedFile:
        file.seek(0)
        return file

    return Status(201, dough_out(BringDough(actor=request.user, now=timezone.now(), file=opened).execute()))


@router.get("/{dough_id}/file", response={200: None, **PROBLEMS})
def dough_file(request: HttpRequest, dough_id: int) -> HttpResponse:
    """The dough as one file, with versions, bakes, photos and series, to bring to another kitchen."""
    found = dough_for_reading(dough_id)
    with tempfile.TemporaryDirectory(prefix="dough-", dir=settings.DATA) as beside:
        path = Path(beside) / "dough.zip"
        write_dough(settings.DATA, found.pk, path, timezone.now(), VERSION)
        answer = HttpResponse(path.read_bytes(), content_type="application/zip")
    answer["Content-Disposition"] = f'attachment; filename="{plain_name(found.name)}{ENDING}"'
    return answer


class RecipeKeptOut(BaseModel):
    """The recipe a dough was read from: its text, by which version of the reader, when; better says that the reader has
    learned since."""

    name: str
    text: str
    reader: int
    made_at: datetime
    better: bool


@router.get("/{dough_id}/recipe", response={200: RecipeKeptOut | None, **PROBLEMS})
def recipe_kept(request: HttpRequest, dough_id: int) -> RecipeKeptOut | None:
    """The text a dough was read from, to be read anew; nothing where it was not."""
    dough = dough_for_reading(dough_id)
    found = RecipeSource.objects.filter(dough=dough).first()
    if found is None:
        return None
    return RecipeKeptOut(
        name=dough.name, text=found.text, reader=found.reader, made_at=found.made_at, better=found.reader < READER
    )


@router.get("/{dough_id}/kept-drafts", response={200: list[KeptDraftOut], **PROBLEMS})
def kept_drafts(request: HttpRequest, dough_id: int) -> list[KeptDraftOut]:
    """Drafts as they were between versions, last one first."""
    found = dough_for_reading(dough_id).kept_drafts.select_related("saved_by").order_by("-pk")[:100]
    return [
        KeptDraftOut(
            id=k.pk, saved_at=k.saved_at, saved_by=name_of(k.saved_by), name=k.name,
            lines=len(k.draft.get("lines", [])),
            grams=round(sum(line.get("grams") or 0.0 for line in k.draft.get("lines", [])), 1),
        )
        for k in found
    ]  # fmt: skip


@router.get("/{dough_id}/kept-drafts/{kept_id}", response={200: DraftDoc, **PROBLEMS})
def kept_draft(request: HttpRequest, dough_id: int, kept_id: int) -> DraftDoc:
    """One of them, to look at."""
    found = dough_for_reading(dough_id).kept_drafts.filter(pk=kept_id).first()
    if found is None:
        raise MissingError("That draft is not one of this dough's.")
    return DraftDoc.model_validate(found.draft)


@router.post("/{dough_id}/kept-drafts/{kept_id}/return", response={200: DoughOut, **PROBLEMS})
def go_back_to_draft(request: HttpRequest, dough_id: int, kept_id: int, payload: RevisionIn) -> DoughOut:
    """Make a kept draft the draft again."""
    action = GoBackToDraft(
        actor=request.user, now=timezone.now(), dough_id=dough_id, revision=payload.revision, kept_id=kept_id
    )
    return dough_out(action.execute())
