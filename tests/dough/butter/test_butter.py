"""Butter's tables and laws: solid fat and feel, softening, creaming, dough temperature, browned butter, rest."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecast
from dough.butter.browned import browned, cooling_min, coolings
from dough.butter.clock import Reading, clock, every_form, firm_up
from dough.butter.conduction import form, forms, warm
from dough.butter.cost import butter_share, costs, verdict, with_butter_at
from dough.butter.creaming import Creamed, air, air_ratio, creamed_of, cup_test, density, mixer, overrun, phi_max
from dough.butter.dough_temp import learned_heat, minutes_for, mixed_c, parts_of, solve_for
from dough.butter.feel import Season, butter_of, degrees_of, feel_at, feels, yield_kpa
from dough.butter.mixing import cures, schools
from dough.butter.resting import core_c, minutes_to_core, plan, use_by_of
from dough.butter.solid_fat import curve_of, solid_pct
from dough.butter.zones import zone_for, zones
from dough.errors import EntryError
from dough.formula import Draft, Method, Place
from dough.ingredients import ingredient
from dough.start import from_style_formula
from dough.styles import styles
from dough.tables import rows
from dough.target import Cookie
from tests.dough.strategies import draft_of, formula_of, style_drafts

CHEWY = styles()["chewy"]


def baked(draft: Draft) -> Cookie:
    case = bake_case(draft, CHEWY, Kit())
    assert not isinstance(case, type(None))
    return forecast(case).cookie  # type: ignore[arg-type]


@pytest.mark.parametrize("row", rows("butter_solid"), ids=lambda r: r["temp_c"])
def test_the_curve_stays_within_four_points_of_the_data(row: dict[str, str]) -> None:
    for season in Season:
        assert solid_pct(butter_of(season), float(row["temp_c"])) == pytest.approx(float(row[season.value]), abs=4.2)


def test_solid_fat_falls_with_temperature_for_every_fat() -> None:
    for fat in ("butter", "plantbutter", "shortening", "coconutoil", "lard", "margblock"):
        values = [solid_pct(curve_of(fat), t) for t in range(0, 45, 5)]
        assert values == sorted(values, reverse=True)


def test_feels_cover_the_strip_and_lead_back_to_degrees() -> None:
    found = feels()
    assert [f.low_c for f in found[1:]] == [f.high_c for f in found[:-1]]
    for f in found:
        middle, low, high = degrees_of(f.key)
        assert low < middle < high
        assert feel_at(middle).key == f.key
        assert feel_at(middle + 2.2, Season.WINTER).key == f.key
        assert f.yield_low_kpa < f.yield_high_kpa
    assert feel_at(19.0).use == "creaming"
    with pytest.raises(EntryError, match="not a feel"):
        degrees_of("springy")


def test_the_yield_law_runs_through_the_table() -> None:
    for f in feels()[1:7]:
        middle = (f.low_c + f.high_c) / 2
        assert 0.55 * f.yield_low_kpa <= yield_kpa(middle) <= 1.8 * f.yield_high_kpa


#: Minutes from 4 °C for mean and core to reach 16, 18, 20 °C, computed with the same physics elsewhere.
SOFTENING = [
    ("stick", True, 18, (172, 201, None, None, None, None)), ("stick", True, 22, (93, 118, 133, 159, 195, 222)),
    ("stick", True, 26, (66, 88, 87, 111, 113, 137)), ("stick", False, 18, (131, 158, None, None, None, None)),
    ("stick", False, 22, (71, 94, 101, 125, 149, 174)), ("stick", False, 26, (50, 71, 66, 88, 86, 108)),
    ("block", True, 18, (259, 316, None, None, None, None)), ("block", True, 22, (140, 194, 200, 253, 294, 345)),
    ("block", True, 26, (98, 149, 130, 182, 169, 219)), ("big_block", True, 22, (187, 272, 268, 352, None, None)),
    ("big_block", True, 26, (130, 210, 173, 255, 227, 305)), ("slices", False, 22, (32, 40, 46, 54, 67, 76)),
    ("slices", False, 26, (23, 30, 30, 38, 39, 47)), ("cubes", False, 18, (72, 81, None, None, None, None)),
    ("cubes", False, 22, (40, 48, 56, 64, 82, 90)), ("cubes", False, 26, (28, 37, 37, 45, 48, 56)),
    ("small_cubes", False, 22, (20, 23, 29, 32, 42, 45)), ("small_cubes", False, 26, (14, 18, 19, 22, 25, 27)),
]  # fmt: skip


@pytest.mark.parametrize(("key", "wrapped", "room", "expected"), SOFTENING)
def test_softening_times_within_a_tenth(
    key: str, wrapped: bool, room: float, expected: tuple[float | None, ...]
) -> None:
    w = warm(form(key), 4.0, room, 420.0, wrapped=wrapped)
    got = [w.minutes_to(t, which) for t in (16, 18, 20) for which in ("mean", "core")]
    for mine, theirs in zip(got, expected, strict=True):
        if theirs is not None:
            assert mine == pytest.approx(theirs, rel=0.10)


@given(st.sampled_from(sorted(forms())), st.floats(-18, 10), st.floats(10, 32), st.booleans())
@settings(max_examples=12, deadline=None)
def test_the_heat_that_enters_is_the_heat_gained(key: str, start: float, room: float, wrapped: bool) -> None:
    w = warm(form(key), start, room, 90.0, wrapped=wrapped)
    assert w.gained_j == pytest.approx(w.entered_j, rel=1e-9, abs=1e-6)
    assert all(start - 0.2 <= t <= room + 0.2 for t in w.mean_c)
    assert list(w.mean_c) == sorted(w.mean_c)


def test_a_room_never_brings_butter_above_its_own_temperature() -> None:
    found = clock(form("stick"), 4.0, 18.0, 18.0, 20.0, wrapped=True)
    assert found.to_low is None
    assert "never gives butter of 18 °C" in found.never
    slow = clock(form("big_block"), 4.0, 19.0, 18.5, 20.0, wrapped=True)
    assert slow.to_low is None
    assert "Cut it smaller" in slow.never


def test_smaller_barer_and_warmer_is_faster_and_frozen_is_slower() -> None:
    times = {p.key: m for p, m in every_form(4.0, 22.0, 17.0)}
    order = ["grated", "small_cubes", "slices", "cubes", "stick", "block", "big_block"]
    assert [times[k] for k in order] == sorted(times[k] or math.inf for k in order)
    frozen = clock(form("stick"), -18.0, 22.0, 17.0, 20.0, wrapped=True).to_low
    cold = clock(form("stick"), 4.0, 22.0, 17.0, 20.0, wrapped=True).to_low
    assert frozen is not None
    assert cold is not None
    assert 40 <= frozen - cold <= 75, "a frozen stick takes 45 to 60 minutes more"
    summer = clock(form("stick"), 4.0, 22.0, 17.0, 20.0, wrapped=True, season=Season.SUMMER).to_low
    assert summer is not None


def test_a_reading_starts_the_clock_anew() -> None:
    plain = clock(form("block"), 4.0, 22.0, 17.0, 20.0, wrapped=True)
    warmer = clock(form("block"), 4.0, 22.0, 17.0, 20.0, wrapped=True, readings=(Reading(60.0, 14.0),))
    there = clock(form("block"), 4.0, 22.0, 17.0, 20.0, wrapped=True, readings=(Reading(60.0, 18.0),))
    assert plain.to_low is not None
    assert warmer.to_low is not None
    assert 60 < warmer.to_low < plain.to_low
    assert there.to_low == 60.0
    assert (there.to_high or 0) > 60
    assert warmer.curve[0][0] == 60.0
    assert warmer.low_early is not None
    assert warmer.low_early < warmer.to_low < (warmer.low_late or 0)


def test_firming_up_again_takes_longer_for_a_block() -> None:
    stick = firm_up(form("stick"), 24.0, 4.0, 19.0, wrapped=True, season=Season.TYPICAL)
    block = firm_up(form("block"), 24.0, 4.0, 19.0, wrapped=True, season=Season.TYPICAL)
    assert stick is not None
    assert block is not None
    assert 5 < stick < block
    assert firm_up(form("stick"), 18.0, 4.0, 19.0, wrapped=True, season=Season.TYPICAL) == 0.0
    assert firm_up(form("stick"), 24.0, 21.0, 19.0, wrapped=True, season=Season.TYPICAL) is None


@pytest.mark.parametrize(("start", "room", "minutes"), [(90, 20, 60), (4, 80, 60), (4, 20, 0), (4, 20, 9000)])
def test_out_of_reach_is_refused(start: float, room: float, minutes: float) -> None:
    with pytest.raises(EntryError):
        warm(form("stick"), start, room, minutes)
    with pytest.raises(EntryError, match="not a form"):
        form("brick")


EQUAL = Creamed(200.0, 200.0, 1.17, 1.0)
#: Density of butter and sugar, weight for weight, g/ml: minutes, then °C.
DENSITIES = {
    1: {10: 1.13, 13: 1.11, 16: 1.08, 18: 1.07, 19: 1.07, 20: 1.07, 22: 1.08, 24: 1.10, 26: 1.12, 28: 1.14, 30: 1.16},
    3: {10: 1.08, 13: 1.03, 16: 0.98, 18: 0.96, 19: 0.95, 20: 0.95, 22: 0.97, 24: 1.01, 26: 1.07, 28: 1.11, 30: 1.15},
    6: {10: 1.05, 13: 0.98, 16: 0.91, 18: 0.88, 19: 0.87, 20: 0.87, 22: 0.90, 24: 0.96, 26: 1.03, 28: 1.09, 30: 1.14},
    10: {10: 1.04, 13: 0.96, 16: 0.88, 18: 0.84, 19: 0.83, 20: 0.83, 22: 0.86, 24: 0.93, 26: 1.01, 28: 1.08, 30: 1.14},
}


@pytest.mark.parametrize("minutes", sorted(DENSITIES))
def test_creamed_density_within_five_percent(minutes: int) -> None:
    for temp, expected in DENSITIES[minutes].items():
        assert density(air(minutes, temp, mixer("stand"), EQUAL), EQUAL) == pytest.approx(expected, rel=0.05)


def test_creaming_by_hand_sugar_and_ratio() -> None:
    stand, spoon, hand = (air(3, 19, mixer(k), EQUAL) for k in ("stand", "spoon", "hand"))
    assert spoon < hand < stand
    more_sugar = Creamed(150.0, 300.0, 1.28, 1.0)
    assert air(3, 19, mixer("stand"), more_sugar) < stand, "the less fat for the sugar the longer it takes"
    assert phi_max(19) > phi_max(12)
    assert phi_max(19) > phi_max(26)
    what = creamed_of(formula_of(("ap", 300), ("butter", 225), ("demerara", 300)))
    assert what is None, "nothing goes in at the cream step here"


def test_the_cup_test_tells_when_to_stop() -> None:
    def cup(mass: float, temp: float | None = 19.0) -> tuple[str, float | None]:
        found = cup_test(200.0, mass, EQUAL, temp, mixer("stand"))
        assert found.relative_density == pytest.approx(mass / 200.0)
        return found.verdict, found.go_on_min

    words, more = cup(222)
    assert words == "go on"
    assert more is not None
    assert 0.5 <= more <= 4
    assert "enough" in cup(195)[0]
    assert "further than cookies need" in cup(160)[0]
    assert "too warm" in cup(222, 25.0)[0]
    for water, mass in ((0, 200), (200, 20), (200, 500)):
        with pytest.raises(EntryError):
            cup_test(water, mass, EQUAL, 19.0, mixer("stand"))


def parts(egg: float, butter: float = 19.0):  # type: ignore[no-untyped-def]
    formula = formula_of(("ap", 280), ("butter", 225), ("gran", 300), ("egg", 100))
    return parts_of(formula, {"fat": butter, "sugar": 21.0, "egg": egg, "flour": 21.0, "rest": 21.0})


def test_dough_temperature_of_the_worked_example() -> None:
    assert mixed_c(parts(8.0), 0.0) == pytest.approx(18.1, abs=0.1)
    assert mixed_c(parts(8.0), 2.0) == pytest.approx(20.1, abs=0.1)


@given(st.floats(2, 30), st.floats(10, 25), st.floats(0, 4), st.sampled_from(["fat", "egg", "flour", "sugar"]))
def test_solving_for_one_gives_back_the_dough(egg: float, wanted: float, friction: float, key: str) -> None:
    try:
        found = solve_for(parts(egg), wanted, friction, key)
    except EntryError as error:
        assert "alone would have to be" in error.message
        return
    again = tuple(type(p)(p.key, p.name, p.mass_g, p.heat, found if p.key == key else p.temp_c) for p in parts(egg))
    assert mixed_c(again, friction) == pytest.approx(wanted, abs=1e-6)


def test_dough_temperature_says_what_is_missing() -> None:
    with pytest.raises(EntryError, match="Fill in"):
        parts_of(formula_of(("ap", 280), ("butter", None)), {})
    with pytest.raises(EntryError, match="every temperature"):
        mixed_c(parts_of(formula_of(("ap", 280)), {}), 0.0)
    with pytest.raises(EntryError, match="not in this dough"):
        solve_for(parts(8.0), 20.0, 0.0, "oats")
    assert minutes_for(parts(8.0), 20.1, 0.5) == pytest.approx(4.0, abs=0.3)


def test_readings_draw_a_mixers_heat_towards_them() -> None:
    none = learned_heat(0.7, ())
    one = learned_heat(0.7, (1.2,))
    five = learned_heat(0.7, (1.2,) * 5)
    assert none.per_min_k == pytest.approx(0.7)
    assert 0.7 < one.per_min_k < five.per_min_k < 1.2
    assert five.sd_k < one.sd_k < none.sd_k
    assert five.readings == 5


def test_browned_butter_loses_its_water_and_says_what_to_add_back() -> None:
    butter = ingredient("butter")
    found = browned(butter, 227.0, None, strained=False)
    assert 187 <= found.after_g <= 191
    assert 35 <= found.water_back_g <= 38.5
    assert not found.measured
    assert "estimated" in found.note
    weighed = browned(butter, 227.0, 195.0, strained=False)
    assert weighed.measured
    assert weighed.water_back_g == pytest.approx(32.0)
    assert "still in it" in weighed.note
    clear = browned(butter, 227.0, None, strained=True)
    assert clear.after_g < found.after_g
    assert clear.solids_lost_g > 0
    for after in (240.0, 100.0):
        with pytest.raises(EntryError):
            browned(butter, 227.0, after, strained=False)


#: Minutes for 190 g from 130 °C to 60, 40, 30 and 25 °C.
COOLING = {
    "pan": (26, 45, 64, 90), "bowl": (13, 22, 31, 46), "tray": (7, 12, 17, 25), "fridge": (10, 16, 20, 24),
    "ice": (1.6, 2.4, 3.0, 3.6),
}  # fmt: skip


@pytest.mark.parametrize("place", sorted(COOLING))
def test_cooling_of_browned_butter(place: str) -> None:
    row = next(r for r in rows("browned_cooling") if r["place"] == place)
    for to, expected in zip((60, 40, 30, 25), COOLING[place], strict=True):
        got = cooling_min(float(row["air_c"]), float(row["tau_min"]), 190.0, 130.0, to)
        assert got == pytest.approx(expected, rel=0.12)
    assert cooling_min(21.0, 26.0, 190.0, 130.0, 20.0) is None
    by = {c.place: c for c in coolings(190.0, room_c=24.0)}
    assert by["pan"].to_set_min is None
    assert by["ice"].to_set_min is not None


@pytest.mark.parametrize("method", list(Method))
def test_every_method_has_its_zone_and_its_school(method: Method) -> None:
    zone = zones()[method]
    assert zone.low_c < zone.high_c
    assert form(zone.form)
    assert next(s for s in schools() if s.method is method).steps


def test_another_fat_moves_the_creaming_zone() -> None:
    plant = zone_for(Method.CREAMED_SOFT, formula_of(("ap", 200), ("plantbutter", 150)))
    assert (plant.low_c, plant.high_c) == (14.0, 19.0)
    assert zone_for(Method.RUBBED_IN, formula_of(("plantbutter", 150))).low_c == 5.0


def test_warmer_butter_widens_and_flattens_colder_narrows() -> None:
    """The direction the craft agrees on, over styles creamed soft and baked at once."""
    for ident in ("chewy", "thin_crisp", "cakey"):
        draft, style = from_style_formula(styles()[ident])[0], styles()[ident]
        found = costs(draft, style, Kit(), (14.0, 19.0, 22.0, 25.0, 28.0))
        wide = [c.cookie.diameter_mm or 0 for c in found]
        tall = [c.cookie.height_mm or 0 for c in found]
        assert wide[0] < wide[1] < wide[2] < wide[3], ident
        assert tall[1] > tall[2] > tall[3], ident


@given(style_drafts(0.15, ("chewy", "cakey", "thin_crisp", "thick", "ginger")), st.floats(19.5, 23), st.floats(1.5, 4))
@settings(max_examples=25, deadline=None)
def test_the_directions_hold_over_doughs_near_a_style(draft: Draft, temp: float, more: float) -> None:
    """Warmer butter never narrows or lifts, working the flour never widens, whatever the formula near a style."""
    draft = replace(draft, process=replace(draft.process, method=Method.CREAMED_SOFT, rest_h=0.0))

    def cookie(d: Draft) -> Cookie:
        return baked(d)

    cool, warm_ = cookie(with_butter_at(draft, temp)), cookie(with_butter_at(draft, temp + more))
    assert (warm_.diameter_mm or 0) >= (cool.diameter_mm or 0) - 0.05
    assert (warm_.height_mm or 0) <= (cool.height_mm or 0) + 0.05
    worked = cookie(replace(draft, process=replace(draft.process, flour_minutes=0.5 + more)))
    assert (worked.diameter_mm or 0) <= (cookie(draft).diameter_mm or 0) + 0.05


def test_butter_mixed_at_25_does_what_kitchens_report() -> None:
    """+4 to +12 % wider and −4 to −14 % flatter than at 18 °C, baked at once."""
    draft = from_style_formula(CHEWY)[0]
    cool, warm_ = (baked(with_butter_at(draft, t)) for t in (18.0, 25.0))
    assert 1.03 <= (warm_.diameter_mm or 0) / (cool.diameter_mm or 1) <= 1.12
    assert 0.84 <= (warm_.height_mm or 0) / (cool.height_mm or 1) <= 0.96


def test_saying_the_usual_changes_nothing_and_longer_creaming_lifts() -> None:
    draft = from_style_formula(CHEWY)[0]
    assert air_ratio(3.0, 19.0, mixer("stand"), draft.formula) == pytest.approx(1.0)
    assert air_ratio(None, None, None, draft.formula) == 1.0
    assert air_ratio(8.0, 19.0, None, draft.formula) > 1.1
    assert air_ratio(3.0, 27.0, None, draft.formula) < 0.6
    assert overrun(0.2) == pytest.approx(0.25)


def test_mixing_on_after_the_flour_narrows_and_lifts() -> None:
    """Two minutes: 0 to 6 % narrower; never wider, and the usual half minute changes nothing."""
    draft = from_style_formula(CHEWY)[0]

    def mixed(minutes: float | None) -> Cookie:
        return baked(replace(draft, process=replace(draft.process, flour_minutes=minutes)))

    usual, two, five = mixed(None), mixed(2.5), mixed(5.5)
    assert mixed(0.5) == usual
    assert 0.94 <= (two.diameter_mm or 0) / (usual.diameter_mm or 1) < 1.0
    assert (five.diameter_mm or 0) < (two.diameter_mm or 0)
    assert (two.height_mm or 0) > (usual.height_mm or 0)


def test_a_chilled_dough_keeps_its_oven_temperature() -> None:
    draft = from_style_formula(CHEWY)[0]
    rested = Draft(draft.formula, type(draft.process)(dough_temp_c=8.0, rest_h=12.0, rest_place=Place.FRIDGE))
    assert with_butter_at(rested, 25.0).process.dough_temp_c == 8.0
    fresh = with_butter_at(draft, 24.0).process.dough_temp_c
    assert fresh is not None
    assert 20.0 < fresh < 24.0
    assert 0.2 < butter_share(draft) < 0.6
    assert "too warm" in verdict(24.0, draft, Season.TYPICAL)
    assert "too cool" in verdict(12.0, draft, Season.TYPICAL)
    assert verdict(18.5, draft, Season.TYPICAL).startswith("right")


def test_a_thick_core_takes_longer_and_purposes_keep_their_minimum() -> None:
    thin = minutes_to_core(12.0, 20.0, 22.0, Place.FRIDGE, 21.0)
    thick = minutes_to_core(12.0, 60.0, 22.0, Place.FRIDGE, 21.0)
    assert thin is not None
    assert thick is not None
    assert thick > 3 * thin
    freezer = minutes_to_core(12.0, 20.0, 22.0, Place.FREEZER, 21.0)
    assert freezer is not None
    assert freezer < thin
    assert core_c(thin, 20.0, 22.0, Place.FRIDGE) == pytest.approx(12.0, abs=0.1)
    dough = formula_of(("ap", 300), ("butter", 200), ("egg", 50))
    assert plan("hydrate", 30.0, Place.FRIDGE, 21.0, dough).least_min == 60.0
    assert plan("firm", 30.0, Place.COUNTER, 21.0, dough).least_min is None
    ball = plan("firm", 42.0, Place.FRIDGE, 20.0, dough, shape="ball").least_min
    assert ball is not None
    assert 24 <= ball <= 45, "half an hour brings a 45 g ball from 20 to 11 to 13 °C"
    for purpose, thickness, start in (("nap", 30, 20), ("firm", 0.5, 20), ("firm", 30, 90)):
        with pytest.raises(EntryError):
            plan(purpose, thickness, Place.FRIDGE, start, dough)


def test_use_by_is_shorter_with_egg_fruit_and_ammonia() -> None:
    egg = use_by_of(formula_of(("ap", 300), ("egg", 50)), Place.FRIDGE)[0]
    plain = use_by_of(formula_of(("ap", 300), ("oil", 50)), Place.FRIDGE)[0]
    fruit = use_by_of(formula_of(("ap", 300), ("pumpkin", 50)), Place.FRIDGE)[0]
    assert fruit < egg < plain
    assert use_by_of(formula_of(("ap", 300), ("egg", 50)), Place.COUNTER)[0] == 2.0
    assert use_by_of(formula_of(("ap", 300), ("ammonia", 2)), Place.FRIDGE)[0] == 24.0


def test_cures_carry_amounts_of_this_dough() -> None:
    found = cures(draft_of(("ap", 300), ("egg", 50)).formula)
    assert "6 g of beaten egg" in found[0]
    assert "6 to 15 g of flour" in found[1]
    assert cures(formula_of(("butter", 10))) == ()
