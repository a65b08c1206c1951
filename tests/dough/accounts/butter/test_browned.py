"""Browned butter: water lost, what to add back, cooling."""

from __future__ import annotations

import pytest

from dough.accounts.butter.browned import browned, cooling_min, coolings
from dough.facts.errors import EntryError
from dough.facts.ingredients import ingredient
from dough.facts.tables import rows


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
