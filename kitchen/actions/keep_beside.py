"""Keep a proposal as a version of its own, beside the draft: two can be baked next to each other."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.draft.check import check_draft
from kitchen.actions.base import Action, Done, dough_for_writing, save_dough
from kitchen.actions.freeze_version import check_note, frozen
from kitchen.documents.draft import DraftDoc
from kitchen.models import Version


@dataclass(frozen=True, kw_only=True)
class KeepBeside(Action[Version]):
    """A child of the version the draft goes on from; the draft stays as it is. Refuses a stale revision."""

    dough_id: int
    revision: int
    draft: DraftDoc
    note: str

    def check(self) -> None:
        check_note(self.note)
        check_draft(self.draft.to_core())

    def change(self, cook: User) -> Done[Version]:
        dough = dough_for_writing(self.dough_id, self.revision)
        version = frozen(dough, self.draft.model_dump(mode="json"), self.note, self.now, cook)
        save_dough(dough, cook, self.now)
        return Done(version, version, f"kept version {version.number} beside the draft: {version.note}", dough)
