"""Limits of a brief: what a piece, or 100 g of it as baked, may hold at most or has to hold at least."""

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
    "salt": ("salt", "g", 50.0), "cost": ("cost", "", 1000.0),
}  # fmt: skip
PER = ("piece", "100 g")
MOST_LIMITS = 8
EXAMPLE = {"g": "12.5", "kcal": "220", "": "0.45"}
_TYPED = re.compile(r"(\d{1,6}(?:[.,]\d{1,4})?)\s*([A-Za-z]+)?")


def pers(key: str) -> tuple[str, ...]:
    """Money is for a piece, everything else for 100 g too."""
    return PER[:1] if key == "cost" else PER


@dataclass(frozen=True, slots=True)
class Limit:
    """At most (or at least) so much of something in a piece or in 100 g as baked, in its unit. must: a proposal may
    never go further beyond it; otherwise it is only rather wished."""

    key: str
    per: str
    at_most: bool
    value: float
    must: bool

    @property
    def words(self) -> str:
        """For instance ``sugars at most 12 g a piece``."""
        name, unit, _ = LIMITED[self.key]
        where = "a piece" if self.per == "piece" else "in 100 g"
        size = f"{self.value:g} {unit}".strip()
        return f"{name} {'at most' if self.at_most else 'at least'} {size} {where}"


def read_limit(typed: str | float | None, key: str) -> float:
    """A limit's figure as typed, with a decimal point or comma, its own unit or none. Raises EntryError."""
    name, unit, _ = LIMITED.get(key, ("it", "g", 0.0))
    found = _TYPED.fullmatch(str("" if typed is None else typed).strip())
    if found is None or (found[2] or unit).lower() != unit:
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
        most = most if x.per == "piece" else (900.0 if x.key == "kcal" else 100.0)
        if not math.isfinite(x.value) or not 0.0 <= x.value <= most:
            where = "a piece" if x.per == "piece" else "100 g"
            raise EntryError("target.limits", f"A limit of {name} goes from 0 to {most:g} {unit} in {where}.")
    if len({(x.key, x.per, x.at_most) for x in limits}) != len(limits):
        raise EntryError("target.limits", "The same limit is set twice. Keep one of them.")
