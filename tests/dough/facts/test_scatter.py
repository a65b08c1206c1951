"""What bakes differ by anyway: the usual of kitchens until repeats say more."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.facts.scatter import AS_USUAL, USUAL, USUAL_COUNTS, away, learned

KEYS = tuple(USUAL)


def repeats(sd: float, groups: int, each: int, seed: int = 0, habit: float = 0.0) -> list[list[dict[str, float]]]:
    """Groups of bakes, each group off its forecast by a habit of its own."""
    rng = np.random.default_rng(seed)
    return [
        [{"diameter_mm": off + float(sd * rng.normal())} for _ in range(each)]
        for off in (float(habit * rng.normal()) for _ in range(groups))
    ]


def test_without_repeats_it_is_the_usual_and_says_so() -> None:
    nothing: list[list[list[dict[str, float]]]] = [[], [[{"diameter_mm": 0.3}]], [[{}, {}]]]
    for groups in nothing:
        found = learned(groups)
        assert found.sd == USUAL
        assert "usually" in found.words()
    assert AS_USUAL.words() == learned([]).words()


def test_sizes_scatter_by_a_share_and_scores_by_points() -> None:
    assert AS_USUAL.of("diameter_mm", 120.0) == pytest.approx(2.0 * AS_USUAL.of("diameter_mm", 60.0))
    assert AS_USUAL.of("rim_crisp", 90.0) == AS_USUAL.of("rim_crisp", 10.0)
    # Practice: about 2 mm on a drop cookie of 85 mm, which is also what counts where the size is unknown.
    assert AS_USUAL.of("diameter_mm", None) == AS_USUAL.of("diameter_mm", 85.0)
    assert 1.5 < AS_USUAL.of("diameter_mm", None) < 2.5


def test_what_is_not_measured_has_no_scatter() -> None:
    with pytest.raises(KeyError):
        AS_USUAL.of("moon", 1.0)


def test_many_repeats_outweigh_the_usual() -> None:
    for sd in (0.01, 0.05):
        found = learned(repeats(sd, groups=60, each=5))
        assert found.sd["diameter_mm"] == pytest.approx(sd, rel=0.12)
        assert found.repeats["diameter_mm"] == 240
        assert "height_mm" not in found.repeats


def test_one_pair_moves_it_only_a_little() -> None:
    found = learned([[{"diameter_mm": 0.1}, {"diameter_mm": -0.1}]])
    assert USUAL["diameter_mm"] < found.sd["diameter_mm"] < 0.06
    assert "1 repeat in" in found.words()
    assert str(USUAL_COUNTS) in found.words()


def test_what_the_forecast_is_off_by_for_all_is_not_scatter() -> None:
    same = learned(repeats(0.02, 20, 4, habit=0.0)).sd["diameter_mm"]
    assert learned(repeats(0.02, 20, 4, habit=0.3)).sd["diameter_mm"] == pytest.approx(same, rel=0.15)


@given(st.lists(st.floats(-0.5, 0.5), min_size=2, max_size=8), st.floats(-0.3, 0.3))
def test_an_offset_of_all_bakes_of_a_group_changes_nothing(values: list[float], offset: float) -> None:
    plain = learned([[{"height_mm": v} for v in values]])
    moved = learned([[{"height_mm": v + offset} for v in values]])
    assert moved.sd["height_mm"] == pytest.approx(plain.sd["height_mm"], abs=1e-9)


@given(st.lists(st.floats(-3.0, 3.0), min_size=2, max_size=8), st.floats(1.01, 4.0))
def test_wider_repeats_never_mean_less_scatter(values: list[float], factor: float) -> None:
    plain = learned([[{"crust_l": v} for v in values]])
    wider = learned([[{"crust_l": factor * v} for v in values]])
    assert wider.sd["crust_l"] >= plain.sd["crust_l"]


def test_a_steady_kitchen_has_steadier_pieces_and_an_unsteady_one_not_worse_ones() -> None:
    steady, unsteady = learned(repeats(0.005, 30, 4)), learned(repeats(0.08, 30, 4))
    assert steady.piece("diameter_mm", 85.0) < AS_USUAL.piece("diameter_mm", 85.0)
    # Bakes may differ by the oven's mood; that says nothing of the pieces of one tray.
    assert unsteady.piece("diameter_mm", 85.0) == AS_USUAL.piece("diameter_mm", 85.0)


def test_a_size_is_off_by_a_ratio_and_a_score_by_points() -> None:
    assert away("diameter_mm", 88.0, 80.0) == pytest.approx(math.log(1.1))
    assert away("rim_crisp", 40.0, 52.0) == -12.0
