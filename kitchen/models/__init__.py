"""One file per thing that lasts."""

from kitchen.models.bake import Bake, Batch
from kitchen.models.dough import Dough, Version
from kitchen.models.kitchen import Kitchen, Oven, Tray

__all__ = ["Bake", "Batch", "Dough", "Kitchen", "Oven", "Tray", "Version"]
