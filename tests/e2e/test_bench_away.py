"""The server is gone for minutes, over TLS as in a kitchen: the bench opens all the same, and nothing is lost."""

from __future__ import annotations

import re
import shutil
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tarte.certificates import certificates
from tests.e2e.conftest import PATIENCE_MS, QUIET, SIZE, Server
from tests.e2e.test_bench import to

pytestmark = pytest.mark.e2e


class Secure(Server):
    """The demo kitchen over TLS, by a certificate of its own."""

    scheme = "https"

    def start(self) -> None:
        made = certificates(self.data, ["127.0.0.1"], datetime.now(UTC), "Lantern Row")
        self.flags = ("--ssl-certfile", str(made.certificate), "--ssl-keyfile", str(made.key))
        self.env |= {"TARTE_TLS": "own"}
        super().start()


@pytest.fixture
def secure(tmp_path: Path, demo_data: Path) -> Iterator[Secure]:
    data = tmp_path / "data"
    shutil.copytree(demo_data, data)
    server = Secure(data)
    yield server
    server.stop()


@pytest.fixture
def tablet(chromium: Browser, secure: Secure) -> Iterator[Page]:
    """A tablet that trusts the kitchen's certificate. A browser of its own: trust is said when it starts."""
    browser = chromium.browser_type.launch(
        executable_path="/usr/bin/chromium", args=[*QUIET, "--ignore-certificate-errors"]
    )
    context = browser.new_context(base_url=secure.url, viewport=SIZE, ignore_https_errors=True)
    context.set_default_timeout(PATIENCE_MS)
    yield context.new_page()
    browser.close()


def test_five_minutes_without_the_server_in_mid_weighing_and_mid_bake(tablet: Page, secure: Secure) -> None:
    page = tablet
    page.goto("/dough/1/bake")
    page.get_by_text("60 times").click()
    page.get_by_text("Just as the formula stands").click()
    page.get_by_role("button", name="all steps").wait_for()
    page.locator("html[data-shell=kept]").wait_for(state="attached")
    run = page.url.rsplit("/", 1)[1]
    to(page, "Cream")
    page.get_by_role("button", name=re.compile("^timer")).click()
    timer = page.get_by_role("timer").get_by_role("button").filter(has_text="Cream").first
    expect(timer).to_be_visible()
    to(page, "Weigh for creaming")
    box = page.get_by_label("or type grams")
    box.fill("150")
    box.press("Enter")
    expect(page.get_by_role("listitem").filter(has_text="✓ Muscovado")).to_be_visible()
    expect(page.get_by_text("written down")).to_be_visible()
    secure.stop()
    box.fill("96")
    box.press("Enter")
    expect(page.get_by_text("kept here")).to_be_visible()
    # Five minutes of the run's own time: the timer of four is one over.
    expect(timer).to_contain_text(re.compile(r"\+1:[0-5]"))
    page.reload()
    expect(page.get_by_text("kept here")).to_be_visible()
    expect(timer).to_contain_text(re.compile(r"\+\d"))
    # The second screen, never opened before, opens as well.
    phone = page.context.new_page()
    phone.goto(f"/run/{run}/phone")
    expect(phone.get_by_text("the server is away")).to_be_visible()
    expect(phone.get_by_role("list", name="Timers")).to_contain_text("Cream")
    phone.close()
    to(page, "Bake 1")
    page.get_by_role("button", name="In the oven").click()
    # Until it is in, the clock shows the minutes that are planned.
    expect(page.get_by_role("button", name="Pulled now")).to_be_visible()
    expect(page.locator(".clock b")).to_have_text(re.compile(r"^(5\.[1-9]|[6-9]\.\d|1\d\.\d)"))
    page.get_by_role("button", name="Pulled now").click()
    secure.start()
    expect(page.get_by_text("written down")).to_be_visible()
    log = page.request.get(f"/api/runs/{run}/events").json()
    assert [e["seq"] for e in log] == list(range(1, len(log) + 1))
    assert len({e["key"] for e in log}) == len(log)
    assert [e["values"]["grams"] for e in log if e["what"] == "weighed"] == [150, 96]
    loaded, pulled = (next(e["said_at"] for e in log if e["what"] == w) for w in ("loaded", "pulled"))
    assert (pulled - loaded) / 60_000 >= 5.0
