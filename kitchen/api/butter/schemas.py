"""What the butter stage is answered. Temperatures in °C, times in minutes, unless the name says otherwise."""

from __future__ import annotations

from datetime import datetime

from pydantic import BaseModel

from dough.accounts.butter.browned import Cooling
from dough.accounts.butter.creaming import CupTest, Moment
from dough.accounts.butter.dough_temp import PartTemp
from dough.facts.ingredients import Confidence
from kitchen.api.preview.schemas import Point


class FeelOut(BaseModel):
    key: str
    low_c: float
    high_c: float
    middle_c: float
    yield_low_kpa: float
    yield_high_kpa: float
    short: str
    feel: str
    use: str


class CurveOut(BaseModel):
    """Solid fat, % of the fat, against °C; own is the dough's own fat."""

    name: str
    own: bool
    points: list[Point]


class StripCostOut(BaseModel):
    temp_c: float
    diameter_mm: float | None
    height_mm: float | None
    rim_crisp: float | None
    words: str


class StripOut(BaseModel):
    """zone is what the method wants of the butter, dough what it wants of the mixed dough; spread_k is how far
    a brand may lie off."""

    fat: str
    feels: list[FeelOut]
    curves: list[CurveOut]
    zone_low_c: float
    zone_high_c: float
    dough_low_c: float
    dough_high_c: float
    mixer: str
    also: str
    spread_k: float
    now_c: float | None
    feel_now: str
    verdict: str
    costs: list[StripCostOut]


class FormTimeOut(BaseModel):
    form: str
    name: str
    minutes: float | None


class ClockOut(BaseModel):
    """Minutes from taking it out; null: not within eight hours. curve is minute, mean and core."""

    to_low: float | None
    to_high: float | None
    core_low: float | None
    low_early: float | None
    low_late: float | None
    never: str
    curve: list[Point]


class ButterClockOut(ClockOut):
    """firm_min is how long in the fridge from three degrees too warm back into the zone."""

    forms: list[FormTimeOut]
    firm_min: float | None


class TakenOut(ClockOut):
    """Butter that is out: ready_at and past_at are when its mean enters and leaves the zone."""

    form: str
    out_at: datetime
    room_c: float
    start_c: float
    ready_at: datetime | None
    past_at: datetime | None
    readings: list[Point]


class ButterOutOut(BaseModel):
    taken: TakenOut | None
    zone_low_c: float
    zone_high_c: float
    keep: str
    practice: list[str]
    rule: str


class DoughTempOut(BaseModel):
    """Where the dough comes out and the ways to where it should; friction from the mixer, ± its sd."""

    parts: list[PartTemp]
    friction_k: float
    per_min_k: float
    per_min_sd: float
    readings: int
    mixer: str
    minutes: float
    mixed_c: float
    wanted_c: float
    low_c: float
    high_c: float
    solved: float | None
    ways: list[str]
    curdle: str
    effect: str


class MixerOut(BaseModel):
    kind: str
    name: str
    tau_min: float
    warms_low: float
    warms_high: float
    per_min_k: float
    sd_k: float
    readings: int
    confidence: Confidence


class CreamOut(BaseModel):
    """Density in g/ml and air by volume against minutes; slow: more sugar than butter creams longer."""

    fat_g: float
    sugar_g: float
    solid_density: float
    points: list[Moment]
    temp_c: float
    minutes: float | None
    cup: CupTest | None
    stop_low: float
    stop_high: float
    overrun: float | None
    warms: float
    slow: bool
    effect: str


class BrownedOut(BaseModel):
    before_g: float
    after_g: float
    water_lost_g: float
    solids_lost_g: float
    water_back_g: float
    more_butter_g: float
    measured: bool
    note: str
    caution: str
    supercools: str
    egg_below_c: float
    set_c: float
    coolings: list[Cooling]


class RestOut(BaseModel):
    purpose: str
    name: str
    core_target_c: float | None
    to_core_min: float | None
    least_min: float | None
    warning: str
    flatter_mm: float | None
    flatter_min: float | None
    why: str
    use_by_h: float
    use_by_words: str
    curve: list[Point]
    purposes: dict[str, str]


class MethodOut(BaseModel):
    """A way of making the dough, what butter it wants, and what the forecast does when it is taken."""

    method: str
    zone_low_c: float
    zone_high_c: float
    mixer: str
    form: str
    also: str
    effect: str
    order: list[str]
    now: bool


class MixingOut(BaseModel):
    methods: list[MethodOut]
    consistency: list[str]
    cures: list[str]
    over_mixing: str
