"""Devices at the bench: what stand-ins are told, as a hand or an oven would tell a real one."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError
from pydantic import BaseModel, Field

from devices.hub import here
from dough.facts.errors import EntryError
from kitchen.actions.base import RefusedError
from kitchen.actions.rights import NEEDED, Right, may
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Strict
from kitchen.models import Device
from kitchen.photos.simulated_camera import HIDDEN
from kitchen.reading.doughs import MissingError
from kitchen.reading.runs import course_of, run_for_reading

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


@router.post("/{device_id}/act", response={200: ActOut, **PROBLEMS})
def act(request: HttpRequest, device_id: int, payload: ActIn) -> ActOut:
    """Do something to a stand-in. Real devices are told nothing."""
    if not may(request.user, Right.RECORD):  # type: ignore[arg-type]
        raise RefusedError(f"That takes {NEEDED[Right.RECORD]}. Ask the owner.")
    device = Device.objects.filter(pk=device_id, retired_at=None).first()
    if device is None:
        raise MissingError("There is no such device.")
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
        hub.stage.course = course_of(run_for_reading(payload.run), HIDDEN)
        hub.stage.since = hub.stage.now
        hub.stage.oven.open_door()
        hub.stage.oven.load(0.8)
    return ActOut(done=payload.what)
