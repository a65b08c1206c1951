"""A data folder says what it holds, and a lost database is never replaced by a new one."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from pathlib import Path

import pytest

from kitchen.backups.folder import (
    BACKUPS,
    DATABASE,
    MARK,
    UnusableError,
    check_folder,
    is_fresh,
    kind_of,
    mark,
    what_is_wrong,
)


def database(path: Path) -> None:
    with closing(sqlite3.connect(path)) as db:
        db.execute("CREATE TABLE django_migrations (id INTEGER)")
        db.executemany("INSERT INTO django_migrations VALUES (?)", [(n,) for n in range(5000)])
        db.commit()


def test_a_fresh_folder_may_become_either(tmp_path: Path) -> None:
    assert is_fresh(tmp_path)
    check_folder(tmp_path, "demo")
    check_folder(tmp_path, "kitchen")


def test_a_demo_is_never_made_of_a_kitchen_nor_the_other_way_round(tmp_path: Path) -> None:
    database(tmp_path / DATABASE)
    mark(tmp_path, "kitchen")
    check_folder(tmp_path, "kitchen")
    with pytest.raises(UnusableError, match=r"holds a kitchen of your own, not the demo.*make serve"):
        check_folder(tmp_path, "demo")


def damage(path: Path) -> None:
    size = path.stat().st_size
    with path.open("r+b") as handle:
        for at in range(4096, size, 4096):
            handle.seek(at)
            handle.write(b"\xff" * 2048)


@pytest.mark.parametrize(
    ("harm", "said"),
    [
        (lambda path: path.unlink(), "is missing"),
        (lambda path: path.write_bytes(b""), "is empty"),
        (lambda path: path.write_bytes(b"no database at all, only words" * 100), "can't be read"),
        (lambda path: path.write_bytes(path.read_bytes()[:9000]), "is damaged|can't be read"),
        (damage, "is damaged|can't be read"),
    ],
)  # fmt: skip
def test_a_lost_database_is_said_with_what_to_do(tmp_path: Path, harm: object, said: str) -> None:
    database(tmp_path / DATABASE)
    mark(tmp_path, "kitchen")
    assert callable(harm)
    harm(tmp_path / DATABASE)
    before = sorted(p.name for p in tmp_path.iterdir())
    with pytest.raises(UnusableError, match=f"({said}).*Nothing was changed.*start again"):
        check_folder(tmp_path, "kitchen")
    assert sorted(p.name for p in tmp_path.iterdir()) == before


def test_the_newest_copy_is_named(tmp_path: Path) -> None:
    mark(tmp_path, "kitchen")
    (tmp_path / BACKUPS).mkdir()
    (tmp_path / BACKUPS / "before-upgrade-1.sqlite3").write_bytes(b"x")
    with pytest.raises(UnusableError, match=r"newest copy is .*before-upgrade-1\.sqlite3"):
        check_folder(tmp_path, "kitchen")


def test_another_programme_s_database_is_not_taken_for_a_kitchen(tmp_path: Path) -> None:
    with closing(sqlite3.connect(tmp_path / DATABASE)) as db:
        db.execute("CREATE TABLE letters (id INTEGER)")
    assert what_is_wrong(tmp_path / DATABASE) == "holds no kitchen"


@pytest.mark.parametrize("text", ["", "[]", '{"holds": "moon"}', "\x00\xff"])
def test_a_mark_that_can_t_be_read_stops_instead_of_guessing(tmp_path: Path, text: str) -> None:
    (tmp_path / MARK).write_text(text, encoding="utf-8")
    with pytest.raises(UnusableError, match="not known what this folder holds"):
        kind_of(tmp_path)
