"""Runs as the core takes them: their script, their events, and how a run starts from a dough and a plan."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from datetime import datetime

from dough.accounts.composition import composition
from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.taught import Taught
from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.learning.logged import readings
from dough.plan.whole import foretold
from dough.run.after_load import NextLoad, Seen, next_load
from dough.run.events import RunEvent
from dough.run.guesses import Beside, GuessHeld, beside, held
from dough.run.outcome import course, really
from dough.run.press import Press, Pressed, pressed, weight_for
from dough.run.script import Script, script_of
from dough.run.state import PressSaid, RunState, fold, gone_on, really_weighed
from dough.run.trace import Corrected, air_above, corrected
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.plan import PlanDoc
from kitchen.documents.run import event_of
from kitchen.documents.run import script_of as read_script
from kitchen.models import Bake, Device, Dough, Lot, Plan, Run, Scale
from kitchen.reading.doughs import MissingError, style_of
from kitchen.reading.hours import today
from kitchen.reading.kit import setting_of
from kitchen.reading.plans import setting_for, target_for, worked
from kitchen.reading.this_kitchen import cups, wanted

MOST_TOLD = 60


def run_for_reading(run_id: int) -> Run:
    """A run. Raises MissingError."""
    found = Run.objects.select_related("dough", "version", "begun_by", "bake").filter(pk=run_id).first()
    if found is None:
        raise MissingError("There is no such run.")
    return found


def clock_of(run: Run, now: datetime) -> int:
    """The time of a run in ms: the server's, or faster where it is practised with stand-ins."""
    begun = ms(run.begun_at)
    return round(begun + (ms(now) - begun) * run.speed)


def ms(at: datetime) -> int:
    """A moment as milliseconds since 1970."""
    return round(at.timestamp() * 1000.0)


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


#: States as last worked out, by run: a log only grows, so what is new is put on top. Each process has its own.
_states: dict[tuple[int, str, datetime], RunState] = {}
MOST_STATES = 64
#: Earlier presses that a press is told beside.
MOST_PRESSES = 4


def state_of(run: Run, script: Script) -> RunState:
    """How a run stands."""
    key = (run.pk, run.key, run.begun_at)
    known = _states.get(key)
    last = run.entries.order_by("-seq").values_list("seq", flat=True).first() or 0
    state = None
    if known is not None and known.seq <= last:
        state = gone_on(script, known, events_of(run, known.seq)) if last > known.seq else known
    if state is None:
        state = fold(script, events_of(run))
    if key not in _states and len(_states) >= MOST_STATES:
        _states.pop(next(iter(_states)))
    _states[key] = state
    return state


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
        cups(),
    )  # fmt: skip
    case = setting.case()
    told = foretold(case, target_for(dough).cookie) if isinstance(case, BakeCase) else None
    if told is not None:
        script = replace(
            script, width_mm=told.width.value, height_mm=told.height_mm, first_min=told.first_min,
            best_min=told.best_min, core_c=told.core_c,
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


def trace_of(run: Run, load: int) -> Corrected | None:
    """The forecast as the probe's trace of a load has it; None while there is too little of it."""
    case = really_setting(run).case()
    if not isinstance(case, BakeCase):
        return None
    script = script_of_run(run)
    state = state_of(run, script)
    there = next((x for x in state.loads if x.load == load), None)
    if there is None:
        return None
    until = there.pulled or 10**15
    core = [((at - there.loaded) / 60_000.0, c) for at, c in state.probes.get(f"core {load}", ()) if at <= until]
    air = [c for at, c in state.probes.get("oven", ()) if there.loaded <= at <= until]
    return corrected(case, script.bake_min, core, target_for(run.dough).cookie, air_above(air, script.oven_c))


def next_load_of(run: Run, load: int) -> NextLoad | None:
    """What a load that was looked at says of the next; None where it was not, or the model can't say."""
    case = really_setting(run).case()
    state = state_of(run, script_of_run(run))
    seen = next((x for x in state.seen if x.load == load), None)
    there = next((x for x in state.loads if x.load == load), None)
    if seen is None or there is None or not isinstance(case, BakeCase):
        return None
    minutes = there.minutes or script_of_run(run).bake_min
    looked = Seen(minutes, seen.width_mm, seen.rim, seen.bite)
    try:
        return next_load(case, script_of_run(run).bake_min, looked, target_for(run.dough).cookie)
    except EntryErrors:
        return None


def press_of(run: Run) -> Pressed | None:
    """What the run's last press says, beside presses of the same dough in earlier runs; None where nothing was pressed
    or the model can't say. Raises EntryError for a width that no such press gives."""
    script = script_of_run(run)
    state = state_of(run, script)
    case = really_setting(run, really_weighed(script, state), state.factor).case()
    if not state.presses or not isinstance(case, BakeCase):
        return None
    before = Run.objects.filter(dough=run.dough, version=run.version, pk__lt=run.pk).order_by("-pk")[:MOST_PRESSES]
    earlier = [_press(script, x) for r in before for x in state_of(r, script_of_run(r)).presses[-1:]]
    try:
        return pressed(case, _press(script, state.presses[-1]), earlier, target_for(run.dough).cookie)
    except EntryErrors:
        return None


def press_weight(run: Run, ball_g: float, dough_c: float) -> float | None:
    """The weight for a press, g; None where the model can't say."""
    case = really_setting(run).case()
    try:
        return weight_for(case, ball_g, dough_c) if isinstance(case, BakeCase) else None
    except EntryErrors:
        return None


def _press(script: Script, said: PressSaid) -> Press:
    by_feel = any(w.low_g is not None for s in script.steps for w in s.lines)
    return Press(said.ball_g, said.weight_g, said.width_mm, said.dough_c, by_feel)


def lots_for(script: Script) -> dict[str, list[Lot]]:
    """The lots in use of what is weighed, by ingredient."""
    wanted_ids = {w.ingredient for s in script.steps for w in s.lines}
    found: dict[str, list[Lot]] = {}
    for lot in Lot.objects.filter(retired_at=None, ingredient__in=wanted_ids):
        found.setdefault(lot.ingredient, []).append(lot)
    return found


def guess_of(run: Run, state: RunState, who: str) -> tuple[Beside, ...]:
    """A cook's guess of a run beside what the forecast said at its start and what its bake came to; empty where that
    cook has guessed nothing."""
    mine = next((g for g in state.guesses if g.who == who), None)
    if mine is None:
        return ()
    script = script_of_run(run)
    told = {"diameter_mm": script.width_mm, "height_mm": script.height_mm, "minutes": script.best_min}
    return beside(mine.values, told, _came(run))


def _came(run: Run) -> dict[str, float | None]:
    if run.bake is None:
        return {}
    of_dough = Bake.objects.filter(batch__version__dough=run.dough_id, number=run.bake.number)
    last = of_dough.order_by("-pk").first() or run.bake
    read = readings(MeasuredDoc.model_validate(last.measured).to_core())
    sizes: dict[str, float | None] = {k: read[k].value for k in ("diameter_mm", "height_mm") if k in read}
    return sizes | {"minutes": last.minutes}


def guesses_held(who: str) -> tuple[GuessHeld, ...]:
    """How a cook's guesses have held over the runs that became bakes."""
    runs = Run.objects.filter(bake__isnull=False, entries__what="guess", entries__who__username=who).distinct()
    found = []
    for run in runs.select_related("dough", "version", "bake").order_by("-pk")[:MOST_TOLD]:
        found.append(guess_of(run, state_of(run, script_of_run(run)), who))
    return held(found)
