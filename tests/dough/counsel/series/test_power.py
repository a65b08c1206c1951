"""What a plan promises to see is seen: by its own runs, rounds, doughs and parts."""

from __future__ import annotations

import math

import numpy as np
import pytest

from dough.counsel.series.design import Plan
from dough.counsel.series.effects import needs, outcome
from dough.counsel.series.power import of_rounds, planned_power
from dough.facts.scatter import AS_USUAL
from tests.dough.counsel.series.test_mixture import mixture
from tests.dough.counsel.series.test_series import made

KEY, WIDE = "diameter_mm", 85.0
BATCH, PIECE = AS_USUAL.of(KEY, WIDE), AS_USUAL.piece(KEY, WIDE)
SUGAR, PORTION, OVEN = (
    ("role:sugar", [85.0, 115.0]), ("process:portion_g", [36.0, 54.0]), ("process:oven_c", [170.0, 190.0])
)  # fmt: skip
PLANS = {
    "one factor": made(SUGAR, repeats=3),
    "three levels": made(("role:sugar", [85.0, 100.0, 115.0]), repeats=2),
    "doughs and their parts": made(SUGAR, PORTION, repeats=4),
    "a load each": made(SUGAR, OVEN, repeats=3),
    "a triangle": mixture(2),
    "one dough": made(PORTION, repeats=2),
}


def baked(p: Plan, factor: int, effect: float, rng: np.random.Generator) -> dict[int, float]:
    """Runs with one straight effect, by the kitchen's usual scatter."""
    days = {r.block: 2.0 * rng.normal() for r in p.runs}
    doughs = {r.dough: BATCH * rng.normal() for r in p.runs}
    part = PIECE / math.sqrt(p.pieces)
    found = {}
    for r in p.runs:
        f = p.factors[factor]
        at = (f.levels[r.levels[factor]] - f.levels[0]) / (f.levels[-1] - f.levels[0])
        mixing = 0.0 if p.one_dough else doughs[r.dough]
        load = BATCH * rng.normal() if p.alone and p.parted else 0.0
        found[r.order] = WIDE + effect * at + days[r.block] + mixing + load + part * rng.normal()
    return found


@pytest.mark.parametrize("name", PLANS)
def test_what_a_plan_promises_is_seen_within_five_points(name: str) -> None:
    p = PLANS[name]
    for factor in range(len(p.factors)):
        size = next(d for d in np.arange(0.5, 40.0, 0.5) if planned_power(p, KEY, float(d), WIDE)[factor].seen >= 0.7)
        promised = planned_power(p, KEY, float(size), WIDE)[factor].seen
        rng, seen = np.random.default_rng(31), 0
        for _ in range(600):
            told = outcome(p, KEY, baked(p, factor, float(size), rng))
            assert told is not None
            seen += told.effects[factor].clear
        # Twice the error of 600 series on top of the five points.
        assert abs(seen / 600 - promised) <= 0.05 + 0.037, (name, factor, promised, seen / 600)


def test_more_rounds_see_more_and_the_number_told_is_the_first_that_is_enough() -> None:
    p = PLANS["doughs and their parts"]
    for place, told in enumerate(planned_power(p, KEY, 3.0, WIDE)):
        if told.rounds is not None and told.rounds > 1:
            assert planned_power(of_rounds(p, told.rounds), KEY, 3.0, WIDE)[place].seen >= 0.8
            assert planned_power(of_rounds(p, told.rounds - 1), KEY, 3.0, WIDE)[place].seen < 0.8
    mixed_in, after = planned_power(p, KEY, 3.0, WIDE)
    assert after.seen > mixed_in.seen, "parts of one dough differ less than doughs"


def test_a_single_factor_needs_what_the_table_of_trays_says() -> None:
    table = needs(KEY, 4.0, WIDE)[1]
    assert planned_power(made(SUGAR), KEY, 4.0, WIDE)[0].rounds == table.own_mixing


@pytest.mark.parametrize("difference", [0.0, -1.0, math.inf, math.nan])
def test_a_difference_is_above_zero(difference: float) -> None:
    with pytest.raises(ValueError, match="above zero"):
        planned_power(PLANS["one factor"], KEY, difference)
