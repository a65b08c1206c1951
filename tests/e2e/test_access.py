"""Every main view: axe finds nothing, the essentials are on screen, the keyboard reaches the work."""

from __future__ import annotations

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import AXE, Server

pytestmark = pytest.mark.e2e

VIEWS = {
    "shelf": "/",
    "target": "/dough/1/target",
    "formula": "/dough/1/formula",
    "bake chart": "/dough/1/bake-chart",
    "swaps": "/dough/3/swaps",
    "label sheet": "/dough/3/label",
    "butter": "/dough/3/butter",
    "next": "/dough/3/next",
    "versions": "/dough/1/versions",
    "bench sheet": "/dough/1/sheet",
    "paste": "/paste",
    "results": "/dough/1/results",
    "side by side": "/dough/1/compare",
    "lineage": "/dough/1/lineage",
    "learn": "/dough/1/learn",
    "whole target": "/dough/1/search",
    "series": "/dough/1/series",
}


def violations(page: Page) -> list[str]:
    page.evaluate(AXE.read_text(encoding="utf-8"))
    result = page.evaluate("axe.run(document, {resultTypes: ['violations']})")
    return [f"{v['id']}: {n['html'][:120]}" for v in result["violations"] for n in v["nodes"]]


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_axe_is_clean_on_every_view(chromium: Browser, server: Server, scheme: str) -> None:
    context = chromium.new_context(
        base_url=server.url,
        viewport={"width": 1280, "height": 800},
        color_scheme="dark" if scheme == "dark" else "light",
        reduced_motion="reduce",
    )
    page = context.new_page()
    for path in VIEWS.values():
        page.goto(path)
        page.wait_for_load_state("networkidle")
        assert violations(page) == [], path
    page.goto("/dough/1/results")
    page.get_by_role("button", name="Log a bake").click()
    expect(page.get_by_label("Diameters")).to_be_visible()
    assert violations(page) == []
    page.goto("/dough/1/formula")
    page.get_by_role("button", name="Add line").click()
    expect(page.get_by_label("Name, role, need or another name for it")).to_be_visible()
    page.wait_for_timeout(400)
    assert violations(page) == []
    page.keyboard.press("Escape")
    expect(page.get_by_label("Name, role, need or another name for it")).to_be_hidden()
    page.get_by_role("button", name="Findings").click()
    for tab in ("Findings", "Leavening", "Hidden parts", "Sizes and split"):
        page.get_by_role("tab", name=tab).click()
        expect(page.get_by_text("Working it out")).to_have_count(0)
        assert violations(page) == [], tab
    page.goto("/dough/3/butter")
    for tab in ("Dough temperature", "Creaming", "Mixing", "Browned", "Rest"):
        page.get_by_role("tab", name=tab).click()
        page.wait_for_load_state("networkidle")
        assert violations(page) == [], tab
    page.goto("/dough/3/swaps")
    page.get_by_role("switch", name="no egg").click()
    page.get_by_role("switch", name="less sugar").click()
    expect(page.get_by_role("radiogroup").nth(1)).to_be_visible()
    assert violations(page) == []
    page.get_by_role("tab", name="From the pantry").click()
    expect(page.get_by_label("Instead of")).to_be_visible()
    assert violations(page) == []
    page.goto("/paste")
    page.get_by_label("Paste ingredients", exact=False).fill("1 cup flour\n2 large eggs\n1 tsp salt\nsome nutmeg")
    page.get_by_role("button", name="Read it").click()
    expect(page.get_by_text("Which flour?")).to_be_visible()
    assert violations(page) == []
    page.keyboard.press("Control+k")
    expect(page.get_by_role("listbox", name="Commands")).to_be_visible()
    assert violations(page) == []
    context.close()


@pytest.mark.parametrize(
    ("path", "texts"),
    [
        ("/dough/1/formula", ["Side", "Pull window", "Where from?", "Apricots, dried", "Sugar : fat", "Raw dough."]),
        ("/dough/1/bake-chart", ["Bake chart", "What decides this", "Diameter", "cooled"]),
        ("/dough/1/target", ["The wanted cookie", "Crust", "Chewy drop"]),
        ("/dough/1/results", ["Bake 11", "Log a bake", "Against the target"]),
    ],
)
def test_essentials_stand_above_the_fold(page: Page, path: str, texts: list[str]) -> None:
    page.goto(path)
    for text in texts:
        found = page.get_by_text(text, exact=False).first
        expect(found).to_be_visible()
        box = found.bounding_box()
        assert box is not None
        assert box["y"] + box["height"] <= 800, text
    assert page.evaluate("document.documentElement.scrollWidth") <= 1280


@pytest.mark.parametrize("width", [1024, 390])
def test_nothing_is_cut_off_sideways(chromium: Browser, server: Server, width: int) -> None:
    context = chromium.new_context(base_url=server.url, viewport={"width": width, "height": 768})
    page = context.new_page()
    for path in VIEWS.values():
        page.goto(path)
        page.wait_for_load_state("networkidle")
        assert page.evaluate("document.documentElement.scrollWidth") <= width, path
    context.close()


def test_the_keyboard_alone_adds_a_line(page: Page) -> None:
    page.goto("/dough/2/formula")
    expect(page.get_by_label("Plain flour, grams")).to_have_value("250")
    page.get_by_role("button", name="Add line").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name, role, need or another name for it")).to_be_focused()
    page.keyboard.type("cornflour")
    page.keyboard.press("Enter")
    box = page.get_by_label("Maize starch, grams")
    expect(box).to_be_focused()
    page.keyboard.type("20")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Maize starch, baker's percentage")).to_have_value("7.4")
