"""What a cook at the bench waits for: an act written down, a scale's line on the screen; and what a day of them takes.

python -m tools.bench_run [acts]
"""

from __future__ import annotations

import json
import sys
import time
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import Any

from playwright.sync_api import Page

from tools.bench import summary
from tools.serve import chromium, demo_server

ACTS, LINES = 3000, 120


def asker(page: Page, url: str) -> Callable[[str, str, Any], Any]:
    cookies = {c["name"]: c["value"] for c in page.context.cookies()}
    header = "; ".join(f"{k}={v}" for k, v in cookies.items())
    headers = {"Cookie": header, "X-CSRFToken": cookies["csrftoken"], "Content-Type": "application/json"}

    def ask(method: str, path: str, body: Any = None) -> Any:
        data = None if body is None else json.dumps(body).encode()
        question = urllib.request.Request(f"{url}/api{path}", data=data, headers=headers, method=method)
        with urllib.request.urlopen(question) as answer:
            return json.load(answer)

    return ask


def lines_to_screen(page: Page) -> list[float]:
    """From a line being read to the browser having it, ms, by the one clock both go by."""
    found: list[float] = page.evaluate(
        """most => new Promise(done => {
             const late = []
             const source = new EventSource('/api/devices/stream')
             source.addEventListener('readings', e => {
               const newest = Math.max(...JSON.parse(e.data).map(r => r.at))
               requestAnimationFrame(() => {
                 late.push(Date.now() - newest)
                 if (late.length >= most) { source.close(); done(late) }
               })
             })
           })""",
        LINES,
    )
    return found


def resident_mb() -> float:
    """Memory of the server's process, MB."""
    for status in Path("/proc").glob("[0-9]*/status"):
        try:
            if "tarte.asgi" in (status.parent / "cmdline").read_text().replace("\0", " "):
                line = next(x for x in status.read_text().splitlines() if x.startswith("VmRSS"))
                return int(line.split()[1]) / 1024.0
        except (OSError, StopIteration):
            continue
    return float("nan")


def main(acts: int) -> None:
    with demo_server() as url, chromium() as browser:
        page = browser.new_context(base_url=url, bypass_csp=True).new_page()
        page.goto("/")
        page.get_by_role("heading", name="The shelf").wait_for()
        summary("a device's line drawn", lines_to_screen(page), 150)
        ask = asker(page, url)
        run = ask("POST", "/runs", {"dough_id": 1, "key": "bench-run"})
        step = run["script"]["steps"][0]["id"]
        took, memory = [], [resident_mb()]
        for n in range(acts):
            act = {"key": f"a{n}", "what": "probe", "step": step, "values": {"of": "core 1", "c": 20.0 + n % 70}}
            begun = time.perf_counter()
            ask("POST", f"/runs/{run['id']}/events", {"events": [act]})
            took.append(1000 * (time.perf_counter() - begun))
            if n % (acts // 6) == acts // 6 - 1:
                memory.append(resident_mb())
        summary("an act written down, the first 200", took[:200], 50)
        summary(f"an act written down, after {acts - 200}", took[-200:], 50)
        print(f"memory over {acts} acts: {', '.join(f'{m:.0f}' for m in memory)} MB")


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else ACTS)
