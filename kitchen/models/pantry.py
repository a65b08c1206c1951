"""The cook's own ingredients. Every change is a new version; what was baked keeps the one it was baked with."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.frozen import Frozen


class OwnIngredient(Frozen):
    """One version of an ingredient of the cook's own. recipe is how it was made up, a document of kitchen/documents.
    A retired one is offered no more; doughs that hold it keep it."""

    key = models.CharField(max_length=40)
    version = models.PositiveIntegerField()
    name = models.CharField(max_length=80)
    recipe = models.JSONField()
    retired = models.BooleanField(default=False)
    made_at = models.DateTimeField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["key", "version"]
        constraints = [models.UniqueConstraint(fields=["key", "version"], name="own_ingredient_version_once")]

    def __str__(self) -> str:
        return f"{self.name} {self.version}"
