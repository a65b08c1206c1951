"""The stateless previews: same draft, same answer, no writes."""

from __future__ import annotations

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import BaseModel, Field

from dough.accounts.flavour import SALTIER, flavour, tasted
from dough.accounts.formula import Draft
from dough.accounts.scaling import factor_for, resize
from dough.accounts.sweetness import TASTED_G, sweet_per_100g
from dough.bake.draft_setting import Setting
from dough.counsel.swaps.follow import swapped
from dough.counsel.swaps.pantry import equal
from dough.desk.preview import preview
from dough.draft import edit
from dough.draft.check import check_draft, check_target
from dough.draft.difference import LineChange, ProcessChange, difference
from dough.draft.target import Target
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.entry import read_named
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role
from dough.facts.kitchen_measures import Habit
from dough.facts.quantities import Quantity
from dough.facts.staples import POWDER, SODA, TARTAR
from dough.facts.styles import style
from dough.judgement.butter_cost import with_butter_at
from dough.judgement.findings.apply import apply as take
from dough.judgement.findings.model import Mend, Remedy
from kitchen.api.asked import MAX_ID, Asked
from kitchen.api.doughs.views import preview_out
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.detail import detail_out
from kitchen.api.preview.schemas import PreviewDetailOut, PreviewOut
from kitchen.documents.base import Key, Strict, Typed
from kitchen.documents.draft import DraftDoc
from kitchen.documents.own_ingredient import find
from kitchen.documents.target import CookieDoc, WishDoc
from kitchen.reading.kit import setting_of
from kitchen.reading.this_kitchen import cups, wanted

router = Router(tags=["preview"])


def _by_cup(text: Typed) -> bool:
    """Only a typed cup or spoon needs the kitchen's own cups looked up."""
    return isinstance(text, str) and any(c.isalpha() for c in text)


class AmountEdit(Strict):
    op: Literal["amount"]
    line: Key
    text: Typed
    unit: Literal["g", "%"] = "g"
    habit: Habit = Habit.METRIC

    def apply(self, draft: Draft) -> Draft:
        return edit.set_amount(draft, self.line, self.text, self.unit, self.habit, cups() if _by_cup(self.text) else ())


class RoleEdit(Strict):
    op: Literal["role"]
    role: Role
    percent: float

    def apply(self, draft: Draft) -> Draft:
        return edit.set_role_percent(draft, self.role, self.percent)


class ScaleEdit(Strict):
    op: Literal["scale"]
    dough: Typed

    def apply(self, draft: Draft) -> Draft:
        return edit.scale(draft, self.dough)


class AddEdit(Strict):
    op: Literal["add"]
    line: Key
    ingredient: str = Field(max_length=80)
    step: str | None = Field(default=None, max_length=20)

    def apply(self, draft: Draft) -> Draft:
        return edit.add_line(draft, self.line, self.ingredient, self.step, find(self.ingredient))


class DismissEdit(Strict):
    """Set a finding aside with a reason; an empty reason takes it up again."""

    op: Literal["dismiss"]
    key: str = Field(max_length=60)
    reason: str = Field(max_length=400)

    def apply(self, draft: Draft) -> Draft:
        return edit.dismiss(draft, self.key, self.reason)


class MendChange(Strict):
    op: Literal["line", "add", "out", "swap", "role", "portion"]
    line_id: str = Field(default="", max_length=40)
    ingredient: str = Field(default="", max_length=40)
    role: Role | None = None
    grams: float | None = Field(default=None, ge=0, le=100_000)
    percent: float | None = Field(default=None, ge=0, le=10_000)


class MendEdit(Strict):
    """Take a finding's remedy: its changes, one after another."""

    op: Literal["mend"]
    changes: list[MendChange] = Field(min_length=1, max_length=20)

    def apply(self, draft: Draft) -> Draft:
        return take(draft, Remedy("", tuple(Mend(**dict(c)) for c in self.changes)))


class MoveEdit(Strict):
    op: Literal["move"]
    line: Key
    to: int = Field(ge=0, le=400)

    def apply(self, draft: Draft) -> Draft:
        return edit.move_line(draft, self.line, self.to)


