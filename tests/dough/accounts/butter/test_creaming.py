"""Air beaten in: density, overrun, the cup test."""

from __future__ import annotations

import pytest

from dough.accounts.butter.creaming import Creamed, air, creamed_of, cup_test, density, mixer, phi_max
from dough.facts.errors import EntryError
from tests.dough.strategies import formula_of

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
