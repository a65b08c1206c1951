"""The pantry: the cook's own ingredients."""

from __future__ import annotations

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.accounts.own_ingredients import Made
from dough.facts.kitchen_measures import Habit
from kitchen.actions.make_ingredient import MakeIngredient, RetireIngredient
from kitchen.actions.weigh_cups import WeighCups
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.api.reference.routes import ingredient_out
from kitchen.api.reference.schemas import IngredientOut
from kitchen.documents.base import Strict
from kitchen.documents.own_ingredient import OwnRecipe, make, of_row
from kitchen.reading.this_kitchen import cups, latest

router = Router(tags=["pantry"])


class OwnOut(BaseModel):
    """An own ingredient as it now is: how it was made up, and which parts are estimates."""

    ingredient: IngredientOut
    version: int
    estimated: list[str]
    recipe: OwnRecipe
    retired: bool = False


class OwnIn(Strict):
    name: str = Field(max_length=400)
    recipe: OwnRecipe
    key: str = Field(default="", max_length=40)


@router.get("", response={200: list[OwnOut], **PROBLEMS})
def pantry(request: HttpRequest) -> list[OwnOut]:
    """The newest version of every ingredient of the cook's own."""
    return [
        OwnOut(**_out(of_row(row)), version=row.version, recipe=row.recipe, retired=row.retired) for row in latest()
    ]


@router.post("/look", response={200: OwnOut, **PROBLEMS})
def look(request: HttpRequest, payload: OwnIn) -> OwnOut:
    """What an ingredient would be made of; nothing is kept."""
    made = make(payload.key or "own-new", payload.name or "New", 1, payload.recipe)
    return OwnOut(**_out(made), version=1, recipe=payload.recipe)


@router.post("", response={201: OwnOut, **PROBLEMS})
def create(request: HttpRequest, payload: OwnIn) -> Status[OwnOut]:
    """Keep an ingredient; with a key, as a new version of that one."""
    action = MakeIngredient(
        actor=request.user, now=timezone.now(), name=payload.name, recipe=payload.recipe, key=payload.key
    )
    row = action.execute()
    return Status(201, OwnOut(**_out(of_row(row)), version=row.version, recipe=row.recipe))


class RetireOwnIn(Strict):
    version: int = Field(ge=0, le=MAX_ID)
    back: bool = False


@router.post("/{key}/retire", response={200: OwnOut, **PROBLEMS})
def retire(request: HttpRequest, key: str, payload: RetireOwnIn) -> OwnOut:
    """Offer an own ingredient no more, or again."""
    row = RetireIngredient(
        actor=request.user, now=timezone.now(), key=key, version=payload.version, back=payload.back
    ).execute()
    return OwnOut(**_out(of_row(row)), version=row.version, recipe=row.recipe, retired=row.retired)


class CupsIn(Strict):
    ingredient: str = Field(max_length=40)
    filling: str = Field(default="", max_length=30)
    grams: str = Field(max_length=200)
    habit: Habit = Habit.METRIC


class CupOut(BaseModel):
    """A cup of this kitchen: grams per US cup of 236.6 ml, mean of the weighings."""

    ingredient: str
    filling: str
    cup_g: float
    weighings: int


@router.get("/cups", response={200: list[CupOut], **PROBLEMS})
def own_cups(request: HttpRequest) -> list[CupOut]:
    """What this kitchen's cups weigh."""
    return [
        CupOut(ingredient=c.ingredient_id, filling=c.filling, cup_g=c.mean_g, weighings=len(c.grams)) for c in cups()
    ]


@router.post("/cups", response={201: list[CupOut], **PROBLEMS})
def weigh_cups(request: HttpRequest, payload: CupsIn) -> Status[list[CupOut]]:
    """Keep three weighed cups; every measure of that ingredient goes by them from now on."""
    WeighCups(
        actor=request.user,
        now=timezone.now(),
        ingredient_id=payload.ingredient,
        filling=payload.filling,
        typed=payload.grams,
        habit=payload.habit,
    ).execute()
    return Status(201, own_cups(request))


def _out(made: Made) -> dict[str, object]:
    return {"ingredient": ingredient_out(made.ingredient), "estimated": list(made.estimated)}
