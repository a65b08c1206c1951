"""Measure what a cook waits for, and print it. Nothing here is a test: it judges by the printed figure.

An edit is timed in the browser, from the question being sent until the frame after the answer was drawn.
"""

from __future__ import annotations

import json
import re
import time
import urllib.request
from collections.abc import Callable
from dataclasses import replace
from functools import partial
from statistics import median, quantiles

import numpy as np
from playwright.sync_api import Page, ViewportSize

from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecast
from dough.bake.outputs import endings
from dough.counsel.next_steps.ladder import ladder
from dough.counsel.next_steps.ranking import advice, pairs
from dough.counsel.swaps.candidates import candidates
from dough.counsel.swaps.plan import put_together
from dough.counsel.swaps.study import study
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.needs import Wanted
from dough.facts.styles import styles
from dough.judgement.learning.fit import learn
from dough.judgement.learning.reference import Reference
from dough.photo.camera import Camera, picture, scene_of
from dough.photo.measure import read_photo
from dough.photo.sheet import look
from dough.plan.cp_sat import solve
from dough.plan.day import DayAsk, Done, Part, from_here, problem, without_hours
from dough.plan.schedule import Lane
from dough.plan.whole import planned
from dough.plan.wish import Have, TrayWish, Wish
from evidence.kitchens import SimulatedKitchen
from evidence.recipes import DROP
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
    rail = page.get_by_role("slider", name=re.compile("^Sugar"))
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
    return timed(page, url, "/api/preview", 200)


def timed(page: Page, url: str, path: str, times: int) -> list[float]:
    """Ask the same question of the server so many times, as the page's own session would."""
    cookies = {c["name"]: c["value"] for c in page.context.cookies()}
    header = "; ".join(f"{k}={v}" for k, v in cookies.items())
    with urllib.request.urlopen(urllib.request.Request(f"{url}/api/doughs/1", headers={"Cookie": header})) as answer:
        dough = json.load(answer)
    body = json.dumps({"draft": dough["draft"], "style": dough["style"], "target": dough["target"]["cookie"]}).encode()
    headers = {"Cookie": header, "X-CSRFToken": cookies["csrftoken"], "Content-Type": "application/json"}
    question = urllib.request.Request(f"{url}{path}", data=body, headers=headers)
    return [clock(lambda: urllib.request.urlopen(question).read()) for _ in range(times)]


def details(page: Page, url: str) -> list[float]:
    """Window, best minute, ranges and what decides, over HTTP."""
    return timed(page, url, "/api/preview/detail", 40)


def model() -> None:
    """The bake model alone, compiled beside uncompiled."""
    one, many = [DROP], [replace(DROP, portion_g=20.0 + 0.2 * n) for n in range(256)]
    bake(many)
    compiled = [clock(lambda: endings(bake(one))) for _ in range(60)]
    summary("one forecast, compiled", compiled, 5)
    summary("256 variants, compiled", [clock(lambda: endings(bake(many))) for _ in range(6)], 500)
    plain = [clock(lambda: endings(bake(one, compiled=False))) for _ in range(4)]
    print(f"{'the same uncompiled':<46} {median(plain) / median(compiled):.0f} times as long")


BROKEN = (
    "ap", "butter", "egg", "yolk", "milk", "buttermilk", "cream", "honey", "smp", "vanilla", "espresso", "cocoa_n",
    "dark65", "milkchoc", "whitechoc", "walnuts", "hazelnuts", "almond", "tahini", "pb", "rye", "mayo", "marsh",
    "toffee", "soymilk",
)  # fmt: skip
NEEDS = Wanted(("vegan", "no_gluten", "no_nuts", "no_peanut", "no_sesame", "no_soy", "no_alcohol", "no_caffeine"))


def swaps() -> None:
    """A formula of 25 lines that all break a need: one solution, and every candidate of every line."""
    lines = tuple(Line(i, i, 40.0 if n else 300.0, Step.DRY) for n, i in enumerate(BROKEN))
    draft = Draft(Formula(lines), Process())
    pools = {x.id: candidates(x, NEEDS) for x in lines}
    first = {i: pool[0] for i, pool in pools.items()}
    style = styles()["chewy"]
    base = put_together(draft, first, (), style).amounts
    summary("swaps: all 25 lines solved together", [clock(lambda: put_together(draft, first)) for _ in range(30)], 300)
    count = sum(len(p) for p in pools.values())

    def each() -> None:
        for ident, pool in pools.items():
            others = {k: v for k, v in base.items() if k != ident}
            for rule in pool:
                put_together(draft, {**first, ident: rule}, (), style, others)

    summary(f"swaps: each of {count} candidates solved", [clock(each) for _ in range(5)], 300)
    whole = [clock(lambda: study(Setting.of(draft, style, Kit()), NEEDS, (), {})) for _ in range(5)]
    summary("swaps: candidates forecast and ranked too", whole)


