"""The text a dough was read from, with what was understood of it."""

from __future__ import annotations

from django.db import models

from kitchen.models.dough import Dough
from kitchen.models.frozen import Frozen


class RecipeSource(Frozen):
    """A recipe's text as it was pasted, the lines as they were shelved, and the version of the reader: a better one can
    be tried on it again."""

    dough = models.OneToOneField(Dough, on_delete=models.CASCADE, related_name="source")
    text = models.TextField()
    understood = models.JSONField()
    reader = models.PositiveIntegerField()
    made_at = models.DateTimeField()

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"recipe of {self.dough}"
