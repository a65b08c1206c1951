"""At the bench: weighed on a scale, too much of something, a server that goes away, a bake that stands in Results."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Server
from tests.e2e.test_access import clean, laid_out

pytestmark = pytest.mark.e2e


def begun(page: Page) -> None:
    page.goto("/dough/1/bake")
    page.get_by_label("width, mm").fill("85")
    page.get_by_label("in words").fill("a little flat")
    page.get_by_text("Just as the formula stands").click()
    page.wait_for_url(re.compile(r"/run/\d+$"))
    page.get_by_role("button", name="all steps").wait_for()


def to(page: Page, step: str) -> None:
    page.get_by_role("button", name="all steps").click()
    page.get_by_role("listitem").get_by_role("button", name=re.compile(rf"^. {step}")).first.click()
    page.get_by_role("heading", level=1, name=re.compile(f"^{step}")).wait_for()


def test_weighed_by_the_scale_and_too_much_scales_the_rest(page: Page) -> None:
    begun(page)
    to(page, "Weigh for creaming")
    page.get_by_role("heading", level=2, name="Muscovado, light").wait_for()
    # Nothing on the scale yet is said, and nothing is written down.
    page.get_by_role("button", name="Take it").first.click()
    expect(page.get_by_role("alert")).to_contain_text("Nothing lies on the scale")
    page.get_by_role("button", name=re.compile("^pour 150")).click()
    expect(page.get_by_text("✓ right")).to_be_visible()
    page.get_by_role("button", name=re.compile("more$")).click()
    expect(page.get_by_text("too much")).to_be_visible()
    take_it(page)
    page.get_by_role("button", name=re.compile("^Scale the rest")).click()
    expect(page.get_by_role("listitem").filter(has_text="✓ Muscovado")).to_be_visible()
    expect(page.get_by_role("listitem").filter(has_text="Butter, unsalted")).not_to_contain_text("/ 204 g")
    # A wrong figure is said at its box.
    box = page.get_by_label("or type grams")
    box.fill("lots")
    box.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("is no weight")


def take_it(page: Page) -> None:
    """Take it once the scale stands still: what moves is refused in words, and the hand presses again."""
    moving = page.get_by_role("alert").filter(has_text="still moves")
    options = page.get_by_role("group", name="Too much: what now?")
    for _ in range(30):
        page.get_by_role("button", name="Take it").first.click()
        expect(options.or_(moving)).to_be_visible()
        if options.is_visible():
            return
    raise AssertionError("the scale never came to rest")


def test_acts_wait_while_the_server_is_away_and_go_in_once_in_order(server: Server, page: Page) -> None:
    begun(page)
    run = page.url.rsplit("/", 1)[1]
    to(page, "Cream")
    server.stop()
    page.get_by_role("button", name="Begin").click()
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_text("kept here")).to_be_visible()
    # The tab is closed and opened again once the server is back: nothing was lost, nothing is doubled.
    context = page.context
    page.close()
    server.start()
    again = context.new_page()
    again.goto(f"/run/{run}")
    expect(again.get_by_text("written down")).to_be_visible()
    log = again.request.get(f"/api/runs/{run}/events").json()
    acts = [e["what"] for e in log if e["step"].startswith("cream")]
    assert acts == ["begun", "done"]
    assert [e["seq"] for e in log] == list(range(1, len(log) + 1))


def test_a_load_is_timed_pulled_and_becomes_a_bake(page: Page) -> None:
    begun(page)
    second = page.context.new_page()
    second.goto(page.url)
    second.get_by_role("button", name="all steps").wait_for()
    to(page, "Flour in")
    page.get_by_role("button", name="slack", exact=True).click()
    page.get_by_label("spoon of, g").fill("8")
    page.get_by_role("button", name="+ Plain flour").click()
    expect(page.get_by_text("Went in beside: Plain flour 8 g")).to_be_visible()
    # The other tablet hears of it by itself.
    to(second, "Flour in")
    expect(second.get_by_text("Went in beside: Plain flour 8 g")).to_be_visible()
    to(page, "Bake 1")
    page.get_by_role("button", name="In the oven").click()
    page.get_by_role("button", name="rim colours").click()
    expect(page.get_by_text("rim colours at 0.")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Pulled now").click()
    page.get_by_role("button", name="Close the run").click()
    page.get_by_role("heading", name="The run is closed").wait_for()
    page.get_by_role("link", name="To the results").click()
    expect(page.get_by_text("rim colours at 0.", exact=False).first).to_be_visible()


def test_the_bench_fits_a_tablet_and_is_clean(page: Page) -> None:
    page.emulate_media(reduced_motion="reduce")
    begun(page)
    for step in ("Weigh for creaming", "Cream", "Bake 1"):
        to(page, step)
        clean(page, step)
        for width, height in ((1024, 768), (1280, 800)):
            page.set_viewport_size({"width": width, "height": height})
            laid_out(page)
            fits = page.evaluate(
                "(() => { const e = document.querySelector('.at'); return e.scrollHeight <= e.clientHeight + 1 })()"
            )
            assert fits, (step, width)
            for button in page.locator(".run .big:visible").all():
                box = button.bounding_box()
                assert box is not None
                assert box["height"] >= 63.5, button.inner_text()


def test_a_foot_switch_goes_on(page: Page, chromium: Browser) -> None:
    begun(page)
    first = page.get_by_role("heading", level=1).inner_text()
    page.keyboard.press("Space")
    page.keyboard.press("Space")
    expect(page.get_by_role("heading", level=1)).not_to_have_text(first)
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_role("heading", level=1)).to_have_text(first)
