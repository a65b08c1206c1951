"""Retake docs/screenshots from the demo data, at 1280×800."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Page

from tools.serve import chromium, demo_server

OUT = Path(__file__).resolve().parent.parent / "docs" / "screenshots"


def shelf(page: Page) -> None:
    page.goto("/")
    page.get_by_role("heading", name="Cardamom rye with apricot").wait_for()


RECIPE = """Platform rounds
2 1/4 cups flour
1 cup (2 sticks) butter, soft
3/4 cup packed brown sugar
1 large egg plus 1 yolk
1 tsp soda
1 tsp salt
300 to 340 g rolled oats, by feel
2 cups chocolate chips
1/2 tsp wattleseed

Bake at 375 for 11 minutes. Makes 30."""


def target(page: Page) -> None:
    page.goto("/dough/1/target")
    page.get_by_role("slider", name="Target on the texture map", exact=False).wait_for()
    page.get_by_label("The cookie in words").wait_for()


def formula(page: Page) -> None:
    page.goto("/dough/1/formula")
    page.get_by_label("Minute of the bake").wait_for()
    page.get_by_label("Butter, unsalted, grams").focus()


def paste_review(page: Page) -> None:
    page.goto("/paste")
    page.get_by_label("Paste ingredients", exact=False).fill(RECIPE)
    page.get_by_role("button", name="Read it").click()
    page.get_by_text("Which flour?").wait_for()


def swaps(page: Page) -> None:
    page.goto("/dough/3/swaps")
    for need in ("no egg", "no milk"):
        page.get_by_role("switch", name=need, exact=True).click()
        page.locator(f"[role=switch][aria-checked=true]:has-text('{need}')").wait_for()
    page.get_by_text("3 lines break a need").wait_for()
    page.get_by_text("With the swaps").wait_for()


def butter(page: Page) -> None:
    page.goto("/dough/3/butter")
    page.get_by_text("Minutes in", exact=False).wait_for()


def ladder(page: Page) -> None:
    page.goto("/dough/3/next")
    page.get_by_role("radiogroup", name="How many changes").wait_for()


def results(page: Page) -> None:
    page.goto("/dough/1/results")
    page.get_by_text("Against the target").wait_for()


def learn(page: Page) -> None:
    page.goto("/dough/1/learn")
    page.get_by_role("heading", name="Which bakes count").wait_for()


def kitchen(page: Page) -> None:
    page.goto("/kitchen")
    page.get_by_role("button", name="Scale at the bench").first.click()
    page.get_by_role("button", name="Nothing on it").click()
    page.get_by_text("reads true").or_(page.get_by_text("within what")).first.wait_for()


def run(page: Page) -> None:
    page.goto("/dough/1/bake")
    page.get_by_text("60 times").click()
    page.get_by_text("Just as the formula stands").click()
    page.get_by_role("button", name="all steps").wait_for()


def bench_weigh(page: Page) -> None:
    run(page)
    page.get_by_role("button", name="all steps").click()
    page.get_by_role("button", name=re.compile("^. Weigh for creaming")).click()
    page.get_by_role("button", name=re.compile("^pour 150")).click()
    page.get_by_text("✓ right").wait_for()


def bench_oven(page: Page) -> None:
    run(page)
    page.get_by_role("button", name="all steps").click()
    page.get_by_role("button", name=re.compile("^. Bake 1")).click()
    page.get_by_role("button", name="In the oven").click()
    page.get_by_text(re.compile(r"By 2\d readings")).wait_for()


def plan_part(page: Page, dough: int, tab: str) -> None:
    page.goto(f"/dough/{dough}/plan")
    page.get_by_role("tab", name=tab).click()


def trays(page: Page) -> None:
    plan_part(page, 4, "Trays")
    page.get_by_role("heading", name="Loads").wait_for()


def plan(page: Page) -> None:
    page.goto("/dough/4/plan")
    page.get_by_role("heading", name="Plan").wait_for()


def larder(page: Page) -> None:
    page.goto("/larder")
    page.get_by_role("heading", name="Larder").first.wait_for()


def photo(page: Page) -> None:
    """A bake photographed by the simulated camera, measured and ready to be logged."""
    page.goto("/dough/3/results")
    page.get_by_role("button", name="Log a bake").click()
    page.get_by_role("button", name="Simulated camera").click()
    page.get_by_role("button", name="Use these figures").wait_for()


def day(page: Page) -> None:
    page.goto("/dough/1/plan")
    page.get_by_role("link", name="The day").click()
    page.get_by_role("group", name="Steps on their lanes").wait_for()


def panel(page: Page) -> None:
    """The demo's closed panel of made-up tasters."""
    page.goto("/dough/1/panels")
    page.get_by_label("Which panel").select_option(index=1)
    page.get_by_text("needed at 5 %").first.wait_for()


def ballot(page: Page) -> None:
    """A ballot on a guest's phone."""
    page.goto("/dough/1/panels")
    url = page.locator(".url").inner_text()
    page.set_viewport_size({"width": 390, "height": 800})
    page.goto(url)
    page.get_by_role("checkbox").check()
    page.get_by_role("button", name="Begin").click()
    page.get_by_role("radio", name="like very much", exact=True).first.click()


VIEWS = (
    kitchen, shelf, paste_review, target, formula, results, butter, ladder, swaps, learn, plan, trays, day, larder,
    photo, panel, bench_weigh, bench_oven, ballot,
)  # fmt: skip


def main() -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    with demo_server() as url, chromium() as browser:
        context = browser.new_context(
            base_url=url, viewport={"width": 1280, "height": 800}, reduced_motion="reduce", color_scheme="light"
        )
        page = context.new_page()
        for view in VIEWS:
            view(page)
            # An oven with a probe in it is never quiet.
            if view is not bench_oven:
                page.wait_for_load_state("networkidle")
            # Two frames later what was last changed is also what is painted.
            page.evaluate("() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))")
            page.screenshot(path=OUT / f"{view.__name__}.png")
            print(f"docs/screenshots/{view.__name__}.png")


if __name__ == "__main__":
    main()
