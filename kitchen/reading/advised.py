"""What a kitchen knows of a dough before it is advised: what was baked, and what should come before advice."""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.formula import Draft
from dough.facts.cookie import Cookie
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.models import Bake, Version
from kitchen.reading.logged_bakes import unlearned

#: What is judged by mouth.
TASTED = ("rim_crisp", "middle_soft", "bite_chewy", "crumb_cakey")


@dataclass(frozen=True, slots=True)
class First:
    """What to do before taking advice, in words (empty: nothing), and the stage it is done at."""

    words: str = ""
    stage: str = ""


def baked_drafts(dough_id: int | None) -> list[Draft]:
    """The versions of a dough that were baked."""
    rows = Version.objects.filter(dough_id=dough_id or 0, batches__bakes__isnull=False)
    return [DraftDoc.model_validate(f).to_core() for f in rows.distinct().values_list("formula", flat=True)]


def before_advice(dough_id: int | None, wanted: Cookie) -> First:
    """Baking, learning and tasting come before advice, in that order (docs/decisions/0044)."""
    rows = Bake.objects.filter(batch__version__dough_id=dough_id or 0, corrected_by=None)
    bakes = [MeasuredDoc.model_validate(m).to_core().cookie for m in rows.values_list("measured", flat=True)]
    if not bakes:
        return First(
            "Nothing of this dough was baked here yet. Bake it as it is first: in simulated kitchens, advice from a "
            "forecast alone made 8 to 36 in 100 cookies clearly worse, advice learned from three bakes none.",
            "bake",
        )
    new = unlearned(dough_id)
    if new:
        what = "One bake of this dough is" if new == 1 else f"{new} bakes of this dough are"
        return First(
            f"{what} not learned from yet. Learn first: advice followed again and again without learning drifts away "
            "from the target.",
            "learn",
        )
    wished = [k for k in TASTED if getattr(wanted, k) is not None]
    if wished and not any(getattr(c, k) is not None for c in bakes for k in wished):
        return First(
            "No bake of this dough has tasting scores yet. Score one first: of all readings they lift advice most.",
            "results",
        )
    return First()
