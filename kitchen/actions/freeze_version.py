"""Keep the draft as a numbered version with a note."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from kitchen.actions.base import Action, Done, dough_for_writing, save_dough
from kitchen.models import Dough, Version

MAX_NOTE = 400


def check_note(text: str) -> None:
    """Raises EntryError for a note that says nothing or too much."""
    note = text.strip()
    if not note:
        raise EntryError("note", "Say in a few words what this version tries or changes.")
    if len(note) > MAX_NOTE:
        raise EntryError("note", f"A note has up to {MAX_NOTE} characters; this one has {len(note)}.")


def frozen(dough: Dough, formula: dict[str, Any], note: str, now: datetime, cook: User) -> Version:
    """The next version of a dough, a child of what its draft goes on from. Raises EntryError for an empty formula."""
    if not formula.get("lines"):
        raise EntryError("note", "The formula is empty. Add a line before keeping a version.")
    last = dough.versions.order_by("-number").first()
    return Version.objects.create(
        dough=dough, number=last.number + 1 if last else 1, parent=dough.draft_parent, formula=formula,
        note=note.strip(), kept_at=now, kept_by=cook,
    )  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class FreezeVersion(Action[Version]):
    """The draft goes on from the new version, which is its parent from then on."""

    dough_id: int
    revision: int
    note: str

    def check(self) -> None:
        check_note(self.note)

    def change(self, cook: User) -> Done[Version]:
        dough = dough_for_writing(self.dough_id, self.revision)
        version = frozen(dough, dough.draft, self.note, self.now, cook)
        dough.draft_parent = version
        save_dough(dough, cook, self.now)
        return Done(version, version, f"kept version {version.number}: {version.note}", dough)
