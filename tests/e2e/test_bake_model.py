"""The forecast on screen: scrub through a bake, change the flour, read the chart."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.test_whole_loop import number, tall_mm, wide_mm

pytestmark = pytest.mark.e2e


def ready(page: Page, path: str = "/dough/1/formula") -> None:
    page.goto(path)
    expect(page.get_by_label("Minute of the bake")).to_be_visible()


def scrub(page: Page, minute: float) -> None:
    page.get_by_label("Minute of the bake").fill(str(minute))


def test_scrubbing_shows_it_warm_spread_and_settle(page: Page) -> None:
    ready(page)
    final = wide_mm(page), tall_mm(page)
    scrub(page, 0)
    raw = wide_mm(page), tall_mm(page)
    moment = page.locator(".miss")
    expect(moment).to_contain_text("0.0 min: core")
    cold = number(re.sub(r".*core", "", moment.text_content() or ""))
    scrub(page, 10)
    half = wide_mm(page), tall_mm(page)
    warm = number(re.sub(r".*core", "", moment.text_content() or ""))
    assert raw[0] < half[0]
    assert raw[1] > half[1]
    assert warm > cold + 30
    page.get_by_role("button", name="cooled").click()
    assert (wide_mm(page), tall_mm(page)) == final


def test_past_the_pull_it_is_out_of_the_oven(page: Page) -> None:
    ready(page)
    scrub(page, 14)
    expect(page.locator(".miss")).to_contain_text("out of the oven")


def test_the_slider_and_the_play_control_work_by_keyboard(page: Page) -> None:
    ready(page)
    slider = page.get_by_label("Minute of the bake")
    slider.focus()
    slider.press("Home")
    expect(page.locator(".miss")).to_contain_text("0.0 min")
    page.get_by_role("button", name="Play the bake").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Stop the bake")).to_be_visible()
    expect(page.locator(".miss")).not_to_contain_text("0.0 min")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Play the bake")).to_be_visible()


def test_more_flour_moves_drawing_and_numbers_together(page: Page) -> None:
    ready(page)
    outline = page.locator("path.forecast")
    before = wide_mm(page), tall_mm(page), outline.get_attribute("d")
    flour = page.get_by_label("Plain flour, grams")
    flour.fill("260")
    flour.press("Enter")
    expect(page.get_by_label("Butter, unsalted, baker's percentage")).to_have_value("58.3")
    assert wide_mm(page) < before[0]
    assert tall_mm(page) > before[1]
    assert outline.get_attribute("d") != before[2]


def test_the_egg_line_stands_apart_from_the_window(page: Page) -> None:
    ready(page)
    expect(page.locator(".egg-line")).to_contain_text("no proof here")
    minutes = page.get_by_label("Minutes in the oven")
    minutes.fill("5")
    minutes.press("Enter")
    expect(page.locator(".egg-line")).to_contain_text("core only")
    expect(page.get_by_role("heading", name="Pull", exact=True)).to_be_visible()


def test_a_bang_on_the_pan_flattens_the_cookie(page: Page) -> None:
    ready(page)
    before = wide_mm(page), tall_mm(page)
    box = page.get_by_label("Pan banged at")
    box.fill("6.5")
    box.press("Enter")
    expect(box).to_have_value("6.5")
    expect(page.locator(".head", has_text="Side").locator("b")).not_to_have_text(str(before[1]))
    assert wide_mm(page) > before[0]
    assert tall_mm(page) < before[1]


def test_the_chart_has_curves_a_table_and_what_decides(page: Page) -> None:
    ready(page)
    page.get_by_role("link", name="Bake chart").click()
    expect(page.get_by_role("img", name=re.compile("^Temperature in °C"))).to_be_visible()
    expect(page.get_by_role("heading", name="What decides this")).to_be_visible()
    expect(page.get_by_role("region", name="What decides this")).to_contain_text("Learned from 17 bakes")
    page.get_by_role("button", name="As a table").click()
    expect(page.get_by_role("columnheader", name="core °C")).to_be_visible()
    rows = page.locator("tbody tr")
    assert rows.count() > 10
    first, last = (number(rows.nth(n).locator("td").nth(4).text_content()) for n in (0, rows.count() - 1))
    assert last > first + 20


def test_where_from_reads_the_model_s_own_words(page: Page) -> None:
    ready(page)
    page.get_by_role("button", name="Where from?").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("Learned from 17 bakes of this kitchen")
    dialog.get_by_text("Where it ends").click()
    expect(dialog).to_contain_text("Not modelled")
