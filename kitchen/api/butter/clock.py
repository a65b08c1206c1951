"""Butter taken out of the cold: its clock, its readings, and what a reading does to the forecast."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.accounts.butter.clock import KEEP, PRACTICE, ROOM_RULE, Clock, Reading, clock, every_form, firm_up
from dough.accounts.butter.conduction import form
from dough.accounts.butter.feel import Season
from dough.accounts.butter.zones import zone_for
from dough.facts.errors import EntryError
from dough.judgement.butter_cost import verdict, with_butter_at
from dough.judgement.effects import difference_words
from kitchen.actions.butter import ReadButter, TakeOut
from kitchen.api.asked import Asked
from kitchen.api.butter.schemas import ButterClockOut, ButterOutOut, FormTimeOut, TakenOut
from kitchen.api.butter.shared import number
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Strict, Typed
from kitchen.documents.draft import DraftDoc
from kitchen.models import ButterOut
from kitchen.reading.doughs import dough_for_reading

router = Router(tags=["butter"])
dough_router = Router(tags=["butter"])


class TakeOutIn(Strict):
    form: str = Field(max_length=20)
    start_c: Typed
    room_c: Typed
    wrapped: bool = True
    season: Season = Season.TYPICAL
    out_at: datetime


class ReadingIn(Strict):
    """What the thermometer says, or how it feels."""

    temp_c: Typed = None
    feel: str = Field(default="", max_length=20)


@dough_router.get("/{dough_id}/butter", response={200: ButterOutOut, **PROBLEMS})
def butter_of_dough(request: HttpRequest, dough_id: int) -> ButterOutOut:
    """The butter last taken out for a dough, its readings, and where it stands now."""
    found = dough_for_reading(dough_id)
    draft = DraftDoc.model_validate(found.draft).to_core()
    zone = zone_for(draft.process.method, draft.formula)
    out = ButterOut.objects.filter(dough=found).order_by("-id").first()
    return ButterOutOut(
        taken=_taken(out, zone.low_c, zone.high_c) if out else None,
        zone_low_c=zone.low_c,
        zone_high_c=zone.high_c,
        keep=KEEP,
        practice=list(PRACTICE),
        rule=ROOM_RULE,
    )


@dough_router.post("/{dough_id}/butter", response={201: ButterOutOut, **PROBLEMS})
def take_out(request: HttpRequest, dough_id: int, payload: TakeOutIn) -> Status[ButterOutOut]:
    """Butter is out: from now on its clock runs."""
    TakeOut(
        actor=request.user, now=timezone.now(), dough_id=dough_id, form=payload.form, start_c=payload.start_c,
        room_c=payload.room_c, wrapped=payload.wrapped, season=payload.season, out_at=payload.out_at,
    ).execute()  # fmt: skip
    return Status(201, butter_of_dough(request, dough_id))


@dough_router.post("/{dough_id}/butter/reading", response={201: ButterOutOut, **PROBLEMS})
def read_butter(request: HttpRequest, dough_id: int, payload: ReadingIn) -> Status[ButterOutOut]:
    """A reading: the clock goes on from it."""
    ReadButter(
        actor=request.user, now=timezone.now(), dough_id=dough_id, temp_c=payload.temp_c, feel=payload.feel
    ).execute()
    return Status(201, butter_of_dough(request, dough_id))


class LookIn(Strict):
    """A clock without taking anything out."""

    form: str = Field(max_length=20)
    start_c: Typed
    room_c: Typed
    wrapped: bool = True
    season: Season = Season.TYPICAL
    low_c: float = Field(ge=-10, le=45)
    high_c: float = Field(ge=-10, le=45)


@router.post("/clock", response={200: ButterClockOut, **PROBLEMS})
def look(request: HttpRequest, payload: LookIn) -> ButterClockOut:
    """How long a form takes from where it is, beside the other forms, and how long to firm it up again."""
    start = number(payload.start_c, "start_c", "butter.start_c")
    room = number(payload.room_c, "room_c", "butter.room_c")
    if start is None or room is None:
        raise EntryError("butter.room_c", "Say how warm the butter and the room are; a guess is better than none.")
    piece = form(payload.form)
    found = clock(piece, start, room, payload.low_c, payload.high_c, wrapped=payload.wrapped, season=payload.season)
    others = every_form(start, room, payload.low_c, season=payload.season)
    return ButterClockOut(
        **_clock(found),
        forms=[FormTimeOut(form=p.key, name=p.name, minutes=m) for p, m in others],
        firm_min=firm_up(
            piece, payload.high_c + 3.0, 4.0, payload.high_c, wrapped=payload.wrapped, season=payload.season
        ),
    )  # fmt: skip


def _clock(c: Clock) -> dict[str, Any]:
    return {
        "to_low": c.to_low, "to_high": c.to_high, "core_low": c.core_low, "low_early": c.low_early,
        "low_late": c.low_late, "never": c.never, "curve": [list(p) for p in c.curve],
    }  # fmt: skip


def _taken(out: ButterOut, low: float, high: float) -> TakenOut:
    readings = tuple(Reading((r.read_at - out.out_at).total_seconds() / 60.0, r.temp_c) for r in out.readings.all())
    found = clock(
        form(out.form), out.start_c, out.room_c, low, high, wrapped=out.wrapped, season=Season(out.season),
        readings=readings,
    )  # fmt: skip
    return TakenOut(
        **_clock(found),
        form=form(out.form).name,
        out_at=out.out_at,
        room_c=out.room_c,
        start_c=out.start_c,
        ready_at=None if found.to_low is None else out.out_at + timedelta(minutes=found.to_low),
        past_at=None if found.to_high is None else out.out_at + timedelta(minutes=found.to_high),
        readings=[[r.minute, r.temp_c] for r in readings],
    )


class AcceptIn(Asked):
    temp_c: Typed


class AcceptOut(BaseModel):
    """What the forecast does with butter at a reading, and the process values that say so."""

    butter_temp_c: float
    dough_temp_c: float | None
    effect: str
    verdict: str


@router.post("/reading", response={200: AcceptOut, **PROBLEMS})
def with_reading(request: HttpRequest, payload: AcceptIn) -> AcceptOut:
    """What a reading would do to the forecast; taking it over is an edit of the draft."""
    setting = payload.setting()
    draft = setting.draft
    temp = number(payload.temp_c, "butter_temp_c", "butter.reading")
    if temp is None:
        raise EntryError("butter.reading", "Type what the thermometer says.")
    changed = with_butter_at(draft, temp)
    now, then = setting.cookie(), setting.with_draft(changed).cookie()
    return AcceptOut(
        butter_temp_c=temp,
        dough_temp_c=changed.process.dough_temp_c,
        effect=difference_words(now, then) if now and then else "",
        verdict=verdict(temp, draft, Season.TYPICAL),
    )
