"""Devices as the kitchen has them: what one reads now, and what it was held against."""

from __future__ import annotations

from django.conf import settings

from devices.checks import Verdict, verdict
from devices.ring import NAME, TROUBLE, Ring
from kitchen.models import Device, DeviceCheck
from kitchen.reading.doughs import MissingError
from kitchen.reading.kit import room

#: A reading older than this is not one of now, ms; checks told at most.
STALE_MS, MOST_CHECKS = 5000, 30


def device_for_reading(device_id: int) -> Device:
    """A device that is in use. Raises MissingError."""
    device = Device.objects.filter(pk=device_id, retired_at=None).first()
    if device is None:
        raise MissingError("There is no such device.")
    return device


def reads_now(device: Device, now_ms: int) -> float | None:
    """What a device read within the last seconds; None where it reads nothing."""
    ring = Ring(settings.DATA / NAME)
    try:
        found = [t for t in ring.since(0) if t.device == device.pk]
    finally:
        ring.close()
    if not found or found[-1].state == TROUBLE or found[-1].at < now_ms - STALE_MS:
        return None
    return found[-1].value


def checks_of(device: Device) -> list[tuple[DeviceCheck, Verdict]]:
    """The checks of a device with what each came to beside the one before it of its kind, newest first."""
    altitude = room().altitude_m
    before: dict[str, float] = {}
    found = []
    for c in device.checks.select_related("who").order_by("pk"):
        v = verdict(
            c.what, c.read, against_g=c.should if c.what == "weight" else 0.0, division=device.reads_g or 1.0,
            altitude_m=altitude, before=before.get(c.what),
        )  # fmt: skip
        before[c.what] = v.off
        found.append((c, v))
    return found[::-1][:MOST_CHECKS]
