"""A server on a throwaway kitchen that is killed, starved and asked; and people who ask it, without a browser."""

from __future__ import annotations

import http.client
import json
import os
import resource
import signal
import socket
import sqlite3
import subprocess
import sys
import time
from collections.abc import Callable
from contextlib import closing
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[2]
PASSWORD = "trust me for a while"  # noqa: S105  of a kitchen that is thrown away


def environment(data: Path, **more: str) -> dict[str, str]:
    env = {**os.environ, "TARTE_DATA": str(data), "DJANGO_SETTINGS_MODULE": "tarte.settings", "TARTE_BACKUP_HOURS": "0"}
    env.pop("TARTE_DEMO", None)
    return {**env, "TARTE_KITCHEN": "Trust", "TARTE_COOK": "owner", "TARTE_PASSWORD": PASSWORD, **more}


def manage(data: Path, *command: str, code: str = "") -> subprocess.CompletedProcess[str]:
    """One of the project's commands, or a piece of code within the project."""
    told = [sys.executable, "manage.py", *command] if not code else [sys.executable, "-c", SETUP + code]
    return subprocess.run(told, cwd=ROOT, env=environment(data), capture_output=True, text=True, timeout=300)


SETUP = "import django; django.setup()\n"
MADE = """
from django.contrib.auth.models import User
from django.utils import timezone
from kitchen.actions.create_dough import CreateDough
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.models import Member
now, owner = timezone.now(), User.objects.get()
for role in ("cook", "helper", "reader"):
    one = User.objects.create(username=role)
    Member.objects.create(user=one, role=role, joined_at=now)
for n in range(3):
    dough = CreateDough(actor=owner, now=now, name=f"Dough {n}", start="style", style="oat").execute()
    FreezeVersion(actor=owner, now=now, dough_id=dough.pk, revision=1, note="First").execute()
"""
SESSIONS = """
from django.contrib.auth.models import User
from django.contrib.sessions.backends.db import SessionStore
from django.contrib.auth import BACKEND_SESSION_KEY, HASH_SESSION_KEY, SESSION_KEY
for user in User.objects.all():
    store = SessionStore()
    store[SESSION_KEY], store[BACKEND_SESSION_KEY] = str(user.pk), "django.contrib.auth.backends.ModelBackend"
    store[HASH_SESSION_KEY] = user.get_session_auth_hash()
    store.save()
    print(user.username, store.session_key)
"""


class Server:
    """The real server in its own process."""

    def __init__(self, data: Path) -> None:
        self.data = data
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = int(probe.getsockname()[1])
        self.process: subprocess.Popen[bytes] | None = None

    def make(self) -> dict[str, str]:
        """A kitchen with three doughs and four people; their sessions by name."""
        for command in (["open_folder", "kitchen", "--make"], ["make_kitchen"]):
            done = manage(self.data, *command)
            if done.returncode:
                raise RuntimeError(done.stderr)
        for code in (MADE, SESSIONS):
            done = manage(self.data, code=code)
            if done.returncode:
                raise RuntimeError(done.stderr)
        return dict(line.split() for line in done.stdout.splitlines() if " " in line)

    def start(self, limits: Callable[[], None] | None = None) -> None:
        command = [sys.executable, "-m", "uvicorn", "tarte.asgi:application", "--port", str(self.port)]
        self.process = subprocess.Popen(
            [*command, "--log-level", "critical"], cwd=ROOT, env=environment(self.data), stderr=subprocess.DEVNULL,
            preexec_fn=limits,
        )  # fmt: skip
        deadline = time.monotonic() + 120
        while time.monotonic() < deadline:
            try:
                if Asker(self.port, "").ask("GET", "/session")[0] == 200:
                    return
            except OSError:
                time.sleep(0.05)
        raise RuntimeError("the server did not come up")

    def kill(self) -> None:
        if self.process is not None:
            self.process.send_signal(signal.SIGKILL)
            self.process.wait(20)
            self.process = None

    def sound(self) -> str:
        """What SQLite says of the database: ok, or what is wrong."""
        with closing(sqlite3.connect(self.data / "kitchen.sqlite3", timeout=30)) as db:
            return str(db.execute("PRAGMA integrity_check").fetchone()[0])

    def most_memory_mb(self) -> float:
        """The most memory the process has had at once, MB."""
        if self.process is None:
            return 0.0
        text = Path(f"/proc/{self.process.pid}/status").read_text(encoding="ascii")
        return next(float(x.split()[1]) / 1024 for x in text.splitlines() if x.startswith("VmHWM"))


class Asker:
    """Somebody with a session who asks over the loopback."""

    def __init__(self, port: int, session: str) -> None:
        self.port, self.session = port, session

    def ask(self, method: str, path: str, body: Any = None, timeout: float = 60.0) -> tuple[int, Any]:
        data = None if body is None else json.dumps(body).encode()
        return self.send(method, path, data, "application/json", timeout)

    def send(self, method: str, path: str, data: bytes | None, kind: str, timeout: float = 60.0) -> tuple[int, Any]:
        """Status and answer; raises OSError where there is none."""
        token = "a" * 32
        cookies = f"csrftoken={token}" + (f"; sessionid={self.session}" if self.session else "")
        headers = {"Cookie": cookies, "X-CSRFToken": token, "Content-Type": kind}
        with closing(http.client.HTTPConnection("127.0.0.1", self.port, timeout=timeout)) as line:
            try:
                line.request(method, f"/api{path}", data, headers)
                answer = line.getresponse()
                text = answer.read()
            except http.client.HTTPException as error:
                raise OSError(str(error)) from error
        try:
            return answer.status, json.loads(text) if text else None
        except ValueError:
            return answer.status, text


def limit_files(most_bytes: int) -> Callable[[], None]:
    """No file of the process may grow beyond so many bytes: a disk that is full."""

    def limit() -> None:
        signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
        resource.setrlimit(resource.RLIMIT_FSIZE, (most_bytes, most_bytes))

    return limit
