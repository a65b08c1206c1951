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
from dough.bake.kept import Kept, kept
from dough.bake.looks import looks
from dough.bake.model import end_values, frames, mostly_meal, range_of, warnings
from dough.bake.outputs import Array
from dough.bake.taught import OWN, PLAIN_SD, THETA, Taught
from dough.bake.window import Followed, egg_line, find_window, followed_minutes, look_minutes
from dough.bake.wished import BROWNED, MOISTURE, Measure, measures
from dough.facts.cookie import Cookie
from dough.facts.quantities import keys_of, of_role

#: Minutes followed to the cooled cookie, and fewer for each thing not known of the kitchen.
FOLLOWED, SHIFTED = 8, 4
#: What is not known of a kitchen that moves the best minute.
SHIFTS = ("oven_k", "drying", "browning")
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
    age: Kept
    warnings: tuple[str, ...]


def detail(case: BakeCase, wanted: Cookie) -> Detail:
    """The detail of a case against a wanted cookie. Raises EntryErrors as the forecast does."""
    x, taught = bake_inputs(case), case.taught
    theta, kitchens = taught.learned, taught.shifted()
    steps = levers(x)
    asked = measures(wanted, case.style, x.raw_l, x.water_pct)
    first = bake([replace(x, minutes=look_minutes(x.minutes))], learned=theta)
    minutes = followed_minutes(first, 0, asked, FOLLOWED)
    few = np.linspace(minutes[0], minutes[-1], SHIFTED)
    later = [replace(x, minutes=float(m)) for m in minutes]
    shifts = [kitchens[THETA.index(n)] for n in SHIFTS]
    inputs = [x] * (1 + len(kitchens)) + [changed for _, changed in steps] + later
    inputs += [replace(x, minutes=float(m)) for _ in (theta, *shifts) for m in few]
    thetas = [theta, *kitchens] + [theta] * (len(steps) + len(later))
    thetas += [k for k in (theta, *shifts) for _ in few]
    baked = bake(inputs, learned=thetas)
    ends = end_values(baked, [taught] * len(inputs), [case.eaten] * len(inputs))
    n = len(kitchens)
    at = 1 + n + len(steps)
    followed = Followed(minutes, {m.key: ends[m.key][at : at + len(later)] for m in asked})
    window = find_window(
        followed, ends["set_rim"][at : at + len(later)], asked,
        _moves(followed, asked, few, {m.key: ends[m.key][at + len(later) :] for m in asked}, taught),
        by_colour=any(m.key == "crust_l" for m in asked),
    )  # fmt: skip
    return Detail(
        window=replace(window, looks=looks(first, 0, window)),
        egg=egg_line(first, 0, egg=case.makeup.egg_g > 0),
        estimates={k: range_of(k, float(ends[k][0]), ends[k][1 : 1 + n] - ends[k][0], taught) for k in SHOWN},
        drives={k: _drives(k, ends[k], [w for w, _ in steps], 1 + n) for k in SHOWN},
        frames=frames(baked, 0, taught),
        carry_over_k=float(ends["core_max_c"][0] - ends["core_c"][0]),
        ends={k: float(v[0]) for k, v in ends.items()},
        age=kept(baked, 0, case.eaten, taught),
        warnings=warnings(x, baked, 0) + mostly_meal(case),
    )


def _moves(
    followed: Followed, asked: tuple[Measure, ...], few: Array, values: dict[str, Array], taught: Taught
) -> list[dict[str, float | Array]]:
    """What one sd of each thing not known does to the measures, on the fine grid of minutes: oven, drying and browning
    of the kitchen, and what the model errs by in moisture and shade of a dough."""
    fine, _ = followed.fine(asked)
    found: list[dict[str, float | Array]] = []
    for s in range(1, len(SHIFTS) + 1):
        found.append(
            {
                key: np.interp(fine, few, v[s * len(few) : (s + 1) * len(few)] - v[: len(few)])
                for key, v in values.items()
            }
        )
    own = {name: math.hypot(*taught.root[len(THETA) + OWN.index(name)]) for name in ("loss", "shade")}
    return [*found, {MOISTURE: own["loss"]}, {"crust_l": own["shade"], BROWNED: own["shade"]}]


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


def _drives(key: str, values: Array, words: list[str], at: int) -> tuple[Drive, ...]:
    unit = NOTICEABLE.get(key) or PLAIN_SD.get(key) or max(0.05 * abs(float(values[0])), 1e-9)
    found = [
        Drive(w, float(values[at + j] - values[0]), abs(float(values[at + j] - values[0])) / unit)
        for j, w in enumerate(words)
    ]
    return tuple(sorted(found, key=lambda d: -d.weight)[:TOP_DRIVES])
