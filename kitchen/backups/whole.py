"""The whole kitchen in one file: JSON tables by a published schema, the same as CSV, photos, and a manifest."""

from __future__ import annotations

import csv
import io
import json
import sqlite3
import tempfile
from collections.abc import Iterator
from contextlib import closing
from datetime import datetime
from pathlib import Path
from typing import Any

from django.db import connection

from dough.formats.cells import UTF8, defused
from kitchen.backups.archive import TAKE_ANOTHER, Archive, UnreadableError, Written, reading, writing
from kitchen.backups.folder import DATABASE
from kitchen.backups.tables import BY_NAME, FORMAT, TABLES, VERSION, Row, Table, rows_of, schema

ENDING = ".tarte-kitchen.zip"


def write_whole(folder: Path, target: Path, now: datetime, made_by: str) -> dict[str, int]:
    """Write the kitchen of a data folder to a file and read it back; how many rows of each table.

    Cooks may go on working: it is taken from a copy the database itself makes at one moment. What fails leaves no file.
    """
    with tempfile.TemporaryDirectory(prefix="backup-", dir=folder) as beside:
        still = Path(beside) / DATABASE
        copy_at_one_moment(still)
        with closing(sqlite3.connect(f"{still.as_uri()}?mode=ro", uri=True)) as source, writing(target) as out:
            counts = {t.name: put_table(out, t, rows_of(t, source)) for t in TABLES}
            for t in TABLES:
                out.put(f"csv/{t.name}.csv", _csv(t, rows_of(t, source)))
            put_photos(out, folder, rows_of(BY_NAME["photos"], source))
            out.put("schema.json", [json.dumps(schema(), indent=1).encode()])
            kitchen = next(rows_of(BY_NAME["kitchen"], source), {"name": ""})
            out.close(said(FORMAT, VERSION, now, made_by, str(kitchen["name"]), counts))
    verify(target)
    return counts


def copy_at_one_moment(still: Path) -> None:
    """The database as it is now, copied by SQLite's own online backup while others write."""
    if connection.in_atomic_block:
        # It would wait for its own end.
        raise UnreadableError("A backup can't be taken in the middle of a change. Try again when that is done.")
    connection.ensure_connection()
    with closing(sqlite3.connect(still)) as copy:
        connection.connection.backup(copy)


def said(form: str, version: int, now: datetime, made_by: str, of: str, counts: dict[str, int]) -> dict[str, Any]:
    """The head of a manifest."""
    return {
        "format": form, "version": version, "made_at": now.isoformat(), "made_by": f"Tarte {made_by}", "of": of,
        "rows": counts,
    }  # fmt: skip


def verify(path: Path) -> dict[str, Any]:
    """Read every byte of a backup against its manifest; the manifest. Raises UnreadableError."""
    with reading(path, FORMAT, VERSION) as archive:
        for name in archive.sums:
            for _ in archive.parts(name):
                pass
        return archive.manifest


def put_table(out: Written, table: Table, rows: Iterator[Row]) -> int:
    counted = 0

    def parts() -> Iterator[bytes]:
        nonlocal counted
        yield f'{{"table": "{table.name}", "rows": ['.encode()
        for row in rows:
            yield (",\n" if counted else "\n").encode() + json.dumps(row, ensure_ascii=False).encode("utf-8", "replace")
            counted += 1
        yield b"\n]}\n"

    out.put(f"tables/{table.name}.json", parts())
    return counted


def put_photos(out: Written, folder: Path, photos: Iterator[Row]) -> None:
    """The pictures of photos, and the straightened ones beside them."""
    for row in photos:
        name = str(row["name"])
        for each in (name, name.replace(".jpg", "-sheet.jpg")):
            path = folder / "photos" / Path(each).name
            if path.is_file():
                out.put(f"photos/{path.name}", [path.read_bytes()])


def _csv(table: Table, rows: Iterator[Row]) -> Iterator[bytes]:
    yield UTF8.encode() + _line(list(table.columns))
    for row in rows:
        yield _line([_cell(row[c]) for c in table.columns])


def _line(cells: list[str]) -> bytes:
    text = io.StringIO()
    csv.writer(text, lineterminator="\r\n").writerow(cells)
    return text.getvalue().encode("utf-8", "replace")


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, str):
        return defused(value)
    return json.dumps(value, ensure_ascii=False)


def table_rows(archive: Archive, table: Table) -> list[Any]:
    """The rows of a table in a file; none where a file of an earlier Tarte has no such table."""
    name = f"tables/{table.name}.json"
    if name not in archive.sums:
        return []
    found = archive.document(name)
    rows = found.get("rows") if isinstance(found, dict) else None
    if not isinstance(rows, list):
        raise UnreadableError(f"{name} in it is not a table. {TAKE_ANOTHER}")
    return rows
