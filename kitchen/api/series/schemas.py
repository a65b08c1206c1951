"""What series are asked with and answered by."""

from __future__ import annotations

from datetime import datetime

from pydantic import BaseModel, Field

from dough.counsel.series.best import BestLevel
from dough.counsel.series.design import Factor
from dough.counsel.series.effects import Effect, TraysNeeded
from dough.counsel.series.fitting import Spread
from dough.counsel.series.pieces import PieceShare
from dough.counsel.series.power import PlannedPower
from dough.draft.texture_map import MapPlace
from kitchen.api.asked import MAX_ID
from kitchen.documents.base import Strict, Typed


class FactorIn(Strict):
    key: str = Field(max_length=60)
    levels: list[float] = Field(max_length=8)


class SeriesIn(Strict):
    """A series to plan. seed is where chance comes from: the same seed gives the same order; fraction bakes a part of
    all combinations."""

    name: str = Field(default="", max_length=400)
    factors: list[FactorIn] = Field(max_length=6)
    fraction: bool = False
    repeats: int = Field(default=2, ge=0, le=100)
    pieces: int = Field(default=6, ge=0, le=1000)
    seed: int = Field(default=1, ge=0, le=MAX_ID)


class RunIn(Strict):
    revision: int
    order: int = Field(ge=0, le=1000)
    typed: dict[str, Typed] = Field(max_length=20)


class LeverOut(BaseModel):
    """What could be varied: where it stands now and levels that make sense around it."""

    key: str
    name: str
    unit: str
    now: float | None
    suggested: list[float]
    low: float
    high: float


class SeriesRunOut(BaseModel):
    """One run: what it is in words, and what it measured."""

    order: int
    block: int
    place: int
    dough: int
    words: str
    results: dict[str, list[float]]


class SplitOut(BaseModel):
    words: str
    grams: float
    diameter_mm: float | None
    height_mm: float | None
    rim_crisp: float | None
    crust_l: float | None


class MeanOut(BaseModel):
    """A measure's mean at a level, with what the forecast says there."""

    level: float
    measured: float | None
    forecast: float | None


class OutcomeOut(BaseModel):
    key: str
    label: str
    unit: str
    digits: int
    effects: list[Effect]
    means: list[MeanOut]
    spreads: list[Spread]
    looked_at: int
    bend: Effect | None
    pieces: PieceShare | None
    words: list[str]


class BestOut(BaseModel):
    """Where the series would bake next: levels with ranges, how far the cookie would be from the target there and at
    the worst level (root mean square, clear misses), by which measures, and its place on the texture map."""

    levels: list[BestLevel]
    distance: float
    worst: float
    compared: list[str]
    words: str
    place: MapPlace | None
    region: list[MapPlace]
    target: MapPlace | None


class SeriesOut(BaseModel):
    id: int
    revision: int
    name: str
    made_at: datetime | None
    made_by: str
    factors: list[Factor]
    runs: list[SeriesRunOut]
    splits: list[SplitOut]
    one_dough: bool
    parted: bool
    dough_g: float
    pieces: int
    repeats: int
    cautions: list[str]
    outcomes: list[OutcomeOut]
    best: BestOut | None
    done: int


class SeriesListOut(BaseModel):
    levers: list[LeverOut]
    series: list[SeriesOut]


class PlanPowerIn(SeriesIn):
    """A plan, and the difference that it is asked to see in one measure."""

    key: str = Field(max_length=40)
    difference: float


class PlanPowerOut(BaseModel):
    """How often the plan would see the difference, by factor."""

    unit: str
    difference: float
    each: list[PlannedPower]


class PowerOut(BaseModel):
    """scatter is one sd between two bakes, in the measure's unit; scatter_from says where it comes from."""

    key: str
    label: str
    unit: str
    difference: float
    scatter: float
    scatter_from: str
    needs: list[TraysNeeded]
