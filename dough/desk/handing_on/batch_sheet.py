"""The sheet of a production: one dough in as many batches as a bowl takes, every weighing with how far it may be off,
what is checked against which limit, and room for lots, signatures and what came out.

Limits of quality are by the forecast: what moves the cookie by a noticeable part of a clear miss. Limits of safety are
the kitchen's own to fill in: local rules decide them, and what guidance commonly says stands beside.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from dough.accounts.composition import composition
from dough.accounts.formula import Draft, Process, Step
from dough.accounts.label import allergens
from dough.accounts.safety import at_work
from dough.bake.batch import bake
from dough.bake.contract import BakeCase, Estimate
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase, bake_inputs
from dough.bake.model import end_values
from dough.desk.handing_on.card import GROUPS, held
from dough.desk.handing_on.steps import card_steps
from dough.facts.cookie import ATTRIBUTES
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.needs import Reading
from dough.facts.quantities import quantity
from dough.plan.kept import LOCAL
from dough.run.script import tolerances_g

MOST_PIECES, MOST_BATCHES = 20_000, 40
#: A check is worth a limit that moves the cookie by this many clear misses (root mean square).
NOTICED = 0.25
#: What is varied by how much to find how far it may be off.
TRIED = {"dough_temp_c": 3.0, "oven_c": 8.0, "minutes": 1.0, "portion_g": 2.0}
#: A limit is never tighter than what is read in a kitchen, nor wider than this many times what was tried.
READ = {"dough_temp_c": 0.5, "oven_c": 2.0, "minutes": 0.25, "portion_g": 0.5}
WIDEST = 3.0


@dataclass(frozen=True, slots=True)
class Bowl:
    """A mixer, and the least and most dough it creams, g (None: not known)."""

    name: str
    least_g: float | None
    most_g: float | None


@dataclass(frozen=True, slots=True)
class BatchLine:
    """One weighing of one batch: g, how far it may be off either way, the lots there are of it."""

    group: str
    name: str
    grams: float | None
    tolerance_g: float | None
    lots: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Check:
    """Something read at every batch: label, aim and how far off it may be in its unit (None: not known)."""

    label: str
    unit: str
    aim: float
    off: float | None
    digits: int


@dataclass(frozen=True, slots=True)
class Critical:
    """A limit of safety the kitchen fills in: what it is, and what guidance commonly says, with its reason."""

    label: str
    common: str


@dataclass(frozen=True, slots=True)
class BatchSheet:
    """The whole sheet. batch_g and batches: dough of one batch and how many; pieces in all, expected to come of it."""

    title: str
    version: str
    makes: str
    bowl: str
    batch_g: float
    batches: int
    pieces: int
    lines: tuple[BatchLine, ...]
    steps: tuple[str, ...]
    checks: tuple[Check, ...]
    weights: tuple[str, ...]
    critical: tuple[Critical, ...]
    holds: tuple[str, ...]
    cautions: tuple[str, ...]


CRITICAL = (
    Critical("Dough out of the cold, in all", "two hours, one above 32 °C: bacteria grow fastest in between"),
    Critical("Cold store, warmest", "4 to 5 °C: slows what grows in egg and milk"),
    Critical("Core when pulled, coldest piece", "71 °C is the line for moist egg dishes; in a sugary dough no proof"),
    Critical("Packed at or below", "30 °C: a warm cookie sweats in its bag, and mould wants that water"),
    Critical("Cleaned since another dough, by whom", "what the last dough held is in this one otherwise"),
)


def batch_sheet(
    title: str, version: str, setting: Setting, pieces: int, bowl: Bowl | None,
    lots: Mapping[str, Sequence[str]], read: Mapping[str, Reading], reads_g: float = 1.0,
) -> BatchSheet:  # fmt: skip
    """The sheet for so many pieces. lots are the codes there are of each ingredient id. Raises EntryError where it
    can't be scaled, with what to fill in first."""
    draft = setting.draft
    dough, portion = composition(draft.formula).dough.value, draft.process.portion_g
    if dough is None or dough <= 0:
        raise EntryError("pieces", "An amount is unknown, so batches can't be worked out. Fill it in first.")
    if not portion:
        raise EntryError("pieces", "Set a portion first: pieces are counted in portions.")
    if not 1 <= pieces <= MOST_PIECES:
        raise EntryError("pieces", f"Type how many pieces, 1 to {MOST_PIECES:,}.")
    left = 1.0 - draft.process.bowl_loss_pct / 100.0
    most = math.floor(bowl.most_g * left / portion + 1e-9) if bowl and bowl.most_g else pieces
    if most < 1:
        raise EntryError("pieces", "One piece is more than that bowl creams. Pick a larger bowl.")
    batches = math.ceil(pieces / most)
    if batches > MOST_BATCHES:
        raise EntryError("pieces", f"That is {batches} batches. Make a sheet for at most {MOST_BATCHES}, or pick a "
                         "larger bowl.")  # fmt: skip
    each = math.ceil(pieces / batches)
    factor = each * portion / left / dough
    batch = each * portion / left
    tolerances = tolerances_g(setting, factor, reads_g)
    return BatchSheet(
        title=title, version=version,
        makes=f"{each * batches} pieces of {portion:g} g in {batches} batch{'es' if batches > 1 else ''} of "
              f"{batch:,.0f} g dough, {each} each; {draft.process.bowl_loss_pct:g} % stays in the bowl.",
        bowl=_bowl_words(bowl, batch), batch_g=batch, batches=batches, pieces=each * batches,
        lines=_lines(draft, factor, tolerances, lots), steps=card_steps(draft), checks=_checks(setting),
        weights=_weights(setting, each), critical=CRITICAL,
        holds=held(allergens(draft.formula.lines, read)), cautions=(*at_work(draft), LOCAL),
    )  # fmt: skip


