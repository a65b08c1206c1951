"""The oven and tray a question is asked for."""

from __future__ import annotations

from dough.bake.intake import Kit
from kitchen.documents.base import Strict
from kitchen.reading.calibration import taught


class KitDoc(Strict):
    """What is known of the oven and tray in use, and which they and the dough are."""

    offset_k: float | None = None
    tray_conductance: float = 1.0
    oven_id: int | None = None
    tray_id: int | None = None
    dough_id: int | None = None

    def to_core(self) -> Kit:
        """With what the bakes of this kitchen have taught about that oven, tray and dough."""
        return Kit(self.offset_k, self.tray_conductance, taught(self.oven_id, self.tray_id, self.dough_id))
