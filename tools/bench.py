"""Measure what a cook waits for, and print it. Nothing here is a test: it judges by the printed figure.

An edit is timed in the browser, from the question being sent until the frame after the answer was drawn.
"""

from __future__ import annotations

import json
import time
import urllib.request
from statistics import median, quantiles

from playwright.sync_api import Page

from tools.serve import chromium, demo_server

EDITS = 120
BUDGET_MS = 100


def summary(name: str, values: list[float], budget: float | None = None) -> None:
    p95 = quantiles(values, n=20)[-1]
    ratio = f"   {p95 / budget:.2f} of the {budget:.0f} ms allowed" if budget else ""
    print(f"{name:<46} median {median(values):7.1f} ms   p95 {p95:7.1f} ms{ratio}")


def redraws(page: Page) -> list[float]:
    """Nudge a rail and read the app's own marks."""
    page.goto("/dough/1/formula")
    rail = page.get_by_role("slider").first
    rail.wait_for()
    page.wait_for_load_state("networkidle")
    rail.focus()
    page.evaluate("performance.clearMeasures('tarte:redraw')")
    for n in range(EDITS):
        rail.press("ArrowRight" if n % 20 < 10 else "ArrowLeft")
        page.wait_for_function(f"performance.getEntriesByName('tarte:redraw').length > {n}")
    found = page.evaluate("performance.getEntriesByName('tarte:redraw').map(e => e.duration)")
    return [float(x) for x in found]


def long_formula(page: Page) -> None:
    """Grow the formula to 200 lines by a save over the API, as the page itself would."""
    page.evaluate(
        """async () => {
          const token = /csrftoken=([^;]+)/.exec(document.cookie)[1]
          const dough = await (await fetch('/api/doughs/1')).json()
          const extra = Array.from({length: 190}, (_, n) => ({...dough.draft.lines[n % 10], id: 'x' + n}))
          dough.draft.lines.push(...extra)
          const {revision, name, style, draft, target} = dough
          const body = JSON.stringify({revision, name, style, draft, target})
          await fetch('/api/doughs/1/draft', {method: 'PUT', body,
            headers: {'content-type': 'application/json', 'x-csrftoken': token}})
        }"""
    )


def previews(page: Page, url: str) -> list[float]:
    """The preview alone, over HTTP, without a browser."""
    cookies = {c["name"]: c["value"] for c in page.context.cookies()}
    header = "; ".join(f"{k}={v}" for k, v in cookies.items())
    with urllib.request.urlopen(urllib.request.Request(f"{url}/api/doughs/1", headers={"Cookie": header})) as answer:
        dough = json.load(answer)
    body = json.dumps({"draft": dough["draft"], "style": dough["style"], "target": dough["target"]["cookie"]}).encode()
    headers = {"Cookie": header, "X-CSRFToken": cookies["csrftoken"], "Content-Type": "application/json"}
    times = []
    for _ in range(200):
        begun = time.perf_counter()
        urllib.request.urlopen(urllib.request.Request(f"{url}/api/preview", data=body, headers=headers)).read()
        times.append(1000 * (time.perf_counter() - begun))
    return times


def main() -> None:
    with demo_server() as url, chromium() as browser:
        page = browser.new_context(base_url=url, viewport={"width": 1280, "height": 800}, bypass_csp=True).new_page()
        summary("an edit answered and redrawn, 10 lines", redraws(page), BUDGET_MS)
        summary("preview over HTTP, 10 lines", previews(page, url))
        long_formula(page)
        summary("an edit answered and redrawn, 200 lines", redraws(page), BUDGET_MS)
        summary("preview over HTTP, 200 lines", previews(page, url))


if __name__ == "__main__":
    main()
