"""Runs as the core takes them: their script, their events, and how a run starts from a dough and a plan."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from dough.accounts.composition import composition
from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.taught import Taught
from dough.facts.errors import EntryError
from dough.run.events import RunEvent
from dough.run.outcome import course, really
from dough.run.script import Script, script_of
from kitchen.documents.draft import DraftDoc
from kitchen.documents.plan import PlanDoc
from kitchen.documents.run import event_of
from kitchen.documents.run import script_of as read_script
from kitchen.models import Device, Dough, Plan, Run, Scale
from kitchen.reading.doughs import MissingError, style_of
from kitchen.reading.hours import today
from kitchen.reading.kit import setting_of
from kitchen.reading.plans import setting_for, target_for, worked
from kitchen.reading.this_kitchen import wanted

MOST_TOLD = 60


def run_for_reading(run_id: int) -> Run:
    """A run. Raises MissingError."""
    found = Run.objects.select_related("dough", "version", "begun_by", "bake").filter(pk=run_id).first()
    if found is None:
        raise MissingError("There is no such run.")
    return found


def runs_of(dough_id: int | None, *, only_open: bool) -> list[Run]:
    """Runs, newest first."""
    rows = Run.objects.select_related("dough", "version", "begun_by", "bake").order_by("-pk")
    if dough_id is not None:
        rows = rows.filter(dough=dough_id)
    if only_open:
        rows = rows.filter(closed_at=None)
    return list(rows[:MOST_TOLD])


def events_of(run: Run, after: int = 0) -> list[RunEvent]:
    """Its events in order, those after a place in the log."""
    rows = run.entries.filter(seq__gt=after).select_related("who").order_by("seq")
    return [event_of(r) for r in rows]


def script_of_run(run: Run) -> Script:
    """Its script as it was when it started."""
    return read_script(run.script)


def reads_g() -> float:
    """What the finest scale in use reads to, g; 1 where none is noted."""
    noted = [
        *Device.objects.filter(what="scale", retired_at=None).exclude(reads_g=None).values_list("reads_g", flat=True),
        *Scale.objects.filter(retired_at=None).exclude(reads_g=None).values_list("reads_g", flat=True),
    ]
    return min((x for x in noted if x), default=1.0)


def worked_run(dough: Dough, plan: Plan | None) -> tuple[Script, float]:
    """The script of a run of a dough's draft, and what its amounts are multiplied by: as planned, or as it stands.

    Raises EntryError(s) where nothing can be made of it yet.
    """
    setting = setting_for(dough)
    known = composition(setting.draft.formula).dough.value
    if not known:
        raise EntryError("run", "An amount is unknown or the formula is empty. Fill it in before you go to the bench.")
    if plan is None:
        case = setting.case()
        portion = setting.draft.process.portion_g or (case.piece.portion_g if isinstance(case, BakeCase) else 40.0)
        doc = PlanDoc(unknown="pieces", dough_g=known, portion_g=portion, pieces=None)
        on = today(dough.saved_at)
    else:
        doc, on = PlanDoc.model_validate(plan.body), plan.on
    w = worked(doc, setting, target_for(dough), on, "run", dough.name)
    got = w.planned.portions
    needs = wanted(target_for(dough).needs)
    script = script_of(
        setting, w.planned.steps, w.planned.setup.loads, got.factor, got.divided.sizes[0].portion_g, needs, reads_g(),
    )  # fmt: skip
    return script, got.factor


def version_draft(run: Run) -> Draft:
    """The formula and process a run makes."""
    return DraftDoc.model_validate(run.version.formula).to_core()


def really_setting(run: Run, grams: Mapping[str, float] | None = None, factor: float = 1.0) -> Setting:
    """What a run makes where it is baked, with what was really weighed of some lines; factor is what the rest of it was
    scaled by."""
    draft = really(version_draft(run), grams or {}, run.factor * factor)
    return setting_of(draft, style_of(run.dough), run.dough_id)


def course_of(run: Run, taught: Taught | None = None) -> tuple[tuple[float, float], ...]:
    """The core by minutes in the oven; taught: by what another kitchen's bakes would have taught."""
    case = really_setting(run).case()
    if not isinstance(case, BakeCase):
        return ()
    return course(case if taught is None else replace(case, taught=taught), script_of_run(run).bake_min)
