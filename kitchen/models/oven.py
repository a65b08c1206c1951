"""Ovens."""

from __future__ import annotations

from django.db import models

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
