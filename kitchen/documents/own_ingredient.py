"""From stored recipes of own ingredients to the core's ingredients, by id and version."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from dough.accounts.needs.contradictions import KNOWN
from dough.accounts.own_ingredients import Label, Made, blend, flours_to_protein, from_label
from dough.facts.errors import EntryError
from dough.facts.ingredients import Ingredient, State, table
from kitchen.models.pantry import OwnIngredient

PREFIX = "own-"
Figure = Annotated[float, Field(ge=-1e6, le=1e6)]


class _Doc(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class LabelDoc(_Doc):
    """Per 100 g, as on the packet; null where it says nothing."""

    kcal: Figure | None = None
    fat: Figure | None = None
    saturates: Figure | None = None
    carbohydrate: Figure | None = None
    sugars: Figure | None = None
    fibre: Figure | None = None
    protein: Figure | None = None
    salt: Figure | None = None


class FromLabel(_Doc):
    way: Literal["label"]
    like: str = Field(max_length=40)
    label: LabelDoc
    says: dict[Annotated[str, Field(max_length=20)], Literal["holds", "may", "free"]] = Field(default={}, max_length=40)
    """What the cook said of allergens (EU-14, US-9) and of An, Me, alcohol and caffeine; the rest is unsure."""
    allergens: list[str] | None = Field(default=None, max_length=30)
    """As earlier recipes were kept: codes it holds, with ? where it may."""
    cup_g: float | None = Field(default=None, gt=0, le=1000)


class ShareDoc(_Doc):
    ingredient: str = Field(max_length=40)
    share: float = Field(ge=0, le=1e6)


class FromBlend(_Doc):
    way: Literal["blend"]
    parts: list[ShareDoc] = Field(max_length=12)
    cup_g: float | None = Field(default=None, gt=0, le=1000)


class ToProtein(_Doc):
    """Two flours in the shares that give a protein, percent."""

    way: Literal["protein"]
    soft: str = Field(max_length=40)
    strong: str = Field(max_length=40)
    protein: float = Field(ge=0, le=100)


OwnRecipe = Annotated[FromLabel | FromBlend | ToProtein, Field(discriminator="way")]


class _Any(BaseModel):
    recipe: OwnRecipe


def make(key: str, name: str, version: int, recipe: FromLabel | FromBlend | ToProtein) -> Made:
    """The core's ingredient of a recipe. Raises EntryError(s) when it makes none."""
    if isinstance(recipe, FromLabel):
        label = Label(**recipe.label.model_dump())
        return from_label(key, name, _row(recipe.like), label, recipe.cup_g, _says(recipe), version)
    if isinstance(recipe, FromBlend):
        parts = tuple((_row(p.ingredient), p.share) for p in recipe.parts)
        return blend(key, name, parts, recipe.cup_g, version)
    return blend(key, name, flours_to_protein(_row(recipe.soft), _row(recipe.strong), recipe.protein), None, version)


def _says(recipe: FromLabel) -> dict[str, State]:
    """What is said of codes; a recipe kept before they could be said has at most a list of what it holds."""
    if recipe.says or not recipe.allergens:
        return {c: State(s) for c, s in recipe.says.items()}
    found = {c.rstrip("?"): State.MAY if c.endswith("?") else State.HOLDS for c in recipe.allergens}
    return {c: s for c, s in found.items() if c in KNOWN}


def of_row(row: OwnIngredient) -> Made:
    """A stored version as the core knows it."""
    return make(row.key, row.name, row.version, read(row.recipe))


def read(recipe: Any) -> FromLabel | FromBlend | ToProtein:
    """A stored recipe."""
    return _Any.model_validate({"recipe": recipe}).recipe


def find(ident: str, version: int | None = None) -> Ingredient | None:
    """An own ingredient by id, at a version or the latest; None for ids of the table."""
    if not ident.startswith(PREFIX):
        return None
    rows = OwnIngredient.objects.filter(key=ident)
    row = rows.filter(version=version).first() if version else rows.last()
    return of_row(row).ingredient if row else None


def _row(ident: str) -> Ingredient:
    found = table().get(ident)
    if found is None:
        raise EntryError("like", f"There is no ingredient “{ident[:40]}” in the table. Pick one from the list.")
    return found
