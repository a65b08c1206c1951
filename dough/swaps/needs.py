"""Dietary needs, and how an ingredient stands against each.

Allergens are the EU's fourteen and the US's nine; which ingredient holds which is in data/measures.csv, what
is hidden in a packet in data/hidden.csv, caffeine in data/caffeine.csv. A label wins over any row.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from functools import cache

from dough.errors import EntryError
from dough.ingredients import Ingredient
from dough.tables import rows

#: Less than this much ethanol (g per 100 g) or caffeine (mg per 100 g) is a trace (judgement).
TRACE_ETHANOL_G, TRACE_CAFFEINE_MG = 0.05, 5.0


class Standing(StrEnum):
    """From best to worst; usually has known exceptions, label is for the packet to settle."""

    MEETS = "meets"
    USUALLY = "usually"
    LABEL = "label"
    BREAKS = "breaks"


ORDER = tuple(Standing)
_FLAGS = {"Y": Standing.MEETS, "Y?": Standing.USUALLY, "?": Standing.LABEL, "N": Standing.BREAKS}


@dataclass(frozen=True, slots=True)
class Need:
    """kind is way (of eating), allergen, other or amount. code is the allergen's; flag the diet column's."""

    id: str
    label: str
    kind: str
    code: str = ""
    flag: str = ""


#: Every need a target can carry, in the order in which they are shown.
NEEDS: dict[str, Need] = {
    n.id: n
    for n in (
        Need("vegan", "vegan", "way", "animal", "vegan"),
        Need("vegetarian", "vegetarian", "way", "animal", "vegetarian"),
        Need("no_milk", "no milk", "allergen", "Mi", "dairy_free"),
        Need("no_egg", "no egg", "allergen", "Eg", "egg_free"),
        Need("no_gluten", "no gluten", "allergen", "Gl", "gluten_free"),
        Need("no_wheat", "no wheat", "allergen", "Wh"),
        Need("no_nuts", "no tree nuts", "allergen", "Nu"),
        Need("no_peanut", "no peanut", "allergen", "Pn"),
        Need("no_sesame", "no sesame", "allergen", "Se"),
        Need("no_soy", "no soya", "allergen", "So"),
        Need("no_mustard", "no mustard", "allergen", "Mu"),
        Need("no_sulphites", "no sulphites", "allergen", "Sd"),
        Need("no_lupin", "no lupin", "allergen", "Lu"),
        Need("no_celery", "no celery", "allergen", "Ce"),
        Need("no_fish", "no fish", "allergen", "Fi"),
        Need("no_crustaceans", "no crustaceans", "allergen", "Cr"),
        Need("no_molluscs", "no molluscs", "allergen", "Mo"),
        Need("no_alcohol", "no alcohol", "other", "alcohol"),
        Need("no_caffeine", "no caffeine", "other", "caffeine"),
    )
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Amount:
    """A need that is a matter of how much: what is counted, its unit, and the usual wish in percent."""

    id: str
    label: str
    counts: str
    unit: str
    usual_pct: float
    most_pct: float
    sign: int


#: Less or more of something, per 100 g of the whole piece.
AMOUNTS: dict[str, Amount] = {
    a.id: a
    for a in (
        Amount("less_sugar", "less sugar", "sugars", "g", 30.0, 100.0, -1),
        Amount("less_sodium", "less sodium", "sodium", "mg", 25.0, 95.0, -1),
        Amount("more_fibre", "more fibre", "fibre", "g", 30.0, 500.0, 1),
    )
}


@dataclass(frozen=True, slots=True)
class Wish:
    """Less or more by so many percent than from_per_100g, in the amount's unit per 100 g of the whole piece."""

    need: str
    by_pct: float
    from_per_100g: float

    @property
    def amount(self) -> Amount:
        return AMOUNTS[self.need]

    @property
    def wanted(self) -> float:
        """What 100 g may hold at most (or must hold at least)."""
        return self.from_per_100g * (1.0 + self.amount.sign * self.by_pct / 100.0)


@dataclass(frozen=True, slots=True)
class Mark:
    """A line's ingredient that breaks a need or has to be looked up, with the words to say so."""

    need: str
    label: str
    standing: Standing
    words: str


def need(ident: str) -> Need:
    """The need with this id. Raises EntryError for one that is not known."""
    found = NEEDS.get(ident)
    if found is None:
        raise EntryError("target.needs", f"“{ident[:40]}” is not a need known here. Pick one from the list.")
    return found


