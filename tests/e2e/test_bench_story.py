"""From the plan to Results at sixty times the clock: scale, probe and oven are stand-ins, and things go wrong."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import Server
from tests.e2e.test_bench import take_it, to

pytestmark = pytest.mark.e2e


def test_from_a_plan_to_a_bake_with_traces_and_a_guess(server: Server, page: Page) -> None:
    page.goto("/dough/1/bake")
    page.get_by_label("width, mm").fill("85")
    page.get_by_label("in words").fill("a little flat")
    page.get_by_text("60 times").click()
    page.get_by_role("button", name=re.compile("^By the plan for")).first.click()
    page.wait_for_url(re.compile(r"/run/\d+$"))
    run = page.url.rsplit("/", 1)[1]
    # Too much sugar: all the rest is scaled to it.
    to(page, "Weigh for creaming")
    page.get_by_role("button", name=re.compile(r"^pour \d+ g$")).click()
    expect(page.get_by_text("✓ right")).to_be_visible()
    page.get_by_role("button", name=re.compile("more$")).click()
    expect(page.get_by_text("too much")).to_be_visible()
    take_it(page)
    page.get_by_role("button", name=re.compile("^Scale the rest")).click()
    expect(page.get_by_role("listitem").filter(has_text="✓ Muscovado")).to_be_visible()
    # A slack dough gets a spoon of flour; the page is opened anew, and the server goes and comes back.
    to(page, "Flour in")
    page.get_by_role("button", name="slack", exact=True).click()
    page.get_by_label("spoon of, g").fill("8")
    page.get_by_role("button", name="+ Plain flour").click()
    expect(page.get_by_text("Went in beside: Plain flour 8 g")).to_be_visible()
    page.reload()
    to(page, "Flour in")
    expect(page.get_by_text("Went in beside: Plain flour 8 g")).to_be_visible()
    server.stop()
    page.get_by_role("button", name="Begin").click()
    expect(page.get_by_text("kept here")).to_be_visible()
    server.start()
    expect(page.get_by_text("written down")).to_be_visible()
    to(page, "Shape")
    for grams in ("40", "39", "47"):
        page.get_by_label("a piece, g").fill(grams)
        page.get_by_role("button", name="Take the piece").click()
        expect(page.get_by_label("a piece, g")).to_have_value("")
    expect(page.get_by_text("too much: take some back")).to_be_visible()
    # In the oven the trace corrects the forecast; out of it the load says what of the next.
    to(page, "Bake")
    page.get_by_role("button", name="In the oven").click()
    expect(page.get_by_text(re.compile(r"By \d+ readings"))).to_be_visible()
    page.get_by_role("button", name="gloss gone").click()
    expect(page.locator(".clock b")).to_have_text(re.compile(r"^(1[1-9]|[2-9]\d)\.\d"))
    page.get_by_role("button", name="Pulled now").click()
    to(page, "Bake")
    page.get_by_label("width of one, mm").fill("88")
    page.get_by_role("group", name="The rim is").get_by_role("button", name="pale").click()
    page.get_by_role("button", name="What of the next?").click()
    expect(page.get_by_text(re.compile("^(The next load|Another), as planned"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^Log the core")).click()
    to(page, "Measure, cold")
    page.get_by_label("cookies in a row").fill("6")
    page.get_by_label("row, edge to edge, mm").fill("516")
    page.get_by_role("button", name="Write them down").click()
    page.get_by_role("button", name="Close the run").click()
    page.get_by_role("link", name="To the results").click()
    record = page.get_by_role("region", name="From the bench")
    expect(record.get_by_role("img", name=re.compile("Core temperature"))).to_be_visible()
    width = record.get_by_role("row").filter(has_text="Diameter")
    expect(width).to_contain_text("85.0 mm")
    expect(width).to_contain_text("86.0 mm")
    expect(record).to_contain_text("a little flat")
    expect(page.get_by_text("Core at the pull", exact=True)).to_be_visible()
    log = page.request.get(f"/api/runs/{run}/events").json()
    assert [e["seq"] for e in log] == list(range(1, len(log) + 1))
    bake = page.request.get("/api/doughs/1/bakes").json()["bakes"][0]
    assert [a["name"] for a in bake["batch"]["additions"]] == ["Plain flour"]
