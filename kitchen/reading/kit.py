"""The kit a draft is baked with: its oven and tray by id, the room, what bakes have taught of them and of the dough,
and when the cookie is to be eaten."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.formula import Draft, Process
from dough.bake.age import Eaten
from dough.bake.contract import SEA_LEVEL, BakeCase, Room
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.bake.kept import at_hour
from dough.facts.furnishings import tray_conductance
from dough.facts.packings import USUAL_PACKING, packing
from dough.facts.styles import Style
from dough.judgement.learning.alike import features
from kitchen.documents.draft import DraftDoc
from kitchen.documents.furnishing import facts_of
from kitchen.models import Dough, Kitchen, Oven, Tray
from kitchen.reading.at_once import asked_once
from kitchen.reading.calibration import lesson_in_force, taught


def plain_kit(process: Process) -> Kit:
    """The oven and tray the process names, with general parameters; one that is gone counts as not noted."""
    return Kit(_offset(process.oven_id), _conductance(process.tray_id), room=room())


@asked_once
def _offset(oven: int | None) -> float | None:
    return None if oven is None else Oven.objects.filter(pk=oven).values_list("offset_k", flat=True).first()


@asked_once
def _conductance(tray: int | None) -> float:
    found = None if tray is None else Tray.objects.filter(pk=tray).first()
    return 1.0 if found is None else tray_conductance(facts_of(found))


def kit_for(process: Process, dough_id: int | None) -> Kit:
    """The same with what bakes have taught of the oven, the tray and the dough itself."""
    return replace(plain_kit(process), taught=taught(process.oven_id, process.tray_id, dough_id))


def card_bar_mm() -> float | None:
    """How long the photo card's bar of 100 mm is on this kitchen's paper; None where nobody has measured it."""
    return Kitchen.objects.values_list("card_bar_mm", flat=True).first()


@asked_once
def room() -> Room:
    """The kitchen's altitude and humidity; sea level and the usual where nothing is said."""
    found = Kitchen.objects.values_list("altitude_m", "humidity_pct").first()
    return SEA_LEVEL if found is None else Room(found[0] or 0.0, found[1])


@asked_once
def eaten(dough_id: int | None) -> Eaten:
    """When and from what a dough's cookie is to be eaten, by its target; fresh where nothing is said."""
    target = Dough.objects.filter(pk=dough_id or 0).values_list("target", flat=True).first()
    kept = target or {}
    return eaten_of(kept.get("eat_age_h"), kept.get("packing") or USUAL_PACKING)


def eaten_of(hours: float | None, packing_id: str) -> Eaten:
    """The same by hours and packing. Raises EntryError for a packing that is not known."""
    return at_hour(Eaten(packing=packing(packing_id).id), hours)


def eaten_in(place: Room, when: Eaten) -> Eaten:
    """The same in a room whose humidity counts."""
    return when if place.humidity_pct is None else replace(when, room_aw=place.humidity_pct / 100.0)


def setting_of(draft: Draft, style: Style | None, dough_id: int | None, when: Eaten | None = None) -> Setting:
    """A draft where it is to be baked, judged as a style or else the nearest one, with what bakes have taught."""
    plain = Setting.of(draft, style, plain_kit(draft.process))
    kit = replace(plain.kit, eaten=eaten_in(plain.kit.room, when or eaten(dough_id)))
    lesson = lesson_in_force()
    if lesson is not None:
        # A dough that was never baked takes likeness to say something of it.
        case = None if any(d == dough_id for _, d in lesson.baked) else plain.case()
        like = features(case) if isinstance(case, BakeCase) else None
        kit = replace(kit, taught=lesson.taught(draft.process.oven_id, draft.process.tray_id, dough_id, like))
    return Setting.of(draft, style, kit)


def dough_setting(dough: Dough, style: Style | None) -> Setting:
    """A dough's draft where its next bake is planned."""
    return setting_of(DraftDoc.model_validate(dough.draft).to_core(), style, dough.pk)
