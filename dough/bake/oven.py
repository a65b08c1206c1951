"""How an oven setting reads in other marks, and what tray, liner and shelf do to the heat."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.accounts.formula import Liner, Shelf
from dough.facts.tables import rows

#: A fan oven does at this many K less what a still one does (practice: 15 to 20; M).
FAN_K = 18.0


def marks(oven_c: float | None, fan: bool) -> str:
    """The Fahrenheit mark and the fan equivalent of a set temperature; empty when it is not set."""
    if oven_c is None:
        return ""
    fahrenheit = round((oven_c * 9 / 5 + 32) / 5) * 5
    other = oven_c + FAN_K if fan else oven_c - FAN_K
    return f"{fahrenheit} °F · with{'out' if fan else ''} fan about {round(other / 5) * 5} °C"


@dataclass(frozen=True, slots=True)
class Standing:
    """What a liner or a shelf does: factor on the heat from below, K the roof seems hotter, how sure."""

    words: str
    below: float
    above_k: float
    confidence: str
    note: str


@cache
def standings() -> dict[str, Standing]:
    """Liners and shelves by "kind.id" (data/oven_places.csv)."""
    return {
        f"{r['kind']}.{r['id']}": Standing(
            r["words"], float(r["below"]), float(r["above_k"]), r["confidence"], r["note"]
        )
        for r in rows("oven_places")
    }


def heat_below(tray: float, liner: Liner, shelf: Shelf, fan: bool) -> float:
    """Conductance from below relative to a light sheet with paper on the middle shelf.

    A fan halves what the shelf does: it mixes the oven's air (a guess, L).
    """
    place = standings()[f"shelf.{shelf}"].below
    return tray * standings()[f"liner.{liner}"].below * (1.0 + (place - 1.0) * (0.5 if fan else 1.0))


def roof_k(shelf: Shelf, fan: bool) -> float:
    """How much hotter than the set temperature the roof seems from this shelf, K."""
    return standings()[f"shelf.{shelf}"].above_k * (0.5 if fan else 1.0)
