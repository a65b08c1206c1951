"""What butter each way of making the dough wants: the zone on the strip, the form, the mixer, what else changes.

Source: data/method_zones.csv and fat_windows.csv (practice, M; plant blocks L).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.accounts.formula import Formula, Method
from dough.facts.ingredients import Role
from dough.facts.staples import BUTTER
from dough.facts.tables import rows


@dataclass(frozen=True, slots=True)
class Zone:
    """low and high in °C for the butter, dough_low and dough_high for the mixed dough."""

    method: Method
    low_c: float
    high_c: float
    dough_low_c: float
    dough_high_c: float
    mixer: str
    form: str
    also: str


@dataclass(frozen=True, slots=True)
class Window:
    """Where a fat creams, °C, and how far a brand may lie off, K."""

    fat: str
    name: str
    low_c: float
    high_c: float
    spread_k: float
    note: str


@cache
def zones() -> dict[Method, Zone]:
    """Every method's zone, for butter."""
    return {
        Method(r["method"]): Zone(
            Method(r["method"]), float(r["low_c"]), float(r["high_c"]), float(r["dough_low_c"]),
            float(r["dough_high_c"]), r["mixer"], r["form"], r["also"],
        )
        for r in rows("method_zones")
    }  # fmt: skip


@cache
def windows() -> dict[str, Window]:
    """Creaming windows by ingredient id."""
    found: dict[str, Window] = {}
    for r in rows("fat_windows"):
        w = Window(
            r["fat"], r["name"], float(r["cream_low_c"]), float(r["cream_high_c"]), float(r["spread_k"]), r["note"]
        )
        found |= dict.fromkeys(r["ids"].split(), w)
    return found


def main_fat(formula: Formula) -> str:
    """The kind of the dough's heaviest fat; butter where there is none."""
    fats = [x for x in formula.of_role(Role.FAT) if x.grams]
    return max(fats, key=lambda x: x.grams or 0.0).ingredient.kind if fats else BUTTER


def zone_for(method: Method, formula: Formula) -> Zone:
    """The zone of a method for this dough's fat: another fat moves a creaming zone to its own window."""
    zone, window = zones()[method], windows().get(main_fat(formula))
    if window is None or window.fat == "butter" or method not in (Method.CREAMED_SOFT, Method.BROWNED_RESET):
        return zone
    return Zone(
        method, window.low_c, window.high_c, zone.dough_low_c, zone.dough_high_c, zone.mixer, zone.form,
        window.note or zone.also,
    )  # fmt: skip
