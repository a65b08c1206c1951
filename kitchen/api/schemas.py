"""What the API answers. Every figure carries its unit in its name or beside it."""

from __future__ import annotations

from datetime import date, datetime

from ninja import Schema

from dough.formula import Method, Place, Shape, Step
from dough.ingredients import Confidence, Role
from kitchen.documents import CookieDoc, DraftDoc, MeasuredDoc, TargetDoc

Point = list[float]
"""x and y in mm: from the middle, and of height."""


class PersonOut(Schema):
    name: str
    username: str


class SessionOut(Schema):
    """cook is null when nobody is signed in."""

    cook: PersonOut | None
    demo: bool
    kitchen: str


class OvenOut(Schema):
    id: int
    name: str
    fan: bool
    offset_k: float | None
    offset_from: str


class TrayOut(Schema):
    id: int
    name: str
    conductance: float


class KitchenOut(Schema):
    name: str
    about: str
    ovens: list[OvenOut]
    trays: list[TrayOut]


class IngredientOut(Schema):
    id: str
    name: str
    detail: str
    also: str
    group: str
    role: Role
    source: str
    confidence: Confidence
    note: str
    allergens: list[str]
    water: float
    fat: float
    sugars: float
    protein: float


class BandOut(Schema):
    low: float
    high: float
    source: str
    confidence: Confidence


class StyleOut(Schema):
    id: str
    name: str
    wanted: str
    target: TargetDoc
    outline: list[Point]


class ShadeOut(Schema):
    crust_l: float
    hex: str


class AttributeOut(Schema):
    key: str
    label: str
    unit: str
    step: float
    digits: int
    low_word: str
    high_word: str


class ReferenceOut(Schema):
    """What the screens need once: the table, the styles, the words."""

    ingredients: list[IngredientOut]
    styles: list[StyleOut]
    attributes: list[AttributeOut]
    shades: list[ShadeOut]
    roles: list[Role]
    steps: list[Step]
    methods: list[Method]
    shapes: list[Shape]
    places: list[Place]
    raw_dough: str


class VersionOut(Schema):
    number: int
    parent: int | None
    note: str
    kept_at: datetime
    kept_by: str
    bakes: int


class SizeOut(Schema):
    """A cookie with what drawing it needs: side view in mm, crust hex."""

    cookie: CookieDoc
    outline: list[Point]
    hex: str | None
    label: str


class DoughOut(Schema):
    id: int
    name: str
    style: str
    revision: int
    draft: DraftDoc
    target: TargetDoc
    draft_parent: int | None
    draft_differs: bool
    versions: list[VersionOut]
    last_bake: SizeOut | None
    bakes: int
    saved_at: datetime
    saved_by: str


class ShelfItem(Schema):
    id: int
    name: str
    style: str
    style_name: str
    revision: int
    versions: int
    bakes: int
    target: SizeOut
    last_bake: SizeOut | None
    closeness: str
    within: int
    compared: int
    next: str
    saved_at: datetime


class LineOut(Schema):
    id: str
    role: Role
    percent: float | None


class RoleOut(Schema):
    """percent is by mass; rail is the figure the band is stated on (fat as butter of 81 % fat)."""

    role: Role
    line_ids: list[str]
    grams: float
    lacks: list[str]
    percent: float | None
    rail: float | None
    rail_min: float
    rail_max: float
    band: BandOut | None
    typical: float | None
    state: str
    words: str


class FigureOut(Schema):
    key: str
    label: str
    value: float | None
    unit: str
    digits: int
    known: float | None
    lacks: str
    how: str
    confidence: Confidence


class EstimateOut(Schema):
    value: float
    low: float | None
    high: float | None


class ReadingOut(Schema):
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


class WindowOut(Schema):
    earliest_min: float
    latest_min: float
    earliest_because: str
    latest_because: str
    best_min: float | None


class EffectOut(Schema):
    what: str
    diameter_pct: float
    height_pct: float
    source: str
    disputed: bool


class ForecastOut(Schema):
    method: str
    method_words: str
    reference: str
    cookie: CookieDoc
    outline: list[Point]
    hex_rim: str
    hex_middle: str
    window: WindowOut | None
    minutes: float
    effects: list[EffectOut]
    not_counted: list[str]
    warnings: list[str]


class PreviewOut(Schema):
    """seq is the question's; draft is what was asked with the edit made."""

    seq: int
    draft: DraftDoc
    lines: list[LineOut]
    roles: list[RoleOut]
    percent_note: str
    figures: list[FigureOut]
    style_used: str | None
    style_is_nearest: bool
    forecast: ForecastOut | None
    no_forecast: str
    readings: list[ReadingOut]
    miss: str
    target_outline: list[Point]
    oven_marks: str
    cautions: list[str]


class PreviewDetailOut(Schema):
    """What needs many bakes. Empty while the forecast is a rule of thumb: it has no model to vary."""

    window: WindowOut | None
    estimates: dict[str, EstimateOut]
    basis: str


class RowOut(Schema):
    key: str
    label: str
    unit: str
    digits: int
    target: float | None
    forecast: float | None
    bake: float | None
    from_target: str
    from_forecast: str
    within_scatter: bool


class WeighedOut(Schema):
    line: str
    name: str
    planned_g: float | None
    weighed_g: float


class BatchOut(Schema):
    id: int
    number: int
    version: int
    mixed_on: date
    weighed: list[WeighedOut]
    butter_temp_c: float | None
    dough_temp_c: float | None
    note: str


class BakeOut(Schema):
    id: int
    number: int
    batch: BatchOut
    corrects: int | None
    baked_on: date
    age_h: float | None
    chill_h: float | None
    dough_temp_c: float | None
    portion_g: float | None
    pieces: int | None
    oven: str | None
    oven_id: int | None
    tray: str | None
    tray_id: int | None
    oven_c: float | None
    fan: bool | None
    minutes: float | None
    measured: MeasuredDoc
    bake_loss_pct: float | None
    spread_factor: float | None
    notes: str
    logged_by: str
    size: SizeOut
    forecast: ForecastOut | None
    no_forecast: str
    rows: list[RowOut]
    sentence: str
    rms_steps: float | None


class BakesOut(Schema):
    target: SizeOut
    bakes: list[BakeOut]
    batches: list[BatchOut]
