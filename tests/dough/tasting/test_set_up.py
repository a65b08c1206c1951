"""Before anyone tastes: what a ballot asks, how many tasters it takes, and what is only worth minding."""

from __future__ import annotations

import pytest
from scipy.stats import binom

from dough.facts.errors import EntryErrors
from dough.judgement.trials.scales import SCALES
from dough.tasting.ballot import asked_scales, asked_words
from dough.tasting.difference import TESTS, needed, power, proportion
from dough.tasting.questions import question, questions
from dough.tasting.references import LaidOut, check_laid_out, kinds_at
from dough.tasting.setup import PanelSaid, SampleSaid, minded, tasters_wanted


def said(*ages: float | None, **more: object) -> PanelSaid:
    samples = tuple(SampleSaid(f"Sample {n}", age, ours=True) for n, age in enumerate(ages))
    return PanelSaid(samples, 24, **more)  # type: ignore[arg-type]


def test_a_preference_takes_more_tasters_than_a_named_attribute_as_both_sides_count() -> None:
    one, both = tasters_wanted(question("2-AFC"), 1.0, 24), tasters_wanted(question("paired"), 1.0, 24)
    assert (one.critical, both.critical) == (17, 18)
    assert one.always is not None
    assert both.always is not None
    assert both.always > one.always
    # What is promised is what an exact sum over both tails gives.
    share = proportion(TESTS["2-AFC"], 1.0)
    n = both.always
    wanted = next(k for k in range(n) if 2 * binom.sf(k - 1, n, 0.5) <= 0.05)
    assert float(binom.sf(wanted - 1, n, share)) >= 0.8
    assert power(TESTS["2-AFC"], n, 1.0, both=True) >= 0.8


@pytest.mark.parametrize(("key", "d"), [("scales", 1.5), ("nine-point", 1.5), ("triangle", 0.0), ("triangle", 50.0)])
def test_where_nothing_is_counted_or_no_panel_could_be_no_number_is_told(key: str, d: float) -> None:
    found = tasters_wanted(question(key), d, 24)
    assert (found.least, found.always, found.critical) == (None, None, None)


def test_more_than_four_hundred_is_said_as_none() -> None:
    assert needed(TESTS["triangle"], 0.3) is None
    assert tasters_wanted(question("triangle"), 0.3, 24).critical == 13


def test_the_attribute_is_named_where_one_is_asked_for() -> None:
    assert asked_words(question("2-AFC"), "crunch") == "Which of the two has more of this: crunch?"
    assert asked_words(question("triangle"), "") == question("triangle").asks


def test_every_figure_has_a_word_for_each_value_from_least_to_most() -> None:
    for q in questions().values():
        for scale in asked_scales(q, ("rim_crisp", "snap")):
            assert len(scale.values) == len(scale.words)
            assert list(scale.values) == sorted(scale.values)
    assert [s.key for s in asked_scales(question("just-right"), ("rim_crisp",))] == ["rim_crisp", "liking"]


def test_beside_just_right_it_is_said_what_is_liked_and_what_there_is_too_much_of() -> None:
    rim, liking = asked_scales(question("just-right"), ("rim_crisp",))
    assert (rim.label, liking.label) == ("Rim: crisp", "Liking")
    # Alone the question says it already.
    assert asked_scales(question("nine-point"), ())[0].label == ""


def test_ages_within_half_an_hour_or_of_the_day_before_within_two_compare() -> None:
    minded(question("triangle"), said(2.0, 2.5))
    minded(question("triangle"), said(20.0, 22.0))
    for ages in ((2.0, 2.6), (20.0, 22.5)):
        with pytest.raises(EntryErrors) as refused:
            minded(question("triangle"), said(*ages))
        assert refused.value.items[0].where == "ages_differ"
        assert any("Ages differ" in m for m in minded(question("triangle"), said(*ages, ages_differ="meant")))


def test_what_is_unusual_at_the_table_is_told_and_not_refused() -> None:
    assert any("20 to 24 °C" in m for m in minded(question("triangle"), said(3.0, 3.0, serve_c=8.0)))
    assert any("age is not known" in m for m in minded(question("triangle"), said(3.0, None)))
    assert not any("°C" in m for m in minded(question("triangle"), said(3.0, 3.0, serve_c=22.0)))


def test_kinds_stand_for_points_of_a_scale_each_for_one() -> None:
    for scale in SCALES:
        found = [k for k in kinds_at(scale.key, [p.value for p in scale.points]) if k]
        assert len(set(found)) == len(found)
    crisp = kinds_at("rim_crisp", [5, 25, 50, 75, 95])
    assert crisp[4] == "lacy"
    assert kinds_at("snap", [5, 95]) == ("", ""), "kinds are not known by how they snap"


def test_what_lies_open_stands_for_a_point_of_a_scale_that_is_asked() -> None:
    laid = (LaidOut("rim_crisp", 75, "Rusk"),)
    asked = asked_scales(question("scales"), ("rim_crisp", "middle_soft"), laid)
    assert asked[0].laid_out == ("Rusk is “crunches”",)
    assert asked[1].laid_out == ()
    assert not check_laid_out(laid, ("rim_crisp",))
    for wrong in (LaidOut("snap", 50, "Rusk"), LaidOut("rim_crisp", 50, " "), LaidOut("rim_crisp", 140, "Rusk")):
        assert check_laid_out((wrong,), ("rim_crisp",))
    assert check_laid_out(laid * 9, ("rim_crisp",))
