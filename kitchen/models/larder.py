"""The larder: dough and cookies kept cold, frozen or boxed, and what became of them."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.dough import Dough, Version
from kitchen.models.frozen import Frozen
from kitchen.models.machines import Cold
from kitchen.models.plan import Plan


class Stored(Frozen):
    """Something put by: what it is (bowl, balls, log, slices, part_baked, baked), how many pieces of what weight, of
    which dough as it was, where, when it was made and put there, how long it keeps and why. Moves say what became of
    it."""

    dough = models.ForeignKey(Dough, on_delete=models.PROTECT, related_name="stored")
    version = models.ForeignKey(Version, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    plan = models.ForeignKey(Plan, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    draft = models.JSONField()
    name = models.CharField(max_length=80)
    form = models.CharField(max_length=20)
    pieces = models.PositiveIntegerField()
    portion_g = models.FloatField()
    cold = models.ForeignKey(Cold, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    finishes = models.JSONField(default=list)
    made_at = models.DateTimeField()
    put_at = models.DateTimeField()
    put_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    use_by = models.DateTimeField()
    because = models.CharField(max_length=200)
    key = models.CharField(max_length=40, unique=True)

    class Meta:
        ordering = ["use_by", "id"]

    def __str__(self) -> str:
        return f"{self.pieces} {self.form} of {self.name}"


class StoredMove(Frozen):
    """Pieces that left: baked, eaten or sold, thrown away; negative are put back. why is asked for what is thrown."""

    stored = models.ForeignKey(Stored, on_delete=models.PROTECT, related_name="moves")
    what = models.CharField(max_length=10)
    pieces = models.IntegerField()
    why = models.CharField(max_length=200, blank=True, default="")
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    key = models.CharField(max_length=40, unique=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.pieces} {self.what} of {self.stored}"
