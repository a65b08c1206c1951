"""A hundred simulated kitchens: three bakes must be worth having."""

from __future__ import annotations

import numpy as np
import pytest

from dough.bake.taught import THETA
from dough.judgement.learning.fit import learn
from dough.judgement.learning.lesson import Lesson
from evidence.kitchens import PARTS, SimulatedKitchen, foretold

KITCHENS, BEFORE = 100, 3


@pytest.fixture(scope="module")
def outcomes() -> list[tuple[dict[str, float], dict[str, tuple[float, float, float]], float]]:
    """For each kitchen: the fourth bake, its forecast after three, and the forecast of width before any."""
    found = []
    for seed in range(KITCHENS):
        kitchen = SimulatedKitchen(np.random.default_rng(seed))
        lesson = learn([kitchen.log(day) for day in range(BEFORE)])
        blind = foretold(kitchen, Lesson((), (), (), (), ()), BEFORE)["diameter_mm"][0]
        found.append((kitchen.bake(BEFORE), foretold(kitchen, lesson, BEFORE), blind))
    return found


def test_after_three_bakes_the_next_width_is_within_five_percent(outcomes: list) -> None:  # type: ignore[type-arg]
    near = sum(abs(told["diameter_mm"][0] / got["diameter_mm"] - 1.0) <= 0.05 for got, told, _ in outcomes)
    before = sum(abs(blind / got["diameter_mm"] - 1.0) <= 0.05 for got, _, blind in outcomes)
    assert near >= 80
    assert before < near - 20


@pytest.mark.parametrize("key", PARTS)
def test_eighty_percent_ranges_hold_seventy_to_ninety_times(outcomes: list, key: str) -> None:  # type: ignore[type-arg]
    held = sum(told[key][1] <= got[key] <= told[key][2] for got, told, _ in outcomes)
    assert 70 <= held <= 90


def test_hidden_figures_lie_where_the_lesson_says() -> None:
    """Of all figures of thirty kitchens about 95 in 100 lie within two sd; at least 90 are asked for."""
    inside = []
    for seed in range(200, 230):
        kitchen = SimulatedKitchen(np.random.default_rng(seed))
        taught = learn([kitchen.log(day) for day in range(BEFORE)]).taught(1, 1, 1)
        for name, row in zip(THETA, taught.root, strict=False):
            got, true = getattr(taught.learned, name), getattr(kitchen.truth.learned, name)
            away = got - true if name == "oven_k" else np.log(got / true)
            inside.append(abs(away) <= 2.0 * np.hypot.reduce(row))
    assert np.mean(inside) >= 0.9
