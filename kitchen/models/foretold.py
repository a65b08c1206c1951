"""Forecasts of logged bakes, worked out once."""

from __future__ import annotations

from django.db import models

from kitchen.models.bake import Bake
from kitchen.models.frozen import Frozen
from kitchen.models.learning import Calibration


class Foretold(Frozen):
    """What the model said of a bake as it was done, under a calibration (null: general parameters).

    digest is of the core as it stood and of the case it was asked; forecast a document of the core's Forecast. Nobody
    entered it: it can be worked out anew at any time, and what another digest left behind is thrown away.
    """

    bake = models.ForeignKey(Bake, on_delete=models.CASCADE, related_name="foretold")
    calibration = models.ForeignKey(Calibration, null=True, blank=True, on_delete=models.CASCADE, related_name="+")
    digest = models.CharField(max_length=24)
    forecast = models.JSONField()

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["bake", "digest"], name="foretold_once")]

    def __str__(self) -> str:
        return f"forecast of {self.bake}"
