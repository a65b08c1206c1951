"""What a series' effects must obey whatever was measured, and how they are said."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.counsel.series.design import Plan
from dough.counsel.series.effects import Effect, Outcome, needs, outcome, says
from dough.facts.scatter import AS_USUAL, learned
from tests.dough.counsel.series.test_series import SODA, made

THREE = made(("role:sugar", [85, 100, 115]), repeats=3)
TWO_WAYS = made(("role:sugar", [85, 115]), (f"line:{SODA}", [1.0, 2.0]), repeats=3)
readings = st.lists(st.floats(60.0, 110.0), min_size=9, max_size=9)


def measured(plan: Plan, values: list[float]) -> dict[int, float]:
    return {r.order: v for r, v in zip(plan.runs, values, strict=False)}


def read(plan: Plan, values: dict[int, float], key: str = "diameter_mm") -> Outcome:
    found = outcome(plan, key, values)
    assert found is not None
    return found


@given(readings, st.floats(-20.0, 20.0))
@settings(max_examples=25, deadline=None)
def test_a_ruler_that_reads_all_too_long_changes_no_effect(values: list[float], offset: float) -> None:
    # A shade: what scatters by its size, as widths do, is a little less sure when all of it is larger.
    plain = read(THREE, measured(THREE, values), "crust_l").effects[0]
    moved = read(THREE, measured(THREE, [v + offset for v in values]), "crust_l").effects[0]
    assert moved.value == pytest.approx(plain.value, abs=1e-8)
    assert moved.high - moved.low == pytest.approx(plain.high - plain.low, abs=1e-7)


@given(readings, st.floats(0.5, 3.0))
@settings(max_examples=25, deadline=None)
def test_another_unit_scales_the_effect_and_its_interval(values: list[float], factor: float) -> None:
    plain = read(THREE, measured(THREE, values)).effects[0]
    other = read(THREE, measured(THREE, [factor * v for v in values])).effects[0]
    assert other.value == pytest.approx(factor * plain.value, abs=1e-7)
    assert other.clear == plain.clear


@given(readings)
@settings(max_examples=25, deadline=None)
def test_the_effect_lies_in_its_interval_and_clear_means_zero_does_not(values: list[float]) -> None:
    e = read(THREE, measured(THREE, values)).effects[0]
    assert e.low <= e.value <= e.high
    assert e.clear == (e.low > 0.0 or e.high < 0.0)


@given(readings, st.lists(st.floats(-15.0, 15.0), min_size=3, max_size=3))
@settings(max_examples=25, deadline=None)
def test_what_a_whole_round_shares_is_no_effect(values: list[float], drift: list[float]) -> None:
    """An oven that is hotter on one day moves all of its round: rounds are taken out."""
    plain = read(THREE, measured(THREE, values)).effects[0]
    day = {r.order: v + drift[r.block - 1] for r, v in zip(THREE.runs, values, strict=True)}
    assert read(THREE, day).effects[0].value == pytest.approx(plain.value, abs=1e-8)


def test_a_factor_that_does_nothing_is_not_called_clear_for_another_s_effect() -> None:
    rng = np.random.default_rng(4)
    called = np.zeros(3)
    for _ in range(60):
        sugar = {r.order: 80.0 + 6.0 * r.levels[0] + 0.8 * float(rng.normal()) for r in TWO_WAYS.runs}
        called += [e.clear for e in read(TWO_WAYS, sugar).effects]
    # By chance one in twenty is called so.
    assert called[0] == 60
    assert max(called[1:]) <= 8


@pytest.mark.parametrize(
    ("key", "value", "clear", "said"),
    [
        ("diameter_mm", 4.04, True, "Sugar 85 to 115 % of flour: diameter 4.0 mm wider"),
        ("diameter_mm", -4.04, True, "Sugar 85 to 115 % of flour: diameter 4.0 mm narrower"),
        ("rim_crisp", 12.0, True, "Sugar 85 to 115 % of flour: rim 12 points crisper"),
        ("crust_l", -3.0, True, "Sugar 85 to 115 % of flour: crust 3 L* darker"),
        ("loss_pct", -0.84, True, "Sugar 85 to 115 % of flour: bake loss 0.8 points less"),
        ("height_mm", 0.2, False, "height moves by less than this series can tell from scatter"),
    ],
)
def test_an_effect_is_said_with_its_unit_and_way(key: str, value: float, clear: bool, said: str) -> None:
    e = Effect("Sugar", value, value - 1.0, value + 1.0, 0.01, clear)
    assert said in says(THREE, key, e)


def test_acting_together_is_said_only_when_it_shows() -> None:
    both = Effect("Sugar × Baking soda", 3.0, 1.0, 5.0, 0.02, True)
    assert says(TWO_WAYS, "diameter_mm", both) == "Sugar × Baking soda act together by 3.0 mm"
    neither = Effect("Sugar × Baking soda", 0.3, -2.0, 2.6, 0.8, False)
    assert "no sign" in says(TWO_WAYS, "diameter_mm", neither)


def test_a_steadier_kitchen_needs_fewer_trays_and_a_wilder_one_more() -> None:
    rng = np.random.default_rng(3)
    steady, wild = (
        learned([[{"diameter_mm": float(sd * rng.normal())} for _ in range(5)] for _ in range(20)])
        for sd in (0.008, 0.06)
    )
    mixed = [
        n[1].own_mixing for n in (needs("diameter_mm", 3.0, 85.0, s) for s in (steady, AS_USUAL, wild))
    ]  # fmt: skip
    assert mixed[0] is not None
    assert mixed[1] is not None
    assert mixed[0] < mixed[1]
    assert mixed[2] is None or mixed[2] > mixed[1]


def test_the_same_difference_is_easier_to_see_on_a_small_cookie() -> None:
    small, large = (needs("diameter_mm", 3.0, width)[1].own_mixing for width in (45.0, 110.0))
    assert small is not None
    assert large is None or small < large


def test_one_round_rests_on_the_kitchen_s_scatter_at_the_size_measured() -> None:
    once = made(("role:sugar", [85, 115]), repeats=1)
    small, large = (read(once, {r.order: width + r.levels[0] for r in once.runs}) for width in (40.0, 120.0))
    assert small.spreads[0].freedom == large.spreads[0].freedom == 0
    assert large.spreads[0].sd == pytest.approx(small.spreads[0].sd * 120.5 / 40.5)
    assert small.effects[0].p is None
