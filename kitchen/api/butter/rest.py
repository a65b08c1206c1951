"""Browned butter, and rest and chill."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from dough.accounts.butter import browned as brown
from dough.accounts.butter import resting
from dough.accounts.formula import Place
from dough.draft.check import check_draft
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role, ingredient
from kitchen.api.butter.schemas import BrownedOut, RestOut
from kitchen.api.butter.shared import number
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Strict, Typed
from kitchen.documents.draft import DraftDoc

router = Router(tags=["butter"])


class BrownIn(Strict):
    butter: str = Field(default="butter", max_length=40)
    before_g: Typed = None
    after_g: Typed = None
    strained: bool = False
    room_c: Typed = 21


class RestIn(Strict):
    draft: DraftDoc
    purpose: str = Field(max_length=20)
    thickness_mm: Typed
    place: Place = Place.FRIDGE
    shape: str = Field(default="slab", max_length=10)
    start_c: Typed = None
    room_c: Typed = 21


@router.post("/browned", response={200: BrownedOut, **PROBLEMS})
def browned(request: HttpRequest, payload: BrownIn) -> BrownedOut:
    """What browning leaves, what to add back, and where to cool it."""
    before = number(payload.before_g, "grams", "butter.before_g")
    if before is None:
        raise EntryError("butter.before_g", "Weigh the butter before it is melted.")
    after = number(payload.after_g, "grams", "butter.after_g")
    item = ingredient(payload.butter, "butter.butter")
    if item.role is not Role.FAT:
        raise EntryError("butter.butter", "Pick a butter.")
    found = brown.browned(item, before, after, strained=payload.strained)
    room = number(payload.room_c, "room_c", "butter.room_c", 21.0) or 21.0
    return BrownedOut(
        before_g=found.before_g, after_g=found.after_g, water_lost_g=found.water_lost_g,
        solids_lost_g=found.solids_lost_g, water_back_g=found.water_back_g, more_butter_g=found.more_butter_g,
        measured=found.measured, note=found.note, caution=brown.HOT_FAT, supercools=brown.SUPERCOOLS,
        egg_below_c=brown.EGG_BELOW_C, set_c=brown.SOFT_SET_C,
        coolings=list(brown.coolings(found.after_g, room_c=room)),
    )  # fmt: skip


@router.post("/rest", response={200: RestOut, **PROBLEMS})
def rest(request: HttpRequest, payload: RestIn) -> RestOut:
    """How long for what, where, and past when it is not used."""
    draft = payload.draft.to_core()
    check_draft(draft)
    thick = number(payload.thickness_mm, "start_thickness_mm", "rest.thickness_mm")
    if thick is None:
        raise EntryError("rest.thickness_mm", "Type how thick the dough lies, in mm.")
    start = number(payload.start_c, "start_c", "rest.start_c", 21.0)
    room = number(payload.room_c, "room_c", "butter.room_c", 21.0) or 21.0
    begin = 21.0 if start is None else start
    found = resting.plan(payload.purpose, thick, payload.place, begin, draft.formula, room, payload.shape)
    return RestOut(
        purpose=found.purpose, name=found.name, core_target_c=found.core_target_c, to_core_min=found.to_core_min,
        least_min=found.least_min, warning=found.warning,
        flatter_mm=found.flatter_mm, flatter_min=found.flatter_min,
        why=found.why, use_by_h=found.use_by_h, use_by_words=found.use_by_words,
        curve=[list(p) for p in found.curve],
        purposes={k: v[0] for k, v in resting.PURPOSES.items()},
    )  # fmt: skip
