"""The kit a draft is planned with: its oven and tray, and what bakes have taught of them and of the dough."""

from __future__ import annotations

from dough.bake.contract import BakeCase
from dough.bake.intake import Kit, bake_case
from dough.balance import nearest_style
from dough.styles import Style
from kitchen.documents import DraftDoc, KitDoc
from kitchen.models import Dough, Oven, Tray


def kit_for(draft: DraftDoc, dough_id: int) -> Kit:
    """Of the oven and tray the draft names; an oven or tray that is gone counts as not noted."""
    p = draft.process
    oven = Oven.objects.filter(pk=p.oven_id or 0).first()
    tray = Tray.objects.filter(pk=p.tray_id or 0).first()
    doc = KitDoc(
        offset_k=oven.offset_k if oven else None, tray_conductance=tray.conductance if tray else 1.0,
        oven_id=p.oven_id, tray_id=p.tray_id, dough_id=dough_id,
    )  # fmt: skip
    return doc.to_core()


def draft_case(dough: Dough, style: Style | None) -> BakeCase | None:
    """The next bake as the draft plans it; None where the draft can't be forecast."""
    doc = DraftDoc.model_validate(dough.draft)
    draft = doc.to_core()
    used = style or nearest_style(draft.formula)
    if used is None:
        return None
    case = bake_case(draft, used, kit_for(doc, dough.pk))
    return case if isinstance(case, BakeCase) else None
