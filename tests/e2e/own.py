"""A kitchen of one's own for browser tests: made by the commands, served, signed in to."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

from playwright.sync_api import Browser, BrowserContext, Page

from tests.e2e.conftest import PATIENCE_MS, ROOT, SIZE, Server, environment

PASSWORD = "a long enough phrase"


def own(data: Path) -> dict[str, str]:
    """The environment of a kitchen of one's own: no demo, and answers where the commands would ask."""
    env = {**environment(data), "TARTE_KITCHEN": "Harbour bakery", "TARTE_COOK": "zoe", "TARTE_PASSWORD": PASSWORD}
    env.pop("TARTE_DEMO")
    return env


def manage(data: Path, *command: str) -> str:
    done = subprocess.run(
        [sys.executable, "manage.py", *command], cwd=ROOT, env=own(data), capture_output=True, text=True
    )
    assert done.returncode == 0, done.stderr
    return done.stdout


class OwnServer(Server):
    """A kitchen of one's own being served."""

    def start(self) -> None:
        self.env = own(self.data)
        super().start()


def made(data: Path) -> OwnServer:
    """A new kitchen, served."""
    manage(data, "open_folder", "kitchen", "--make")
    assert "Sign in as zoe" in manage(data, "make_kitchen")
    return OwnServer(data)


def visit(chromium: Browser, server: Server) -> tuple[BrowserContext, Page]:
    context = chromium.new_context(base_url=server.url, viewport=SIZE, accept_downloads=True)
    context.set_default_timeout(PATIENCE_MS)
    return context, context.new_page()


def sign_in(page: Page, name: str = "zoe") -> None:
    page.goto("/")
    page.get_by_label("Name", exact=True).fill(name)
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("heading", name="The shelf").wait_for()
