"""From the bakes of the kitchen to what the calibration wants, and why a bake does not count."""

from __future__ import annotations

from dataclasses import dataclass

from dough.bake.contract import BakeCase
from dough.bake.inputs import check_inputs
from dough.bake.intake import NoCase, bake_case, bake_inputs
from dough.balance import nearest_style
from dough.errors import EntryErrors
from dough.learn.logged import Logged, readings
from dough.styles import Style, styles
from kitchen.baked import as_baked, kit_of
from kitchen.documents import MeasuredDoc
from kitchen.models import Bake

#: So many of the latest bakes are looked at: older ones tell of a kitchen that has changed, and each costs time.
MOST_BAKES = 30


@dataclass(frozen=True)
class Considered:
    """A bake with what it says, or why it does not count (then logged is None)."""

    bake: Bake
    logged: Logged | None
    why: str


def considered(left_out: set[int]) -> list[Considered]:
    """The latest bakes of the whole kitchen, newest first."""
    rows = (
        Bake.objects.filter(corrected_by=None, batch__version__dough__deleted_at=None)
        .select_related("batch__version__dough", "oven", "tray", "logged_by")
        .order_by("-baked_on", "-id")[:MOST_BAKES]
    )
    return [_consider(b, left_out) for b in rows]


def case_of(bake: Bake) -> BakeCase | NoCase:
    """The bake as it was done, with general parameters."""
    draft = as_baked(bake)
    style: Style | None = styles().get(bake.batch.version.dough.style) or nearest_style(draft.formula)
    if style is None:
        return NoCase("its flour is unknown, so there is nothing to forecast")
    return bake_case(draft, style, kit_of(bake))


def _consider(bake: Bake, left_out: set[int]) -> Considered:
    if bake.pk in left_out:
        return Considered(bake, None, "left out by hand")
    said = readings(MeasuredDoc.model_validate(bake.measured).to_core())
    if not said:
        return Considered(bake, None, "nothing was measured")
    case = case_of(bake)
    if isinstance(case, NoCase):
        return Considered(bake, None, case.because)
    try:
        check_inputs(bake_inputs(case))
    except EntryErrors as errors:
        return Considered(bake, None, f"beyond what the model knows: {errors.items[0].message}")
    dough = bake.batch.version.dough_id
    return Considered(bake, Logged(bake.pk, dough, bake.oven_id, bake.tray_id, case, said), "")
