"""One file per thing that lasts."""

from kitchen.models.bake import Bake, Batch
from kitchen.models.butter import ButterOut, ButterReading, MixerReading
from kitchen.models.cups import CupWeighing
from kitchen.models.dough import Dough, Version
from kitchen.models.kitchen import Kitchen, Oven, Tray
from kitchen.models.pantry import OwnIngredient
from kitchen.models.supplier import SupplierLabel

__all__ = [
    "Bake",
    "Batch",
    "ButterOut",
    "ButterReading",
    "CupWeighing",
    "Dough",
    "Kitchen",
    "MixerReading",
    "Oven",
    "OwnIngredient",
    "SupplierLabel",
    "Tray",
    "Version",
]
