"""What each ingredient is made of, how it fills a cup, and what it carries.

Source: data/ingredients.csv, data/measures.csv and data/holds.csv (see data/README.md for provenance).
"""

from __future__ import annotations

from dataclasses import dataclass, fields
from enum import StrEnum
from functools import cache

from dough.facts.errors import EntryError
from dough.facts.tables import rows


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


class State(StrEnum):
    """What is known of one code in an ingredient. Told is a remark that changes nothing; unsaid has no row."""

    HOLDS = "holds"
    MAY = "may"
    FREE = "free"
    TOLD = "told"


@dataclass(frozen=True, slots=True)
class Held:
    """One statement about an ingredient: the code (an allergen's, An of animals, Me meat, alcohol, caffeine), and in
    words what holds it or why it is free of it."""

    code: str
    state: State
    part: str


@dataclass(frozen=True, slots=True)
class Ingredient:
    """One row of the table, or one of the cook's own. held is all that is said of allergens and origin
    (data/holds.csv); classes are what it is, as code asks for it (data/README.md lists them)."""

    id: str
    name: str
    detail: str
    also: str
    group: str
    role: Role
    flour_base: bool
    parts: Parts
    measure: Measure
    classes: frozenset[str]
    held: tuple[Held, ...]
    note: str
    source: str
    confidence: Confidence
    version: int = 1
    like: str = ""
    #: Of one delivery: water it holds against what the table has, and how far away its fat melts, K.
    holds: float = 1.0
    melts_k: float = 0.0

    def is_(self, *names: str) -> bool:
        """Whether it belongs to any of these classes."""
        return not self.classes.isdisjoint(names)

    @property
    def made(self) -> bool:
        """A product of several things whose recipe differs by maker: what is not said of it only a packet can say."""
        return "made" in self.classes or self.like != ""

    def said(self, code: str) -> Held | None:
        """What is said of a code, remarks aside; None where nothing is."""
        return next((h for h in self.held if h.code == code and h.state is not State.TOLD), None)

    @property
    def kind(self) -> str:
        """The id of the table's row it behaves as: its own, or that of the row a cook's own one is like."""
        return self.like or self.id


_PART_NAMES = tuple(f.name for f in fields(Parts))


@cache
def table() -> dict[str, Ingredient]:
    """The whole ingredient table by id, in table order."""
    measures = {m["id"]: m for m in rows("measures")}
    statements = _statements()
    return {r["id"]: _ingredient(r, measures[r["id"]], statements) for r in rows("ingredients")}


def of_class(*names: str) -> tuple[Ingredient, ...]:
    """Every row of the table that belongs to any of these classes, in table order."""
    return tuple(i for i in table().values() if i.is_(*names))


def _statements() -> dict[str, list[Held]]:
    """Statements by what they are of: an ingredient's id, or class:<name>."""
    found: dict[str, list[Held]] = {}
    for r in rows("holds"):
        found.setdefault(r["of"], []).extend(Held(c, State(r["state"]), r["part"]) for c in r["codes"].split())
    return found


def _held(ident: str, classes: tuple[str, ...], statements: dict[str, list[Held]]) -> tuple[Held, ...]:
    """A row's own statements win over those of its classes; of its classes, the more cautious wins."""
    order = list(State)
    found: dict[str, Held] = {}
    told: list[Held] = []
    for of in (ident, *(f"class:{c}" for c in classes)):
        for h in statements.get(of, ()):
            if h.state is State.TOLD:
                told.append(h)
            elif h.code not in found or (
                of != ident
                and found[h.code] not in statements.get(ident, ())
                and order.index(h.state) < order.index(found[h.code].state)
            ):
                found[h.code] = h
    return (*found.values(), *told)


def ingredient(ident: str, where: str = "ingredient") -> Ingredient:
    """The row with this id. Raises EntryError when the table has none."""
    found = table().get(ident)
    if found is None:
        raise EntryError(where, f"There is no ingredient “{ident[:40]}” in the table. Pick one from the list.")
    return found


def _ingredient(row: dict[str, str], m: dict[str, str], statements: dict[str, list[Held]]) -> Ingredient:
    classes = tuple(row["classes"].split())
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
        classes=frozenset(classes),
        held=_held(row["id"], classes, statements),
        note=row["note"],
        source=row["source"],
        confidence=Confidence(row["confidence"]),
    )
