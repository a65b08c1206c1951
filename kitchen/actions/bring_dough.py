"""Bring a dough from another kitchen's file: new ids for everything, nothing here is touched."""

from __future__ import annotations

import json
import secrets
from collections.abc import Callable
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from typing import IO, Any

from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from kitchen.actions.base import MAX_NAME, Done, LongAction
from kitchen.backups.archive import UnreadableError
from kitchen.backups.one_dough import DoughFile, read_dough
from kitchen.documents.own_ingredient import PREFIX
from kitchen.models import (
    Bake,
    Batch,
    Dough,
    KeptDraft,
    Oven,
    OwnIngredient,
    Photo,
    RecipeSource,
    Series,
    Tray,
    Version,
)
from kitchen.photos import pictures

Row = dict[str, Any]
Ids = dict[int, int]


@dataclass
class _Way:
    """What the rows of the file are called here."""

    people: Ids = field(default_factory=dict)
    ovens: Ids = field(default_factory=dict)
    trays: Ids = field(default_factory=dict)
    own: dict[str, str] = field(default_factory=dict)

    def document(self, found: Any) -> Any:
        """A document with its own ingredients, ovens and trays by the names they have here."""
        if isinstance(found, dict):
            made = {self.own.get(k, k): self.document(v) for k, v in found.items()}
            for key, ids in (("oven_id", self.ovens), ("tray_id", self.trays)):
                if isinstance(made.get(key), int):
                    made[key] = ids.get(made[key])
            return made
        if isinstance(found, list):
            return [self.document(v) for v in found]
        return self.own.get(found, found) if isinstance(found, str) else found


@dataclass(frozen=True, slots=True)
class _Read:
    rows: dict[str, list[Row]]
    pictures: dict[str, str]


@dataclass(frozen=True, kw_only=True)
class BringDough(LongAction[Dough, _Read]):
    """file is opened anew each time it is asked for. Pictures are decoded and written anew, as any that come in."""

    file: Callable[[], Path | IO[bytes]]

    def work_out(self) -> _Read:
        try:
            with contextmanager(read_dough)(self.file()) as found:
                return _Read(found.rows, self._pictures(found))
        except UnreadableError as error:
            raise EntryError("file", str(error)) from error

    def _pictures(self, found: DoughFile) -> dict[str, str]:
        """The photos kept anew, by the name they had."""
        kept: dict[str, str] = {}
        try:
            for row in found.rows["photos"]:
                with pictures.turn:
                    kept[row["name"]] = pictures.keep(pictures.opened(found.picture(row["name"])))
                    sheet = pictures.sheet_name(row["name"])
                    if f"photos/{sheet}" in found.archive.sums:
                        pictures.keep_sheet(kept[row["name"]], pictures.opened(found.picture(sheet)))
        except BaseException:
            for name in kept.values():
                pictures.forget(name)
            raise
        return kept

    def settle(self, cook: User, found: _Read) -> Done[Dough]:
        try:
            return self._settle(cook, found)
        except BaseException:
            for name in found.pictures.values():
                pictures.forget(name)
            raise

    def _settle(self, cook: User, found: _Read) -> Done[Dough]:
        rows = found.rows
        way = _Way()
        way.people = {r["id"]: _person(r) for r in rows["people"]}
        way.ovens = {r["id"]: _thing(Oven, r) for r in rows["ovens"]}
        way.trays = {r["id"]: _thing(Tray, r) for r in rows["trays"]}
        self._own(way, rows["own_ingredients"])
        source = rows["doughs"][0]
        dough = _make(Dough, source, way, name=_free_name(source["name"]), draft_parent_id=None, follows_id=None,
                      deleted_at=None, revision=1, saved_at=self.now, saved_by_id=cook.pk)  # fmt: skip
        versions = _linked(Version, rows["versions"], way, "parent_id", dough_id=dough.pk)
        if source["draft_parent_id"] is not None:
            Dough.objects.filter(pk=dough.pk).update(draft_parent=versions.get(source["draft_parent_id"]))
        for row in rows["recipe_sources"]:
            _make(RecipeSource, row, way, dough_id=dough.pk)
        for row in rows["kept_drafts"]:
            _make(KeptDraft, row, way, dough_id=dough.pk)
        photos = {
            r["id"]: _make(
                Photo, r, way, dough_id=dough.pk, name=found.pictures[r["name"]], key=_key(Photo, r["key"])
            ).pk
            for r in rows["photos"]
        }
        for row in rows["series"]:
            _make(Series, row, way, dough_id=dough.pk)
        batches = {r["id"]: _make(Batch, r, way, version_id=versions[r["version_id"]]).pk for r in rows["batches"]}
        self._bakes(way, rows["bakes"], batches, photos)
        dough.refresh_from_db()
        return Done(dough, dough, f"brought {dough.name} from a file, with {len(rows['bakes'])} bakes", dough)

    def _bakes(self, way: _Way, rows: list[Row], batches: Ids, photos: Ids) -> None:
        made: Ids = {}
        for row in _parents_first(rows, "replaces_id"):
            bake = _make(
                Bake, row, way, batch_id=batches[row["batch_id"]], replaces_id=made.get(row["replaces_id"]),
                photo_id=photos.get(row["photo_id"]), oven_id=way.ovens.get(row["oven_id"]),
                tray_id=way.trays.get(row["tray_id"]), key=_key(Bake, row["key"]), said="",
            )  # fmt: skip
            made[row["id"]] = bake.pk

    def _own(self, way: _Way, rows: list[Row]) -> None:
        """Own ingredients: those that are here word for word are taken for the same, the others come under new keys."""
        theirs: dict[str, list[Row]] = {}
        for row in rows:
            theirs.setdefault(row["key"], []).append(row)
        for key in sorted(theirs, key=lambda k: (len(json.dumps(theirs[k][-1]["recipe"])), k)):
            versions = theirs[key]
            here = OwnIngredient.objects.filter(key=key)
            mine = [(r.version, r.name, r.recipe) for r in here]
            if mine[: len(versions)] == [(r["version"], r["name"], r["recipe"]) for r in versions]:
                continue
            way.own[key] = key if not mine and key not in way.own.values() else _free_key(way)
        for key, versions in theirs.items():
            if key in way.own:
                for row in versions:
                    _make(OwnIngredient, row, way, key=way.own[key])


