"""One tray of equal cookies, photographed: does it map the oven?

    python -m evidence.oven_maps [ovens]

Ovens have a slope from side to side and from back to front, a hot spot of another form than the map is made of, or
nothing at all; each cookie is baked at its own place's heat through the model with hidden figures of the kitchen, and
scatters in width and shade as cookies of one dough do.

Expected, written before the map was built, at twelve cookies a tray: the map is off by at most half of what the oven
differs by (root mean square over the tray); 80 % ranges of places hold 72 to 88 in 100; of ovens that differ by less
than 3 K from place to place at most 1 in 10 is told to be uneven; of those that differ by 15 K or more from end to end
at least 8 in 10 are; and turning is advised in at least 8 of 10 ovens in which it halves the difference.

First result, one tray: 0.76 of the difference instead of 0.5, ranges 90, calm 3 of 30, wild 26 of 45, turning 15 of 41.
A kelvin moves a crust by 0.2 to 0.4 L*, so one cookie's scatter is worth eight: the goal was out of reach of one tray.
"""

from __future__ import annotations

import math
import sys
from dataclasses import dataclass, replace

import numpy as np

from dough.bake.batch import bake
from dough.bake.intake import bake_inputs
from dough.bake.model import end_values
from dough.bake.taught import KITCHEN_SD, NOTHING, moved
from dough.facts.scatter import USUAL
from dough.plan.oven_map import OvenMap, Tray, TrayCookie, oven_map, per_kelvin
from evidence.traces import usual_case

STYLES = ("thin_crisp", "chewy", "cakey", "oat", "ginger", "slice")
ROWS = ((-0.75, 0.0, 0.75), (-0.8, -0.27, 0.27, 0.8))


@dataclass(frozen=True)
class Oven:
    """Heat over a tray, K: slopes, a hot spot at a place, a fan's ring."""

    across: float
    deep: float
    spot: float
    spot_at: tuple[float, float]
    ring: float

    def __call__(self, x: float, y: float) -> float:
        far = math.hypot(x - self.spot_at[0], y - self.spot_at[1])
        return (
            self.across * x + self.deep * y + self.spot * math.exp(-((far / 0.45) ** 2))
            + self.ring * math.cos(2.4 * math.hypot(x, y))
        )  # fmt: skip


def drawn(kind: int, rng: np.random.Generator) -> Oven:
    """Even, sloped, or with a hot spot, a third each."""
    spot_at = (float(rng.uniform(-0.8, 0.8)), float(rng.uniform(-0.8, 0.8)))
    if kind == 0:
        across, deep = rng.uniform(-0.6, 0.6, 2)
        return Oven(float(across), float(deep), 0.0, spot_at, 0.0)
    across, deep = rng.uniform(-9, 9, 2)
    return Oven(
        float(across), float(deep), float(rng.uniform(4, 14)) if kind == 2 else 0.0, spot_at, float(rng.uniform(0, 2))
    )


@dataclass(frozen=True)
class Judged:
    """Errors of the map and what the oven differs by, K; places held by their 80 % range; what ends differ by; what was
    said; whether turning halves the difference."""

    errors: np.ndarray[tuple[int], np.dtype[np.float64]]
    true: np.ndarray[tuple[int], np.dtype[np.float64]]
    held: float
    ends_k: float
    uneven: bool
    turned: bool
    turning_halves: bool


def trial(seed: int, trays: int = 1) -> Judged:
    rng = np.random.default_rng(seed)
    case, oven = usual_case(STYLES[seed % len(STYLES)]), drawn(seed % 3, rng)
    flow = moved(NOTHING, [float(rng.normal()) * sd for sd in KITCHEN_SD.values()])
    spots = [(x, y) for y in ROWS[0] for x in ROWS[1]]
    cases = [replace(case, heat=replace(case.heat, oven_c=case.heat.oven_c + oven(x, y))) for x, y in spots]
    baked = bake([bake_inputs(c) for c in cases], learned=flow)
    ends = end_values(baked, [case.taught] * len(cases))
    kelvin = per_kelvin(case)
    seen = []
    for _ in range(trays):
        shades = ends["crust_l"] + USUAL["crust_l"] * rng.normal(size=len(spots))
        widths = ends["diameter_mm"] * np.exp(USUAL["diameter_mm"] * rng.normal(size=len(spots)))
        seen.append(Tray(tuple(map(TrayCookie, *zip(*spots, strict=True), shades.tolist(), widths.tolist())), kelvin))
    return _against(oven, oven_map(seen))


def _against(oven: Oven, told: OvenMap) -> Judged:
    true = np.array([oven(p.across, p.deep) for p in told.places])
    true = true - true.mean()
    k, sd = np.array([p.k for p in told.places]), np.array([p.sd for p in told.places])
    even = 0.5 * (true + true[::-1])
    held = float((np.abs(k - true) <= 1.2816 * sd).mean())
    return Judged(
        k - true, true, held, float(np.ptp(true)), told.uneven_low > 0.0, told.turn_min is not None,
        bool(np.std(even) <= 0.5 * np.std(true)),
    )  # fmt: skip


def report(ovens: int = 90, first: int = 0, trays: int = 1) -> None:
    rows = [trial(first + n, trays) for n in range(ovens)]
    differ = [r for r in rows if r.ends_k >= 3.0]
    off = math.sqrt(float(np.mean([np.mean(r.errors**2) for r in differ])))
    true = math.sqrt(float(np.mean([np.mean(r.true**2) for r in differ])))
    calm, wild = [r for r in rows if r.ends_k < 3.0], [r for r in rows if r.ends_k >= 15.0]
    halves = [r for r in wild if r.turning_halves]
    print(
        f"{ovens} ovens, {trays} trays: map {off:.1f} K off where they differ by {true:.1f} ({off / true:.2f}); 80 % "
        f"ranges hold {100 * np.mean([r.held for r in rows]):.0f}; calm told uneven {sum(r.uneven for r in calm)} of "
        f"{len(calm)}; "
        f"wild {sum(r.uneven for r in wild)} of {len(wild)}; turning advised {sum(r.turned for r in halves)} of "
        f"{len(halves)} where it halves"
    )


if __name__ == "__main__":
    report(*(int(a) for a in sys.argv[1:]))
