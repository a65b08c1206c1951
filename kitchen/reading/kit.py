"""The kit a draft is baked with: its oven and tray by id, and what bakes have taught of them and of the dough."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.formula import Draft, Process
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.facts.styles import Style
from kitchen.documents.draft import DraftDoc
from kitchen.models import Dough, Oven, Tray
from kitchen.reading.calibration import taught


def plain_kit(process: Process) -> Kit:
    """The oven and tray the process names, with general parameters; one that is gone counts as not noted."""
    offset = conductance = None
    if process.oven_id is not None:
        offset = Oven.objects.filter(pk=process.oven_id).values_list("offset_k", flat=True).first()
    if process.tray_id is not None:
        conductance = Tray.objects.filter(pk=process.tray_id).values_list("conductance", flat=True).first()
    return Kit(offset, 1.0 if conductance is None else conductance)


def kit_for(process: Process, dough_id: int | None) -> Kit:
    """The same with what bakes have taught."""
    return replace(plain_kit(process), taught=taught(process.oven_id, process.tray_id, dough_id))


def setting_of(draft: Draft, style: Style | None, dough_id: int | None) -> Setting:
    """A draft where it is to be baked, judged as a style or else the nearest one."""
    return Setting.of(draft, style, kit_for(draft.process, dough_id))


def dough_setting(dough: Dough, style: Style | None) -> Setting:
    """A dough's draft where its next bake is planned."""
    return setting_of(DraftDoc.model_validate(dough.draft).to_core(), style, dough.pk)
