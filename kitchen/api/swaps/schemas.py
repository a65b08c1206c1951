"""What the swaps stage is answered."""

from __future__ import annotations

from pydantic import BaseModel

from dough.accounts.formula import Step
from dough.accounts.label import AllergensHeld, Named, Nutrient
from dough.accounts.needs.verdict import Mark, Standing
from dough.counsel.swaps.changes import LineSwap
from dough.counsel.swaps.follow import Following
from dough.counsel.swaps.pantry import EggCount
from dough.facts.ingredients import Confidence
from kitchen.api.preview.schemas import ForecastOut, Point
from kitchen.documents.draft import DraftDoc


class SwapPartOut(BaseModel):
    """A part of what stands in: grams in this formula."""

    name: str
    grams: float


class OffOut(BaseModel):
    """A function out of its tolerance: how far, in its unit."""

    label: str
    unit: str
    error: float


class CandidateOut(BaseModel):
    """A rule in a line's place. disturbance is in clear misses of the forecast; words say it; outline draws it.

    evidence is tried here, well tried, practised or plausible; reported is what kitchens say it does, in %; settled is
    what a panel found of it.
    """

    rule: str
    name: str
    parts: list[SwapPartOut]
    disturbance: float | None
    words: str
    outline: list[Point]
    hex: str | None
    evidence: str
    tried: str
    settled: str
    confidence: Confidence
    source: str
    taste: str
    effect: str
    method: str
    reported: str
    practical: str
    labels: list[str]
    suits: bool
    off: list[OffOut]
    brings: list[str]


class SwapLineOut(BaseModel):
    """A marked line; needs_amount is true where its amount is unknown and nothing can be worked out.

    missing are functions none of its candidates brings.
    """

    line: str
    name: str
    grams: float | None
    step: Step
    breaks: bool
    unsure: bool
    marks: list[Mark]
    pick: str
    candidates: list[CandidateOut]
    needs_amount: bool
    missing: list[str]


class WayOut(BaseModel):
    """A way to less or more: the share it moves, in percent of what it moves, and what 100 g then holds."""

    id: str
    name: str
    share_pct: float
    removes: str
    reached: float | None
    enough: bool
    disturbance: float | None
    effect: str
    method: str
    evidence: str
    tried: str
    confidence: Confidence
    source: str


class SwapWishOut(BaseModel):
    need: str
    label: str
    unit: str
    counts: str
    by_pct: float
    from_per_100g: float
    wanted: float
    pick: str
    ways: list[WayOut]


class LedgerOut(BaseModel):
    """One function of the whole dough before and after; tolerance in the same unit."""

    key: str
    label: str
    unit: str
    before: float
    after: float
    tolerance: float
    within: bool
    confidence: Confidence
    how: str


class PlanOut(BaseModel):
    """The swaps as picked: what changes, the ledger, the method, what stays unmet, what still breaks a need."""

    draft: DraftDoc
    chosen: str
    changes: list[LineSwap]
    ledger: list[LedgerOut]
    method: list[str]
    unmet: list[str]
    left: list[str]
    labels: list[str]
    state: Standing | None
    brings: list[str]
    tasted: list[str]
    sweet_before: float | None
    sweet_after: float | None
    mass_before_g: float
    mass_after_g: float


class MadeOut(BaseModel):
    """A swap that is in the draft already, with what has been baked with it here and what a panel found of it."""

    line: str
    name: str
    rule: str
    evidence: str
    tried: str
    settled: str


class StudyOut(BaseModel):
    made: list[MadeOut]
    lines: list[SwapLineOut]
    wishes: list[SwapWishOut]
    plan: PlanOut
    before: ForecastOut | None
    after: ForecastOut | None
    target_outline: list[Point]
    words: str
    disturbance: float | None
    why_none: str
    style_used: str


class PerHundredOut(BaseModel):
    """What 100 g of the whole piece holds before baking, by wish id; null where an amount is unknown."""

    less_sugar: float | None
    less_sodium: float | None
    more_fibre: float | None


class EqualOut(BaseModel):
    """Something from the pantry that comes to the same; short says what could not be taken off."""

    rule: str
    name: str
    words: str
    changes: list[LineSwap]
    short: str
    source: str
    confidence: Confidence


class PantryOut(BaseModel):
    equals: list[EqualOut]
    eggs: list[EggCount]


class SiblingOut(BaseModel):
    id: int
    name: str
    needs: list[str]
    waiting: int


class FamilyOut(BaseModel):
    """The dough this one follows, what would follow from it, and the diet versions that follow this one."""

    parent: int | None
    parent_name: str
    following: list[Following]
    siblings: list[SiblingOut]


class DayDoughOut(BaseModel):
    name: str
    brings: list[str]


class DayOut(BaseModel):
    order: list[DayDoughOut]
    cautions: list[str]


class SupplierOut(BaseModel):
    """An ingredient of the dough with the allergens only its label can settle, and what was read on it."""

    ingredient: str
    name: str
    open: list[str]
    may_contain: list[str]
    read_on: str


class LabelOut(BaseModel):
    title: str
    subtitle: str
    against: list[str]
    allergens: list[AllergensHeld]
    ingredients: list[Named]
    nutrients: list[Nutrient]
    piece_g: float | None
    pieces: int | None
    loss_pct: float | None
    loss_from: str
    loss_plus_minus: float | None
    suggests: list[str]
    notices: list[str]
    sentences: list[str]
    lacks: list[str]
    confidence: Confidence
    suppliers: list[SupplierOut]
