"""A day for a calendar: iCalendar (RFC 5545), by the icalendar package. Moments are in the kitchen's zone, with the
zone's own rules beside them, so that summer time is right wherever it is read."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta

from icalendar import Alarm, Calendar, Event

from kitchen.reading.days import PlacedStep

#: An alarm before a step that begins a stretch of hands, and at each pull, min.
BEFORE, AT_PULL = timedelta(minutes=-5), timedelta(0)
#: Waits shorter than this are no entry of their own, min.
SHORT_WAIT = 10


def calendar_text(steps: Sequence[PlacedStep], now: datetime) -> bytes:
    """Steps with hands on them, and long waits, as entries; alarms where something has to be done."""
    book = Calendar()
    book.add("prodid", "-//Tarte//plan//EN")
    book.add("version", "2.0")
    book.add("calscale", "GREGORIAN")
    told = [s for s in steps if s.hands_on or s.end - s.start >= SHORT_WAIT]
    many = len({s.group for s in steps}) > 1
    last_busy = None
    for s in sorted(told, key=lambda x: (x.start, x.end)):
        entry = Event()
        entry.add("uid", f"{s.starts_at:%Y%m%d}-{s.group}-{s.step}@tarte")
        entry.add("dtstamp", now)
        entry.add("dtstart", s.starts_at)
        entry.add("dtend", s.ends_at)
        entry.add("summary", f"{s.dough}: {s.name}" if many else s.name)
        entry.add("description", f"{s.end - s.start} min, {s.source}" if s.source else f"{s.end - s.start} min")
        entry.add("transp", "OPAQUE" if s.hands_on else "TRANSPARENT")
        if s.hands_on:
            begins = last_busy is None or s.start - last_busy > -BEFORE.total_seconds() / 60.0
            if s.step.startswith(("out", "look")) or begins:
                entry.add_component(_alarm(s, AT_PULL if s.step.startswith(("out", "look")) else BEFORE))
            last_busy = s.end
        book.add_component(entry)
    book.add_missing_timezones()
    text: bytes = book.to_ical()
    return text


def _alarm(s: PlacedStep, when: timedelta) -> Alarm:
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", f"{s.dough}: {s.name}")
    alarm.add("trigger", when)
    return alarm
