"""Keep the draft as a numbered version with a note."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction

from dough.facts.errors import EntryError
from kitchen.actions.base import Action, dough_for_writing
from kitchen.models import Version

MAX_NOTE = 400


@dataclass(frozen=True, kw_only=True)
class FreezeVersion(Action):
    """The draft goes on from the new version, which is its parent from then on."""

    dough_id: int
    revision: int
    note: str

    def execute(self) -> Version:
        cook = self.cook()
        note = self.note.strip()
        if not note:
            raise EntryError("note", "Say in a few words what this version tries or changes.")
        if len(note) > MAX_NOTE:
            raise EntryError("note", f"A note has up to {MAX_NOTE} characters; this one has {len(note)}.")
        with transaction.atomic():
            dough = dough_for_writing(self.dough_id, self.revision)
            if not dough.draft.get("lines"):
                raise EntryError("note", "The formula is empty. Add a line before keeping a version.")
            last = dough.versions.order_by("-number").first()
            version = Version.objects.create(
                dough=dough,
                number=last.number + 1 if last else 1,
                parent=dough.draft_parent,
                formula=dough.draft,
                note=note,
                kept_at=self.now,
                kept_by=cook,
            )
            dough.draft_parent = version
            dough.revision += 1
            dough.saved_at = self.now
            dough.saved_by = cook
            dough.save()
            return version
