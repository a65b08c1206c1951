"""Drafts and versions as they are handed on: which one, by what name, of which day, in which setting."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime

from dough.bake.draft_setting import Setting
from dough.desk.handing_on.batch_sheet import Bowl
from dough.draft.target import Target
from dough.facts.errors import EntryError
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Dough, Lot, Mixer
from kitchen.reading.doughs import MissingError, draft_differs, style_of
from kitchen.reading.hours import today
from kitchen.reading.kit import setting_of


@dataclass(frozen=True, slots=True)
class HandedOn:
    """A draft or version in its setting, what it is called, its day, and the target it is for."""

    title: str
    version: str
    day: date
    setting: Setting
    target: Target


def handed_on(dough: Dough, version: int | None, now: datetime) -> HandedOn:
    """The draft, or a kept version by its number. Raises MissingError for a number the dough has not."""
    target = TargetDoc.model_validate(dough.target).to_core()
    if version is None:
        kept = dough.draft_parent
        words = "a draft" if kept is None else f"version {kept.number}"
        if kept is not None and draft_differs(dough):
            words = f"a draft after version {kept.number}"
        day, document = today(now), dough.draft
    else:
        found = dough.versions.filter(number=version).first()
        if found is None:
            raise MissingError(f"{dough.name} has no version {version}.")
        words, day, document = f"version {version}", today(found.kept_at), found.formula
    draft = DraftDoc.model_validate(document).to_core()
    return HandedOn(dough.name, words, day, setting_of(draft, style_of(dough), dough.pk), target)


def bowl(mixer: int | None) -> Bowl | None:
    """A mixer by its id, or the one that takes most. Raises EntryError for one that is not there."""
    rows = Mixer.objects.filter(retired_at=None)
    if mixer is not None:
        row = rows.filter(pk=mixer).first()
        if row is None:
            raise EntryError("mixer", "That mixer is no longer in the kitchen. Pick another.")
    else:
        row = max(rows, key=lambda m: m.most_g or 0.0, default=None)
    return None if row is None else Bowl(row.name, row.least_g, row.most_g)


def lots_now(on: date) -> Mapping[str, list[str]]:
    """Codes of the lots in use by ingredient id, those past their day marked."""
    found: dict[str, list[str]] = {}
    for lot in Lot.objects.filter(retired_at=None).order_by("use_by", "arrived_on", "id"):
        over = " (past its day)" if lot.use_by and lot.use_by < on else ""
        found.setdefault(lot.ingredient, []).append(f"{lot.code or lot.name}{over}")
    return found
