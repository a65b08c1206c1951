"""Series: planned so that chance, not the cook, decides the order, and read so that scatter is not taken for effect."""

from __future__ import annotations

import math
from collections import Counter

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.counsel.series.design import Factor, Plan, at_level, drafts_of, factor_of, plan
from dough.counsel.series.effects import cautions, needs, outcome
from dough.draft.start import from_style_formula
from dough.facts.errors import EntryError
from dough.facts.styles import styles

CHEWY = styles()["chewy"]
DRAFT = from_style_formula(CHEWY)[0]
SODA = next(x.id for x in DRAFT.formula.lines if x.ingredient.kind == "soda")


def made(*factors: tuple[str, list[float]], repeats: int = 2, pieces: int = 6, seed: int = 1) -> Plan:
    found = tuple(factor_of(DRAFT, CHEWY, key, levels) for key, levels in factors)
    return plan(DRAFT, CHEWY, found, repeats, pieces, np.random.default_rng(seed))


def baked(p: Plan, slope: float, noise: float, seed: int, drift: float = 0.0) -> dict[int, float]:
    """What runs would measure: a straight effect from lowest to highest, drift over the rounds, scatter."""
    rng = np.random.default_rng(seed)
    f = p.factors[0]
    span = f.levels[-1] - f.levels[0]
    return {
        r.order: 80.0 + slope * (f.levels[r.levels[0]] - f.levels[0]) / span + drift * r.block + noise * rng.normal()
        for r in p.runs
    }


def test_every_round_holds_every_combination_once() -> None:
    p = made(("role:sugar", [85, 100, 115]), repeats=3)
    for block in (1, 2, 3):
        assert Counter(r.levels for r in p.runs if r.block == block) == Counter([(0,), (1,), (2,)])
    assert [r.order for r in p.runs] == list(range(1, 10))


def test_chance_decides_the_order_and_the_same_seed_the_same() -> None:
    orders = {tuple(r.levels for r in made(("role:sugar", [85, 100, 115]), seed=s).runs) for s in range(12)}
    assert len(orders) > 4
    assert made(("role:sugar", [85, 115]), seed=3) == made(("role:sugar", [85, 115]), seed=3)


def test_what_comes_after_mixing_is_split_from_one_dough() -> None:
    one, own = made(("process:portion_g", [36, 45, 54])), made(("role:sugar", [85, 115]))
    assert one.one_dough
    assert not own.one_dough
    assert any("mixed by itself" in c for c in own.cautions)
    assert "weigh off" in one.splits[0].words
    # Enough for the pieces of all rounds and what stays in the bowl.
    assert one.splits[0].grams == pytest.approx(2 * 6 * 36 / 0.98)
    assert one.dough_g == pytest.approx(sum(s.grams for s in one.splits))


def test_what_the_whole_oven_shares_has_the_tray_to_itself() -> None:
    assert all(r.place == 0 for r in made(("process:oven_c", [170, 190])).runs)
    assert {r.place for r in made(("role:sugar", [85, 115])).runs} == {1, 2}


def test_a_factorial_holds_all_corners() -> None:
    p = made(("role:sugar", [85, 115]), ("process:dough_temp_c", [8, 20]), repeats=1)
    assert {r.levels for r in p.runs} == {(0, 0), (0, 1), (1, 0), (1, 1)}
    drafts = drafts_of(DRAFT, CHEWY, p)
    assert drafts[1, 0].process.dough_temp_c == 8
    assert drafts[1, 0] == at_level(at_level(DRAFT, CHEWY, "role:sugar", 115), CHEWY, "process:dough_temp_c", 8)


@pytest.mark.parametrize(
    ("factors", "repeats", "pieces", "where"),
    [
        ([("role:sugar", [100])], 2, 6, "levels"),
        ([("role:sugar", [70, 80, 90, 100, 110, 120])], 2, 6, "levels"),
        ([("role:sugar", [-5, 100])], 2, 6, "role"),
        ([("role:sugar", [math.nan, 100])], 2, 6, "levels"),
        ([("role:moon", [1, 2])], 2, 6, "factor"),
        ([("method:melted", [0, 1])], 2, 6, "factor"),
        ([("role:sugar", [85, 115]), ("role:sugar", [80, 120])], 2, 6, "factors"),
        ([("role:sugar", [85, 100, 115]), ("process:minutes", [9, 12])], 2, 6, "levels"),
        ([("role:sugar", [85, 115])], 13, 6, "repeats"),
        ([("role:sugar", [85, 115])], 2, 1, "pieces"),
        ([], 2, 6, "factors"),
    ],
)
def test_what_makes_no_series_is_refused(
    factors: list[tuple[str, list[float]]], repeats: int, pieces: int, where: str
) -> None:
    with pytest.raises(EntryError) as error:
        made(*factors, repeats=repeats, pieces=pieces)
    assert where in error.value.where


def test_a_straight_effect_is_found_with_its_interval() -> None:
    p = made(("role:sugar", [85, 100, 115]), repeats=3)
    found = outcome(p, "diameter_mm", baked(p, slope=7.0, noise=1.0, seed=4, drift=2.0))
    assert found is not None
    effect = found.effects[0]
    assert effect.low < 7.0 < effect.high
    assert effect.clear
    assert effect.p is not None
    assert effect.p < 0.05
    assert found.spreads[0].freedom == 9 - 3 - 1
    assert found.means[0] is not None


