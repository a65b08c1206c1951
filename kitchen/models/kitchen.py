"""The kitchen, its ovens and trays. One kitchen per installation."""

from __future__ import annotations

from django.db import models

from kitchen.models.learning import Calibration


class Kitchen(models.Model):
    """The one kitchen of this installation. calibration is the one in force; null: general parameters. region is where
    it sells and eats (data/regions.csv). altitude_m and humidity_pct of the room; null where nobody has said."""

    name = models.CharField(max_length=80)
    about = models.CharField(max_length=300, blank=True)
    region = models.CharField(max_length=4, default="EU")
    altitude_m = models.FloatField(null=True, blank=True)
    humidity_pct = models.FloatField(null=True, blank=True)
    calibration = models.ForeignKey(Calibration, null=True, blank=True, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return self.name


class Oven(models.Model):
    """An oven. offset_k is what it really does minus what it is set to; null when nobody has measured it."""

    name = models.CharField(max_length=80)
    fan = models.BooleanField(default=False)
    offset_k = models.FloatField(null=True, blank=True)
    offset_from = models.CharField(max_length=120, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


class Tray(models.Model):
    """A tray with its liner. conductance is relative to a light aluminium sheet with paper (a guess, L)."""

    name = models.CharField(max_length=80)
    conductance = models.FloatField(default=1.0)
    width_mm = models.FloatField(null=True, blank=True)
    depth_mm = models.FloatField(null=True, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name
