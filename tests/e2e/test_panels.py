"""A panel from question to sentence: set up at the desk, answered on six phones, closed and read."""

from __future__ import annotations

import re
import shutil
from io import BytesIO
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect
from pypdf import PdfReader

from tests.e2e.conftest import PATIENCE_MS, QUIET, Server, free_port
from tests.e2e.test_access import laid_out, violations
from tests.e2e.test_bench_away import Secure

pytestmark = pytest.mark.e2e


class Tasting(Secure):
    """The demo kitchen over TLS, with a listener for ballots beside it."""

    def __init__(self, data: Path, port: int) -> None:
        self.ballots = port
        super().__init__(data)

    def start(self) -> None:
        self.env |= {"TARTE_BALLOT_PORT": str(self.ballots), "TARTE_BALLOTS_AT": f"http://127.0.0.1:{self.ballots}"}
        super().start()


def phone(chromium: Browser) -> BrowserContext:
    """A guest's phone: no session, nothing installed."""
    context = chromium.new_context(viewport={"width": 390, "height": 780}, reduced_motion="reduce")
    context.set_default_timeout(PATIENCE_MS)
    return context


def set_up(page: Page) -> None:
    """A triangle of versions 4 and 6 for six."""
    page.goto("/dough/1/panels")
    page.get_by_role("button", name="Set up a panel").click()
    page.get_by_label("What is it about?").fill("Does the butter show?")
    page.get_by_label("Sample 1 from").select_option("v4")
    page.get_by_label("Sample 2 from").select_option("v6")
    for n in (1, 2):
        page.get_by_label(f"Sample {n}, hours from oven to table").fill("20")
    page.get_by_label("Tasters", exact=True).fill("6")
    expect(page.get_by_text(re.compile("Of 6, 5 have to be right"))).to_be_visible()
    page.get_by_role("button", name="Keep this panel").click()
    page.get_by_role("button", name="Open it: draw codes by lot").click()
    expect(page.get_by_text("of 6 have answered")).to_be_visible()


def link(page: Page, number: int) -> str:
    expect(page.get_by_role("heading", name=f"Ballot {number}")).to_be_visible()
    address = page.locator(".url")
    expect(address).to_contain_text("/b/")
    return address.inner_text()


def begin(guest: Page, url: str) -> None:
    guest.goto(url)
    expect(guest.get_by_role("heading", name="Before you taste")).to_be_visible()
    expect(guest.get_by_role("button", name="Begin")).to_be_disabled()
    expect(guest.get_by_role("listitem").filter(has_text="milk")).to_be_visible()
    guest.get_by_role("checkbox").check()
    guest.get_by_role("button", name="Begin").click()
    expect(guest.get_by_role("heading", name="Which one is not like the other two?")).to_be_visible()


def odd_ones(page: Page) -> dict[int, str]:
    """Which code is the odd one, by plate: read off the plating sheet, as whoever plates would."""
    sheet = page.request.get(page.get_by_role("link", name="Plating sheet").get_attribute("href") or "")
    text = "\n".join(p.extract_text() for p in PdfReader(BytesIO(sheet.body())).pages)
    found = {}
    for row in re.finditer(r"Plate (\d+):\s+(.*)", text):
        pieces = re.findall(r"(\d{3}) (Version \d)", row[2])
        names = [name for _, name in pieces]
        found[int(row[1])] = next(code for code, name in pieces if names.count(name) == 1)
    return found