def test_intervals_hold_the_truth_about_as_often_as_they_say() -> None:
    p = made(("role:sugar", [85, 100, 115]), repeats=3)
    held = 0
    for seed in range(200):
        found = outcome(p, "diameter_mm", baked(p, slope=3.0, noise=2.0, seed=seed, drift=1.5))
        assert found is not None
        held += found.effects[0].low <= 3.0 <= found.effects[0].high
    assert 180 <= held <= 199


def test_no_effect_is_rarely_called_clear() -> None:
    p = made(("role:sugar", [85, 115]), repeats=4)
    called = sum(outcome(p, "diameter_mm", baked(p, 0.0, 2.0, s)).effects[0].clear for s in range(200))  # type: ignore[union-attr]
    assert called <= 22


def test_a_bend_is_told_from_a_line() -> None:
    p = made(("role:sugar", [85, 100, 115]), repeats=4)
    flat, bent = baked(p, 0.0, 0.4, 1), baked(p, 0.0, 0.4, 1)
    bent = {o: v + (8.0 if p.runs[o - 1].levels == (1,) else 0.0) for o, v in bent.items()}
    for values, clear in ((flat, False), (bent, True)):
        found = outcome(p, "diameter_mm", values)
        assert found is not None
        assert found.bend is not None
        assert found.bend.clear is clear
        if clear:
            assert found.bend.value == pytest.approx(8.0, abs=0.7)


def test_effects_that_act_together_are_told() -> None:
    p = made(("role:sugar", [85, 115]), ("process:dough_temp_c", [8, 20]), repeats=3)
    rng = np.random.default_rng(0)
    values = {r.order: 80 + 4 * r.levels[0] + 2 * r.levels[1] + 6 * r.levels[0] * r.levels[1] + 0.3 * rng.normal()
              for r in p.runs}  # fmt: skip
    found = outcome(p, "diameter_mm", values)
    assert found is not None
    told = {e.name: e.value for e in found.effects}
    assert told["Sugar"] == pytest.approx(7.0, abs=0.6)
    assert told["Dough temperature"] == pytest.approx(5.0, abs=0.6)
    assert told["Sugar × Dough temperature"] == pytest.approx(3.0, abs=0.6)


def test_without_a_repeat_the_usual_scatter_stands_in_and_no_p_is_made_up() -> None:
    p = made(("role:sugar", [85, 115]), repeats=1)
    found = outcome(p, "diameter_mm", {1: 80.0, 2: 83.0})
    assert found is not None
    assert found.spreads[0].freedom == 0
    assert found.effects[0].p is None
    assert not found.effects[0].clear
    assert found.spreads[0].sd > 0.0
    assert any("Without a repeat" in c for c in p.cautions)


def test_too_little_says_nothing() -> None:
    p = made(("role:sugar", [85, 100, 115]))
    assert outcome(p, "diameter_mm", {}) is None
    assert outcome(p, "diameter_mm", {1: 80.0}) is None
    same = [r.order for r in p.runs if r.levels == (0,)]
    assert outcome(p, "diameter_mm", dict.fromkeys(same, 80.0)) is None


def test_an_order_that_goes_along_with_the_level_is_warned_about() -> None:
    p = made(("role:sugar", [85, 100, 115]), repeats=1)
    inorder = sorted(p.runs, key=lambda r: r.levels)
    told = [type(r)(n + 1, 1, r.levels, r.place) for n, r in enumerate(inorder)]
    assert any("baking order" in c for c in cautions(p, told))
    assert any("nothing measured at 115" in c for c in cautions(p, told[:2]))
    assert any("not finished" in c for c in cautions(p, told[:2]))


@given(st.floats(0.3, 20.0), st.floats(1.05, 4.0))
@settings(max_examples=20, deadline=None)
def test_a_larger_difference_never_needs_more_trays(difference: float, more: float) -> None:
    for small, large in zip(needs("diameter_mm", difference), needs("diameter_mm", difference * more), strict=True):
        for a, b in ((small.one_dough, large.one_dough), (small.own_mixing, large.own_mixing)):
            assert (b or 99) <= (a or 99)
        assert (small.one_dough or 99) <= (small.own_mixing or 99)


def test_needs_keep_their_promise() -> None:
    """As many trays as promised find the difference in about 8 of 10 simulated series."""
    need = needs("diameter_mm", 4.0)[1]
    assert need.own_mixing is not None
    rng = np.random.default_rng(2)
    sd = math.hypot(1.6 / math.sqrt(6), 2.2)
    from scipy.stats import ttest_ind

    found = 0
    for _ in range(400):
        a, b = rng.normal(0, sd, need.own_mixing), rng.normal(4.0, sd, need.own_mixing)
        found += ttest_ind(a, b).pvalue < 0.05
    assert 0.74 <= found / 400 <= 0.97
    with pytest.raises(ValueError, match="above zero"):
        needs("diameter_mm", 0.0)


def test_a_factor_keeps_its_levels_in_order() -> None:
    f = factor_of(DRAFT, CHEWY, f"line:{SODA}", [4.0, 2.0, 3.0, 3.0])
    assert f == Factor(f"line:{SODA}", "Baking soda", "g", (2.0, 3.0, 4.0))
