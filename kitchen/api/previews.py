"""The stateless previews: same draft, same answer, no writes."""

from __future__ import annotations

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import BaseModel, Field

from dough import edit
from dough.bake.intake import NoCase, bake_case
from dough.balance import nearest_style
from dough.check import check_draft, check_target
from dough.formula import Draft
from dough.ingredients import Role
from dough.preview import preview
from dough.styles import style
from dough.target import Target
from kitchen.api.details import detail_out
from kitchen.api.errors import PROBLEMS
from kitchen.api.forecast_schemas import PreviewDetailOut, PreviewOut
from kitchen.api.views import preview_out
from kitchen.documents import CookieDoc, DraftDoc, Key, KitDoc, Strict, Typed

router = Router(tags=["preview"])


class AmountEdit(Strict):
    op: Literal["amount"]
    line: Key
    text: Typed
    unit: Literal["g", "%"] = "g"

    def apply(self, draft: Draft) -> Draft:
        return edit.set_amount(draft, self.line, self.text, self.unit)


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
        return edit.add_line(draft, self.line, self.ingredient, self.step)


class RemoveEdit(Strict):
    op: Literal["remove"]
    line: Key

    def apply(self, draft: Draft) -> Draft:
        return edit.remove_line(draft, self.line)


class IngredientEdit(Strict):
    op: Literal["ingredient"]
    line: Key
    ingredient: str = Field(max_length=80)

    def apply(self, draft: Draft) -> Draft:
        return edit.change_ingredient(draft, self.line, self.ingredient)


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
    AmountEdit | RoleEdit | ScaleEdit | AddEdit | RemoveEdit | IngredientEdit | StepEdit | ProcessEdit,
    Field(discriminator="op"),
]


class PreviewIn(Strict):
    """A draft, at most one edit to make on it, the target, and what is known of oven and tray."""

    seq: int = 0
    draft: DraftDoc
    edit: Edit | None = None
    target: CookieDoc = CookieDoc()
    style: str = ""
    kit: KitDoc = KitDoc()


def sent(answer: BaseModel) -> HttpResponse:
    """An answer as it is: it was checked when it was made, and this one follows the hand."""
    return HttpResponse(answer.model_dump_json(), content_type="application/json")


@router.post("", response={200: PreviewOut, **PROBLEMS})
def follow(request: HttpRequest, payload: PreviewIn) -> HttpResponse:
    """What must follow the hand: the draft with the edit made, composition, balance, point forecast."""
    draft = payload.draft.to_core()
    if payload.edit is not None:
        draft = payload.edit.apply(draft)
    wanted = payload.target.to_core()
    check_target(Target(wanted))
    chosen = style(payload.style) if payload.style else None
    return sent(preview_out(payload.seq, preview(draft, wanted, chosen, payload.kit.to_core()), wanted))


@router.post("/detail", response={200: PreviewDetailOut, **PROBLEMS})
def detail(request: HttpRequest, payload: PreviewIn) -> HttpResponse:
    """What can wait until the hand rests: window, best minute, ranges, what decides, the bake to scrub."""
    draft = payload.draft.to_core()
    check_draft(draft)
    wanted = payload.target.to_core()
    check_target(Target(wanted))
    used = style(payload.style) if payload.style else nearest_style(draft.formula)
    case = bake_case(draft, used, payload.kit.to_core()) if used else NoCase("No flour yet.")
    return sent(detail_out(payload.seq, case, wanted, payload.kit.offset_k))
