"""What is handed on, as the screens show it before it is printed."""

from __future__ import annotations

from pydantic import BaseModel

from dough.desk.bench_sheet import SheetLine
from dough.desk.handing_on.batch_sheet import BatchLine, Check, Critical
from dough.desk.handing_on.card import CardGroup


class SheetOut(BaseModel):
    """The bench sheet of one batch, with room for what was really done."""

    title: str
    subtitle: str
    lines: list[SheetLine]
    steps: list[str]
    checks: list[str]
    cautions: list[str]
    allergens: list[str]
    labels: str


class MeasuresOut(BaseModel):
    """Measures that can stand beside grams."""

    id: str
    name: str


class CardOut(BaseModel):
    """A card; drawing is SVG, empty without a forecast. day is written as the kitchen writes its days."""

    title: str
    version: str
    day: str
    makes: str
    expect: str
    groups: list[CardGroup]
    steps: list[str]
    pull: list[str]
    holds: list[str]
    keeping: list[str]
    cautions: list[str]
    small_print: list[str]
    drawing: str
    measures: list[MeasuresOut]


class BatchSheetOut(BaseModel):
    """The batch sheet of so many pieces."""

    title: str
    version: str
    day: str
    makes: str
    bowl: str
    batches: int
    batch_g: float
    pieces: int
    lines: list[BatchLine]
    steps: list[str]
    checks: list[Check]
    weights: list[str]
    critical: list[Critical]
    holds: list[str]
    cautions: list[str]
