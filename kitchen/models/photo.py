"""Photos of bakes, re-encoded, with the outlines that were measured."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.dough import Dough


class Photo(models.Model):
    """A picture of a tray. name is its file in the data folder; outlines and result are those of ``dough.photo``.

    revision counts corrections of the outlines; the picture itself never changes.
    """

    dough = models.ForeignKey(Dough, on_delete=models.PROTECT, related_name="photos")
    key = models.CharField(max_length=64, unique=True)
    name = models.CharField(max_length=80)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    simulated = models.BooleanField(default=False)
    result = models.JSONField(default=dict)
    revision = models.PositiveIntegerField(default=1)
    added_at = models.DateTimeField()
    added_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"photo {self.pk} of {self.dough}"
