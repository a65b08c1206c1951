"""Blind panels and the ballots of their tasters."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.dough import Dough


class Panel(models.Model):
    """A panel as it was set up, and what is on each plate. said is a document of ``kitchen.documents.panel``; plates
    are drawn by lot when it opens and told to nobody before it closes, unless it is broken open."""

    dough = models.ForeignKey(Dough, on_delete=models.PROTECT, related_name="panels")
    key = models.CharField(max_length=64, unique=True)
    name = models.CharField(max_length=120)
    said = models.JSONField()
    #: What the samples hold, as it was told to the tasters: recipes change, a promise does not.
    holds = models.JSONField(default=list)
    plates = models.JSONField(default=list)
    simulated = models.BooleanField(default=False)
    made_at = models.DateTimeField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    opened_at = models.DateTimeField(null=True, blank=True)
    ends_at = models.DateTimeField(null=True, blank=True)
    closed_at = models.DateTimeField(null=True, blank=True)
    broken_at = models.DateTimeField(null=True, blank=True)
    broken_why = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["-id"]

    def __str__(self) -> str:
        return self.name


class Ballot(models.Model):
    """One taster's ballot; number is that of the plate. nonce is what its link is made from: a new one makes the old
    link worthless. device is the SHA-256 of the phone that holds it. Nothing personal is asked: nick is made up."""

    panel = models.ForeignKey(Panel, on_delete=models.PROTECT, related_name="ballots")
    number = models.PositiveIntegerField()
    nonce = models.CharField(max_length=32)
    device = models.CharField(max_length=64, blank=True)
    nick = models.CharField(max_length=30, blank=True)
    agreed_at = models.DateTimeField(null=True, blank=True)
    finished_at = models.DateTimeField(null=True, blank=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)
    reply = models.JSONField(null=True, blank=True)
    reply_key = models.CharField(max_length=64, blank=True)
    #: phone, paper or simulated.
    came_by = models.CharField(max_length=10, blank=True)

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["panel", "number"], name="ballot_number_once_per_panel")]

    def __str__(self) -> str:
        return f"ballot {self.number} of {self.panel}"
