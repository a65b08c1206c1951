"""Pictures with a real camera's troubles, drawn by the second studio: widths, shades, and what is said of doubt."""

from __future__ import annotations

import math
from dataclasses import replace
from functools import cache

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.facts.colour import crust_lab
from dough.photo.lens import Lens
from dough.photo.measure import Found, PhotoReading, read_photo
from dough.photo.outline import closed, dent
from dough.photo.sheet import NOTHING, Beside, Sheet, look, size_of
from evidence.studio import Lamp, Shot, Solid, Truth, focal_35, photograph

WIDE = 1100
RIM, MIDDLE = crust_lab(56.0, 82.0), crust_lab(66.0, 82.0)
COOKIES = [Solid(x, 82.0, 70.0, 10.0, RIM, MIDDLE, dome=0.2) for x in (62.0, 148.0, 234.0)]
LOW_LAMP = Lamp(-500.0, -300.0, 260.0, (1.0, 0.97, 0.9), 20.0)


@cache
def seen(name: str) -> tuple[Sheet, tuple[Truth, ...], Shot]:
    shots: dict[str, tuple[list[Solid], Shot]] = {
        "plain": (COOKIES, Shot(WIDE)),
        "bent": (COOKIES, Shot(WIDE, bend=-0.09)),
        "small print": (COOKIES, Shot(WIDE, scale=0.96)),
        "grey print": (COOKIES, Shot(WIDE, grey_only=True)),
        "tall": ([replace(c, height_mm=26.0) for c in COOKIES], Shot(WIDE, above_mm=300.0)),
        "broken": ([replace(COOKIES[0], broken=0.14), *COOKIES[1:]], Shot(WIDE)),
        "thumb": (COOKIES, Shot(WIDE, thumb=(62.0, 196.0))),
        "low lamp": (COOKIES, Shot(WIDE, lamps=(LOW_LAMP,), room=(0.25, 0.26, 0.28))),
        "powdered": ([replace(c, crinkle=0.9, rim=crust_lab(38, 45), middle=crust_lab(42, 45)) for c in COOKIES],
                     Shot(WIDE)),
    }  # fmt: skip
    solids, shot = shots[name]
    picture, truths = photograph(solids, shot, np.random.default_rng(3))
    return look(picture), tuple(truths), shot


def read(
    name: str, *, height_mm: float | None = 10.0, bar: bool = True
) -> tuple[PhotoReading, list[tuple[Found, Truth]]]:
    sheet, truths, shot = seen(name)
    got = read_photo(sheet, Beside(100.0 * shot.scale if bar else None, focal_35(shot), height_mm))
    pairs = [(f, min(truths, key=lambda t: math.hypot(t.x - f.outline.x, t.y - f.outline.y))) for f in got.cookies]
    return got, pairs


@pytest.mark.parametrize("name", ["plain", "bent", "small print", "grey print", "thumb", "low lamp"])
def test_widths_and_shades_hold_against_a_real_cameras_troubles(name: str) -> None:
    _, pairs = read(name)
    assert len(pairs) == 3
    for found, true in pairs:
        assert found.counts
        assert found.diameter_mm == pytest.approx(true.width_mm, rel=0.025)
        assert found.rim[0] == pytest.approx(true.l_rim, abs=5.0)
        assert found.middle[0] == pytest.approx(true.l_middle, abs=5.0)


def test_a_bent_lens_is_found_by_the_patches_and_a_straight_one_left_alone() -> None:
    assert seen("bent")[0].bend == pytest.approx(-0.09, abs=0.012)
    assert seen("plain")[0].bend == 0.0


def test_a_bar_that_was_never_measured_is_asked_for_and_one_that_was_is_believed() -> None:
    unsaid, pairs = read("small print", bar=False)
    assert any("never measured" in n for n in unsaid.notes)
    # Printed at 96 %, everything seems so much larger.
    assert pairs[0][0].diameter_mm / pairs[0][1].width_mm == pytest.approx(1 / 0.96, abs=0.02)
    said, _ = read("small print")
    assert not any("never measured" in n for n in said.notes)


