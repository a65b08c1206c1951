"""What needs many bakes: window, best minute, intervals, and what decides each end value.

All variants go through the batch entry in one call. Pure: the same case gives the same answer.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from dough.bake.batch import bake
from dough.bake.contract import BakeCase, Drive, EggLine, Estimate, Frame, Window
from dough.bake.inputs import RANGES, BakeInputs
from dough.bake.intake import bake_inputs
from dough.bake.model import end_values, frames, range_of
from dough.bake.outputs import Array
from dough.bake.taught import PLAIN_SD, THETA
from dough.bake.window import OF_STYLE, TEXTURES, egg_line, find_window, look_minutes
from dough.facts.cookie import Cookie
from dough.facts.quantities import keys_of, of_role

#: Minutes tried for the best one.
TRIED = 7
#: End values that get an interval and a list of what decides them.
SHOWN = keys_of("forecast")
#: The change of an end value that a cook would call noticeable, for weighing what decides it.
NOTICEABLE = {q.key: q.clear_miss for q in of_role("forecast") if q.clear_miss is not None}
TOP_DRIVES = 3


@dataclass(frozen=True, slots=True)
class Detail:
    """Everything that waits for the hand to rest. drives maps an end value to what moves it most."""

    window: Window
    egg: EggLine
    estimates: dict[str, Estimate]
    drives: dict[str, tuple[Drive, ...]]
    frames: tuple[Frame, ...]
    carry_over_k: float
    ends: dict[str, float]


def detail(case: BakeCase, wanted: Cookie) -> Detail:
    """The detail of a case against a wanted cookie. Raises EntryErrors as the forecast does."""
    x, taught = bake_inputs(case), case.taught
    theta, kitchens = taught.learned, taught.shifted()
    steps = levers(x)
    texture = TEXTURES[OF_STYLE.get(case.style.id, "chewy")]
    long = replace(x, minutes=look_minutes(x.minutes), bang_minute=x.bang_minute)
    first = bake([long], learned=theta)
    window = find_window(first, 0, texture)
    minutes = tried_minutes(window, x.minutes)
    later = [replace(x, minutes=m) for m in minutes]
    oven_sd = math.hypot(*taught.root[THETA.index("oven_k")])
    ovens = [replace(theta, oven_k=theta.oven_k + d) for d in (-oven_sd, 0.0, oven_sd)]
    inputs = [x] * (1 + len(kitchens)) + [changed for _, changed in steps] + [y for _ in ovens for y in later]
    thetas = [theta, *kitchens] + [theta] * len(steps) + [o for o in ovens for _ in later]
    baked = bake(inputs, learned=thetas)
    ends = end_values(baked, [taught] * len(inputs))
    n = len(kitchens)
    at = 1 + n + len(steps)
    distances = [[distance(ends, at + o * len(later) + j, wanted) for j in range(len(later))] for o in range(3)]
    return Detail(
        window=_with_best(window, minutes, distances),
        egg=egg_line(first, 0, egg=case.makeup.egg_g > 0),
        estimates={k: range_of(k, float(ends[k][0]), ends[k][1 : 1 + n] - ends[k][0], taught) for k in SHOWN},
        drives={k: _drives(k, ends[k], [w for w, _ in steps], 1 + n) for k in SHOWN},
        frames=frames(baked, 0, taught),
        carry_over_k=float(ends["core_max_c"][0] - ends["core_c"][0]),
        ends={k: float(v[0]) for k, v in ends.items()},
    )


def levers(x: BakeInputs) -> list[tuple[str, BakeInputs]]:
    """One natural step of every input a cook can turn, in words with its size."""
    egg = x.egg_white_g + x.egg_yolk_g
    fives = 0.05 * x.flour_g
    share = (egg + fives) / egg if egg > 0 else 1.0
    found: list[tuple[str, BakeInputs]] = [
        ("flour +5 %", replace(x, flour_g=1.05 * x.flour_g)),
        ("flour protein +1 point", replace(x, flour_protein=x.flour_protein + 0.01)),
        ("sugar +5 %", replace(x, sucrose_g=1.05 * x.sucrose_g, reducing_g=1.05 * x.reducing_g)),
        ("fat +5 %", replace(x, fat_g=1.05 * x.fat_g, water_g=x.water_g + 0.05 * x.fat_g * 0.2)),
        ("liquid +2 %", replace(x, water_g=x.water_g + 0.02 * x.flour_g)),
        ("soda +0.2 %", replace(x, soda_g=x.soda_g + 0.002 * x.flour_g, ph=_soda_ph(x))),
        ("powder +0.5 %", replace(x, powder_g=x.powder_g + 0.005 * x.flour_g)),
        ("dough 3 °C warmer", replace(x, dough_temp_c=x.dough_temp_c + 3.0)),
        ("portion +10 %", replace(x, portion_g=1.1 * x.portion_g)),
        ("oven +10 °C", replace(x, oven_c=x.oven_c + 10.0)),
        ("bake +1 min", replace(x, minutes=x.minutes + 1.0)),
        ("tray a fifth stronger below", replace(x, tray_conductance=1.2 * x.tray_conductance)),
        ("roof 10 K hotter", replace(x, roof_k=x.roof_k + 10.0)),
        ("rest +12 h", replace(x, rest_h=x.rest_h + 12.0)),
        ("a third less air", replace(x, overrun=0.67 * x.overrun)),
    ]
    if egg > 0:
        found.append(("egg +5 %", replace(x, egg_white_g=share * x.egg_white_g, egg_yolk_g=share * x.egg_yolk_g)))
    if x.inclusion_share > 0:
        found.append(("fold-ins +5 points", replace(x, inclusion_share=x.inclusion_share + 0.05)))
    return [(words, changed) for words, changed in found if _reachable(changed)]


def _reachable(x: BakeInputs) -> bool:
    values = ((getattr(x, name), span) for name, span in RANGES.items())
    return all(v is None or low <= v <= high for v, (low, high) in values)


def _soda_ph(x: BakeInputs) -> float | None:
    # A little more soda moves the pH by what the account says near its present value.
    return None if x.ph is None else min(x.ph + 0.12, 8.35)


def tried_minutes(window: Window, minutes: float) -> list[float]:
    """Minutes spread over the window, or around the planned one where there is no window."""
    low, high = window.earliest_min, window.latest_min
    if high - low < 0.5:
        low, high = max(0.75 * minutes, 0.5), 1.25 * minutes
    return [float(m) for m in np.linspace(max(low, 0.5), max(high, 1.0), TRIED)]


def distance(ends: dict[str, Array], i: int, wanted: Cookie) -> float:
    """Root mean square distance to the wanted cookie in noticeable steps; 0 when nothing is wanted."""
    squares = [
        ((float(ends[a.key][i]) - target) / a.step) ** 2
        for a in of_role("target")
        if a.key in ends and (target := getattr(wanted, a.key)) is not None
    ]
    return math.sqrt(sum(squares) / len(squares)) if squares else 0.0


def _with_best(window: Window, minutes: list[float], distances: list[list[float]]) -> Window:
    if window.note or not any(distances[1]):
        return window
    cold, best, hot = (_lowest(minutes, d) for d in distances)
    low, high = min(cold, best, hot), max(cold, best, hot)
    return replace(window, best_min=best, best_low_min=low, best_high_min=high)


def _lowest(minutes: list[float], values: list[float]) -> float:
    """Minute of the least distance, by a parabola through the lowest three."""
    j = int(np.argmin(values))
    if j in (0, len(values) - 1):
        return minutes[j]
    a, b, c = values[j - 1], values[j], values[j + 1]
    bend = a - 2.0 * b + c
    shift = 0.5 * (a - c) / bend if bend > 1e-12 else 0.0
    return minutes[j] + shift * (minutes[1] - minutes[0])


def _drives(key: str, values: Array, words: list[str], at: int) -> tuple[Drive, ...]:
    unit = NOTICEABLE.get(key) or PLAIN_SD.get(key) or max(0.05 * abs(float(values[0])), 1e-9)
    found = [
        Drive(w, float(values[at + j] - values[0]), abs(float(values[at + j] - values[0])) / unit)
        for j, w in enumerate(words)
    ]
    return tuple(sorted(found, key=lambda d: -d.weight)[:TOP_DRIVES])
