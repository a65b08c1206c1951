"""Which swaps this kitchen has baked with: a logged bake raises a rule's evidence."""

from __future__ import annotations

from dough.judgement.distance import compare
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Bake


def tried() -> dict[str, str]:
    """Rule id to words about the latest bake of a version made with it."""
    found: dict[str, str] = {}
    bakes = (
        Bake.objects.filter(corrected_by=None, batch__version__formula__swaps__0__rule__isnull=False)
        .select_related("batch__version__dough")
        .order_by("baked_on", "id")
    )
    for bake in bakes:
        version = bake.batch.version
        wanted = TargetDoc.model_validate(version.dough.target).to_core().cookie
        away = compare(MeasuredDoc.model_validate(bake.measured).to_core().cookie, wanted).rms_steps
        words = f"bake {bake.number} of {version.dough.name}"
        if away is not None:
            words += f": {away:.1f} clear misses from its target"
        for swap in version.formula["swaps"]:
            found[swap["rule"]] = words
    return found
