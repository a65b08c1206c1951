"""A cook's own ingredients: from a packet's label, or blended from others. What a label does not say is
taken from the table's row it is most like, and marked as an estimate. What it holds or is free of is never taken from
that row: what nobody has said of allergens and diets is unsure.

A label's figures are per 100 g. On European labels carbohydrate leaves fibre out, and salt is 2.54 times
all sodium. Water is what is left over (by difference, M).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, fields, replace

from dough.accounts.needs.contradictions import KNOWN, contradictions
from dough.accounts.needs.verdict import Standing, code_state, judge
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import Confidence, Held, Ingredient, Measure, Parts, State
from dough.facts.needs import NAMES
from dough.facts.rules_of_thumb import strong_share

SODIUM_MG_PER_G_SALT = 393.4
KCAL = {"fat": 9.0, "carbohydrate": 4.0, "protein": 4.0, "fibre": 2.0}
#: A label rounds; its parts may come to a little more than the whole.
ROUNDING_G = 2.0
#: What a packet is by its own label, never by being like another.
NOT_INHERITED = frozenset({"made", "certified", "novel", "cane_refined", "sulphited"})
LABEL_FIELDS = {
    "kcal": "Energy", "fat": "Fat", "saturates": "Saturates", "carbohydrate": "Carbohydrate", "sugars": "Sugars",
    "fibre": "Fibre", "protein": "Protein", "salt": "Salt",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Label:
    """A nutrition label per 100 g; None where it says nothing."""

    kcal: float | None = None
    fat: float | None = None
    saturates: float | None = None
    carbohydrate: float | None = None
    sugars: float | None = None
    fibre: float | None = None
    protein: float | None = None
    salt: float | None = None


@dataclass(frozen=True, slots=True)
class Made:
    """An ingredient of the cook's own and which of its parts are estimates."""

    ingredient: Ingredient
    estimated: tuple[str, ...]


def from_label(
    ident: str, name: str, like: Ingredient, label: Label, cup_g: float | None = None,
    says: Mapping[str, State] | None = None, version: int = 1,
) -> Made:  # fmt: skip
    """An ingredient from its label, behaving otherwise like a row of the table. says holds what the cook said of codes
    (allergens, An, Me, alcohol, caffeine).

    Raises EntryErrors for figures out of reach, sugars above carbohydrate, saturates above fat, parts that come to
    more than 100 g, or statements that contradict each other.
    """
    _check(label)
    p, estimated = like.parts, ["water"]

    def said(key: str, fallback: float) -> float:
        value = getattr(label, key)
        if value is None:
            estimated.append(LABEL_FIELDS[key].lower())
            return fallback
        return float(value)

    fat, protein, fibre = said("fat", p.fat), said("protein", p.protein), said("fibre", p.fibre)
    salt = said("salt", p.salt)
    sugars = said("sugars", p.sugars)
    carbohydrate = said("carbohydrate", max(p.starch + p.sugars + p.other_sugar, sugars))
    saturated = said("saturates", p.saturated * fat / p.fat if p.fat else 0.35 * fat)
    polyol = min(p.other_sugar, max(carbohydrate - sugars, 0.0))
    starch = max(carbohydrate - sugars - polyol, 0.0)
    kinds = _sugar_kinds(p, sugars)
    minerals, ethanol, other = p.minerals, p.ethanol, max(p.other, 0.0)
    rest = fat + protein + fibre + salt + sugars + polyol + starch + ethanol
    if rest > 100.0 + ROUNDING_G:
        raise EntryErrors([EntryError("label", f"These parts come to {rest:.0f} g in 100 g. Check the figures.")])
    room = max(100.0 - rest, 0.0)
    minerals, other = min(minerals, room), min(other, max(room - minerals, 0.0))
    water = max(room - minerals - other, 0.0)
    kcal = label.kcal
    if kcal is None:
        kcal = (
            KCAL["fat"] * fat + KCAL["carbohydrate"] * carbohydrate + KCAL["protein"] * protein + KCAL["fibre"] * fibre
        )
    parts = replace(
        p, water=water, fat=fat, **kinds, other_sugar=polyol, starch=starch, protein=protein, fibre=fibre,
        minerals=minerals, salt=salt, ethanol=ethanol, other=max(100.0 - rest - water - minerals, 0.0),
        milk_fat=p.milk_fat * fat / p.fat if p.fat else 0.0, saturated=min(saturated, fat),
        gluten_forming=p.gluten_forming * protein / p.protein if p.protein else 0.0,
        sodium_mg=salt * SODIUM_MG_PER_G_SALT, kcal=kcal,
    )  # fmt: skip
    made = _own(ident, name, like, parts, cup_g, version, f"label, otherwise like {like.name}")
    made = replace(made, held=_said(says or {}, like))
    problems = [EntryError("says", words) for words in contradictions(made)]
    if problems:
        raise EntryErrors(problems)
    return Made(made, tuple(dict.fromkeys(estimated)))


def _said(says: Mapping[str, State], like: Ingredient) -> tuple[Held, ...]:
    """What the cook said, and as a mere “may” what the row it is like holds by nature."""
    if strange := [c for c in says if c not in KNOWN]:
        raise EntryErrors([EntryError("says", f"“{strange[0][:20]}” is not an allergen or diet known here.")])
    said = {c: Held(c, s, "you said so") for c, s in says.items() if s is not State.TOLD}
    if says.get("Gl") is State.FREE:
        for code in ("Wh", "Oa"):
            said.setdefault(code, Held(code, State.FREE, "you said it is free of gluten"))
    for h in like.held:
        if h.state is State.HOLDS and h.code not in said:
            said[h.code] = Held(h.code, State.MAY, f"{h.part}, as {like.name} does")
    return tuple(said.values())


