"""Plans of a dough and of a day, as the core takes them: what is wished, what the kitchen has, lanes, what was
learned."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date
from typing import Any

from dough.accounts.formula import Place
from dough.accounts.label import allergens
from dough.bake.draft_setting import Setting
from dough.draft.target import Target
from dough.facts.furnishings import Facts
from dough.facts.needs import NEEDS
from dough.plan.day import DOWN_MIN_PER_K, UP_MIN_PER_K, DayAsk, Done, Part
from dough.plan.divided import usual_division
from dough.plan.schedule import Lane
from dough.plan.steps import lane_amount
from dough.plan.whole import Planned, cold_place, planned
from dough.plan.wish import Have, figure, word
from kitchen.documents.draft import DraftDoc
from kitchen.documents.furnishing import facts_of
from kitchen.documents.plan import PlanDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Cold, Cutter, Dough, Kitchen, Mixer, Oven, Plan, Scoop, Tin, Tray
from kitchen.models.furnishing import Furnishing
from kitchen.reading.doughs import MissingError, style_of
from kitchen.reading.hours import LocalDay, local_day
from kitchen.reading.kit import setting_of

#: A room where nobody has said, °C.
USUAL_ROOM_C = 21.0
#: So many batches of a way of dividing are learned from.
LEARNED_FROM = 40
#: A shelf of a cold place takes so many trays where its size is not noted.
TRAYS_A_SHELF = 1


def plans_of(dough: Dough) -> list[Plan]:
    """A dough's plans that were not dropped, newest day first."""
    return list(Plan.objects.filter(dough=dough, dropped_at=None).select_related("saved_by").order_by("-on")[:60])


def plan_on(dough: Dough, on: date) -> Plan | None:
    """A dough's plan of a day."""
    return Plan.objects.filter(dough=dough, on=on, dropped_at=None).select_related("saved_by").first()


def plans_on(on: date) -> list[Plan]:
    """All plans of a day, those of doughs off the shelf left out."""
    found = Plan.objects.filter(on=on, dropped_at=None, dough__deleted_at=None)
    return list(found.select_related("dough", "saved_by").order_by("id"))


def plan_for_reading(plan_id: int) -> Plan:
    """A plan that was not dropped. Raises MissingError."""
    found = Plan.objects.filter(pk=plan_id, dropped_at=None).select_related("dough", "saved_by").first()
    if found is None:
        raise MissingError("There is no such plan. It may have been dropped.")
    return found


def _facts(model: type[Furnishing], ident: int | None) -> tuple[Facts | None, int | None]:
    row = None if ident is None else model._default_manager.filter(pk=ident).first()
    return (None, None) if row is None else (facts_of(row), row.pk)


def _one(model: type[Furnishing], ident: int | None) -> tuple[Facts | None, int | None]:
    """The thing named, or the first of its kind that is in use."""
    if ident is not None:
        return _facts(model, ident)
    row = model._default_manager.filter(retired_at=None).first()
    return (None, None) if row is None else (facts_of(row), row.pk)


def _rests_in(colds: tuple[tuple[int, Facts], ...], named: int | None) -> tuple[int | None, Facts | None]:
    """Where dough rests: the place named, otherwise the first that does not freeze it."""
    found = next((c for c in colds if c[0] == named), None)
    found = found or next((c for c in colds if cold_place(c[1]) is not Place.FREEZER), None)
    return found or (None, None)


def have_for(plan: PlanDoc, setting: Setting) -> Have:
    """What the kitchen has for a plan: what it names, otherwise the draft's, otherwise the first there is."""
    process = setting.draft.process
    oven, oven_id = _one(Oven, process.oven_id)
    tray, tray_id = _one(Tray, process.tray_id)
    mixer, mixer_id = _one(Mixer, plan.mixer)
    colds = tuple((c.pk, facts_of(c)) for c in Cold.objects.all() if c.retired_at is None or c.pk == plan.cold)
    cold_id, cold = _rests_in(colds, plan.cold)
    division = plan.division or usual_division(process.shape)
    lost = Plan.objects.filter(division=division, lost_pct__gte=0.0).order_by("-pk")
    room = Kitchen.objects.values_list("room_c", flat=True).first()
    shape = plan.shape
    return Have(
        oven=oven, oven_id=oven_id, tray=tray, tray_id=tray_id, mixer=mixer, mixer_id=mixer_id, cold=cold,
        cold_id=cold_id, colds=colds, tin=_facts(Tin, shape.tin)[0], cutter=_facts(Cutter, shape.cutter)[0],
        scoop=_facts(Scoop, shape.scoop)[0], room_c=USUAL_ROOM_C if room is None else room,
        losses=tuple(x for x in lost.values_list("lost_pct", flat=True)[:LEARNED_FROM] if x is not None),
    )  # fmt: skip