def wish(ident: str, by_pct: float, from_per_100g: float) -> Wish:
    """Less or more of something. Raises EntryError for an amount out of reach."""
    amount = AMOUNTS.get(ident)
    if amount is None:
        raise EntryError("target.needs", f"“{ident[:40]}” is not a need known here. Pick one from the list.")
    if not 1.0 <= by_pct <= amount.most_pct:
        words = f"Type by how much, between 1 and {amount.most_pct:g} %."
        raise EntryError(f"target.{ident}", words)
    if from_per_100g <= 0:
        raise EntryError(
            f"target.{ident}", f"There is no {amount.counts} known in this formula to count from. Fill it in first."
        )
    return Wish(ident, by_pct, from_per_100g)


def standing(item: Ingredient, ident: str) -> Standing:
    """How an ingredient stands against one need; the worst of what its flag and its allergen codes say."""
    wanted = need(ident)
    if ident == "no_alcohol":
        return Standing.BREAKS if item.parts.ethanol > TRACE_ETHANOL_G else Standing.MEETS
    if ident == "no_caffeine":
        return Standing.BREAKS if caffeine_mg(item) >= TRACE_CAFFEINE_MG else Standing.MEETS
    if ident == "no_gluten":
        # Certified oats count as a cereal with gluten on a European label, yet meet the need: the flag decides.
        return _FLAGS.get(item.diet.gluten_free, Standing.LABEL)
    found = [Standing.MEETS]
    if wanted.flag:
        found.append(_FLAGS.get(getattr(item.diet, wanted.flag), Standing.LABEL))
    codes = ("W" if ident == "no_wheat" else wanted.code,)
    held = item.allergens_us if ident == "no_wheat" else item.allergens_eu
    for code in held:
        if code.rstrip("?") in codes:
            found.append(Standing.LABEL if code.endswith("?") else Standing.BREAKS)
    if ident in ("no_nuts", "no_peanut") and item.diet.nut_free == "?":
        found.append(Standing.LABEL)
    if ident == "no_wheat" and item.diet.gluten_free == "Y?" and "Gl" not in item.allergens_eu:
        found.append(Standing.USUALLY)
    return max(found, key=ORDER.index)


_MARKS: dict[tuple[str, int, str], Mark | None] = {}


def marks(item: Ingredient, needs: Iterable[str]) -> tuple[Mark, ...]:
    """The needs an ingredient breaks, and those only its label can settle; worked out once for each."""
    found = []
    for ident in needs:
        key = (item.id, item.version, ident)
        if key not in _MARKS:
            _MARKS[key] = _mark(item, ident)
        mark = _MARKS[key]
        if mark is not None:
            found.append(mark)
    return tuple(found)


def breaks(item: Ingredient, needs: Iterable[str]) -> bool:
    """True when the ingredient breaks any of the needs for certain."""
    return any(m.standing is Standing.BREAKS for m in marks(item, needs))


def _mark(item: Ingredient, ident: str) -> Mark | None:
    how = standing(item, ident)
    if how not in (Standing.LABEL, Standing.BREAKS):
        return None
    wanted = need(ident)
    inside = [h for h in hidden(item) if _bears_on(h.code, ident)]
    parts = ", ".join(dict.fromkeys(h.part for h in inside if h.sure or how is Standing.LABEL))
    if how is Standing.BREAKS:
        words = f"not {wanted.label}" if wanted.kind == "way" else f"holds {wanted.label.removeprefix('no ')}"
        return Mark(ident, wanted.label, how, f"{words}: {parts}" if parts else words)
    return Mark(ident, wanted.label, how, f"may hold {parts}: read the label" if parts else "read the label")


@dataclass(frozen=True, slots=True)
class Hidden:
    """Something in an ingredient that its name does not say."""

    code: str
    part: str
    sure: bool


@cache
def _hidden() -> dict[str, tuple[Hidden, ...]]:
    found: dict[str, list[Hidden]] = {}
    for r in rows("hidden"):
        found.setdefault(r["id"], []).append(Hidden(r["code"], r["part"], r["sure"] == "yes"))
    return {k: tuple(v) for k, v in found.items()}


def hidden(item: Ingredient) -> tuple[Hidden, ...]:
    """What is hidden in an ingredient (typical recipes of its kind, M)."""
    return _hidden().get(item.kind, ())


def _bears_on(code: str, ident: str) -> bool:
    if ident == "vegan":
        return code in ("Mi", "Eg", "animal")
    if ident == "no_wheat":
        return code == "Gl"
    return code == need(ident).code


@cache
def _caffeine() -> dict[str, float]:
    return {r["id"]: float(r["mg_per_100g"]) for r in rows("caffeine")}


def caffeine_mg(item: Ingredient) -> float:
    """Caffeine, mg per 100 g (composition tables, M)."""
    return _caffeine().get(item.kind, 0.0)
