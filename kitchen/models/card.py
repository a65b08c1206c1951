"""What the shelf shows of a dough, worked out once."""

from __future__ import annotations

from django.db import models

from kitchen.models.dough import Dough


class Card(models.Model):
    """A dough's summary as the shelf shows it. stamp names all it was worked out from; under another it is worked out
    anew. Nobody entered it."""

    dough = models.OneToOneField(Dough, on_delete=models.CASCADE, related_name="card")
    stamp = models.CharField(max_length=64)
    shown = models.JSONField()

    def __str__(self) -> str:
        return f"card of {self.dough}"
