"""A server on a throwaway demo kitchen, for pictures and measurements."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import Browser, sync_playwright

ROOT = Path(__file__).resolve().parent.parent
#: So that the browser asks nobody anything; the browser tests read the same file.
QUIET = json.loads(Path(__file__).with_name("chromium_flags.json").read_text(encoding="utf-8"))


@contextmanager
def demo_server(port: int = 8765) -> Iterator[str]:
    """Serve a fresh demo kitchen; gives its address."""
    with tempfile.TemporaryDirectory(prefix="tarte-") as data:
        env = {
            **os.environ,
            "TARTE_DATA": data,
            "TARTE_DEMO": "1",
            "TARTE_BACKUP_HOURS": "0",
            "DJANGO_SETTINGS_MODULE": "tarte.settings",
        }
        for command in (["migrate", "-v0"], ["load_demo"]):
            subprocess.run([sys.executable, "manage.py", *command], cwd=ROOT, env=env, check=True)
        command = [sys.executable, "-m", "uvicorn", "tarte.asgi:application", "--port", str(port)]
        server = subprocess.Popen([*command, "--log-level", "error"], cwd=ROOT, env=env)
        try:
            _wait(f"http://127.0.0.1:{port}")
            yield f"http://127.0.0.1:{port}"
        finally:
            server.terminate()
            server.wait(10)


@contextmanager
def chromium() -> Iterator[Browser]:
    """Debian's headless Chromium, without its background traffic."""
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path="/usr/bin/chromium", args=QUIET)
        yield browser
        browser.close()


def _wait(url: str) -> None:
    for _ in range(300):
        try:
            urllib.request.urlopen(f"{url}/api/session", timeout=2)
            return
        except (urllib.error.URLError, ConnectionError, TimeoutError):
            time.sleep(0.1)
    raise RuntimeError("the server did not come up")
