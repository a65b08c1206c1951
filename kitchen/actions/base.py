"""What the actions share: who acts, refusals, and taking a dough for writing."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import AbstractBaseUser, AnonymousUser, User

from dough.facts.errors import EntryError
from kitchen.models import Dough
from kitchen.reading.doughs import dough_for_reading, name_of

Actor = User | AnonymousUser | AbstractBaseUser
MAX_NAME = 80


class RefusedError(Exception):
    """The actor may not do this."""


class StaleError(Exception):
    """The write was based on an older revision; ``current`` is what is there now."""

    def __init__(self, current: Dough) -> None:
        super().__init__(
            f"This dough was changed by {name_of(current.saved_by)} since you opened it, so your change was not "
            "saved over theirs. Choose which to keep."
        )
        self.current = current


@dataclass(frozen=True, kw_only=True)
class Action:
    """Someone does something at a moment."""

    actor: Actor
    now: datetime

    def cook(self) -> User:
        """The acting cook. Raises RefusedError unless signed in and active."""
        if not isinstance(self.actor, User) or not self.actor.is_active:
            raise RefusedError("Sign in first.")
        return self.actor


def dough_for_writing(dough_id: int, revision: int) -> Dough:
    """A dough at the revision the write was based on. Raises MissingError or StaleError.

    Call inside a transaction: IMMEDIATE transactions hold the write lock from their start, so the
    revision cannot move between this check and the save.
    """
    found = dough_for_reading(dough_id)
    if found.revision != revision:
        raise StaleError(found)
    return found


def clean_name(name: str) -> str:
    cleaned = " ".join(name.split())
    if not cleaned:
        raise EntryError("name", "Give the dough a name.")
    if len(cleaned) > MAX_NAME:
        raise EntryError("name", f"A name has up to {MAX_NAME} characters; this one has {len(cleaned)}.")
    return cleaned
