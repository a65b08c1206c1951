"""Every main view: axe finds nothing, the essentials are on screen, the keyboard reaches the work."""

from __future__ import annotations

import json
import re
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Literal

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import AXE

ROOT = Path(__file__).resolve().parents[2]

pytestmark = pytest.mark.e2e

STAGES = json.loads((ROOT / "web" / "src" / "stages" / "stages.json").read_text(encoding="utf-8"))
#: Stages that show more on another dough of the demo than the first.
DOUGH = {"swaps": 3, "label": 3, "butter": 3, "next": 3}
#: Every stage the app declares, and the pages outside a dough.
PLACES = {
    "things": "",
    "itself": "/itself",
    "pantry": "/pantry",
    "people": "/people",
    "journal": "/journal",
    "keep": "/keep",
}
TOMORROW = (datetime.now(UTC) + timedelta(days=1)).date()
VIEWS = (
    {"shelf": "/", "paste": "/paste", "first": "/first", "how": "/how", "larder": "/larder", "day": f"/day/{TOMORROW}"}
    | {**{p: f"/kitchen{a}" for p, a in PLACES.items()}}
    | {s["name"]: f"/dough/{DOUGH.get(s['name'], 1)}/{s['name']}" for s in STAGES}
)


def violations(page: Page, *rules: str) -> list[str]:
    """What axe finds on the page as it stands; only these rules where some are named."""
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE.read_text(encoding="utf-8"))
    only = {"runOnly": list(rules)} if rules else {}
    result = page.evaluate("only => axe.run(document, {resultTypes: ['violations'], ...only})", only)
    return [f"{v['id']}: {n['html'][:120]}" for v in result["violations"] for n in v["nodes"]]


def clean(page: Page, where: str) -> None:
    """Nothing found in the light; in the dark only colours can differ."""
    assert violations(page) == [], where
    turn(page, "dark")
    assert violations(page, "color-contrast") == [], f"{where}, dark"
    turn(page, "light")


def turn(page: Page, scheme: Literal["light", "dark"]) -> None:
    page.emulate_media(color_scheme=scheme, reduced_motion="reduce")
    expect(page.locator(f"html[data-bs-theme={scheme}]")).to_have_count(1)
    laid_out(page)


def laid_out(page: Page) -> None:
    """Styles and boxes are worked out: two frames have been drawn and nothing is still moving."""
    page.evaluate("() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))")
    page.wait_for_function("document.getAnimations().every(a => a.playState !== 'running')")


@pytest.fixture
def calm(page: Page) -> Page:
    page.emulate_media(reduced_motion="reduce")
    return page


@pytest.mark.parametrize("name", VIEWS)
def test_every_view_is_clean_and_nothing_is_cut_off_sideways(calm: Page, name: str) -> None:
    calm.goto(VIEWS[name])
    calm.wait_for_load_state("networkidle")
    clean(calm, name)
    for width in (1024, 390):
        calm.set_viewport_size({"width": width, "height": 768})
        laid_out(calm)
        assert calm.evaluate("document.documentElement.scrollWidth") <= width, width


def test_the_log_form_and_the_picker_are_clean(calm: Page) -> None:
    calm.goto("/dough/1/results")
    calm.get_by_role("button", name="Log a bake").click()
    expect(calm.get_by_label("Diameter, mm")).to_be_visible()
    clean(calm, "log form")
    calm.goto("/dough/1/formula")
    calm.get_by_role("button", name="Add line").click()
    expect(calm.get_by_label("Name, role, need or another name for it")).to_be_visible()
    laid_out(calm)
    clean(calm, "picker")


def test_the_bench_drawer_is_clean(calm: Page) -> None:
    calm.goto("/dough/1/formula")
    calm.get_by_role("button", name="Findings").click()
    for tab in ("Findings", "Leavening", "Hidden parts", "Sizes and split"):
        calm.get_by_role("tab", name=tab).click()
        expect(calm.get_by_text("Working it out")).to_have_count(0)
        clean(calm, tab)


def test_butter_s_tabs_are_clean(calm: Page) -> None:
    calm.goto("/dough/3/butter")
    for tab in ("Dough temperature", "Creaming", "Mixing", "Browned", "Rest"):
        calm.get_by_role("tab", name=tab).click()
        calm.wait_for_load_state("networkidle")
        clean(calm, tab)


def test_the_plan_s_tabs_are_clean(calm: Page) -> None:
    calm.goto("/dough/3/plan")
    for tab in ("Portions", "Trays", "Time", "Finish and keep"):
        calm.get_by_role("tab", name=tab).click()
        calm.wait_for_load_state("networkidle")
        clean(calm, tab)


def test_swaps_at_work_are_clean(calm: Page) -> None:
    calm.goto("/dough/3/swaps")
    calm.get_by_role("switch", name="no egg").click()
    calm.get_by_role("switch", name="less sugar").click()
    expect(calm.get_by_role("radiogroup").nth(1)).to_be_visible()
    clean(calm, "swaps")
    calm.get_by_role("tab", name="From the pantry").click()
    expect(calm.get_by_label("Instead of")).to_be_visible()
    clean(calm, "pantry")


def test_a_recipe_s_review_and_the_palette_are_clean(calm: Page) -> None:
    calm.goto("/paste")
    calm.get_by_label("Paste ingredients", exact=False).fill("1 cup flour\n2 large eggs\n1 tsp salt\nsome wattleseed")
    calm.get_by_role("button", name="Read it").click()
    expect(calm.get_by_text("Which flour?")).to_be_visible()
    clean(calm, "review")
    calm.keyboard.press("Control+k")
    expect(calm.get_by_role("listbox", name="Commands")).to_be_visible()
    clean(calm, "palette")


def test_every_stage_goes_by_the_key_it_declares(page: Page) -> None:
    page.goto("/dough/1/formula")
    expect(page.get_by_role("navigation", name="Stages")).to_be_visible()
    for stage in (s for s in STAGES if "keys" in s):
        for key in stage["keys"].split():
            page.keyboard.press(key)
        expect(page).to_have_url(re.compile(rf"/dough/1/{stage['name']}$"))
    page.keyboard.press("?")
    sheet = page.get_by_role("dialog", name="Keys")
    for stage in (s for s in STAGES if "keys" in s):
        expect(sheet.get_by_text(stage["say"], exact=True)).to_be_visible()


@pytest.mark.parametrize(
    ("path", "texts"),
    [
        ("/dough/1/formula", ["Side", "Pull", "Where from?", "Apricots, dried", "Sugar : fat", "Raw dough."]),
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
