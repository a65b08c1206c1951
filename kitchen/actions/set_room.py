"""Say how high the kitchen lies and how humid its room is: forecasts and keeping go by it."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.facts.entry import read_named
from kitchen.actions.base import Action, Done
from kitchen.models import Kitchen
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class SetRoom(Action[Kitchen]):
    """As typed; empty is not known: sea level, and the usual humidity."""

    altitude: str | float | None
    humidity: str | float | None

    def check(self) -> None:
        self._read()

    def _read(self) -> tuple[float | None, float | None]:
        return (
            read_named(self.altitude, "altitude_m", "room.altitude_m"),
            read_named(self.humidity, "humidity_pct", "room.humidity_pct"),
        )

    def change(self, cook: User) -> Done[Kitchen]:
        kitchen = Kitchen.objects.first()
        if kitchen is None:
            raise MissingError("There is no kitchen here yet.")
        kitchen.altitude_m, kitchen.humidity_pct = self._read()
        kitchen.save(update_fields=["altitude_m", "humidity_pct"])
        high = "at sea level" if kitchen.altitude_m is None else f"at {kitchen.altitude_m:g} m"
        humid = "" if kitchen.humidity_pct is None else f", room at {kitchen.humidity_pct:g} %"
        return Done(kitchen, kitchen, f"bakes {high}{humid}")
