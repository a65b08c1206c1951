"""What a label sheet of the finished piece would say: allergens, ingredients, nutrition, notices.

Tops and finishes are counted. Nothing here is a claim: labels of what was used, suppliers and local law decide,
and a recipe says nothing about traces. Composition from the ingredient table, compounds from data/compounds.csv
(typical recipes, M). Carbohydrate is as European labels have it (fibre left out, sugar alcohols in).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from dough.composition import pieces
from dough.formula import Draft, Line
from dough.ingredients import Confidence, Ingredient
from dough.swaps.needs import NEEDS, Standing, caffeine_mg, hidden, need, standing
from dough.tables import rows

KJ_PER_KCAL = 4.184
SALT_PER_SODIUM = 2.54 / 1000.0
#: Allergens of the EU's fourteen and the US's nine: code, name, on which lists.
ALLERGENS: tuple[tuple[str, str, str], ...] = (
    ("Gl", "cereals with gluten", "EU"), ("Wh", "wheat", "US"), ("Cr", "crustaceans", "EU, US"),
    ("Eg", "egg", "EU, US"),
    ("Fi", "fish", "EU, US"), ("Pn", "peanut", "EU, US"), ("So", "soya", "EU, US"), ("Mi", "milk", "EU, US"),
    ("Nu", "tree nuts", "EU, US"), ("Ce", "celery", "EU"), ("Mu", "mustard", "EU"), ("Se", "sesame", "EU, US"),
    ("Sd", "sulphites", "EU"), ("Lu", "lupin", "EU"), ("Mo", "molluscs", "EU"),
)  # fmt: skip
NAMES = {code: name for code, name, _ in ALLERGENS}
NEED_OF = {n.code: n.id for n in NEEDS.values() if n.kind == "allergen"}
SENTENCES = (
    "A recipe aid, not a label: the packets used, your suppliers and the law where you sell decide.",
    "Vegan, or without an allergen by recipe, is not the same as free from traces of it.",
    "A shared kitchen is a shared kitchen: flour dust, boards, sieves and wooden tools carry allergens over.",
)
NUTRIENTS: tuple[tuple[str, str, str, int], ...] = (
    ("kj", "Energy", "kJ", 0), ("kcal", "Energy", "kcal", 0), ("fat", "Fat", "g", 1),
    ("saturates", "of which saturates", "g", 1),
    ("carbohydrate", "Carbohydrate", "g", 1), ("sugars", "of which sugars", "g", 1), ("fibre", "Fibre", "g", 1),
    ("protein", "Protein", "g", 1), ("salt", "Salt", "g", 2),
)  # fmt: skip
NUT_IDS = frozenset({"almonds", "walnuts", "pecans", "hazelnuts", "pistachios", "peanuts", "macadamia", "cashews"})
CAFFEINE_PIECE_MG, POLYOL_PCT, FIBRE_GUM_PCT, CASSIA_PCT = 20.0, 10.0, 3.0, 0.2
#: Above this in 100 g the UK's traffic lights show red.
HIGH = (("fat", 17.5), ("saturates", 5.0), ("sugars", 22.5), ("salt", 1.5))


@dataclass(frozen=True, slots=True)
class Supplier:
    """What a cook read on a supplier's label: allergens it may contain, and when it was read."""

    may_contain: tuple[str, ...]
    read_on: str


@dataclass(frozen=True, slots=True)
class Held:
    """An allergen of the piece: ingredients that hold it, that may (their label unread), and that may by label."""

    code: str
    name: str
    lists: str
    contains: tuple[str, ...]
    unread: tuple[str, ...]
    may_contain: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Named:
    """One entry of the ingredient list: its weight, percent of the whole, what it is made of, and the allergen
    words to set off."""

    name: str
    grams: float
    percent: float
    compound: tuple[tuple[str, bool], ...]
    allergen: bool


