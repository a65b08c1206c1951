"""Runs: a batch being made at the bench, as events in the order in which they were written down."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.bake import Bake
from kitchen.models.dough import Dough, Version
from kitchen.models.frozen import Frozen
from kitchen.models.furnishing import Furnishing, figure, words
from kitchen.models.plan import Plan


class Run(models.Model):
    """One batch of a version. script is the steps as they were when it started (kitchen/documents/run.py), factor what
    the version's amounts are multiplied by, speed how many times faster than the clock its time goes (practice with
    stand-ins; 1 for work). closed_at and bake: when it was finished, and the bake it became."""

    dough = models.ForeignKey(Dough, on_delete=models.PROTECT, related_name="runs")
    version = models.ForeignKey(Version, on_delete=models.PROTECT, related_name="+")
    plan = models.ForeignKey(Plan, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    script = models.JSONField()
    factor = models.FloatField(default=1.0)
    speed = models.FloatField(default=1.0)
    key = models.CharField(max_length=60, unique=True)
    begun_at = models.DateTimeField()
    begun_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    closed_at = models.DateTimeField(null=True, blank=True)
    bake = models.ForeignKey(Bake, null=True, blank=True, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"run of {self.dough}"


class RunEntry(Frozen):
    """One event of a run (dough/run/events.py). Written once; a correction is another one."""

    run = models.ForeignKey(Run, on_delete=models.PROTECT, related_name="entries")
    seq = models.PositiveIntegerField()
    key = models.CharField(max_length=60)
    what = models.CharField(max_length=20)
    at = models.BigIntegerField()
    said_at = models.BigIntegerField(null=True, blank=True)
    who = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    step = models.CharField(max_length=60, blank=True, default="")
    values = models.JSONField(default=dict)
    source = models.CharField(max_length=10, default="hand")

    class Meta:
        ordering = ["id"]
        constraints = [
            models.UniqueConstraint(fields=["run", "seq"], name="run_entry_in_order"),
            models.UniqueConstraint(fields=["run", "key"], name="run_entry_once"),
        ]

    def __str__(self) -> str:
        return f"{self.what} in {self.run}"


class Device(Furnishing):
    """A scale, thermometer or oven that is read: how (simulated, or a serial line with its port and speed)."""

    what = words(12)
    how = words(12)
    port = words(60)
    baud = figure()
    reads_g = figure()
    form = words(20)
    pattern = words(80)


class DeviceCheck(Frozen):
    """A device held against ice, boiling water, nothing or a check weight: what it should read, what it read."""

    device = models.ForeignKey(Device, on_delete=models.PROTECT, related_name="checks")
    what = models.CharField(max_length=10)
    should = models.FloatField()
    read = models.FloatField()
    at = models.DateTimeField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.what} of {self.device}"
