"""What Next is asked with and answers by."""

from __future__ import annotations

from django.utils import timezone
from pydantic import BaseModel, Field

from dough.accounts.brief import Stands
from dough.counsel.next_steps.brief import Brief
from dough.counsel.next_steps.what_if import Axis, ContourLine
from dough.facts.cookie import Cookie
from dough.facts.limits import check_limits
from kitchen.api.asked import Asked
from kitchen.api.preview.schemas import Point
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import CookieDoc, LimitDoc
from kitchen.reading.brief_figures import figures_for
from kitchen.reading.hours import today
from kitchen.reading.prices import prices
from kitchen.reading.store import store_on
from kitchen.reading.this_kitchen import region_code


class BriefIn(Asked):
    """A draft beside the limits of a brief."""

    limits: list[LimitDoc] = Field(default=[], max_length=20)

    def brief(self) -> Brief:
        """Raises EntryError for limits that make no sense."""
        limits = tuple(x.to_core() for x in self.limits)
        check_limits(limits)
        paid = prices() if any(x.key == "cost" for x in limits) else {}
        here = store_on(today(timezone.now())) if any(x.key == "store" for x in limits) else {}
        return Brief(limits, region_code(), paid, figures_for(limits, self.dough_id, self.wanted()), here)

    def wanted(self) -> Cookie:
        """The cookie that is wanted; nothing is asked of it where it is not sent."""
        return Cookie()


class NextIn(BriefIn):
    """locks are what may not be touched: eggs, butter, sugar, flour, liquid, leavening, portion, oven, minutes, dough
    temperature, method, tray. forgiving counts everyday slips into the distance; whole_eggs changes egg by whole
    ones."""

    target: CookieDoc
    locks: list[str] = Field(default=[], max_length=20)
    forgiving: bool = False
    whole_eggs: bool = False

    def wanted(self) -> Cookie:
        return self.target.to_core()


class LimitStandingOut(BaseModel):
    """A limit of the brief: its words with the figure, and met, unsure, out or unknown."""

    words: str
    stands: Stands
    must: bool
    value: float | None
    low: float | None
    high: float | None


class LimitPerOut(BaseModel):
    """In what a limit is set, and how it is said."""

    id: str
    words: str


class LimitKindOut(BaseModel):
    """What a limit can be set on: its name and unit, whether it is mostly wished to be at least so much, and in what
    (piece, 100 g)."""

    key: str
    name: str
    unit: str
    rather_more: bool
    per: list[LimitPerOut]


class BriefOut(BaseModel):
    """Limits in the order they were asked, what the loss they rest on is, what a piece costs in words, and what limits
    there are."""

    standings: list[LimitStandingOut]
    basis: str
    cost: str
    kinds: list[LimitKindOut]


class SlipMoveOut(BaseModel):
    """What a slip does to one measure, in its unit: off to one side and to the other."""

    key: str
    label: str
    unit: str
    digits: int
    down: float
    up: float


class SlipOut(BaseModel):
    """A slip of so much to either side, and what it does; steps is the larger side in clear misses."""

    key: str
    name: str
    size: float
    unit: str
    steps: float
    moved: list[SlipMoveOut]


class ShareOut(BaseModel):
    key: str
    label: str
    share: float


class ForgivingOut(BaseModel):
    """within is the share of bakes with all slips in which everything wished is within reach (None: no target)."""

    words: str
    within: float | None
    bakes: int
    slips: list[SlipOut]
    shares: list[ShareOut]
    cloud: list[list[Point]]
    now_outline: list[Point]
    target_outline: list[Point]


class AdviceEdit(BaseModel):
    """The preview's edit that makes the change: a role's percent, a line's grams, or a process field."""

    op: str
    role: str = ""
    percent: float = 0.0
    line: str = ""
    grams: float = 0.0
    field: str = ""
    value: str | float | int | None = None


class LeverMoveOut(BaseModel):
    key: str
    name: str
    unit: str
    before: float | None
    after: float | None


class EffectRangeOut(BaseModel):
    """One attribute's change with its range, in its unit."""

    key: str
    label: str
    unit: str
    digits: int
    value: float
    low: float
    high: float


