"""Rest and chill, use-by, cures."""

from __future__ import annotations

import pytest

from dough.accounts.butter.feel import Season
from dough.accounts.butter.mixing import cures
from dough.accounts.butter.resting import HOLD_MIN, core_c, minutes_to_core, plan, use_by_of
from dough.accounts.formula import Draft, Place
from dough.draft.start import from_style_formula
from dough.facts.errors import EntryError
from dough.facts.styles import styles
from dough.judgement.butter_cost import butter_share, verdict, with_butter_at
from tests.dough.strategies import draft_of, formula_of

CHEWY = styles()["chewy"]


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


def test_a_thick_block_to_be_held_is_warned_of_and_flatter_packs_get_there() -> None:
    formula = formula_of(("ap", 100), ("butter", 60), ("egg", 20))
    thick = plan("hold", 60.0, Place.FRIDGE, 22.0, formula)
    assert (thick.to_core_min or 0) > HOLD_MIN
    assert "not within two hours" in thick.warning
    assert "Local food rules" in thick.warning
    assert thick.flatter_mm is not None
    assert thick.flatter_mm < 60
    flat = plan("hold", thick.flatter_mm, Place.FRIDGE, 22.0, formula)
    assert flat.warning == ""
    assert flat.to_core_min == pytest.approx(thick.flatter_min or 0, rel=1e-6)
    assert "counter never" in plan("hold", 20.0, Place.COUNTER, 22.0, formula).warning
    assert plan("firm", 60.0, Place.FRIDGE, 22.0, formula).warning == "", "only where it is to be held"


@pytest.mark.parametrize(
    ("extra", "hours", "said"),
    [
        (None, 144.0, "nothing moist"), (("egg", 20.0), 96.0, "egg or milk"), (("milk", 20.0), 96.0, "egg or milk"),
        (("banana", 30.0), 48.0, "banana"), (("creamcheese", 30.0), 48.0, "cream cheese"),
        (("flaxgel", 30.0), 72.0, "stands in for egg"), (("aquafaba", 30.0), 72.0, "stands in for egg"),
        (("silken", 30.0), 48.0, "tofu"), (("carrot", 30.0), 48.0, "carrot"), (("jam", 30.0), 48.0, "jam"),
        (("coconutmilk", 30.0), 96.0, "coconut milk"), (("soymilk", 30.0), 96.0, "soya drink"),
        (("raisins", 30.0), 144.0, "nothing moist"), (("smp", 10.0), 144.0, "nothing moist"),
    ],
)  # fmt: skip
def test_every_moist_or_fresh_part_shortens_how_long_a_dough_keeps(
    extra: tuple[str, float] | None, hours: float, said: str
) -> None:
    items = (("ap", 100.0), ("shortening", 60.0), ("gran", 40.0), *((extra,) if extra else ()))
    got, words = use_by_of(formula_of(*items), Place.FRIDGE)
    assert got == hours
    assert said in words
