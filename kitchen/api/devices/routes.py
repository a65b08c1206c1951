"""Devices at the bench: what stand-ins are told, as a hand or an oven would tell a real one."""

from __future__ import annotations

import time
from datetime import datetime
from typing import Literal

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router
from ninja.errors import HttpError
from pydantic import BaseModel, Field

from devices.hub import here
from dough.facts.errors import EntryError
from kitchen.actions.base import require
from kitchen.actions.devices import CheckDevice
from kitchen.actions.rights import Right
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Strict
from kitchen.models import Device
from kitchen.photos.simulated_camera import HIDDEN
from kitchen.reading.devices import checks_of, device_for_reading, reads_now
from kitchen.reading.doughs import name_of
from kitchen.reading.runs import course_of, run_for_reading, script_of_run

router = Router(tags=["devices"])
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
    return _told(device_for_reading(device_id))


@router.post("/{device_id}/check", response={200: list[DeviceCheckOut], **PROBLEMS})
def check_it(request: HttpRequest, device_id: int, payload: DeviceCheckIn) -> list[DeviceCheckOut]:
    """Check what a device reads now; answers with all its checks."""
    require(request.user, Right.RECORD)
    device = device_for_reading(device_id)
    read = reads_now(device, int(time.time() * 1000))
    if read is None:
        raise EntryError("device", "Nothing comes from this device just now. Plug it in, then try again.")
    CheckDevice(
        actor=request.user, now=timezone.now(), device_id=device_id, what=payload.what, read=read,
        against_g=payload.against_g,
    ).execute()  # fmt: skip
    return _told(device)


def _told(device: Device) -> list[DeviceCheckOut]:
    return [
        DeviceCheckOut(what=c.what, at=c.at, by=name_of(c.who), should=v.should, read=v.read, off=v.off, good=v.good,
                       words=v.words)
        for c, v in checks_of(device)
    ]  # fmt: skip


@router.post("/{device_id}/act", response={200: ActOut, **PROBLEMS})
def act(request: HttpRequest, device_id: int, payload: ActIn) -> ActOut:
    """Do something to a stand-in. Real devices are told nothing."""
    require(request.user, Right.RECORD)
    device = device_for_reading(device_id)
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
