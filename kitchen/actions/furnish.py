"""Furnish the kitchen: make a thing, change it, retire it, bring it back, and take any of that back."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User

from devices.forms import form_of
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.furnishings import Value, kind, read_facts
from dough.facts.ingredients import ingredient
from kitchen.actions.base import Action, Done, OutdatedError, subject_of
from kitchen.actions.rights import Right
from kitchen.documents.furnishing import MODELS, facts_of, kind_of, put_facts
from kitchen.documents.own_ingredient import find
from kitchen.models import Event, Kitchen
from kitchen.models.furnishing import Furnishing
from kitchen.reading.doughs import MissingError

#: So many of a kind are kept, retired ones too.
MOST = 500


class ThingStaleError(OutdatedError):
    """The change was based on an older revision; ``current`` is the thing as it is."""

    def __init__(self, current: Furnishing) -> None:
        super().__init__(
            f"“{current.name}” was changed by someone else since you opened it, so your change was not saved over "
            "theirs. What it says now stands beside your boxes: choose which to keep, and save again."
        )
        self.current = current


@dataclass(frozen=True, kw_only=True)
class Furnish(Action[Furnishing]):
    """Make a thing (ident and revision None) or change it; typed holds only what is said anew. Of the kitchen itself
    there is one, whichever ident is given."""

    right = Right.FURNISH

    kind: str
    typed: Mapping[str, Value]
    ident: int | None = None
    revision: int | None = None

    def check(self) -> None:
        if self.ident is None and self.kind != "kitchen":
            read_facts(kind(self.kind), self.typed)

    def change(self, cook: User) -> Done[Furnishing]:
        row = None if self.ident is None and self.kind != "kitchen" else _thing(self.kind, self.ident, self.revision)
        before = state_of(row) if row else None
        facts = read_facts(kind(self.kind), self.typed, facts_of(row) if row else None)
        _known_ingredient(facts)
        _usable_pattern(self.kind, facts)
        if row is None:
            model = MODELS[self.kind]
            if model._default_manager.count() >= MOST:
                raise EntryError("name", f"{MOST} {kind(self.kind).many} are kept; that is the most.")
            row = model()
        _name_is_free(self.kind, str(facts["name"]), row)
        put_facts(row, facts)
        row.revision = row.revision + 1 if row.pk else 1
        row.save()
        said = f"changed {row.name}" if before else f"put {row.name} among the {kind(self.kind).many}"
        return Done(row, row, said, before=before or {"kind": self.kind, "id": row.pk, "facts": None, "retired": True})


@dataclass(frozen=True, kw_only=True)
class Retire(Action[Furnishing]):
    """Take a thing out of use (back: into use again). It stays for what rests on it."""

    right = Right.FURNISH

    kind: str
    ident: int
    revision: int
    back: bool = False

    def check(self) -> None:
        if self.kind == "kitchen":
            raise EntryError("kind", "The kitchen itself can't be put away.")

    def change(self, cook: User) -> Done[Furnishing]:
        row = _thing(self.kind, self.ident, self.revision)
        before = state_of(row)
        if self.back:
            _name_is_free(self.kind, row.name, row)
        row.retired_at = None if self.back else self.now
        row.revision += 1
        row.save()
        return Done(row, row, f"{'brought back' if self.back else 'retired'} {row.name}", before=before)


@dataclass(frozen=True, kw_only=True)
class FurnishFirst(Action[Kitchen]):
    """The first sheet: several things at once, or none, and the kitchen counts as furnished."""

    things: tuple[tuple[str, Mapping[str, Value]], ...]

    right = Right.FURNISH

    def change(self, cook: User) -> Done[Kitchen]:
        if len(self.things) > 40:
            raise EntryError("things", "The first sheet takes up to 40 things; add the others afterwards.")
        wrong: list[EntryError] = []
        for n, (of, typed) in enumerate(self.things):
            try:
                made = Furnish(actor=self.actor, now=self.now, kind=of, typed=typed)
                made.execute()
            except EntryErrors as errors:
                wrong += [EntryError(f"things.{n}.{e.where}", e.message) for e in errors.items]
            except EntryError as error:
                wrong.append(EntryError(f"things.{n}.{error.where}", error.message))
        if wrong:
            raise EntryErrors(wrong)
        kitchen = _thing("kitchen", None, None)
        assert isinstance(kitchen, Kitchen)
        kitchen.furnished_at = self.now
        kitchen.save(update_fields=["furnished_at"])
        return Done(kitchen, kitchen, f"furnished the kitchen with {len(self.things)} things")


@dataclass(frozen=True, kw_only=True)
class TakeBack(Action[Furnishing]):
    """Put a thing back as it was before an event, where nothing has happened to it since."""

    right = Right.FURNISH

    event_id: int

    def change(self, cook: User) -> Done[Furnishing]:
        event = Event.objects.filter(pk=self.event_id).first()
        if event is None or event.before is None:
            raise MissingError("There is nothing to take back there.")
        was: dict[str, Any] = event.before
        row = _thing(was["kind"], was["id"], None)
        later = Event.objects.filter(subject=subject_of(row), pk__gt=event.pk).exclude(before=None)
        if later.exists() or hasattr(event, "undone_by"):
            raise EntryError("event", f"{row.name} was changed again since. Take the later change back first.")
        before = state_of(row)
        if was["facts"] is not None:
            put_facts(row, read_facts(kind(was["kind"]), {}, was["facts"]))
        row.retired_at = self.now if was["retired"] else None
        row.revision += 1
        row.save()
        return Done(row, row, f"took back: {event.words}", before=before, undoes=event)


def state_of(row: Furnishing) -> dict[str, Any]:
    """A thing as an event keeps it."""
    return {"kind": kind_of(row), "id": row.pk, "facts": facts_of(row), "retired": row.retired_at is not None}


def _thing(of: str, ident: int | None, revision: int | None) -> Furnishing:
    kind(of)
    rows = MODELS[of]._default_manager.all()
    row = rows.first() if of == "kitchen" else rows.filter(pk=ident).first()
    if row is None:
        raise MissingError(
            "There is no kitchen here yet." if of == "kitchen" else f"That {kind(of).one} is not in this kitchen."
        )
    if revision is not None and row.revision != revision:
        raise ThingStaleError(row)
    return row


def _name_is_free(of: str, name: str, row: Furnishing) -> None:
    """Two of one name in a list of choices could not be told apart."""
    twin = MODELS[of]._default_manager.filter(name__iexact=name, retired_at=None).exclude(pk=row.pk).exists()
    if twin and of not in ("kitchen", "lot"):
        raise EntryErrors(
            [EntryError("name", f"There is {kind(of).one} “{name}” already. Give this one its own name.")]
        )


def _usable_pattern(of: str, facts: Mapping[str, Value]) -> None:
    """A device's own form of line, as its reader will take it."""
    if of != "device":
        return
    try:
        form_of(str(facts.get("form") or ""), str(facts.get("pattern") or ""))
    except ValueError as error:
        raise EntryErrors([EntryError("pattern", str(error))]) from error


def _known_ingredient(facts: Mapping[str, Value]) -> None:
    said = facts.get("ingredient")
    if isinstance(said, str) and said and find(said) is None:
        ingredient(said, "ingredient")
