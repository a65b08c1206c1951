"""The built app in a real process and a real browser."""

from __future__ import annotations

import json
import os
import shutil
import socket
import sqlite3
import ssl
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import closing, suppress
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, Request, ViewportSize, expect, sync_playwright
from playwright.sync_api import Error as PlaywrightError

ROOT = Path(__file__).resolve().parents[2]
QUIET = json.loads((ROOT / "tools" / "chromium_flags.json").read_text(encoding="utf-8"))
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"
#: A slow machine is not a failure: what comes in the end is what is judged, speed is measured by the benchmark.
PATIENCE_MS = 60_000
expect.set_options(timeout=30_000)
#: A certificate that a test has made itself is not asked who has signed it.
OWN_CERTIFICATE = ssl.create_default_context()
OWN_CERTIFICATE.check_hostname = False
OWN_CERTIFICATE.verify_mode = ssl.CERT_NONE
SIZE: ViewportSize = {"width": 1280, "height": 800}


class Server:
    """A server on its own data folder; it can be lost and come back. flags are more of its command line."""

    scheme = "http"
    flags: tuple[str, ...] = ()

    def __init__(self, data: Path) -> None:
        self.data = data
        self.port = free_port()
        self.url = f"{self.scheme}://127.0.0.1:{self.port}"
        self.env = environment(data)
        self.process: subprocess.Popen[bytes] | None = None
        self.start()

    def start(self) -> None:
        command = [sys.executable, "-m", "uvicorn", "tarte.asgi:application", "--port", str(self.port)]
        self.process = subprocess.Popen([*command, "--log-level", "warning", *self.flags], cwd=ROOT, env=self.env)
        deadline = time.monotonic() + 120
        while time.monotonic() < deadline:
            try:
                urllib.request.urlopen(f"{self.url}/api/session", timeout=2, context=OWN_CERTIFICATE)
                return
            except (urllib.error.URLError, ConnectionError, TimeoutError):
                time.sleep(0.1)
        raise RuntimeError("the server did not come up")

    def stop(self) -> None:
        if self.process is not None:
            self.process.terminate()
            self.process.wait(10)
            self.process = None


def environment(data: Path) -> dict[str, str]:
    # No backup of its own accord: the kitchen is laid out anew under the server.
    said = {"TARTE_DATA": str(data), "TARTE_DEMO": "1", "TARTE_BACKUP_HOURS": "0"}
    return {**os.environ, **said, "DJANGO_SETTINGS_MODULE": "tarte.settings"}


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path="/usr/bin/chromium", args=QUIET)
        yield browser
        browser.close()


@pytest.fixture(scope="session")
def demo_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo kitchen, made once."""
    data = tmp_path_factory.mktemp("demo")
    for command in (["migrate", "-v0"], ["load_demo"]):
        subprocess.run([sys.executable, "manage.py", *command], cwd=ROOT, env=environment(data), check=True)
    return data


@pytest.fixture(scope="session")
def running(tmp_path_factory: pytest.TempPathFactory, demo_data: Path) -> Iterator[Server]:
    """One server for all: it starts with the model loaded, which is what takes its time."""
    data = tmp_path_factory.mktemp("served") / "data"
    shutil.copytree(demo_data, data)
    server = Server(data)
    yield server
    server.stop()


@pytest.fixture
def server(running: Server, demo_data: Path) -> Server:
    """The server with the demo kitchen as new: copied over the served one in one transaction."""
    if running.process is None:
        running.start()
    with (
        closing(sqlite3.connect(demo_data / "kitchen.sqlite3")) as fresh,
        closing(sqlite3.connect(running.data / "kitchen.sqlite3", timeout=30)) as served,
    ):
        fresh.backup(served)
    return running


class Writes:
    """What a context writes. A closing page saves what is dirty; a save that comes in after the kitchen of the
    next test was laid out would give that test another draft than the demo's."""

    def __init__(self, context: BrowserContext) -> None:
        self.context = context
        self.under_way: set[Request] = set()
        context.on("request", lambda r: self.under_way.add(r) if r.method != "GET" else None)
        context.on("requestfinished", lambda r: self.under_way.discard(r))
        context.on("requestfailed", lambda r: self.under_way.discard(r))

    def end(self, page: Page) -> None:
        """Let no new one begin, and wait for those under way."""
        self.context.route("**/api/**", lambda route: route.abort())
        deadline = time.monotonic() + 20
        while self.under_way and not page.is_closed() and time.monotonic() < deadline:
            page.wait_for_timeout(20)


def settled(page: Page) -> None:
    """What was changed is saved while the page lives: a closing page's last request is cut from sight, and may still
    be written when the next test's kitchen has been laid out."""
    unsaved = page.locator(".state.dirty, .state.saving")
    if not page.is_closed() and unsaved.count():
        with suppress(PlaywrightError):
            unsaved.first.wait_for(state="hidden", timeout=10_000)


@pytest.fixture
def page(chromium: Browser, server: Server) -> Iterator[Page]:
    """A page at 1280×800; an error in the page's own code fails the test."""
    context = chromium.new_context(base_url=server.url, viewport=SIZE)
    context.set_default_timeout(PATIENCE_MS)
    writes = Writes(context)
    opened = context.new_page()
    errors: list[str] = []
    opened.on("pageerror", lambda error: errors.append(str(error)))
    opened.on("console", lambda m: errors.append(m.text) if "Content Security Policy" in m.text else None)
    yield opened
    settled(opened)
    writes.end(opened)
    context.close()
    assert errors == []
