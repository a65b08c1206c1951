"""Balances close, finer steps change little, and senseless input stays finite or is named."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.formula import Shape
from dough.bake.batch import bake
from dough.bake.inputs import BakeInputs
from dough.bake.outputs import endings
from dough.facts.errors import EntryErrors
from evidence.recipes import BY_NAME, DROP, LACY, SHORT, SLAB, THICK

ALL = list(BY_NAME.values())


def test_heat_that_came_in_is_the_heat_that_is_there() -> None:
    turned = replace(DROP, roof_k=12.0, rotate_minute=5.0)
    b = bake([*ALL, turned])
    assert b.column("stored")[:, -1] == pytest.approx(b.column("energy")[:, -1], rel=1e-9)


def test_water_that_is_gone_has_left_through_the_faces() -> None:
    b = bake(ALL)
    lost = b.of("mass") * (b.column("w")[:, -1] - b.column("w")[:, 0])
    assert lost == pytest.approx(b.column("gained")[:, -1], rel=1e-9)


def test_four_times_the_steps_hardly_change_the_answer() -> None:
    coarse, fine = endings(bake(ALL)), endings(bake(ALL, steps=(384, 96)))
    diameter = np.abs(coarse["diameter_mm"] / fine["diameter_mm"] - 1.0)
    core = np.abs(coarse["core_c"] - fine["core_c"])
    assert diameter.mean() <= 0.01
    assert diameter.max() <= 0.02
    assert core.mean() <= 1.0


@pytest.mark.parametrize(
    "extreme",
    [
        replace(DROP, sucrose_g=0, reducing_g=0),
        replace(DROP, water_g=0, egg_white_g=0, egg_yolk_g=0, flour_moisture=0),
        replace(DROP, fat_g=0),
        replace(DROP, portion_g=3000),
        replace(DROP, portion_g=1),
        replace(DROP, oven_c=320, fan=1, minutes=60),
        replace(DROP, oven_c=80, minutes=180),
        replace(DROP, dough_temp_c=-25),
        replace(DROP, overrun=1.0, powder_g=10),
        replace(DROP, soda_g=10),
        replace(DROP, sucrose_g=400),
        replace(DROP, water_g=160),
        replace(SLAB, start_thickness_mm=100, minutes=180),
        replace(DROP, inclusion_share=0.6),
        replace(DROP, flour_protein=0),
        replace(LACY, minutes=60),
        BakeInputs(flour_g=100),
    ],
)
def test_extremes_stay_finite(extreme: BakeInputs) -> None:
    found = endings(bake([extreme]))
    for name, value in found.items():
        if name not in ("set_min", "height_peak_mm"):
            assert np.isfinite(value).all(), name
    assert found["diameter_mm"][0] > 0
    assert found["height_middle_mm"][0] > 0
    assert 0 <= found["moisture_whole_pct"][0] <= 100


@pytest.mark.parametrize(
    ("wrong", "says"),
    [
        ({"sucrose_g": -1.0}, "Sucrose"),
        ({"oven_c": float("nan")}, "not a number"),
        ({"oven_c": 500.0}, "within 80 and 320"),
        ({"flour_g": 5.0}, "Flour is under a tenth"),
        ({"portion_g": 0.0}, "Portion"),
    ],
)
def test_senseless_input_is_named(wrong: dict[str, float], says: str) -> None:
    with pytest.raises(EntryErrors, match=says):
        bake([replace(DROP, **wrong)])  # type: ignore[arg-type]


def test_an_empty_bowl_is_named() -> None:
    with pytest.raises(EntryErrors, match="nothing in this dough"):
        bake([BakeInputs()])


recipes = st.builds(
    BakeInputs,
    flour_g=st.floats(60, 200),
    flour_protein=st.floats(0, 0.16),
    sucrose_g=st.floats(0, 250),
    reducing_g=st.floats(0, 60),
    fat_g=st.floats(0, 150),
    water_g=st.floats(0, 60),
    egg_white_g=st.floats(0, 60),
    egg_yolk_g=st.floats(0, 40),
    soda_g=st.floats(0, 4),
    powder_g=st.floats(0, 8),
    acid_meq=st.floats(0, 20),
    sugar_um=st.floats(10, 2000),
    crystal=st.floats(0, 1.2),
    overrun=st.floats(0, 0.6),
    inclusion_share=st.floats(0, 0.5),
    dough_temp_c=st.floats(-20, 40),
    rest_h=st.floats(0, 100),
    portion_g=st.floats(5, 500),
    shape=st.sampled_from(list(Shape)),
    oven_c=st.floats(100, 280),
    fan=st.floats(0, 1),
    minutes=st.floats(2, 60),
)


@settings(max_examples=120)
@given(recipes)
def test_any_dough_bakes_to_something_physical(x: BakeInputs) -> None:
    found = endings(bake([x]))
    assert 1 <= found["diameter_mm"][0] < 2000
    assert 0 < found["height_middle_mm"][0] < 500
    assert -50 < found["core_c"][0] <= x.oven_c + 1
    assert found["l_rim"][0] <= x.raw_l + 1e-9
    for score in ("rim_crisp", "middle_soft", "bite_chewy", "crumb_cakey", "tender", "snap"):
        assert 0 <= found[score][0] <= 100


def test_a_slab_in_a_tin_keeps_its_size() -> None:
    assert endings(bake([SLAB]))["growth"][0] == 1.0


def test_thick_cold_pieces_go_on_warming_after_the_oven() -> None:
    found = endings(bake([THICK, SHORT]))
    assert found["core_max_c"][0] > found["core_c"][0] + 2
    assert found["core_max_c"][1] < found["core_c"][1] + 2
