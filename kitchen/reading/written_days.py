"""Days as this kitchen writes them, for what is printed and handed on."""

from __future__ import annotations

from datetime import date

from kitchen.models import Kitchen
from kitchen.reading.at_once import asked_once


@asked_once
def date_order() -> str:
    """day_first, month_first or iso."""
    found = Kitchen.objects.first()
    return found.dates if found else "day_first"


def written_day(on: date) -> str:
    """“28 November 2026”, “November 28, 2026” or 2026-11-28."""
    order = date_order()
    if order == "iso":
        return on.isoformat()
    month = on.strftime("%B")
    return f"{month} {on.day}, {on.year}" if order == "month_first" else f"{on.day} {month} {on.year}"
