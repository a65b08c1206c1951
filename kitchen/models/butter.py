"""Butter taken out of the cold, readings of it, and what mixers have been seen to add."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.dough import Dough
from kitchen.models.frozen import Frozen


class ButterOut(Frozen):
    """Butter for a dough, taken out at a moment; the latest one counts."""

    dough = models.ForeignKey(Dough, on_delete=models.PROTECT, related_name="butter_out")
    form = models.CharField(max_length=20)
    start_c = models.FloatField()
    room_c = models.FloatField()
    wrapped = models.BooleanField(default=True)
    season = models.CharField(max_length=10, default="typical")
    out_at = models.DateTimeField()
    said_at = models.DateTimeField()
    said_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"butter for {self.dough}, out at {self.out_at}"


class ButterReading(Frozen):
    """A temperature of that butter; feel is the feel it was told by, empty for a thermometer."""

    out = models.ForeignKey(ButterOut, on_delete=models.PROTECT, related_name="readings")
    temp_c = models.FloatField()
    feel = models.CharField(max_length=20, blank=True)
    read_at = models.DateTimeField()
    said_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["read_at", "id"]

    def __str__(self) -> str:
        return f"{self.temp_c} °C"


class MixerReading(Frozen):
    """A rise seen in a mixer: its kind, °C before and after, minutes."""

    kind = models.CharField(max_length=20)
    before_c = models.FloatField()
    after_c = models.FloatField()
    minutes = models.FloatField()
    read_at = models.DateTimeField()
    said_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.kind}: {self.before_c} to {self.after_c} °C in {self.minutes} min"
