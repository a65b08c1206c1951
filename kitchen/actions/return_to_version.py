"""Go on from an earlier version: the draft becomes that version, and the next one will be its child."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from kitchen.actions.base import Action, Done, dough_for_writing, save_dough
from kitchen.actions.kept_drafts import keep_draft
from kitchen.models import Dough, Version
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class ReturnToVersion(Action[Dough]):
    """Refuses a stale revision. Every version stays, and so does what the draft held."""

    dough_id: int
    revision: int
    number: int

    def change(self, cook: User) -> Done[Dough]:
        dough = dough_for_writing(self.dough_id, self.revision)
        version = Version.objects.filter(dough=dough, number=self.number).first()
        if version is None:
            raise MissingError(f"This dough has no version {self.number}.")
        keep_draft(dough, self.now, always=True)
        dough.draft = version.formula
        dough.draft_parent = version
        save_dough(dough, cook, self.now)
        return Done(dough, version, f"went back to version {version.number}", dough)
