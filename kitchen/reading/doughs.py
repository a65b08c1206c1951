"""Doughs of the shelf, and what hangs on them."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.db.models import Count, Max, Q, QuerySet

from dough.facts.cookie import Cookie
from dough.facts.styles import Style, styles
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.target import TargetDoc
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


def wanted_cookie(dough_id: int | None) -> Cookie:
    """The cookie a dough's kept target wishes for; nothing wished where there is no such dough."""
    target = Dough.objects.filter(pk=dough_id or 0).values_list("target", flat=True).first()
    return Cookie() if target is None else TargetDoc.model_validate(target).to_core().cookie


def draft_differs(dough: Dough) -> bool:
    """True when the draft holds something its parent version does not."""
    parent = dough.draft_parent
    if parent is None:
        return bool(dough.draft.get("lines"))
    # Read before they are compared: a version kept by an earlier Tarte lacks what came later.
    return DraftDoc.model_validate(parent.formula) != DraftDoc.model_validate(dough.draft)


def style_of(dough: Dough) -> Style | None:
    return styles().get(dough.style)


#: So many bakes, versions and doughs are told at once where nothing else is asked.
PAGE, MOST = 20, 100
#: Bakes that a page of versions is told by.
MOST_OF_VERSIONS = 300


def latest_bakes(dough: Dough) -> list[Bake]:
    """All bakes in order, corrected ones left out."""
    return list(_bakes_of(dough).order_by("number"))


def bakes_page(dough: Dough, before: int = 0, limit: int = PAGE) -> list[Bake]:
    """The last bakes before a number (0: the newest), in order, corrected ones left out, with their kept forecasts."""
    rows = _bakes_of(dough).prefetch_related("foretold").order_by("-number")
    if before:
        rows = rows.filter(number__lt=before)
    return list(rows[:limit])[::-1]


def one_bake(dough: Dough, ident: int) -> Bake | None:
    """A bake of a dough; None where it is another's, or was corrected."""
    return _bakes_of(dough).filter(pk=ident).first()


def last_bakes(doughs: Iterable[int]) -> dict[int, Bake]:
    """The newest bake of each of these doughs, by dough; one question."""
    found: dict[int, Bake] = {}
    rows = Bake.objects.filter(batch__version__dough__in=list(doughs), corrected_by=None)
    newest = rows.values("batch__version__dough").annotate(number=Max("number")).order_by()
    wanted = {r["batch__version__dough"]: r["number"] for r in newest}
    if not wanted:
        return found
    either = Q()
    for dough, number in wanted.items():
        either |= Q(batch__version__dough=dough, number=number)
    for bake in rows.filter(either).select_related("batch__version"):
        found[bake.batch.version.dough_id] = bake
    return found


def bakes_by_version(dough: Dough) -> dict[int, int]:
    """How many bakes there are of each version, by its row; corrected ones left out."""
    rows = Bake.objects.filter(batch__version__dough=dough, corrected_by=None).values("batch__version")
    return {r["batch__version"]: r["n"] for r in rows.annotate(n=Count("pk")).order_by()}


def bakes_of_versions(versions: list[int]) -> list[Bake]:
    """The bakes of some versions in order, corrected ones left out; the last so many of them."""
    rows = Bake.objects.filter(batch__version__in=versions, corrected_by=None).select_related("batch__version")
    return list(rows.order_by("-number")[:MOST_OF_VERSIONS])[::-1]


def _bakes_of(dough: Dough) -> QuerySet[Bake]:
    found = Bake.objects.filter(batch__version__dough=dough, corrected_by=None)
    return found.select_related("batch__version", "oven", "tray", "logged_by")


def measured_cookie(bake: Bake) -> Cookie:
    return MeasuredDoc.model_validate(bake.measured).to_core().cookie
