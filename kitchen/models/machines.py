"""Mixers, cold places and scales, and how scales did against a check weight."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.frozen import Frozen
from kitchen.models.furnishing import Furnishing, figure, words


class Mixer(Furnishing):
    """A mixer, and how much dough its bowl can cream."""

    kind = words(20)
    bowl_l = figure()
    least_g = figure()
    most_g = figure()


class Cold(Furnishing):
    """A fridge, a freezer or a cool room."""

    kind = words(20)
    temp_c = figure()
    width_mm = figure()
    depth_mm = figure()
    shelves = figure()

    class Meta(Furnishing.Meta):
        verbose_name = "cold place"


class Scale(Furnishing):
    """A scale: how finely it reads, and how much it carries."""

    reads_g = figure()
    most_g = figure()


class ScaleCheck(Frozen):
    """A check weight put on a scale: grams it weighs, grams it was shown as."""

    scale = models.ForeignKey(Scale, on_delete=models.PROTECT, related_name="checks")
    weight_g = models.FloatField()
    shown_g = models.FloatField()
    checked_at = models.DateTimeField()
    checked_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.weight_g} g shown as {self.shown_g} g"