def test_a_triangle_from_the_question_to_the_sentence(page: Page, chromium: Browser, server: Server) -> None:
    set_up(page)
    labels = page.request.get(page.get_by_role("link", name="Labels by plate").get_attribute("href") or "")
    printed = "\n".join(p.extract_text() for p in PdfReader(BytesIO(labels.body())).pages)
    odd = odd_ones(page)
    assert len(odd) == 6
    assert all(code in printed for code in odd.values())
    guests = []
    for number in range(1, 7):
        context = phone(chromium)
        guests.append(context)
        guest = context.new_page()
        begin(guest, link(page, number))
        guest.get_by_role("button", name=re.compile(odd[number])).click()
        if number == 1:
            # A reload in the middle, as phones do.
            guest.reload()
            expect(guest.get_by_role("button", name=re.compile(odd[1]))).to_have_attribute("aria-pressed", "true")
        if number == 2:
            # No signal just now: what was said stays on the phone, and goes when there is some again.
            guest.get_by_role("button", name="Next").click()
            context.set_offline(True)
            guest.get_by_role("button", name="Send").click()
            expect(guest.get_by_role("alert")).to_contain_text("kept on this phone")
            context.set_offline(False)
            guest.get_by_role("button", name="Send").click()
        else:
            guest.get_by_role("button", name="Next").click()
            guest.get_by_role("button", name="Send").click()
        expect(guest.get_by_role("heading", name=re.compile("^Thank you"))).to_be_visible()
        expect(page.get_by_text(f"{number} of 6 have answered")).to_be_visible()
    page.get_by_role("button", name="Close and tell").click()
    said = "Version 4 and Version 6 are told apart: 6 of 6 were right."
    expect(page.get_by_role("heading", name=said)).to_be_visible()
    expect(page.get_by_text(re.compile("such panels"))).to_be_visible()
    expect(page.get_by_text(re.compile("6 tasters told it: 6 of 6 right, where guessing gives 2"))).to_be_visible()
    for context in guests:
        assert context.cookies() == []
        context.close()


def test_a_guest_without_the_kitchens_certificate_answers_on_the_ballots_own_listener(
    chromium: Browser, tmp_path: Path, demo_data: Path
) -> None:
    """The kitchen speaks TLS by its own certificate; a guest's phone, which doesn't trust it, tastes all the same."""
    data = tmp_path / "data"
    shutil.copytree(demo_data, data)
    port = free_port()
    served = Tasting(data, port)
    browser = chromium.browser_type.launch(
        executable_path="/usr/bin/chromium", args=[*QUIET, "--ignore-certificate-errors"]
    )
    try:
        desk = browser.new_page(base_url=served.url, ignore_https_errors=True)
        desk.set_default_timeout(PATIENCE_MS)
        desk.goto("/dough/1/panels")
        url = link(desk, 8)
        assert url.startswith(f"http://127.0.0.1:{port}/b/")
        guest = phone(chromium).new_page()
        guest.goto(url)
        guest.get_by_role("checkbox").check()
        guest.get_by_role("button", name="Begin").click()
        expect(guest.get_by_role("heading", name="How much do you like it?")).to_be_visible()
        expect(desk.get_by_role("button", name=re.compile("^8 tasting"))).to_be_visible()
        assert guest.request.get(f"http://127.0.0.1:{port}/").status == 404
        guest.context.close()
    finally:
        browser.close()
        served.stop()


def test_a_ballot_is_clean_at_the_width_of_a_phone(page: Page, chromium: Browser, server: Server) -> None:
    page.goto("/dough/1/panels")
    expect(page.get_by_text("of 24 have answered")).to_be_visible()
    context = phone(chromium)
    guest = context.new_page()
    guest.goto(link(page, 8))
    expect(guest.get_by_role("heading", name="Before you taste")).to_be_visible()
    assert violations(guest) == []
    guest.get_by_role("checkbox").check()
    guest.get_by_role("button", name="Begin").click()
    expect(guest.get_by_role("heading", name="How much do you like it?")).to_be_visible()
    laid_out(guest)
    assert violations(guest) == []
    # By keyboard alone, and nothing wider than the phone.
    assert guest.evaluate("document.documentElement.scrollWidth <= innerWidth")
    guest.get_by_role("radio", name="like moderately", exact=True).focus()
    guest.keyboard.press("ArrowDown")
    expect(guest.get_by_role("radio", name="like slightly", exact=True)).to_have_attribute("aria-checked", "true")
    guest.keyboard.press("ArrowUp")
    expect(guest.get_by_role("radio", name="like moderately", exact=True)).to_have_attribute("aria-checked", "true")
    guest.emulate_media(color_scheme="dark")
    assert violations(guest, "color-contrast") == []
    # Another phone with the same link is told so.
    second = phone(chromium)
    other = second.new_page()
    other.goto(guest.url)
    expect(other.get_by_role("alert")).to_contain_text("another phone")
    second.close()
    context.close()
