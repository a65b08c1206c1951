"""The press test: a known weight set on a weighed ball for half a minute, and how wide it became.

A ball between two plates flows until its yield stress carries the weight, or the time is over (squeeze flow of a yield
stress fluid that sticks to both plates: stress F/πR² = yield·(√3 + 2R/3h) + viscosity·rate·(3 + 1.5 R²/h²); rheology
of pastes, M). What the forecast thinks of the raw dough gives the width it should have; what is read instead moves what
is known of this kitchen's flow and of how stiff this dough is today (flour by feel, egg, mixing). The stiffness of cold
dough is where the model is least sure: that error is shared by all presses of a kitchen, so earlier ones take it out.
Which ingredient made a dough stiff can't be told by it (``evidence.press``).
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
from dough.bake.taught import THETA, Taught
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.plan.shapes import ball_mm
from dough.run.after_load import NextChange, helping
from dough.run.update import Array, Found, Guess, N, updated

GRAVITY = 9.81
SECONDS, STEP_S, MOST_STRAIN = 30.0, 0.5, 0.006
#: One sd, natural logarithms: how stiff a dough is on its day where flour went in by feel and where all was weighed; of
#: the model about a raw dough's viscosity and yield; of a pressed width. Of the dough's temperature, K (judgement, L).
DAY_FEEL_SD, DAY_SD, VISCOUS_SD, YIELD_SD, WIDTH_SD, WARM_SD = 0.35, 0.25, 0.6, 0.5, 0.02, 0.5
NORMAL_80 = 1.2816
#: A ball this wide against its raw width has hardly been pressed, or has run away from under the weight.
LEAST_PRESSED, MOST_PRESSED = 1.04, 4.0
#: How much wider a press should make a ball, and the weights a bench has, g.
#: A small ball is enough, and one that a bench's weights can press.
BALL_G, WIDENED, WEIGHTS_G = 15.0, 1.4, (*range(200, 1000, 100), *range(1000, 3001, 500))
ANY = Cookie()
#: Places of this press's day among the extras, and of the kitchen's flow in what is known.
DAY, FLOW = 2, THETA.index("spread")
#: It says something when it takes a tenth off how stiff it may be.
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
    """What a press says: the width the forecast thought of, mm; the stress that carried the weight at the end, Pa (the
    dough's yield stress is at most that, for it may still have crept); how stiff it is beside this dough as forecast
    here, a factor with its 80 % range; the baked width before and with it, mm; words; and what can still be done about
    it. tells is False where it says no more than was known."""

    thought_mm: float
    carried_pa: float
    stiff: Estimate
    width_mm: float
    was_mm: float
    tells: bool
    words: str
    changes: tuple[NextChange, ...]


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


def pressed(case: BakeCase, press: Press, earlier: Sequence[Press] = (), wanted: Cookie = ANY) -> Pressed:
    """What a press says of this dough; earlier are presses of the same dough in this kitchen, wanted the cookie
    aimed at.

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
    # How stiff it is on the whole: what this kitchen's flow and the day make of it together.
    before = np.concatenate([-np.array(case.taught.root[FLOW]), np.zeros(len(guess.cov) - N)])
    before[N + DAY] = _day_sd(press)
    today = _day_sd(press) * guess.extras[DAY]
    on_the_whole = today - math.log(guess.taught.learned.spread / case.taught.learned.spread)
    left = math.sqrt(before @ guess.cov @ before)
    tells = left < TELLS * float(np.linalg.norm(before))
    stiff = Estimate(*(math.exp(on_the_whole + x * NORMAL_80 * left) for x in (0.0, -1.0, 1.0)))
    was = forecast(case).estimates["diameter_mm"].value
    corrected = replace(case, taught=softer(guess.taught, -today))
    now = forecast(corrected).estimates["diameter_mm"].value
    thought = pressed_mm(raw, press.ball_g, press.weight_g)
    carried = carried_pa(press, raw.density_kg_m3)
    changes = helping(corrected, case.heat.minutes, wanted).changes if tells else ()
    return Pressed(thought, carried, stiff, now, was, tells, _said(stiff, tells, was, now), changes)


def weight_for(case: BakeCase, ball_g: float, dough_c: float) -> float:
    """The weight that should widen a ball by about two fifths, g; as much as a bench has where none does."""
    raw = raw_stiffness(
        bake_inputs(replace(case, handling=replace(case.handling, dough_temp_c=dough_c))), case.taught.learned
    )
    goal = WIDENED * ball_mm(ball_g, raw.density_kg_m3 / 1000.0)
    return next((float(g) for g in WEIGHTS_G if pressed_mm(raw, ball_g, g) >= goal), float(WEIGHTS_G[-1]))


def softer(taught: Taught, by: float) -> Taught:
    """The same kitchen with a dough that flows more readily, natural logarithm."""
    return replace(taught, learned=replace(taught.learned, spread=taught.learned.spread * math.exp(by)))


def _found(case: BakeCase, presses: Sequence[Press]) -> Found:
    """The best guess by all presses. Extras: the model's error about viscosity and yield, then day and warmth of each
    press."""

    def told(guesses: Sequence[Guess]) -> Array:
        return np.array([[_thought(case, g, n, x) for n, x in enumerate(presses)] for g in guesses])

    seen = np.array([math.log(x.width_mm) for x in presses])
    return updated(case.taught, told, seen, WIDTH_SD**2 * np.eye(len(presses)), extras=2 + 2 * len(presses))


def _thought(case: BakeCase, guess: Guess, n: int, press: Press) -> float:
    """ln of the width one press would have, mm, in one state of things."""
    day, warmer = (guess.extras[DAY + 2 * n + i] for i in (0, 1))
    handling = replace(case.handling, dough_temp_c=press.dough_c + WARM_SD * warmer)
    raw = raw_stiffness(bake_inputs(replace(case, handling=handling)), guess.taught.learned)
    today = _day_sd(press) * day
    stiff = Stiffness(
        raw.viscosity_pa_s * math.exp(VISCOUS_SD * guess.extras[0] + today),
        raw.yield_pa * math.exp(YIELD_SD * guess.extras[1] + today),
        raw.density_kg_m3,
    )
    return math.log(pressed_mm(stiff, press.ball_g, press.weight_g))


def _day_sd(press: Press) -> float:
    return DAY_FEEL_SD if press.by_feel else DAY_SD


def _said(stiff: Estimate, tells: bool, was: float, now: float) -> str:
    if not tells:
        return (
            "Says no more than was known. A degree of the dough matters as much: press at 18 °C or more with its "
            "temperature read, a weight that widens the ball by a third or more, and this dough each time."
        )
    low, high = stiff.low or stiff.value, stiff.high or stiff.value
    width = f"Will bake to {now:.0f} mm instead of {was:.0f}" if abs(now - was) >= 0.5 else f"{was:.0f} mm stands"
    if low < 1.0 < high:
        return f"{width}: as stiff as forecast, {low:.2f} to {high:.2f} times."
    which = "stiffer" if stiff.value > 1.0 else "softer"
    return f"{width}: the dough is {which} than forecast, {stiff.value:.2f} times ({low:.2f} to {high:.2f})."
