"""A probe's trace against the forecast: what it says of this oven and this dough, while it bakes.

What is known of the kitchen beforehand (six figures, as learned or as usual), the dough's own temperature and where the
probe sits are moved until the core goes as it was read (``update``). The model's own error about a core is counted as a
slow one: a hundred readings do not make it surer than a handful. Nothing here is learned by itself: it is shown, and
goes into the log when the cook says so.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from dough.bake.contract import BakeCase, Estimate
from dough.bake.taught import THETA, Taught
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryErrors
from dough.plan.whole import foretold
from dough.run.outcome import cores_of, drawn, followed
from dough.run.update import Array, Guess, updated

#: One sd of a reading, K; of the model about a core, K, and for how long that error stays itself, min; of the dough's
#: temperature as noted, K; of how far off the middle the probe sits, as a share of the way to the hot outside
#: (judgement, L).
READ_SD, MODEL_SD, MODEL_MIN, DOUGH_SD, PLACE_SD = 1.0, 3.0, 5.0, 1.5, 0.06
HOT_C = 100.0
#: Readings used at most (the others lie between them), fewest to say anything, and minutes they must span.
MOST, FEWEST, SPAN_MIN = 40, 6, 1.5
#: A probe that comes warm from the hand reads the dough only after this, min.
SETTLES_MIN = 0.4
#: What a thermometer hung in the oven tells of the heat at the tray, one sd, K.
AIR_SD = 6.0
#: A thermometer that reads so far from what the oven is set to does not read this oven, K; fewest readings of it.
FAR_K, FEWEST_AIR = 45.0, 6
NORMAL_90 = 1.645
OVEN, BOTTOM = THETA.index("oven_k"), THETA.index("bottom")


@dataclass(frozen=True, slots=True)
class Corrected:
    """The forecast as the trace has it by now: the oven's offset in K and heat from below as a factor with 90 % ranges,
    the core's course (minutes, °C), the first good and the best minute, what they were before, and what is said."""

    oven_k: Estimate
    bottom: Estimate
    course: tuple[tuple[float, float], ...]
    first_min: float | None
    best_min: float | None
    was_first_min: float | None
    was_best_min: float | None
    readings: int
    words: str


def corrected(
    case: BakeCase,
    minutes: float,
    readings: Sequence[tuple[float, float]],
    wanted: Cookie,
    air_k: float | None = None,
) -> Corrected | None:
    """What a trace (minutes in the oven, °C of the core) makes of the forecast; air_k is what the oven's thermometer
    says above what it was set to, K. None where there is too little of it, or where the model can't say."""
    kept = thinned(readings)
    if len(kept) < FEWEST or kept[-1][0] - kept[0][0] < SPAN_MIN:
        return None
    before = foretold(case, wanted)
    longer = followed(case, minutes)
    try:
        guess = _update(longer, kept, air_k)
        times, cores = _cores(longer, [guess])
    except EntryErrors:
        return None
    taught = guess.taught
    now = foretold(replace(case, taught=taught), wanted)
    oven, bottom = _told(taught, OVEN), _told(taught, BOTTOM)
    best, was = (None if x is None else x.best_min for x in (now, before))
    return Corrected(
        oven, bottom, drawn(times, cores[0]), None if now is None else now.first_min, best,
        None if before is None else before.first_min, was, len(kept), _said(oven, bottom, was, best),
    )  # fmt: skip


def air_above(readings: Sequence[float], oven_c: float) -> float | None:
    """What the oven's own thermometer reads above what it is set to, K, once the door is forgotten. None where there is
    too little of it, or where it hangs elsewhere."""
    if len(readings) < FEWEST_AIR:
        return None
    settled = readings[len(readings) // 2 :]
    above = sum(settled) / len(settled) - oven_c
    return above if abs(above) <= FAR_K else None


def thinned(readings: Sequence[tuple[float, float]]) -> list[tuple[float, float]]:
    """Readings once the probe has settled, evenly thinned to as many as say anything new."""
    kept = sorted((m, c) for m, c in readings if m >= SETTLES_MIN and math.isfinite(c))
    every = max(math.ceil(len(kept) / MOST), 1)
    return kept[::every]


def sd_of(taught: Taught, name: str) -> float:
    """One sd of one of the kitchen's figures: K for the oven, natural logarithm for a factor."""
    return math.sqrt(sum(x * x for x in taught.root[THETA.index(name)]))


def _update(case: BakeCase, kept: Sequence[tuple[float, float]], air_k: float | None) -> Guess:
    """The best guess by the trace; its extras are the dough's warmth and the probe's place."""
    at = np.array([m for m, _ in kept])
    apart = np.abs(at[:, None] - at[None, :])
    noise = READ_SD**2 * np.eye(len(at)) + MODEL_SD**2 * np.exp(-apart / MODEL_MIN)
    seen = np.array([c for _, c in kept])
    if air_k is not None:
        seen = np.append(seen, air_k)
        noise = np.pad(noise, (0, 1))
        noise[-1, -1] = AIR_SD**2

    def told(guesses: Sequence[Guess]) -> Array:
        times, cores = _cores(case, guesses)
        felt = [_felt(np.interp(at, times, c), g.extras[1]) for c, g in zip(cores, guesses, strict=True)]
        if air_k is None:
            return np.array(felt)
        return np.array([np.append(f, g.taught.learned.oven_k) for f, g in zip(felt, guesses, strict=True)])

    return updated(case.taught, told, seen, noise, extras=2)


def _felt(core: Array, place: float) -> Array:
    """What a probe reads that sits off the middle, by how many sds."""
    return core + abs(place) * PLACE_SD * (HOT_C - core)


def _cores(case: BakeCase, guesses: Sequence[Guess]) -> tuple[Array, Array]:
    """Cores by time for each guess: minutes (steps,) and °C (n, steps)."""
    warm = [case.handling.dough_temp_c + DOUGH_SD * g.extras[0] for g in guesses]
    cases = [replace(case, handling=replace(case.handling, dough_temp_c=w)) for w in warm]
    return cores_of(cases, [g.taught.learned for g in guesses])


def _told(taught: Taught, i: int) -> Estimate:
    sd = NORMAL_90 * sd_of(taught, THETA[i])
    value = float(getattr(taught.learned, THETA[i]))
    if i == OVEN:
        return Estimate(value, value - sd, value + sd)
    return Estimate(value, value * math.exp(-sd), value * math.exp(sd))


def _said(oven: Estimate, bottom: Estimate, was: float | None, now: float | None) -> str:
    parts = []
    if oven.low is not None and oven.high is not None and (oven.low > 0 or oven.high < 0):
        parts.append(
            f"the oven heats as if {abs(oven.value):.0f} K {'hotter' if oven.value > 0 else 'colder'} than set"
        )
    if bottom.low is not None and bottom.high is not None and (bottom.low > 1 or bottom.high < 1):
        parts.append("more heat comes from below" if bottom.value > 1 else "less heat comes from below")
    if not parts:
        parts.append("nothing that the oven's usual range would not explain")
    if was is not None and now is not None and abs(now - was) >= 0.25:
        parts.append(f"best {now:.1f} min instead of {was:.1f}")
    return ", ".join(parts)
