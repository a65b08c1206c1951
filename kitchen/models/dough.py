"""A dough with its draft and target, and its frozen versions."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.frozen import Frozen


class Dough(models.Model):
    """A cookie being developed. ``draft`` and ``target`` are documents (kitchen/documents.py).

    A diet version follows another dough: followed is the draft of that one it last took over.

    revision counts every write to name, style, draft or target; a write names the one it was based on.
    """

    name = models.CharField(max_length=80)
    style = models.CharField(max_length=20, blank=True)
    target = models.JSONField(default=dict)
    draft = models.JSONField(default=dict)
    draft_parent = models.ForeignKey("Version", null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    follows = models.ForeignKey("self", null=True, blank=True, on_delete=models.PROTECT, related_name="diet_versions")
    followed = models.JSONField(default=dict)
    picks = models.JSONField(default=dict)
    revision = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField()
    saved_at = models.DateTimeField()
    saved_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


class Version(Frozen):
    """A frozen formula and process with a note of what changed, and the version it came from."""

    dough = models.ForeignKey(Dough, on_delete=models.PROTECT, related_name="versions")
    number = models.PositiveIntegerField()
    parent = models.ForeignKey("self", null=True, blank=True, on_delete=models.PROTECT, related_name="children")
    formula = models.JSONField()
    note = models.CharField(max_length=400)
    kept_at = models.DateTimeField()
    kept_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["dough", "number"], name="version_number_once_per_dough")]

    def __str__(self) -> str:
        return f"{self.dough} {self.number}"


class KeptDraft(Frozen):
    """A draft as it was at a moment between versions, so that one can go back to it."""

    dough = models.ForeignKey(Dough, on_delete=models.CASCADE, related_name="kept_drafts")
    revision = models.PositiveIntegerField()
    name = models.CharField(max_length=80)
    style = models.CharField(max_length=20, blank=True)
    target = models.JSONField()
    draft = models.JSONField()
    saved_at = models.DateTimeField()
    saved_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"draft {self.revision} of {self.dough}"
