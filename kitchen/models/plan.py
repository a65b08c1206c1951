"""Plans of a dough for a day."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.dough import Dough, Version


class Plan(models.Model):
    """How a dough is made on one day: what is written down of it (kitchen/documents/plan.py). version is what it makes;
    null: the draft as it stands. done holds the steps that were begun on the day (step, minute, minute). division is
    the document's, for learning what the bowl keeps."""

    dough = models.ForeignKey(Dough, on_delete=models.PROTECT, related_name="plans")
    version = models.ForeignKey(Version, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    on = models.DateField()
    body = models.JSONField(default=dict)
    done = models.JSONField(default=list)
    division = models.CharField(max_length=20, blank=True, default="")
    lost_pct = models.FloatField(null=True, blank=True)
    revision = models.PositiveIntegerField(default=1)
    made_at = models.DateTimeField()
    saved_at = models.DateTimeField()
    saved_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    dropped_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["on", "id"]
        indexes = [models.Index(fields=["on"])]
        constraints = [
            models.UniqueConstraint(
                fields=["dough", "on"], condition=models.Q(dropped_at=None), name="one_plan_of_a_dough_a_day"
            )
        ]

    def __str__(self) -> str:
        return f"{self.dough} on {self.on}"
