"""Limits of a brief: what a piece, 100 g of it as baked, or a batch may hold, weigh or cost at most, or has to."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

from dough.facts.errors import EntryError

#: What a limit can be set on: name and unit as on a nutrition table (cost: the kitchen's money), and the most that
#: makes sense in a piece.
LIMITED: dict[str, tuple[str, str, float]] = {
    "kcal": ("energy", "kcal", 5000.0), "fat": ("fat", "g", 500.0), "saturates": ("saturates", "g", 500.0),
    "sugars": ("sugars", "g", 500.0), "fibre": ("fibre", "g", 200.0), "protein": ("protein", "g", 200.0),
    "salt": ("salt", "g", 50.0), "added_sugars": ("added sugars", "g", 500.0), "caffeine": ("caffeine", "mg", 1000.0),
    "sweetness": ("sweetness", "g sugar's worth", 500.0), "weight": ("weight baked", "g", 3000.0),
    "cost": ("cost", "", 1000.0), "keeps": ("keeps", "days", 60.0), "hands": ("work by hand", "min", 1440.0),
    "store": ("in store", "pieces", 100_000.0),
}  # fmt: skip
#: In what a limit can be set, as it is said.
PER = {
    "piece": "a piece", "100 g": "in 100 g", "batch": "a batch", "pack": "a pack", "airtight": "airtight",
    "plan": "a batch", "store": "of this dough",
}  # fmt: skip
#: What is mostly wished to be at least so much.
RATHER_MORE = ("keeps", "fibre", "protein", "store")
#: Pieces of a pack where nobody says.
USUAL_PACK, MOST_IN_PACK = 6, 200
#: What neither composition nor price tells: it takes the whole bake, or the whole day.
FROM_ELSEWHERE = ("keeps", "hands")
MOST_LIMITS = 8
EXAMPLE = {"g": "12.5", "kcal": "220", "": "0.45", "mg": "20", "g sugar's worth": "25", "days": "5", "min": "40",
           "pieces": "48"}  # fmt: skip
#: What 100 g, and a batch, hold at most of each unit.
MOST_IN_100, MOST_IN_BATCH = {"kcal": 900.0, "mg": 10_000.0}, 1e6
_TYPED = re.compile(r"(\d{1,6}(?:[.,]\d{1,4})?)\s*([A-Za-z]+)?")


def pers(key: str) -> tuple[str, ...]:
    """Money is for a piece, a pack or a batch, a weight for a piece or a pack, how long it keeps, hands and
    what is here are what they are, everything else is for a piece or 100 g."""
    return {
        "cost": ("piece", "pack", "batch"), "weight": ("piece", "pack"), "keeps": ("airtight",), "hands": ("plan",),
        "store": ("store",),
    }.get(key, ("piece", "100 g"))  # fmt: skip


@dataclass(frozen=True, slots=True)
class Limit:
    """At most (or at least) so much of something in a piece or in 100 g as baked, in its unit. must: a proposal may
    never go further beyond it; otherwise it is only rather wished. pieces is how many are in a pack."""

    key: str
    per: str
    at_most: bool
    value: float
    must: bool
    pieces: int = USUAL_PACK

    @property
    def words(self) -> str:
        """For instance ``sugars at most 12 g a piece``."""
        name, unit, _ = LIMITED[self.key]
        where = f"a pack of {self.pieces}" if self.per == "pack" else PER[self.per]
        size = f"{self.value:g} {unit}".strip()
        return f"{name} {'at most' if self.at_most else 'at least'} {size} {where}"


def read_limit(typed: str | float | None, key: str) -> float:
    """A limit's figure as typed, with a decimal point or comma, its own unit or none. Raises EntryError."""
    name, unit, _ = LIMITED.get(key, ("it", "g", 0.0))
    found = _TYPED.fullmatch(str("" if typed is None else typed).strip())
    if found is None or (found[2] or unit.split(" ")[0]).lower() != unit.split(" ")[0]:
        of = f" in {unit}" if unit else " in the kitchen's money"
        raise EntryError("target.limits", f"Type how much {name}{of}, for instance {EXAMPLE[unit]}.")
    return float(found[1].replace(",", "."))


def check_limits(limits: tuple[Limit, ...]) -> None:
    """Raises EntryError for limits that make no sense: unknown, out of reach, or the same one twice."""
    if len(limits) > MOST_LIMITS:
        raise EntryError("target.limits", f"A brief has up to {MOST_LIMITS} limits.")
    for x in limits:
        if x.key not in LIMITED or x.per not in pers(x.key):
            raise EntryError("target.limits", "That is not something a limit can be set on. Pick from the list.")
        name, unit, most = LIMITED[x.key]
        if not 1 <= x.pieces <= MOST_IN_PACK:
            raise EntryError("target.limits", f"A pack holds 1 to {MOST_IN_PACK} pieces.")
        if x.per in ("batch", "pack"):
            most = MOST_IN_BATCH
        elif x.per == "100 g":
            most = MOST_IN_100.get(unit, 100.0)
        if not math.isfinite(x.value) or not 0.0 <= x.value <= most:
            raise EntryError("target.limits", f"A limit of {name} goes from 0 to {most:g} {unit} {PER[x.per]}.")
    if len({(x.key, x.per, x.at_most, x.pieces if x.per == "pack" else 0) for x in limits}) != len(limits):
        raise EntryError("target.limits", "The same limit is set twice. Keep one of them.")
