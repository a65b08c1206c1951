"""Doughs split into parts: laid out so that each is compared with its own kind, and right about as often as said.

Expected before it was built: docs/decisions/0043.
"""

from __future__ import annotations

import math
from collections import Counter

import numpy as np
import pytest

from dough.counsel.series.design import Plan
from dough.counsel.series.effects import outcome
from dough.counsel.series.mixed import Usual, fit
from dough.facts.scatter import AS_USUAL
from tests.dough.counsel.series.test_series import made

KEY, WIDE = "diameter_mm", 85.0
BATCH = AS_USUAL.of(KEY, WIDE)
SERIES = 1200
SUGAR, PORTION = ("role:sugar", [85.0, 115.0]), ("process:portion_g", [36.0, 54.0])
TWO = made(SUGAR, PORTION, repeats=3)


def baked(
    plan: Plan, effects: tuple[float, ...], rng: np.random.Generator, missing: float = 0.0, loads: bool = False
) -> dict[int, float]:
    """Rounds of a day each, doughs that differ, parts that do; the scatter half to twice the kitchen's, doughs and
    parts each by its own. A load of its own scatters as bakes do."""
    more, also = (math.exp(rng.uniform(math.log(0.5), math.log(2.0))) for _ in range(2))
    days = {r.block: 2.0 * rng.normal() for r in plan.runs}
    doughs = {r.dough: BATCH * more * rng.normal() for r in plan.runs}
    part = AS_USUAL.piece(KEY, WIDE) / math.sqrt(plan.pieces)
    part = (math.hypot(part, BATCH) if loads else part) * also
    return {
        r.order: WIDE + days[r.block] + doughs[r.dough] + part * rng.normal()
        + sum(e * (n - 0.5) for e, n in zip(effects, r.levels, strict=True))
        for r in plan.runs if rng.random() >= missing
    }  # fmt: skip


def test_a_dough_is_mixed_for_each_level_of_what_is_mixed_in_and_split_for_the_rest() -> None:
    assert TWO.parted
    assert not TWO.one_dough
    for block in (1, 2, 3):
        mine = [r for r in TWO.runs if r.block == block]
        assert Counter(r.levels for r in mine) == Counter([(0, 0), (0, 1), (1, 0), (1, 1)])
        doughs = {d: [r for r in mine if r.dough == d] for d in {r.dough for r in mine}}
        assert len(doughs) == 2
        for parts in doughs.values():
            assert len({r.levels[0] for r in parts}) == 1
            assert {r.levels[1] for r in parts} == {0, 1}
            # A dough is used up before the next is mixed.
            assert max(r.order for r in parts) - min(r.order for r in parts) == 1
        assert sorted(r.place for r in mine) == [1, 2, 3, 4]
    assert len({r.dough for r in TWO.runs}) == 6
    assert "of the dough with sugar 85 % of flour: then portion 36 g" in TWO.splits[0].words


def test_order_and_places_are_by_lot() -> None:
    plans = [made(SUGAR, PORTION, repeats=2, seed=s) for s in range(20)]
    assert len({tuple(r.levels for r in p.runs) for p in plans}) > 10
    assert len({tuple(r.place for r in p.runs) for p in plans}) > 10


def test_what_is_mixed_alone_or_never_is_not_parted() -> None:
    assert not made(SUGAR).parted
    assert not made(PORTION).parted
    assert not made(SUGAR, ("role:fat", [50.0, 70.0])).parted


def test_whole_doughs_have_the_two_strata_of_a_split_plot_to_the_digit() -> None:
    values = baked(TWO, (3.0, 1.0), np.random.default_rng(3))
    found = outcome(TWO, KEY, values)
    assert found is not None
    doughs = sorted({r.dough for r in TWO.runs})
    means = {d: np.mean([values[r.order] for r in TWO.runs if r.dough == d]) for d in doughs}
    block_of, level_of = {r.dough: r.block for r in TWO.runs}, {r.dough: r.levels[0] for r in TWO.runs}
    # Between doughs: pairs of doughs of one round, three differences.
    differences = [
        next(means[d] for d in doughs if block_of[d] == b and level_of[d] == 1)
        - next(means[d] for d in doughs if block_of[d] == b and level_of[d] == 0)
        for b in (1, 2, 3)
    ]
    assert found.effects[0].value == pytest.approx(np.mean(differences), abs=1e-6)
    usual_part = AS_USUAL.piece(KEY, float(np.mean(list(values.values())))) / math.sqrt(6)
    usual = math.hypot(AS_USUAL.of(KEY, float(np.mean(list(values.values())))), usual_part / math.sqrt(2))
    squares = float(np.sum((np.array(differences) - np.mean(differences)) ** 2)) / 2.0
    between, within = found.spreads
    assert (between.freedom, within.freedom) == (2, 4)
    assert between.sd == pytest.approx(math.sqrt((5 * usual**2 + squares) / 7), rel=1e-4)
    assert between.from_kitchen == pytest.approx(5 / 7)
    # A dough's difference of its parts has its own scatter, less than that between doughs.
    assert within.sd < between.sd
    one, other = found.effects[0], found.effects[1]
    assert other.high - other.low < 0.6 * (one.high - one.low)


@pytest.mark.parametrize("missing", [0.0, 0.25])
@pytest.mark.parametrize("loads", [False, True], ids=["one tray", "a load each"])
def test_nothing_is_called_an_effect_one_time_in_twenty_and_intervals_hold(missing: float, loads: bool) -> None:
    plan = made(SUGAR, ("process:minutes", [9.0, 13.0]), repeats=3) if loads else TWO
    rng = np.random.default_rng(7)
    called, held, read = np.zeros(2), np.zeros(2), 0
    while read < SERIES:
        none = outcome(plan, KEY, baked(plan, (0.0, 3.0), rng, missing, loads))
        if none is None:  # too much missing to tell the effects apart
            continue
        read += 1
        called += [none.effects[0].clear, not none.effects[1].low <= 3.0 <= none.effects[1].high]
        held += [none.effects[0].low <= 0.0 <= none.effects[0].high, none.effects[1].low <= 3.0 <= none.effects[1].high]
    # 4.2 to 5.3 in 100 of 4,000 with another seed.
    assert np.all((called / SERIES >= 0.035) & (called / SERIES <= 0.065)), called / SERIES
    assert np.all((held / SERIES >= 0.93) & (held / SERIES <= 0.97)), held / SERIES


def test_a_large_uneven_series_agrees_with_an_independent_package() -> None:
    from statsmodels.regression.mixed_linear_model import MixedLM

    rng = np.random.default_rng(1)
    dough = rng.integers(0, 60, 300)
    early, late = (dough % 2) - 0.5, rng.choice([-0.5, 0.5], 300)
    x = np.column_stack([np.ones(300), early, late, 2 * early * late])
    y = 80 + 3 * early + late + 2 * rng.normal(size=60)[dough] + rng.normal(size=300)
    theirs = MixedLM(y, x, groups=dough).fit(reml=True)
    ours = fit(x, y, dough.astype(float), Usual(2.0, 1.0, 1e-6))
    own = math.sqrt(ours.doughs**2 - ours.parts**2 / np.bincount(dough).max())
    assert ours.params == pytest.approx(theirs.fe_params, rel=0.01)
    assert ours.parts == pytest.approx(math.sqrt(theirs.scale), rel=0.01)
    assert own == pytest.approx(math.sqrt(float(np.asarray(theirs.cov_re)[0, 0])), rel=0.01)
    for mine, other in zip(np.eye(4), theirs.bse_fe, strict=True):
        assert ours.spread(mine)[0] == pytest.approx(other, rel=0.01)
