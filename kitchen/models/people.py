"""Who works in the kitchen, what each may do, and the links by which they come in."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class Member(models.Model):
    """Someone of this kitchen. role is one of ``kitchen.actions.rights``; who has left stays, without a right. put_away
    names the hints they need no more."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="member")
    role = models.CharField(max_length=10)
    joined_at = models.DateTimeField()
    put_away = models.JSONField(default=list, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.user}, {self.role}"


class Invite(models.Model):
    """A link that lets someone in once. digest is the SHA-256 of its secret, which is nowhere kept.

    whose is null for somebody new, who joins in that role; else it is the member who sets a new password by it.
    """

    digest = models.CharField(max_length=64, unique=True)
    role = models.CharField(max_length=10)
    whose = models.ForeignKey(Member, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    ends_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)
    used_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.PROTECT, related_name="+"
    )
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"invite {self.pk}"
