"""A change held against what people told apart and what they could not."""

from __future__ import annotations

import pytest

from dough.accounts.flavour import Flavour
from dough.counsel.next_steps.noticed import Sample, TastedPair, noticed
from dough.facts.cookie import Cookie


def sample(wide: float, soft: float, sweet: float = 30.0) -> Sample:
    return Sample(Cookie(diameter_mm=wide, middle_soft=soft), Flavour(sweet, 0.6, "", ""))


def pair(*, apart: bool, wide: float = 4.0, soft: float = 10.0, sweet: float = 1.0) -> TastedPair:
    return TastedPair(sample(80.0, 50.0), sample(80.0 + wide, 50.0 + soft, 30.0 + sweet), apart, "panel “A”")


@pytest.mark.parametrize(
    ("then", "pairs", "said"),
    [
        (sample(82, 55), [pair(apart=False)], "Too small"),
        (sample(82, 45), [pair(apart=False)], "Too small"),
        (sample(86, 55), [pair(apart=False)], ""),
        (sample(86, 65, 32), [pair(apart=True)], "Large enough"),
        (sample(86, 55, 32), [pair(apart=True)], ""),
        (sample(82, 55, 34), [pair(apart=False)], ""),
        (sample(80, 50), [pair(apart=False)], ""),
        (sample(82, 55), [], ""),
        # Panels that speak against each other say nothing together.
        (sample(84, 60, 31), [pair(apart=False), pair(apart=True)], ""),
    ],
)
def test_only_what_is_smaller_or_larger_in_everything_is_spoken_of(
    then: Sample, pairs: list[TastedPair], said: str
) -> None:
    found = noticed(sample(80, 50), then, pairs)
    assert found.startswith(said)
    assert bool(found) == bool(said)


def test_what_is_known_of_one_pair_alone_is_no_measure_for_the_other() -> None:
    blind = TastedPair(Sample(Cookie(diameter_mm=80.0), Flavour(30.0, 0.6, "", "")),
                       Sample(Cookie(diameter_mm=90.0), Flavour(40.0, 1.6, "", "")), False, "panel “B”")  # fmt: skip
    assert noticed(sample(80, 50), sample(82, 55), [blind]) == ""
