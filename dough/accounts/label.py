"""What a label sheet of the finished piece would say: allergens, ingredients, nutrition, notices.

Tops and finishes are counted. Nothing here is a claim: labels of what was used, suppliers and local law decide,
and a recipe says nothing about traces. Composition from the ingredient table, compounds from data/compounds.csv
(typical recipes, M). Carbohydrate is as European labels have it (fibre left out, sugar alcohols in).
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cache

from dough.accounts.composition import pieces
from dough.accounts.formula import Draft, Line
from dough.accounts.needs.verdict import Standing, holds, of_lines, open_codes
from dough.accounts.safety import notices
from dough.facts.ingredients import Confidence, Ingredient
from dough.facts.nature import KJ_PER_KCAL
from dough.facts.needs import ALLERGENS, Reading, Wanted, need
from dough.facts.regions import USUAL, kcal_per_100g
from dough.facts.tables import rows

SALT_PER_SODIUM = 2.54 / 1000.0
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
#: Above this in 100 g the UK's traffic lights show red.
HIGH = (("fat", 17.5), ("saturates", 5.0), ("sugars", 22.5), ("salt", 1.5))


@dataclass(frozen=True, slots=True)
class AllergensHeld:
    """An allergen of the piece: ingredients that hold it, that may (their label unread), and that may by label."""

    code: str
    name: str
    lists: str
    contains: tuple[str, ...]
    unread: tuple[str, ...]
    may_contain: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class CompoundPart:
    """A part of a compound ingredient, and whether it is an allergen."""

    name: str
    allergen: bool


@dataclass(frozen=True, slots=True)
class Named:
    """One entry of the ingredient list: its weight, percent of the whole, what it is made of, and the allergen
    words to set off."""

    name: str
    grams: float
    percent: float
    compound: tuple[CompoundPart, ...]
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

    allergens: tuple[AllergensHeld, ...]
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


def label(draft: Draft, read: Mapping[str, Reading], loss: Loss | None, region: str = USUAL) -> Label:
    """The sheet of a draft. read holds what labels said, by ingredient id; region how energy of sugar alcohols is
    counted; loss None leaves the baked figures open."""
    lines = draft.formula.lines
    lacks = tuple(x.ingredient.name for x in lines if x.grams is None)
    made = made_of(draft)
    nutrients, piece = nutrition(draft, loss, region)
    return Label(
        allergens=allergens(lines, read),
        ingredients=_named(lines),
        nutrients=nutrients,
        piece_g=piece,
        pieces=made,
        loss=loss,
        suggests=_suggests(lines, nutrients, read),
        notices=notices(lines, made),
        sentences=SENTENCES,
        lacks=lacks,
        confidence=_confidence(lines),
    )


def nutrition(draft: Draft, loss: Loss | None, region: str = USUAL) -> tuple[tuple[Nutrient, ...], float | None]:
    """The figures alone, and the baked weight of one piece, g (None: not known)."""
    lines = draft.formula.lines
    complete = all(x.grams is not None for x in lines)
    return _nutrients(lines, loss, made_of(draft), draft.process.portion_g, region, complete=complete)


def allergens(lines: tuple[Line, ...], read: Mapping[str, Reading]) -> tuple[AllergensHeld, ...]:
    """Every listed allergen with the ingredients that hold it or may; what a label said wins over a “may”."""
    items = {x.ingredient_id: x.ingredient for x in lines}
    found = []
    for code, name, lists in ALLERGENS:
        sure, unread, may = [], [], []
        for ident, item in items.items():
            state = holds(item, code).standing
            label = read.get(ident)
            if state is Standing.BREAKS:
                sure.append(item.name)
            elif label is not None and label.looked_for(code):
                if code in label.may_contain:
                    may.append(item.name)
            elif state is Standing.UNSURE:
                unread.append(item.name)
        found.append(AllergensHeld(code, name, lists, tuple(sure), tuple(unread), tuple(may)))
    return tuple(found)


def open_questions(item: Ingredient) -> tuple[str, ...]:
    """Codes that only this ingredient's label can settle."""
    return open_codes(item)


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
        parts = tuple(CompoundPart(n, bool(code)) for n, _, code in compound(item))
        held = any(holds(item, code).standing is Standing.BREAKS for code, _, _ in ALLERGENS)
        allergen = held and not any(p.allergen for p in parts)
        found.append(Named(_label_name(item), amount, 100.0 * amount / whole, parts, allergen))
    return tuple(found)


def _label_name(item: Ingredient) -> str:
    """A wheat flour's name has to say wheat."""
    if item.flour_base and item.is_("wheat"):
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


