"""What was done in this kitchen: the trail of every write."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.dough import Dough
from kitchen.models.frozen import Frozen


class Event(Frozen):
    """One write: who, when, what (the action's verb, and words for the journal), on what.

    subject names the row written, as ``bake 12``; dough is the dough it belongs to, null for what is the kitchen's.
    before is what stood there before, where that can be put back; undoes is the event that was taken back by this one.
    """

    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    verb = models.CharField(max_length=40)
    words = models.CharField(max_length=200)
    subject = models.CharField(max_length=60)
    dough = models.ForeignKey(Dough, null=True, blank=True, on_delete=models.PROTECT, related_name="events")

    before = models.JSONField(null=True, blank=True)
    undoes = models.OneToOneField("self", null=True, blank=True, on_delete=models.PROTECT, related_name="undone_by")

    class Meta:
        ordering = ["id"]
        indexes = [
            models.Index(fields=["at", "id"], name="event_in_time"),
            models.Index(fields=["subject"], name="event_of_subject"),
            models.Index(fields=["verb"], name="event_of_verb"),
        ]

    def __str__(self) -> str:
        return self.words
