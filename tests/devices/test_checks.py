"""A device is held against ice, boiling water, nothing and a check weight; its lines have a form of their own."""

from __future__ import annotations

import pytest

from devices.checks import verdict
from devices.forms import PRESETS, form_of, picked
from devices.lines import Reading, read_line


def test_water_boils_lower_in_the_hills() -> None:
    at_sea, in_hills = verdict("boil", 95.2), verdict("boil", 95.2, altitude_m=1500.0)
    assert not at_sea.good
    assert in_hills.good
    assert in_hills.should == pytest.approx(95.05)
    assert "take -4.8 K off" in at_sea.words


def test_a_scale_is_good_for_its_division_and_drift_is_told() -> None:
    assert verdict("weight", 501.0, against_g=500.0, division=1.0).good
    off = verdict("weight", 503.0, against_g=500.0, division=1.0, before=0.5)
    assert not off.good
    assert "+2.5 g since the last check: it drifts" in off.words
    assert "reads true" in verdict("zero", 0.0).words
    for bad in ("weight", "moon"):
        with pytest.raises(ValueError, match=bad):
            verdict(bad, 1.0)


@pytest.mark.parametrize(
    ("form", "line", "grams"),
    [
        ("plain", "   123.4 g  ", 123.4), ("marked", "ST,GS,+  123.4 g", 123.4),
        ("spaced", "S S      123.45 g", 123.45), ("channel", "07 0.5 kg", 500.0),
    ],
)  # fmt: skip
def test_a_form_picks_the_reading_out_of_its_line(form: str, line: str, grams: float) -> None:
    text = picked(line, PRESETS[form])
    assert text is not None
    found = read_line(text)
    assert isinstance(found, Reading)
    assert found.value == pytest.approx(grams)


def test_a_form_of_ones_own_and_what_is_not_of_it() -> None:
    pattern = form_of("own", "W={number};U={unit};{any}")
    found = read_line(picked("W=12.5;U=oz;xx", pattern) or "")
    assert isinstance(found, Reading)
    assert found.value == pytest.approx(354.369, abs=0.01)
    assert picked("battery low", pattern) is None
    assert picked("anything at all", form_of("", "")) == "anything at all"
    for bad in ("", "{unit}", "{number}{number}", "{number}" + "x" * 90, "{any}" * 3 + "{number}"):
        with pytest.raises(ValueError, match="pattern has"):
            form_of("own", bad)
