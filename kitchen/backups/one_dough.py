"""One dough in one file, to move between kitchens: its versions, batches, bakes, photos, series, kept drafts, the own
ingredients in it, the ovens and trays it was baked with, and the names of who did what."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path
from typing import IO, Any

from django.db import connection

from kitchen.backups.archive import TAKE_ANOTHER, Archive, UnreadableError, reading, writing
from kitchen.backups.tables import BY_NAME, Row, Table, WrongRowError, check_documents, read_row, rows_of
from kitchen.backups.whole import put_photos, put_table, said, table_rows

FORMAT, VERSION = "tarte-dough", 1
ENDING = ".tarte-dough.zip"
#: The tables of such a file, each may point at those above it.
HELD = (
    "people", "ovens", "trays", "own_ingredients", "doughs", "versions", "recipe_sources", "kept_drafts", "photos",
    "batches", "bakes", "series",
)  # fmt: skip
#: Most rows of a table a dough can bring.
MOST_ROWS = 20_000


@dataclass(frozen=True, slots=True)
class DoughFile:
    """A dough file that was read and checked: rows by table, and its pictures by name."""

    rows: dict[str, list[dict[str, Any]]]
    archive: Archive

    def picture(self, name: str) -> bytes:
        """A picture of it. Raises UnreadableError."""
        return b"".join(self.archive.parts(f"photos/{Path(name).name}"))


def write_dough(folder: Path, dough_id: int, target: Path, now: datetime, made_by: str) -> None:
    """Write a dough of a data folder to a file."""
    with as_of_now() as source:
        rows = _of_dough(source, dough_id)
    with writing(target) as out:
        counts = {name: put_table(out, BY_NAME[name], iter(rows[name])) for name in HELD}
        put_photos(out, folder, iter(rows["photos"]))
        out.close(said(FORMAT, VERSION, now, made_by, str(rows["doughs"][0]["name"]), counts))


@contextmanager
def as_of_now() -> Iterator[sqlite3.Connection]:
    """The database for several questions that all see one moment; others may write meanwhile."""
    connection.ensure_connection()
    source: sqlite3.Connection = connection.connection
    if connection.in_atomic_block:
        yield source
        return
    source.execute("BEGIN")
    try:
        yield source
    finally:
        source.execute("ROLLBACK")


def read_dough(source: Path | IO[bytes]) -> Iterator[DoughFile]:
    """Open a dough file, every row checked; for use as ``with contextmanager(read_dough)(file)``.

    Raises UnreadableError in words.
    """
    with reading(source, FORMAT, VERSION) as archive:
        rows = {name: _checked(BY_NAME[name], table_rows(archive, BY_NAME[name])) for name in HELD}
        if len(rows["doughs"]) != 1:
            raise UnreadableError(f"It holds {len(rows['doughs'])} doughs where there should be one. {TAKE_ANOTHER}")
        _check_references(rows)
        yield DoughFile(rows, archive)


def _of_dough(source: sqlite3.Connection, dough_id: int) -> dict[str, list[Row]]:
    def take(name: str, where: str, *values: object) -> list[Row]:
        return list(rows_of(BY_NAME[name], source, where, values))

    found: dict[str, list[Row]] = {"doughs": take("doughs", "WHERE id = ?", dough_id)}
    for name in ("versions", "recipe_sources", "kept_drafts", "photos", "series"):
        found[name] = take(name, "WHERE dough_id = ?", dough_id)
    found["batches"] = take(
        "batches", "WHERE version_id IN (SELECT id FROM kitchen_version WHERE dough_id = ?)", dough_id
    )
    inside = "SELECT b.id FROM kitchen_batch b JOIN kitchen_version v ON b.version_id = v.id WHERE v.dough_id = ?"
    found["bakes"] = take("bakes", f"WHERE batch_id IN ({inside})", dough_id)
    # Which dough it followed is another kitchen's matter.
    found["doughs"][0].update(follows=None, followed={})
    text = json.dumps(found)
    own = take("own_ingredients", "")
    needed = {r["key"] for r in own if f'"{r["key"]}"' in text}
    while True:
        more = {r["key"] for r in own if f'"{r["key"]}"' in json.dumps([x for x in own if x["key"] in needed])}
        if more <= needed:
            break
        needed |= more
    found["own_ingredients"] = [r for r in own if r["key"] in needed]
    for name, key in (("ovens", "oven"), ("trays", "tray")):
        wanted = {b[key] for b in found["bakes"]} | set(_named(found, f"{key}_id"))
        found[name] = [r for r in take(name, "") if r["id"] in wanted]
    people = {r[c] for rows in found.values() for r in rows for c in r if c.endswith("_by") and r[c] is not None}
    found["people"] = [r for r in take("people", "") if r["id"] in people]
    return found


def _named(document: Any, key: str) -> Iterator[int]:
    """Every number that stands under a key somewhere in a document."""
    if isinstance(document, dict):
        for k, v in document.items():
            if k == key and isinstance(v, int):
                yield v
            yield from _named(v, key)
    elif isinstance(document, list):
        for v in document:
            yield from _named(v, key)


def _checked(table: Table, rows: list[Any]) -> list[dict[str, Any]]:
    if len(rows) > MOST_ROWS:
        raise UnreadableError(
            f"It holds {len(rows)} rows of {table.name}; a dough has up to {MOST_ROWS}. {TAKE_ANOTHER}"
        )
    found, seen = [], set()
    for number, row in enumerate(rows, 1):
        try:
            values = read_row(table, row, number)
            check_documents(table, values, number)
        except WrongRowError as error:
            raise UnreadableError(f"It can't be taken: {error}. {TAKE_ANOTHER}") from error
        if values["id"] in seen:
            raise UnreadableError(f"Two rows of {table.name} in it have one id. {TAKE_ANOTHER}")
        seen.add(values["id"])
        found.append(values)
    return found


def _check_references(rows: dict[str, list[dict[str, Any]]]) -> None:
    """Raise UnreadableError where a row points at one the file does not hold."""
    ids = {name: {r["id"] for r in held} for name, held in rows.items()}
    models = {BY_NAME[name].model: name for name in HELD}
    for name in HELD:
        for field in BY_NAME[name].fields:
            to = models.get(field.related_model) if field.is_relation else None  # type: ignore[arg-type]
            for row in rows[name] if to else []:
                if row[field.attname] is not None and row[field.attname] not in ids[str(to)]:
                    raise UnreadableError(f"A row of {name} in it points at nothing. {TAKE_ANOTHER}")
