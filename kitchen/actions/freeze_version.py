"""Keep the draft as a numbered version with a note."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from kitchen.actions.base import Action, Done, dough_for_writing, save_dough
from kitchen.models import Version

MAX_NOTE = 400


def check_note(text: str) -> None:
    """Raises EntryError for a note that says nothing or too much."""
    note = text.strip()
    if not note:
        raise EntryError("note", "Say in a few words what this version tries or changes.")
    if len(note) > MAX_NOTE:
        raise EntryError("note", f"A note has up to {MAX_NOTE} characters; this one has {len(note)}.")


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
        if not dough.draft.get("lines"):
            raise EntryError("note", "The formula is empty. Add a line before keeping a version.")
        last = dough.versions.order_by("-number").first()
        version = Version.objects.create(
            dough=dough,
            number=last.number + 1 if last else 1,
            parent=dough.draft_parent,
            formula=dough.draft,
            note=self.note.strip(),
            kept_at=self.now,
            kept_by=cook,
        )
        dough.draft_parent = version
        save_dough(dough, cook, self.now)
        return Done(version, version, f"kept version {version.number}: {version.note}", dough)
