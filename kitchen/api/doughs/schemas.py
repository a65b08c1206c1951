"""What the API answers. Every figure carries its unit in its name or beside it."""

from __future__ import annotations

from datetime import date, datetime

from pydantic import BaseModel

from dough.accounts.needs.verdict import Standing
from kitchen.actions.rights import MemberRole, Right
from kitchen.api.preview.schemas import ForecastOut, Point
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.target import CookieDoc, TargetDoc


class PersonOut(BaseModel):
    """rights is what role allows; put_away names the hints they need no more."""

    name: str
    username: str
    role: MemberRole
    rights: list[Right]
    put_away: list[str]


class SessionOut(BaseModel):
    """cook is null when nobody is signed in."""

    cook: PersonOut | None
    demo: bool
    kitchen: str


class OvenOut(BaseModel):
    id: int
    name: str
    fan: bool
    offset_k: float | None
    offset_from: str
    retired: bool


class TrayOut(BaseModel):
    id: int
    name: str
    conductance: float
    retired: bool


class KitchenOut(BaseModel):
    """units, numbers and dates are ids of choices of data/furnishing_fields.csv. furnished: its first sheet was filled
    in, or there is an oven or a tray. unlearned is how many measured bakes the calibration in force does not rest on,
    those left out by hand apart."""

    name: str
    about: str
    region: str
    units: str
    numbers: str
    dates: str
    room_c: float | None
    ovens: list[OvenOut]
    trays: list[TrayOut]
    furnished: bool
    unlearned: int


class VersionOut(BaseModel):
    number: int
    parent: int | None
    note: str
    kept_at: datetime
    kept_by: str
    bakes: int


class SizeOut(BaseModel):
    """A cookie with what drawing it needs: side view in mm, crust hex."""

    cookie: CookieDoc
    outline: list[Point]
    hex: str | None
    label: str


class DoughOut(BaseModel):
    id: int
    name: str
    style: str
    revision: int
    draft: DraftDoc
    target: TargetDoc
    draft_parent: int | None
    draft_differs: bool
    follows: int | None
    follows_name: str
    versions: list[VersionOut]
    last_bake: SizeOut | None
    bakes: int
    saved_at: datetime
    saved_by: str


class ShelfItem(BaseModel):
    id: int
    name: str
    style: str
    style_name: str
    revision: int
    versions: int
    bakes: int
    needs: list[str]
    needs_state: Standing | None
    follows_name: str
    target: SizeOut
    last_bake: SizeOut | None
    closeness: str
    within: int
    compared: int
    next: str
    saved_at: datetime


class RowOut(BaseModel):
    key: str
    label: str
    unit: str
    digits: int
    target: float | None
    forecast: float | None
    bake: float | None
    from_target: str
    from_forecast: str
    within_scatter: bool


class WeighedOut(BaseModel):
    line: str
    name: str
    planned_g: float | None
    weighed_g: float


class AddedOut(BaseModel):
    """A cure on the spot: what went in beside the version's lines."""

    name: str
    grams: float


class BatchOut(BaseModel):
    id: int
    number: int
    version: int
    mixed_on: date
    weighed: list[WeighedOut]
    additions: list[AddedOut]
    lots: list[str]
    butter_temp_c: float | None
    dough_temp_c: float | None
    note: str


class BakeOut(BaseModel):
    id: int
    number: int
    batch: BatchOut
    corrects: int | None
    baked_on: date
    age_h: float | None
    chill_h: float | None
    dough_temp_c: float | None
    portion_g: float | None
    pieces: int | None
    oven: str | None
    oven_id: int | None
    tray: str | None
    tray_id: int | None
    oven_c: float | None
    fan: bool | None
    minutes: float | None
    measured: MeasuredDoc
    values: dict[str, float]
    photo_id: int | None
    notes: str
    logged_by: str
    size: SizeOut
    forecast: ForecastOut | None
    no_forecast: str
    rows: list[RowOut]
    sentence: str
    rms_steps: float | None


class BakesOut(BaseModel):
    """A page of bakes, newest first, of count in all; older is what to ask the next page with, null at the end."""

    target: SizeOut
    bakes: list[BakeOut]
    batches: list[BatchOut]
    older: int | None
    count: int
