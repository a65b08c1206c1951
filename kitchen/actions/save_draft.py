"""Save what is being edited: name, style, target, draft."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.draft.check import check_draft, check_target
from dough.facts.errors import EntryError
from dough.facts.styles import style
from kitchen.actions.base import Action, Done, clean_name, dough_for_writing, save_dough
from kitchen.actions.kept_drafts import keep_draft
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Dough, Oven, Tray


@dataclass(frozen=True, kw_only=True)
class SaveDraft(Action[Dough]):
    """Refuses a stale revision with what is there now; nothing is silently overwritten."""

    dough_id: int
    revision: int
    name: str
    style: str
    draft: DraftDoc
    target: TargetDoc

    def check(self) -> None:
        clean_name(self.name)
        check_draft(self.draft.to_core())
        check_target(self.target.to_core())
        if self.style:
            style(self.style)

    def change(self, cook: User) -> Done[Dough]:
        self._check_kit()
        dough = dough_for_writing(self.dough_id, self.revision)
        keep_draft(dough, self.now)
        dough.name = clean_name(self.name)
        dough.style = self.style
        dough.draft = self.draft.model_dump(mode="json")
        dough.target = self.target.model_dump(mode="json")
        save_dough(dough, cook, self.now)
        return Done(dough, dough, "saved the draft", dough)

    def _check_kit(self) -> None:
        process = self.draft.process
        if process.oven_id is not None and not Oven.objects.filter(pk=process.oven_id).exists():
            raise EntryError("process.oven_id", "That oven is not in this kitchen. Pick one from the list.")
        if process.tray_id is not None and not Tray.objects.filter(pk=process.tray_id).exists():
            raise EntryError("process.tray_id", "That tray is not in this kitchen. Pick one from the list.")
