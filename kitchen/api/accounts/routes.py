"""What the bench's drawer shows: findings with what their remedies do, leavening, hidden parts, sizes."""

from __future__ import annotations

from collections.abc import Sequence

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import BaseModel, Field

from dough.accounts.composition import composition
from dough.accounts.formula import Draft
from dough.accounts.gas import GasSource, Lift, Raising, lifts, raising
from dough.accounts.leavening import AcidSource
from dough.accounts.scaling import Part, split, whole_sizes
from dough.accounts.sources import Share, sources
from dough.accounts.toppings import Coverage, coverage
from dough.bake.draft_setting import Setting
from dough.bake.sugars import SugarState, sugar_state
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence, Role
from dough.facts.kitchen_measures import Habit
from dough.judgement.effects import Remedied, costs_most_first, remedied
from dough.judgement.findings.find import findings
from dough.judgement.findings.model import Finding, Mend
from dough.recipe.amounts import tidy
from dough.recipe.lines import read_line
from kitchen.api.asked import Asked
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict
from kitchen.reading.doughs import wanted_cookie

router = Router(tags=["bench"])


class RemedyOut(BaseModel):
    """effect says in words what the forecast would do; nearer how much nearer to the target it comes, in clear misses;
    changes are what to send as a mend edit."""

    words: str
    effect: str
    nearer: float | None
    changes: list[Mend]


class FindingOut(BaseModel):
    key: str
    state: str
    role: Role | None
    lines: list[str]
    what: str
    why: str
    evidence: str
    confidence: Confidence
    reasons: list[str]
    remedies: list[RemedyOut]
    no_remedy: str
    dismissed: str


class LeaveningOut(BaseModel):
    """ml of CO2 at 25 °C; net soda is what the acids leave; pH is ±0.5."""

    gas: list[GasSource]
    acids: list[AcidSource]
    ml: float
    ml_per_100_flour: float
    soda_g: float
    net_soda_g: float
    left_pct: float
    ph: float
    baked_ph: float
    browning: float
    wider_low_pct: float
    wider_high_pct: float
    taste: str
    taste_state: str
    notes: list[str]
    lifts: list[Lift]


class PartOut(BaseModel):
    key: str
    label: str
    grams: float
    hidden_g: float
    shares: list[Share]
    lacks: int


class SizeStepOut(BaseModel):
    factor: float
    dough_g: float
    pieces: int | None
    eggs: int
    packets: float | None
    off_pct: float


class SplitLineOut(BaseModel):
    name: str
    grams: float


class SplitPartOut(BaseModel):
    name: str
    grams: float
    pieces: int
    left_g: float
    added: str
    problem: str
    lines: list[SplitLineOut]


class BenchOut(BaseModel):
    findings: list[FindingOut]
    leavening: LeaveningOut | None
    parts: list[PartOut]
    sugars: SugarState | None
    toppings: list[Coverage]
    sizes: list[SizeStepOut]
    split: list[SplitPartOut]
    split_problem: str
    even: int


class SplitIn(Strict):
    """A part: its share of the dough, and what is added to it alone (“15 g cocoa”)."""

    name: str = Field(max_length=40)
    share: float = Field(ge=0, le=1e6)
    add: str = Field(default="", max_length=120)


class BenchIn(Asked):
    habit: Habit = Habit.METRIC
    wanted_ml: float | None = Field(default=None, ge=0, le=1e6)
    packet_line: str = Field(default="", max_length=40)
    packet_g: float | None = Field(default=None, gt=0, le=100_000)
    split: list[SplitIn] = Field(default=[], max_length=12)


