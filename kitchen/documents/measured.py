"""The readings of a bake as they are stored and sent."""

from __future__ import annotations

from typing import Literal

from dough.judgement.trials.measure import Measured
from kitchen.documents.base import Strict


class MeasuredDoc(Strict):
    diameters_mm: list[float] = []
    heights_mm: list[float] = []
    mass_before_g: float | None = None
    mass_after_g: float | None = None
    rim_crisp: float | None = None
    middle_soft: float | None = None
    bite_chewy: float | None = None
    crumb_cakey: float | None = None
    crust_l: float | None = None
    row_of: int | None = None
    row_mm: float | None = None
    row_turned_mm: float | None = None
    stack_of: int | None = None
    stack_mm: float | None = None
    l_rim: float | None = None
    l_middle: float | None = None
    l_base: float | None = None
    shade_from: Literal["eye", "photo"] = "eye"
    core_c: float | None = None
    rim_c: float | None = None
    snap: float | None = None
    bend: float | None = None
    tasted_min: float | None = None

    def to_core(self) -> Measured:
        values = self.model_dump()
        return Measured(
            diameters_mm=tuple(values.pop("diameters_mm")), heights_mm=tuple(values.pop("heights_mm")), **values
        )

    @classmethod
    def of(cls, measured: Measured) -> MeasuredDoc:
        return cls.model_validate(measured, from_attributes=True)
