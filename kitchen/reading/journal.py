"""The journal of the kitchen, in pages."""

from __future__ import annotations

from dataclasses import dataclass

from django.db.models import Q

from kitchen.models import Event, Member
from kitchen.reading.doughs import name_of

MOST = 200


@dataclass(frozen=True, slots=True)
class Entry:
    """An event, who did it, and whether nothing happened to its subject since, so that it can be taken back."""

    row: Event
    by: str
    can_take_back: bool


@dataclass(frozen=True, slots=True)
class Page:
    """Newest first; older is the id before which the next page begins, None at the end."""

    events: list[Entry]
    older: int | None


def page(*, by: str, verb: str, dough: int, before: int, limit: int) -> Page:
    """Events older than the one of an id (0: from the newest on); by is a sign-in name, verb an action's, dough an
    id: empty and 0 are all."""
    rows = Event.objects.select_related("by", "dough", "undone_by").order_by("-at", "-pk")
    start = Event.objects.filter(pk=before).first()
    if start is not None:
        rows = rows.filter(Q(at__lt=start.at) | Q(at=start.at, pk__lt=start.pk))
    if by:
        rows = rows.filter(by__username=by)
    if verb:
        rows = rows.filter(verb=verb)
    if dough:
        rows = rows.filter(dough=dough)
    found = list(rows[: limit + 1])
    shown = found[:limit]
    subjects = {e.subject for e in shown if e.before is not None}
    newest: dict[str, int] = {}
    for subject, pk in Event.objects.filter(subject__in=subjects).exclude(before=None).values_list("subject", "pk"):
        newest[subject] = max(pk, newest.get(subject, 0))
    return Page(
        [Entry(e, name_of(e.by), newest.get(e.subject) == e.pk and not hasattr(e, "undone_by")) for e in shown],
        shown[-1].pk if len(found) > limit else None,
    )


def verbs() -> tuple[list[str], list[str]]:
    """The sign-in names of who is or was of this kitchen, and the verbs there are in the journal."""
    names = Member.objects.order_by("user__username").values_list("user__username", flat=True)
    known = Event.objects.order_by("verb").values_list("verb", flat=True).distinct()
    return list(names), list(known)
