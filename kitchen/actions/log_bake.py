"""Write down a bake, and the batch it came from when that is new."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Mapping
from dataclasses import asdict, dataclass, field, replace
from datetime import date, timedelta
from typing import TypeVar

from django.contrib.auth.models import User
from django.db.models import Max

from dough.facts.entry import read_named
from dough.facts.errors import EntryError, Questions
from dough.facts.ingredients import ingredient
from dough.judgement.trials.measure import Measured, doubts, read_measured
from kitchen.actions.base import Action, Before, Done
from kitchen.actions.rights import Right
from kitchen.documents.base import Typed
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.own_ingredient import find
from kitchen.models import Bake, Batch, Dough, Lot, Oven, Photo, Tray, Version
from kitchen.reading.doughs import MissingError, dough_for_reading
from kitchen.reading.lots import written_down

MAX_NOTES = 2000
Kit = TypeVar("Kit", Oven, Tray)


@dataclass(frozen=True, kw_only=True)
class NewBatch:
    """A batch to be written with its first bake. weighed is what was typed, by line id; additions are ingredient ids
    and what was typed of each that went in on the spot; lots the delivery each line came from, by line id."""

    version_number: int
    mixed_on: date
    weighed: dict[str, Typed]
    butter_temp_c: Typed = None
    dough_temp_c: Typed = None
    note: str = ""
    additions: tuple[tuple[str, Typed], ...] = ()
    lots: Mapping[str, int] = field(default_factory=dict)


@dataclass(frozen=True, kw_only=True)
class BakeEntry:
    """What was typed about a bake. Empty is unknown."""

    key: str
    baked_on: date
    age_h: Typed = None
    chill_h: Typed = None
    dough_temp_c: Typed = None
    portion_g: Typed = None
    pieces: Typed = None
    oven_id: int | None = None
    tray_id: int | None = None
    oven_c: Typed = None
    fan: bool | None = None
    minutes: Typed = None
    measured: dict[str, Typed]
    notes: str = ""
    sure: bool = False
    photo_id: int | None = None


@dataclass(frozen=True, kw_only=True)
class LogBake(Action[Bake]):
    """A bake of an existing batch (batch_id) or of a new one. replaces is the bake it corrects. Readings far from the
    others are asked about, unless the entry says it is sure of them.

    The same key sent again answers with the bake already logged; on another dough, or with other content, refused.
    """

    right = Right.RECORD

    dough_id: int
    batch_id: int | None
    new_batch: NewBatch | None
    bake: BakeEntry
    replaces_id: int | None = None

    def change(self, cook: User) -> Done[Bake] | Before[Bake]:
        dough = dough_for_reading(self.dough_id)
        again = Bake.objects.filter(key=self.bake.key).first()
        if again is not None:
            if again.batch.version.dough_id != dough.pk:
                raise EntryError("key", "That entry was logged for another dough. Log this bake as a new one.")
            if again.said and again.said != self._said():
                raise EntryError(
                    "key",
                    f"Bake {again.number} was logged by this entry already, with other figures. Close the form, "
                    "look at it, and correct it there.",
                )
            return Before(again)
        measured = self._measured()
        replaces = self._replaces(dough)
        batch = self._batch(dough, cook)
        made = self._create(dough, batch, replaces, measured, cook)
        words = f"corrected bake {made.number}" if replaces else f"logged bake {made.number}"
        return Done(made, made, words, dough)

    def _said(self) -> str:
        """A digest of all that was sent: what makes two sends the same."""
        sent = [
            self.batch_id,
            self.new_batch and asdict(self.new_batch),
            asdict(replace(self.bake, sure=False)),
            self.replaces_id,
        ]
        return hashlib.sha256(json.dumps(sent, default=str, sort_keys=True).encode()).hexdigest()

    def _create(self, dough: Dough, batch: Batch, replaces: Bake | None, measured: Measured, cook: User) -> Bake:
        entry = self.bake
        _not_in_future(entry.baked_on, "baked_on", self.now.date())
        if entry.baked_on < batch.mixed_on:
            raise EntryError("baked_on", f"The batch was mixed on {batch.mixed_on}; it can't be baked before that.")
        pieces = read_named(entry.pieces, "pieces")
        return Bake.objects.create(
            batch=batch,
            number=replaces.number if replaces else _next_number(dough),
            replaces=replaces,
            key=entry.key,
            said=self._said(),
            baked_on=entry.baked_on,
            age_h=read_named(entry.age_h, "age_h"),
            chill_h=read_named(entry.chill_h, "chill_h"),
            dough_temp_c=read_named(entry.dough_temp_c, "dough_temp_c"),
            portion_g=read_named(entry.portion_g, "portion_g"),
            pieces=None if pieces is None else int(pieces),
            oven=_one(Oven, entry.oven_id, "oven_id", "That oven is not in this kitchen."),
            tray=_one(Tray, entry.tray_id, "tray_id", "That tray is not in this kitchen."),
            oven_c=read_named(entry.oven_c, "oven_c"),
            fan=entry.fan,
            minutes=read_named(entry.minutes, "minutes"),
            measured=MeasuredDoc.of(measured).model_dump(mode="json"),
            photo=self._photo(dough),
            notes=_short(entry.notes, MAX_NOTES, "notes"),
            logged_at=self.now,
            logged_by=cook,
        )

    def _measured(self) -> Measured:
        measured = read_measured(self.bake.measured, "photo" if self.bake.photo_id is not None else "eye")
        questions = doubts(measured)
        if questions and not self.bake.sure:
            raise Questions(list(questions))
        return measured

    def _photo(self, dough: Dough) -> Photo | None:
        if self.bake.photo_id is None:
            return None
        found = Photo.objects.filter(pk=self.bake.photo_id, dough=dough).first()
        if found is None:
            raise MissingError("That photo is not one of this dough's.")
        return found

    def _replaces(self, dough: Dough) -> Bake | None:
        if self.replaces_id is None:
            return None
        found = Bake.objects.filter(pk=self.replaces_id, batch__version__dough=dough).first()
        if found is None:
            raise MissingError("The bake to correct is not one of this dough's.")
        if hasattr(found, "corrected_by"):
            raise EntryError("replaces", "That bake was corrected already. Correct the newer entry instead.")
        return found

    def _batch(self, dough: Dough, cook: User) -> Batch:
        if self.batch_id is not None:
            found = Batch.objects.filter(pk=self.batch_id, version__dough=dough).first()
            if found is None:
                raise MissingError("That batch is not one of this dough's.")
            return found
        if self.new_batch is None:
            raise EntryError("batch", "Say which batch was baked, or log a new one.")
        new = self.new_batch
        version = Version.objects.filter(dough=dough, number=new.version_number).first()
        if version is None:
            raise EntryError("version", "Keep the draft as a version first: a batch is a mixing of a version.")
        _not_in_future(new.mixed_on, "mixed_on", self.now.date())
        return Batch.objects.create(
            version=version,
            number=Batch.objects.filter(version__dough=dough).count() + 1,
            mixed_on=new.mixed_on,
            weighed=_weighed(version, new.weighed),
            additions=_additions(new.additions),
            lots=written_down(_lots(version, new.lots)),
            butter_temp_c=read_named(new.butter_temp_c, "butter_temp_c"),
            dough_temp_c=read_named(new.dough_temp_c, "dough_temp_c", "batch_dough_temp_c"),
            note=_short(new.note, 400, "batch_note"),
            logged_at=self.now,
            logged_by=cook,
        )


def _weighed(version: Version, typed: dict[str, Typed]) -> dict[str, float]:
    """Grams really weighed, kept only where they differ from the version's."""
    planned = {line["id"]: line["grams"] for line in version.formula["lines"]}
    result: dict[str, float] = {}
    for line_id, value in typed.items():
        if line_id not in planned:
            raise EntryError(f"weighed.{line_id}"[:60], "That line is not in this version.")
        grams = read_named(value, "grams", f"weighed.{line_id}")
        if grams is not None and grams != planned[line_id]:
            result[line_id] = grams
    return result


