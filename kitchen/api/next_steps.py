"""What to change next."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import BaseModel, Field

from dough.advise import Advice, advice, distance
from dough.balance import nearest_style
from dough.check import check_draft, check_target
from dough.preview import cookie_outline
from dough.styles import style
from dough.target import Target, is_empty
from kitchen.api.errors import PROBLEMS
from kitchen.api.forecast_schemas import Point
from kitchen.api.previews import sent
from kitchen.api.views import points
from kitchen.documents import CookieDoc, DraftDoc, KitDoc, Strict

router = Router(tags=["next"])


class NextIn(Strict):
    draft: DraftDoc
    target: CookieDoc
    style: str = Field(default="", max_length=20)
    kit: KitDoc = KitDoc()


class AdviceEdit(BaseModel):
    """The preview's edit that makes the change: a role's percent, a line's grams, or a process field."""

    op: str
    role: str = ""
    percent: float = 0.0
    line: str = ""
    grams: float = 0.0
    field: str = ""
    value: str | float | None = None


class AdviceOut(BaseModel):
    """One lever at its best size. steps are clear misses from the target, before and after."""

    key: str
    name: str
    unit: str
    before: float | None
    after: float | None
    from_steps: float
    to_steps: float
    effect: str
    side_effects: list[str]
    mind: str
    ease: int
    outline: list[Point]
    edit: AdviceEdit


class NextOut(BaseModel):
    """reason says why there is nothing to rank."""

    distance: float | None
    reason: str
    advice: list[AdviceOut]
    target_outline: list[Point]


@router.post("", response={200: NextOut, **PROBLEMS})
def rank(request: HttpRequest, payload: NextIn) -> HttpResponse:
    """Every single lever that brings the forecast nearer to the target, most first."""
    draft, wanted = payload.draft.to_core(), payload.target.to_core()
    check_draft(draft)
    check_target(Target(wanted))
    used = style(payload.style) if payload.style else nearest_style(draft.formula)
    kit = payload.kit.to_core()
    if is_empty(wanted):
        return sent(NextOut(distance=None, reason="Set a target first: next is what leads to it.", **_none()))
    if used is None:
        return sent(NextOut(distance=None, reason="Add flour, sugar and fat to see a forecast.", **_none()))
    away = distance(draft, wanted, used, kit)
    if away is None:
        return sent(NextOut(distance=None, reason="There is no forecast to move: see the cookie for why.", **_none()))
    found = advice(draft, wanted, used, kit)
    reason = "" if found else "No single change brings the forecast nearer. Bake this one, or look at the target again."
    return sent(
        NextOut(
            distance=away,
            reason=reason,
            advice=[_advice(a, points(cookie_outline(a.cookie, used))) for a in found],
            target_outline=points(cookie_outline(wanted, used)),
        )
    )


def _none() -> dict[str, list[object]]:
    return {"advice": [], "target_outline": []}


def _advice(a: Advice, outline: list[Point]) -> AdviceOut:
    return AdviceOut(
        key=a.lever.key, name=a.lever.name, unit=a.lever.unit, before=a.before,
        after=None if a.lever.key.startswith("method:") else a.after, from_steps=a.from_steps, to_steps=a.to_steps,
        effect=a.effect, side_effects=list(a.side_effects), mind=a.lever.mind, ease=a.lever.ease, outline=outline,
        edit=AdviceEdit.model_validate(_edit(a.edit)),
    )  # fmt: skip


def _edit(made: dict[str, object]) -> dict[str, object]:
    return {"grams" if k == "text" else k: v for k, v in made.items() if k != "unit"}
