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