def made_of(draft: Draft) -> int | None:
    """How many pieces a draft makes; None while an amount or the portion is not known."""
    known = [x.grams for x in draft.formula.lines if x.in_dough]
    portion = draft.process.portion_g
    if not known or any(g is None for g in known) or not portion:
        return None
    count, _ = pieces(sum(g or 0.0 for g in known), portion, draft.process.bowl_loss_pct)
    return count or None


def _nutrients(
    lines: tuple[Line, ...], loss: Loss | None, made: int | None, portion: float | None, region: str, *, complete: bool
) -> tuple[tuple[Nutrient, ...], float | None]:
    """Figures, and the baked weight of one piece, g. What is lost in the oven is water of the dough: its other
    parts stay, and so do tops and finishes. Toppings are taken to be weighed for the pieces that are made.
    """
    dough, rest = _parted(lines)
    of_dough, of_rest, raw, baked = _piece_of(lines, loss, made, portion)
    totals, on_top = _totals(dough, region), _totals(rest, region)
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


def _parted(lines: tuple[Line, ...]) -> tuple[tuple[Line, ...], tuple[Line, ...]]:
    return tuple(x for x in lines if x.in_dough), tuple(x for x in lines if not x.in_dough)


def _piece_of(
    lines: tuple[Line, ...], loss: Loss | None, made: int | None, portion: float | None
) -> tuple[float, float, float, float | None]:
    """What share of dough and of tops a piece has (of the whole batch where pieces are not known), and what it weighs
    raw and baked, g."""
    dough_g, rest_g = (sum(x.grams or 0.0 for x in part) for part in _parted(lines))
    of_dough, of_rest = (portion / dough_g, 1.0 / made) if made and portion and dough_g else (1.0, 1.0)
    raw = dough_g * of_dough + rest_g * of_rest
    return of_dough, of_rest, raw, raw - dough_g * of_dough * loss.pct / 100.0 if loss is not None else None


def held_in(draft: Draft, loss: Loss | None, part: Callable[[Line], float]) -> tuple[float | None, float | None]:
    """How much of something (part says it of each line) is in a piece, and in 100 g as baked; None: not known."""
    lines, made = draft.formula.lines, made_of(draft)
    if any(x.grams is None for x in lines):
        return None, None
    of_dough, of_rest, _, baked = _piece_of(lines, loss, made, draft.process.portion_g)
    dough, rest = (sum(part(x) for x in of) for of in _parted(lines))
    value = dough * of_dough + rest * of_rest
    return value if made else None, 100.0 * value / baked if baked else None


def _totals(lines: tuple[Line, ...], region: str) -> dict[str, float]:
    def sum_of(part: str) -> float:
        return sum((x.grams or 0.0) * float(getattr(x.ingredient.parts, part)) / 100.0 for x in lines)

    kcal = sum((x.grams or 0.0) * kcal_per_100g(x.ingredient, region) / 100.0 for x in lines)
    return {
        "kj": kcal * KJ_PER_KCAL, "kcal": kcal, "fat": sum_of("fat"), "saturates": sum_of("saturated"),
        "carbohydrate": sum_of("sugars") + sum_of("starch") + sum_of("other_sugar"), "sugars": sum_of("sugars"),
        "fibre": sum_of("fibre"), "protein": sum_of("protein"), "salt": sum_of("sodium_mg") * SALT_PER_SODIUM,
    }  # fmt: skip


def _suggests(lines: tuple[Line, ...], nutrients: tuple[Nutrient, ...], read: Mapping[str, Reading]) -> tuple[str, ...]:
    """What the figures suggest, never as a claim."""
    by = {n.key: n.baked_100g if n.baked_100g is not None else n.raw_100g for n in nutrients}
    found = []
    high = [name for name, limit in HIGH if (by[name] or 0.0) > limit]
    if high:
        found.append(f"High in {', '.join(high)} by the UK's traffic lights for 100 g.")
    fibre = by["fibre"]
    if fibre is not None and fibre >= 3.0:
        found.append(f"{fibre:.1f} g of fibre in 100 g: the EU asks 3 g of a source of fibre and 6 g of high fibre.")
    wanted = Wanted(("vegan", "vegetarian", "no_gluten", "no_milk", "no_egg", "no_nuts"), read)
    for whole in of_lines(lines, wanted) if lines else ():
        if whole.standing is Standing.MEETS:
            label = need(whole.need).label
            words = f"{label} by recipe" if whole.need.startswith("ve") else f"made without {need(whole.need).thing}"
            found.append(f"The lines suggest: {words}; the packets used have to say so too.")
    return tuple(found)


def _confidence(lines: tuple[Line, ...]) -> Confidence:
    order = list(Confidence)
    whole = sum(x.grams or 0.0 for x in lines) or 1.0
    weighty = [x.ingredient.confidence for x in lines if (x.grams or 0.0) >= 0.05 * whole]
    return max(weighty, key=order.index, default=Confidence.HIGH)
