"""The cook's own cups: three weighings of one ingredient filled one way."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class CupWeighing(models.Model):
    """Grams of a cup as this kitchen fills it; weighed again, the later one counts."""

    ingredient = models.CharField(max_length=40)
    filling = models.CharField(max_length=30, blank=True)
    cup_ml = models.FloatField()
    grams = models.JSONField()
    weighed_at = models.DateTimeField()
    weighed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.ingredient} {self.filling}"
