"""The kit a draft is planned with: its oven and tray, and what bakes have taught of them and of the dough."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.ratios import nearest_style
from dough.bake.contract import BakeCase
from dough.bake.intake import Kit, bake_case
from dough.facts.styles import Style
from kitchen.documents.draft import DraftDoc
from kitchen.models import Dough, Oven, Tray
from kitchen.reading.calibration import taught


def plain_kit(draft: DraftDoc) -> Kit:
    """The oven and tray the draft names, with general parameters; one that is gone counts as not noted."""
    p = draft.process
    oven = Oven.objects.filter(pk=p.oven_id or 0).first()
    tray = Tray.objects.filter(pk=p.tray_id or 0).first()
    return Kit(oven.offset_k if oven else None, tray.conductance if tray else 1.0)


def kit_for(draft: DraftDoc, dough_id: int) -> Kit:
    """The same with what bakes have taught."""
    p = draft.process
    return replace(plain_kit(draft), taught=taught(p.oven_id, p.tray_id, dough_id))


def draft_case(dough: Dough, style: Style | None) -> BakeCase | None:
    """The next bake as the draft plans it; None where the draft can't be forecast."""
    doc = DraftDoc.model_validate(dough.draft)
    draft = doc.to_core()
    used = style or nearest_style(draft.formula)
    if used is None:
        return None
    case = bake_case(draft, used, kit_for(doc, dough.pk))
    return case if isinstance(case, BakeCase) else None
