"""Write the whole kitchen to a file."""

from __future__ import annotations

from dataclasses import dataclass

from django.conf import settings
from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from kitchen.actions.base import Done, LongAction
from kitchen.actions.rights import Right
from kitchen.backups import shelf
from kitchen.backups.archive import UnreadableError
from kitchen.models import Kitchen
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class BackUp(LongAction[shelf.Kept, shelf.Kept]):
    """Into the folder the server was given for it."""

    right = Right.MANAGE

    def work_out(self) -> shelf.Kept:
        try:
            return shelf.make(settings.DATA, settings.BACKUPS, self.now, settings.BACKUP_KEEP)
        except UnreadableError as error:
            raise EntryError("backup", str(error)) from error

    def settle(self, cook: User, found: shelf.Kept) -> Done[shelf.Kept]:
        kitchen = Kitchen.objects.first()
        if kitchen is None:
            raise MissingError("There is no kitchen here yet.")
        return Done(found, kitchen, f"took a backup of {found.size / 1_000_000:.1f} MB")