def planning() -> None:
    """A plan while it is dragged, and a day of four doughs in two ovens."""
    style = styles()["chewy"]
    draft, _ = from_style_formula(style)
    setting = Setting.of(draft, style)
    have = Have(
        oven={"shelves": 2.0, "preheat_min": 22.0}, oven_id=1, mixer={"most_g": 1600.0}, mixer_id=1, tray_id=1,
        tray={"usable_width_mm": 430.0, "usable_depth_mm": 340.0, "how_many": 4.0},
    )  # fmt: skip
    planned(Wish(pieces=24), setting, Cookie(), have, "p1", "Softs")

    def drag(gap: float) -> None:
        planned(Wish(pieces=24, tray=TrayWish(gap_mm=gap)), setting, Cookie(), have, "p1", "Softs")

    summary("tray map while its gap is dragged", [clock(partial(drag, float(g))) for g in range(1, 41)], BUDGET_MS)
    lanes = tuple(
        Lane(f"{what}:{n}", what, count, what == "oven", 0.12, 0.2)
        for what, n, count in (("mixer", 1, 1), ("oven", 1, 2), ("oven", 2, 2), ("tray", 1, 4))
    )
    for cooks in (1, 2):
        parts = tuple(
            Part(f"p{n}", f"dough {n}", planned(
                Wish(pieces=20 + 2 * n), setting, Cookie(), replace(have, oven_id=1 + n % 2), f"p{n}", f"dough {n}"
            ).steps, 960) for n in range(4)
        )  # fmt: skip
        ask = problem(DayAsk(parts, lanes, cooks))
        solve(ask)
        took = [clock(partial(solve, ask)) for _ in range(7)]
        summary(f"a day of four doughs, {cooks} cook{'s' if cooks > 1 else ''}", took, 2000)
        now = 700
        done = tuple(Done(x.task, x.start, x.end) for x in solve(ask).placed if x.end <= now)
        rest = without_hours(from_here(ask, now + 15, done), now + 15)
        summary("  the rest of it, 15 min late", [clock(partial(solve, rest, rest=True)) for _ in range(7)], 1000)


def teaching() -> None:
    """What a cook waits for after a bake: the calibration, a photo, what to change next, the ladder."""
    style = styles()["chewy"]
    draft = from_style_formula(style)[0]
    bakes = [
        replace(SimulatedKitchen(np.random.default_rng(n // 4)).log(n % 4), ident=Reference("bake", n))
        for n in range(20)
    ]
    learn(bakes[:3])
    summary("learn: 3 bakes", [clock(lambda: learn(bakes[:3])) for _ in range(8)], 1000)
    summary("learn: 20 bakes", [clock(lambda: learn(bakes)) for _ in range(5)], 1000)
    target = Cookie(diameter_mm=95.0, height_mm=9.0, rim_crisp=80.0, middle_soft=45.0, crust_l=58.0)

    now = Setting.of(draft, style)

    def ranking() -> None:
        pairs(now, target, advice(now, target))

    summary("next: singles and pairs ranked", [clock(ranking) for _ in range(10)], 1000)
    summary("next: the ladder", [clock(lambda: ladder(now, target)) for _ in range(8)], 2000)
    rng = np.random.default_rng(1)
    case = bake_case(draft, style, Kit())
    assert isinstance(case, BakeCase)
    shot = picture(scene_of(forecast(case), 6, rng), Camera(), rng)
    summary("photo: card found, cookies measured", [clock(lambda: read_photo(look(shot))) for _ in range(5)])


def clock(work: Callable[[], object]) -> float:
    begun = time.perf_counter()
    work()
    return 1000 * (time.perf_counter() - begun)


def main() -> None:
    model()
    swaps()
    planning()
    teaching()
    with demo_server() as url, chromium() as browser:
        size: ViewportSize = {"width": 1280, "height": 800}
        page = browser.new_context(base_url=url, viewport=size, bypass_csp=True).new_page()
        summary("an edit answered and redrawn, 10 lines", redraws(page), BUDGET_MS)
        summary("preview over HTTP, 10 lines", previews(page, url), 30)
        summary("detail over HTTP, 10 lines", details(page, url), 200)
        long_formula(page)
        summary("an edit answered and redrawn, 200 lines", redraws(page), BUDGET_MS)
        summary("preview over HTTP, 200 lines", previews(page, url))


if __name__ == "__main__":
    main()
