"""The cookie hours and days after the oven: water moving inside it and through its packing, and what that does to it.

Three rings hold water by the formula's own isotherm. Water moves between them, and between cookie and room through
the packing, driven by water activity; what leaves one place enters another, so a sealed cookie keeps its mass. Texture
is read from water and glass transition with the functions the fresh cookie is read with (``texture.py``). Two slow
changes are added: sugar that crystallises again and starch that goes stale. This is quality, not safety: it says
nothing of mould or of how long something may be kept (that is ``dough.accounts.safety``).

Sources: half-time of a drop cookie's rim and middle when sealed 4 to 8 h (EST, L); sugar crystallising over 1 to 7
days, delayed by syrup (practice, M); films by their usual water vapour transmission (M), the rest judgement (L).
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.bake import texture
from dough.bake.batch import Baked
from dough.bake.geometry import MASS
from dough.bake.moisture import flour_water
from dough.bake.outputs import ROOM_C, Array
from dough.bake.syrup import glass_k
from dough.facts.bake_parameters import plain
from dough.facts.nature import ZERO_C_K
from dough.facts.packings import USUAL_PACKING, packing

#: Hours after the oven at which a forecast is fresh: what the bake itself ends with.
FRESH_H = 0.75
#: Room humidity where the kitchen does not say, as water activity.
USUAL_ROOM_AW = 0.50
#: Half-time between middle and rim, h, of a piece of this radius, m; it goes with the square of the way (EST, L).
HALF_H, HALF_RADIUS_M = 7.0, 0.043
#: Sugar crystallising: half-time h where it can, kelvin above glass from which it does and over which, share of invert
#: sugar that stops it, and the share of softness it takes (practice, L).
CRYSTAL_H, CRYSTAL_FROM_K, CRYSTAL_WIDTH_K, CRYSTAL_STOP, CRYSTAL_TAKES = 72.0, 25.0, 8.0, 0.16, 0.35
#: Starch going stale: half-time h, and the share of softness it takes of a wholly cakey crumb (cake practice, L).
STALE_H, STALE_TAKES = 48.0, 0.30
#: A score counts as lost below this.
HALF = 50.0
#: Water activities this far apart soften the crisp and dry the soft when they share a tin (practice, M).
APART = 0.10
#: Steps between two hours told; implicit, so that none overshoots.
SUBSTEPS = 4
#: Hours told, fresh to three weeks.
HOURS = (FRESH_H, 3.0, 6.0, 12.0, 24.0, 48.0, 72.0, 120.0, 168.0, 240.0, 336.0, 504.0)


@dataclass(frozen=True, slots=True)
class Eaten:
    """When and from what the cookie is eaten: hours after the oven, packing, and the room's water activity."""

    hours: float = FRESH_H
    packing: str = USUAL_PACKING
    room_aw: float = USUAL_ROOM_AW


FRESH = Eaten()


@dataclass(frozen=True, slots=True)
class Course:
    """Cookies over time, shape (n, hours): scores, water activity of rim and middle, moisture % and mass % of fresh."""

    hours: tuple[float, ...]
    rim_crisp: Array
    middle_soft: Array
    bite_chewy: Array
    aw_rim: Array
    aw_middle: Array
    moisture_pct: Array
    mass_pct: Array


def course(b: Baked, ends: dict[str, Array], eaten: Sequence[Eaten], hours: Sequence[float] = HOURS) -> Course:
    """Follow every bake of a batch. ends are its fresh end values; each bake is kept as its Eaten says."""
    p = plain(b.parameters)
    water = _start(b)
    told: dict[str, list[Array]] = {name: [] for name in _NAMES}
    state = _State(water, np.zeros(len(water)), np.zeros(len(water)))
    now = FRESH_H
    fresh_kg = _mass(b, water)
    for hour in hours:
        if hour > now:
            state = _keep(b, p, ends, eaten, state, now, hour)
            now = hour
        for name, value in _read(b, p, ends, state, fresh_kg).items():
            told[name].append(value)
    return Course(tuple(hours), **{k: np.stack(v, axis=1) for k, v in told.items()})


