"""Drafts between versions: kept as they are overwritten, so that one can go back to any of them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta

from django.contrib.auth.models import User

from kitchen.actions.base import Action, Done, dough_for_writing, save_dough
from kitchen.models import Dough, KeptDraft
from kitchen.reading.doughs import MissingError

#: An edit is saved as it is typed; one draft in so many minutes of one cook is kept, and so many of a dough.
EVERY = timedelta(minutes=10)
MOST = 300


def keep_draft(dough: Dough, now: datetime, *, always: bool = False) -> None:
    """Keep what a dough holds before it is written over: what stood for a while, and one in a while of steady writing;
    always: also where one was kept a moment ago.

    Call inside the transaction, before the dough is changed.
    """
    last = dough.kept_drafts.last()
    if last is not None:
        same = (last.draft, last.target, last.name, last.style) == (dough.draft, dough.target, dough.name, dough.style)
        fleeting = now - dough.saved_at < EVERY and dough.saved_at - last.saved_at < EVERY
        if same or (fleeting and last.saved_by == dough.saved_by and not always):
            return
    elif not dough.draft.get("lines"):
        return
    KeptDraft.objects.create(
        dough=dough, revision=dough.revision, name=dough.name, style=dough.style, target=dough.target,
        draft=dough.draft, saved_at=dough.saved_at, saved_by=dough.saved_by,
    )  # fmt: skip
    old = dough.kept_drafts.order_by("-pk").values_list("pk", flat=True)[MOST:]
    KeptDraft.objects.filter(pk__in=list(old)).delete()


@dataclass(frozen=True, kw_only=True)
class GoBackToDraft(Action[Dough]):
    """Make a kept draft the draft again; what stood there is kept in its turn. Refuses a stale revision."""

    dough_id: int
    revision: int
    kept_id: int

    def change(self, cook: User) -> Done[Dough]:
        dough = dough_for_writing(self.dough_id, self.revision)
        kept = KeptDraft.objects.filter(dough=dough, pk=self.kept_id).first()
        if kept is None:
            raise MissingError("That draft is not one of this dough's.")
        keep_draft(dough, self.now, always=True)
        dough.name, dough.style, dough.target, dough.draft = kept.name, kept.style, kept.target, kept.draft
        save_dough(dough, cook, self.now)
        return Done(dough, dough, f"went back to the draft of {kept.saved_at:%Y-%m-%d %H:%M}", dough)
