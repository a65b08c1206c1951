"""Devices at the bench: what stand-ins are told, as a hand or an oven would tell a real one."""

from __future__ import annotations

import time
from datetime import datetime
from typing import Literal

from django.conf import settings
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router
from ninja.errors import HttpError
from pydantic import BaseModel, Field

from devices.checks import verdict
from devices.hub import here
from devices.ring import NAME, TROUBLE, Ring
from dough.facts.errors import EntryError
from kitchen.actions.base import RefusedError
from kitchen.actions.devices import CheckDevice
from kitchen.actions.rights import NEEDED, Right, may
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Strict
from kitchen.models import Device
from kitchen.photos.simulated_camera import HIDDEN
from kitchen.reading.doughs import MissingError, name_of
from kitchen.reading.kit import room
from kitchen.reading.runs import course_of, run_for_reading, script_of_run

router = Router(tags=["devices"])
#: A reading older than this is not one of now, ms; checks told at most.
STALE_MS, MOST_CHECKS = 5000, 30
ELSEWHERE = "The stand-ins are read by another process of this server, or not yet. Try again in a moment."


class ActIn(Strict):
    """What is done to a stand-in: pour so many grams, take all off, unplug, plug in, set an oven, bake a run's cookies,
    let time run (1 to 120 times)."""

    what: Literal["pour", "clear", "unplug", "plug", "set", "bake", "speed"]
    figure: float | None = Field(default=None, ge=-10_000, le=10_000)
    run: int | None = Field(default=None, ge=0, le=MAX_ID)


class ActOut(BaseModel):
    done: str


class DeviceCheckIn(Strict):
    """How a device is checked: in ice, in boiling water, with nothing on it, or with a check weight of so many g."""

    what: Literal["ice", "boil", "zero", "weight"]
    against_g: float | None = Field(default=None, gt=0, le=50_000)


class DeviceCheckOut(BaseModel):
    """One check: what it should read, what it read, how far off, whether that is good, and in words."""

    what: str
    at: datetime
    by: str
    should: float
    read: float
    off: float
    good: bool
    words: str


@router.get("/{device_id}/checks", response={200: list[DeviceCheckOut], **PROBLEMS})
def checks(request: HttpRequest, device_id: int) -> list[DeviceCheckOut]:
    """The checks of a device, newest first."""
    device = _there(device_id)
    return checks_out(device)


@router.post("/{device_id}/check", response={200: list[DeviceCheckOut], **PROBLEMS})
def check_it(request: HttpRequest, device_id: int, payload: DeviceCheckIn) -> list[DeviceCheckOut]:
    """Check what a device reads now; answers with all its checks."""
    _record(request)
    device = _there(device_id)
    read = _reads(device.pk)
    if read is None:
        raise EntryError("device", "Nothing comes from this device just now. Plug it in, then try again.")
    CheckDevice(
        actor=request.user, now=timezone.now(), device_id=device_id, what=payload.what, read=read,
        against_g=payload.against_g,
    ).execute()  # fmt: skip
    return checks_out(device)


def _record(request: HttpRequest) -> None:
    """Raise RefusedError for whoever may not write records."""
    if not may(request.user, Right.RECORD):  # type: ignore[arg-type]
        raise RefusedError(f"That takes {NEEDED[Right.RECORD]}. Ask the owner.")


def _there(device_id: int) -> Device:
    device = Device.objects.filter(pk=device_id, retired_at=None).first()
    if device is None:
        raise MissingError("There is no such device.")
    return device


def _reads(device_id: int) -> float | None:
    """What a device read last, within the last seconds; None where it reads nothing."""
    ring = Ring(settings.DATA / NAME)
    try:
        found = [t for t in ring.since(0) if t.device == device_id]
    finally:
        ring.close()
    if not found or found[-1].state == TROUBLE or found[-1].at < time.time() * 1000 - STALE_MS:
        return None
    return found[-1].value


def checks_out(device: Device) -> list[DeviceCheckOut]:
    """The checks of a device with what each came to, newest first."""
    altitude = room().altitude_m
    before: dict[str, float] = {}
    found = []
    for c in device.checks.select_related("who").order_by("pk"):
        against = c.should if c.what == "weight" else 0.0
        v = verdict(
            c.what, c.read, against_g=against, division=device.reads_g or 1.0, altitude_m=altitude,
            before=before.get(c.what),
        )  # fmt: skip
        before[c.what] = v.off
        found.append(DeviceCheckOut(what=c.what, at=c.at, by=name_of(c.who), should=v.should, read=v.read, off=v.off,
                              good=v.good, words=v.words))  # fmt: skip
    return found[::-1][:MOST_CHECKS]


@router.post("/{device_id}/act", response={200: ActOut, **PROBLEMS})
def act(request: HttpRequest, device_id: int, payload: ActIn) -> ActOut:
    """Do something to a stand-in. Real devices are told nothing."""
    _record(request)
    device = _there(device_id)
    if device.how != "simulated":
        raise EntryError("device", "This is a real device: use your hands.")
    hub = here()
    made = None if hub is None else hub.stand_in(device.pk)
    if hub is None or made is None:
        raise HttpError(503, ELSEWHERE)
    figure = payload.figure
    if payload.what == "pour":
        made.scale.pour(figure or 0.0)
    elif payload.what == "clear":
        made.scale.clear()
    elif payload.what in ("unplug", "plug"):
        made.scale.plugged = made.probe.plugged = payload.what == "plug"
    elif payload.what == "speed":
        hub.stage.speed = min(max(figure or 1.0, 1.0), 120.0)
    elif payload.what == "set":
        hub.stage.oven.set_c = figure or 20.0
    else:
        if payload.run is None:
            raise EntryError("run", "Say which run's cookies go in.")
        run = run_for_reading(payload.run)
        hub.stage.course = course_of(run, HIDDEN)
        hub.stage.speed = run.speed
        hub.stage.oven.hot_at(script_of_run(run).oven_c)
        hub.stage.since = hub.stage.now
        hub.stage.oven.open_door()
        hub.stage.oven.load(0.8)
    return ActOut(done=payload.what)
