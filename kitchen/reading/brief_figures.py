"""Figures of a brief that take the whole bake or the whole day, by what this kitchen has and plans."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from dough.accounts.brief import Figured
from dough.bake.draft_setting import Setting
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.limits import Limit
from dough.plan.brief_figures import hands, keeps
from dough.plan.whole import planned
from kitchen.documents.plan import PlanDoc
from kitchen.models import Plan
from kitchen.reading.plans import have_for


def figures_for(
    limits: tuple[Limit, ...], dough_id: int | None, wanted: Cookie
) -> Callable[[Setting], Mapping[str, Figured]]:
    """How long it keeps, and hands for the batch as it was last planned (24 pieces where it never was): only what the
    limits ask for."""
    asked = {x.key for x in limits}
    last = (
        Plan.objects.filter(dough=dough_id, dropped_at=None).order_by("-on", "-pk").first()
        if "hands" in asked
        else None
    )
    plan = PlanDoc.model_validate(last.body) if last is not None else PlanDoc()

    def figures(setting: Setting) -> Mapping[str, Figured]:
        found = {}
        if "keeps" in asked:
            found["keeps"] = keeps(setting, wanted)
        if "hands" in asked:
            found["hands"] = _hands(plan, setting, wanted)
        return found

    return figures


def _hands(plan: PlanDoc, setting: Setting, wanted: Cookie) -> Figured:
    try:
        return hands(planned(plan.to_core(), setting, wanted, have_for(plan, setting), "brief", "").steps)
    except (EntryError, EntryErrors) as error:
        return Figured(None, lacks=f"no plan can be made: {error}")
