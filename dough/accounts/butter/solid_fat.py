"""Solid fat against temperature: the one owner of it.

Source: data/solid_fat.csv, logistic curves fitted to typical melting curves of each fat (±4 points
for butter, M; brands of plant block differ by several °C, L). The points behind butter's curve are in
data/butter_solid.csv; winter and summer butter are the same curve moved (dough.accounts.butter.feel).
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from dough.facts.tables import rows


@dataclass(frozen=True, slots=True)
class SolidFat:
    """Solid share of a fat = solid_max / (1 + exp((T − mid_c)/width_k)), T in °C."""

    solid_max: float
    mid_c: float
    width_k: float


BUTTER = SolidFat(0.58, 16.5, 5.5)
LIQUID = SolidFat(0.0, 16.5, 5.5)


def solid_pct(curve: SolidFat, temp_c: float) -> float:
    """Solid share of a fat at a temperature, % of the fat."""
    return 100.0 * curve.solid_max / (1.0 + math.exp((temp_c - curve.mid_c) / curve.width_k))


@cache
def _by_id() -> dict[str, SolidFat]:
    return {
        ident: SolidFat(float(r["solid_max"]), float(r["mid_c"]), float(r["width_k"]))
        for r in rows("solid_fat")
        for ident in r["ids"].split()
    }


def curve_of(ingredient_id: str) -> SolidFat:
    """The curve of an ingredient's fat; fats the table does not name count as liquid."""
    return _by_id().get(ingredient_id, LIQUID)


def blend(fats: Iterable[tuple[float, SolidFat]]) -> SolidFat:
    """One curve for several fats, (grams of fat, curve) each.

    Solid at the cold end adds up; middle and width follow where the solid is. That two fats do not
    soften each other is a simplification (L).
    """
    parts = [(g, f) for g, f in fats if g > 0]
    total = sum(g for g, _ in parts)
    solid = sum(g * f.solid_max for g, f in parts)
    if total <= 0 or solid <= 0:
        return LIQUID
    return SolidFat(
        solid / total,
        sum(g * f.solid_max * f.mid_c for g, f in parts) / solid,
        sum(g * f.solid_max * f.width_k for g, f in parts) / solid,
    )
