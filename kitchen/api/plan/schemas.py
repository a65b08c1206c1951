"""What the plan's operations take and answer; core types as they are, with the words a screen needs beside them."""

from __future__ import annotations

from datetime import date, datetime

from pydantic import BaseModel, Field

from dough.accounts.scaling import WholeSize
from dough.accounts.store import Short
from dough.accounts.toppings import Coverage
from dough.facts.errors import EntryError, EntryErrors
from dough.plan.day import Said
from dough.plan.divided import Portions
from dough.plan.finishes import Finish, Finished
from dough.plan.laid import Laid
from dough.plan.portions import Division
from dough.plan.schedule import Lane
from dough.plan.steps import PlanStep
from dough.plan.whole import KeptBack, Planned
from kitchen.api.asked import Asked
from kitchen.documents.base import Strict
from kitchen.documents.plan import PlanDoc
from kitchen.documents.target import CookieDoc
from kitchen.models import Plan
from kitchen.reading.days import PlacedStep
from kitchen.reading.doughs import name_of


class PlanIn(Asked):
    """A plan looked at, nothing kept: the draft it makes, what is wanted of the cookie, and the day."""

    seq: int = Field(default=0, ge=0, le=2**31 - 1)
    target: CookieDoc = CookieDoc()
    plan: PlanDoc = PlanDoc()
    on: date
    cooks: int = Field(default=1, ge=1, le=20)


class SavePlanIn(Strict):
    revision: int = Field(ge=0, le=2**31 - 1)
    plan: PlanDoc


class MarkIn(Strict):
    """A step begun, and ended (empty: under way); both empty takes the mark back. Elapsed minutes of the plan's day."""

    step: str = Field(min_length=1, max_length=60)
    started: int | None = Field(default=None, ge=-20_160, le=4320)
    ended: int | None = Field(default=None, ge=-20_160, le=4320)


class StepOut(BaseModel):
    """A step as it would be done: minutes with their span, where they are from, and whether the cook changed them."""

    step: str
    name: str
    kind: str
    minutes: int
    low_min: float
    high_min: float
    source: str
    confidence: str


class KeptOut(BaseModel):
    """Pieces kept back, and in words how long and how they bake later."""

    kept: KeptBack
    keeps_words: str
    hours: float


class AlikeOut(BaseModel):
    """Two doughs of one piece: grams of each in the batch, do they bake alike, and what would make them."""

    name: str
    first_g: float
    second_g: float
    agree: bool
    words: str
    mends: list[str]


class ShortOut(BaseModel):
    """An ingredient of which the batch takes more than is left of its deliveries, g."""

    name: str
    needs_g: float
    left_g: float


class PlanLookOut(BaseModel):
    """A plan worked out. error: why it can't be, with the box it concerns; the rest is empty then."""

    seq: int
    error: str = ""
    where: str = ""
    portions: Portions | None = None
    evenness_words: str = ""
    whole: list[WholeSize] = []
    laid: Laid | None = None
    finishes: list[Finished] = []
    kept: list[KeptOut] = []
    alike: AlikeOut | None = None
    pieces: int = 0
    baked: int = 0
    steps: list[StepOut] = []
    no_forecast: str = ""
    cooling: list[tuple[float, float]] = []
    toppings: list[Coverage] = []
    cautions: list[str] = []
    short: list[ShortOut] = []


class TimeOut(BaseModel):
    """Steps on their lanes. fights: constraints that can't all hold, each with what it would give; then placed is the
    plan that is ready as soon as can be, where there is one, and late_min how late that is."""

    seq: int
    placed: list[PlacedStep]
    lanes: list[Lane]
    optimal: bool
    off_by_min: int
    fights: list[Said]
    late_min: int
    words: str


class KeptPlanOut(BaseModel):
    """A kept plan of a dough."""

    id: int
    dough_id: int
    name: str
    on: date
    revision: int
    plan: PlanDoc
    saved_at: datetime
    saved_by: str


class KeptPlansOut(BaseModel):
    """A dough's plans, newest day first; today is the kitchen's own date; and what there is to pick from."""

    plans: list[KeptPlanOut]
    today: date
    zone: str
    divisions: list[Division]
    finishes: list[Finish]
    forms: dict[str, str]


def plan_out(row: Plan) -> KeptPlanOut:
    return KeptPlanOut(
        id=row.pk, dough_id=row.dough_id, name=row.dough.name, on=row.on, revision=row.revision,
        plan=PlanDoc.model_validate(row.body), saved_at=row.saved_at, saved_by=name_of(row.saved_by),
    )  # fmt: skip


def step_out(s: PlanStep) -> StepOut:
    return StepOut(
        step=s.task.id.split(":", 1)[1], name=s.name, kind=s.task.kind, minutes=s.task.minutes, low_min=s.low_min,
        high_min=s.high_min, source=s.source, confidence=s.confidence,
    )  # fmt: skip


def kept_out(k: KeptBack) -> KeptOut:
    return KeptOut(kept=k, keeps_words=k.keeps.words, hours=k.keeps.hours)


def look_out(
    seq: int, p: Planned, whole: list[WholeSize], toppings: list[Coverage], alike: AlikeOut | None,
    short: tuple[Short, ...],
) -> PlanLookOut:  # fmt: skip
    even = p.portions.evenness
    return PlanLookOut(
        seq=seq, portions=p.portions, evenness_words=even.words if even else "", whole=whole, laid=p.laid,
        finishes=list(p.finishes), kept=[kept_out(k) for k in p.kept], alike=alike,
        pieces=p.portions.divided.pieces, baked=p.baked,
        steps=[step_out(s) for s in p.steps.steps], no_forecast=p.no_forecast,
        cooling=list(p.cooling), toppings=toppings, cautions=list(p.cautions),
        short=[ShortOut(name=s.name, needs_g=s.needs_g, left_g=s.left_g) for s in short],
    )  # fmt: skip


def refused(seq: int, error: EntryError | EntryErrors) -> PlanLookOut:
    """A plan that can't be, said at its box: looking at one is no error."""
    first = error.items[0] if isinstance(error, EntryErrors) else error
    return PlanLookOut(seq=seq, error=first.message, where=first.where)