@dataclass(frozen=True, slots=True)
class Nutrient:
    """Per 100 g and per piece, raw and baked; None is unknown."""

    key: str
    label: str
    unit: str
    digits: int
    raw_100g: float | None
    baked_100g: float | None
    piece: float | None


@dataclass(frozen=True, slots=True)
class Loss:
    """Bake loss in percent of the dough, where it comes from, and its half-width (80 %) if known."""

    pct: float
    source: str
    plus_minus: float | None = None


@dataclass(frozen=True, slots=True)
class Label:
    """suggests are what figures suggest, never claims; lacks names lines whose unknown amount leaves figures open."""

    allergens: tuple[Held, ...]
    ingredients: tuple[Named, ...]
    nutrients: tuple[Nutrient, ...]
    piece_g: float | None
    pieces: int | None
    loss: Loss | None
    suggests: tuple[str, ...]
    notices: tuple[str, ...]
    sentences: tuple[str, ...]
    lacks: tuple[str, ...]
    confidence: Confidence


def label(draft: Draft, suppliers: Mapping[str, Supplier], loss: Loss | None) -> Label:
    """The sheet of a draft. suppliers is by ingredient id; loss None leaves the baked figures open."""
    lines = draft.formula.lines
    lacks = tuple(x.ingredient.name for x in lines if x.grams is None)
    made = _pieces(draft)
    nutrients, piece = _nutrients(lines, loss, made, draft.process.portion_g, complete=not lacks)
    return Label(
        allergens=allergens(lines, suppliers),
        ingredients=_named(lines),
        nutrients=nutrients,
        piece_g=piece,
        pieces=made,
        loss=loss,
        suggests=_suggests(lines, nutrients, suppliers),
        notices=notices(lines, made),
        sentences=SENTENCES,
        lacks=lacks,
        confidence=_confidence(lines),
    )


def allergens(lines: tuple[Line, ...], suppliers: Mapping[str, Supplier]) -> tuple[Held, ...]:
    """Every listed allergen with the ingredients that hold it. A read label settles what the table leaves open."""
    items = {x.ingredient_id: x.ingredient for x in lines}
    found = []
    for code, name, lists in ALLERGENS:
        sure, unread, may = [], [], []
        for ident, item in items.items():
            how, read = _holding(item, code), suppliers.get(ident)
            if how is Standing.BREAKS:
                sure.append(item.name)
            elif read is not None:
                if code in read.may_contain:
                    may.append(item.name)
            elif how is Standing.LABEL:
                unread.append(item.name)
        found.append(Held(code, name, lists, tuple(sure), tuple(unread), tuple(may)))
    return tuple(found)


def open_questions(item: Ingredient) -> tuple[str, ...]:
    """Allergen codes that only this ingredient's label can settle."""
    return tuple(code for code, _, _ in ALLERGENS if _holding(item, code) is Standing.LABEL)


def _holding(item: Ingredient, code: str) -> Standing:
    """By codes alone: certified oats meet the need of no gluten and still count as a cereal with gluten."""
    if code == "Gl":
        held = [c for c in item.allergens_eu if c.rstrip("?") == "Gl"]
        if held:
            return Standing.LABEL if held[0].endswith("?") else Standing.BREAKS
        maybe = any(h.code == "Gl" for h in hidden(item))
        return Standing.LABEL if maybe or item.diet.gluten_free == "?" else Standing.MEETS
    how = standing(item, NEED_OF[code])
    if how in (Standing.MEETS, Standing.USUALLY) and any(h.code == code and not h.sure for h in hidden(item)):
        return Standing.LABEL
    return Standing.LABEL if how is Standing.USUALLY else how


