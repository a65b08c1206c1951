"""Bakes beside target, forecast and one another: what must hold whatever was measured."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.facts.cookie import ATTRIBUTES, BY_KEY, Cookie
from dough.facts.scatter import AS_USUAL, USUAL, Scatter
from dough.judgement.trials.compare import side_by_side
from dough.judgement.trials.lineage import did, mean_cookie

WANTED = Cookie(82, 10.5, 66, 78, 72, 25, 58)
WILD = Scatter({k: 3.0 * v for k, v in USUAL.items()}, {"diameter_mm": 9})
cookies = st.builds(
    Cookie,
    diameter_mm=st.none() | st.floats(40, 130),
    height_mm=st.none() | st.floats(4, 30),
    rim_crisp=st.none() | st.floats(0, 100),
    middle_soft=st.none() | st.floats(0, 100),
    bite_chewy=st.none() | st.floats(0, 100),
    crumb_cakey=st.none() | st.floats(0, 100),
    crust_l=st.none() | st.floats(30, 85),
)


@given(cookies)
def test_a_cookie_beside_itself_is_as_wanted_and_as_forecast(cookie: Cookie) -> None:
    for row in side_by_side(cookie, cookie, cookie).rows:
        if row.bake is None:
            assert row.from_target == "not measured"
            assert not row.within_scatter, "unknown is not near"
        else:
            assert (row.from_target, row.from_forecast) == ("as wanted", "as forecast")
            assert row.within_scatter


@given(cookies, cookies)
def test_a_wilder_kitchen_never_makes_a_difference_clearer(wanted: Cookie, got: Cookie) -> None:
    usual = side_by_side(wanted, None, got, AS_USUAL)
    wild = side_by_side(wanted, None, got, WILD)
    for a, b in zip(usual.rows, wild.rows, strict=True):
        assert b.within_scatter or not a.within_scatter
        assert a.from_target == b.from_target, "what was measured is said the same"


@given(cookies)
def test_every_miss_is_said_the_way_it_lies(got: Cookie) -> None:
    for row in side_by_side(WANTED, None, got).rows:
        a = row.attribute
        if row.bake is None or row.target is None or row.from_target in ("as wanted", "not measured"):
            continue
        assert row.from_target.endswith(a.over if row.bake > row.target else a.under)


def test_without_a_forecast_nothing_is_said_against_it() -> None:
    assert {r.from_forecast for r in side_by_side(WANTED, None, WANTED).rows} == {""}


@pytest.mark.parametrize("a", ATTRIBUTES, ids=[a.key for a in ATTRIBUTES])
def test_scatter_is_twice_one_bake_s(a: object) -> None:
    key = a.key  # type: ignore[attr-defined]
    wanted = getattr(WANTED, key)
    sd = AS_USUAL.of(key, wanted)
    for share, near in ((1.9, True), (2.1, False)):
        got = replace(WANTED, **{key: wanted + share * sd})
        row = next(r for r in side_by_side(WANTED, None, got).rows if r.attribute.key == key)
        assert row.within_scatter is near


@given(st.lists(cookies, min_size=1, max_size=5))
def test_a_mean_lies_among_what_was_measured_and_unknown_stays_unknown(bakes: list[Cookie]) -> None:
    mean = mean_cookie(bakes)
    for key in BY_KEY:
        known = [v for b in bakes if (v := getattr(b, key)) is not None]
        value = getattr(mean, key)
        if not known:
            assert value is None
        else:
            assert min(known) - 1e-9 <= value <= max(known) + 1e-9


@given(st.lists(cookies, max_size=4), st.lists(cookies, max_size=4))
def test_going_back_undoes_what_going_on_did(before: list[Cookie], after: list[Cookie]) -> None:
    there = {d.attribute.key: d for d in did(before, after, None, None)}
    back = {d.attribute.key: d for d in did(after, before, None, None)}
    assert there.keys() == back.keys()
    for key, d in there.items():
        assert d.measured is not None
        assert back[key].measured == pytest.approx(-d.measured)


def test_the_same_change_is_real_after_enough_bakes() -> None:
    wider = replace(WANTED, diameter_mm=86.0)
    said = {}
    for n in (1, 2, 4, 8):
        found = did([WANTED] * n, [wider] * n, None, None)
        said[n] = next(d.real for d in found if d.attribute.key == "diameter_mm")
    assert said[1] is False
    assert said[8] is True
    assert list(said.values()) == sorted(said.values()), "once real it stays real"


def test_what_was_never_measured_is_told_by_the_forecast_alone_and_never_called_real() -> None:
    found = did([Cookie()], [Cookie()], WANTED, replace(WANTED, height_mm=12.0))
    height = next(d for d in found if d.attribute.key == "height_mm")
    assert (height.measured, height.forecast, height.real) == (None, 1.5, False)
