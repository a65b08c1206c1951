"""What each ingredient is made of, how it fills a cup, and what it carries.

Source: data/ingredients.csv and data/measures.csv (see data/README.md for provenance).
"""

from __future__ import annotations

from dataclasses import dataclass, fields
from enum import StrEnum
from functools import cache

from dough.errors import EntryError
from dough.tables import rows


class Role(StrEnum):
    """What a line does in the dough, in the order in which roles are shown."""

    FLOUR = "flour"
    SUGAR = "sugar"
    FAT = "fat"
    EGG = "egg"
    LIQUID = "liquid"
    LEAVENING = "leavening"
    SALT = "salt"
    FLAVOUR = "flavour"
    BINDER = "binder"
    FOLD_IN = "fold-in"


class Confidence(StrEnum):
    """H: within about 5-10 %. M: 10-30 %. L: could be off by a factor of two."""

    HIGH = "H"
    MIDDLE = "M"
    LOW = "L"


@dataclass(frozen=True, slots=True)
class Parts:
    """Grams per 100 g as sold; kcal and mg where the name says so.

    ``water`` to ``other`` add up to 100 (water, fat, the four sugars, starch, protein, fibre,
    minerals, salt, ethanol, other); the rest are shares of those.
    """

    water: float
    fat: float
    sucrose: float
    reducing: float
    lactose: float
    other_sugar: float
    starch: float
    protein: float
    fibre: float
    minerals: float
    salt: float
    ethanol: float
    other: float
    milk_fat: float
    saturated: float
    liquid_share_20c: float
    gluten_forming: float
    cocoa_solids: float
    phospholipid: float
    sodium_mg: float
    kcal: float
    acid_g_soda: float

    @property
    def sugars(self) -> float:
        """Sucrose, reducing sugars and lactose, g per 100 g (polyols are not sugars)."""
        return self.sucrose + self.reducing + self.lactose

    @property
    def residual(self) -> float:
        """What the columns that add leave unaccounted for, g per 100 g, ``other`` included."""
        accounted = (
            self.water + self.fat + self.sugars + self.other_sugar + self.starch + self.protein
            + self.fibre + self.minerals + self.salt + self.ethanol
        )  # fmt: skip
        return 100.0 - accounted


#: The columns that add up to 100 g; sums over them conserve mass.
ADDITIVE = (
    "water", "fat", "sucrose", "reducing", "lactose", "other_sugar", "starch", "protein",
    "fibre", "minerals", "salt", "ethanol", "other",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Measure:
    """Grams in a US cup of 236.6 ml, with the plausible range and the way of filling."""

    cup_g: float
    cup_low_g: float
    cup_high_g: float
    filling: str
    confidence: Confidence


@dataclass(frozen=True, slots=True)
class Diet:
    """Does the ingredient normally meet the need? Y yes, Y? usually, ? read the label, N no."""

    vegan: str
    vegetarian: str
    gluten_free: str
    dairy_free: str
    egg_free: str
    nut_free: str


@dataclass(frozen=True, slots=True)
class Ingredient:
    """One row of the table. Allergen codes as in data/measures.csv; a trailing ? means maybe."""

    id: str
    name: str
    detail: str
    also: str
    group: str
    role: Role
    flour_base: bool
    parts: Parts
    measure: Measure
    allergens_eu: tuple[str, ...]
    allergens_us: tuple[str, ...]
    diet: Diet
    note: str
    source: str
    confidence: Confidence
    version: int = 1
    like: str = ""

    @property
    def kind(self) -> str:
        """The id of the table's row it behaves as: its own, or that of the row a cook's own one is like."""
        return self.like or self.id


_PART_NAMES = tuple(f.name for f in fields(Parts))


@cache
def table() -> dict[str, Ingredient]:
    """The whole ingredient table by id, in table order (185 rows)."""
    measures = {m["id"]: m for m in rows("measures")}
    return {r["id"]: _ingredient(r, measures[r["id"]]) for r in rows("ingredients")}


def ingredient(ident: str, where: str = "ingredient") -> Ingredient:
    """The row with this id. Raises EntryError when the table has none."""
    found = table().get(ident)
    if found is None:
        raise EntryError(where, f"There is no ingredient “{ident[:40]}” in the table. Pick one from the list.")
    return found


def _ingredient(row: dict[str, str], m: dict[str, str]) -> Ingredient:
    return Ingredient(
        id=row["id"],
        name=row["name"],
        detail=row["detail"],
        also=row["also"],
        group=row["group"],
        role=Role(row["role"]),
        flour_base=row["flour_base"] == "yes",
        parts=Parts(**{n: float(row[n]) for n in _PART_NAMES}),
        measure=Measure(
            float(m["cup_g"]),
            float(m["cup_low_g"]),
            float(m["cup_high_g"]),
            m["filling"],
            Confidence(m["confidence"]),
        ),
        allergens_eu=tuple(m["allergens_eu"].split()),
        allergens_us=tuple(m["allergens_us"].split()),
        diet=Diet(**{f.name: m[f.name] for f in fields(Diet)}),
        note=m["note"],
        source=row["source"],
        confidence=Confidence(row["confidence"]),
    )
