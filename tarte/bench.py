"""Reading the bench's devices beside the server: one process of all that serve a data folder does it, and writes what
it reads where all of them see it."""

from __future__ import annotations

import fcntl
import logging
import threading
import time
from typing import IO

from django.conf import settings
from django.db import close_old_connections

from devices.forms import form_of
from devices.hub import Hub, Setup, set_here
from devices.ring import NAME, Ring
from kitchen.models import Device

LOOK_EVERY_S = 3.0
log = logging.getLogger("tarte.bench")


def wanted() -> list[Setup]:
    """The devices that are set up."""
    close_old_connections()
    return [
        Setup(d.pk, d.what, d.how or "simulated", d.port, int(d.baud or 9600), d.reads_g or 1.0, _pattern(d))
        for d in Device.objects.filter(retired_at=None)
    ]


def _pattern(device: Device) -> str:
    try:
        return form_of(device.form, device.pattern)
    except ValueError:
        # Lines are then found by themselves; the thing's own sheet says what is wrong with the pattern.
        return ""


class Bench:
    """A thread beside the server that keeps the hub's devices in step with what the kitchen has."""

    def __init__(self) -> None:
        self._stop = threading.Event()
        self._thread = threading.Thread(target=self._run, name="bench", daemon=True)

    def start(self) -> None:
        self._thread.start()

    def stop(self) -> None:
        self._stop.set()
        if self._thread.is_alive():
            self._thread.join(10)

    def _run(self) -> None:
        lock: IO[str] | None = None
        hub: Hub | None = None
        ring: Ring | None = None
        try:
            while not self._stop.wait(LOOK_EVERY_S if hub else 0.5):
                try:
                    if hub is None:
                        lock = lock or _held()
                        if lock is None:
                            continue
                        ring = Ring(settings.DATA / NAME)
                        hub = Hub(ring, lambda: int(time.time() * 1000))
                        set_here(hub)
                    hub.follow(wanted())
                except Exception:
                    log.exception("the devices can't be looked after just now")
        finally:
            set_here(None)
            if hub is not None:
                hub.stop()
            if lock is not None:
                lock.close()


def _held() -> IO[str] | None:
    """The lock of the one that reads; None while another process has it."""
    handle = (settings.DATA / "devices.lock").open("w")
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        handle.close()
        return None
    return handle