def _lots(version: Version, of_line: Mapping[str, int]) -> Mapping[str, int]:
    """The delivery each line came from. Raises EntryError for one of something else; one that is gone is left out."""
    planned = {line["id"]: line["ingredient"] for line in version.formula["lines"]}
    delivered = dict(Lot.objects.filter(pk__in=set(of_line.values())).values_list("pk", "ingredient"))
    for line, lot in of_line.items():
        if line not in planned:
            raise EntryError(f"lots.{line}"[:60], "That line is not in this version.")
        if delivered.get(lot, planned[line]) != planned[line]:
            raise EntryError(f"lots.{line}"[:60], "That delivery is of another ingredient. Pick one of this line's.")
    return of_line


def _additions(typed: tuple[tuple[str, Typed], ...]) -> list[list[str | float]]:
    """Cures on the spot as ingredient and grams; rows left empty are left out."""
    found: list[list[str | float]] = []
    for n, (ident, value) in enumerate(typed):
        where = f"additions.{n}"
        grams = read_named(value, "grams", where)
        if grams is None or grams == 0:
            continue
        item = find(ident) or ingredient(ident, where)
        found.append([item.id, grams])
    return found


def _one(model: type[Kit], ident: int | None, where: str, missing: str) -> Kit | None:
    if ident is None:
        return None
    found = model.objects.filter(pk=ident).first()
    if found is None:
        raise EntryError(where, f"{missing} Pick one from the list.")
    return found


def _next_number(dough: Dough) -> int:
    last = Bake.objects.filter(batch__version__dough=dough).aggregate(last=Max("number"))["last"]
    return (last or 0) + 1


def _not_in_future(day: date, where: str, today: date) -> None:
    if day > today + timedelta(days=1):
        raise EntryError(where, f"{day} is in the future. Log a bake when it is out of the oven.")
    if day.year < 1990:
        raise EntryError(where, f"{day} is too long ago. Check the year.")


def _short(text: str, limit: int, where: str) -> str:
    if len(text) > limit:
        raise EntryError(where, f"Notes have up to {limit} characters; these have {len(text)}.")
    return text.strip()
