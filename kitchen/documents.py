"""Documents as they are stored and sent, and their way to and from the core's own types."""

from __future__ import annotations

from typing import Annotated, Literal

from annotated_types import Len
from pydantic import BaseModel, ConfigDict, StringConstraints

from dough.accounts.formula import Draft, Formula, Line, Liner, Method, Place, Process, Shape, Shelf, Step
from dough.bake.intake import Kit
from dough.draft.target import Target
from dough.facts.cookie import Cookie
from dough.facts.needs import Wish, wish
from dough.judgement.trials.measure import Measured
from kitchen.pantry import find
from kitchen.taught import taught

Key = Annotated[str, StringConstraints(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")]
Typed = str | float | None
"""What a cook typed into a box: text is read by dough.facts.entry; None is unknown."""


class Strict(BaseModel):
    """No unknown keys, no NaN or infinity. Plain pydantic: the API's own schema class walks every field twice."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


def _pair(values: list[float] | None) -> tuple[float, float] | None:
    return (values[0], values[1]) if values else None


class LineDoc(Strict):
    id: Key
    ingredient: Key
    ingredient_version: int = 1
    amount: float | None = None
    unit: Literal["g", "%"] = "g"
    grams: float | None
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
    lines: list[LineDoc] = []
    process: ProcessDoc = ProcessDoc()
    dismissed: list[DismissedDoc] = []
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
                _pair(x.range_g),
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


class CookieDoc(Strict):
    diameter_mm: float | None = None
    height_mm: float | None = None
    rim_crisp: float | None = None
    middle_soft: float | None = None
    bite_chewy: float | None = None
    crumb_cakey: float | None = None
    crust_l: float | None = None

    def to_core(self) -> Cookie:
        return Cookie(**self.model_dump())

    @classmethod
    def of(cls, cookie: Cookie) -> CookieDoc:
        return cls.model_validate(cookie, from_attributes=True)


class WishDoc(Strict):
    """Less or more of something: by so many percent of from_per_100g (g, for sodium mg, in 100 g)."""

    need: Annotated[str, StringConstraints(max_length=20)]
    by_pct: float
    from_per_100g: float

    def to_core(self) -> Wish:
        return wish(self.need, self.by_pct, self.from_per_100g)


class TargetDoc(Strict):
    cookie: CookieDoc = CookieDoc()
    portion_g: float | None = None
    source: Annotated[str, StringConstraints(max_length=120)] = "not set"
    style_id: str | None = None
    count: float | None = None
    eat_age_h: float | None = None
    needs: Annotated[list[str], Len(0, 40)] = []
    wishes: Annotated[list[WishDoc], Len(0, 6)] = []

    def to_core(self) -> Target:
        return Target(
            self.cookie.to_core(), self.portion_g, self.source, self.style_id, self.count, self.eat_age_h,
            tuple(self.needs), tuple(w.to_core() for w in self.wishes),
        )  # fmt: skip

    @classmethod
    def of(cls, target: Target) -> TargetDoc:
        return cls(
            cookie=CookieDoc.of(target.cookie),
            portion_g=target.portion_g,
            source=target.source[:120],
            style_id=target.style_id,
            count=target.count,
            eat_age_h=target.eat_age_h,
            needs=list(target.needs),
            wishes=[WishDoc.model_validate(w, from_attributes=True) for w in target.wishes],
        )


class MeasuredDoc(Strict):
    diameters_mm: list[float] = []
    heights_mm: list[float] = []
    mass_before_g: float | None = None
    mass_after_g: float | None = None
    rim_crisp: float | None = None
    middle_soft: float | None = None
    bite_chewy: float | None = None
    crumb_cakey: float | None = None
    crust_l: float | None = None
    row_of: int | None = None
    row_mm: float | None = None
    row_turned_mm: float | None = None
    stack_of: int | None = None
    stack_mm: float | None = None
    l_rim: float | None = None
    l_middle: float | None = None
    l_base: float | None = None
    shade_from: Literal["eye", "photo"] = "eye"
    core_c: float | None = None
    rim_c: float | None = None
    snap: float | None = None
    bend: float | None = None
    tasted_min: float | None = None

    def to_core(self) -> Measured:
        values = self.model_dump()
        return Measured(
            diameters_mm=tuple(values.pop("diameters_mm")), heights_mm=tuple(values.pop("heights_mm")), **values
        )

    @classmethod
    def of(cls, measured: Measured) -> MeasuredDoc:
        return cls.model_validate(measured, from_attributes=True)


class KitDoc(Strict):
    """What is known of the oven and tray in use, and which they and the dough are."""

    offset_k: float | None = None
    tray_conductance: float = 1.0
    oven_id: int | None = None
    tray_id: int | None = None
    dough_id: int | None = None

    def to_core(self) -> Kit:
        """With what the bakes of this kitchen have taught about that oven, tray and dough."""
        return Kit(self.offset_k, self.tray_conductance, taught(self.oven_id, self.tray_id, self.dough_id))
