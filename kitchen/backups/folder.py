"""What a data folder is: fresh, a demo, a cook's kitchen, or something that must not be touched.

A folder that once held a kitchen says so in a small file beside the database. Where that file is there and the database
is missing, empty or damaged, nothing is made anew: a demo or an empty kitchen in its place would hide the loss.
"""

from __future__ import annotations

import json
import sqlite3
from contextlib import closing
from pathlib import Path
from typing import Literal

Kind = Literal["demo", "kitchen"]
DATABASE, MARK, BACKUPS = "kitchen.sqlite3", "folder.json", "backups"
CALLED: dict[Kind, str] = {"demo": "the demo kitchen", "kitchen": "a kitchen of your own"}
STARTS: dict[Kind, str] = {"demo": "`make demo`", "kitchen": "`make serve`"}


class UnusableError(Exception):
    """Why a data folder can't be used, in a sentence that says what to do."""


def kind_of(folder: Path) -> Kind | None:
    """What the folder says it holds; None where it says nothing."""
    try:
        said = json.loads((folder / MARK).read_text(encoding="utf-8"))
    except FileNotFoundError:
        return None
    except (OSError, ValueError):
        return _marked_badly(folder)
    kind: object = said.get("holds") if isinstance(said, dict) else None
    if kind == "demo":
        return "demo"
    return "kitchen" if kind == "kitchen" else _marked_badly(folder)


def _marked_badly(folder: Path) -> Kind | None:
    raise UnusableError(
        f"{folder / MARK} can't be read, so it is not known what this folder holds. Nothing was changed. It should say "
        '{"holds": "kitchen"} or {"holds": "demo"}: write that into it, or name another folder with TARTE_DATA.'
    )


def mark(folder: Path, kind: Kind) -> None:
    """Let the folder say what it holds."""
    (folder / MARK).write_text(json.dumps({"holds": kind}) + "\n", encoding="utf-8")


def is_fresh(folder: Path) -> bool:
    """Whether nothing was ever kept here."""
    return kind_of(folder) is None and not (folder / DATABASE).exists()


def check_folder(folder: Path, kind: Kind) -> None:
    """Raise UnusableError unless the folder is fresh or holds a sound database of this kind."""
    held = kind_of(folder)
    if held is not None and held != kind:
        raise UnusableError(
            f"{folder} holds {CALLED[held]}, not {CALLED[kind]}. Nothing was changed. Start it with {STARTS[held]}, or "
            "name another folder with TARTE_DATA."
        )
    database = folder / DATABASE
    if held is None and not database.exists():
        return
    wrong = what_is_wrong(database)
    if wrong:
        raise UnusableError(
            f"The database {database} {wrong}. Nothing was changed and nothing made in its place. {restoring(folder)}"
        )


def what_is_wrong(database: Path) -> str:
    """What is wrong with a database file, to be read after its name; empty where it is sound."""
    if not database.exists():
        return "is missing"
    if database.stat().st_size == 0:
        return "is empty"
    try:
        with closing(sqlite3.connect(f"{database.as_uri()}?mode=ro", uri=True, timeout=20)) as db:
            said = db.execute("PRAGMA quick_check(1)").fetchone()[0]
            tables = db.execute("SELECT count(*) FROM sqlite_master WHERE name = 'django_migrations'").fetchone()[0]
    except sqlite3.DatabaseError as error:
        return f"can't be read ({error})"
    if said != "ok":
        return f"is damaged ({' '.join(str(said).split())})"
    return "" if tables else "holds no kitchen"


def restoring(folder: Path) -> str:
    """How to get a database back, naming the newest copy there is."""
    copies = sorted((folder / BACKUPS).glob("*.sqlite3"), key=lambda p: p.stat().st_mtime)
    if copies:
        return (
            f"The newest copy is {copies[-1]}: keep what is there under another name, copy that one to "
            f"{folder / DATABASE}, and start again."
        )
    return f"Put a copy of it back to {folder / DATABASE} and start again, or name another folder with TARTE_DATA."
