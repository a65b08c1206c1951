"""Backups where they lie: written, listed, the oldest taken away."""

from __future__ import annotations

import fcntl
import re
import shutil
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from kitchen.backups.archive import UnreadableError
from kitchen.backups.made_by import VERSION
from kitchen.backups.whole import ENDING, write_whole

NAMED = re.compile(r"kitchen-\d{8}-\d{6}" + re.escape(ENDING) + r"\Z")


@dataclass(frozen=True, slots=True)
class Kept:
    """A backup: its file, when it was made, how large it is."""

    path: Path
    made_at: datetime
    size: int


def kept(folder: Path) -> list[Kept]:
    """The backups of a folder, newest first."""
    found = [p for p in folder.glob(f"kitchen-*{ENDING}") if NAMED.match(p.name)] if folder.is_dir() else []
    return [_kept(p) for p in sorted(found, key=lambda p: p.name, reverse=True)]


def make(data: Path, folder: Path, now: datetime, keep: int) -> Kept:
    """Write a backup, read it back, and only then take away the oldest beyond so many.

    Raises UnreadableError with what to do where it can't be written: the disk is full, the folder can't be written to.
    """
    path = folder / f"kitchen-{now.astimezone(UTC):%Y%m%d-%H%M%S}{ENDING}"
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with _alone(folder):
            _clear(data, folder)
            write_whole(data, path, now, VERSION)
    except OSError as error:
        raise UnreadableError(
            f"The backup could not be written to {folder} ({error.strerror or error}). Free some room there, or name "
            "another folder with TARTE_BACKUPS. The kitchen itself is untouched, and so are earlier backups."
        ) from error
    for old in kept(folder)[max(keep, 1) :]:
        old.path.unlink(missing_ok=True)
    return _kept(path)


@contextmanager
def _alone(folder: Path) -> Iterator[None]:
    """One backup at a time; the lock goes with the process that held it."""
    with (folder / "writing.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield


def _clear(data: Path, folder: Path) -> None:
    """Take away what a backup that was killed left lying."""
    for left in (*data.glob("backup-*/"), *folder.glob(f"kitchen-*{ENDING}.part")):
        with suppress(OSError):
            shutil.rmtree(left) if left.is_dir() else left.unlink()


def named(folder: Path, name: str) -> Path | None:
    """A backup by its name; None for any name that is none."""
    path = folder / name
    return path if NAMED.match(name) and path.is_file() else None


def free_bytes(folder: Path) -> int:
    """Room left on the disk of a folder."""
    return shutil.disk_usage(folder).free


def _kept(path: Path) -> Kept:
    made = datetime.strptime(path.name.removesuffix(ENDING), "kitchen-%Y%m%d-%H%M%S").replace(tzinfo=UTC)
    return Kept(path, made, path.stat().st_size)
