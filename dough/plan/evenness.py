"""What uneven pieces do: how many minutes lie between the lightest and the heaviest, from the bake model.

A heavier piece is done when it has lost the same share of its water as the one of the right weight has at its minutes.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.inputs import BakeInputs
from dough.bake.intake import bake_inputs

#: How far past the planned minutes a heavier piece is followed.
PAST = 1.8


@dataclass(frozen=True, slots=True)
class Evenness:
    """For pieces within a tolerance: g either way, minutes at which the lightest and the heaviest are as far as the
    right one is at its own, and how far apart they come out when all leave together, in mm of width."""

    tolerance_g: float
    light_min: float
    right_min: float
    heavy_min: float
    apart_mm: float

    @property
    def spread_min(self) -> float:
        return self.heavy_min - self.light_min

    @property
    def words(self) -> str:
        return (
            f"± {self.tolerance_g:g} g: the lightest is done {self.right_min - self.light_min:.1f} min before, the "
            f"heaviest {self.heavy_min - self.right_min:.1f} min after the others; together they come out "
            f"{self.apart_mm:.0f} mm apart in width."
        )


def evenness(case: BakeCase, tolerance_g: float) -> Evenness:
    """For one tolerance. Raises EntryErrors where a piece is out of the model's range."""
    right = case.piece.portion_g
    portions = (max(right - tolerance_g, 0.2 * right), right, right + tolerance_g)
    times = same_doneness(case, [_sized(case, p) for p in portions])
    ends = bake([_sized(case, p) for p in portions], learned=case.taught.learned).column("radius")[:, -1] * 2000.0
    return Evenness(tolerance_g, times[0], case.heat.minutes, times[2], float(ends[2] - ends[0]))


def same_doneness(case: BakeCase, inputs: list[BakeInputs]) -> list[float]:
    """Minutes at which each of the inputs has lost the share of water that the case has at its own minutes."""
    minutes = case.heat.minutes
    # The planned piece is followed as long as the others, so that all are read at the same steps.
    followed = [replace(x, minutes=PAST * minutes) for x in (bake_inputs(case), *inputs)]
    baked = bake(followed, learned=case.taught.learned)
    upto = baked.steps_bake + 1
    t = baked.column("t")[:, :upto] / 60.0
    wet = baked.column("w")[:, :upto]
    lost = np.maximum.accumulate(1.0 - wet / wet[:, :1], axis=1)
    wanted = float(np.interp(minutes, t[0], lost[0]))
    return [float(np.interp(wanted, lost[i], t[i])) for i in range(1, len(followed))]


def _sized(case: BakeCase, portion_g: float) -> BakeInputs:
    """A piece of another mass, in proportion: a fixed thickness stays, a fixed width goes with the root of the mass."""
    x = bake_inputs(case)
    share = portion_g / case.piece.portion_g
    across = None if x.start_diameter_mm is None else x.start_diameter_mm * share ** (1.0 / 3.0)
    return replace(x, portion_g=portion_g, start_diameter_mm=across)


@dataclass(frozen=True, slots=True)
class SizeForecast:
    """One size of piece baked like the others are: its name, minutes it wants, width in mm it comes out at."""

    name: str
    portion_g: float
    minutes: float
    diameter_mm: float


def sizes_forecast(case: BakeCase, sizes: tuple[tuple[str, float], ...]) -> tuple[SizeForecast, ...]:
    """Each size at the minute where it is as far as the planned piece; those that leave a mixed tray first come
    first."""
    inputs = [_sized(case, g) for _, g in sizes]
    times = same_doneness(case, inputs)
    baked = bake([replace(x, minutes=t) for x, t in zip(inputs, times, strict=True)], learned=case.taught.learned)
    wide = baked.column("radius")[:, -1] * 2000.0
    found = [SizeForecast(n, g, t, float(w)) for (n, g), t, w in zip(sizes, times, wide, strict=True)]
    return tuple(sorted(found, key=lambda s: s.minutes))
