"""What every thing of a kitchen has: a name, a revision, and a day on which it went out of use."""

from __future__ import annotations

from django.db import models


class Furnishing(models.Model):
    """A thing a kitchen is furnished with. Its columns are the questions of data/furnishing_fields.csv; null and empty
    are unknown. Retired things stay for the bakes that used them. revision counts every write."""

    name = models.CharField(max_length=120)
    revision = models.PositiveIntegerField(default=1)
    retired_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        abstract = True
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


def figure() -> models.FloatField[float | None, float | None]:
    """A figure that may be unknown."""
    return models.FloatField(null=True, blank=True)


def words(length: int = 120) -> models.CharField[str, str]:
    """Words or a choice's id; empty is unknown."""
    return models.CharField(max_length=length, blank=True, default="")
