"""A draft as it is stored and sent."""

from __future__ import annotations

from typing import Annotated, Literal

from annotated_types import Len
from pydantic import AfterValidator, StringConstraints

from dough.accounts.formula import Draft, Formula, Line, Liner, Method, Place, Process, Shape, Shelf, Step
from kitchen.documents.base import Key, Strict, pair
from kitchen.documents.own_ingredient import find

#: Grams that no balance shows: less is nothing, and figures at the end of what a computer holds break what divides.
LEAST_G = 1e-6


def _weighable(grams: float | None) -> float | None:
    return 0.0 if grams is not None and abs(grams) < LEAST_G else grams


class LineDoc(Strict):
    id: Key
    ingredient: Key
    ingredient_version: int = 1
    amount: float | None = None
    unit: Literal["g", "%"] = "g"
    grams: Annotated[float | None, AfterValidator(_weighable)]
    step: Step
    range_g: Annotated[list[float], Len(2, 2)] | None = None
    said: Annotated[str, StringConstraints(max_length=80)] = ""


class ProcessDoc(Strict):
    method: Method = Method.CREAMED_SOFT
    dough_temp_c: float | None = 20.0
    rest_h: float | None = 0.0
    rest_place: Place = Place.COUNTER
    portion_g: float | None = None
    shape: Shape = Shape.BALL
    start_diameter_mm: float | None = None
    start_thickness_mm: float | None = None
    oven_id: int | None = None
    oven_c: float | None = None
    fan: bool = False
    tray_id: int | None = None
    liner: Liner = Liner.PAPER
    shelf: Shelf = Shelf.MIDDLE
    minutes: float | None = None
    bang_minute: float | None = None
    rotate_minute: float | None = None
    bowl_loss_pct: float = 2.0
    contact_share_pct: float = 10.0
    butter_temp_c: float | None = None
    cream_minutes: float | None = None
    mixer: Annotated[str, StringConstraints(max_length=20)] = ""
    flour_minutes: float | None = None
    chill_h: float | None = None
    chill_place: Place = Place.FRIDGE


class DismissedDoc(Strict):
    """A finding the cook has set aside, and why."""

    key: Annotated[str, StringConstraints(max_length=60)]
    reason: Annotated[str, StringConstraints(max_length=200)]


class SwapDoc(Strict):
    """A swap that made the draft what it is: the line (or wish) it was made at, and its rule."""

    line: Key
    rule: Key


class DraftDoc(Strict):
    lines: Annotated[list[LineDoc], Len(0, 1000)] = []
    process: ProcessDoc = ProcessDoc()
    dismissed: Annotated[list[DismissedDoc], Len(0, 300)] = []
    swaps: Annotated[list[SwapDoc], Len(0, 300)] = []

    def to_core(self) -> Draft:
        lines = tuple(
            Line(
                x.id,
                x.ingredient,
                x.grams,
                x.step,
                x.amount,
                x.unit,
                x.ingredient_version,
                pair(x.range_g),
                x.said,
                find(x.ingredient, x.ingredient_version),
            )
            for x in self.lines
        )
        aside = tuple((d.key, d.reason) for d in self.dismissed)
        made = tuple((s.line, s.rule) for s in self.swaps)
        return Draft(Formula(lines), Process(**dict(self.process)), aside, made)

    @classmethod
    def of(cls, draft: Draft) -> DraftDoc:
        return cls(
            lines=[
                LineDoc(
                    id=x.id,
                    ingredient=x.ingredient_id,
                    ingredient_version=x.ingredient_version,
                    amount=x.amount,
                    unit=x.unit,
                    grams=x.grams,
                    step=x.step,
                    range_g=list(x.range_g) if x.range_g else None,
                    said=x.said,
                )
                for x in draft.formula.lines
            ],
            process=ProcessDoc.model_validate(draft.process, from_attributes=True),
            dismissed=[DismissedDoc(key=k, reason=r) for k, r in draft.dismissed],
            swaps=[SwapDoc(line=k, rule=r) for k, r in draft.swaps],
        )
