"""The table obeys the laws that any food-composition table obeys."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from dough.facts.errors import EntryError
from dough.facts.ingredients import Ingredient, Role, ingredient, table

#: What nobody has said yet has no parts to judge.
ALL = [i for i in table().values() if not i.is_("unknown")]

#: Rows whose stated energy is not what the general factors give, and why.
ENERGY_EXCEPTIONS = {
    "allulose": "hardly metabolised: about 0.4 kcal/g by US labelling",
    "erythritol": "hardly metabolised: 0 to 0.2 kcal/g by regulation",
    "cot": "the tartrate counts as minerals here but its acid is energy on labels",
    "zest": "essential oils and acids stand under other parts",
    "espresso": "half of it is acids and browning products with no agreed factor",
}
#: Rows whose unaccounted part is large, and why.
RESIDUAL_EXCEPTIONS = {"espresso": "chlorogenic acids and melanoidins have no column"}
#: Polyols of which next to nothing is burnt, and acids that are nothing else.
LITTLE_ENERGY, NOTHING_ELSE = "erythritol", "acid_powder"


def test_the_whole_table_is_there() -> None:
    assert len(ALL) >= 260
    assert {i.role for i in ALL} == set(Role)


def test_at_most_twenty_rows_are_copied_from_a_neighbour_and_say_so() -> None:
    made = {i.id: i.parts for i in ALL if i.group not in ("Salts", "Leaveners")}
    alike: dict[object, list[str]] = {}
    for ident, parts in made.items():
        alike.setdefault(parts, []).append(ident)
    copies = [ident for twins in alike.values() if len(twins) > 1 for ident in twins[1:]]
    said = [i.id for i in ALL if "copied from" in i.note]
    assert len(said) <= 20
    assert len(copies) <= 20, copies


def test_rows_that_are_alike_have_the_same_energy() -> None:
    for a, b in (("oatflour", "oatflour_gf"), ("oats", "oats_gf"), ("lecithin", "lecithin_sf"), ("egg", "liquidegg")):
        assert ingredient(a).parts.kcal == ingredient(b).parts.kcal


def test_every_class_that_code_asks_for_is_in_the_table() -> None:
    known = {c for i in table().values() for c in i.classes}
    asked = {
        c
        for path in Path("dough").rglob("*.py")
        for call in re.findall(r"(?:is_|any_of|share|of_class)\(([^()]*)\)", path.read_text(encoding="utf-8"))
        for c in re.findall(r'"([a-z_]+)"', call)
    }
    assert asked
    assert asked <= known, asked - known


@pytest.mark.parametrize("row", ALL, ids=lambda i: i.id)
def test_parts_account_for_the_whole(row: Ingredient) -> None:
    limit = 60 if row.id in RESIDUAL_EXCEPTIONS else 100 if row.is_(NOTHING_ELSE) else 15
    assert -0.6 <= row.parts.residual <= limit
    assert row.parts.residual == pytest.approx(row.parts.other, abs=0.6)


@pytest.mark.parametrize("row", [i for i in ALL if i.id not in ENERGY_EXCEPTIONS], ids=lambda i: i.id)
def test_energy_follows_from_the_parts(row: Ingredient) -> None:
    p = row.parts
    factors = (
        9 * p.fat
        + 4 * (p.protein + p.sugars + p.starch)
        + (0.2 if row.is_(LITTLE_ENERGY) else 2.4) * p.other_sugar
        + 2 * p.fibre
        + 7 * p.ethanol
        + 3 * p.other
    )
    assert p.kcal == pytest.approx(factors, rel=0.12, abs=6)


@pytest.mark.parametrize("row", ALL, ids=lambda i: i.id)
def test_shares_stay_within_what_they_are_shares_of(row: Ingredient) -> None:
    p = row.parts
    assert p.milk_fat <= p.fat + 1e-9
    assert p.saturated <= p.fat + 1e-9
    assert 0 <= p.liquid_share_20c <= 1
    assert p.gluten_forming <= p.protein
    # Sodium chloride is 39.3 % sodium: the salt column cannot hold more sodium than the row has.
    assert p.salt * 393 <= p.sodium_mg * 1.06 + 5


@pytest.mark.parametrize("row", ALL, ids=lambda i: i.id)
def test_a_cup_lies_in_its_range(row: Ingredient) -> None:
    assert row.measure.cup_low_g <= row.measure.cup_g <= row.measure.cup_high_g
    assert row.measure.filling


def test_flour_base_is_cereal_flour_and_starch_not_nut_meal() -> None:
    assert ingredient("cornst").flour_base
    assert not ingredient("almond").flour_base
    assert not ingredient("cocoa_n").flour_base


def test_an_unknown_ingredient_is_named() -> None:
    with pytest.raises(EntryError, match="no ingredient “unobtainium”"):
        ingredient("unobtainium")
