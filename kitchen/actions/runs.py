"""Runs: started, written down event by event, closed into a logged bake."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.db.models import Max

from dough.facts.errors import EntryError
from dough.facts.ingredients import ingredient
from dough.facts.quantities import quantity
from dough.judgement.trials.measure import read_measured
from dough.run.events import RunEvent, Value, What, check
from dough.run.guesses import check_guess
from dough.run.script import Script
from dough.run.state import RunState
from kitchen.actions.base import Action, Before, Done
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.actions.log_bake import BakeEntry, LogBake, NewBatch
from kitchen.actions.rights import Right
from kitchen.documents.run import script_doc
from kitchen.models import Bake, Device, Lot, Plan, Run, RunEntry
from kitchen.reading.doughs import MissingError, dough_for_reading, draft_differs
from kitchen.reading.runs import clock_of, ms, run_for_reading, script_of_run, state_of, version_draft, worked_run

#: A bake of a run whose time went faster says so.
PRACTISED = ", practised with stand-ins"
MOST_AT_ONCE, MOST_EVENTS, MOST_OPEN, FASTEST = 200, 20_000, 40, 120.0


@dataclass(frozen=True, kw_only=True)
class StartRun(Action[Run]):
    """A batch of a dough's draft, kept as a version first where it differs from its last; by a plan where one is
    named. The same key sent again answers with the run there is."""

    right = Right.RECORD

    dough_id: int
    plan_id: int | None
    key: str
    speed: float = 1.0

    def check(self) -> None:
        if not 1.0 <= self.speed <= FASTEST:
            raise EntryError("speed", f"Time can go 1 to {FASTEST:.0f} times as fast, in practice with stand-ins.")
        if self.speed > 1.0 and Device.objects.filter(retired_at=None).exclude(how="simulated").exists():
            raise EntryError("speed", "There is a real device here, and real time goes once as fast.")

    def change(self, cook: User) -> Done[Run] | Before[Run]:
        again = Run.objects.filter(key=self.key).first()
        if again is not None:
            if again.dough_id != self.dough_id:
                raise EntryError("key", "That was started for another dough. Start this one anew.")
            return Before(again)
        dough = dough_for_reading(self.dough_id)
        if Run.objects.filter(closed_at=None).count() >= MOST_OPEN:
            raise EntryError("run", f"{MOST_OPEN} runs are open. Close those that are over.")
        plan = None
        if self.plan_id is not None:
            plan = Plan.objects.filter(pk=self.plan_id, dough=dough, dropped_at=None).first()
            if plan is None:
                raise MissingError("That plan is not one of this dough's. It may have been dropped.")
        if dough.draft_parent is None or draft_differs(dough):
            FreezeVersion(
                actor=cook, now=self.now, dough_id=dough.pk, revision=dough.revision, note="As made at the bench"
            ).execute()
            dough = dough_for_reading(self.dough_id)
        script, factor = worked_run(dough, plan)
        version = dough.draft_parent
        if version is None:
            raise MissingError("There is no version to make. Keep the draft as one first.")
        run = Run.objects.create(
            dough=dough, version=version, plan=plan, script=script_doc(script), factor=factor, key=self.key,
            begun_at=self.now, begun_by=cook, speed=self.speed,
        )  # fmt: skip
        return Done(run, run, f"started a run of {dough.name}", dough)


@dataclass(frozen=True, kw_only=True)
class Said:
    """One event as a device sends it."""

    key: str
    what: str
    said_at: int | None = None
    step: str = ""
    values: Mapping[str, Value]
    source: str = "hand"


@dataclass(frozen=True, kw_only=True)
class WriteDown(Action[list[RunEntry]]):
    """Append events to a run, in the order they are given; each key once. The run's own log is the record of it: no
    line of the journal is written beside it. Answers with the rows of these keys."""

    right = Right.RECORD

    run_id: int
    events: Sequence[Said]

    def check(self) -> None:
        if not 1 <= len(self.events) <= MOST_AT_ONCE:
            raise EntryError("events", f"One to {MOST_AT_ONCE} acts at once.")
        for e in self.events:
            check(self._core(e))

    def _core(self, e: Said) -> RunEvent:
        if e.what not in set(What):
            raise EntryError("what", f"“{e.what[:20]}” is nothing that can happen in a run.")
        made = RunEvent(e.key, What(e.what), ms(self.now), 0, e.said_at, "", e.step, e.values, e.source)
        # What closing the run would trip over is refused when it is said, not an hour later.
        if made.what is What.ADDED:
            ingredient(made.words("ingredient"), "ingredient")
        if made.what is What.GUESS:
            check_guess(made.values)
        return made

    def _check_measured(self, run: Run, known: set[str]) -> None:
        """What is measured now beside what was measured before: readings come one by one, and contradict together."""
        new = [e for e in self.events if e.what == What.MEASURED and e.key not in known]
        if not new:
            return
        measured: dict[str, str | float | None] = dict(state_of(run, script_of_run(run)).measured)
        for e in new:
            measured[str(e.values["quantity"])] = str(e.values["text"])
            read_measured(measured)

    def change(self, cook: User) -> Before[list[RunEntry]]:
        run = run_for_reading(self.run_id)
        known = {r.key: r for r in run.entries.filter(key__in=[e.key for e in self.events])}
        self._check_measured(run, set(known))
        seq = run.entries.aggregate(n=Max("seq"))["n"] or 0
        if seq + len(self.events) > MOST_EVENTS:
            raise EntryError("events", "This run holds as much as a run can. Close it and start another.")
        written: list[RunEntry] = []
        for e in self.events:
            row = known.get(e.key)
            if row is None:
                if run.closed_at is not None:
                    raise EntryError("run", "This run was closed. What is written now belongs to its bake, in Results.")
                seq += 1
                row = RunEntry.objects.create(
                    run=run, seq=seq, key=e.key, what=e.what, at=clock_of(run, self.now), said_at=e.said_at, who=cook,
                    step=e.step, values=dict(e.values), source=e.source,
                )  # fmt: skip
                known[e.key] = row
            written.append(row)
        return Before(written)


@dataclass(frozen=True, kw_only=True)
class CloseRun(Action[Run]):
    """End a run: what was really weighed, warmed and baked becomes a batch and a bake in Results. Closed again it
    answers with what is there."""

    right = Right.RECORD

    run_id: int

    def change(self, cook: User) -> Done[Run] | Before[Run]:
        run = run_for_reading(self.run_id)
        if run.closed_at is not None:
            return Before(run)
        script = script_of_run(run)
        state = state_of(run, script)
        run.bake = self._bake(cook, run, script, state)
        run.closed_at = self.now
        run.save()
        said = f"closed the run of {run.dough.name}" + (f" as bake {run.bake.number}" if run.bake else "")
        return Done(run, run, said, run.dough)

    def _bake(self, cook: User, run: Run, script: Script, state: RunState) -> Bake | None:
        pulled = [x for x in state.loads if x.minutes is not None]
        if not pulled:
            return None
        minutes = sum(x.minutes or 0.0 for x in pulled) / len(pulled)
        begun = datetime.fromtimestamp((state.started or 0) / 1000.0, tz=self.now.tzinfo)
        first = min(x.loaded for x in pulled)
        mixed = state.steps.get("shape") or state.steps.get("flour")
        age = None if mixed is None or mixed.done is None else max(first - mixed.done, 0) / 3_600_000.0
        dough_temp = state.temperatures.get("oven dough") or state.temperatures.get("dough")
        butter = state.temperatures.get("butter")
        portions = state.portions
        portion = sum(portions) / len(portions) if portions else script.portion_g
        p = version_draft(run).process
        entry = BakeEntry(
            key=f"run-{run.pk}", baked_on=self.now.date(), age_h=age, chill_h=None,
            dough_temp_c=None if dough_temp is None else dough_temp[0], portion_g=round(portion, 1),
            pieces=state.pieces or sum(x.pieces or 0 for x in pulled) or None,
            oven_id=p.oven_id, tray_id=p.tray_id, oven_c=p.oven_c or script.oven_c, fan=p.fan,
            minutes=round(minutes, 2) if minutes >= quantity("minutes").low else None,
            measured=dict(state.measured), notes=_notes(state), sure=True,
        )  # fmt: skip
        new = NewBatch(
            version_number=run.version.number, mixed_on=min(begun.date(), self.now.date()),
            weighed=self._weighed(run, state), butter_temp_c=None if butter is None else butter[0],
            dough_temp_c=None if "dough" not in state.temperatures else state.temperatures["dough"][0],
            note=f"at the bench, × {run.factor * state.factor:.2f}" + (PRACTISED if run.speed > 1.0 else ""),
            additions=tuple((i, round(g / (run.factor * state.factor), 2)) for i, g in state.additions),
            lots=self._lots(run, state),
        )  # fmt: skip
        return LogBake(
            actor=cook, now=self.now, dough_id=run.dough_id, batch_id=None, new_batch=new, bake=entry
        ).execute()

    def _lots(self, run: Run, state: RunState) -> dict[str, int]:
        """The deliveries that were tapped, where they are of the line's ingredient."""
        there = {x["id"]: x["ingredient"] for x in run.version.formula["lines"]}
        tapped = {line: w.lot for line, w in state.weighed.items() if line in there and w.lot is not None}
        of = dict(Lot.objects.filter(pk__in=set(tapped.values())).values_list("pk", "ingredient"))
        return {line: lot for line, lot in tapped.items() if of.get(lot) == there[line]}

    def _weighed(self, run: Run, state: RunState) -> dict[str, float | str | None]:
        """Grams really in, brought back to the version's own size, which is what a batch is compared with: what the run
        was scaled by at the bench too."""
        factor = run.factor * state.factor
        there = {x["id"] for x in run.version.formula["lines"]}
        return {line: round(w.grams / factor, 2) for line, w in state.weighed.items() if line in there and w.parts}


def _notes(state: RunState) -> str:
    told = [text for _, text in state.notes]
    told += [f"{of}: {word}" for of, word in state.words.items()]
    for load in state.loads:
        for cue, at in load.cues:
            told.append(f"load {load.load}, {cue} at {(at - load.loaded) / 60_000.0:.1f} min")
    for seen in state.seen:
        parts = [f"{seen.width_mm:g} mm" if seen.width_mm else "", f"rim {seen.rim}" if seen.rim else "", seen.bite]
        told.append(f"load {seen.load}: " + ", ".join(p for p in parts if p))
    if state.browned is not None:
        before, after = state.browned
        told.append(f"butter browned from {before:g} to {after:g} g")
    return "; ".join(told)[:1900]
