"""Pieces as units: runs of which few were measured, unevenly, are no surer than they are (docs/decisions/0051)."""

from __future__ import annotations

import math
from statistics import fmean

import numpy as np
import pytest

from dough.counsel.series.design import Plan
from dough.counsel.series.effects import outcome
from dough.counsel.series.pieces import pieces_of
from tests.dough.counsel.series.test_error_rates import BATCH, KEY, PIECE, WIDE, level
from tests.dough.counsel.series.test_series import made

SERIES = 1500
CASES = [
    (f"{name}, {n} rounds", made(factor, repeats=n, pieces=12))
    for name, factor in (
        ("one dough", ("process:portion_g", [36.0, 54.0])),
        ("own mixing", ("role:sugar", [85.0, 115.0])),
    )
    for n in (2, 3)
]


def baked(plan: Plan, effect: float, rng: np.random.Generator) -> dict[int, list[float]]:
    """Two to eight pieces of each run, which differ half to twice as much as usual; a dough of its own scatters too."""
    more = math.exp(rng.uniform(math.log(0.5), math.log(2.0)))
    days = {r.block: 2.0 * rng.normal() for r in plan.runs}
    found = {}
    for r in plan.runs:
        dough = 0.0 if plan.one_dough else BATCH * more * rng.normal()
        middle = WIDE + effect * level(plan, r.levels) + days[r.block] + dough
        found[r.order] = [float(middle + PIECE * more * rng.normal()) for _ in range(int(rng.integers(2, 9)))]
    return found


@pytest.mark.parametrize(("name", "plan"), CASES, ids=[c[0] for c in CASES])
def test_few_pieces_measured_make_a_series_no_surer_than_it_is(name: str, plan: Plan) -> None:
    rng = np.random.default_rng(51)
    called = held = 0
    for _ in range(SERIES):
        for effect in (0.0, 3.0):
            figures = baked(plan, effect, rng)
            means = {o: fmean(f) for o, f in figures.items()}
            found = outcome(plan, KEY, means, pieces=pieces_of(KEY, figures, plan.pieces))
            assert found is not None
            e = found.effects[0]
            if effect:
                held += e.low <= effect <= e.high
            else:
                called += e.clear
    assert 0.035 <= called / SERIES <= 0.065, called / SERIES
    assert 0.93 <= held / SERIES <= 0.97, held / SERIES


def test_how_pieces_differ_is_read_within_runs_and_joined_with_the_usual() -> None:
    apart = pieces_of(KEY, {1: [80.0, 84.0], 2: [90.0, 94.0]}, 12)
    assert apart is not None
    usual = PIECE * 87.0 / WIDE
    assert apart.freedom == 2
    assert apart.sd == pytest.approx(math.sqrt((5.0 * usual**2 + 16.0) / 7.0))
    # One figure is what a row of all of them came to.
    whole = pieces_of(KEY, {1: [80.0], 2: [90.0, 94.0]}, 12)
    assert whole is not None
    assert dict(whole.counts) == {1: 12.0, 2: 2.0}
    assert pieces_of(KEY, {1: [], 2: []}, 12) is None


def test_a_run_of_many_pieces_is_heard_more_than_one_of_few() -> None:
    plan = made(("process:portion_g", [36.0, 54.0]), repeats=2, pieces=12)
    low = [r.order for r in plan.runs if r.levels == (0,)]
    few, many = low
    figures = {r.order: [90.0 + d for d in (-1.0, 1.0)] for r in plan.runs}
    figures |= {few: [70.0, 72.0], many: [80.0 + d for d in (-1.0, 1.0) * 6]}
    means = {o: fmean(f) for o, f in figures.items()}
    even, weighed = outcome(plan, KEY, means), outcome(plan, KEY, means, pieces=pieces_of(KEY, figures, 12))
    assert even is not None
    assert weighed is not None
    # The run of twelve at 80 says more than the run of two at 71.
    assert weighed.effects[0].value < even.effects[0].value


NARROWS: list[tuple[tuple[str, list[float]], float, float, str]] = [
    (("process:portion_g", [36.0, 54.0]), 1.5, 0.0, "More pieces measured would"),
    (("role:sugar", [85.0, 115.0]), 0.2, 6.0, "More rounds narrow"),
]


@pytest.mark.parametrize(("factor", "within", "between", "word"), NARROWS)
def test_it_is_told_whether_more_pieces_or_more_rounds_would_narrow_the_ranges(
    factor: tuple[str, list[float]], within: float, between: float, word: str
) -> None:
    plan = made(factor, repeats=3, pieces=6)
    rng = np.random.default_rng(3)
    figures = {
        r.order: [float(WIDE + m + within * z) for z in rng.normal(size=6)]
        for r, m in zip(plan.runs, between * rng.normal(size=len(plan.runs)), strict=True)
    }
    found = outcome(plan, KEY, {o: fmean(f) for o, f in figures.items()}, pieces=pieces_of(KEY, figures, 6))
    assert found is not None
    assert found.pieces is not None
    assert word in found.pieces.words
