"""Bake the evidence with a parameter set and judge every row."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from dough.bake.batch import Baked, bake
from dough.bake.derive import Learned
from dough.bake.inputs import BakeInputs
from dough.bake.outputs import Array, crossing, endings
from dough.facts.bake_parameters import ParameterSet, values
from evidence.account import with_ph
from evidence.anchors import RECIPES, Anchor, anchors
from evidence.trends import Trend, trends

#: A bake long enough to reach the core temperatures asked for.
LONG = 2.2


@dataclass(frozen=True)
class Verdict:
    """A row with the value this parameter set gives."""

    row: Anchor | Trend
    value: float
    inside: bool
    direction: bool = True


def outcomes(
    inputs: list[BakeInputs], which: ParameterSet, numbers: dict[str, float] | None = None
) -> dict[str, Array]:
    """End values of the inputs, with the extra ones the evidence asks for."""
    ready = inputs if which == "base" else [with_ph(x) for x in inputs]
    baked = bake(ready, numbers or values(which), Learned())
    ends = endings(baked)
    mass, loss = np.array([x.portion_g for x in inputs]), ends["loss_pct"]
    ends["bulk_g_ml"] = 4000.0 * mass * (1.0 - loss / 100.0) / (math.pi * ends["diameter_mm"] ** 2 * ends["height_mm"])
    for level in (75, 90, 97):
        ends[f"core{level}_min"] = reach(baked, level)
    return ends


def reach(b: Baked, level: float) -> Array:
    out = b.steps_bake + 1
    return np.array(
        [crossing(t[:out] / 60.0, core[:out], level) for t, core in zip(b.column("t"), b.column("core"), strict=True)]
    )


def judge(which: ParameterSet, numbers: dict[str, float] | None = None) -> tuple[list[Verdict], list[Verdict]]:
    """(anchor verdicts, trend verdicts) of a parameter set."""
    names = list(RECIPES)
    rows, moves = anchors(), trends()
    timed = [m.output.startswith("core") and m.output.endswith("_min") for m in moves]
    pairs = [
        replace(x, minutes=x.minutes * LONG) if late else x
        for m, late in zip(moves, timed, strict=True)
        for x in (m.base, m.variant)
    ]
    ends = outcomes([RECIPES[n] for n in names] + pairs, which, numbers)
    verdicts = []
    for a in rows:
        value = float(ends[a.output][names.index(a.recipe)])
        verdicts.append(Verdict(a, value, a.low <= value <= a.high))
    moved = []
    for i, m in enumerate(moves):
        j = len(names) + 2 * i
        value = m.value(float(ends[m.output][j]), float(ends[m.output][j + 1]))
        moved.append(Verdict(m, value, m.low <= value <= m.high, m.direction_holds(value)))
    return verdicts, moved
