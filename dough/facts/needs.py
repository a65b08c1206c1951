"""The needs a dough can have, the allergens they are about, and what was read on labels.

Allergens are the EU's fourteen and the US's nine. Which ingredient holds which is in data/holds.csv.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

from dough.facts.errors import EntryError

#: Code, name, on which lists: the EU's fourteen and the US's nine.
ALLERGENS: tuple[tuple[str, str, str], ...] = (
    ("Gl", "cereals with gluten", "EU"), ("Wh", "wheat", "US"), ("Cr", "crustaceans", "EU, US"),
    ("Eg", "egg", "EU, US"), ("Fi", "fish", "EU, US"), ("Pn", "peanut", "EU, US"), ("So", "soya", "EU, US"),
    ("Mi", "milk", "EU, US"), ("Nu", "tree nuts", "EU, US"), ("Pi", "pine nuts", "US"), ("Ce", "celery", "EU"),
    ("Mu", "mustard", "EU"), ("Se", "sesame", "EU, US"), ("Sd", "sulphites", "EU"), ("Lu", "lupin", "EU"),
    ("Mo", "molluscs", "EU"),
)  # fmt: skip
NAMES = {code: name for code, name, _ in ALLERGENS}
#: Origins a way of eating asks about, beside allergens.
ORIGINS = {"An": "something from animals", "Me": "meat, gelatine or the like"}


@dataclass(frozen=True, slots=True)
class Need:
    """kind is way (of eating), allergen, other or amount. codes are all it is about; about says where lists differ."""

    id: str
    label: str
    kind: str
    codes: tuple[str, ...] = ()
    about: str = ""

    @property
    def thing(self) -> str:
        """What it is without: “milk” of “no milk”."""
        return self.label.removeprefix("no ")


_ANIMAL = ("An", "Me", "Mi", "Eg", "Fi", "Cr", "Mo")
#: Every need a target can carry, in the order in which they are shown.
NEEDS: dict[str, Need] = {
    n.id: n
    for n in (
        Need("vegan", "vegan", "way", _ANIMAL, "Vegan is not the same as free from milk or egg: traces may be there."),
        Need("vegetarian", "vegetarian", "way", ("Me", "Fi", "Cr", "Mo")),
        Need("no_milk", "no milk", "allergen", ("Mi",), "Lactose-free milk is milk all the same."),
        Need("no_egg", "no egg", "allergen", ("Eg",)),
        Need("no_gluten", "no gluten", "allergen", ("Gl", "Wh", "Oa"),
             "At most 20 mg in a kg. Oats count only where certified. The EU lists all gluten cereals, the US wheat."),
        Need("no_wheat", "no wheat", "allergen", ("Wh",), "Spelt, einkorn and khorasan are wheat; rye is not."),
        Need("no_nuts", "no tree nuts", "allergen", ("Nu", "Pi"),
             "The EU names eight nuts, the US list pine nuts too. Coconut, chestnut and shea are on no list of the "
             "EU and since 2025 off that of the US; nutmeg is a seed. Law changes: check it where you sell."),
        Need("no_peanut", "no peanut", "allergen", ("Pn",), "A pulse: lupin, pea and chickpea sometimes matter too."),
        Need("no_sesame", "no sesame", "allergen", ("Se",)),
        Need("no_soy", "no soya", "allergen", ("So",), "Highly refined soya oil is left out of the lists by law."),
        Need("no_mustard", "no mustard", "allergen", ("Mu",)),
        Need("no_sulphites", "no sulphites", "allergen", ("Sd",), "Named in the EU above 10 mg in a kg."),
        Need("no_lupin", "no lupin", "allergen", ("Lu",)),
        Need("no_celery", "no celery", "allergen", ("Ce",)),
        Need("no_fish", "no fish", "allergen", ("Fi",)),
        Need("no_crustaceans", "no crustaceans", "allergen", ("Cr",)),
        Need("no_molluscs", "no molluscs", "allergen", ("Mo",)),
        Need("no_alcohol", "no alcohol", "other", ("alcohol",)),
        Need("no_caffeine", "no caffeine", "other", ("caffeine",)),
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
class Reading:
    """What a cook read on a supplier's label: the codes it names, contained or as traces, and on which day.

    settles are the codes that were looked for; None: every allergen, as readings were once kept.
    """

    may_contain: tuple[str, ...]
    read_on: str
    settles: tuple[str, ...] | None = None

    def looked_for(self, code: str) -> bool:
        return code in NAMES if self.settles is None else code in self.settles


@dataclass(frozen=True, slots=True)
class Wanted:
    """The needs of a dough by id, and the labels already read, by ingredient id."""

    ids: tuple[str, ...] = ()
    read: Mapping[str, Reading] = field(default_factory=dict)

    def __iter__(self) -> Iterator[str]:
        return iter(self.ids)

    def __bool__(self) -> bool:
        return bool(self.ids)


NOTHING = Wanted()


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
