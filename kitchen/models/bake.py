"""Batches and bakes: what was really weighed, and what was really done and measured."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.bakeware import Tray
from kitchen.models.dough import Version
from kitchen.models.frozen import Frozen
from kitchen.models.oven import Oven
from kitchen.models.photo import Photo


class Batch(Frozen):
    """One mixing of a version. weighed holds grams by line id, only where they differ from the version; additions
    what went in on the spot, [ingredient, grams], beside the version's lines; lots which delivery a line came from,
    with what its paper said then (kitchen/reading/lots.py)."""

    version = models.ForeignKey(Version, on_delete=models.PROTECT, related_name="batches")
    number = models.PositiveIntegerField()
    mixed_on = models.DateField()
    weighed = models.JSONField(default=dict)
    additions = models.JSONField(default=list)
    lots = models.JSONField(default=dict)
    butter_temp_c = models.FloatField(null=True, blank=True)
    dough_temp_c = models.FloatField(null=True, blank=True)
    note = models.CharField(max_length=400, blank=True)
    logged_at = models.DateTimeField()
    logged_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"batch {self.number} of {self.version}"


class Bake(Frozen):
    """One occasion of baking part of a batch. Null is unknown, never zero.

    number counts the bakes of a dough; a correction keeps the number and points at what it replaces.
    key is made by the client so that a repeated send logs once; said is a digest of what was sent under it.
    """

    batch = models.ForeignKey(Batch, on_delete=models.PROTECT, related_name="bakes")
    number = models.PositiveIntegerField()
    replaces = models.OneToOneField(
        "self", null=True, blank=True, on_delete=models.PROTECT, related_name="corrected_by"
    )
    key = models.CharField(max_length=64, unique=True)
    said = models.CharField(max_length=64, blank=True, default="")
    baked_on = models.DateField()
    age_h = models.FloatField(null=True, blank=True)
    chill_h = models.FloatField(null=True, blank=True)
    dough_temp_c = models.FloatField(null=True, blank=True)
    portion_g = models.FloatField(null=True, blank=True)
    pieces = models.PositiveIntegerField(null=True, blank=True)
    oven = models.ForeignKey(Oven, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    tray = models.ForeignKey(Tray, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    oven_c = models.FloatField(null=True, blank=True)
    fan = models.BooleanField(null=True, blank=True)
    minutes = models.FloatField(null=True, blank=True)
    measured = models.JSONField(default=dict)
    photo = models.ForeignKey(Photo, null=True, blank=True, on_delete=models.PROTECT, related_name="bakes")
    notes = models.CharField(max_length=2000, blank=True)
    logged_at = models.DateTimeField()
    logged_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["number", "id"]

    def __str__(self) -> str:
        return f"bake {self.number} of {self.batch.version.dough}"