def _bowl_words(bowl: Bowl | None, batch: float) -> str:
    if bowl is None:
        return "No mixer named: check that one batch fits the bowl."
    if bowl.most_g is None:
        return f"{bowl.name}: how much it creams is not known; say it under Kitchen."
    if bowl.least_g is not None and batch < bowl.least_g:
        return f"{bowl.name}: {batch:,.0f} g is less than the {bowl.least_g:,.0f} g its beater reaches."
    return f"{bowl.name}: up to {bowl.most_g:,.0f} g of dough."


def _lines(
    draft: Draft, factor: float, tolerances: Mapping[str, float], lots: Mapping[str, Sequence[str]]
) -> tuple[BatchLine, ...]:
    return tuple(
        BatchLine(
            name, x.ingredient.name, None if x.grams is None else x.grams * factor,
            tolerances.get(x.id) if x.grams else None, tuple(lots.get(x.ingredient_id, ())),
        )
        for step, name in GROUPS.items()
        for x in draft.formula.lines
        if x.step is step and x.grams != 0
    )  # fmt: skip


def _checks(setting: Setting) -> tuple[Check, ...]:
    p = setting.draft.process
    off = limits_of(setting)
    found = []
    if p.butter_temp_c is not None:
        found.append(_check("butter_temp_c", p.butter_temp_c, 1.0))
    found += [_check(k, v, off.get(k)) for k in TRIED if (v := getattr(p, k)) is not None]
    return tuple(found)


def _check(key: str, aim: float, off: float | None) -> Check:
    q = quantity(key)
    return Check(q.label, q.unit, aim, off, q.digits)


def limits_of(setting: Setting) -> dict[str, float]:
    """How far each of ``TRIED`` may be off, in its unit: what moves the forecast by ``NOTICED`` clear misses."""
    case, p = setting.case(), setting.draft.process
    tried = {k: v for k, v in TRIED.items() if getattr(p, k) is not None}
    if isinstance(case, NoCase) or not tried:
        return {}
    cases = [case]
    for k, by in tried.items():
        moved = setting.with_draft(replace(setting.draft, process=_moved(p, k, by))).case()
        if not isinstance(moved, BakeCase):
            return {}
        cases.append(moved)
    try:
        baked = bake([bake_inputs(c) for c in cases], learned=[c.taught.learned for c in cases])
        ends = end_values(baked, [c.taught for c in cases])
    except EntryErrors:
        return {}
    found = {}
    for n, (k, by) in enumerate(tried.items(), 1):
        squares = [((ends[a.key][n] - ends[a.key][0]) / a.step) ** 2 for a in ATTRIBUTES]
        moves = math.sqrt(math.fsum(float(s) for s in squares) / len(squares))
        found[k] = max(min(by * NOTICED / max(moves, 1e-9), WIDEST * by), READ[k])
    return found


def _moved(p: Process, key: str, by: float) -> Process:
    changed: Process = replace(p, **{key: getattr(p, key) + by})
    return changed


def _weights(setting: Setting, each: int) -> tuple[str, ...]:
    """What a piece and ten of them weigh, before and after the oven."""
    portion = setting.draft.process.portion_g or 0.0
    off = limits_of(setting).get("portion_g")
    spread = "" if off is None else f", each {portion - off:.1f} to {portion + off:.1f} g"
    found = [f"Raw: ten pieces {10 * portion:.0f} g{spread}."]
    answer = setting.forecast()
    loss = None if isinstance(answer, NoCase) else _loss(answer.ends, answer.estimates)
    if loss is not None:
        kept = portion * (1.0 - loss / 100.0)
        found.append(f"Baked: ten pieces {10 * kept:.0f} g, by a forecast loss of {loss:.1f} %.")
    topped = any(x.step in (Step.TOP, Step.FINISH) and x.grams for x in setting.draft.formula.lines)
    if topped:
        found.append("Tops and finishes are weighed on top of that.")
    return (*found, f"Weigh ten of every batch of {each}; stop and set the portion anew when the mean drifts.")


def _loss(ends: Mapping[str, float], estimates: Mapping[str, Estimate]) -> float | None:
    told = estimates.get("loss_pct")
    return told.value if told else ends.get("loss_pct")
