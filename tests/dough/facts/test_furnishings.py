"""Furnishing a kitchen: what is asked of each kind, read, judged and said."""

from __future__ import annotations

import math

import pytest

from dough.accounts.kit_checks import oven_offset, scale_error
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.furnishings import Value, cutter_cm2, in_words, kind, kinds, read_facts, scoop_ml, tray_conductance


def facts(of: str, **typed: Value) -> dict[str, Value]:
    return read_facts(kind(of), {"name": "One", **typed})


def where(of: str, **typed: Value) -> list[str]:
    with pytest.raises(EntryErrors) as refused:
        facts(of, **typed)
    return [e.where for e in refused.value.items]


def test_every_choice_and_number_is_answerable() -> None:
    for of in kinds().values():
        for field in of.fields:
            assert bool(field.choices) == (field.box == "choice"), (of.id, field.name)
            assert (field.quantity is not None) == (field.box == "number"), (of.id, field.name)
            assert not field.usual or field.usual in [c.id for c in field.choices], (of.id, field.name)


def test_a_scoop_holds_what_its_number_says() -> None:
    # Level content is 946 ml by the number: 24 is 39.4 ml, 60 is 15.8 ml.
    assert scoop_ml(facts("scoop", number="24")) == pytest.approx(39.4, abs=0.05)
    assert scoop_ml(facts("scoop", number=60)) == pytest.approx(15.8, abs=0.05)
    assert scoop_ml(facts("scoop", number=60, volume_ml="17 ml")) == 17.0
    assert where("scoop") == ["measured_g"]


def test_a_cutter_cuts_its_area() -> None:
    assert cutter_cm2(facts("cutter", outline="round", width_mm="6 cm")) == pytest.approx(math.pi * 9)
    assert cutter_cm2(facts("cutter", outline="rectangle", width_mm=40, depth_mm=50)) == 20.0
    assert cutter_cm2(facts("cutter", outline="other", area_cm2=18)) == 18.0
    assert cutter_cm2(facts("cutter", outline="other", width_mm=50)) is None


def test_a_tray_says_its_heat_or_its_material_does() -> None:
    plain, dark = facts("tray"), facts("tray", material="dark")
    assert tray_conductance(plain) == 1.0
    assert tray_conductance(dark) > 1.0 > tray_conductance(facts("tray", material="insulated"))
    assert tray_conductance(facts("tray", material="dark", conductance="1.5")) == 1.5


def test_what_can_not_be_is_refused_at_its_box() -> None:
    assert where("tray", width_mm=300, usable_width_mm=310) == ["usable_width_mm"]
    assert where("mixer", kind="stand", least_g=900, most_g=500) == ["least_g"]
    assert where("lot", ingredient="ap_hi", arrived_on="2026-05-02", use_by="2026-05-01") == ["use_by"]
    assert where("lot", ingredient="ap_hi", arrived_on="2026-02-30") == ["arrived_on"]
    assert where("oven", heat="wood", fan="yes", preheat_min=-1, colour="red") == [
        "colour", "heat", "fan", "preheat_min",
    ]  # fmt: skip
    assert where("oven", heat="gas", shelves="1.5 shelves") == ["shelves"]
    assert where("oven", heat="electric", offset_k="400") == ["offset_k"]
    assert where("cold", name=" ", kind="fridge") == ["name"]


def test_what_is_not_typed_stays_and_empty_is_unknown_again() -> None:
    before = facts("oven", heat="gas", offset_k="-8", preheat_min=20)
    after = read_facts(kind("oven"), {"offset_k": ""}, before)
    assert (after["heat"], after["offset_k"], after["preheat_min"]) == ("gas", None, 20.0)


def test_a_line_of_words_has_units_and_leaves_out_what_nobody_said() -> None:
    said = in_words(kind("oven"), read_facts(kind("oven"), {"name": "A", "heat": "gas", "offset_k": -8}))
    assert said == "gas, really minus set −8 K"


def test_an_oven_is_known_by_the_mean_of_readings() -> None:
    found = oven_offset(180.0, (170.0, 176.0, 166.0, 172.0))
    assert found.offset_k == -9.0
    assert found.swing_k == 10.0
    # The thermometer's own error stays however often it is read.
    assert found.sd_k > 3.0
    assert oven_offset(180.0, (170.0, 176.0, 166.0, 172.0) * 20).sd_k >= 3.0
    with pytest.raises(EntryError, match="3 times"):
        oven_offset(180.0, (171.0, 172.0))
    with pytest.raises(EntryError, match="Read it again"):
        oven_offset(180.0, (171.0, 172.0, 80.0))


def test_a_scale_holds_within_its_own_step() -> None:
    assert scale_error(500.0, 501.0, 1.0).holds
    off = scale_error(500.0, 508.0, 1.0)
    assert not off.holds
    assert "too much" in off.words
    assert "too little" in scale_error(500.0, 490.0, 1.0).words
    with pytest.raises(EntryError, match="heavier"):
        scale_error(10.0, 10.0, 1.0)
    with pytest.raises(EntryError, match="zero"):
        scale_error(500.0, 1200.0, 1.0)
