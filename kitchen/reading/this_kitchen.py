"""What this kitchen has of its own: cups, labels read, region, ingredients."""

from __future__ import annotations

from collections.abc import Iterable

from dough.facts.kitchen_measures import US_CUP_ML, CupCalibration, Habit
from dough.facts.needs import NOTHING, Reading, Wanted
from dough.facts.regions import USUAL
from kitchen.models.cups import CupWeighing
from kitchen.models.kitchen import Kitchen
from kitchen.models.pantry import OwnIngredient
from kitchen.models.supplier import SupplierLabel
from kitchen.reading.at_once import asked_once


def cups() -> tuple[CupCalibration, ...]:
    """This kitchen's own cups, the latest weighing of each, as grams per US cup."""
    found: dict[tuple[str, str], CupCalibration] = {}
    for row in CupWeighing.objects.all():
        grams = tuple(g * US_CUP_ML / row.cup_ml for g in row.grams)
        found[(row.ingredient, row.filling)] = CupCalibration(row.ingredient, row.filling, grams)
    return tuple(found.values())


@asked_once
def readings() -> dict[str, Reading]:
    """What was last read on each supplier's label, by ingredient id."""
    return {
        row.ingredient: Reading(
            tuple(row.may_contain), row.read_on.isoformat(), None if row.settles is None else tuple(row.settles)
        )
        for row in SupplierLabel.objects.all()
    }


def wanted(needs: Iterable[str]) -> Wanted:
    """Needs with the labels read in this kitchen; without needs nothing is looked up."""
    ids = tuple(needs)
    return Wanted(ids, readings()) if ids else NOTHING


@asked_once
def usual_habit() -> Habit:
    """Whose cups, spoons and eggs are meant in this kitchen."""
    found = Kitchen.objects.first()
    return Habit(found.units) if found and found.units in tuple(Habit) else Habit.METRIC


@asked_once
def region_code() -> str:
    """Where this kitchen sells and eats."""
    found = Kitchen.objects.first()
    return found.region if found else USUAL


def latest() -> list[OwnIngredient]:
    """The newest version of each own ingredient."""
    newest: dict[str, OwnIngredient] = {}
    for row in OwnIngredient.objects.all():
        newest[row.key] = row
    return list(newest.values())
