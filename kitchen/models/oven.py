"""Ovens."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.dough import Dough
from kitchen.models.furnishing import Furnishing, figure, words


class Oven(Furnishing):
    """An oven. offset_k is what it really does minus what it is set to; null when nobody has measured it."""

    heat = words(20)
    fan = models.BooleanField(default=False)
    inside_width_mm = figure()
    inside_depth_mm = figure()
    inside_height_mm = figure()
    shelves = figure()
    offset_k = figure()
    offset_from = words()
    preheat_min = figure()
    recovery_min = figure()


class OvenTray(models.Model):
    """A tray of equal cookies as photographed: what maps an oven. shelf says which one in words; cookies hold across
    and deep (−1 to 1), shade_l and width_mm; kelvin what a kelvin does to them (``dough.plan.oven_map``). retired_at is
    when it was left out of the map.
    """

    oven = models.ForeignKey(Oven, on_delete=models.PROTECT, related_name="mapped")
    key = models.CharField(max_length=64, unique=True)
    shelf = models.CharField(max_length=20)
    dough = models.ForeignKey(Dough, null=True, on_delete=models.SET_NULL, related_name="+")
    simulated = models.BooleanField(default=False)
    cookies = models.JSONField(default=list)
    kelvin = models.JSONField(default=dict)
    at = models.DateTimeField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    retired_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.shelf} shelf of {self.oven}"
