"""A messy recipe with something nobody knows: looked through by keyboard and mouse, and it lands on a dough."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.test_access import clean

pytestmark = pytest.mark.e2e

MESSY = """Hazel &amp; rye rounds
2 sticks (113 g each) butter, browned and cooled
1 cup packed brown sugar
2 large eggs
Baking powder 3 g
40 g hazel crumb mix
1 tsp each cinnamon and ginger
2 cups flour
1 cup rye flour
a knob of butter

Chill for 2 hours in the fridge. Brush with 20 g milk.
Bake at 170 C fan for 11 to 13 minutes. Makes 30.
Tip: they keep a week."""


def test_a_messy_text_becomes_a_dough(page: Page) -> None:
    page.emulate_media(reduced_motion="reduce")
    page.goto("/paste")
    page.get_by_label("Paste ingredients").fill(MESSY)
    page.get_by_role("button", name="Read it").press("Enter")
    review = page.get_by_role("region", name="What was understood")
    expect(review.get_by_text("questions open")).to_be_visible()
    clean(page, "review")
    # What was set aside with an amount in it opens by itself; the tip does not count.
    expect(page.locator("details.aside").get_by_text(re.compile("▲ .*Brush with 20 g milk"))).to_be_visible()
    # Two cups ask alike and are answered at once.
    page.get_by_role("button", name=re.compile("^all spooned")).first.click()
    review.get_by_role("button", name=re.compile("weighed before")).click()
    expect(review.get_by_text("188 g", exact=True)).to_be_visible()
    review.get_by_role("button", name="make it an own ingredient").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("Name").fill("Hazel crumb")
    for word, value in (("Fat", "25"), ("Carbohydrate", "55"), ("of which sugars", "30"), ("Protein", "8")):
        sheet.get_by_label(re.compile(f"^{word}\\s")).fill(value)
    sheet.get_by_role("button", name=re.compile("^Keep")).click()
    expect(sheet).to_be_hidden()
    expect(review.get_by_text("Pick the nearest")).to_have_count(0)
    expect(page.get_by_label("Paste ingredients")).to_have_value(re.compile("^Hazel"))
    # A fact of the process is dropped like a line.
    page.get_by_role("checkbox", name=re.compile("Rest 2 h")).press("Space")
    row = review.get_by_text("a knob of butter")
    expect(row).to_be_visible()
    review.get_by_placeholder("40 g, 1 tbsp").fill("20 g")
    review.get_by_placeholder("40 g, 1 tbsp").press("Enter")
    page.get_by_role("button", name=re.compile(r"^Put \d+ lines on the shelf")).click()
    page.wait_for_url(re.compile(r"/dough/\d+/formula$"))
    dough = page.request.get(f"/api/doughs/{page.url.split('/')[-2]}").json()
    process = dough["draft"]["process"]
    assert (process["oven_c"], process["fan"], process["minutes"]) == (170, True, 12)
    assert process["rest_h"] == 0
    assert any(x["ingredient"].startswith("own-") for x in dough["draft"]["lines"])
    expect(page.get_by_text("mm wide").first).to_be_visible()
