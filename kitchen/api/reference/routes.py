"""What the screens need once: the table, the styles, the words; and the kitchen's ovens and trays."""

from __future__ import annotations

from dataclasses import asdict
from functools import cache

from django.http import HttpRequest
from ninja import Router

from dough.accounts.formula import Method, Place, Shape, Step
from dough.accounts.needs.said import allergens_of
from dough.accounts.needs.verdict import judge
from dough.bake.oven import standings
from dough.desk.preview import RAW_DOUGH, cookie_outline
from dough.draft.target import from_style
from dough.draft.target_words import known_words
from dough.draft.texture_map import regions as map_regions
from dough.facts.colour import shade_hex
from dough.facts.furnishings import tray_conductance
from dough.facts.ingredients import Ingredient, Role, table
from dough.facts.kitchen_measures import fillings
from dough.facts.needs import ALLERGENS, AMOUNTS, NEEDS, ORIGINS
from dough.facts.packings import packings
from dough.facts.quantities import quantities
from dough.facts.terms import terms
from dough.judgement.trials.scales import SCALES
from dough.recipe.names import called
from kitchen.api.doughs.schemas import KitchenOut, OvenOut, TrayOut
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
from kitchen.documents.furnishing import facts_of
from kitchen.documents.target import TargetDoc
from kitchen.models import Kitchen, Oven, Tray
from kitchen.models.furnishing import Furnishing
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
        terms=list(terms()),
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
        open=i.is_("unknown"),
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
    found = Kitchen.objects.first() or Kitchen(name="")
    ovens = [
        OvenOut(id=o.pk, name=o.name, fan=o.fan, offset_k=o.offset_k, offset_from=o.offset_from, retired=_gone(o))
        for o in Oven.objects.all()
    ]
    trays = [
        TrayOut(id=t.pk, name=t.name, conductance=tray_conductance(facts_of(t)), retired=_gone(t))
        for t in Tray.objects.all()
    ]
    return KitchenOut(
        name=found.name,
        about=found.about,
        region=found.region,
        units=found.units,
        numbers=found.numbers,
        dates=found.dates,
        room_c=found.room_c,
        unlearned=unlearned(),
        ovens=ovens,
        trays=trays,
        furnished=found.furnished_at is not None or bool(ovens or trays),
    )


def _gone(row: Furnishing) -> bool:
    return row.retired_at is not None


@router.get("/model", response={200: ModelOut, **PROBLEMS})
def model(request: HttpRequest) -> ModelOut:
    """What the forecast is made of and how sure each part is, section by section."""
    return ModelOut(sections=[ExplainOut(title=t, paragraphs=list(p)) for t, p in sections()])