def _named(lines: tuple[Line, ...]) -> tuple[Named, ...]:
    """Descending by weight as mixed, the same ingredient added up; unknown amounts are left out."""
    grams: dict[str, float] = {}
    items = {x.ingredient_id: x.ingredient for x in lines}
    for x in lines:
        if x.grams:
            grams[x.ingredient_id] = grams.get(x.ingredient_id, 0.0) + x.grams
    whole = sum(grams.values()) or 1.0
    found = []
    for ident, amount in sorted(grams.items(), key=lambda g: -g[1]):
        item = items[ident]
        parts = tuple((n, bool(code)) for n, _, code in compound(item))
        allergen = any(not c.endswith("?") for c in item.allergens_eu) and not any(a for _, a in parts)
        found.append(Named(_label_name(item), amount, 100.0 * amount / whole, parts, allergen))
    return tuple(found)


def _label_name(item: Ingredient) -> str:
    """A wheat flour's name has to say wheat."""
    if item.flour_base and "W" in item.allergens_us:
        return f"{item.name} (wheat)"
    return item.name


@cache
def _compounds() -> dict[str, tuple[tuple[str, float, str], ...]]:
    found: dict[str, list[tuple[str, float, str]]] = {}
    for r in rows("compounds"):
        found.setdefault(r["id"], []).append((r["part"], float(r["share"]), r["code"].rstrip("?")))
    return {k: tuple(sorted(v, key=lambda p: -p[1])) for k, v in found.items()}


def compound(item: Ingredient) -> tuple[tuple[str, float, str], ...]:
    """What a compound ingredient is typically made of: part, share in percent, allergen code; empty for a plain
    one and for the cook's own, whose packet says."""
    return _compounds().get(item.id, ())


def _pieces(draft: Draft) -> int | None:
    known = [x.grams for x in draft.formula.lines if x.in_dough]
    portion = draft.process.portion_g
    if not known or any(g is None for g in known) or not portion:
        return None
    count, _ = pieces(sum(g or 0.0 for g in known), portion, draft.process.bowl_loss_pct)
    return count or None


def _nutrients(
    lines: tuple[Line, ...], loss: Loss | None, made: int | None, portion: float | None, *, complete: bool
) -> tuple[tuple[Nutrient, ...], float | None]:
    """Figures, and the baked weight of one piece, g. What is lost in the oven is water of the dough: its other
    parts stay, and so do tops and finishes. Toppings are taken to be weighed for the pieces that are made.
    """
    dough = tuple(x for x in lines if x.in_dough)
    rest = tuple(x for x in lines if not x.in_dough)
    dough_g, rest_g = (sum(x.grams or 0.0 for x in part) for part in (dough, rest))
    # One piece where the pieces are known, the whole batch where they are not.
    of_dough, of_rest = (portion / dough_g, 1.0 / made) if made and portion and dough_g else (1.0, 1.0)
    raw = dough_g * of_dough + rest_g * of_rest
    baked = raw - dough_g * of_dough * loss.pct / 100.0 if loss is not None else None
    totals, on_top = _totals(dough), _totals(rest)
    found = []
    for key, name, unit, digits in NUTRIENTS:
        value = totals[key] * of_dough + on_top[key] * of_rest if complete and raw > 0 else None
        found.append(
            Nutrient(
                key, name, unit, digits,
                None if value is None else 100.0 * value / raw,
                None if value is None or not baked else 100.0 * value / baked,
                None if value is None or not made else value,
            )
        )  # fmt: skip
    return tuple(found), baked if made and complete else None


def _totals(lines: tuple[Line, ...]) -> dict[str, float]:
    def sum_of(part: str) -> float:
        return sum((x.grams or 0.0) * float(getattr(x.ingredient.parts, part)) / 100.0 for x in lines)

    kcal = sum_of("kcal")
    return {
        "kj": kcal * KJ_PER_KCAL, "kcal": kcal, "fat": sum_of("fat"), "saturates": sum_of("saturated"),
        "carbohydrate": sum_of("sugars") + sum_of("starch") + sum_of("other_sugar"), "sugars": sum_of("sugars"),
        "fibre": sum_of("fibre"), "protein": sum_of("protein"), "salt": sum_of("sodium_mg") * SALT_PER_SODIUM,
    }  # fmt: skip


