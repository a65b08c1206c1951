"""The cookie by hour and day: water is kept, packing and room decide, texture follows."""

from __future__ import annotations

from dataclasses import replace
from functools import cache

import numpy as np
import pytest

from dough.bake.age import FRESH_H, Course, Eaten, course, tin_words, until
from dough.bake.batch import Baked, bake
from dough.bake.contract import BakeCase
from dough.bake.detail import detail
from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecast, with_crust
from dough.bake.outputs import Array, endings
from dough.draft.start import from_style_formula
from dough.facts.errors import EntryError
from dough.facts.packings import packing, packings
from dough.facts.styles import styles
from evidence.kinds import style_inputs

NAMES = tuple(styles())


@cache
def baked() -> tuple[Baked, dict[str, Array]]:
    b = bake(list(style_inputs().values()))
    return b, with_crust(b, endings(b))


def kept(packed: str, room: float, hours: tuple[float, ...] = (FRESH_H, 6.0, 24.0, 72.0, 504.0)) -> Course:
    b, ends = baked()
    return course(b, ends, [Eaten(24.0, packed, room)] * len(NAMES), hours)


def test_a_barrier_keeps_all_water_while_middle_and_rim_draw_level() -> None:
    told = kept("laminate", 0.5)
    three_days = told.hours.index(72.0)
    assert np.all(np.abs(told.mass_pct[:, : three_days + 1] - 100.0) < 0.1)
    apart = np.abs(told.aw_middle - told.aw_rim)
    assert np.all(apart[:, -1] < 0.02)
    assert np.all(apart[:, -1] <= apart[:, 0] + 1e-9)


def test_what_the_cookie_gains_or_loses_is_what_its_moisture_says() -> None:
    told = kept("plate", 0.65)
    dry = told.mass_pct * (100.0 - told.moisture_pct)
    assert np.allclose(dry, dry[:, :1], rtol=1e-9)


@pytest.mark.parametrize(("room", "sign"), [(0.75, 1.0), (0.05, -1.0)])
def test_an_open_plate_follows_the_room(room: float, sign: float) -> None:
    told = kept("plate", room)
    for i, name in enumerate(NAMES):
        if sign * (room - told.aw_rim[i, 0]) > 0.1 and sign * (room - told.aw_middle[i, 0]) > 0.1:
            assert sign * (told.mass_pct[i, -1] - 100.0) > 0.5, name
    assert np.all(np.abs(told.aw_rim[:, -1] - room) < 0.05)


def test_middle_and_rim_of_a_sealed_chewy_drop_are_half_way_in_four_to_nine_hours() -> None:
    hours = tuple(np.linspace(FRESH_H, 24.0, 94))
    told = kept("laminate", 0.5, hours)
    i = NAMES.index("chewy")
    gap = told.aw_middle[i] - told.aw_rim[i]
    half = float(np.interp(-0.5 * gap[0], -gap, hours))
    assert 3.0 <= half <= 9.0


def test_crispness_is_lost_between_a_third_and_a_half_of_water_activity() -> None:
    told = kept("plate", 0.75, tuple(np.linspace(FRESH_H, 240.0, 200)))
    for name in ("thin_crisp", "wafer", "cutout", "ginger"):
        i = NAMES.index(name)
        hour = until(told.hours, told.rim_crisp[i])
        assert hour is not None, name
        assert 0.30 <= float(np.interp(hour, told.hours, told.aw_rim[i])) <= 0.55, name


def test_a_tin_keeps_crisp_longer_than_a_plate_in_a_humid_room() -> None:
    hours = tuple(np.linspace(FRESH_H, 500.0, 120))
    tin, plate = kept("tin", 0.7, hours), kept("plate", 0.7, hours)
    i = NAMES.index("thin_crisp")
    open_h = until(plate.hours, plate.rim_crisp[i])
    assert open_h is not None
    assert (until(tin.hours, tin.rim_crisp[i]) or 1e9) > 3.0 * open_h


def test_a_soft_cookie_firms_over_days_and_syrup_delays_it() -> None:
    x = style_inputs()["crackle"]
    syrup = replace(x, sucrose_g=0.86 * x.sucrose_g, reducing_g=x.reducing_g + 0.14 * x.sucrose_g)
    b = bake([x, syrup])
    told = course(b, with_crust(b, endings(b)), [Eaten(24.0, "laminate")] * 2, (FRESH_H, 24.0, 168.0))
    lost = 1.0 - told.middle_soft[:, -1] / told.middle_soft[:, 1]
    assert lost[0] > 0.05
    assert lost[1] < lost[0]


def test_a_forecast_is_told_for_the_hour_it_is_eaten() -> None:
    style = styles()["chewy"]
    draft = from_style_formula(style)[0]
    told = []
    for hours in (FRESH_H, 48.0):
        case = bake_case(draft, style, Kit(eaten=Eaten(hours)))
        assert isinstance(case, BakeCase)
        told.append(forecast(case))
    fresh, late = told
    assert late.ends["rim_crisp"] < fresh.ends["rim_crisp"] - 10.0
    assert late.ends["diameter_mm"] == fresh.ends["diameter_mm"]
    assert late.estimates["rim_crisp"].value == late.ends["rim_crisp"]


def test_the_detail_says_until_when_and_that_it_is_not_safety() -> None:
    style = styles()["chewy"]
    draft, target = from_style_formula(style)
    case = bake_case(draft, style, Kit(eaten=Eaten(30.0, "paper", 0.6)))
    assert isinstance(case, BakeCase)
    age = detail(case, target.cookie).age
    assert age.then.hours == 30.0
    assert age.moments[0].hours == FRESH_H
    assert "paper" in age.words
    assert any("not how long it is safe" in s for s in age.sentences)
    assert age.crisp_until_h is None or age.crisp_until_h > FRESH_H


def test_a_mixed_tin_warns_past_a_tenth_of_water_activity() -> None:
    assert tin_words({"snap": 0.25, "soft": 0.60}).startswith("Keep soft and snap apart")
    assert tin_words({"snap": 0.25, "thin": 0.33}) == ""
    assert tin_words({"snap": 0.25}) == ""


def test_packings_that_let_more_through_come_first() -> None:
    through = [p.lets_through * p.around for p in packings().values() if p.id in ("plate", "paper", "bag", "laminate")]
    assert through == sorted(through, reverse=True)


def test_an_unknown_packing_is_refused_by_name() -> None:
    with pytest.raises(EntryError, match="sock"):
        packing("sock")
