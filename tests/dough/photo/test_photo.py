"""The picture that measures itself, on pictures whose truth is known."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecast
from dough.draft.start import from_style_formula
from dough.facts.colour import crust_lab
from dough.facts.errors import EntryError
from dough.facts.styles import styles
from dough.photo import card
from dough.photo.camera import Camera, SceneCookie, picture, places, scene_of
from dough.photo.light import coded, lab_of, light_of, linear
from dough.photo.marks import find_marks, place_marks
from dough.photo.measure import Outline, PhotoReading, read_outlines, read_photo
from dough.photo.sheet import look
from evidence.scenes import nearest, scene

SMALL = Camera(width=1200, height=900)


def one_row(count: int = 3, **changes: float) -> tuple[SceneCookie, ...]:
    shades = (crust_lab(52.0, 81.0), crust_lab(68.0, 81.0))
    base = [SceneCookie(55.0 + 92.0 * n, 95.0, 78.0, 0.97, 30.0, 11.0, *shades) for n in range(count)]
    return tuple(replace(c, **changes) for c in base)  # type: ignore[arg-type]


def read(cookies: tuple[SceneCookie, ...], camera: Camera = SMALL, seed: int = 0) -> PhotoReading:
    return read_photo(look(picture(cookies, camera, np.random.default_rng(seed))))


@pytest.mark.parametrize("seed", range(5))
def test_widths_within_two_percent_and_shades_within_three(seed: int) -> None:
    cookies, camera, rng = scene(seed)
    reading = read_photo(look(picture(cookies, camera, rng)))
    assert len(reading.cookies) == len(cookies)
    for f in reading.cookies:
        true = nearest(cookies, f)
        assert f.diameter_mm == pytest.approx(true.diameter_mm, rel=0.02)
        assert f.rim[0] == pytest.approx(true.rim[0], abs=3.0)
        assert f.middle[0] == pytest.approx(true.middle[0], abs=3.0)
        assert f.roundness == pytest.approx(true.roundness, abs=0.02)
        assert f.state == "whole"


def test_cookies_that_touch_are_parted_and_told() -> None:
    reading = read(tuple(replace(c, x=60.0 + 77.0 * n) for n, c in enumerate(one_row(2))))
    assert [f.state for f in reading.cookies] == ["touching", "touching"]
    assert all(f.diameter_mm == pytest.approx(78.0, rel=0.03) for f in reading.cookies)
    assert any("touch" in n for n in reading.notes)


def test_a_broken_cookie_does_not_count_until_someone_says_so() -> None:
    whole = one_row(3)
    reading = read((whole[0], replace(whole[1], broken=0.3, turned=0.0), whole[2]))
    assert [f.counts for f in reading.cookies] == [True, False, True]
    assert reading.cookies[1].state == "broken"
    assert any("broken" in n for n in reading.notes)


def test_crumbs_are_not_cookies_and_cracks_are_seen() -> None:
    plain, cracked = read(one_row(2)), read(one_row(2, cracks=0.08))
    assert len(plain.cookies) == 2
    assert min(f.cracks for f in cracked.cookies) > max(f.cracks for f in plain.cookies) + 1.0


def test_an_uneven_rim_is_told_from_an_even_one() -> None:
    """A cookie half under another lamp: the same picture with its rim darker on one side."""
    sheet = look(picture(one_row(1), SMALL, np.random.default_rng(0)))
    lab = sheet.lab.copy()
    lab[:, : round(4.0 * 55.0), 0] -= 8.0 * (lab[:, : round(4.0 * 55.0), 0] < 80.0)
    even, uneven = read_photo(sheet).cookies[0], read_photo(replace(sheet, lab=lab)).cookies[0]
    assert uneven.evenness > even.evenness + 2.0


def test_an_outline_drawn_by_hand_measures_what_it_holds() -> None:
    cookies = one_row(2)
    sheet = look(picture(cookies, SMALL, np.random.default_rng(0)))
    drawn = read_outlines(sheet, [Outline(147.0, 95.0, 39.0, 38.0)])
    assert drawn.cookies[0].by_hand
    assert drawn.cookies[0].diameter_mm == pytest.approx(77.0, rel=0.01)
    assert drawn.cookies[0].rim[0] == pytest.approx(52.0, abs=3.0)
    for wrong in ([], [Outline(-5.0, 90.0, 30.0, 30.0)], [Outline(90.0, 90.0, 1.0, 30.0)]):
        with pytest.raises(EntryError):
            read_outlines(sheet, wrong)


@pytest.mark.parametrize(
    ("camera", "said"),
    [
        (replace(SMALL, tilt_x=34.0), "from the side|not found"),
        (Camera(width=420, height=320), "too small|not found"),
    ],
)
def test_a_picture_that_cannot_be_measured_says_what_to_do(camera: Camera, said: str) -> None:
    with pytest.raises(EntryError, match=said):
        read(one_row(3), camera)


def test_without_the_card_or_without_cookies_it_says_which() -> None:
    with pytest.raises(EntryError, match="0 of 4"):
        look(np.full((600, 800, 3), 0.8))
    with pytest.raises(EntryError, match="no cookie"):
        read(())
    shot = picture(one_row(3), SMALL, np.random.default_rng(0))
    shot[:, :260] = 0.5
    with pytest.raises(EntryError, match=r"\d of 4"):
        look(shot)


def test_the_odd_mark_tells_which_way_up() -> None:
    grey = picture(one_row(1), replace(SMALL, turned=180.0), np.random.default_rng(0)).mean(axis=-1)
    points = place_marks(find_marks(grey))
    assert points[0][0] > points[1][0]
    assert points[0][1] > points[2][1]


def test_the_camera_lays_cookies_as_forecast_and_inside_the_field() -> None:
    case = bake_case(from_style_formula(styles()["chewy"])[0], styles()["chewy"], Kit())
    told = forecast(case)  # type: ignore[arg-type]
    laid = scene_of(told, 8, np.random.default_rng(3))
    mean = np.mean([c.diameter_mm for c in laid])
    assert mean == pytest.approx(told.ends["diameter_mm"], rel=0.03)
    left, top, right, bottom = card.FIELD
    assert all(left < c.x < right and top < c.y < bottom for c in laid)


def test_the_same_seed_takes_the_same_picture() -> None:
    one, other = (picture(one_row(1), SMALL, np.random.default_rng(7)) for _ in range(2))
    assert np.array_equal(one, other)


def test_colour_goes_there_and_back() -> None:
    lab = np.array([[52.0, 15.0, 32.0], [95.0, 0.0, 1.0], [30.0, 8.0, 11.0]])
    assert lab_of(light_of(lab)) == pytest.approx(lab, abs=1e-6)
    values = np.linspace(0.0, 1.0, 11)
    assert coded(linear(values)) == pytest.approx(values, abs=1e-6)
    assert lab_of(np.array([1.0, 1.0, 1.0])) == pytest.approx([100.0, 0.0, 0.0], abs=0.05)


@pytest.mark.parametrize("away", [0.0, 1.2, 3.0])
def test_a_crumb_in_the_ring_of_the_odd_mark_is_not_its_dot(away: float) -> None:
    """The mark without a dot tells which way up: a crumb in it must not turn the sheet over, nor lose it."""
    shot = picture(one_row(2), replace(SMALL, tilt_x=0.0, tilt_y=0.0, turned=0.0), np.random.default_rng(0))
    before = find_marks(shot.mean(axis=-1))
    odd = next(m for m in before if not m.dotted)
    mm = odd.radius / card.RING_OUT
    y, x = np.mgrid[: shot.shape[0], : shot.shape[1]]
    crumb = np.hypot(x - odd.x - away * mm, y - odd.y) < 1.2 * mm
    shot[crumb] = (0.35, 0.22, 0.12)
    assert place_marks(find_marks(shot.mean(axis=-1))) == pytest.approx(place_marks(before), abs=0.5)


@pytest.mark.parametrize("pitch", [48.0, 66.0, 88.0])
def test_a_plan_of_cookies_covers_no_mark(pitch: float) -> None:
    found = places(pitch, 40)
    assert len(found) >= 3
    for x, y in found:
        assert all(np.hypot(x - mx, y - my) >= pitch / 2 + card.RING_OUT for mx, my in card.MARKS)


def test_nothing_on_the_card_lies_where_printers_leave_white() -> None:
    for x, y in card.MARKS:
        assert min(x, y, card.WIDTH - x, card.HEIGHT - y) - card.RING_OUT >= 5.0
    for p in card.patches():
        assert p.x >= 5.0
        assert p.x + p.side <= card.WIDTH - 5.0
        assert p.y + p.side <= card.HEIGHT - 5.0
        # Nor over a mark.
        assert all(np.hypot(p.x + 7.0 - x, p.y + 7.0 - y) > 7.0 + card.RING_OUT for x, y in card.MARKS)