def _make(model: type[Any], row: Row, way: _Way, **changed: Any) -> Any:
    """A row made here from one of the file: who did it and what its documents name, by their names here."""
    values = {k: v for k, v in row.items() if k != "id"}
    for column in model._meta.concrete_fields:
        name = column.attname
        if name in values and column.related_model is User:
            values[name] = way.people.get(values[name])
        elif isinstance(values.get(name), dict | list):
            values[name] = way.document(values[name])
    return model._default_manager.create(**{**values, **changed})


def _linked(model: type[Any], rows: list[Row], way: _Way, parent: str, **changed: Any) -> Ids:
    made: Ids = {}
    for row in _parents_first(rows, parent):
        made[row["id"]] = _make(model, row, way, **{parent: made.get(row[parent])}, **changed).pk
    return made


def _parents_first(rows: list[Row], parent: str) -> list[Row]:
    """The rows so that each comes after the one it points at. Raises EntryError for a circle."""
    waiting, done, ordered = list(rows), {None}, []
    while waiting:
        ready = [r for r in waiting if r[parent] in done]
        if not ready:
            raise EntryError("file", "Rows in this file point at one another in a circle. Nothing was changed.")
        ordered += ready
        done |= {r["id"] for r in ready}
        waiting = [r for r in waiting if r["id"] not in done]
    return ordered


def _person(row: Row) -> int:
    """Somebody by name; who is not of this kitchen is remembered by name and can't sign in."""
    found = User.objects.filter(username=row["username"]).first()
    if found is None:
        found = User(username=row["username"], first_name=row["first_name"], is_active=False)
        found.set_unusable_password()
        found.save()
    return found.pk


def _thing(model: type[Oven] | type[Tray], row: Row) -> int:
    """An oven or tray of that name here, or one that comes with the dough, out of use."""
    found = model.objects.filter(name__iexact=row["name"]).order_by("retired_at", "pk").first()
    if found is None:
        values = {k: v for k, v in row.items() if k not in ("id", "revision")}
        found = model.objects.create(**{**values, "retired_at": row["retired_at"]})
    return int(found.pk)


def _free_name(name: str) -> str:
    taken = set(Dough.objects.filter(deleted_at=None).values_list("name", flat=True))
    made, n = name, 1
    while made in taken:
        n += 1
        made = f"{name[: MAX_NAME - 12]} (brought {n})" if n > 2 else f"{name[: MAX_NAME - 10]} (brought)"
    return made


def _free_key(way: _Way) -> str:
    taken = set(OwnIngredient.objects.values_list("key", flat=True)) | set(way.own.values())
    n = len(taken) + 1
    while f"{PREFIX}{n}" in taken:
        n += 1
    return f"{PREFIX}{n}"


def _key(model: type[Any], key: str) -> str:
    """The key of a send, made anew where it is taken here."""
    return secrets.token_hex(16) if model._default_manager.filter(key=key).exists() else key
