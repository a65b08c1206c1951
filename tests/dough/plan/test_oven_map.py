"""One tray maps the oven: what is told of it, how surely, and what to do."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from dough.facts.errors import EntryError
from dough.plan.oven_map import OvenMap, PerKelvin, Tray, TrayCookie, oven_map, per_kelvin, place_words, shelves_said
from evidence.traces import usual_case

PER = PerKelvin(-0.35, -0.0008, 8.0)
SPOTS = [(x, y) for y in (-0.8, 0.0, 0.8) for x in (-0.8, -0.27, 0.27, 0.8)]


def tray(heat: object, seed: int = 0, noise: float = 1.0) -> Tray:
    rng = np.random.default_rng(seed)
    cookies = []
    for x, y in SPOTS:
        k = heat(x, y)  # type: ignore[operator]
        shade = 62.0 + PER.shade_l * k + noise * 2.5 * float(rng.normal())
        width = 80.0 * float(np.exp(PER.width * k + noise * 0.025 * rng.normal()))
        cookies.append(TrayCookie(x, y, shade, width))
    return Tray(tuple(cookies), PER)


def at(m: OvenMap, across: float, deep: float) -> float:
    return min(m.places, key=lambda p: (p.across - across) ** 2 + (p.deep - deep) ** 2).k


def test_a_hotter_back_is_found_and_turning_is_said_with_its_minute() -> None:
    found = oven_map([tray(lambda x, y: -14.0 * y, n) for n in range(3)])
    assert found.hot == "back"
    assert found.uneven_low > 0.0
    assert found.uneven_low < 0.8 * 28.0 < found.uneven_high
    assert at(found, 0, -1) > at(found, 0, 0) > at(found, 0, 1)
    assert found.turn_min == PER.half_browned_min
    assert found.turned_l < 0.5 * found.shade_l
    assert "back" in found.words[0]
    assert "K hotter than the front" in found.words[0]
    assert any("Turn the tray" in w for w in found.words)


def test_an_even_oven_is_not_told_uneven_but_what_could_hide_is() -> None:
    told = [oven_map([tray(lambda x, y: 0.0, n)]) for n in range(40)]
    assert sum(m.uneven_low > 0.0 for m in told) <= 6
    calm = next(m for m in told if m.uneven_low <= 0.0)
    assert calm.turn_min is None
    assert "could hide" in calm.words[0]


def test_a_hot_middle_is_not_mended_by_turning() -> None:
    found = oven_map([tray(lambda x, y: 24.0 * (1.0 - x * x - y * y), n) for n in range(4)])
    assert found.turn_min is None
    assert at(found, 0, 0) > at(found, 1, 1) + 8.0


def test_more_trays_leave_less_open_and_what_they_are_on_the_whole_says_nothing() -> None:
    one, four = (oven_map([tray(lambda x, y: 10.0 * x, n) for n in range(many)]) for many in (1, 4))
    assert max(p.sd for p in four.places) < max(p.sd for p in one.places)
    first = tray(lambda x, y: 10.0 * x).cookies
    darker = Tray(tuple(replace(c, shade_l=c.shade_l - 12.0) for c in first), PER)
    again = oven_map([darker])
    assert [p.k for p in again.places] == pytest.approx([p.k for p in one.places], abs=1e-6)
    assert float(np.mean([p.k for p in one.places])) == pytest.approx(0.0, abs=1e-9)


def test_a_burnt_corner_is_left_empty_by_name() -> None:
    def heat(x: float, y: float) -> float:
        return 70.0 * float(np.exp(-((x - 0.9) ** 2 + (y + 0.9) ** 2) / 0.5))

    found = oven_map([tray(heat, n, 0.3) for n in range(5)])
    assert found.empty
    assert "back right" in found.words[-1]
    assert (place_words(0.0, 0.0), place_words(-0.9, 0.9)) == ("the middle", "front left")


def test_a_hotter_shelf_is_told_only_where_two_pictures_are_that_far_apart() -> None:
    def on(shelf_k: float) -> list[Tray]:
        return [tray(lambda x, y: shelf_k, 1), tray(lambda x, y: shelf_k, 2)]

    far = shelves_said({"top": on(25.0), "bottom": on(-5.0)})
    assert "top shelf" in far[0]
    assert "hotter than the bottom" in far[0]
    assert "can't be told" in shelves_said({"top": on(3.0), "bottom": on(0.0)})[0]
    assert shelves_said({"top": on(0.0)}) == ()


@pytest.mark.parametrize(("keep", "said"), [(slice(0, 4), "say too little"), (slice(0, 12, 4), "say too little")])
def test_too_few_cookies_are_refused(keep: slice, said: str) -> None:
    with pytest.raises(EntryError, match=said):
        oven_map([Tray(tray(lambda x, y: 0.0).cookies[keep], PER)])


def test_cookies_on_one_part_of_the_tray_are_refused() -> None:
    row = tuple(TrayCookie(x, -0.8, 60.0, 80.0) for x in np.linspace(-0.9, 0.9, 8))
    with pytest.raises(EntryError, match="one part of the tray"):
        oven_map([Tray(row, PER)])


def test_a_kelvin_more_makes_a_darker_cookie_and_half_of_its_browning_comes_late() -> None:
    case = usual_case("chewy")
    found = per_kelvin(case)
    assert found.shade_l < -0.1
    assert 0.5 * case.heat.minutes < found.half_browned_min < case.heat.minutes
