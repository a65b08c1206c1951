"""When to pull: the minutes between set and too far for a texture, and apart from it when egg is cooked.

The two are different questions and neither hides the other: a thick cookie is often pulled with a soft
middle on purpose, and its core then stays under 71 °C.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from dough.bake.batch import Baked
from dough.bake.contract import EggLine, Window
from dough.bake.outputs import Array, crossing

#: Core that guidance gives for moist egg dishes, °C; in a sugary, fatty dough it is no proof (dough.accounts.safety).
COOKED_C = 71.0
#: L* of the pale dough the colour limits were stated on, and the darkest crust.
STATED_L, DARKEST_L = 80.0, 24.0
#: Raw dough darker than this tells too little by colour: go by time and rim.
DARK_DOUGH_L = 60.0
#: Matrix moisture still lost while cooling, percent points (practice, M).
COOLING_LOSS = 0.6
#: Longest bake looked at: a share of the planned minutes, and minutes more.
LOOK_SHARE, LOOK_MORE = 1.8, 2.0


@dataclass(frozen=True, slots=True)
class Texture:
    """Limits of a texture: core °C, set of rim and middle, moisture %, browning as L* of a pale dough.

    driest and wettest are the whole matrix, middle_least the middle; None does not apply. Judgement (M).
    """

    name: str
    core_c: float
    rim_set: float
    middle_set: float
    wettest: float | None
    middle_least: float
    driest: float
    darkest_l: float
    palest_l: float


TEXTURES = {
    t.name: t
    for t in (
        Texture("soft", 72, 0.80, 0.0, None, 8.0, 5.5, 50, 76),
        Texture("chewy", 78, 0.90, 0.15, None, 6.5, 4.5, 47, 72),
        Texture("crisp", 88, 0.95, 0.70, 5.2, 0.0, 1.0, 42, 70),
        Texture("cakey", 90, 0.95, 0.80, None, 8.0, 7.0, 52, 79),
        Texture("short", 88, 0.90, 0.60, 6.0, 0.0, 1.2, 54, 80),
    )
}
OF_STYLE = {
    "thin_crisp": "crisp", "chewy": "chewy", "cakey": "cakey", "thick": "soft", "lacy": "crisp", "shortbread": "short",
    "cutout": "short", "slice": "short", "crackle": "chewy", "tartar": "soft", "oat": "chewy", "pressed": "short",
    "wafer": "crisp", "crescent": "short", "ginger": "crisp",
}  # fmt: skip


def look_minutes(minutes: float) -> float:
    """How long the bake is looked at to find its window, min."""
    return min(LOOK_SHARE * minutes + LOOK_MORE, 180.0)


def limit_of(lightness: float) -> float:
    """A colour limit as progress of browning, so that it holds for doughs that start dark."""
    return math.log((STATED_L - DARKEST_L) / (lightness - DARKEST_L))


def find_window(b: Baked, i: int, texture: Texture) -> Window:
    """The window of bake i of a batch that was baked to ``look_minutes``. Empty when latest ≤ earliest."""
    t = b.column("t")[i, : b.steps_bake + 1] / 60.0
    matrix = 100.0 * _matrix(b, i, "w")
    middle = 100.0 * _matrix(b, i, "w_centre")
    browned = b.column("edge_top_b")[i, : b.steps_bake + 1]
    pale = b.cases[i].raw_l >= DARK_DOUGH_L
    starts = [
        ("core warm enough", _rise(t, b.column("core")[i], texture.core_c)),
        ("rim set", _rise(t, b.column("set_edge")[i], texture.rim_set)),
    ]
    if texture.middle_set > 0:
        starts.append(("middle set", _rise(t, b.column("set_centre")[i], texture.middle_set)))
    if texture.wettest is not None:
        starts.append(("dry enough", _rise(t, -matrix, -(texture.wettest + COOLING_LOSS))))
    ends = [("too dry", _rise(t, -matrix, -(texture.driest + COOLING_LOSS)))]
    if texture.middle_least > 0:
        ends.append(("middle too dry", _rise(t, -middle, -(texture.middle_least + COOLING_LOSS))))
    if pale:
        starts.append(("brown enough", _rise(t, browned, limit_of(texture.palest_l))))
        ends.append(("too dark", _rise(t, browned, limit_of(texture.darkest_l))))
    because_early, early = max(starts, key=lambda s: math.inf if math.isnan(s[1]) else s[1])
    because_late, late = min(ends, key=lambda e: math.inf if math.isnan(e[1]) else e[1])
    last = float(t[-1])
    if math.isnan(late):
        because_late, late = "not within the time looked at", last
    if math.isnan(early) or early >= late:
        words = f"not {because_early} before it is {because_late}" if not math.isnan(early) else (
            f"not {because_early} within {last:.0f} min"
        )  # fmt: skip
        return Window(late, late, because_early, because_late, note=f"No window: {words}.", by_colour=pale)
    return Window(early, late, because_early, because_late, by_colour=pale)


def egg_line(b: Baked, i: int, *, egg: bool) -> EggLine:
    """When the core of bake i reaches 71 °C in the oven, if it does while it is looked at."""
    t = b.column("t")[i, : b.steps_bake + 1] / 60.0
    reached = _rise(t, b.column("core")[i], COOKED_C)
    return EggLine(None if math.isnan(reached) else reached, egg)


def _matrix(b: Baked, i: int, column: str) -> Array:
    w = b.column(column)[i, : b.steps_bake + 1]
    c = b.cases[i]
    return np.asarray(w / (w + c.x_dry - c.x_inc))


def _rise(t: Array, series: Array, level: float) -> float:
    return crossing(t, series[: len(t)], level)
