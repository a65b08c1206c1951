"""The journal: who did what, when, on what."""

from __future__ import annotations

from datetime import datetime

from django.http import HttpRequest
from ninja import Router
from pydantic import BaseModel

from kitchen.api.errors import PROBLEMS
from kitchen.reading.journal import MOST, page, verbs

router = Router(tags=["journal"])


class EventOut(BaseModel):
    """dough names the dough it belongs to, empty for the kitchen's; can_take_back: it can be undone by itself."""

    id: int
    at: datetime
    by: str
    verb: str
    words: str
    subject: str
    dough: str
    dough_id: int | None
    can_take_back: bool


class JournalOut(BaseModel):
    """Newest first; older is what to ask for the next page with, null at the end."""

    events: list[EventOut]
    older: int | None
    people: list[str]
    verbs: list[str]


@router.get("", response={200: JournalOut, **PROBLEMS})
def journal(
    request: HttpRequest, by: str = "", verb: str = "", dough: int = 0, before: int = 0, limit: int = 50
) -> JournalOut:
    """A page of the journal, by person (sign-in name), verb and dough where asked."""
    found = page(by=by, verb=verb, dough=dough, before=before, limit=min(max(limit, 1), MOST))
    names, known = verbs()
    return JournalOut(
        events=[
            EventOut(
                id=e.row.pk, at=e.row.at, by=e.by, verb=e.row.verb, words=e.row.words, subject=e.row.subject,
                dough=e.row.dough.name if e.row.dough else "", dough_id=e.row.dough_id, can_take_back=e.can_take_back,
            )
            for e in found.events
        ],
        older=found.older,
        people=names,
        verbs=known,
    )  # fmt: skip
