"""Ovens mapped by photographed trays."""

from __future__ import annotations

import json
from datetime import datetime

from django.http import HttpRequest
from django.utils import timezone
from ninja import File, Form, Router, Status, UploadedFile
from pydantic import BaseModel, Field, ValidationError

from dough.facts.errors import EntryError
from dough.photo.sheet import Beside
from dough.plan.oven_map import OvenMap, Tray, TrayCookie
from kitchen.actions.base import require
from kitchen.actions.map_oven import LeaveTrayOut, MapOven
from kitchen.actions.rights import Right
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.api.photos.frame import FramedTray
from kitchen.documents.base import Strict
from kitchen.models import Oven
from kitchen.photos import pictures
from kitchen.photos.simulated_tray import tray_taken
from kitchen.reading.doughs import name_of
from kitchen.reading.oven_maps import case_of, maps_of, oven_for_reading, shelves_of, tray_seen, trays_of

router = Router(tags=["ovens"])
KEY = r"^[A-Za-z0-9-]{8,64}$"


class TrayPhotoIn(FramedTray):
    """Beside the picture: its key, the dough, the shelf, and where the tray is in it."""

    key: str = Field(pattern=KEY)
    dough_id: int = Field(ge=0, le=MAX_ID)
    shelf: str = Field(max_length=20)


class SimulatedTrayIn(Strict):
    """Map a shelf by the simulated camera, with a tray of a dough."""

    key: str = Field(pattern=KEY)
    dough_id: int = Field(ge=0, le=MAX_ID)
    shelf: str = Field(max_length=20)


class TrayOutIn(Strict):
    out: bool


class MappedTrayOut(BaseModel):
    """A tray that was photographed: of which dough, when, by whom, its cookies."""

    id: int
    shelf: str
    dough: str
    at: datetime
    by: str
    simulated: bool
    cookies: list[TrayCookie]


class OvenMapsOut(BaseModel):
    """An oven's maps by shelf, which shelf is hotter in words, and the trays behind them, newest first."""

    maps: dict[str, OvenMap]
    shelves: tuple[str, ...]
    trays: list[MappedTrayOut]


@router.get("/{oven_id}/map", response={200: OvenMapsOut, **PROBLEMS})
def oven_maps(request: HttpRequest, oven_id: int) -> OvenMapsOut:
    """What photographed trays say of an oven."""
    return _told(oven_for_reading(oven_id))


@router.post("/{oven_id}/trays", response={201: OvenMapsOut, **PROBLEMS})
def add_tray(request: HttpRequest, oven_id: int, said: Form[str], photo: File[UploadedFile]) -> Status[OvenMapsOut]:
    """Map a shelf by a photo of a whole tray; said is a TrayPhotoIn as JSON. The same key twice counts once."""
    require(request.user, Right.RECORD)
    try:
        asked = TrayPhotoIn.model_validate(json.loads(said))
    except (ValidationError, json.JSONDecodeError) as error:
        raise EntryError("said", "The picture came without its corners, tray or shelf. Say them again.") from error

    def tray() -> Tray:
        data = photo.read(pictures.MAX_BYTES + 1)
        seen = Beside(focal_35_mm=pictures.focal_35_mm(data))
        case = case_of(asked.dough_id)
        return tray_seen(case, pictures.opened(data), asked.frame(), seen)

    MapOven(
        actor=request.user, now=timezone.now(), oven_id=oven_id, dough_id=asked.dough_id, shelf=asked.shelf,
        key=asked.key, tray=tray,
    ).execute()  # fmt: skip
    return Status(201, _told(oven_for_reading(oven_id)))


@router.post("/{oven_id}/trays/simulated", response={201: OvenMapsOut, **PROBLEMS})
def simulate_tray(request: HttpRequest, oven_id: int, payload: SimulatedTrayIn) -> Status[OvenMapsOut]:
    """Map a shelf by the simulated camera."""

    def tray() -> Tray:
        case, oven = case_of(payload.dough_id), oven_for_reading(oven_id)
        return tray_seen(case, *tray_taken(case, oven.pk, payload.shelf, 1 + oven.mapped.count()))

    MapOven(
        actor=request.user, now=timezone.now(), oven_id=oven_id, dough_id=payload.dough_id, shelf=payload.shelf,
        key=payload.key, tray=tray, simulated=True,
    ).execute()  # fmt: skip
    return Status(201, _told(oven_for_reading(oven_id)))


@router.put("/{oven_id}/trays/{tray_id}", response={200: OvenMapsOut, **PROBLEMS})
def leave_out(request: HttpRequest, oven_id: int, tray_id: int, payload: TrayOutIn) -> OvenMapsOut:
    """Leave a tray out of the map, or count it again."""
    LeaveTrayOut(actor=request.user, now=timezone.now(), oven_id=oven_id, tray_id=tray_id, out=payload.out).execute()
    return _told(oven_for_reading(oven_id))


def _told(oven: Oven) -> OvenMapsOut:
    trays = [
        MappedTrayOut(
            id=r.pk, shelf=r.shelf, dough=r.dough.name if r.dough else "a dough that is gone", at=r.at,
            by=name_of(r.who), simulated=r.simulated, cookies=[TrayCookie(**c) for c in r.cookies],
        )
        for r in reversed(trays_of(oven))
    ]  # fmt: skip
    return OvenMapsOut(maps=maps_of(oven), shelves=shelves_of(oven), trays=trays)
