"""What the server does by itself: backups when they are due, by one process; and the log's lines."""

from __future__ import annotations

import json
import logging
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest

from kitchen.backups import shelf
from kitchen.backups.archive import UnreadableError
from kitchen.demo.load import load_demo
from kitchen.reading.slow_calls import slow_calls
from tarte.keeper import due, held, keep_once
from tarte.log import JsonLine

NOW = datetime(2026, 3, 4, 9, 30, tzinfo=UTC)


@pytest.mark.parametrize(
    ("last", "hours", "wanted"),
    [
        (None, 24.0, True),
        (NOW - timedelta(hours=23), 24.0, False),
        (NOW - timedelta(hours=24), 24.0, True),
        (NOW - timedelta(days=400), None, False),
        # The clock was set back: the last one seems to be of a day to come.
        (NOW + timedelta(days=30), 24.0, True),
    ],
)
def test_when_a_backup_is_due(last: datetime | None, hours: float | None, wanted: bool) -> None:
    assert due(last, NOW, hours) is wanted


@pytest.mark.django_db(transaction=True)
def test_backups_are_written_when_due_and_the_oldest_go(tmp_path: Path, settings: Any) -> None:
    settings.DATA, settings.BACKUPS = tmp_path, tmp_path / "elsewhere"
    settings.BACKUP_HOURS, settings.BACKUP_KEEP = 24.0, 3
    keep_once(NOW)
    assert shelf.kept(settings.BACKUPS) == []
    load_demo(NOW)
    for day in range(6):
        keep_once(NOW + timedelta(days=day))
        keep_once(NOW + timedelta(days=day, hours=1))
    kept = shelf.kept(settings.BACKUPS)
    assert [k.made_at for k in kept] == [NOW + timedelta(days=d) for d in (5, 4, 3)]
    assert shelf.named(settings.BACKUPS, kept[0].path.name) == kept[0].path
    assert shelf.named(settings.BACKUPS, "../kitchen.sqlite3") is None


@pytest.mark.django_db(transaction=True)
def test_a_backup_that_can_not_be_written_says_so_and_keeps_the_others(tmp_path: Path) -> None:
    load_demo(NOW)
    (tmp_path / "a file").write_text("in the way")
    with pytest.raises(UnreadableError, match="TARTE_BACKUPS"):
        shelf.make(tmp_path, tmp_path / "a file", NOW, 3)


def test_one_process_keeps(tmp_path: Path) -> None:
    first = held(tmp_path)
    assert first is not None
    assert held(tmp_path) is None
    first.close()
    again = held(tmp_path)
    assert again is not None
    again.close()


def test_a_line_of_the_log_is_read_by_people_and_programs(tmp_path: Path) -> None:
    record = logging.LogRecord("kitchen.slow", logging.WARNING, "", 1, "slow: %s took %.1f s", ("GET /x", 2.0), None)
    record.call, record.seconds = "GET /x", 2.04
    line = JsonLine().format(record)
    said = json.loads(line)
    assert (said["logger"], said["message"]) == ("kitchen.slow", "slow: GET /x took 2.0 s")
    log = tmp_path / "tarte.log"
    log.write_text(f"not json\n[1]\n{line}\n", encoding="utf-8")
    assert [(s.call, s.seconds) for s in slow_calls(log)] == [("GET /x", 2.04)]
    assert slow_calls(tmp_path / "none.log") == []
