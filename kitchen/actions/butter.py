"""Take butter out, read its temperature, and note what a mixer adds. Each is written once."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta

from django.contrib.auth.models import User

from dough.accounts.butter.conduction import form
from dough.accounts.butter.creaming import mixer
from dough.accounts.butter.feel import Season, degrees_of
from dough.facts.entry import read
from dough.facts.errors import EntryError
from dough.facts.quantities import quantity
from kitchen.actions.base import Action, Done
from kitchen.actions.rights import Right
from kitchen.models import ButterOut, ButterReading, MixerReading
from kitchen.reading.doughs import MissingError, dough_for_reading

#: The furthest back a moment may lie, and how far a clock may run ahead.
FURTHEST, AHEAD = timedelta(days=2), timedelta(minutes=2)
#: No mixer warms by more than this in a minute; less than nothing is a cold bowl.
MOST_PER_MIN, LEAST_PER_MIN = 10.0, -2.0


@dataclass(frozen=True, kw_only=True)
class TakeOut(Action[ButterOut]):
    """Butter of a form and temperature, out since out_at in a room of room_c."""

    right = Right.RECORD

    dough_id: int
    form: str
    start_c: str | float | None
    room_c: str | float | None
    wrapped: bool
    season: str
    out_at: datetime

    def change(self, cook: User) -> Done[ButterOut]:
        piece = form(self.form)
        start = read(self.start_c, quantity("start_c"), "butter.start_c")
        room = read(self.room_c, quantity("room_c"), "butter.room_c")
        if start is None or room is None:
            raise EntryError("butter.room_c", "Say how warm the butter and the room are; a guess is better than none.")
        _check_moment(self.out_at, self.now, "butter.out_at")
        dough = dough_for_reading(self.dough_id)
        made = ButterOut.objects.create(
            dough=dough,
            form=piece.key,
            start_c=start,
            room_c=room,
            wrapped=self.wrapped,
            season=Season(self.season) if self.season in list(Season) else Season.TYPICAL,
            out_at=self.out_at,
            said_at=self.now,
            said_by=cook,
        )
        return Done(made, made, "took butter out", dough)


@dataclass(frozen=True, kw_only=True)
class ReadButter(Action[ButterReading]):
    """A thermometer's reading, or a feel from the strip, of the butter last taken out."""

    right = Right.RECORD

    dough_id: int
    temp_c: str | float | None = None
    feel: str = ""

    def change(self, cook: User) -> Done[ButterReading]:
        out = ButterOut.objects.filter(dough=dough_for_reading(self.dough_id)).order_by("-id").first()
        if out is None:
            raise MissingError("No butter has been taken out for this dough yet. Say when it was.")
        temp = read(self.temp_c, quantity("butter_temp_c"), "butter.reading")
        if temp is None and self.feel:
            temp, _, _ = degrees_of(self.feel, Season(out.season))
        if temp is None:
            raise EntryError("butter.reading", "Type what the thermometer says, or pick how it feels.")
        made = ButterReading.objects.create(
            out=out,
            temp_c=temp,
            feel="" if self.temp_c not in (None, "") else self.feel,
            read_at=self.now,
            said_by=cook,
        )  # fmt: skip
        return Done(made, made, f"read the butter at {temp:g} °C", out.dough)


@dataclass(frozen=True, kw_only=True)
class NoteMixer(Action[MixerReading]):
    """What a mixer added: degrees before and after, and the minutes between."""

    right = Right.RECORD

    kind: str
    before_c: str | float | None
    after_c: str | float | None
    minutes: str | float | None

    def change(self, cook: User) -> Done[MixerReading]:
        by = mixer(self.kind)
        before = read(self.before_c, quantity("start_c"), "mixer.before_c")
        after = read(self.after_c, quantity("start_c"), "mixer.after_c")
        minutes = read(self.minutes, quantity("cream_minutes"), "mixer.minutes")
        if before is None or after is None or not minutes:
            raise EntryError("mixer.minutes", "Both temperatures and the minutes between them are needed.")
        rise = (after - before) / minutes
        if not LEAST_PER_MIN <= rise <= MOST_PER_MIN:
            words = f"That is {rise:.1f} °C a minute, more than beating does. Check the temperatures and the minutes."
            raise EntryError("mixer.after_c", words)
        made = MixerReading.objects.create(
            kind=by.kind, before_c=before, after_c=after, minutes=minutes, read_at=self.now, said_by=cook
        )
        return Done(made, made, f"noted what the mixer adds: {rise:.2f} °C a minute")


def _check_moment(at: datetime, now: datetime, where: str) -> None:
    if at > now + AHEAD:
        raise EntryError(where, "That is still to come. Type when it was taken out, or now.")
    if now - at > FURTHEST:
        raise EntryError(where, "That is more than two days ago: take fresh butter.")