class LeavenEdit(Strict):
    """Soda, powder and tartar in grams, in the place of those that are there."""

    op: Literal["leaven"]
    soda_g: float = Field(default=0, ge=0, le=5000)
    powder_g: float = Field(default=0, ge=0, le=5000)
    tartar_g: float = Field(default=0, ge=0, le=5000)

    def apply(self, draft: Draft) -> Draft:
        return edit.set_leaveners(draft, {SODA: self.soda_g, POWDER: self.powder_g, TARTAR: self.tartar_g})


class ResizeEdit(Strict):
    """More or less of everything: by dough, factor, pieces, eggs, a line's grams, or a tin."""

    op: Literal["resize"]
    by: str = Field(max_length=10)
    text: str = Field(max_length=60)
    line: str = Field(default="", max_length=40)
    habit: Habit = Habit.METRIC

    def apply(self, draft: Draft) -> Draft:
        return resize(draft, factor_for(draft, self.by, self.text, self.line, self.habit))


class RecoverEdit(Strict):
    """The one unknown line from a known total of the dough, or of a share of it."""

    op: Literal["recover"]
    total: Typed
    share: float = Field(default=1.0, gt=0, le=1)

    def apply(self, draft: Draft) -> Draft:
        return edit.recover(draft, self.total, self.share)


class SwapEdit(Strict):
    """Make the swaps the needs ask for, as picked (line or wish id to rule id)."""

    op: Literal["swap"]
    needs: list[str] = Field(max_length=40)
    wishes: list[WishDoc] = Field(default=[], max_length=6)
    picks: dict[str, str] = Field(default={}, max_length=300)
    style: str = Field(default="", max_length=20)

    def apply(self, draft: Draft) -> Draft:
        check_draft(draft)
        chosen = Setting.of(draft, style(self.style) if self.style else None).style
        wishes = tuple(w.to_core() for w in self.wishes)
        return swapped(draft, wanted(self.needs), wishes, self.picks, chosen)


class EqualEdit(Strict):
    """Put an equivalent from the pantry in a line's place."""

    op: Literal["equal"]
    line: Key
    rule: str = Field(max_length=40)

    def apply(self, draft: Draft) -> Draft:
        check_draft(draft)
        return equal(draft, self.line, self.rule)


class ButterEdit(Strict):
    """Butter mixed at a temperature; the dough follows where it goes straight to the oven. Minutes and mixer of the
    creaming where they are said."""

    op: Literal["butter"]
    temp_c: Typed
    minutes: Typed = None
    mixer: str = Field(default="", max_length=20)

    def apply(self, draft: Draft) -> Draft:
        temp = read_named(self.temp_c, "butter_temp_c", "process.butter_temp_c")
        if temp is None:
            raise EntryError("process.butter_temp_c", "Type what the thermometer says.")
        draft = with_butter_at(draft, temp)
        if self.minutes not in (None, ""):
            draft = edit.set_process(draft, "cream_minutes", self.minutes)
        return edit.set_process(draft, "mixer", self.mixer) if self.mixer else draft


class RemoveEdit(Strict):
    op: Literal["remove"]
    line: Key

    def apply(self, draft: Draft) -> Draft:
        return edit.remove_line(draft, self.line)


class IngredientEdit(Strict):
    op: Literal["ingredient"]
    line: Key
    ingredient: str = Field(max_length=80)
    habit: Habit = Habit.METRIC

    def apply(self, draft: Draft) -> Draft:
        return edit.change_ingredient(draft, self.line, self.ingredient, find(self.ingredient), self.habit, cups())


class StepEdit(Strict):
    op: Literal["step"]
    line: Key
    step: str = Field(max_length=20)

    def apply(self, draft: Draft) -> Draft:
        return edit.set_step(draft, self.line, self.step)


class ProcessEdit(Strict):
    op: Literal["process"]
    field: str = Field(max_length=40)
    value: bool | int | float | str | None

    def apply(self, draft: Draft) -> Draft:
        return edit.set_process(draft, self.field, self.value)


Edit = Annotated[
    AmountEdit
    | RoleEdit
    | ScaleEdit
    | ResizeEdit
    | RecoverEdit
    | AddEdit
    | RemoveEdit
    | MoveEdit
    | IngredientEdit
    | StepEdit
    | ProcessEdit
    | LeavenEdit
    | SwapEdit
    | ButterEdit
    | EqualEdit
    | MendEdit
    | DismissEdit,
    Field(discriminator="op"),
]


