"""Designed series of bakes."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.dough import Dough


class Series(models.Model):
    """A plan of runs and what came out of them so far; plan is a document of
    ``kitchen.reading.series_levels``, results are readings by run.

    base is the draft it starts from; revision counts writes to the results.
    """

    dough = models.ForeignKey(Dough, on_delete=models.PROTECT, related_name="series")
    name = models.CharField(max_length=120)
    base = models.JSONField()
    plan = models.JSONField()
    results = models.JSONField(default=dict)
    revision = models.PositiveIntegerField(default=1)
    made_at = models.DateTimeField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["-id"]
        verbose_name_plural = "series"

    def __str__(self) -> str:
        return self.name
