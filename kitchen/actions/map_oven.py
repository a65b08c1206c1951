"""An oven mapped by a photographed tray; a tray left out of the map again."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict, dataclass
from typing import Any

from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from dough.plan.oven_map import Tray, oven_map
from kitchen.actions.base import Action, Before, Done, LongAction
from kitchen.actions.rights import Right
from kitchen.models import OvenTray
from kitchen.photos import pictures
from kitchen.reading.doughs import MissingError, dough_for_reading
from kitchen.reading.oven_maps import oven_for_reading

MOST_TRAYS = 200


@dataclass(frozen=True, kw_only=True)
class MapOven(LongAction[OvenTray, "Tray | None"]):
    """A tray of a dough as it was photographed; the same key sent again answers with the tray there is."""

    right = Right.RECORD

    oven_id: int
    dough_id: int
    shelf: str
    key: str
    tray: Callable[[], Tray]
    simulated: bool = False

    def check(self) -> None:
        if not 1 <= len(self.shelf.strip()) <= 20:
            raise EntryError("shelf", "Say which shelf in up to 20 characters: top, middle, 3 from below.")

    def work_out(self) -> Tray | None:
        with pictures.turn:
            if self._there() is not None:
                return None
            tray = self.tray()
        # What can't be mapped is refused before it is kept.
        oven_map([tray])
        return tray

    def _there(self) -> OvenTray | None:
        """The tray this key has brought already."""
        oven = oven_for_reading(self.oven_id)
        again = OvenTray.objects.filter(key=self.key).first()
        if again is not None and again.oven_id != oven.pk:
            raise EntryError("key", "That picture was sent for another oven. Choose it again here.")
        return again

    def settle(self, cook: User, found: Tray | None) -> Done[OvenTray] | Before[OvenTray]:
        again = self._there()
        if again is not None:
            return Before(again)
        if found is None:
            raise MissingError("That tray has just been taken away. Send it again.")
        oven, dough = oven_for_reading(self.oven_id), dough_for_reading(self.dough_id)
        if oven.mapped.count() >= MOST_TRAYS:
            raise EntryError("photo", f"{MOST_TRAYS} trays are kept of this oven; that is the most.")
        made = OvenTray.objects.create(
            oven=oven, dough=dough, key=self.key, shelf=self.shelf.strip(), simulated=self.simulated,
            cookies=[asdict(c) for c in found.cookies], kelvin=asdict(found.kelvin), at=self.now, who=cook,
        )  # fmt: skip
        return Done(made, made, f"mapped {oven.name}, {made.shelf}, by {len(found.cookies)} cookies")


@dataclass(frozen=True, kw_only=True)
class LeaveTrayOut(Action[Any]):
    """A tray that should not count, or one that should again."""

    right = Right.RECORD

    oven_id: int
    tray_id: int
    out: bool

    def change(self, cook: User) -> Done[OvenTray]:
        oven = oven_for_reading(self.oven_id)
        row = oven.mapped.filter(pk=self.tray_id).first()
        if row is None:
            raise MissingError("That tray is not among this oven's.")
        row.retired_at = self.now if self.out else None
        row.save(update_fields=["retired_at"])
        return Done(row, row, f"{'left out' if self.out else 'counted again'} a tray of {oven.name}")
