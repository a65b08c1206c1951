"""What the cookie looks like follows from its forecast, and stays still."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.desk.appearance import Appearance, appearance
from dough.draft.edit import add_line, set_amount
from dough.draft.start import from_style_formula
from dough.facts.styles import styles


def look(draft: Draft, style: str) -> Appearance:
    forecast = Setting.of(draft, styles()[style]).forecast()
    assert not isinstance(forecast, NoCase)
    return appearance(draft, forecast, draft.process.portion_g or 40.0)


def of_style(style: str) -> Appearance:
    return look(from_style_formula(styles()[style])[0], style)


def test_each_kind_has_the_top_bakers_know_it_by() -> None:
    assert of_style("lacy").surface == "lacy"
    assert of_style("chewy").surface == "craggy"
    assert of_style("crackle").surface == "cracked"
    assert of_style("ginger").surface in ("crinkled", "cracked")
    assert of_style("shortbread").surface == "smooth"
    assert of_style("cutout").surface == "smooth"


def test_as_many_chips_as_there_are_grams_of_them() -> None:
    draft = from_style_formula(styles()["chewy"])[0]
    chips = next(x for x in draft.formula.lines if x.ingredient_id == "chips50")
    half = look(set_amount(draft, chips.id, (chips.grams or 0) / 2, "g"), "chewy")
    (all_of_them,), (half_of_them,) = of_style("chewy").pieces, half.pieces
    assert 0.45 <= half_of_them.count / all_of_them.count <= 0.75
    assert all_of_them.length_mm == half_of_them.length_mm


def test_a_dough_without_pieces_shows_none_and_toppings_lie_on_top() -> None:
    assert of_style("cutout").pieces == ()
    draft = add_line(from_style_formula(styles()["cutout"])[0], "t", "almonds", "top")
    draft = set_amount(draft, "t", 40.0, "g")
    (almonds,) = look(draft, "cutout").pieces
    assert almonds.on_top


def test_a_more_open_crumb_has_larger_pores() -> None:
    dense, open_ = of_style("shortbread"), of_style("cakey")
    assert open_.porosity > dense.porosity
    assert open_.pore_mm > dense.pore_mm


def test_the_same_dough_is_drawn_the_same_whatever_its_grams() -> None:
    draft = from_style_formula(styles()["chewy"])[0]
    assert look(draft, "chewy").seed == of_style("chewy").seed
    bigger = replace(draft, process=replace(draft.process, portion_g=80.0))
    assert look(bigger, "chewy").seed == of_style("chewy").seed


def test_colour_from_matcha_is_green_and_berry_greys_with_soda_and_both_are_guesses() -> None:
    plain = from_style_formula(styles()["cutout"])[0]
    green = look(set_amount(add_line(plain, "m", "matcha", None), "m", 9.0, "g"), "cutout")
    red, grn, blu = (int(green.crumb_hex[i : i + 2], 16) for i in (1, 3, 5))
    assert grn > red > blu
    assert "a guess" in green.tint
    berry = set_amount(add_line(plain, "b", "raspowder", None), "b", 12.0, "g")
    alkaline = set_amount(add_line(berry, "s", "soda", None), "s", 4.0, "g")
    redness = [int(h[1:3], 16) - int(h[3:5], 16) for h in (look(d, "cutout").crumb_hex for d in (berry, alkaline))]
    assert redness[1] < redness[0]
    assert of_style("cutout").tint == ""
