"""Trays: nothing overlaps, nothing leaves, at least as many as rows by hand; and chances that hold in a simulation."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.bake.contract import Estimate
from dough.facts.errors import EntryError
from dough.plan.loads import loads, tray_cools_min
from dough.plan.packing import pack
from dough.plan.touch import Width, gap_for, pair_chance, touch, touch_at, width_of

sides = st.floats(150, 600)
gaps = st.floats(0, 40)


@settings(max_examples=60, deadline=None)
@given(w=sides, d=sides, wide=st.floats(25, 140), gap=gaps, margin=st.floats(0, 25))
def test_discs_keep_their_gap_and_the_margin(w: float, d: float, wide: float, gap: float, margin: float) -> None:
    got = pack(w, d, wide, gap_mm=gap, margin_mm=margin)
    for s in got.spots:
        assert margin + wide / 2 - 0.02 <= s.x_mm <= w - margin - wide / 2 + 0.02
        assert margin + wide / 2 - 0.02 <= s.y_mm <= d - margin - wide / 2 + 0.02
    for a, b in itertools.combinations(got.spots, 2):
        assert math.hypot(a.x_mm - b.x_mm, a.y_mm - b.y_mm) >= wide + gap - 0.05
    for rows in ("square", "offset"):
        assert len(got) >= len(pack(w, d, wide, gap_mm=gap, margin_mm=margin, rows=rows))
    assert len(got) >= len(pack(d, w, wide, gap_mm=gap, margin_mm=margin)) - 1


@settings(max_examples=40, deadline=None)
@given(w=sides, d=sides, a=st.floats(30, 120), b=st.floats(30, 120), gap=gaps)
def test_boxes_and_ovals_do_not_overlap(w: float, d: float, a: float, b: float, gap: float) -> None:
    boxes = pack(w, d, a, b, outline="box", gap_mm=gap)
    for one, other in itertools.combinations(boxes.spots, 2):
        apart = max(abs(one.x_mm - other.x_mm) - boxes.wide_mm, abs(one.y_mm - other.y_mm) - boxes.deep_mm)
        assert apart >= gap - 0.05
    ovals = pack(w, d, a, b, outline="oval", gap_mm=gap)
    rim = [(math.cos(t), math.sin(t)) for t in np.linspace(0, 2 * math.pi, 72)]
    for one, other in itertools.combinations(ovals.spots, 2):
        dx, dy = other.x_mm - one.x_mm, other.y_mm - one.y_mm
        if math.hypot(dx, dy) > max(a, b) + gap + 1:
            continue
        # The farthest the one reaches towards the other along any direction, and the other back.
        apart = max(c * dx + s * dy - 2 * math.hypot(ovals.wide_mm / 2 * c, ovals.deep_mm / 2 * s) for c, s in rim)
        assert apart >= gap - 0.35


def test_six_in_square_rows_and_nine_in_offset_ones() -> None:
    tray = {"gap_mm": 20.0, "margin_mm": 10.0}
    assert len(pack(400, 300, 82, rows="square", **tray)) == 6  # type: ignore[arg-type]
    assert len(pack(400, 300, 82, rows="offset", **tray)) == 9  # type: ignore[arg-type]
    assert len(pack(400, 300, 82, **tray)) == 9  # type: ignore[arg-type]


def test_what_does_not_fit_is_none_and_what_cannot_be_is_refused() -> None:
    assert len(pack(100, 100, 120)) == 0
    for wrong in ({"gap_mm": -3.0}, {"margin_mm": math.nan}):
        with pytest.raises(EntryError):
            pack(400, 300, 80, **wrong)  # type: ignore[arg-type]
    with pytest.raises(EntryError, match="More than"):
        pack(6000, 6000, 5)


def simulated(at: np.ndarray, width: Width, n: int = 40_000) -> tuple[float, float]:
    """Any two meet, and the nearest pair meets: drawn plainly, with nothing of the code it judges."""
    rng = np.random.default_rng(991)
    apart = np.hypot(at[:, None, 0] - at[None, :, 0], at[:, None, 1] - at[None, :, 1])
    first, second = np.triu_indices(len(at), 1)
    gaps = apart[first, second]
    near = gaps < gaps.min() * 1.6
    first, second, gaps = first[near], second[near], gaps[near]
    met = nearest = 0
    for _ in range(n // 1000):
        wide = width.mm + width.common_sd * rng.standard_normal((1000, 1))
        own = wide + width.piece_sd * rng.standard_normal((1000, len(at)))
        hits = (own[:, first] + own[:, second]) / 2 > gaps
        met += int(hits.any(axis=1).sum())
        nearest += int(hits[:, int(np.argmin(gaps))].sum())
    return met / n, nearest / n


@pytest.mark.parametrize(
    ("gap", "common", "piece"), [(4, 3.0, 2.0), (8, 5.0, 2.0), (8, 2.0, 4.0), (12, 6.0, 1.5), (2, 1.0, 2.5)]
)
def test_the_chance_that_any_meet_is_within_two_points_of_a_simulation(gap: float, common: float, piece: float) -> None:
    tray = pack(420, 340, 80, gap_mm=gap, margin_mm=5)
    width = Width(80, common, piece)
    got = touch(tray, width)
    any_two, nearest = simulated(np.array([[s.x_mm, s.y_mm] for s in tray.spots]), width)
    assert got.any_two == pytest.approx(any_two, abs=0.02)
    assert got.nearest == pytest.approx(nearest, abs=0.02)


@given(risk=st.floats(0.01, 0.4), common=st.floats(0.5, 8), piece=st.floats(0.5, 4))
def test_the_gap_for_a_risk_has_that_risk(risk: float, common: float, piece: float) -> None:
    width = Width(85, common, piece)
    assert pair_chance(85 + gap_for(risk, width), width) == pytest.approx(risk, abs=1e-6)


@settings(deadline=None, max_examples=20)
@given(gap=st.floats(0, 25))
def test_a_wider_gap_is_never_riskier(gap: float) -> None:
    width = Width(80, 4.0, 2.0)
    near, far = (touch_at(np.array([[0.0, 0.0], [80 + g, 0.0], [40, 69.3 + g]]), width) for g in (gap, gap + 5))
    assert far.any_two <= near.any_two + 1e-9
    assert far.cookies <= near.cookies + 1e-9


def test_an_unknown_range_counts_as_the_usual_spread() -> None:
    assert width_of(Estimate(80)).common_sd > width_of(Estimate(80, 77, 83)).common_sd
    assert touch_at(np.zeros((1, 2)), width_of(Estimate(80))).any_two == 0


@given(pieces=st.integers(1, 300), per_tray=st.integers(5, 20), at_once=st.integers(1, 4))
def test_loads_hold_every_piece_and_are_even(pieces: int, per_tray: int, at_once: int) -> None:
    got = loads(pieces, per_tray, at_once)
    trays = [n for load in got for n in load.trays]
    assert sum(trays) == pieces
    assert max(trays) <= per_tray
    assert max(trays) - min(trays) <= 1
    assert all(len(load.trays) <= at_once for load in got)
    assert len(trays) == math.ceil(pieces / per_tray)


def test_a_tray_cools_on_a_rack_as_practice_says() -> None:
    minutes = tray_cools_min(180, 21)
    assert minutes is not None
    assert 10 <= minutes <= 15
    assert tray_cools_min(180, 30) is None
    with pytest.raises(EntryError, match="Not one piece"):
        loads(24, 0, 1)
