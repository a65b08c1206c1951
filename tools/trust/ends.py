"""The ends of the world a server knows: full disk, held and damaged database, taken port, killed while it upgrades or
backs up, hostile files. Each is a sentence that says what to do, reading goes on where it can, nothing is lost."""

from __future__ import annotations

import io
import random
import signal
import socket
import sqlite3
import subprocess
import sys
import time
import zipfile
from contextlib import closing
from pathlib import Path

from tools.trust.kills import bake
from tools.trust.server import ROOT, Asker, Server, environment, limit_files, manage

#: What the server may take at most while hostile files come in, MB.
MOST_MB = 1500.0


def mark(good: bool, words: str) -> str:
    return f"{'✓' if good else '▲'} {words}"


def full_disk(server: Server, sessions: dict[str, str]) -> str:
    """Files can't grow any more: writes are refused in words, reading works, and afterwards all is there."""
    size = (server.data / "kitchen.sqlite3").stat().st_size
    server.start(limit_files(size + 40_000))
    cook = Asker(server.port, sessions["owner"])
    said = ""
    for n in range(200):
        status, answer = cook.ask("POST", "/doughs/1/bakes", bake(f"full-disk-{n}"))
        if status >= 500:
            said = str(answer.get("message", "")) if isinstance(answer, dict) else ""
            break
    reads = cook.ask("GET", "/doughs/1")[0]
    server.kill()
    sound = server.sound()
    good = "typed stays" in said and reads == 200 and sound == "ok"
    return mark(good, f"disk full: “{said}”; reading {reads}; afterwards the database is {sound}")


def held(server: Server, sessions: dict[str, str], seconds: float) -> str:
    """Something else holds the database: a write waits, then is refused in words; reading works; then it goes in."""
    server.start()
    cook = Asker(server.port, sessions["owner"])
    with closing(sqlite3.connect(server.data / "kitchen.sqlite3", isolation_level=None)) as other:
        other.execute("BEGIN IMMEDIATE")
        begun = time.monotonic()
        reads = cook.ask("GET", "/doughs/1")[0]
        status, answer = cook.ask("POST", "/doughs/1/bakes", bake("while-it-is-held"), 120.0)
        took = time.monotonic() - begun
        time.sleep(max(seconds - took, 0.0))
        other.execute("ROLLBACK")
    after = cook.ask("POST", "/doughs/1/bakes", bake("while-it-is-held"))[0]
    server.kill()
    said = answer.get("message", "") if isinstance(answer, dict) else ""
    good = status == 503 and "typed stays" in said and reads == 200 and after == 201
    return mark(good, f"database held: after {took:.0f} s “{said}”; reading {reads}; afterwards it went in ({after})")


