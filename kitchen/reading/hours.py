"""Local time: between minutes of a day, which the core plans in, and moments, by the kitchen's own clock.

Minutes are elapsed ones from local midnight: on the days summer time begins or ends 16:00 is 15 or 17 hours after it.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from kitchen.models import Kitchen
from kitchen.reading.at_once import asked_once

DAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")


@dataclass(frozen=True, slots=True)
class LocalDay:
    """A day of the kitchen's clock."""

    on: date
    zone: ZoneInfo

    @property
    def midnight(self) -> datetime:
        """When it begins, in UTC."""
        return datetime.combine(self.on, time(0), self.zone).astimezone(UTC)

    def minute_of(self, clock: str) -> int:
        """ "HH:MM" of this day as elapsed minutes. An hour that summer time skips counts as the one after it."""
        hours, minutes = (int(x) for x in clock.split(":"))
        at = datetime.combine(self.on, time(hours, minutes), self.zone).astimezone(UTC)
        return self.minute_at(at)

    def minute_at(self, at: datetime) -> int:
        """A moment as elapsed minutes of this day."""
        return round((at - self.midnight).total_seconds() / 60.0)

    def moment(self, minute: int) -> datetime:
        """An elapsed minute as a moment, in the kitchen's zone."""
        return (self.midnight + timedelta(minutes=minute)).astimezone(self.zone)

    def says(self, minute: int) -> str:
        """An elapsed minute as the clock on the wall shows it; another day by its name, further off by its date."""
        at = self.moment(minute)
        days = (at.date() - self.on).days
        said = f"{at.hour}:{at.minute:02d}"
        if days == 0:
            return said
        return f"{DAYS[at.weekday()]} {said}" if abs(days) < 6 else f"{said} on {at.date()}"


@asked_once
def zone() -> ZoneInfo:
    """The kitchen's time zone; UTC where nobody has said, or where this machine does not know it."""
    name = Kitchen.objects.values_list("zone", flat=True).first() or "UTC"
    try:
        return ZoneInfo(name)
    except (KeyError, ValueError, OSError):
        return ZoneInfo("UTC")


def local_day(on: date) -> LocalDay:
    """A day of this kitchen."""
    return LocalDay(on, zone())


def today(now: datetime) -> date:
    """The kitchen's own date at a moment."""
    return now.astimezone(zone()).date()
