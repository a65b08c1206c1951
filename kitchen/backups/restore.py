"""A whole kitchen back from its file: looked at first, then all of it or nothing."""

from __future__ import annotations

import io
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from django.contrib.auth.hashers import make_password
from django.contrib.auth.models import User
from django.db import connection, transaction
from PIL import Image

from kitchen.backups.archive import TAKE_ANOTHER, Archive, UnreadableError, reading
from kitchen.backups.tables import (
    FORMAT,
    TABLES,
    VERSION,
    Table,
    WrongRowError,
    check_documents,
    read_row,
)
from kitchen.backups.whole import table_rows
from kitchen.models import Dough, Kitchen, Member

Rows = dict[str, list[dict[str, Any]]]


@dataclass(frozen=True, slots=True)
class Found:
    """What a backup would bring: of which kitchen, made when, rows by table, photos."""

    of: str
    made_at: str
    rows: dict[str, int]
    photos: int


def look(path: Path) -> Found:
    """Read all of a file as it would be restored, and change nothing. Raises UnreadableError."""
    with reading(path, FORMAT, VERSION) as archive:
        rows = _rows(archive)
        photos = sum(1 for name in archive.names("photos") if _picture(archive, name))
        return Found(
            str(archive.manifest.get("of", "")), str(archive.manifest.get("made_at", "")),
            {name: len(found) for name, found in rows.items()}, photos,
        )  # fmt: skip


def restore(path: Path, folder: Path) -> Found:
    """Bring a kitchen back into a data folder whose database is there and holds no dough.

    Who can sign in there already goes on as they are; everybody else sets a password by a link of the owner's.
    Raises UnreadableError, and then nothing is changed.
    """
    if Dough.objects.exists():
        raise UnreadableError(
            "There are doughs in this kitchen already, and a backup is only brought back into an empty one. Name "
            "another folder with TARTE_DATA. Nothing was changed."
        )
    brought: list[Path] = []
    try:
        with reading(path, FORMAT, VERSION) as archive, transaction.atomic():
            rows = _rows(archive)
            _put(rows)
            for name in archive.names("photos"):
                brought.append(_keep(folder, name, _picture(archive, name)))
            _whole()
            return Found(
                str(archive.manifest.get("of", "")), str(archive.manifest.get("made_at", "")),
                {name: len(found) for name, found in rows.items()}, len(brought),
            )  # fmt: skip
    except BaseException:
        for each in brought:
            each.unlink(missing_ok=True)
        raise


def _rows(archive: Archive) -> Rows:
    return {t.name: list(_checked(t, table_rows(archive, t))) for t in TABLES}


def _checked(table: Table, rows: list[Any]) -> Iterator[dict[str, Any]]:
    seen: set[int] = set()
    for number, row in enumerate(rows, 1):
        try:
            values = read_row(table, row, number)
            check_documents(table, values, number)
            if values["id"] in seen:
                raise WrongRowError(f"row {number} of {table.name} has an id that stands there already")
        except WrongRowError as error:
            raise UnreadableError(f"It can't be taken: {error}. {TAKE_ANOTHER}") from error
        seen.add(values["id"])
        yield values


def _put(rows: Rows) -> None:
    people = _people(rows["people"])
    here = set(Member.objects.values_list("user_id", flat=True))
    Kitchen.objects.all().delete()
    for table in TABLES[1:]:
        users = [f.attname for f in table.fields if f.related_model is User]
        for row in rows[table.name]:
            for name in users:
                if row[name] is not None and row[name] not in people:
                    raise UnreadableError(f"A row of {table.name} is by somebody it does not hold. {TAKE_ANOTHER}")
                row[name] = people.get(row[name])
        wanted = rows[table.name]
        if table.model is Member:
            wanted = _new_members(wanted, here)
        table.model._default_manager.bulk_create([table.model(**row) for row in wanted], batch_size=400)


def _people(rows: list[dict[str, Any]]) -> dict[int, int]:
    """The ids people have here, by the ids they have in the file; who is here already by name stays as they are."""
    known: dict[int, int] = {}
    for row in rows:
        here = User.objects.filter(username=row["username"]).first()
        if here is None:
            # Nobody's password is in a backup: an owner makes a link by which each sets a new one.
            values = {k: v for k, v in row.items() if k != "id"}
            here = User.objects.create(**values, password=make_password(None))
        known[row["id"]] = here.pk
    return known


def _new_members(rows: list[dict[str, Any]], here: set[int]) -> list[dict[str, Any]]:
    taken = set(Member.objects.values_list("pk", flat=True))
    found = []
    for row in rows:
        if row["user_id"] in here:
            continue
        if row["id"] in taken:
            row = {k: v for k, v in row.items() if k != "id"}
        found.append(row)
    return found


def _picture(archive: Archive, name: str) -> bytes:
    data = b"".join(archive.parts(name))
    try:
        with Image.open(io.BytesIO(data), formats=("JPEG",)) as image:
            image.verify()
    except Exception as error:
        raise UnreadableError(f"{name} in it is not a picture. {TAKE_ANOTHER}") from error
    return data


def _keep(folder: Path, name: str, data: bytes) -> Path:
    photos = folder / "photos"
    photos.mkdir(parents=True, exist_ok=True)
    path = photos / Path(name).name
    path.write_bytes(data)
    return path


def _whole() -> None:
    """Raise UnreadableError where a row points at one that is not there."""
    with connection.cursor() as cursor:
        lost = cursor.execute("PRAGMA foreign_key_check").fetchone()
    if lost:
        raise UnreadableError(f"A row of {lost[0]} in it points at nothing. {TAKE_ANOTHER}")
