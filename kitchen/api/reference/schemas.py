"""What the screens need once: the table, the styles, the words."""

from __future__ import annotations

from pydantic import BaseModel

from dough.accounts.formula import Method, Place, Shape, Step
from dough.accounts.needs.verdict import Standing
from dough.facts.ingredients import Confidence, Held, Role
from dough.facts.quantities import Quantity
from dough.facts.terms import Term
from dough.judgement.trials.scales import Scale
from kitchen.api.preview.schemas import Point
from kitchen.documents.target import TargetDoc


class FillingOut(BaseModel):
    """A way of filling and the grams of a US cup of 236.6 ml filled so."""

    name: str
    cup_g: float


class IngredientOut(BaseModel):
    """open: a line of it is one of which nobody has said yet what it is."""

    id: str
    name: str
    open: bool
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
    starch: float
    salt: float
    fillings: list[FillingOut]
    cup_low_g: float
    cup_high_g: float
    stands: dict[str, Standing]
    holds: list[Held]


class StyleOut(BaseModel):
    id: str
    name: str
    wanted: str
    target: TargetDoc
    outline: list[Point]
    crisp: float
    height_low: float
    height_high: float


class ShadeOut(BaseModel):
    crust_l: float
    hex: str


class StandingOut(BaseModel):
    """A liner or shelf: below is the heat from below against paper on the middle shelf."""

    id: str
    words: str
    below: float
    above_k: float
    confidence: str
    note: str


class WishKindOut(BaseModel):
    """A need that is a matter of how much: what is counted, in which unit, and the usual wish in percent."""

    id: str
    label: str
    counts: str
    unit: str
    usual_pct: float
    most_pct: float


class NeedOut(BaseModel):
    """kind is way (of eating), allergen or other; about says where lists differ."""

    id: str
    name: str
    kind: str
    about: str


class AllergenOut(BaseModel):
    """lists names the laws that list it: EU (fourteen), US (nine)."""

    code: str
    name: str
    lists: str


class PackingOut(BaseModel):
    """What cookies are kept in until they are eaten."""

    id: str
    words: str


class ReferenceOut(BaseModel):
    """What the screens need once: the table, the styles, the words."""

    ingredients: list[IngredientOut]
    styles: list[StyleOut]
    quantities: list[Quantity]
    shades: list[ShadeOut]
    roles: list[Role]
    steps: list[Step]
    methods: list[Method]
    shapes: list[Shape]
    places: list[Place]
    liners: list[StandingOut]
    shelves: list[StandingOut]
    packings: list[PackingOut]
    raw_dough: str
    needs: list[NeedOut]
    wishes: list[WishKindOut]
    allergens: list[AllergenOut]
    origins: list[AllergenOut]
    texture_words: list[str]
    terms: list[Term]
    scales: list[Scale]