def test_tall_cookies_near_the_camera_are_told_to_be_unsure() -> None:
    got, pairs = read("tall", height_mm=26.0)
    assert any("Tall cookies near the camera" in n for n in got.notes)
    flat, _ = read("tall", height_mm=1.0)
    for (found, true), (without, _) in zip(pairs, read("tall", height_mm=1.0)[1], strict=True):
        assert abs(found.diameter_mm - true.width_mm) < abs(without.diameter_mm - true.width_mm)
    assert not any("Tall cookies" in n for n in flat.notes)


def test_a_broken_one_does_not_count_until_somebody_says_so() -> None:
    got, pairs = read("broken")
    states = {round(t.x): f.state for f, t in pairs}
    assert states[62] == "broken"
    assert [f.counts for f, t in pairs if t.whole] == [True, True]
    assert any("broken" in n for n in got.notes)


def test_patches_under_a_thumb_are_left_out_and_a_grey_print_is_said() -> None:
    assert any("covered" in n for n in read("thumb")[0].notes)
    assert any("without colour" in n for n in read("grey print")[0].notes)
    assert read("plain")[0].notes == ()


def test_powder_at_the_rim_does_not_notch_a_cookie() -> None:
    _, pairs = read("powdered")
    whole = [(f, t) for f, t in pairs if f.counts]
    assert len(whole) >= 2
    for found, true in whole:
        assert found.diameter_mm == pytest.approx(true.width_mm, rel=0.03)


@given(st.floats(-0.12, 0.12), st.lists(st.tuples(st.floats(0, 1600), st.floats(0, 1200)), min_size=1, max_size=8))
def test_straightening_a_lens_and_bending_it_again_leaves_points_where_they_were(
    bend: float, points: list[tuple[float, float]]
) -> None:
    lens = Lens.of((1200, 1600), bend)
    at = np.array(points)
    assert lens.bent(lens.straight(at)) == pytest.approx(at, abs=0.01)
    assert lens.straight(np.array([[800.0, 600.0]])) == pytest.approx(np.array([[800.0, 600.0]]))


@given(st.floats(2, 40), st.floats(200, 900))
def test_what_stands_nearer_to_the_camera_is_taken_smaller_and_a_smaller_print_too(height: float, above: float) -> None:
    sheet = Sheet(np.zeros((2, 2, 3)), 4.0, 0.0, 1.0, 2000.0)
    focal = above * 4.0 * 43.27 / 2000.0
    size = size_of(sheet, Beside(100.0, focal, height))
    assert size.above_mm == pytest.approx(above, rel=1e-6)
    assert size.scale == pytest.approx(1.0 - 0.35 * height / above, rel=1e-6)
    assert size_of(sheet, Beside(97.0, focal, height)).scale < size.scale
    unknown = size_of(sheet, Beside(100.0, None, height))
    assert unknown.sd / (1.0 - unknown.scale) > size.sd / (1.0 - size.scale)
    assert size_of(sheet, NOTHING).above_mm is None


def disc(rx: float, ry: float) -> np.ndarray[tuple[int, int], np.dtype[np.bool_]]:
    y, x = np.mgrid[-120:121, -120:121]
    return np.asarray((x / rx) ** 2 + (y / ry) ** 2 <= 1.0)


def test_a_cut_shows_as_a_dent_of_its_depth_and_an_ellipse_has_none() -> None:
    whole = disc(100.0, 88.0)
    assert dent(whole) < 0.02
    cut = whole.copy()
    cut[:, 120 + 76 :] = False
    assert dent(cut) > 0.12
    notched = whole.copy()
    notched[116:124, 200:] = False
    assert closed(notched).sum() == pytest.approx(whole.sum(), rel=0.01)
    assert closed(cut).sum() == cut.sum()
