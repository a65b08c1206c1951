"""One file per thing that lasts."""

from kitchen.models.bake import Bake, Batch
from kitchen.models.bakeware import Cutter, Scoop, Tin, Tray
from kitchen.models.butter import ButterOut, ButterReading, MixerReading
from kitchen.models.card import Card
from kitchen.models.cups import CupWeighing
from kitchen.models.dough import Dough, KeptDraft, Version
from kitchen.models.event import Event
from kitchen.models.foretold import Foretold
from kitchen.models.kitchen import Kitchen
from kitchen.models.larder import Stored, StoredMove
from kitchen.models.learning import Calibration
from kitchen.models.lot import Lot
from kitchen.models.machines import Cold, Mixer, Scale, ScaleCheck
from kitchen.models.oven import Oven, OvenTray
from kitchen.models.panel import Ballot, Panel
from kitchen.models.pantry import OwnIngredient
from kitchen.models.people import Invite, Member
from kitchen.models.photo import Photo
from kitchen.models.plan import Plan
from kitchen.models.recipe import RecipeSource
from kitchen.models.run import Device, DeviceCheck, Run, RunEntry
from kitchen.models.series import Series
from kitchen.models.supplier import SupplierLabel

__all__ = [
    "Bake",
    "Ballot",
    "Batch",
    "ButterOut",
    "ButterReading",
    "Calibration",
    "Card",
    "Cold",
    "CupWeighing",
    "Cutter",
    "Device",
    "DeviceCheck",
    "Dough",
    "Event",
    "Foretold",
    "Invite",
    "KeptDraft",
    "Kitchen",
    "Lot",
    "Member",
    "Mixer",
    "MixerReading",
    "Oven",
    "OvenTray",
    "OwnIngredient",
    "Panel",
    "Photo",
    "Plan",
    "RecipeSource",
    "Run",
    "RunEntry",
    "Scale",
    "ScaleCheck",
    "Scoop",
    "Series",
    "Stored",
    "StoredMove",
    "SupplierLabel",
    "Tin",
    "Tray",
    "Version",
]
