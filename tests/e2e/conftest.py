"""The built app in a real process and a real browser."""

from __future__ import annotations

import os
import shutil
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, ViewportSize, sync_playwright

from tools.serve import QUIET

ROOT = Path(__file__).resolve().parents[2]
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"
SIZE: ViewportSize = {"width": 1280, "height": 800}


class Server:
    """A server on its own data folder; it can be lost and come back."""

    def __init__(self, data: Path) -> None:
        self.port = _free_port()
        self.url = f"http://127.0.0.1:{self.port}"
        self.env = environment(data)
        self.process: subprocess.Popen[bytes] | None = None
        self.start()

    def start(self) -> None:
        command = [sys.executable, "-m", "uvicorn", "tarte.asgi:application", "--port", str(self.port)]
        self.process = subprocess.Popen([*command, "--log-level", "warning"], cwd=ROOT, env=self.env)
        deadline = time.monotonic() + 30
        while time.monotonic() < deadline:
            try:
                urllib.request.urlopen(f"{self.url}/api/session", timeout=2)
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
    return {**os.environ, "TARTE_DATA": str(data), "TARTE_DEMO": "1", "DJANGO_SETTINGS_MODULE": "tarte.settings"}


def _free_port() -> int:
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


@pytest.fixture
def server(tmp_path: Path, demo_data: Path) -> Iterator[Server]:
    """A server with a fresh copy of the demo kitchen."""
    shutil.copytree(demo_data, tmp_path / "data")
    running = Server(tmp_path / "data")
    yield running
    running.stop()


@pytest.fixture
def page(chromium: Browser, server: Server) -> Iterator[Page]:
    """A page at 1280×800; an error in the page's own code fails the test."""
    context = chromium.new_context(base_url=server.url, viewport=SIZE)
    opened = context.new_page()
    opened.set_default_timeout(10_000)
    errors: list[str] = []
    opened.on("pageerror", lambda error: errors.append(str(error)))
    opened.on("console", lambda m: errors.append(m.text) if "Content Security Policy" in m.text else None)
    yield opened
    context.close()
    assert errors == []
