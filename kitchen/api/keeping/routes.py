"""Backups, and how the server is."""

from __future__ import annotations

import asyncio
from collections.abc import AsyncIterator
from datetime import datetime
from pathlib import Path

from django.conf import settings
from django.contrib.auth.models import User
from django.http import HttpRequest, StreamingHttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel

from kitchen.actions.back_up import BackUp
from kitchen.actions.base import require
from kitchen.actions.rights import Right, may
from kitchen.api.errors import PROBLEMS
from kitchen.backups import shelf
from kitchen.backups.made_by import VERSION
from kitchen.reading.doughs import MissingError
from kitchen.reading.slow_calls import SlowCall, slow_calls

router = Router(tags=["keeping"])


class BackupOut(BaseModel):
    name: str
    made_at: datetime
    bytes: int


class BackupsOut(BaseModel):
    """every_h is null where none are made by themselves; keep is how many stay; folder is told to the owner."""

    backups: list[BackupOut]
    every_h: float | None
    keep: int
    folder: str


class HealthOut(BaseModel):
    """How the server is; data folder and slow calls are told to the owner."""

    version: str
    data_folder: str
    free_bytes: int
    last_backup: datetime | None
    devices: list[str]
    slow: list[SlowCall]


@router.get("/backups", response={200: BackupsOut, **PROBLEMS})
def backups(request: HttpRequest) -> BackupsOut:
    """The backups there are, newest first."""
    found = shelf.kept(settings.BACKUPS)
    return BackupsOut(
        backups=[BackupOut(name=k.path.name, made_at=k.made_at, bytes=k.size) for k in found],
        every_h=settings.BACKUP_HOURS, keep=settings.BACKUP_KEEP,
        folder=str(settings.BACKUPS) if _manages(request) else "",
    )  # fmt: skip


@router.post("/backups", response={201: BackupsOut, **PROBLEMS})
def back_up(request: HttpRequest) -> Status[BackupsOut]:
    """Write the whole kitchen to a file now."""
    BackUp(actor=request.user, now=timezone.now()).execute()
    return Status(201, backups(request))


@router.get("/backups/{name}", response={200: None, **PROBLEMS})
def backup_file(request: HttpRequest, name: str) -> StreamingHttpResponse:
    """One of them, to keep elsewhere. The owner's: it holds all there is."""
    require(request.user, Right.MANAGE)
    path = shelf.named(settings.BACKUPS, name)
    if path is None:
        raise MissingError("There is no such backup.")
    answer = StreamingHttpResponse(_parts(path), content_type="application/zip")
    answer["Content-Disposition"] = f'attachment; filename="{path.name}"'
    answer["Content-Length"] = str(path.stat().st_size)
    return answer


async def _parts(path: Path) -> AsyncIterator[bytes]:
    """A file part by part: a kitchen of many photos is larger than what should be held at once."""
    with path.open("rb") as source:
        while part := await asyncio.to_thread(source.read, 1 << 20):
            yield part


@router.get("/health", response={200: HealthOut, **PROBLEMS})
def health(request: HttpRequest) -> HealthOut:
    """Version, disk, last backup, what was slow."""
    manages = _manages(request)
    found = shelf.kept(settings.BACKUPS)
    return HealthOut(
        version=VERSION, data_folder=str(settings.DATA) if manages else "", free_bytes=shelf.free_bytes(settings.DATA),
        last_backup=found[0].made_at if found else None, devices=["camera, simulated"],
        slow=slow_calls(settings.DATA / "tarte.log") if manages else [],
    )  # fmt: skip


def _manages(request: HttpRequest) -> bool:
    return isinstance(request.user, User) and may(request.user, Right.MANAGE)
