"""A wrong entry gets a sentence where it stands, and nothing is lost."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import SIZE, Server

pytestmark = pytest.mark.e2e


@pytest.mark.parametrize(
    ("typed", "says"),
    [
        ("-5", "can't be negative"),
        ("lots", "is not a number"),
        ("2 handfuls", "not a measure with a weight"),
        ("99999999", "out of reach"),
    ],
)
def test_a_wrong_amount_stays_in_its_box_with_a_sentence(page: Page, typed: str, says: str) -> None:
    page.goto("/dough/1/formula")
    box = page.get_by_label("Butter, unsalted, grams")
    box.fill(typed)
    box.press("Enter")
    expect(page.get_by_role("alert").filter(has_text=says)).to_be_visible()
    expect(box).to_have_value(typed)
    expect(box).to_have_attribute("aria-invalid", "true")
    box.press("Escape")
    expect(box).to_have_value("204")
    expect(page.get_by_role("alert").filter(has_text=says)).to_have_count(0)


def test_an_unknown_amount_is_said_by_the_totals(page: Page) -> None:
    page.goto("/dough/1/formula")
    box = page.get_by_label("Muscovado, light, grams")
    box.fill("")
    box.press("Enter")
    expect(page.locator(".figures")).to_contain_text("Muscovado, light unknown")
    expect(page.get_by_text("No forecast while an amount is unknown: Muscovado, light.")).to_be_visible()


def test_without_flour_the_screen_says_so(page: Page) -> None:
    page.goto("/dough/1/formula")
    for name in ("Plain flour", "Rye flour, light"):
        page.get_by_role("button", name=f"Remove {name}").click()
        expect(page.get_by_role("button", name=f"Remove {name}")).to_have_count(0)
    expect(page.get_by_text("There is no flour in this formula", exact=False).first).to_be_visible()
    expect(page.get_by_label("Butter, unsalted, grams")).to_have_value("204")


def test_a_stale_write_is_refused_and_can_be_settled(page: Page, chromium: Browser, server: Server) -> None:
    page.goto("/dough/1/formula")
    expect(page.get_by_label("Butter, unsalted, grams")).to_have_value("204")
    other = chromium.new_context(base_url=server.url, viewport=SIZE).new_page()
    other.goto("/dough/1/formula")
    theirs = other.get_by_label("Butter, unsalted, grams")
    with other.expect_response(lambda r: r.request.method == "PUT" and r.ok):
        theirs.fill("199")
        theirs.press("Enter")
    mine = page.get_by_label("Caster sugar, grams")
    mine.fill("90")
    mine.press("Enter")
    expect(page.get_by_text("Changed elsewhere.")).to_be_visible()
    expect(mine).to_have_value("90")
    page.get_by_role("button", name="Go on with theirs").click()
    expect(page.get_by_label("Butter, unsalted, grams")).to_have_value("199")
    expect(mine).to_have_value("96")
    other.context.close()


def test_a_lost_server_loses_nothing(page: Page, server: Server) -> None:
    page.goto("/dough/1/formula")
    sugar = page.get_by_label("Caster sugar, grams")
    expect(sugar).to_have_value("96")
    server.stop()
    sugar.fill("91")
    sugar.press("Enter")
    expect(page.get_by_text("The server does not answer", exact=False)).to_be_visible()
    expect(sugar).to_have_value("91")
    server.start()
    # The edit goes in by itself once the server is back, and is saved.
    expect(page.get_by_label("Caster sugar, baker's percentage")).to_have_value("30.3")
    expect(page.get_by_text("The server does not answer", exact=False)).to_have_count(0)
    expect(page.get_by_role("status")).to_contain_text(re.compile("^saved"))
    page.reload()
    expect(page.get_by_label("Caster sugar, grams")).to_have_value("91")


def test_a_wrong_bake_entry_is_answered_at_its_field(page: Page) -> None:
    page.goto("/dough/1/results")
    page.get_by_role("button", name="Log a bake").click()
    page.get_by_label("Diameter, mm").fill("84 wide")
    page.get_by_label("Height, mm").fill("9")
    page.get_by_role("button", name="Log this bake").click()
    expect(page.get_by_text("“wide” is not a number", exact=False).first).to_be_visible()
    expect(page.get_by_label("Height, mm")).to_have_value("9")


def test_an_address_that_leads_nowhere_leads_back(page: Page) -> None:
    page.goto("/dough/999/formula")
    expect(page.get_by_text("no such dough on the shelf", exact=False)).to_be_visible()
    page.goto("/nonsense")
    page.get_by_role("link", name="Back to the shelf").click()
    expect(page.get_by_role("heading", name="The shelf")).to_be_visible()
