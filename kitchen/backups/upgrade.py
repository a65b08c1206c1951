"""Bring a database to this version of Tarte: copied first, checked after, put back when anything fails."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from datetime import datetime
from pathlib import Path

from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from kitchen.backups.folder import BACKUPS, DATABASE, UnusableError, what_is_wrong


def upgrade(folder: Path, now: datetime) -> Path | None:
    """Migrate the kitchen's database where it has to be; the copy made before, None where nothing had to be done or
    there was nothing yet.

    Raises UnusableError when it failed: the database is then as it was.
    """
    executor = MigrationExecutor(connection)
    if not executor.migration_plan(executor.loader.graph.leaf_nodes()):
        return None
    held = bool(executor.loader.applied_migrations)
    copy = copy_of(folder, f"before-upgrade-{now:%Y%m%d-%H%M%S}") if held else None
    try:
        call_command("migrate", verbosity=0, interactive=False)
        wrong = _broken()
        if wrong:
            raise sqlite3.DatabaseError(wrong)
    except Exception as error:
        if copy is None:
            raise
        connection.close()
        put_back(folder, copy)
        raise UnusableError(
            f"The kitchen could not be brought to this version of Tarte ({error}). It was put back as it was, from "
            f"{copy}. Start the version you had before, and report what stands in brackets."
        ) from error
    return copy


def copy_of(folder: Path, name: str) -> Path:
    """A consistent copy of the database while it may be in use, verified; at ``backups/name.sqlite3``."""
    target = folder / BACKUPS / f"{name}.sqlite3"
    target.parent.mkdir(exist_ok=True)
    part = target.with_suffix(".part")
    part.unlink(missing_ok=True)
    with closing(sqlite3.connect(folder / DATABASE, timeout=20)) as source, closing(sqlite3.connect(part)) as copy:
        source.backup(copy)
    wrong = what_is_wrong(part)
    if wrong:
        part.unlink(missing_ok=True)
        raise UnusableError(f"The copy of the kitchen {wrong}, so nothing was changed. Is the disk full?")
    part.replace(target)
    return target


def put_back(folder: Path, copy: Path) -> None:
    """Make the database what a copy says, as one transaction of SQLite's own."""
    with closing(sqlite3.connect(copy)) as source, closing(sqlite3.connect(folder / DATABASE, timeout=20)) as target:
        source.backup(target)


def _broken() -> str:
    """What does not hold in the database as it is now; empty where all does."""
    with connection.cursor() as cursor:
        said = cursor.execute("PRAGMA quick_check(1)").fetchone()[0]
        if said != "ok":
            return str(said)
        lost = cursor.execute("PRAGMA foreign_key_check").fetchone()
    return f"a row of {lost[0]} points to nothing" if lost else ""
