"""Butter as a cook lives it: out of the fridge, a time, a reading, and what it does to today's batch."""

from __future__ import annotations

import re
from datetime import datetime, timedelta

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import Server

pytestmark = pytest.mark.e2e


def wide(page: Page) -> str:
    return str(page.get_by_role("img", name=re.compile("^From above")).get_attribute("aria-label"))


def test_a_block_from_the_fridge_gets_a_time_and_a_reading_shifts_the_batch(page: Page, server: Server) -> None:
    page.goto("/dough/3/butter")
    strip = page.get_by_role("slider", name=re.compile("Temperature strip"))
    expect(strip).to_be_visible()
    # Ten past nine, or as long ago as the day allows: the time is typed as a cook writes it.
    out = datetime.now() - timedelta(minutes=35)
    page.get_by_label("Form of the butter").select_option("block")
    page.get_by_label("Room, °C").fill("22")
    page.get_by_label("Out since").fill(out.strftime("%H:%M"))
    page.get_by_role("button", name="Start the clock").click()
    expect(page.get_by_text(re.compile(r"ready, in \d h \d\d min"))).to_be_visible()
    big = page.locator(".huge").filter(has_text=re.compile(r"^\d\d:\d\d$"))
    ready = big.inner_text()
    expected = out + timedelta(minutes=167)
    apart = (datetime.strptime(ready, "%H:%M") - expected.replace(tzinfo=None)).seconds
    assert min(apart, 86_400 - apart) < 20 * 60
    assert big.evaluate("e => parseFloat(getComputedStyle(e).fontSize)") >= 48
    # It survives the page and the server going away.
    server.stop()
    server.start()
    page.reload()
    expect(page.locator(".huge").filter(has_text=ready)).to_be_visible()
    before = wide(page)
    page.get_by_label("Butter reading, °C").fill("20.8")
    page.get_by_role("button", name="Enter it").click()
    expect(page.get_by_text(re.compile(r"Forecast: .*wider"))).to_be_visible()
    assert wide(page) == before, "nothing changes before the cook accepts"
    page.get_by_role("button", name="Take 20.8 °C for today’s batch").click()
    expect(page.get_by_role("status")).to_contain_text(re.compile(r"^saved"))
    expect(page.get_by_role("img", name=before)).to_have_count(0)
    expect(page.locator(".now title")).to_have_text("butter now 20.8 °C")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("img", name=before)).to_be_visible()


def test_strip_and_tabs_by_keyboard(page: Page) -> None:
    page.goto("/dough/3/butter")
    strip = page.get_by_role("slider", name=re.compile("Temperature strip"))
    strip.focus()
    start = float(strip.get_attribute("aria-valuenow") or 0)
    for _ in range(4):
        page.keyboard.press("ArrowUp")
    expect(strip).to_have_attribute("aria-valuenow", f"{start + 2:g}")
    expect(strip).to_have_attribute("aria-valuetext", re.compile("finger slides in"))
    page.get_by_role("tab", name="Clock").focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("tab", name="Dough temperature")).to_have_attribute("aria-selected", "true")
    page.get_by_label("Temperature of egg and liquids, °C").fill("4")
    page.keyboard.press("Tab")
    expect(page.get_by_text("curdles", exact=False)).to_be_visible()
    expect(page.get_by_text(re.compile("butter at .* instead of"))).to_be_visible()


def test_wrong_entries_say_what_to_do(page: Page) -> None:
    page.goto("/dough/3/butter")
    page.get_by_label("Out since").fill("soon")
    page.get_by_role("button", name="Start the clock").click()
    expect(page.get_by_role("alert")).to_contain_text("09:10")
    page.get_by_label("Out since").fill("")
    page.get_by_label("Room, °C").fill("lots")
    expect(page.get_by_role("alert")).to_be_visible()
    page.get_by_label("Room, °C").fill("16")
    expect(page.get_by_text("never gives butter of 17 °C", exact=False)).to_be_visible()


def test_a_cup_and_another_school(page: Page) -> None:
    page.goto("/dough/3/butter")
    page.get_by_role("tab", name="Creaming").click()
    page.get_by_label("Level cup of water, g").fill("200")
    page.get_by_label("Level cup of creamed mass, g").fill("190")
    page.keyboard.press("Tab")
    expect(page.get_by_text("enough for a cookie", exact=False)).to_be_visible()
    page.get_by_role("tab", name="Mixing").click()
    with page.expect_response(lambda r: r.request.method == "PUT"):
        page.get_by_role("radio", name=re.compile("^Melted and cooled")).check()
    expect(page.get_by_text("this method wants 30 to 40 °C", exact=False)).to_be_visible()
    page.get_by_role("tab", name="Rest").click()
    page.get_by_role("button", name="Chill it so after shaping").click()
    expect(page.get_by_text(re.compile(r"\d+ min after"))).to_be_visible()
