"""One file per thing that lasts."""

from kitchen.models.bake import Bake, Batch
from kitchen.models.butter import ButterOut, ButterReading, MixerReading
from kitchen.models.cups import CupWeighing
from kitchen.models.dough import Dough, Version
from kitchen.models.event import Event
from kitchen.models.foretold import Foretold
from kitchen.models.kitchen import Kitchen, Oven, Tray
from kitchen.models.learning import Calibration
from kitchen.models.pantry import OwnIngredient
from kitchen.models.photo import Photo
from kitchen.models.series import Series
from kitchen.models.supplier import SupplierLabel

__all__ = [
    "Bake",
    "Batch",
    "ButterOut",
    "ButterReading",
    "Calibration",
    "CupWeighing",
    "Dough",
    "Event",
    "Foretold",
    "Kitchen",
    "MixerReading",
    "Oven",
    "OwnIngredient",
    "Photo",
    "Series",
    "SupplierLabel",
    "Tray",
    "Version",
]