@router.post("", response={200: BenchOut, **PROBLEMS})
def bench(request: HttpRequest, payload: BenchIn) -> HttpResponse:
    """Everything the drawer shows for a draft; nothing is kept."""
    setting = payload.setting()
    draft = setting.draft
    contact = draft.process.contact_share_pct / 100.0
    account = raising(draft.formula, contact)
    wanted = payload.wanted_ml if payload.wanted_ml is not None else (account.ml if account else 0.0)
    portion = draft.process.portion_g
    keep = 1.0 - draft.process.bowl_loss_pct / 100.0
    divided, problem = _split(draft, payload.split, payload.habit)
    now = setting.cookie()
    return sent(
        BenchOut(
            findings=_findings(setting, now, contact, wanted_cookie(payload.dough_id)),
            leavening=_leavening(draft, account, contact, wanted) if account else None,
            parts=[
                PartOut(
                    key=p.key,
                    label=p.label,
                    grams=p.grams,
                    hidden_g=p.hidden_g,
                    shares=list(p.shares),
                    lacks=len(p.lacks),
                )
                for p in sources(draft.formula)
            ],
            sugars=sugar_state(draft.formula),
            toppings=list(coverage(draft, now.diameter_mm if now else None)),
            sizes=[
                SizeStepOut(
                    factor=s.factor,
                    dough_g=s.dough_g,
                    pieces=int(s.dough_g * keep / portion + 1e-9) if portion else None,
                    eggs=s.eggs,
                    packets=s.packets,
                    off_pct=s.off_pct,
                )
                for s in whole_sizes(draft.formula, payload.habit, payload.packet_line, payload.packet_g)
            ],
            split=divided,
            split_problem=problem,
            even=min((p.pieces for p in divided), default=0),
        )
    )


def _split(draft: Draft, wanted: list[SplitIn], habit: Habit) -> tuple[list[SplitPartOut], str]:
    if not wanted:
        return [], ""
    try:
        parts = split(draft, tuple(w.name for w in wanted), tuple(w.share for w in wanted))
    except EntryError as error:
        return [], error.message
    return [_part_out(p, w, draft, habit) for p, w in zip(parts, wanted, strict=True)], ""


def _part_out(part: Part, wanted: SplitIn, draft: Draft, habit: Habit) -> SplitPartOut:
    """A part with what is added to it alone, which makes it heavier and gives it more pieces."""
    added, problem, more = "", "", 0.0
    if wanted.add.strip():
        line = read_line(tidy(wanted.add), habit)
        if line.grams is None or "ingredient" in line.asks:
            problem = f"“{wanted.add[:40]}” is not clear. Type grams and an ingredient, such as 15 g cocoa."
        else:
            more = line.grams
            flour = sum(g for i, g in part.lines if draft.formula.line(i).ingredient.flour_base)
            share = f", {100 * more / flour:.1f} % of its flour" if flour else ""
            added = f"+ {more:.3g} g {line.named}{share}"
    portion = draft.process.portion_g
    total = part.grams + more
    count = int(total / portion + 1e-9) if portion else 0
    return SplitPartOut(
        name=part.name,
        grams=total,
        pieces=count,
        left_g=total - count * (portion or 0.0),
        added=added,
        problem=problem,
        lines=[SplitLineOut(name=draft.formula.line(i).ingredient.name, grams=g) for i, g in part.lines],
    )


def _findings(setting: Setting, now: Cookie | None, contact: float, target: Cookie) -> list[FindingOut]:
    draft = setting.draft
    found = findings(draft.formula, composition(draft.formula), setting.chosen, contact, process=draft.process)
    told = [(f, [remedied(setting, r, now, target) for r in f.remedies]) for f in found]
    reasons = dict(draft.dismissed)
    return [_finding_out(*told[n], reasons.get(told[n][0].key, "")) for n in costs_most_first(told)]


def _finding_out(f: Finding, told: Sequence[Remedied], reason: str) -> FindingOut:
    return FindingOut(
        key=f.key,
        state=f.state,
        role=f.role,
        lines=list(f.line_ids),
        what=f.what,
        why=f.why,
        evidence=f.evidence,
        confidence=f.confidence,
        remedies=[
            RemedyOut(words=r.words, effect=t.words, nearer=t.nearer, changes=list(r.changes))
            for r, t in zip(f.remedies, told, strict=True)
        ],
        reasons=list(f.reasons),
        no_remedy=f.no_remedy,
        dismissed=reason,
    )  # fmt: skip


def _leavening(draft: Draft, account: Raising, contact: float, wanted: float) -> LeaveningOut:
    flour = sum(x.grams or 0.0 for x in draft.formula.flour_lines)
    a = account.account
    return LeaveningOut(
        gas=list(account.sources),
        acids=list(a.sources),
        ml=account.ml,
        ml_per_100_flour=100.0 * account.ml / flour,
        soda_g=a.soda_g,
        net_soda_g=a.net_soda_g,
        left_pct=account.left_pct,
        ph=a.ph,
        baked_ph=account.baked_ph,
        browning=account.browning,
        wider_low_pct=account.wider_pct[0],
        wider_high_pct=account.wider_pct[1],
        taste=account.taste,
        taste_state=account.taste_state,
        notes=list(account.notes),
        lifts=list(lifts(draft.formula, contact, wanted)),
    )
