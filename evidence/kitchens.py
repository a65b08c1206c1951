"""Simulated kitchens: hidden figures, a dough with its own habits, and the scatter of real bakes."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from dough.bake.contract import BakeCase
from dough.bake.intake import Kit, bake_case
from dough.bake.model import Z80, forecasts
from dough.bake.taught import (
    GENERAL,
    KITCHEN_SD,
    NOTHING,
    OWN,
    OWN_SD,
    SCATTER,
    SIZES,
    THETA,
    Taught,
    moved,
    spread_of,
)  # fmt: skip
from dough.draft.start import from_style_formula
from dough.facts.quantities import quantity
from dough.facts.styles import styles
from dough.judgement.learning.lesson import Lesson
from dough.judgement.learning.logged import Logged, Reading
from dough.judgement.learning.reference import Reference

#: Four bakes of a developer's days: the dough's temperature, minutes, oven and portion differ as they do.
DAYS = ((20.0, 11.0, 175.0, 40.0), (8.0, 13.0, 175.0, 40.0), (22.0, 10.0, 185.0, 40.0), (16.0, 12.0, 180.0, 44.0))
PARTS = {"diameter_mm": "diameter", "height_mm": "height", "loss_pct": "loss", "crust_l": "shade"}


@dataclass
class SimulatedKitchen:
    """One kitchen drawn from the prior, with its noise."""

    rng: np.random.Generator
    style: str = "chewy"

    def __post_init__(self) -> None:
        theta = moved(NOTHING, [self.rng.normal() * KITCHEN_SD[t] for t in THETA])
        self.truth = Taught(theta, tuple(self.rng.normal() * OWN_SD[n] for n in OWN))

    def case(self, day: int, taught: Taught = GENERAL) -> BakeCase:
        style = styles()[self.style]
        draft = from_style_formula(style)[0]
        dough, minutes, oven, portion = DAYS[day]
        process = replace(draft.process, dough_temp_c=dough, minutes=minutes, oven_c=oven, portion_g=portion)
        case = bake_case(replace(draft, process=process), style, Kit(taught=taught))
        assert isinstance(case, BakeCase)
        return case

    def bake(self, day: int) -> dict[str, float]:
        """What comes out of the oven that day: the truth, scattered."""
        return scattered(forecasts([self.case(day, self.truth)])[0].ends, self.rng)

    def log(self, day: int) -> Logged:
        """The same, measured on four cookies and a tray."""
        readings = {}
        for key, true in self.bake(day).items():
            part, sd = PARTS[key], read_sd(key, true)
            away = self.rng.normal() * sd
            value = true * math.exp(away) if key in SIZES else true + away
            readings[key] = Reading(value, math.hypot(sd, SCATTER[part]))
        return Logged(Reference("bake", day + 1), 1, 1, 1, self.case(day), readings)


Told = dict[str, tuple[float, float, float]]


def scattered(
    ends: dict[str, float], rng: np.random.Generator, habit: dict[str, float] | None = None
) -> dict[str, float]:
    """End values of one bake: what they should be, a dough's habit and the scatter between bakes on top."""
    out = {}
    for key, part in PARTS.items():
        away = (habit[part] if habit else 0.0) + rng.normal() * SCATTER[part]
        out[key] = ends[key] * math.exp(away) if key in SIZES else ends[key] + away
    return out


def read_sd(key: str, value: float) -> float:
    """One sd of an end value measured on four cookies and a tray, scatter apart: a share of sizes, points else."""
    read = quantity(key).read_sd or 0.0
    return read / 2.0 / value if key in SIZES else read


def foretold_by(case: Callable[[Taught], BakeCase], taught: Taught) -> Told:
    """The forecast of a case with its 80 % range, by end value."""
    cases = [case(taught), *(case(replace(taught, learned=k)) for k in taught.shifted())]
    ends = [f.ends for f in forecasts(cases)]
    out = {}
    for key in PARTS:
        value = ends[0][key]
        half = Z80 * spread_of(key, value, np.array([e[key] - value for e in ends[1:]]), taught)
        out[key] = (value, value - half, value + half)
    return out


def foretold(kitchen: SimulatedKitchen, lesson: Lesson, day: int) -> Told:
    """The forecast of a day with its 80 % range, by end value."""
    return foretold_by(lambda taught: kitchen.case(day, taught), lesson.taught(1, 1, 1))
