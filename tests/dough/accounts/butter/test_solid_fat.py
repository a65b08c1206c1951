"""Solid fat by temperature, and what is felt."""

from __future__ import annotations

import pytest

from dough.accounts.butter.feel import Season, butter_of, degrees_of, feel_at, feels, yield_kpa
from dough.accounts.butter.solid_fat import curve_of, solid_pct
from dough.facts.errors import EntryError
from dough.facts.tables import rows


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
