"""Next: a suggestion is tried, kept as a version with its note, and undone."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.test_whole_loop import saved

pytestmark = pytest.mark.e2e


def test_the_first_suggestion_is_tried_and_kept_with_its_note(page: Page) -> None:
    page.goto("/dough/3/changes")
    first = page.get_by_role("button", name=re.compile("^Try it")).first
    expect(first).to_be_visible()
    first.focus()
    with page.expect_response(lambda r: r.request.method == "PUT"):
        page.keyboard.press("Enter")
    expect(page.get_by_text(re.compile(r"^Tries .* Forecast:"))).to_be_visible()
    page.get_by_role("button", name="Keep as version 3").click()
    expect(page.get_by_label("What does it try or change?")).to_have_value(re.compile("^Tries .*Forecast:"))
    page.get_by_role("button", name="Keep version 3").click()
    expect(page.get_by_role("button", name="Keep as version 4")).to_be_visible()
    saved(page)
    page.get_by_role("button", name="See it beside the version before").click()
    expect(page.get_by_role("heading", name="Versions")).to_be_visible()
    expect(page.get_by_text(re.compile("^3 Tries"))).to_be_visible()


def test_without_a_target_it_says_what_to_do(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="From an empty page", exact=False).click()
    page.get_by_label("What will it be called?").fill("Plain rounds")
    page.get_by_role("button", name="Put it on the shelf").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Plain rounds")
    page.get_by_role("link", name="Next", exact=True).click()
    expect(page.get_by_text("Set a target first", exact=False)).to_be_visible()


def test_a_brief_with_cost_sugar_and_no_egg_is_worked_to_and_two_ways_are_kept(page: Page) -> None:
    """The brief on the target, the egg swapped out, the ladder read, two rungs kept, their bench sheets and card."""
    page.goto("/dough/1/target")
    page.get_by_role("switch", name="no egg", exact=True).click()
    for what, most in (("cost", "0,16"), ("sugars", "12")):
        page.get_by_label("What to limit").select_option(label=what)
        page.get_by_label("How much,", exact=False).fill(most)
        page.get_by_role("button", name="Set limit").click()
        expect(page.get_by_role("list", name="The brief")).to_contain_text(f"{what} at most")
    saved(page)
    page.goto("/dough/1/next")
    expect(page.get_by_text("A line breaks a need of the target", exact=False)).to_be_visible()
    page.get_by_role("button", name="Swaps", exact=True).click()
    expect(page.get_by_text("By the forecast", exact=False).or_(page.get_by_text("clear misses").first)).to_be_visible()
    with page.expect_response(lambda r: r.request.method == "PUT"):
        page.get_by_role("button", name="Make these swaps here").click()
    saved(page)
    page.goto("/dough/1/next")
    rungs = page.get_by_role("radiogroup", name="How many changes")
    expect(rungs).to_contain_text("the brief")
    for name in ("One change", "Two changes"):
        rungs.get_by_text(name).click()
        expect(page.get_by_role("list", name="The brief")).to_contain_text("cost at most 0.16 a piece")
        page.get_by_role("button", name="Keep as a version beside the draft").click()
        expect(page.get_by_text(re.compile("^Kept as version"))).to_be_visible()
    expect(page.get_by_text("Kept as versions 7 and 8", exact=False)).to_be_visible()
    page.get_by_role("link", name="Bench sheet 8").click()
    sheet = page.get_by_role("region", name="Bench sheet")
    expect(sheet).to_contain_text("version 8")
    expect(sheet).not_to_contain_text("Egg, whole")
    page.get_by_role("link", name="Card", exact=True).click()
    card = page.get_by_role("region", name="Card")
    expect(card).to_contain_text("To cream")
    page.get_by_label("Which version").select_option(label="version 7")
    expect(card).to_contain_text("version 7")
    assert page.request.get("/api/doughs/1/card.pdf?version=7&paper=a5").body().startswith(b"%PDF")


def test_the_shelf_and_the_palette_find(page: Page) -> None:
    page.goto("/")
    page.get_by_role("searchbox", name="Find by name").fill("sesame")
    expect(page.get_by_text("1 found")).to_be_visible()
    expect(page.get_by_role("heading", name="Cardamom rye with apricot")).not_to_be_visible()
    page.get_by_role("button", name="show all").click()
    expect(page.get_by_role("heading", name="Cardamom rye with apricot")).to_be_visible()
    page.keyboard.press("Control+k")
    page.get_by_role("combobox", name="What do you want to do?").fill("with poppy")
    page.keyboard.press("Enter")
    expect(page.get_by_text("with Poppy seed")).to_be_visible()
    expect(page.get_by_text("1 found")).to_be_visible()
    page.keyboard.press("Control+k")
    page.get_by_role("combobox", name="What do you want to do?").fill("how tarte")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="How Tarte thinks")).to_be_visible()
    page.get_by_role("button", name="water activity").click()
    expect(page.get_by_role("status").filter(has_text="How free the water is")).to_be_visible()
