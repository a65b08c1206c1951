"""A cook's whole loop by mouse: an empty shelf, a dough, a version, a bake, and the comparison."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

pytestmark = pytest.mark.e2e


DEMO = (
    "Cardamom rye with apricot",
    "Toasted sesame thins",
    "Orange and poppy softs",
    "Black tea and lemon rounds",
    "Hazelnut ginger snaps",
)


def number(text: str | None) -> float:
    found = re.search(r"-?\d+(\.\d+)?", text or "")
    assert found, f"no figure in {text!r}"
    return float(found.group())


def reading(page: Page, title: str) -> float:
    """A size over the drawing, once there is a forecast."""
    shown = page.locator(".head", has_text=title).locator("b")
    expect(shown).to_have_text(re.compile(r"\d"))
    return number(shown.text_content())


def wide_mm(page: Page) -> float:
    return reading(page, "From above")


def tall_mm(page: Page) -> float:
    return reading(page, "Side")


def saved(page: Page) -> None:
    expect(page.get_by_role("status")).to_contain_text(re.compile(r"^saved"))


def test_from_an_empty_shelf_to_a_compared_bake(page: Page) -> None:
    page.goto("/")
    for name in DEMO:
        page.get_by_role("button", name=f"take off {name}").click()
        expect(page.get_by_role("heading", name=name)).to_have_count(0)
    expect(page.get_by_role("heading", name="Start your first dough")).to_be_visible()

    # A dough from the base ratio, then its target.
    page.get_by_role("button", name="From the 1 : 1 : 1 base ratio").click()
    page.get_by_label("What will it be called?").fill("Trolley rounds")
    page.get_by_role("button", name="Put it on the shelf").click()
    expect(page).to_have_url(re.compile("/target$"))
    expect(page.get_by_text("No target yet.", exact=False)).to_be_visible()
    page.get_by_role("button", name="Take a style").click()
    page.get_by_role("button", name="Chewy drop").click()
    expect(page.get_by_label("Target diameter")).to_have_value("87")
    page.get_by_label("Target height").fill("10")
    page.get_by_label("Target height").press("Enter")
    expect(page.get_by_text("changed by hand")).to_be_visible()

    # The formula: more flour narrows the cookie and lifts it.
    page.get_by_role("link", name="Formula").click()
    before = wide_mm(page), tall_mm(page)
    flour = page.get_by_label("Plain flour, grams")
    flour.fill("260")
    flour.press("Enter")
    expect(page.get_by_label("Butter, unsalted, baker's percentage")).to_have_value("76.9")
    assert wide_mm(page) < before[0]
    assert tall_mm(page) > before[1]

    # A line from the table, in percent.
    page.get_by_role("button", name="Add line").click()
    page.get_by_label("Name, role, need or another name for it").fill("choc chip")
    page.get_by_role("option", name="Dark chocolate chips").click()
    chips = page.get_by_label("Dark chocolate chips, baker's percentage")
    chips.fill("100")
    chips.press("Enter")
    expect(page.get_by_label("Dark chocolate chips, grams")).to_have_value("260")

    # The fat rail by mouse.
    fat = page.get_by_role("slider", name=re.compile("^Fat"))
    box = fat.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 6, box["y"] + 8)
    page.mouse.down()
    page.mouse.move(box["x"] - 40, box["y"] + 8, steps=6)
    page.mouse.up()
    expect(page.get_by_label("Butter, unsalted, grams")).not_to_have_value("200")

    # Keep it, bake it, log it.
    saved(page)
    page.get_by_role("button", name="Keep as version 1").click()
    page.get_by_label("What does it try or change?").fill("Base ratio with more flour and chips")
    page.get_by_role("button", name="Keep version 1").click()
    expect(page.get_by_role("button", name="Keep as version 2")).to_be_visible()
    page.get_by_role("link", name="Results").click()
    page.get_by_role("button", name="Log the first bake").click()
    page.get_by_label("Diameter, mm").fill("93 94 92.5")
    page.get_by_label("Height, mm").fill("9.1 9.3")
    page.get_by_label("Mass before the oven").fill("240")
    page.get_by_label("Mass after the oven").fill("224")
    page.get_by_label("Rim, of 100").fill("60")
    page.get_by_role("button", name="Log this bake").click()

    # Target, forecast and bake beside one another, in mm and in words.
    row = page.get_by_role("row", name=re.compile("^Diameter"))
    expect(row).to_contain_text("93.2")
    expect(row).to_contain_text("6.2 mm too wide")
    expect(row).to_contain_text("forecast")
    expect(page.get_by_role("row", name=re.compile("^Middle"))).to_contain_text("not measured")
    expect(page.get_by_text("6.7 %")).to_be_visible()
    page.get_by_role("link", name="Tarte").click()
    expect(page.get_by_text("6.2 mm too wide", exact=False)).to_be_visible()


def test_the_shelf_puts_back_what_was_taken_off(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="take off Toasted sesame thins").click()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_role("heading", name="Toasted sesame thins")).to_be_visible()


def test_undo_and_redo_by_keyboard_and_rails_by_arrow(page: Page) -> None:
    page.goto("/dough/1/formula")
    sugar = page.get_by_role("slider", name=re.compile("^Sugar"))
    caster = page.get_by_label("Caster sugar, grams")
    expect(caster).to_have_value("96")
    sugar.focus()
    sugar.press("ArrowRight")
    expect(caster).to_have_value("97")
    sugar.press("End")
    expect(sugar).to_have_attribute("aria-valuenow", "125")
    for expected in ("97", "96"):
        page.keyboard.press("Control+z")
        expect(caster).to_have_value(expected)
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()
    page.keyboard.press("Control+Shift+z")
    expect(caster).to_have_value("97")
    saved(page)
    page.reload()
    expect(page.get_by_label("Caster sugar, grams")).to_have_value("97")


def test_the_process_moves_the_forecast(page: Page) -> None:
    page.goto("/dough/1/formula")
    dough = page.get_by_label("Dough temperature")
    expect(dough).to_have_value("8")
    before = wide_mm(page)
    dough.fill("70 F")
    dough.press("Enter")
    expect(dough).to_have_value("21.1")
    assert wide_mm(page) > before


def test_a_bake_entry_survives_a_reload_until_it_is_logged(page: Page) -> None:
    page.goto("/dough/1/results")
    page.get_by_role("button", name="Log a bake").click()
    page.get_by_label("Diameter, mm").fill("84 85")
    page.reload()
    page.get_by_role("button", name="Log a bake").click()
    expect(page.get_by_label("Diameter, mm")).to_have_value("84 85")


def test_a_correction_replaces_the_entry_it_corrects(page: Page) -> None:
    page.goto("/dough/1/results")
    page.get_by_role("button", name="Correct this entry").click()
    page.get_by_label("Diameter, mm").fill("90 90")
    page.get_by_role("button", name="Log the correction").click()
    expect(page.get_by_role("row", name=re.compile("^Diameter"))).to_contain_text("90.0")
    expect(page.get_by_role("button", name=re.compile("^Bake 11"))).to_have_count(1)
