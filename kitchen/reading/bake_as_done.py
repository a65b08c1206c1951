"""A logged bake as the core's own: what was really weighed and done."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.formula import USUAL_STEP, Draft, Formula, Line
from dough.accounts.lots import from_lots
from dough.bake.intake import Kit
from dough.bake.taught import GENERAL, Taught
from dough.facts.furnishings import tray_conductance
from dough.facts.ingredients import ingredient
from dough.facts.packings import USUAL_PACKING
from kitchen.documents.draft import DraftDoc
from kitchen.documents.furnishing import facts_of
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.own_ingredient import find
from kitchen.models import Bake
from kitchen.reading.calibration import taught
from kitchen.reading.kit import eaten_in, eaten_of, room
from kitchen.reading.lots import certificates_of


def as_baked(bake: Bake) -> Draft:
    """The version's draft with the batch's real weights, its deliveries and the bake's real process put in."""
    plan = DraftDoc.model_validate(bake.batch.version.formula).to_core()
    lines = tuple(replace(x, grams=bake.batch.weighed.get(x.id, x.grams)) for x in plan.formula.lines)
    lines += tuple(_added(n, ident, grams) for n, (ident, grams) in enumerate(bake.batch.additions))
    real = {
        "butter_temp_c": bake.batch.butter_temp_c,
        "dough_temp_c": bake.dough_temp_c if bake.dough_temp_c is not None else bake.batch.dough_temp_c,
        "rest_h": bake.age_h,
        "portion_g": bake.portion_g,
        "oven_c": bake.oven_c,
        "fan": bake.fan,
        "minutes": bake.minutes,
    }
    process = plan.process
    for name, value in real.items():
        if value is not None:
            changes: dict[str, object] = {name: value}
            process = replace(process, **changes)  # type: ignore[arg-type]
    if bake.dough_temp_c is not None and process.chill_h:
        # Measured at the oven: the planned chill has nothing left to say of its temperature, only of its rest.
        rested = (process.rest_h or 0.0) + process.chill_h
        process = replace(process, rest_h=rested, rest_place=process.chill_place, chill_h=None)
    return from_lots(Draft(Formula(lines), process), certificates_of(bake.batch))


def _added(n: int, ident: str, grams: float) -> Line:
    row = find(ident) or ingredient(ident)
    return Line(f"added-{n}", ident, grams, USUAL_STEP[row.role], ingredient_version=row.version, own=find(ident))


def kit_of(bake: Bake, known: Taught = GENERAL) -> Kit:
    """The bake's oven and tray, with what is known of them, the room, and when it was tasted."""
    offset = bake.oven.offset_k if bake.oven else None
    tasted = MeasuredDoc.model_validate(bake.measured).to_core().one("tasted_min")
    hours = None if tasted is None else tasted / 60.0
    place = room()
    eaten = eaten_in(place, eaten_of(hours, USUAL_PACKING))
    return Kit(offset, tray_conductance(facts_of(bake.tray)) if bake.tray else 1.0, known, place, eaten)


def taught_about(bake: Bake) -> Taught:
    """What the calibration in force knows of the bake's oven, tray and dough."""
    return taught(bake.oven_id, bake.tray_id, bake.batch.version.dough_id)
