"""Doughs of the shelf, and what hangs on them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.db.models import Count

from dough.facts.cookie import Cookie
from dough.facts.styles import Style, styles
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.models import Bake, Dough


class MissingError(Exception):
    """The thing acted on is not there. The message is a sentence for the cook."""


def name_of(user: User) -> str:
    return user.first_name or user.username


def dough_for_reading(dough_id: int) -> Dough:
    """A dough that is not deleted. Raises MissingError."""
    found = Dough.objects.select_related("saved_by", "draft_parent").filter(pk=dough_id, deleted_at=None).first()
    if found is None:
        raise MissingError("There is no such dough on the shelf. It may have been deleted.")
    return found


@dataclass(frozen=True, slots=True)
class Binned:
    """A dough off the shelf, with how much hangs on it."""

    pk: int
    name: str
    deleted_at: datetime
    n_versions: int
    n_bakes: int


def binned() -> list[Binned]:
    """The doughs off the shelf, last one first."""
    rows = Dough.objects.exclude(deleted_at=None).annotate(
        n_versions=Count("versions", distinct=True), n_bakes=Count("versions__batches__bakes", distinct=True)
    )
    found = rows.order_by("-deleted_at").values_list("pk", "name", "deleted_at", "n_versions", "n_bakes")
    return [Binned(pk, name, at, versions, bakes) for pk, name, at, versions, bakes in found if at is not None]


def draft_differs(dough: Dough) -> bool:
    """True when the draft holds something its parent version does not."""
    parent = dough.draft_parent
    if parent is None:
        return bool(dough.draft.get("lines"))
    # Read before they are compared: a version kept by an earlier Tarte lacks what came later.
    return DraftDoc.model_validate(parent.formula) != DraftDoc.model_validate(dough.draft)


def style_of(dough: Dough) -> Style | None:
    return styles().get(dough.style)


def latest_bakes(dough: Dough) -> list[Bake]:
    """Bakes in order, corrected ones left out."""
    return list(
        Bake.objects.filter(batch__version__dough=dough, corrected_by=None)
        .select_related("batch__version", "oven", "tray", "logged_by")
        .order_by("number")
    )


def measured_cookie(bake: Bake) -> Cookie:
    return MeasuredDoc.model_validate(bake.measured).to_core().cookie