def blend(
    ident: str, name: str, parts: tuple[tuple[Ingredient, float], ...], cup_g: float | None = None, version: int = 1
) -> Made:
    """Several ingredients mixed by weight; shares are in proportion. It behaves like its largest part and
    carries every allergen of all.

    Raises EntryErrors without two parts or with a share of nothing.
    """
    if len(parts) < 2 or any(share <= 0 for _, share in parts):
        raise EntryErrors([EntryError("blend", "A blend needs two parts or more, each with a share above 0.")])
    total = sum(share for _, share in parts)
    mixed = {
        f.name: sum(getattr(item.parts, f.name) * share for item, share in parts) / total
        for f in fields(Parts)
        if f.name != "liquid_share_20c"
    }
    fat = sum(i.parts.fat * s for i, s in parts)
    liquid = sum(i.parts.liquid_share_20c * s for i, s in parts) / total if fat else 0.0
    largest = max(parts, key=lambda x: x[1])[0]
    shares = ", ".join(f"{100 * s / total:.0f} % {i.name}" for i, s in parts)
    made = _own(ident, name, largest, Parts(liquid_share_20c=liquid, **mixed), cup_g, version, shares)
    sure = max((i.confidence for i, _ in parts), key=list(Confidence).index)
    return Made(replace(made, confidence=sure, held=_blended(tuple(i for i, _ in parts))), ())


_STATES = {Standing.BREAKS: State.HOLDS, Standing.UNSURE: State.MAY, Standing.MEETS: State.FREE}


def _blended(items: tuple[Ingredient, ...]) -> tuple[Held, ...]:
    """A blend holds what any part holds, and is free of a thing where every part is."""
    order = list(Standing)
    found = []
    for code in NAMES:
        worst = max((code_state(i, code) for i in items), key=lambda s: order.index(s.standing))
        found.append(Held(code, _STATES[worst.standing], worst.why))
    oats = [h for i in items if (h := i.said("Oa")) is not None and h.state is State.HOLDS and not i.is_("certified")]
    found += [Held("Oa", State.HOLDS, oats[0].part)] if oats else []
    for code, ident in (("An", "vegan"), ("Me", "vegetarian"), ("alcohol", "no_alcohol"), ("caffeine", "no_caffeine")):
        by_need = max((judge(i, ident) for i in items), key=lambda v: order.index(v.standing))
        state = _STATES[by_need.standing]
        if code in ("An", "Me") and state is not State.FREE:
            own = max((code_state(i, code) for i in items), key=lambda s: order.index(s.standing))
            if own.standing is Standing.MEETS:
                continue
            state = _STATES[own.standing]
        found.append(Held(code, state, by_need.why))
    return tuple(found)


def flours_to_protein(soft: Ingredient, strong: Ingredient, protein: float) -> tuple[tuple[Ingredient, float], ...]:
    """Two flours in the shares that give a wanted protein, percent.

    Raises EntryErrors when it lies outside the two.
    """
    try:
        share = strong_share(protein, soft.parts.protein, strong.parts.protein)
    except ValueError:
        low, high = sorted((soft.parts.protein, strong.parts.protein))
        words = f"These two reach from {low:g} to {high:g} % protein. Pick others, or a figure between."
        raise EntryErrors([EntryError("blend.protein", words)]) from None
    return ((soft, 1.0 - share), (strong, share))


def _own(
    ident: str, name: str, like: Ingredient, parts: Parts, cup_g: float | None, version: int, note: str
) -> Ingredient:
    measure = Measure(cup_g or 0.0, cup_g or 0.0, cup_g or 0.0, "the cook's own", Confidence.MIDDLE)
    return replace(
        like, id=ident, name=name, detail="", also="", group="Your own", parts=parts, measure=measure, note=note,
        source="the cook's own", confidence=Confidence.MIDDLE, version=version, like=like.kind, held=(),
        classes=like.classes - NOT_INHERITED,
    )  # fmt: skip


def _sugar_kinds(p: Parts, sugars: float) -> dict[str, float]:
    total = p.sugars
    if total <= 0:
        return {"sucrose": sugars, "reducing": 0.0, "lactose": 0.0}
    return {k: getattr(p, k) * sugars / total for k in ("sucrose", "reducing", "lactose")}


def _check(label: Label) -> None:
    problems = []
    for key, word in LABEL_FIELDS.items():
        value, most = getattr(label, key), 950.0 if key == "kcal" else 100.0
        if value is not None and not 0 <= value <= most:
            words = f"{word} goes from 0 to {most:g} in 100 g. Clear it if the label does not say."
            problems.append(EntryError(f"label.{key}", words))
    for part, whole in (("sugars", "carbohydrate"), ("saturates", "fat")):
        a, b = getattr(label, part), getattr(label, whole)
        if a is not None and b is not None and a > b + 0.5:
            problems.append(
                EntryError(f"label.{part}", f"{LABEL_FIELDS[part]} are part of {whole}: they can't be more.")
            )
    if all(getattr(label, k) is None for k in ("fat", "carbohydrate", "protein")):
        problems.append(EntryError("label", "Type at least fat, carbohydrate or protein from the label."))
    if problems:
        raise EntryErrors(problems)
