"""The scatter of this kitchen, from bakes of one version done in the same way."""

from __future__ import annotations

from dough.scatter import USUAL, Scatter, learned
from kitchen.documents import MeasuredDoc
from kitchen.models import Bake

#: So many of the latest bakes are looked at.
MOST_BAKES = 120


def kitchen_scatter() -> Scatter:
    """From the latest bakes of the whole kitchen; corrected ones and those of doughs taken off do not count."""
    rows = (
        Bake.objects.filter(corrected_by=None, batch__version__dough__deleted_at=None)
        .select_related("batch")
        .order_by("-baked_on", "-id")[:MOST_BAKES]
    )
    groups: dict[tuple[object, ...], list[dict[str, float]]] = {}
    for b in rows:
        groups.setdefault(_done(b), []).append(_measures(b))
    return learned(groups.values())


def _done(b: Bake) -> tuple[object, ...]:
    """What makes a bake a repeat of another; an age is the same within six hours."""
    age = None if b.age_h is None else round(b.age_h / 6.0)
    weighed = tuple(sorted(b.batch.weighed.items()))
    added = tuple(map(tuple, b.batch.additions))
    return (b.batch.version_id, weighed, added, b.oven_id, b.tray_id, b.oven_c, b.fan, b.minutes, b.portion_g, age)


def _measures(b: Bake) -> dict[str, float]:
    measured = MeasuredDoc.model_validate(b.measured).to_core()
    known = {key: getattr(measured.cookie, key, None) for key in USUAL}
    known |= {"loss_pct": measured.bake_loss_pct, "core_c": measured.core_c}
    return {key: value for key, value in known.items() if value is not None}
