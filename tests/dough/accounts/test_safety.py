"""Cautions come with their trigger, give their reason, defer to local rules, and never declare a food safe."""

from __future__ import annotations

import pytest

from dough.accounts.formula import Method, Place
from dough.accounts.safety import NOT_PROOF, acrylamide, at_work, notices, words
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.desk.preview import preview
from dough.facts.cookie import Cookie
from dough.facts.styles import styles
from tests.dough.strategies import draft_of

PLAIN = (("ap", 100), ("butter", 60), ("gran", 40))


def said(*more: tuple[str, float], made: int | None = 10) -> str:
    return " ".join(notices(draft_of(*PLAIN, *more).formula.lines, made))


@pytest.mark.parametrize(
    ("item", "grams", "part"),
    [
        ("xylitol", 30, "Poisonous"), ("sunseed", 20, "choke"), ("toffee", 20, "choke"), ("raisins", 30, "choke"),
        ("pretzel", 20, "choke"), ("hardcandy", 10, "choke"), ("marsh", 20, "choke"), ("hazelnuts", 20, "choke"),
        ("spirit", 10, "children"), ("vanilla", 5, "alcohol"), ("honey", 20, "twelve months"),
        ("maltitol", 60, "laxative"),
        ("cinnamon", 3, "coumarin"), ("tonka", 0.2, "coumarin"), ("nutmeg", 2, "poisonous in quantity"),
        ("inulin", 20, "wind"), ("allulose", 30, "approved"), ("losalt", 1, "kidney"), ("oats_gf", 50, "coeliac"),
        ("espresso", 10, "caffeine"),
    ],
)  # fmt: skip
def test_a_notice_comes_with_its_trigger_and_not_without(item: str, grams: float, part: str) -> None:
    assert part.lower() in said((item, grams)).lower()
    assert part.lower() not in said().lower()


def test_meal_and_flour_choke_nobody() -> None:
    assert "choke" not in said(("almond", 40), ("hazelmeal", 30), ("cocodes", 20))


@pytest.mark.parametrize(
    ("lines", "method", "part"),
    [
        ((("golden", 120),), Method.CREAMED_SOFT, "burns deep"),
        ((), Method.MELTED, "below 45 °C"),
        ((("brownbutter", 40),), Method.CREAMED_SOFT, "below 45 °C"),
        ((("ammonia", 1),), Method.CREAMED_SOFT, "do not taste"),
        ((("potash", 1),), Method.CREAMED_SOFT, "caustic"),
        ((("egg", 20),), Method.CREAMED_SOFT, "two hours"),
    ],
)
def test_hands_are_warned_of_hot_fat_hot_sugar_ammonia_and_lye(
    lines: tuple[tuple[str, float], ...], method: Method, part: str
) -> None:
    assert part in " ".join(at_work(draft_of(*PLAIN, *lines, method=method)))
    assert part not in " ".join(at_work(draft_of(*PLAIN)))


def test_acrylamide_is_said_where_the_chosen_minute_is_dark_and_sooner_with_ammonia_or_honey() -> None:
    pale, honeyed = draft_of(*PLAIN).formula.lines, draft_of(*PLAIN, ("honey", 30)).formula.lines
    assert acrylamide(pale, 82.0, 64.0, 6.0) == ""
    assert "golden, not brown" in acrylamide(pale, 82.0, 46.0, 6.0)
    assert acrylamide(pale, 82.0, 54.0, 6.0) == ""
    assert "honey, syrup or glucose" in acrylamide(honeyed, 82.0, 54.0, 6.0)
    assert "ammonia" in acrylamide(draft_of(*PLAIN, ("ammonia", 1)).formula.lines, 82.0, 54.0, 2.0)
    assert acrylamide(pale, 82.0, None, None) == ""
    draft = draft_of(*PLAIN, ("egg", 20), ("soda", 1.2), portion_g=30.0, oven_c=200.0, minutes=22.0)
    assert preview(Setting.of(draft, styles()["chewy"], Kit()), Cookie()).dark
    gentle = draft_of(*PLAIN, ("egg", 20), portion_g=30.0, oven_c=165.0, minutes=9.0)
    assert preview(Setting.of(gentle, styles()["chewy"], Kit()), Cookie()).dark == ""


def test_a_chill_with_the_dough_left_warm_is_said() -> None:
    chilled = draft_of(*PLAIN, chill_h=12.0, chill_place=Place.FRIDGE)
    found = preview(Setting.of(chilled, styles()["shortbread"], Kit()), Cookie()).cautions
    assert any("worked out from 20 °C as mixed and 12 h in the fridge" in c for c in found)
    cold = draft_of(*PLAIN, chill_h=12.0, chill_place=Place.FRIDGE, dough_temp_c=6.0)
    assert not any(
        "worked out" in c for c in preview(Setting.of(cold, styles()["shortbread"], Kit()), Cookie()).cautions
    )


def test_nothing_declares_a_food_safe_or_cooked_through() -> None:
    for text in (*words().values(), NOT_PROOF):
        assert " safe" not in text.lower()
        assert "cooked through" not in text
    assert "no proof" in NOT_PROOF
    assert "Local rules go first" in NOT_PROOF