def _suggests(
    lines: tuple[Line, ...], nutrients: tuple[Nutrient, ...], suppliers: Mapping[str, Supplier]
) -> tuple[str, ...]:
    """What the figures suggest, never as a claim."""
    by = {n.key: n.baked_100g if n.baked_100g is not None else n.raw_100g for n in nutrients}
    found = []
    high = [name for name, limit in HIGH if (by[name] or 0.0) > limit]
    if high:
        found.append(f"High in {', '.join(high)} by the UK's traffic lights for 100 g.")
    fibre = by["fibre"]
    if fibre is not None and fibre >= 3.0:
        found.append(f"{fibre:.1f} g of fibre in 100 g: the EU asks 3 g of a source of fibre and 6 g of high fibre.")
    items = tuple(x.ingredient for x in lines)
    for ident in ("vegan", "vegetarian", "no_gluten", "no_milk", "no_egg", "no_nuts"):
        worst = max((_worst(i, ident, suppliers) for i in items), key=list(Standing).index, default=Standing.MEETS)
        if items and worst in (Standing.MEETS, Standing.USUALLY):
            name = need(ident).label
            words = f"{name} by recipe" if ident.startswith("ve") else f"made without {name.removeprefix('no ')}"
            found.append(f"The lines suggest: {words}; the packets used have to say so too.")
    return tuple(found)


def _worst(item: Ingredient, ident: str, suppliers: Mapping[str, Supplier]) -> Standing:
    how = standing(item, ident)
    read = suppliers.get(item.id)
    if how is Standing.LABEL and read is not None and need(ident).kind == "allergen":
        return Standing.BREAKS if need(ident).code in read.may_contain else Standing.MEETS
    return how


def notices(lines: tuple[Line, ...], made: int | None) -> tuple[str, ...]:
    """Notices for people a line may matter to (data/notices.csv), each where its trigger is there."""
    words = {r["key"]: r["words"] for r in rows("notices")}
    kinds = {x.ingredient.kind for x in lines if x.grams is None or x.grams > 0}
    mass = sum(x.grams or 0.0 for x in lines) or 1.0

    def share(ids: frozenset[str]) -> float:
        return 100.0 * sum(x.grams or 0.0 for x in lines if x.ingredient.kind in ids) / mass

    caffeine = sum((x.grams or 0.0) * caffeine_mg(x.ingredient) / 100.0 for x in lines)
    polyols = (
        100.0
        * sum(
            (x.grams or 0.0) * x.ingredient.parts.other_sugar / 100.0 for x in lines if x.ingredient.kind != "allulose"
        )
        / mass
    )
    there = {
        "nuts": bool(kinds & NUT_IDS),
        "honey": "honey" in kinds,
        "caffeine": bool(made) and caffeine / (made or 1) > CAFFEINE_PIECE_MG,
        "alcohol": any(x.ingredient.parts.ethanol > 1 for x in lines),
        "polyols": polyols > POLYOL_PCT,
        "inulin": share(frozenset({"inulin", "psyllium"})) > FIBRE_GUM_PCT,
        "potassium": bool(kinds & {"losalt", "khco3"}),
        "cassia": share(frozenset({"cinnamon"})) > CASSIA_PCT,
        "oats": bool(kinds & {"oats_gf", "oatflour_gf"}),
    }
    return tuple(words[k] for k, found in there.items() if found)


def _confidence(lines: tuple[Line, ...]) -> Confidence:
    order = list(Confidence)
    whole = sum(x.grams or 0.0 for x in lines) or 1.0
    weighty = [x.ingredient.confidence for x in lines if (x.grams or 0.0) >= 0.05 * whole]
    return max(weighty, key=order.index, default=Confidence.HIGH)
