"""Needs, swaps, a diet version that follows, and its label sheet, as a cook goes through them."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import Server
from tests.e2e.test_whole_loop import saved

pytestmark = pytest.mark.e2e


def switch(page: Page, name: str) -> None:
    page.get_by_role("switch", name=name, exact=True).click()
    expect(page.get_by_role("switch", name=name, exact=True)).to_have_attribute("aria-checked", "true")


def grams(page: Page, name: str) -> float:
    return float(page.get_by_label(f"{name}, grams").input_value())


def test_orange_softs_without_egg_and_milk_become_a_diet_version_with_a_label(page: Page) -> None:
    page.goto("/dough/3/swaps")
    switch(page, "no egg")
    switch(page, "no milk")
    expect(page.get_by_text("3 lines break a need")).to_be_visible()
    expect(page.get_by_role("link", name="Swaps 3")).to_be_visible()
    # Both sections, before and after, to one scale.
    for title in ("As it is", "With the swaps"):
        expect(page.get_by_role("img", name=re.compile(f"^{title}: .* mm wide"))).to_be_visible()
    page.get_by_role("button", name=re.compile("Egg, whole")).click()
    page.get_by_role("radio", name=re.compile("^Flax gel")).check()
    expect(page.get_by_role("button", name=re.compile("Egg, whole 90 g → Flax gel"))).to_be_visible()
    sums = page.get_by_role("region", name="What the swaps come to")
    expect(sums.get_by_role("row", name=re.compile("Flax gel stands in for Egg, whole"))).to_be_visible()
    expect(sums.get_by_text(re.compile("^△ Sets on heating"))).to_be_visible()
    page.get_by_role("button", name="Keep as diet version").click()
    page.get_by_label("Its name").fill("Orange softs, no egg or milk")
    page.get_by_role("button", name="Keep the diet version").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Orange softs, no egg or milk")
    expect(page.get_by_text("Flax gel", exact=True).first).to_be_visible()
    expect(page.get_by_text("Nothing has changed there")).to_be_visible()
    page.get_by_role("link", name="Label sheet").click()
    sheet = page.get_by_role("region", name="Label sheet")
    expect(sheet.get_by_text("diet version of Orange and poppy softs")).to_be_visible()
    expect(sheet.get_by_text(re.compile("Not in it by recipe:.*egg"))).to_be_visible()
    expect(sheet.get_by_role("row", name=re.compile("^cereals with gluten EU contains"))).to_be_visible()
    # A label that was read settles what the table leaves open.
    sheet.get_by_role("button", name="Plant butter").click()
    sheet.get_by_label("soya").check()
    sheet.get_by_role("button", name="Keep what it says").click()
    expect(sheet.get_by_text("may contain, by its label: Plant butter")).to_be_visible()
    page.evaluate("() => { window.printed = 0; window.print = () => { window.printed += 1 } }")
    sheet.get_by_role("button", name="Print").click()
    assert page.evaluate("() => window.printed") == 1
    page.emulate_media(media="print")
    expect(sheet.get_by_role("button", name="Print")).to_be_hidden()
    expect(sheet.get_by_text("A shared kitchen is a shared kitchen", exact=False)).to_be_visible()


def test_the_parent_changes_and_the_diet_version_follows_when_told(page: Page) -> None:
    page.goto("/dough/3/swaps")
    switch(page, "no milk")
    page.get_by_role("button", name="Keep as diet version").click()
    page.get_by_role("button", name="Keep the diet version").click()
    expect(page.get_by_text("Nothing has changed there")).to_be_visible()
    sibling = page.url
    page.goto("/dough/3/formula")
    box = page.get_by_label("Caster sugar, grams")
    box.fill("130")
    with page.expect_response(lambda r: r.request.method == "PUT"):
        box.press("Enter")
    page.goto(sibling)
    expect(page.get_by_text("It has changed. This would follow:")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Follow these")).click()
    expect(page.get_by_text("Nothing has changed there")).to_be_visible()
    page.get_by_label("with Orange and poppy softs").check()
    expect(page.get_by_text("brings milk", exact=False)).to_be_visible()
    page.get_by_role("link", name="Formula").click()
    assert grams(page, "Caster sugar") == pytest.approx(130, abs=3)


def test_swaps_are_made_in_the_draft_and_undone(page: Page) -> None:
    page.goto("/dough/5/formula")
    page.get_by_role("link", name="Swaps").click()
    switch(page, "no tree nuts")
    page.get_by_role("link", name="Formula").click()
    expect(page.get_by_role("link", name="▲ no tree nuts")).to_be_visible()
    page.get_by_role("link", name="Swaps 1").click()
    page.get_by_role("button", name="Make these swaps here").click()
    expect(page.get_by_text("Swaps made in this draft")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("1 line breaks a need")).to_be_visible()


def test_less_sugar_and_a_wrong_amount(page: Page) -> None:
    page.goto("/dough/4/swaps")
    switch(page, "less sugar")
    by = page.get_by_label("less sugar by how much, percent")
    by.fill("150")
    by.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("between 1 and 100")
    by.fill("15")
    by.press("Enter")
    expect(page.get_by_role("heading", name=re.compile("Less sugar by 15 %"))).to_be_visible()
    page.get_by_role("radio", name=re.compile("^Just less of it")).check()
    expect(page.get_by_role("row", name=re.compile("less sugar: just less of it")).first).to_be_visible()


def test_from_the_pantry_by_keyboard(page: Page) -> None:
    page.goto("/dough/3/swaps")
    page.get_by_role("tab", name="From the pantry").focus()
    page.keyboard.press("Enter")
    page.get_by_label("Instead of").select_option("butter")
    put = page.get_by_role("button", name="Put it in Salted butter")
    put.focus()
    with page.expect_response(lambda r: r.request.method == "PUT"):
        page.keyboard.press("Enter")
    page.get_by_role("link", name="Formula").click()
    assert grams(page, "Fine sea salt") == pytest.approx(0.8, abs=0.05)
    saved(page)


def test_a_lost_server_leaves_the_picks(page: Page, server: Server) -> None:
    page.goto("/dough/3/swaps")
    switch(page, "no egg")
    expect(page.get_by_text("1 line breaks a need")).to_be_visible()
    saved(page)
    server.stop()
    page.get_by_role("radio", name=re.compile("^Aquafaba")).check()
    expect(page.get_by_text("The server does not answer", exact=False).first).to_be_visible()
    server.start()
    page.reload()
    expect(page.get_by_role("button", name=re.compile("→ Aquafaba"))).to_be_visible()


def add(page: Page, name: str, weight: str) -> None:
    page.get_by_role("button", name="Add line").click()
    page.get_by_label("Name, role, need or another name for it").fill(name)
    page.get_by_role("option", name=re.compile(f"^{name}")).first.click()
    box = page.get_by_label(re.compile(f"^{name}.*, grams$"))
    box.fill(weight)
    box.press("Enter")
    expect(box).to_have_value(weight)


def tick(page: Page, name: str) -> None:
    sheet = page.get_by_role("region", name="Label sheet")
    sheet.get_by_role("button", name=name, exact=True).click()
    sheet.get_by_role("button", name="It names none").click()
    row = sheet.locator(".supplier").filter(has=page.get_by_role("button", name=name, exact=True))
    expect(row.get_by_text(re.compile("none named"))).to_be_visible()


def test_three_labels_to_read_are_never_met_until_they_are_ticked(page: Page) -> None:
    """Oats, custard powder and dark chocolate under no gluten and no milk."""
    page.goto("/")
    page.get_by_role("button", name=re.compile("From an empty page")).click()
    page.get_by_label("What will it be called?").fill("Rice rounds")
    page.get_by_role("button", name="Put it on the shelf").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Rice rounds")
    page.get_by_role("link", name=re.compile("^Formula")).click()
    for name, weight in (
        ("Rice flour, white", "300"), ("Coconut oil", "160"), ("Demerara sugar", "180"), ("Custard powder", "20"),
        ("Rolled oats", "80"), ("Dark chocolate", "90"),
    ):  # fmt: skip
        add(page, name, weight)
    page.get_by_role("link", name=re.compile("^Swaps")).click()
    switch(page, "no gluten")
    switch(page, "no milk")
    swaps = page.get_by_role("region", name="Swaps")
    expect(swaps.get_by_text("△ 3 labels to read")).to_be_visible()
    expect(swaps.get_by_text("meets every need")).to_have_count(0)
    sums = page.get_by_role("region", name="What the swaps come to")
    expect(sums.get_by_text("unsure: labels to read")).to_be_visible()
    page.get_by_role("link", name=re.compile("^Formula")).click()
    expect(page.get_by_text("△ no gluten: label")).to_have_count(3)
    page.get_by_role("link", name=re.compile("^Swaps")).click()
    page.get_by_role("link", name="Label sheet", exact=True).click()
    sheet = page.get_by_role("region", name="Label sheet")
    expect(sheet.get_by_text("Not yet shown to be what is wanted")).to_be_visible()
    expect(sheet.get_by_text("made without gluten")).to_have_count(0)
    for name in ("Custard powder", "Rolled oats", "Dark chocolate"):
        tick(page, name)
    expect(sheet.get_by_text("made without gluten")).to_be_visible()
    expect(sheet.get_by_text("made without milk")).to_be_visible()
    page.get_by_role("link", name="Back to the swaps").click()
    expect(page.get_by_text("✓ meets every need, line by line")).to_be_visible()


def test_certified_oats_stand_in_for_oats_whose_label_is_unread(page: Page) -> None:
    page.goto("/dough/1/formula")
    add(page, "Rolled oats", "60")
    page.get_by_role("link", name=re.compile("^Swaps")).click()
    switch(page, "no gluten")
    expect(page.get_by_role("button", name=re.compile("Rolled oats 60 g → Certified oats"))).to_be_visible()