class PreviewIn(Asked):
    """A draft, at most one edit to make on it, and the target."""

    seq: int = 0
    edit: Edit | None = None
    target: CookieDoc = CookieDoc()
    needs: list[str] = Field(default=[], max_length=40)


def sent(answer: BaseModel) -> HttpResponse:
    """An answer as it is: it was checked when it was made, and this one follows the hand."""
    return HttpResponse(answer.model_dump_json(), content_type="application/json")


@router.post("", response={200: PreviewOut, **PROBLEMS})
def follow(request: HttpRequest, payload: PreviewIn) -> HttpResponse:
    """What must follow the hand: the draft with the edit made, composition, balance, point forecast."""
    draft = payload.draft.to_core()
    if payload.edit is not None:
        draft = payload.edit.apply(draft)
    cookie = payload.target.to_core()
    check_target(Target(cookie))
    found = preview(payload.place(draft), cookie, wanted(payload.needs))
    return sent(preview_out(payload.seq, found, cookie))


@router.post("/detail", response={200: PreviewDetailOut, **PROBLEMS})
def detail(request: HttpRequest, payload: PreviewIn) -> HttpResponse:
    """What can wait until the hand rests: window, best minute, ranges, what decides, the bake to scrub."""
    setting = payload.setting()
    cookie = payload.target.to_core()
    check_target(Target(cookie))
    return sent(detail_out(payload.seq, setting.case(), cookie, setting.kit.offset_k))


class ForecastChangeOut(BaseModel):
    """One forecast figure on both sides; steps is the difference in clear misses."""

    key: str
    label: str
    unit: str
    digits: int
    a: float | None
    b: float | None
    steps: float | None


class DifferenceOut(BaseModel):
    lines: list[LineChange]
    process: list[ProcessChange]
    scaled: float | None
    count: int
    words: str
    forecast: list[ForecastChangeOut]
    tasted: list[str]


class DifferenceIn(Strict):
    """Two drafts of one dough, each in the oven and on the tray it names."""

    a: DraftDoc
    b: DraftDoc
    style: str = Field(default="", max_length=20)
    dough_id: int | None = Field(default=None, ge=0, le=MAX_ID)


@router.post("/difference", response={200: DifferenceOut, **PROBLEMS})
def differ(request: HttpRequest, payload: DifferenceIn) -> DifferenceOut:
    """Two drafts side by side: grams, percent, process, and what the forecast makes of each."""
    a, b = payload.a.to_core(), payload.b.to_core()
    check_draft(a)
    check_draft(b)
    found = difference(a, b)
    chosen = style(payload.style) if payload.style else None
    cookies = [setting_of(d, chosen, payload.dough_id).cookie() for d in (a, b)]
    return DifferenceOut(
        lines=list(found.lines),
        process=list(found.process),
        scaled=found.scaled,
        count=found.count,
        words=found.words,
        forecast=[*(_forecast_change(t, *cookies) for t in ATTRIBUTES), _sweetness(a, b), _salt(a, b)],
        tasted=list(tasted(flavour(a), flavour(b))),
    )


def _sweetness(a: Draft, b: Draft) -> ForecastChangeOut:
    """How sweet each is, as sugar's worth in 100 g; a difference of two is one that is tasted (judgement)."""
    one, other = sweet_per_100g(a.formula.lines), sweet_per_100g(b.formula.lines)
    steps = None if one is None or other is None else (other - one) / TASTED_G
    return ForecastChangeOut(
        key="sweetness", label="Sweetness", unit="g sugar's worth in 100 g", digits=1, a=one, b=other, steps=steps
    )


def _salt(a: Draft, b: Draft) -> ForecastChangeOut:
    """Salt of the whole dough; a difference that is tasted counts as one."""
    one, other = flavour(a).salt_pct, flavour(b).salt_pct
    steps = None if not one or other is None else (other / one - 1.0) / SALTIER
    return ForecastChangeOut(key="salt", label="Salt", unit="% of dough", digits=2, a=one, b=other, steps=steps)


def _forecast_change(t: Quantity, one: Cookie | None, other: Cookie | None) -> ForecastChangeOut:
    a = getattr(one, t.key) if one else None
    b = getattr(other, t.key) if other else None
    steps = None if a is None or b is None else (b - a) / t.step
    return ForecastChangeOut(key=t.key, label=t.label, unit=t.unit, digits=t.digits, a=a, b=b, steps=steps)
