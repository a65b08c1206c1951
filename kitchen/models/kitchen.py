"""The kitchen itself. One kitchen per installation."""

from __future__ import annotations

from django.db import models

from kitchen.models.furnishing import Furnishing, figure, words
from kitchen.models.learning import Calibration


class Kitchen(Furnishing):
    """The one kitchen of this installation. calibration is the one in force; null: general parameters. region is where
    it sells and eats (data/regions.csv). room_c, humidity_pct and altitude_m of the room, and
    card_bar_mm, how long its printer makes the photo card's bar; null where nobody has said.
    furnished_at is when its first sheet was filled in or put aside."""

    about = words(300)
    region = models.CharField(max_length=4, default="EU")
    currency = models.CharField(max_length=3, default="EUR")
    units = models.CharField(max_length=10, default="metric")
    numbers = models.CharField(max_length=10, default="point")
    dates = models.CharField(max_length=12, default="day_first")
    zone = models.CharField(max_length=40, default="UTC")
    room_c = figure()
    humidity_pct = figure()
    altitude_m = figure()
    card_bar_mm = figure()
    furnished_at = models.DateTimeField(null=True, blank=True)
    calibration = models.ForeignKey(Calibration, null=True, blank=True, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]
