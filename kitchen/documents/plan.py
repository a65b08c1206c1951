"""A plan as it is stored and sent."""

from __future__ import annotations

from typing import Annotated, Literal

from annotated_types import Len
from pydantic import Field, StringConstraints

from dough.plan.kept import Form
from dough.plan.portions import Size, Unknown
from dough.plan.steps import Change
from dough.plan.wish import (
    USUAL_MARGIN_MM,
    USUAL_RISK,
    USUAL_TOLERANCE_G,
    ButterWish,
    KeepWish,
    ShapeWish,
    TrayWish,
    Wish,
)
from kitchen.documents.base import Strict

MM = Annotated[float, Field(ge=0.5, le=3000)]
Id = Annotated[int, Field(ge=1, le=2**31 - 1)]
Minute = Annotated[int, Field(ge=-14 * 1440, le=3 * 1440)]
StepName = Annotated[str, StringConstraints(min_length=1, max_length=60, pattern=r"^[a-z0-9_]+$")]


class SizeDoc(Strict):
    name: str = Field(max_length=40)
    pieces: int = Field(ge=1, le=10_000)
    portion_g: float = Field(gt=0, le=3000)


class ShapeDoc(Strict):
    length_mm: MM | None = None
    diameter_mm: MM | None = None
    thickness_mm: MM | None = None
    slice_mm: MM | None = None
    tip_mm: MM | None = None
    tin: Id | None = None
    cutter: Id | None = None
    scoop: Id | None = None
    across: int = Field(default=4, ge=1, le=40)
    along: int = Field(default=6, ge=1, le=40)
    wedges: int = Field(default=12, ge=2, le=48)
    scored_before: bool = False


class SecondDoc(Strict):
    dough: Id
    share: float = Field(default=0.5, gt=0, lt=1)
    how: Literal["halves", "marbled", "filled", "sandwiched"] = "halves"


class TrayDoc(Strict):
    gap_mm: float | None = Field(default=None, ge=0, le=300)
    risk: float = Field(default=USUAL_RISK, ge=0.001, le=0.5)
    margin_mm: float = Field(default=USUAL_MARGIN_MM, ge=0, le=300)
    rows: Literal["best", "square", "offset"] = "best"
    at_once: int = Field(default=1, ge=1, le=60)
    moved: Annotated[list[Annotated[list[float], Len(2, 2)]], Len(0, 400)] = []


class FinishDoc(Strict):
    id: str = Field(max_length=30)
    pieces: int = Field(ge=1, le=10_000)


class KeepDoc(Strict):
    form: Form
    pieces: int = Field(ge=1, le=10_000)
    cold: Id | None = None


class ButterDoc(Strict):
    form: str = Field(default="block", max_length=20)
    start_c: float = Field(default=4.0, ge=-30, le=40)
    wrapped: bool = True


class ChangeDoc(Strict):
    """A step changed: other minutes, pinned to a minute of the day, or left out."""

    step: StepName
    minutes: float | None = Field(default=None, ge=0, le=20_160)
    at: Minute | None = None
    out: bool = False


class WeighedDoc(Strict):
    """Dough pressed level into something: its grams and ml."""

    grams: float = Field(gt=0, le=50_000)
    ml: float = Field(gt=0, le=50_000)


class PlanDoc(Strict):
    """A plan; what is left open is worked out. ready and begin are "HH:MM" of the plan's day, kitchen time.

    dough_weighed_g and pieces_weighed_g are what was really there before and after dividing: the bowl's loss is learned
    from them.
    """

    unknown: Unknown = "dough"
    pieces: int | None = Field(default=24, ge=1, le=10_000)
    portion_g: float | None = Field(default=None, gt=0, le=3000)
    dough_g: float | None = Field(default=None, gt=0, le=500_000)
    loss_pct: float | None = Field(default=None, ge=0, le=20)
    sizes: Annotated[list[SizeDoc], Len(0, 6)] = []
    division: str = Field(default="", max_length=20)
    shape: ShapeDoc = ShapeDoc()
    second: SecondDoc | None = None
    tray: TrayDoc = TrayDoc()
    tolerance_g: float = Field(default=USUAL_TOLERANCE_G, ge=0, le=100)
    ready: Annotated[str, StringConstraints(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")] | None = "16:00"
    begin: Annotated[str, StringConstraints(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")] | None = None
    toast: bool = False
    finishes: Annotated[list[FinishDoc], Len(0, 6)] = []
    butter: ButterDoc = ButterDoc()
    keep: Annotated[list[KeepDoc], Len(0, 6)] = []
    changes: Annotated[list[ChangeDoc], Len(0, 60)] = []
    weighed: Annotated[list[WeighedDoc], Len(0, 10)] = []
    mixer: Id | None = None
    cold: Id | None = None
    dough_weighed_g: float | None = Field(default=None, gt=0, le=500_000)
    pieces_weighed_g: float | None = Field(default=None, gt=0, le=500_000)

    def to_core(self) -> Wish:
        """The plan as the core takes it; its hours stay with the kitchen, which knows its zone."""
        s, t, b = self.shape, self.tray, self.butter
        return Wish(
            unknown=self.unknown, pieces=self.pieces, portion_g=self.portion_g, dough_g=self.dough_g,
            loss_pct=self.loss_pct, sizes=tuple(Size(x.name, x.pieces, x.portion_g) for x in self.sizes),
            division=self.division, shape=ShapeWish(**s.model_dump()),
            tray=TrayWish(t.gap_mm, t.risk, t.margin_mm, t.rows, t.at_once, tuple((x, y) for x, y in t.moved)),
            tolerance_g=self.tolerance_g, toast=self.toast, finishes=tuple((f.id, f.pieces) for f in self.finishes),
            butter=ButterWish(b.form, b.start_c, b.wrapped),
            keep=tuple(KeepWish(k.form, k.pieces, k.cold) for k in self.keep),
            changes=tuple(Change(c.step, c.minutes, c.at, c.out) for c in self.changes),
            weighed=tuple((w.grams, w.ml) for w in self.weighed), mixer=self.mixer, cold=self.cold,
        )  # fmt: skip

    @property
    def weighed_loss_pct(self) -> float | None:
        """What the bowl kept of this batch, by what was weighed; None where it was not."""
        if not self.dough_weighed_g or not self.pieces_weighed_g or self.pieces_weighed_g > self.dough_weighed_g:
            return None
        return 100.0 * (1.0 - self.pieces_weighed_g / self.dough_weighed_g)