class AdviceOut(BaseModel):
    """One lever, or a pair, at its best size. steps are clear misses from the target, before and after. bakes is how
    many of each version it takes to show. draft is the whole changed draft of a pair; a single has its edit."""

    key: str
    moves: list[LeverMoveOut]
    from_steps: float
    to_steps: float
    effect: str
    changes: list[EffectRangeOut]
    side_effects: list[str]
    mind: str
    sweeter_pct: float | None
    ease: int
    bakes: int
    outline: list[Point]
    edit: AdviceEdit | None
    draft: DraftDoc | None


class NextOut(BaseModel):
    """reason says why there is nothing to rank."""

    distance: float | None
    reason: str
    basis: str
    advice: list[AdviceOut]
    pairs: list[AdviceOut]
    target_outline: list[Point]
    locks: list[str]


class RungOut(BaseModel):
    """So many changes at their best. Distances are in clear misses (root mean square): now, then by the best guess,
    and expected with what effects may be off by. strange is what goes beyond what was baked here; noticed whether
    panels say that a change of this size is noticed."""

    moves: list[LeverMoveOut]
    words: str
    effect: str
    from_steps: float
    to_steps: float
    expected: float
    pays: bool
    still_out: list[str]
    side_effects: list[str]
    strange: list[str]
    noticed: str
    mind: list[str]
    changes: list[EffectRangeOut]
    tasted: list[str]
    outline: list[Point]
    draft: DraftDoc
    brief: list[LimitStandingOut]


class OtherRungOut(BaseModel):
    """A set of changes that is best by another measure than nearness: what it is, and what that comes to in words."""

    name: str
    words: str
    rung: RungOut


class LadderOut(BaseModel):
    """The best one change, the best two, three, four. reason says why there are none; first what to do before taking
    advice, with where to; recommended is a rung's place; floor what everything free together could reach at most by
    straight-line reckoning, in clear misses."""

    reason: str
    first: str
    first_at: str
    basis: str
    rungs: list[RungOut]
    recommended: int | None
    words: str
    stops: str
    others: list[OtherRungOut]
    floor: float | None
    looked_at: int
    now_outline: list[Point]
    target_outline: list[Point]
    locks: list[str]


class NarrowedOut(BaseModel):
    """Half the range (8 times in 10) of what is not known of a measure, before and after, in its unit."""

    key: str
    label: str
    unit: str
    digits: int
    before: float
    after: float


class FlipOut(BaseModel):
    """A reading that makes another next step the better one: in words, how often it comes (0 to 1), and which step."""

    words: str
    chance: float
    then: str


class TonightOut(BaseModel):
    """Something that could be done tonight: minutes of somebody's time, bits it tells about the measures wished and in
    an hour, and how much nearer the cookie is expected for knowing, in clear misses."""

    name: str
    reads: str
    minutes: float
    bits: float
    an_hour: float
    gain: float
    narrowed: list[NarrowedOut]
    flips: list[FlipOut]


class TeachesMostOut(BaseModel):
    """What could be done tonight, most told in an hour first; best is the next step as things stand, rest waiting
    that needs nobody, changed what the last learning did (empty: nothing was learned). reason says why there is
    nothing."""

    reason: str
    words: str
    best: str
    rest: str
    changed: str
    lessons: list[TonightOut]


class WhatIfIn(NextIn):
    """Two levers by key; one left empty is the first usual one that is not the other."""

    across: str = Field(default="", max_length=60)
    up: str = Field(default="", max_length=60)


class GradedLeverOut(BaseModel):
    key: str
    name: str
    unit: str


class WhatIfOut(BaseModel):
    """The map of two levers. lines are places of equal distance (clear misses), met the edge of where every wished
    measure is within reach, both in the levers' units; best is the nearest place; reason says why there is no map."""

    reason: str
    levers: list[GradedLeverOut]
    words: str
    across: Axis | None
    up: Axis | None
    lines: list[ContourLine]
    met: list[ContourLine]
    best: tuple[float, float] | None
    best_distance: float | None
    best_draft: DraftDoc | None
    baked: list[tuple[float, float]]