#: Scores that change with age, and the rest of what a course tells.
SCORES = ("rim_crisp", "middle_soft", "bite_chewy")
_ACTIVITIES = ("aw_rim", "aw_middle")
_NAMES = (*SCORES, *_ACTIVITIES, "moisture_pct", "mass_pct")


@dataclass(frozen=True, slots=True)
class _State:
    """water: kg per kg dough in middle, between and rim, shape (n, 3); shares of crystallised sugar, stale starch."""

    water: Array
    crystals: Array
    stale: Array


def _start(b: Baked) -> Array:
    whole, middle, rim = (b.column(n)[:, -1] for n in ("w", "w_centre", "w_edge"))
    between = (whole - MASS[0] * middle - MASS[2] * rim) / MASS[1]
    return np.stack([middle, np.maximum(between, 1e-5), rim], axis=1)


def _mass(b: Baked, water: Array) -> Array:
    return np.asarray(b.of("mass") * (b.of("x_dry") + water @ np.array(MASS)))


def _activity(b: Baked, water: Array) -> tuple[Array, Array]:
    """Water activity of each ring and its slope with water, shape (n, 3)."""
    half, exponent, dry = (b.of(n)[:, None] for n in ("iso_a", "iso_b", "x_dry"))
    u = np.maximum(water / dry, 1e-6)
    r = np.exp(np.clip((np.log(u) - np.log(half)) / exponent, -40.0, 40.0))
    aw = r / (1.0 + r)
    return aw, np.maximum(aw * (1.0 - aw) / exponent / u, 1e-3) / dry


def _keep(
    b: Baked, p: Any, ends: dict[str, Array], eaten: Sequence[Eaten], state: _State, start_h: float, end_h: float
) -> _State:
    """From one hour to another: implicit steps, linearised, so that none overshoots and water is kept."""
    water, crystals, stale = state.water, state.crystals, state.stale
    radius = ends["diameter_mm"] / 2000.0
    kg = b.of("mass")[:, None] * np.array(MASS)
    area = 2.0 * math.pi * radius**2 + 2.0 * math.pi * radius * ends["height_mm"] / 1000.0
    packs = [packing(e.packing) for e in eaten]
    through = np.array([k.lets_through * k.around for k in packs]) * area
    # The rim has its own side and its share of the faces.
    outer = through[:, None] * np.array([0.30, 0.32, 0.38])
    room = np.array([e.room_aw for e in eaten])
    marks = start_h + (end_h - start_h) * np.linspace(0.0, 1.0, SUBSTEPS + 1) ** 1.5
    for t0, t1 in itertools.pairwise(marks):
        dt = float(t1 - t0)
        aw, slope = _activity(b, water)
        # Exchange between neighbours so that rim and middle are half way to each other after HALF_H.
        holds = kg / slope
        both = 1.0 / (1.0 / holds[:, 0] + 1.0 / (holds[:, 2] + 0.5 * holds[:, 1]))
        between = 2.0 * math.log(2.0) / HALF_H * (HALF_RADIUS_M / radius) ** 2 * both
        system = np.zeros((len(water), 3, 3))
        right = np.zeros((len(water), 3))
        for z in range(3):
            system[:, z, z] += kg[:, z] / dt + outer[:, z] * slope[:, z]
            right[:, z] += outer[:, z] * (room - aw[:, z])
        for i, j in ((0, 1), (1, 2)):
            flow = between * (aw[:, j] - aw[:, i])
            for here, there, sign in ((i, j, 1.0), (j, i, -1.0)):
                right[:, here] += sign * flow
                system[:, here, here] += between * slope[:, here]
                system[:, here, there] -= between * slope[:, there]
        water = np.maximum(water + np.linalg.solve(system, right[:, :, None])[:, :, 0], 1e-5)
        crystals = crystals + (1.0 - crystals) * (1.0 - np.exp(-dt * _crystal_rate(b, p, water)))
        stale = stale + (1.0 - stale) * (1.0 - math.exp(-dt * math.log(2.0) / STALE_H))
    return _State(water, crystals, stale)


def _glass_c(b: Baked, p: Any, water: Array, ring: int) -> Array:
    """Glass transition of a ring's syrup at its water, °C."""
    found = np.empty(len(water))
    for i, c in enumerate(b.cases):
        w = float(water[i, ring])
        log_r = (math.log(w / c.x_dry) - math.log(c.iso_a)) / c.iso_b
        syrup = max(w - flour_water(w, log_r, c, p), 1e-6)
        found[i] = glass_k(float(b.column("dissolved")[i, -1]), syrup, c.sugar_tg, p) - ZERO_C_K
    return found


