"""The readings of a bake as they are stored and sent."""

from __future__ import annotations

from typing import Literal

from dough.judgement.trials.measure import Measured
from kitchen.documents.base import Strict


class MeasuredDoc(Strict):
    """Readings by quantity (data/quantities.csv); shade_from says whether shades were picked by eye or by photo."""

    readings: dict[str, list[float]] = {}
    shade_from: Literal["eye", "photo"] = "eye"

    def to_core(self) -> Measured:
        return Measured({k: tuple(v) for k, v in self.readings.items() if v}, self.shade_from)

    @classmethod
    def of(cls, measured: Measured) -> MeasuredDoc:
        return cls.model_validate({"readings": measured.readings, "shade_from": measured.shade_from})
