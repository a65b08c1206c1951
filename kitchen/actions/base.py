"""What every action is: someone does something at a moment, in one transaction, and one event says so."""

from __future__ import annotations

import logging
import re
from abc import ABC, abstractmethod
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from typing import Any, ClassVar, Generic, TypeVar

from django.contrib.auth.models import AbstractBaseUser, AnonymousUser, User
from django.db import models, transaction

from dough.facts.errors import EntryError, EntryErrors
from kitchen.actions.rights import NEEDED, Right, may, role_of
from kitchen.models import Dough, Event
from kitchen.reading.doughs import MissingError, dough_for_reading, name_of

Actor = User | AnonymousUser | AbstractBaseUser
MAX_NAME = 80
R = TypeVar("R")
W = TypeVar("W")
log = logging.getLogger("kitchen.writes")


class RefusedError(Exception):
    """The actor may not do this."""


class OutdatedError(Exception):
    """The write was based on an older revision of something."""


class StaleError(OutdatedError):
    """The write was based on an older revision; ``current`` is what is there now."""

    def __init__(self, current: Dough) -> None:
        super().__init__(
            f"This dough was changed by {name_of(current.saved_by)} since you opened it, so your change was not "
            "saved over theirs. Choose which to keep."
        )
        self.current = current


def require(actor: Actor, right: Right) -> None:
    """Raise RefusedError where somebody may not do something."""
    if not isinstance(actor, User) or not may(actor, right):
        role = role_of(actor) if isinstance(actor, User) else None
        here = f"you are {'an' if role == 'owner' else 'a'} {role}" if role else "you are not of this kitchen"
        raise RefusedError(f"That takes {NEEDED[right]}, and {here} here. Ask the owner.")


@dataclass(frozen=True, slots=True)
class Done(Generic[R]):
    """What an action changed: the answer, the row written, its dough, and words for the journal. before is what stood
    there, where that can be put back; undoes the event this one takes back."""

    answer: R
    on: models.Model
    words: str
    dough: Dough | None = None
    before: dict[str, Any] | None = None
    undoes: Event | None = None


@dataclass(frozen=True, slots=True)
class Before(Generic[R]):
    """Nothing was written: it had been done before."""

    answer: R


@dataclass(frozen=True, slots=True)
class Own(Generic[R]):
    """What was written is the actor's own affair, and nothing for the kitchen's journal."""

    answer: R


@dataclass(frozen=True, kw_only=True)
class Action(ABC, Generic[R]):
    """Someone does something at a moment.

    ``check`` refuses what needs no look at the kitchen; ``change`` runs in the transaction, which holds the write
    lock from its start, and says what it did. ``execute`` is how every caller runs it.
    """

    #: What the actor has to be allowed to.
    right: ClassVar[Right] = Right.DEVELOP

    actor: Actor
    now: datetime

    def execute(self) -> R:
        """Do it. Raises RefusedError, EntryError(s), MissingError or OutdatedError, and then nothing is written."""
        try:
            cook = self._cook()
            self.may(cook)
            self.check()
            return self._written(cook, self._change())
        except (RefusedError, OutdatedError, MissingError, EntryError, EntryErrors) as refusal:
            log.info("refused %s: %s%s", type(self).__name__, type(refusal).__name__, _where(refusal))
            raise

    def may(self, cook: User) -> None:
        """Raise RefusedError where this cook may not do it."""
        require(cook, self.right)

    def check(self) -> None:
        """Raise EntryError(s) for what can be refused before the kitchen is looked at."""

    @abstractmethod
    def change(self, cook: User) -> Done[R] | Before[R] | Own[R]:
        """Look, decide and write, inside the transaction."""

    def _change(self) -> Callable[[User], Done[R] | Before[R] | Own[R]]:
        return self.change

    def _cook(self) -> User:
        if not isinstance(self.actor, User) or not self.actor.is_active:
            raise RefusedError("Sign in first.")
        return self.actor

    def _written(self, cook: User, change: Callable[[User], Done[R] | Before[R] | Own[R]]) -> R:
        with transaction.atomic():
            done = change(cook)
            if isinstance(done, Done):
                Event.objects.create(
                    at=self.now, by=cook, verb=type(self).__name__, words=done.words[:200], dough=done.dough,
                    subject=subject_of(done.on), before=done.before, undoes=done.undoes,
                )  # fmt: skip
            return done.answer


def subject_of(row: models.Model) -> str:
    """How an event names the row it wrote."""
    return f"{row._meta.verbose_name} {row.pk}"


@dataclass(frozen=True, kw_only=True)
class LongAction(Action[R], Generic[R, W]):
    """An action with long work: ``work_out`` runs before the write lock is held, ``settle`` after. What moved
    meanwhile is for settle to see and to refuse."""

    @abstractmethod
    def work_out(self) -> W:
        """The long part: reads only."""

    @abstractmethod
    def settle(self, cook: User, found: W) -> Done[R] | Before[R]:
        """Compare with what is there now, and write."""

    def change(self, cook: User) -> Done[R] | Before[R]:
        return self.settle(cook, self.work_out())

    def _change(self) -> Callable[[User], Done[R] | Before[R] | Own[R]]:
        found = self.work_out()
        return lambda cook: self.settle(cook, found)


def dough_for_writing(dough_id: int, revision: int) -> Dough:
    """A dough at the revision the write was based on. Raises MissingError or StaleError.

    Call inside a transaction: IMMEDIATE transactions hold the write lock from their start, so the
    revision cannot move between this check and the save.
    """
    found = dough_for_reading(dough_id)
    if found.revision != revision:
        raise StaleError(found)
    return found


def save_dough(dough: Dough, cook: User, now: datetime) -> None:
    """Write a dough as its next revision."""
    dough.revision += 1
    dough.saved_at = now
    dough.saved_by = cook
    dough.save()


def clean_name(name: str) -> str:
    cleaned = " ".join(name.split())
    if not cleaned:
        raise EntryError("name", "Give the dough a name.")
    if len(cleaned) > MAX_NAME:
        raise EntryError("name", f"A name has up to {MAX_NAME} characters; this one has {len(cleaned)}.")
    return cleaned


def _where(refusal: Exception) -> str:
    """Which box was refused; never what was typed in it."""
    if isinstance(refusal, EntryErrors):
        return f" at {_box(refusal.items[0].where)}"
    return f" at {_box(refusal.where)}" if isinstance(refusal, EntryError) else ""


def _box(where: str) -> str:
    found = re.match(r"[a-z_]+", where)
    return found.group() if found else "something"
