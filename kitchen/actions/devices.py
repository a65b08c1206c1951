"""Devices held against what is known: ice, boiling water, nothing, a check weight."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from devices.checks import FOR, verdict
from dough.facts.errors import EntryError
from kitchen.actions.base import Action, Done
from kitchen.actions.rights import Right
from kitchen.models import DeviceCheck
from kitchen.reading.devices import device_for_reading
from kitchen.reading.kit import room

WEIGHTS_G = (1.0, 50_000.0)


@dataclass(frozen=True, kw_only=True)
class CheckDevice(Action[DeviceCheck]):
    """Write down what a device reads against what it should read."""

    right = Right.RECORD

    device_id: int
    what: str
    read: float
    against_g: float | None

    def check(self) -> None:
        if self.what == "weight" and not WEIGHTS_G[0] <= (self.against_g or 0.0) <= WEIGHTS_G[1]:
            raise EntryError("against_g", "Say what the check weight weighs: 1 to 50,000 g.")

    def change(self, cook: User) -> Done[DeviceCheck]:
        device = device_for_reading(self.device_id)
        if device.what not in FOR.get(self.what, ()):
            raise EntryError("what", f"A {device.what} is not checked that way.")
        found = verdict(self.what, self.read, against_g=self.against_g or 0.0, altitude_m=room().altitude_m)
        made = DeviceCheck.objects.create(
            device=device, what=self.what, should=found.should, read=self.read, at=self.now, who=cook
        )
        return Done(made, made, f"checked {device.name}")
