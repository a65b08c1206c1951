"""What the server does by itself: backups when they are due, the bin emptied, old sessions cleared.

One process of all that serve a data folder does it, whichever holds the lock; when it goes another takes over.
"""

from __future__ import annotations

import fcntl
import logging
import threading
from datetime import datetime, timedelta
from pathlib import Path
from typing import IO

from django.conf import settings
from django.core.management import call_command
from django.db import close_old_connections
from django.utils import timezone

from kitchen.actions.empty_bin import throw_away
from kitchen.backups import shelf
from kitchen.backups.archive import UnreadableError
from kitchen.models import Kitchen

LOOK_EVERY_S = 300.0
log = logging.getLogger("tarte.keeper")


def due(last: datetime | None, now: datetime, hours: float | None) -> bool:
    """Whether a backup is due: never where none are wanted; a clock that was set back does not put it off for ever."""
    if hours is None:
        return False
    return last is None or now - last >= timedelta(hours=hours) or last > now + timedelta(hours=1)


def keep_once(now: datetime) -> None:
    """Do what is due."""
    if not Kitchen.objects.exists():
        return
    found = shelf.kept(settings.BACKUPS)
    if due(found[0].made_at if found else None, now, settings.BACKUP_HOURS):
        try:
            made = shelf.make(settings.DATA, settings.BACKUPS, now, settings.BACKUP_KEEP)
            log.info("backup %s written", made.path.name)
        except UnreadableError as error:
            log.error("%s", error)
    gone = throw_away(now)
    if gone:
        log.info("%d doughs went out of the bin", gone)
    call_command("clearsessions")


class Keeper:
    """A thread beside the server. ``start`` returns at once, ``stop`` when a backup under way is done."""

    def __init__(self) -> None:
        self._stop = threading.Event()
        self._thread = threading.Thread(target=self._run, name="keeper", daemon=True)

    def start(self) -> None:
        self._thread.start()

    def stop(self) -> None:
        self._stop.set()
        if self._thread.is_alive():
            self._thread.join(30)

    def _run(self) -> None:
        lock: IO[str] | None = None
        # The first look waits: what a cook asks first should not wait for a backup.
        while not self._stop.wait(LOOK_EVERY_S if lock else 5.0):
            lock = lock or held(settings.DATA)
            if lock is None:
                continue
            try:
                close_old_connections()
                keep_once(timezone.now())
            except Exception:
                log.exception("keeping failed")
            finally:
                close_old_connections()


def held(data: Path) -> IO[str] | None:
    """The lock of a data folder's keeper, or None where another process holds it; it goes with the process."""
    lock = (data / "keeper.lock").open("w")
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        lock.close()
        return None
    return lock