def _crystal_rate(b: Baked, p: Any, water: Array) -> Array:
    above = ROOM_C - _glass_c(b, p, water, 0)
    free = 1.0 / (1.0 + np.exp(-np.clip((above - CRYSTAL_FROM_K) / CRYSTAL_WIDTH_K, -40.0, 40.0)))
    invert = b.of("x_red") / np.maximum(b.of("x_sug"), 1e-9)
    return np.asarray(math.log(2.0) / CRYSTAL_H * free * np.maximum(1.0 - invert / CRYSTAL_STOP, 0.0))


def _read(b: Baked, p: Any, ends: dict[str, Array], state: _State, fresh_kg: Array) -> dict[str, Array]:
    water = state.water
    dry, folded = b.of("x_dry"), b.of("x_inc")
    matrix = 100.0 * water / (water + (dry - folded)[:, None])
    aw, _ = _activity(b, water)
    above = [_glass_c(b, p, water, z) - ROOM_C for z in (0, 2)]
    sugar = b.of("x_sug") / (1.0 - folded)
    height, open_ = ends["height_mm"], ends["porosity_middle"]
    short = texture.shortness(p, b.of("x_fat") / np.maximum(b.of("x_sug"), 1e-9))
    soft = texture.middle_softness(p, above[0], matrix[:, 0], height, short)
    firmer = (1.0 - CRYSTAL_TAKES * state.crystals) * (1.0 - STALE_TAKES * state.stale * ends["crumb_cakey"] / 100.0)
    whole = water @ np.array(MASS)
    return {
        "rim_crisp": texture.rim_crispness(p, above[1], matrix[:, 2], height, short),
        "middle_soft": soft * firmer,
        "bite_chewy": texture.chew(p, matrix[:, 0], sugar, open_, b.of("network")),
        "aw_rim": aw[:, 2],
        "aw_middle": aw[:, 0],
        "moisture_pct": 100.0 * whole / (whole + dry),
        "mass_pct": 100.0 * _mass(b, water) / fresh_kg,
    }


def aged(b: Baked, ends: dict[str, Array], eaten: Sequence[Eaten]) -> dict[str, Array]:
    """End values with the scores and water of cookies that are eaten later than fresh, each at its own hour."""
    late = [i for i, e in enumerate(eaten) if e.hours > FRESH_H]
    if not late:
        return ends
    found = {k: v.copy() for k, v in ends.items()}
    part = Baked(
        tuple(b.inputs[i] for i in late), tuple(b.cases[i] for i in late), b.series[late], b.steps_bake, b.parameters
    )
    fresh = {k: v[late] for k, v in ends.items()}
    for hour in sorted({eaten[i].hours for i in late}):
        then = course(part, fresh, [eaten[i] for i in late], (hour,))
        for n, i in enumerate(late):
            if eaten[i].hours == hour:
                for key in (*SCORES, *_ACTIVITIES):
                    if key in found:
                        found[key][i] = getattr(then, key)[n, 0]
    return found


def until(hours: Sequence[float], score: Sequence[float]) -> float | None:
    """The hour at which a score falls below half; None where it never does or never was above."""
    if score[0] < HALF:
        return None
    for i in range(1, len(hours)):
        if score[i] < HALF:
            share = (score[i - 1] - HALF) / (score[i - 1] - score[i])
            return float(hours[i - 1] + share * (hours[i] - hours[i - 1]))
    return None


def tin_words(activities: dict[str, float]) -> str:
    """What sharing a tin does, by name and water activity; empty where they get on."""
    if len(activities) < 2:
        return ""
    wet, dry = max(activities, key=lambda k: activities[k]), min(activities, key=lambda k: activities[k])
    apart = activities[wet] - activities[dry]
    if apart <= APART:
        return ""
    return (
        f"Keep {wet} and {dry} apart: their water activities differ by {apart:.2f}, so in one tin {dry} goes soft and "
        f"{wet} dries out within a day or two."
    )
