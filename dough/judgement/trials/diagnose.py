"""Why a bake missed: the miss taken apart into formula, what was done differently, the kitchen, and scatter.

From target to bake there are four steps, each by the forecast: target → the plan's forecast (the formula and process
as meant), → the forecast of what was really done, → the same with what the other bakes say of this oven, → the bake.
Every deviation from the plan is also tried alone. Causes are ranked by how much of the miss they make.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase
from dough.bake.model import forecasts
from dough.bake.taught import GENERAL
from dough.draft.difference import difference
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.quantities import Quantity
from dough.facts.scatter import AS_USUAL, Scatter

#: A part of the miss under this many clear misses is not told as a cause.
LEAST = 0.3
CHECKS = {
    "formula": "Bake it once more exactly as planned: if it misses the same way, change the formula (Next ranks how).",
    "done": "Bake it again with this as planned and nothing else changed.",
    "oven": "Put an oven thermometer on the shelf for twenty minutes, or read the core at the pull.",
    "own": "Nothing to check at the bench: the forecast is off for this dough, and logged bakes mend it.",
    "scatter": "Bake it twice and measure a row of six each time.",
    "measure": "Measure again: a row of six edge to edge, turned and measured once more, and a stack of six.",
}


@dataclass(frozen=True, slots=True)
class Cause:
    """kind is formula, done, oven, own, scatter or measure; share of the whole miss in percent (signed: a cause may
    have worked against it), what it did in words, the evidence for it, and the check that would settle it."""

    kind: str
    name: str
    share_pct: float
    did: str
    evidence: str
    check: str


@dataclass(frozen=True, slots=True)
class Diagnosis:
    """The miss of one attribute in its unit, and its causes, the largest first."""

    attribute: Quantity
    miss: float
    words: str
    causes: tuple[Cause, ...]


@dataclass(frozen=True, slots=True)
class Trail:
    """What the diagnosis stands on: the planned and the real case (with what the kitchen has taught), the bake."""

    planned: BakeCase
    done: BakeCase
    planned_draft: Draft
    done_draft: Draft
    got: Cookie
    readings: int
    scatter: Scatter = AS_USUAL


def diagnose(trail: Trail, target: Cookie) -> tuple[Diagnosis, ...]:
    """Every attribute that missed by more than a clear miss, worst first."""
    taught = trail.done.taught
    singles = _alone(trail)
    cases = [
        replace(trail.planned, taught=GENERAL), replace(trail.done, taught=GENERAL),
        replace(trail.done, taught=replace(taught, own=GENERAL.own, scores=GENERAL.scores)),
        trail.done, *(c for _, c in singles),
    ]  # fmt: skip
    told = [f.ends for f in forecasts(cases)]
    found = []
    for a in ATTRIBUTES:
        wanted, got = getattr(target, a.key), getattr(trail.got, a.key)
        if wanted is None or got is None or abs(got - wanted) <= a.step:
            continue
        found.append(_one(a, wanted, got, [t[a.key] for t in told], [n for n, _ in singles], trail))
    return tuple(sorted(found, key=lambda d: -abs(d.miss) / d.attribute.step))


def _one(a: Quantity, wanted: float, got: float, told: list[float], names: list[str], trail: Trail) -> Diagnosis:
    planned, done, kitchen, all_known, *alone = told
    miss = got - wanted
    causes = [_cause(a, "formula", "Formula and plan", planned - wanted, miss,
                     f"the plan itself is forecast at {a.amount(planned)}")]  # fmt: skip
    causes += [
        _cause(a, "done", name, value - planned, miss, "by the forecast with only this as it was done")
        for name, value in zip(names, alone, strict=True)
    ]
    bakes = trail.done.taught.bakes
    if bakes:
        causes.append(_cause(a, "oven", "This oven, tray and kitchen", kitchen - done, miss,
                             f"seen in {trail.done.taught.of_oven} bakes of this oven"))  # fmt: skip
        causes.append(_cause(a, "own", "This dough's own habit", all_known - kitchen, miss,
                             f"seen in {trail.done.taught.of_dough} bakes of this dough"))  # fmt: skip
    rest = got - all_known
    scatter = trail.scatter.of(a.key, wanted)
    if abs(rest) <= 2.0 * scatter:
        evidence = f"two bakes of one dough differ by about {a.amount(scatter)} anyway"
        causes.append(_cause(a, "scatter", "Scatter from bake to bake", rest, miss, evidence))
    elif a.key in ("diameter_mm", "height_mm") and trail.readings < 3:
        causes.append(_cause(a, "measure", "Measuring", rest, miss, f"only {trail.readings or 'no'} readings of it"))
    else:
        why = "beyond what scatter explains, and nothing noted accounts for it"
        if not bakes:
            why += "; the kitchen's bakes are not learned from yet, and may say more of the oven"
        causes.append(_cause(a, "oven", "Not explained: oven or butter other than noted", rest, miss, why))
    told_causes = [c for c in causes if abs(c.share_pct * miss / 100.0) >= LEAST * a.step]
    words = f"{a.amount(miss)} {a.over if miss > 0 else a.under}"
    return Diagnosis(a, miss, words, tuple(sorted(told_causes, key=lambda c: -c.share_pct)))


def _cause(a: Quantity, kind: str, name: str, part: float, miss: float, evidence: str) -> Cause:
    share = 100.0 * part / miss if miss and math.isfinite(part) else 0.0
    return Cause(kind, name, share, a.more(part), evidence, CHECKS[kind])


def _alone(trail: Trail) -> list[tuple[str, BakeCase]]:
    """Each thing done differently from the plan, tried by itself, in words with the plan's value and the real one."""
    found: list[tuple[str, BakeCase]] = []
    plan, done = replace(trail.planned, taught=GENERAL), trail.done
    if done.makeup != plan.makeup:
        changed = [x.name for x in difference(trail.planned_draft, trail.done_draft).lines if x.state != "same"]
        found.append((f"Weighed differently: {', '.join(changed[:3]) or 'amounts'}", replace(plan, makeup=done.makeup)))
    h, p = done.handling, plan.handling
    if h.dough_temp_c != p.dough_temp_c:
        name = f"Dough at {h.dough_temp_c:g} °C, planned {p.dough_temp_c:g}"
        found.append((name, replace(plan, handling=replace(p, dough_temp_c=h.dough_temp_c))))
    if h.rest_h != p.rest_h:
        name = f"Dough {h.rest_h:g} h old, planned {p.rest_h:g}"
        found.append((name, replace(plan, handling=replace(p, rest_h=h.rest_h, rest_place=h.rest_place))))
    if h.butter_c != p.butter_c or h.air != p.air:
        name = f"Butter mixed at {h.butter_c:g} °C" if h.butter_c is not None else "Butter and creaming"
        found.append((name, replace(plan, handling=replace(p, butter_c=h.butter_c, air=h.air))))
    if done.piece != plan.piece:
        name = f"Pieces of {done.piece.portion_g:g} g, planned {plan.piece.portion_g:g}"
        found.append((name, replace(plan, piece=done.piece)))
    x, y = done.heat, plan.heat
    if (x.oven_c, x.fan, x.offset_k) != (y.oven_c, y.fan, y.offset_k):
        name = f"Oven at {x.oven_c:g} °C{' fan' if x.fan else ''}, planned {y.oven_c:g}{' fan' if y.fan else ''}"
        found.append((name, replace(plan, heat=replace(y, oven_c=x.oven_c, fan=x.fan, offset_k=x.offset_k))))
    if x.minutes != y.minutes:
        found.append((f"{x.minutes:g} min, planned {y.minutes:g}", replace(plan, heat=replace(y, minutes=x.minutes))))
    if x.tray_conductance != y.tray_conductance:
        found.append(("Another tray", replace(plan, heat=replace(y, tray_conductance=x.tray_conductance))))
    return found