def damaged(server: Server, folder: Path) -> str:
    """A database damaged before the start is never replaced: it stops with a sentence."""
    spoilt = folder / "spoilt"
    _copy(server.data, spoilt)
    data = bytearray((spoilt / "kitchen.sqlite3").read_bytes())
    data[200 : len(data) // 2] = random.Random(3).randbytes(len(data) // 2 - 200)  # noqa: S311
    (spoilt / "kitchen.sqlite3").write_bytes(bytes(data))
    done = manage(spoilt, "open_folder", "kitchen")
    good = done.returncode != 0 and "nothing made in its place" in done.stderr
    return mark(good, f"damaged at start: “{' '.join(done.stderr.split())[:200]}”")


def port_taken(server: Server) -> str:
    """A port that is taken is said."""
    with socket.socket() as other:
        other.bind(("127.0.0.1", 0))
        other.listen()
        port = str(other.getsockname()[1])
        done = subprocess.run(
            [sys.executable, "-m", "tarte.serve"], cwd=ROOT, env=environment(server.data, TARTE_PORT=port),
            capture_output=True, text=True, timeout=60,
        )  # fmt: skip
    good = done.returncode != 0 and "TARTE_PORT" in done.stderr
    return mark(good, f"port taken: “{' '.join(done.stderr.split())[:160]}”")


def killed_in_upgrade(folder: Path, times: int) -> str:
    """Killed while the database is brought to this version: the next start finishes it and nothing is lost."""
    chance = random.Random(5)  # noqa: S311
    good = 0
    for n in range(times):
        data = folder / f"upgrade-{n}"
        manage(data, "migrate", "kitchen", "0013", "-v0")
        manage(data, "migrate", "auth", "-v0")
        with closing(sqlite3.connect(data / "kitchen.sqlite3")) as db:
            db.execute("INSERT INTO kitchen_kitchen (name, about, region) VALUES ('Old', '', 'EU')")
            db.commit()
        going = subprocess.Popen(
            [sys.executable, "manage.py", "open_folder", "kitchen"], cwd=ROOT, env=environment(data),
            stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
        )  # fmt: skip
        time.sleep(chance.uniform(0.4, 2.2))
        going.send_signal(signal.SIGKILL)
        going.wait(20)
        again = manage(data, "open_folder", "kitchen")
        with closing(sqlite3.connect(data / "kitchen.sqlite3")) as db:
            name = db.execute("SELECT name FROM kitchen_kitchen").fetchone()
        good += again.returncode == 0 and name == ("Old",)
    return mark(
        good == times, f"killed while upgrading: {good} of {times} finished at the next start, with all there was"
    )


def killed_in_backup(server: Server, times: int) -> str:
    """Killed while a backup is written: no half file that passes for one, and the next is whole."""
    chance = random.Random(9)  # noqa: S311
    for _ in range(times):
        going = subprocess.Popen(
            [sys.executable, "manage.py", "back_up"], cwd=ROOT, env=environment(server.data),
            stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
        )  # fmt: skip
        time.sleep(chance.uniform(0.6, 1.6))
        going.send_signal(signal.SIGKILL)
        going.wait(20)
    last = manage(server.data, "back_up")
    files = list((server.data / "backups").glob("*.zip"))
    whole = sum(manage(server.data, "restore", str(f), "--look").returncode == 0 for f in files)
    left = [p.name for p in (*server.data.glob("backup-*"), *(server.data / "backups").glob("*.part"))]
    good = last.returncode == 0 and whole == len(files) and not left
    return mark(
        good,
        f"killed while backing up {times} times: {whole} of {len(files)} files whole, left over: {left or 'nothing'}",
    )


def hostile(server: Server, sessions: dict[str, str]) -> str:
    """Bombs, liars and half files as pictures, recipes and doughs: refused or cleaned, memory under the cap."""
    server.start()
    cook = Asker(server.port, sessions["owner"])
    wrong: list[str] = []
    for name, path, field, data in _files():
        head = f'--x\r\nContent-Disposition: form-data; name="{field}"; filename="f"\r\n\r\n'.encode()
        key = f'--x\r\nContent-Disposition: form-data; name="key"\r\n\r\n{name}-12345678\r\n'.encode()
        status, _ = cook.send(
            "POST", path, key + head + data + b"\r\n--x--\r\n", "multipart/form-data; boundary=x", 120.0
        )
        if status not in (400, 413, 422):
            wrong.append(f"{name}: {status}")
    for name, text in _recipes():
        status, _ = cook.ask("POST", "/recipes/read", {"text": text}, 30.0)
        if status >= 500:
            wrong.append(f"{name}: {status}")
    most = server.most_memory_mb()
    server.kill()
    good = not wrong and most < MOST_MB
    counted = f"{len(_files())} files and {len(_recipes())} texts refused or read"
    memory = f"the most memory {most:.0f} MB of {MOST_MB:.0f} MB allowed"
    return mark(good, f"hostile files: {counted}, {memory}{'' if not wrong else f': {wrong[:4]}'}")


def _files() -> list[tuple[str, str, str, bytes]]:
    bomb = io.BytesIO()
    with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as made, made.open("tables/doughs.json", "w") as out:
        for _ in range(420):
            out.write(bytes(1_000_000))
    outside = io.BytesIO()
    with zipfile.ZipFile(outside, "w") as made:
        made.writestr("../../../etc/cron.d/x", "x")
    picture, dough = "/doughs/1/photos", "/doughs/bring"
    huge = b"\x89PNG\r\n\x1a\n\x00\x00\x00\rIHDR\x00\x00\xff\xff\x00\x00\xff\xff\x08\x02\x00\x00\x00" + bytes(40)
    return [
        ("no picture", picture, "photo", b"not a picture"),
        ("huge picture", picture, "photo", huge),
        ("cut jpeg", picture, "photo", b"\xff\xd8\xff\xe0" + bytes(2000)),
        ("script", picture, "photo", b"<svg onload=alert(1)>"),
        ("bomb", dough, "file", bomb.getvalue()),
        ("outside", dough, "file", outside.getvalue()),
        ("no zip", dough, "file", b"PK" + bytes(3000)),
        ("empty", dough, "file", b""),
    ]


def _recipes() -> list[tuple[str, str]]:
    return [
        ("commas", ", x" * 3000), ("digits", "1" * 9000), ("dashes", "1-" * 4000), ("weights", "350 " * 2000),
        ("brackets", "(" * 5000), ("html", "<![" * 3000),
        ("json", '{"@type":"Recipe","recipeInstructions":' + "[" * 4000),
        ("lines", "200 g flour\n" * 6000), ("nul", "\x00" * 3000), ("right to left", "\u202e" * 3000),
    ]  # fmt: skip


def _copy(source: Path, target: Path) -> None:
    target.mkdir(parents=True)
    with (
        closing(sqlite3.connect(source / "kitchen.sqlite3")) as old,
        closing(sqlite3.connect(target / "kitchen.sqlite3")) as new,
    ):
        old.backup(new)
    (target / "folder.json").write_text((source / "folder.json").read_text(encoding="utf-8"), encoding="utf-8")
