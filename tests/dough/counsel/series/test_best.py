"""The best point of a series: near the true one about as often as it says, and honest where little is known."""

from __future__ import annotations

import math

import numpy as np
import pytest

from dough.counsel.series.best import Best, best_of
from dough.counsel.series.design import Plan
from dough.counsel.series.effects import outcome
from dough.facts.cookie import Cookie
from dough.facts.scatter import AS_USUAL
from tests.dough.counsel.series.test_series import made

SUGAR = made(("role:sugar", [80.0, 100.0, 120.0]), repeats=3)


def measured(
    plan: Plan, slopes: dict[str, tuple[float, float]], noise: float, rng: np.random.Generator
) -> dict[str, dict[int, float]]:
    """Measures that go straight from a value at the lowest level by so much to the highest of the first factor."""
    span = plan.factors[0].levels[-1] - plan.factors[0].levels[0]

    def at(levels: tuple[int, ...]) -> float:
        return (plan.factors[0].levels[levels[0]] - plan.factors[0].levels[0]) / span

    def scatter(key: str, middle: float) -> float:
        return noise * math.hypot(AS_USUAL.of(key, middle), AS_USUAL.piece(key, middle) / math.sqrt(plan.pieces))

    return {
        key: {r.order: low + by * at(r.levels) + scatter(key, low + by / 2.0) * rng.normal() for r in plan.runs}
        for key, (low, by) in slopes.items()
    }


def best(plan: Plan, values: dict[str, dict[int, float]], target: Cookie, seed: int = 1) -> Best | None:
    told = {key: o for key, v in values.items() if (o := outcome(plan, key, v)) is not None}
    return best_of(plan, told, values, target, np.random.default_rng(seed))


def test_the_best_level_is_where_the_target_is_met() -> None:
    values = measured(SUGAR, {"diameter_mm": (80.0, 20.0)}, 0.0, np.random.default_rng(1))
    found = best(SUGAR, values, Cookie(diameter_mm=85.0))
    assert found is not None
    level = found.levels[0]
    assert level.value == pytest.approx(90.0, abs=1.5)
    assert level.low <= 90.0 <= level.high
    assert [q.key for q in found.compared] == ["diameter_mm"]
    assert found.distance < found.worst


def test_its_range_holds_the_true_best_about_eight_times_in_ten() -> None:
    rng = np.random.default_rng(5)
    held = 0
    for n in range(200):
        values = measured(SUGAR, {"diameter_mm": (80.0, 20.0)}, 1.0, rng)
        found = best(SUGAR, values, Cookie(diameter_mm=90.0), n)
        assert found is not None
        held += found.levels[0].low <= 100.0 <= found.levels[0].high
    assert 0.70 <= held / 200 <= 0.90, held / 200


def test_where_nothing_depends_on_the_level_no_level_is_settled() -> None:
    values = measured(SUGAR, {"diameter_mm": (85.0, 0.0)}, 1.0, np.random.default_rng(2))
    found = best(SUGAR, values, Cookie(diameter_mm=85.0))
    assert found is not None
    assert not found.levels[0].settled


def test_the_region_on_the_map_holds_the_true_place_and_shrinks_with_rounds() -> None:
    slopes = {"height_mm": (9.0, 3.0), "rim_crisp": (70.0, -20.0), "middle_soft": (50.0, 20.0)}
    target = Cookie(height_mm=10.5, rim_crisp=60.0, middle_soft=60.0)
    spans = []
    for rounds in (1, 4):
        plan = made(("role:sugar", [80.0, 100.0, 120.0]), repeats=rounds)
        found = best(plan, measured(plan, slopes, 0.3, np.random.default_rng(4)), target)
        assert found is not None
        assert found.place is not None
        assert abs(found.place.crisp - 50.0) < 8.0
        assert found.place.height_mm == pytest.approx(10.5, rel=0.1)
        crisp = [p.crisp for p in found.region]
        spans.append(max(crisp) - min(crisp))
    assert spans[1] < spans[0]


def test_without_a_wish_that_was_measured_there_is_no_best_point() -> None:
    values = measured(SUGAR, {"diameter_mm": (80.0, 20.0)}, 0.5, np.random.default_rng(1))
    assert best(SUGAR, values, Cookie(height_mm=10.0)) is None
    assert best(SUGAR, {}, Cookie(diameter_mm=85.0)) is None


def test_a_bend_moves_the_best_point() -> None:
    rng = np.random.default_rng(8)
    plan = made(("role:sugar", [80.0, 100.0, 120.0]), repeats=4)
    hill = {0: 80.0, 1: 90.0, 2: 80.0}
    values = {"diameter_mm": {r.order: hill[r.levels[0]] + 0.3 * rng.normal() for r in plan.runs}}
    found = best(plan, values, Cookie(diameter_mm=90.0))
    assert found is not None
    assert found.levels[0].value == pytest.approx(100.0, abs=4.0)
