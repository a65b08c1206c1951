"""The press test: a known weight set on a weighed ball for half a minute, and how wide it became.

A ball between two plates flows until its yield stress carries the weight, or the time is over (squeeze flow of a yield
stress fluid that sticks to both plates: stress F/πR² = yield·(√3 + 2R/3h) + viscosity·rate·(3 + 1.5 R²/h²); rheology of
pastes, M). What the forecast thinks of the raw dough gives the width it should have; what is read instead moves what is
known of this kitchen's flow and of the flour that really works in the dough. The stiffness of cold dough is where the
model is least sure: that error is shared by all presses of a kitchen, so earlier ones take it out.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from dough.bake.contract import BakeCase, Estimate
from dough.bake.intake import bake_inputs
from dough.bake.model import forecast
from dough.bake.raw import Stiffness, raw_stiffness
from dough.facts.errors import EntryError
from dough.plan.shapes import ball_mm
from dough.run.update import Array, Guess, updated

GRAVITY = 9.81
SECONDS, STEP_S, MOST_STRAIN = 30.0, 0.5, 0.05
#: One sd: flour that goes in by feel and flour that was weighed (how it drinks), as shares; the dough's temperature, K;
#: a pressed width, share; the model about a raw dough's viscosity and yield, natural logarithms (judgement, L).
FLOUR_FEEL_SD, FLOUR_SD, WARM_SD, WIDTH_SD = 0.04, 0.015, 0.5, 0.02
VISCOUS_SD, YIELD_SD = 0.6, 0.5
NORMAL_80 = 1.2816
#: A ball this wide against its raw width has hardly been pressed, or has run away from under the weight.
LEAST_PRESSED, MOST_PRESSED = 1.04, 4.0
#: Place of this press's flour among the extras.
FLOUR = 2
#: It says something when it takes a tenth off what the flour may be off by.
TELLS = 0.9


@dataclass(frozen=True, slots=True)
class Press:
    """One press: ball and weight in g, the width after half a minute in mm, the dough's °C, and whether flour went in
    by feel."""

    ball_g: float
    weight_g: float
    width_mm: float
    dough_c: float
    by_feel: bool = False


@dataclass(frozen=True, slots=True)
class Pressed:
    """What a press says: the width the forecast thought of, mm; the stress that carried the weight at the end, Pa (at
    most the dough's yield stress, for it may still have crept); flour as a share more or less with its 80 % range; the
    baked width before and with it, mm; and words. tells is False where it says no more than was known."""

    thought_mm: float
    carried_pa: float
    flour: Estimate
    width_mm: float
    was_mm: float
    tells: bool
    words: str


def pressed_mm(dough: Stiffness, ball_g: float, weight_g: float, seconds: float = SECONDS) -> float:
    """How wide a ball becomes under a weight, mm."""
    volume = ball_g / 1000.0 / dough.density_kg_m3
    radius = 0.5 * ball_mm(ball_g, dough.density_kg_m3 / 1000.0) / 1000.0
    force = GRAVITY * (weight_g + 0.5 * ball_g) / 1000.0
    height, left = volume / (math.pi * radius * radius), seconds
    while left > 1e-9:
        slender = radius / height
        push = force / (math.pi * radius * radius) - dough.yield_pa * (math.sqrt(3.0) + 2.0 * slender / 3.0)
        if push <= 0.0:
            break
        rate = push / (dough.viscosity_pa_s * (3.0 + 1.5 * slender * slender))
        dt = min(STEP_S, left, MOST_STRAIN / rate)
        height *= math.exp(-rate * dt)
        radius = math.sqrt(volume / (math.pi * height))
        left -= dt
    return 2000.0 * radius


def carried_pa(press: Press, density_kg_m3: float) -> float:
    """The stress at which the dough carries the weight at the width it has, Pa."""
    radius = press.width_mm / 2000.0
    height = press.ball_g / 1000.0 / density_kg_m3 / (math.pi * radius * radius)
    force = GRAVITY * (press.weight_g + 0.5 * press.ball_g) / 1000.0
    return force / (math.pi * radius * radius) / (math.sqrt(3.0) + 2.0 * radius / height / 3.0)


def pressed(case: BakeCase, press: Press, earlier: Sequence[Press] = ()) -> Pressed:
    """What a press says of this dough; earlier are presses of the same dough in this kitchen.

    Raises EntryError for a width no such press gives, EntryErrors where the model can't say it.
    """
    at = replace(case, handling=replace(case.handling, dough_temp_c=press.dough_c))
    raw = raw_stiffness(bake_inputs(at), case.taught.learned)
    ball = ball_mm(press.ball_g, raw.density_kg_m3 / 1000.0)
    if not LEAST_PRESSED <= press.width_mm / ball <= MOST_PRESSED:
        raise EntryError(
            "width_mm",
            f"A ball of {press.ball_g:g} g is {ball:.0f} mm before it is pressed: {press.width_mm:g} mm says nothing. "
            "Take a weight that widens it by a third or so, and measure across after 30 seconds.",
        )
    presses = (press, *earlier)
    guess = _found(at, presses)
    sd = _flour_sd(press)
    flour, width = sd * guess.extras[FLOUR], NORMAL_80 * sd * guess.left[FLOUR]
    was = forecast(case).estimates["diameter_mm"].value
    now = forecast(_floured(replace(case, taught=guess.taught), flour)).estimates["diameter_mm"].value
    found = Estimate(flour, flour - width, flour + width)
    tells = guess.left[FLOUR] < TELLS
    thought = pressed_mm(raw, press.ball_g, press.weight_g)
    carried = carried_pa(press, raw.density_kg_m3)
    return Pressed(thought, carried, found, now, was, tells, _said(found, tells, was, now))


def _found(case: BakeCase, presses: Sequence[Press]) -> Guess:
    """The best guess by all presses. Extras: the model's error about viscosity and yield, then flour and warmth of
    each press."""

    def told(guesses: Sequence[Guess]) -> Array:
        return np.array([[_thought(case, g, n, x) for n, x in enumerate(presses)] for g in guesses])

    seen = np.array([math.log(x.width_mm) for x in presses])
    return updated(case.taught, told, seen, WIDTH_SD**2 * np.eye(len(presses)), extras=2 + 2 * len(presses))


def _thought(case: BakeCase, guess: Guess, n: int, press: Press) -> float:
    """ln of the width one press would have, mm, in one state of things."""
    flour, warmer = (guess.extras[FLOUR + 2 * n + i] for i in (0, 1))
    handling = replace(case.handling, dough_temp_c=press.dough_c + WARM_SD * warmer)
    mixed = _floured(replace(case, handling=handling), _flour_sd(press) * flour)
    raw = raw_stiffness(bake_inputs(mixed), guess.taught.learned)
    stiff = Stiffness(
        raw.viscosity_pa_s * math.exp(VISCOUS_SD * guess.extras[0]),
        raw.yield_pa * math.exp(YIELD_SD * guess.extras[1]),
        raw.density_kg_m3,
    )
    return math.log(pressed_mm(stiff, press.ball_g, press.weight_g))


def _flour_sd(press: Press) -> float:
    return FLOUR_FEEL_SD if press.by_feel else FLOUR_SD


def _floured(case: BakeCase, more: float) -> BakeCase:
    return replace(case, makeup=replace(case.makeup, flour_g=case.makeup.flour_g * (1.0 + more)))


def _said(flour: Estimate, tells: bool, was: float, now: float) -> str:
    if not tells:
        return (
            "Says no more than was known: a degree of the dough moves such a width as much as flour does. Press at 20 °C "
            "or more, with the dough's temperature read, and press this dough each time: earlier presses make it surer."
        )
    low, high = sorted((abs(flour.low or 0.0), abs(flour.high or 0.0)))
    width = f"It would bake to {now:.0f} mm instead of {was:.0f}." if abs(now - was) >= 0.5 else "Its width stays."
    if (flour.low or 0.0) < 0.0 < (flour.high or 0.0):
        return f"Within what was known: flour {100 * (flour.low or 0):+.0f} to {100 * (flour.high or 0):+.0f} %. {width}"
    more = "more" if flour.value > 0 else "less"
    return f"As if {100 * abs(flour.value):.0f} % {more} flour were in it ({100 * low:.0f} to {100 * high:.0f}). {width}"