@dataclass(frozen=True)
class Worked:
    """A plan with what was worked out of it."""

    plan: PlanDoc
    have: Have
    planned: Planned
    day: LocalDay

    @property
    def ready(self) -> int | None:
        """When it is to be ready, in elapsed minutes of its day."""
        return None if self.plan.ready is None else self.day.minute_of(self.plan.ready)

    @property
    def begin(self) -> int | None:
        """Not before which minute it begins."""
        return None if self.plan.begin is None else self.day.minute_of(self.plan.begin)


def worked(plan: PlanDoc, setting: Setting, target: Target, on: date, group: str, name: str) -> Worked:
    """Work a plan out. Raises EntryError(s)."""
    have = have_for(plan, setting)
    return Worked(plan, have, planned(plan.to_core(), setting, target.cookie, have, group, name), local_day(on))


def setting_for(dough: Dough) -> Setting:
    """A dough's draft where it is baked, as style it is judged as."""
    return setting_of(DraftDoc.model_validate(dough.draft).to_core(), style_of(dough), dough.pk)


def target_for(dough: Dough) -> Target:
    """What a dough is wanted to be."""
    return TargetDoc.model_validate(dough.target).to_core()


def worked_plan(plan: Plan) -> Worked:
    """A kept plan of a dough, worked out. Raises EntryError(s)."""
    dough = plan.dough
    return worked(PlanDoc.model_validate(plan.body), setting_for(dough), target_for(dough), plan.on, f"p{plan.pk}",
                  dough.name)  # fmt: skip


def lanes_of(found: list[Worked]) -> tuple[Lane, ...]:
    """The lanes that some plans are on, by what the kitchen has."""
    lanes: dict[str, Lane] = {}
    for w in found:
        h = w.have
        if h.mixer_id:
            lanes[f"mixer:{h.mixer_id}"] = Lane(f"mixer:{h.mixer_id}", word(h.mixer, "name", "mixer"), 1)
        if h.oven_id:
            lanes[f"oven:{h.oven_id}"] = Lane(
                f"oven:{h.oven_id}", word(h.oven, "name", "oven"), int(figure(h.oven, "shelves") or 1), True,
                UP_MIN_PER_K, DOWN_MIN_PER_K,
            )  # fmt: skip
        if h.tray_id:
            lanes[f"tray:{h.tray_id}"] = Lane(
                f"tray:{h.tray_id}", word(h.tray, "name", "trays"), int(figure(h.tray, "how_many") or 1)
            )
        if h.cold_id:
            lanes[f"cold:{h.cold_id}"] = Lane(
                f"cold:{h.cold_id}", word(h.cold, "name", "cold"), max(int(figure(h.cold, "shelves") or 3), 1) * 2
            )
    # A load of more trays than are noted still has to lie on something.
    for w in found:
        for lane in list(lanes.values()):
            most = lane_amount(w.planned.steps, lane.id)
            if most > lane.capacity:
                lanes[lane.id] = replace(lane, capacity=most)
    return tuple(lanes.values())


def part_of(plan: Plan, w: Worked) -> Part:
    """A plan as a part of its day: what it holds, and what its needs keep out."""
    draft = DraftDoc.model_validate(plan.dough.draft).to_core()
    holds = frozenset(h.code for h in allergens(draft.formula.lines, {}) if h.contains)
    return Part(f"p{plan.pk}", plan.dough.name, w.planned.steps, w.ready, holds, free_of(plan.dough))


def free_of(dough: Dough) -> frozenset[str]:
    """Allergens that a dough's needs keep out (codes)."""
    return frozenset(c for n in target_for(dough).needs if n in NEEDS for c in NEEDS[n].codes)


def day_ask(plans: list[Plan], found: list[Worked], cooks: int, begin: int | None) -> DayAsk:
    """A day as the core plans it."""
    parts = tuple(part_of(p, w) for p, w in zip(plans, found, strict=True))
    return DayAsk(parts, lanes_of(found), cooks, not_before=begin)


def done_of(plan: Plan) -> tuple[Done, ...]:
    """What was begun of a plan, by step."""
    return tuple(Done(f"p{plan.pk}:{d['step']}", d["started"], d.get("ended")) for d in _rows(plan.done))


def _rows(value: Any) -> list[dict[str, Any]]:
    return (
        [x for x in value if isinstance(x, dict) and "step" in x and "started" in x] if isinstance(value, list) else []
    )
