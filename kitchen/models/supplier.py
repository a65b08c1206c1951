"""What a cook read on a supplier's label: the allergens it may contain."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from kitchen.models.frozen import Frozen


class SupplierLabel(Frozen):
    """One reading of one ingredient's label; read again, the later one counts.

    may_contain holds the codes it names; settles those that were looked for (null: every allergen, as readings were
    once kept).
    """

    ingredient = models.CharField(max_length=40)
    may_contain = models.JSONField(default=list)
    settles = models.JSONField(null=True, default=None)
    read_on = models.DateField()
    said_at = models.DateTimeField()
    said_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"label of {self.ingredient}, {self.read_on}"
