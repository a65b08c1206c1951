"""What the kitchen has learned from its bakes, as it was adopted."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.frozen import Frozen


class Calibration(Frozen):
    """One adopted lesson. left_out are the bakes a cook chose not to count; lesson is the document of
    ``kitchen.reading.logged_bakes``; what is in force hangs at the kitchen."""

    number = models.PositiveIntegerField(unique=True)
    left_out = models.JSONField(default=list)
    lesson = models.JSONField()
    note = models.CharField(max_length=200, blank=True)
    made_at = models.DateTimeField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["number"]

    def __str__(self) -> str:
        return f"calibration {self.number}"
