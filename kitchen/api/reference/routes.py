"""What the screens need once: the table, the styles, the words; and the kitchen's ovens and trays."""

from __future__ import annotations

from dataclasses import asdict
from functools import cache

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router
from pydantic import Field

from dough.accounts.formula import Method, Place, Shape, Step
from dough.accounts.needs.said import allergens_of
from dough.accounts.needs.verdict import judge
from dough.bake.oven import standings
from dough.desk.preview import RAW_DOUGH, cookie_outline
from dough.draft.target import from_style
from dough.draft.texture_map import known_words
from dough.draft.texture_map import regions as map_regions
from dough.facts.colour import shade_hex
from dough.facts.ingredients import Ingredient, Role, table
from dough.facts.kitchen_measures import fillings
from dough.facts.needs import ALLERGENS, AMOUNTS, NEEDS, ORIGINS
from dough.facts.packings import packings
from dough.facts.quantities import quantities
from dough.facts.regions import USUAL, regions
from dough.judgement.trials.scales import SCALES
from dough.recipe.names import called
from kitchen.actions.set_region import SetRegion
from kitchen.actions.set_room import SetRoom
from kitchen.api.doughs.schemas import KitchenOut, OvenOut, RegionOut, TrayOut
from kitchen.api.doughs.views import points
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.schemas import ExplainOut, ModelOut
from kitchen.api.reference.schemas import (
    AllergenOut,
    FillingOut,
    IngredientOut,
    NeedOut,
    PackingOut,
    ReferenceOut,
    ShadeOut,
    StandingOut,
    StyleOut,
    WishKindOut,
)
from kitchen.documents.base import Strict, Typed
from kitchen.documents.target import TargetDoc
from kitchen.models import Kitchen, Oven, Tray
from kitchen.reading.logged_bakes import unlearned
from kitchen.reading.model_text import sections

router = Router(tags=["reference"])
SHADE_STRIP = range(84, 30, -6)


@cache
def reference_out() -> ReferenceOut:
    return ReferenceOut(
        ingredients=[ingredient_out(i) for i in table().values()],
        styles=[
            StyleOut(
                id=s.id,
                name=s.name,
                wanted=s.wanted,
                target=TargetDoc.of(from_style(s)),
                outline=points(cookie_outline(from_style(s).cookie, s)),
                crisp=r.place.crisp,
                height_low=r.height_low,
                height_high=r.height_high,
            )
            for r in map_regions()
            for s in [r.style]
        ],
        quantities=list(quantities().values()),
        shades=[ShadeOut(crust_l=v, hex=shade_hex(v)) for v in SHADE_STRIP],
        roles=list(Role),
        steps=list(Step),
        methods=list(Method),
        shapes=list(Shape),
        places=list(Place),
        liners=_standings("liner"),
        packings=[PackingOut(id=p.id, words=p.words) for p in packings().values()],
        shelves=_standings("shelf"),
        raw_dough=RAW_DOUGH,
        needs=[NeedOut(id=n.id, name=n.label, kind=n.kind, about=n.about) for n in NEEDS.values()],
        wishes=[WishKindOut.model_validate(a, from_attributes=True) for a in AMOUNTS.values()],
        allergens=[AllergenOut(code=c, name=n, lists=x) for c, n, x in ALLERGENS],
        origins=[AllergenOut(code=c, name=n, lists="") for c, n in ORIGINS.items()],
        texture_words=list(known_words()),
        scales=list(SCALES),
    )


def _standings(kind: str) -> list[StandingOut]:
    found = ((key.partition("."), x) for key, x in standings().items())
    return [StandingOut(id=i, **asdict(x)) for (k, _, i), x in found if k == kind]


def ingredient_out(i: Ingredient) -> IngredientOut:
    """An ingredient as the screens need it: parts, densities by filling, allergens, source."""
    return IngredientOut(
        id=i.id,
        name=i.name,
        detail=i.detail,
        also=" ".join(dict.fromkeys([i.also, *called(i.id)])),
        group=i.group,
        role=i.role,
        source=i.source,
        confidence=i.confidence,
        note=i.note,
        allergens=list(allergens_of([i])),
        water=i.parts.water,
        fat=i.parts.fat,
        sugars=i.parts.sugars,
        protein=i.parts.protein,
        starch=i.parts.starch,
        salt=i.parts.salt,
        fillings=[FillingOut(name=n or i.measure.filling, cup_g=g) for n, g in fillings(i) if g > 0],
        cup_low_g=i.measure.cup_low_g,
        cup_high_g=i.measure.cup_high_g,
        stands={n: judge(i, n).standing for n in NEEDS},
        holds=list(i.held),
    )


@router.get("/reference", response={200: ReferenceOut, **PROBLEMS})
def reference(request: HttpRequest) -> ReferenceOut:
    """The ingredient table, styles, attributes and words."""
    return reference_out()


@router.get("/kitchen", response={200: KitchenOut, **PROBLEMS})
def kitchen(request: HttpRequest) -> KitchenOut:
    """The kitchen with its ovens and trays."""
    found = Kitchen.objects.first()
    return KitchenOut(
        name=found.name if found else "",
        about=found.about if found else "",
        region=found.region if found else USUAL,
        regions=[RegionOut(code=r.code, name=r.name) for r in regions().values()],
        altitude_m=found.altitude_m if found else None,
        humidity_pct=found.humidity_pct if found else None,
        unlearned=unlearned(),
        ovens=[OvenOut.model_validate(o, from_attributes=True) for o in Oven.objects.all()],
        trays=[TrayOut.model_validate(t, from_attributes=True) for t in Tray.objects.all()],
    )


class RegionIn(Strict):
    """Where the kitchen sells and eats."""

    region: str = Field(max_length=10)


@router.put("/kitchen/region", response={200: KitchenOut, **PROBLEMS})
def set_region(request: HttpRequest, payload: RegionIn) -> KitchenOut:
    """Change the kitchen's region: what is approved as a food and how labels count goes by it."""
    SetRegion(actor=request.user, now=timezone.now(), code=payload.region).execute()
    return kitchen(request)


class RoomIn(Strict):
    """How high the kitchen lies, m, and how humid its room is, %; empty is not known."""

    altitude_m: Typed = None
    humidity_pct: Typed = None


@router.put("/kitchen/room", response={200: KitchenOut, **PROBLEMS})
def set_room(request: HttpRequest, payload: RoomIn) -> KitchenOut:
    """Change the facts of the room: boiling point, gas, drying and keeping go by them."""
    SetRoom(
        actor=request.user, now=timezone.now(), altitude=payload.altitude_m, humidity=payload.humidity_pct
    ).execute()
    return kitchen(request)


@router.get("/model", response={200: ModelOut, **PROBLEMS})
def model(request: HttpRequest) -> ModelOut:
    """What the forecast is made of and how sure each part is, section by section."""
    return ModelOut(sections=[ExplainOut(title=t, paragraphs=list(p)) for t, p in sections()])
