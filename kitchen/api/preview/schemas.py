"""What a preview answers: composition, bands, forecast, and the detail behind it."""

from __future__ import annotations

from pydantic import BaseModel

from dough.accounts.needs.verdict import Standing
from dough.bake.contract import Drive, Window
from dough.bake.kept import Kept
from dough.desk.appearance import Appearance
from dough.desk.preview import Figure, LineView
from dough.draft.texture_map import MapPlace
from dough.facts.ingredients import Role
from dough.facts.styles import Band
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import CookieDoc

Point = list[float]
"""x and y in mm: from the middle, and of height."""


class RoleOut(BaseModel):
    """percent is by mass; rail is the figure the band is stated on (fat as butter of 81 % fat)."""

    role: Role
    line_ids: list[str]
    grams: float
    lacks: list[str]
    percent: float | None
    percent_wide: float | None
    rail: float | None
    rail_min: float
    rail_max: float
    band: Band | None
    typical: float | None
    state: str
    words: str


class EstimateOut(BaseModel):
    """A value with its 80 % range; low_at and high_at are the range's ends on a reading's scale, 0 to 1."""

    value: float
    low: float | None
    high: float | None
    low_at: float | None = None
    high_at: float | None = None


class ReadingOut(BaseModel):
    """One attribute: where forecast and target stand between the two words, 0 to 1."""

    key: str
    label: str
    unit: str
    digits: int
    low_word: str
    high_word: str
    forecast: EstimateOut | None
    target: float | None
    forecast_at: float | None
    target_at: float | None
    within_reach: bool | None


class EggOut(BaseModel):
    """When the core reaches 71 °C, apart from the texture; done says whether the planned minute gets there."""

    reached_min: float | None
    done: bool
    sentence: str


class LabOut(BaseModel):
    """A crust colour: CIE L*, a*, b* and the sRGB to draw it with (a*, b* are a labelled guess)."""

    l: float  # noqa: E741
    a: float
    b: float
    hex: str


class ForecastOut(BaseModel):
    method: str
    method_words: str
    reference: str
    cookie: CookieDoc
    outline: list[Point]
    hex_rim: str
    hex_middle: str
    minutes: float
    warnings: list[str]


class NoticeOut(BaseModel):
    """A finding in short; the bench's drawer has its remedies. state is look, act or aside."""

    key: str
    state: str
    role: Role | None
    lines: list[str]
    what: str
    why: str


class PreviewOut(BaseModel):
    """seq is the question's; draft is what was asked with the edit made."""

    seq: int
    draft: DraftDoc
    lines: list[LineView]
    roles: list[RoleOut]
    percent_note: str
    figures: list[Figure]
    style_used: str | None
    style_is_nearest: bool
    forecast: ForecastOut | None
    no_forecast: str
    readings: list[ReadingOut]
    miss: str
    target_outline: list[Point]
    oven_marks: str
    cautions: list[str]
    dark: str
    appearance: Appearance | None
    needs_state: Standing | None
    findings: list[NoticeOut]
    forecast_place: MapPlace | None
    target_place: MapPlace | None
    wide_g: float | None


class EndOut(BaseModel):
    """An end value with its 80 % range and the three inputs that move it most."""

    key: str
    label: str
    unit: str
    digits: int
    value: float
    low: float | None
    high: float | None
    drives: list[Drive]


class FrameOut(BaseModel):
    """The piece at a moment. section is the right half of the side view in mm, middle to rim."""

    minutes: float
    core_c: float
    rim_c: float
    base_c: float
    diameter_mm: float
    height_mm: float
    moisture_pct: float
    moisture_rim_pct: float
    moisture_middle_pct: float
    set_rim: float
    set_middle: float
    l_rim: float
    l_middle: float
    l_base: float
    hex_rim: str
    hex_middle: str
    hex_base: str
    section: list[Point]


class PreviewDetailOut(BaseModel):
    """What needs many bakes. no_forecast says why there is nothing when the rest is empty."""

    seq: int
    no_forecast: str
    basis: str
    minutes: float
    set_min: float | None
    carry_over_k: float | None
    window: Window | None
    egg: EggOut | None
    estimates: dict[str, EstimateOut]
    ends: list[EndOut]
    colours: dict[str, LabOut]
    frames: list[FrameOut]
    age: Kept | None


class ExplainOut(BaseModel):
    """One section of the model's own description."""

    title: str
    paragraphs: list[str]


class ModelOut(BaseModel):
    """Where a forecast comes from: docs/model.md, section by section."""

    sections: list[ExplainOut]
