"""Retake docs/screenshots from the demo data, at 1280×800."""

from __future__ import annotations

from pathlib import Path

from playwright.sync_api import Page

from tools.serve import chromium, demo_server

OUT = Path(__file__).resolve().parent.parent / "docs" / "screenshots"


def shelf(page: Page) -> None:
    page.goto("/")
    page.get_by_role("heading", name="Cardamom rye with apricot").wait_for()


def target(page: Page) -> None:
    page.goto("/dough/1/target")
    page.get_by_text("Or take a style").wait_for()


def formula(page: Page) -> None:
    page.goto("/dough/1/formula")
    page.get_by_label("Minute of the bake").wait_for()
    page.get_by_label("Butter, unsalted, grams").focus()


def bake_chart(page: Page) -> None:
    page.goto("/dough/1/bake-chart")
    page.get_by_role("heading", name="What decides this").wait_for()
    page.get_by_label("Minute of the bake").fill("7")


def results(page: Page) -> None:
    page.goto("/dough/1/results")
    page.get_by_text("Against the target").wait_for()


def main() -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    with demo_server() as url, chromium() as browser:
        context = browser.new_context(
            base_url=url, viewport={"width": 1280, "height": 800}, reduced_motion="reduce", color_scheme="light"
        )
        page = context.new_page()
        for view in (shelf, target, formula, bake_chart, results):
            view(page)
            page.wait_for_load_state("networkidle")
            # Two frames later what was last changed is also what is painted.
            page.evaluate("() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))")
            page.screenshot(path=OUT / f"{view.__name__}.png")
            print(f"docs/screenshots/{view.__name__}.png")


if __name__ == "__main__":
    main()
