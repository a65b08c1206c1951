"""A kitchen kept by an earlier Tarte comes forward whole.

demo_kitchen_0009.sql is the demo kitchen as `load_demo` of that day made it, with a series begun, a photo taken and a
lesson in force that leaves a bake and a level out, written down by sqlite3's `.dump`.
"""

from __future__ import annotations

import json
import os
import sqlite3
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest

DUMP = Path(__file__).with_name("demo_kitchen_0009.sql")
ROOT = Path(__file__).resolve().parents[3]
ENTERED = ("dough", "version", "batch", "bake", "photo", "series", "calibration", "oven", "tray", "kitchen")
LOOK = """
import json, sys
from django.test import Client
from django.contrib.auth.models import User
from kitchen.models import Calibration, Dough
from kitchen.reading.forecasts import bake_forecast
from kitchen.reading.doughs import latest_bakes, style_of
client = Client(SERVER_NAME="localhost")
client.force_login(User.objects.order_by("pk")[0])
def get(path):
    answer = client.get("/api" + path)
    assert answer.status_code == 200, (path, answer.content)
    return answer.json()
doughs = [d["id"] for d in get("/doughs")]
found = {
    "bakes": {d: len(get(f"/doughs/{d}/bakes")["bakes"]) for d in doughs},
    "versions": {d: len(get(f"/doughs/{d}/lineage")) for d in doughs},
    "series": [len(s["runs"]) for d in doughs for s in get(f"/doughs/{d}/series")["series"]],
    "left_out": Calibration.objects.get().left_out,
    "rests_on": len(Calibration.objects.get().lesson["bakes"]),
}
print("FOUND" + json.dumps(found))
"""


@pytest.fixture(scope="module")
def forward(tmp_path_factory: pytest.TempPathFactory) -> tuple[Path, dict[str, list[tuple[Any, ...]]]]:
    """The data folder after the migrations, and what was in it before."""
    data = tmp_path_factory.mktemp("old")
    database = sqlite3.connect(data / "kitchen.sqlite3")
    database.executescript(DUMP.read_text(encoding="utf-8"))
    before = {t: rows(database, t) for t in ENTERED}
    database.close()
    run(data, "migrate", "--verbosity", "0")
    return data, before


def run(data: Path, *command: str) -> str:
    done = subprocess.run(
        [sys.executable, "manage.py", *command], cwd=ROOT, env={**os.environ, "TARTE_DATA": str(data)},
        capture_output=True, text=True, check=False,
    )  # fmt: skip
    assert done.returncode == 0, done.stderr
    return done.stdout


def rows(database: sqlite3.Connection, table: str) -> list[tuple[Any, ...]]:
    return database.execute(f"select id, * from kitchen_{table} order by id").fetchall()


def columns(data: Path, table: str) -> dict[int, dict[str, Any]]:
    database = sqlite3.connect(data / "kitchen.sqlite3")
    database.row_factory = sqlite3.Row
    return {r["id"]: dict(r) for r in database.execute(f"select * from kitchen_{table}")}


@pytest.mark.parametrize("table", ENTERED)
def test_every_row_comes_forward(forward: tuple[Path, dict[str, list[tuple[Any, ...]]]], table: str) -> None:
    data, before = forward
    assert [r[0] for r in before[table]] == sorted(columns(data, table))
    assert before[table]


def test_what_was_written_is_as_it_was(forward: tuple[Path, dict[str, list[tuple[Any, ...]]]], tmp_path: Path) -> None:
    data, _ = forward
    old = sqlite3.connect(":memory:")
    old.row_factory = sqlite3.Row
    old.executescript(DUMP.read_text(encoding="utf-8"))
    for table, kept in (
        ("dough", ("name", "draft", "target")), ("version", ("formula", "note")), ("bake", ("minutes", "notes", "key")),
        ("series", ("base", "plan", "results")), ("photo", ("result", "name")),
    ):  # fmt: skip
        now = columns(data, table)
        for row in old.execute(f"select * from kitchen_{table}"):
            for column in kept:
                assert now[row["id"]][column] == row[column], (table, row["id"], column)


def test_what_a_bake_measured_is_there_by_quantity(forward: tuple[Path, dict[str, list[tuple[Any, ...]]]]) -> None:
    data, _ = forward
    old = sqlite3.connect(":memory:")
    old.executescript(DUMP.read_text(encoding="utf-8"))
    before = {i: json.loads(m) for i, m in old.execute("select id, measured from kitchen_bake")}
    for ident, row in columns(data, "bake").items():
        now = json.loads(row["measured"])["readings"]
        assert now.get("diameter_mm", []) == before[ident]["diameters_mm"]
        assert now.get("height_mm", []) == before[ident]["heights_mm"]
        singles = {k: v for k, v in before[ident].items() if v is not None and not isinstance(v, list | str)}
        assert {k: v[0] for k, v in now.items() if k not in ("diameter_mm", "height_mm")} == singles


def test_the_kitchen_answers_and_its_lesson_rests_on_the_same_bakes(
    forward: tuple[Path, dict[str, list[tuple[Any, ...]]]],
) -> None:
    data, before = forward
    out = run(data, "shell", "--no-imports", "-c", LOOK)
    found = json.loads(out.split("FOUND")[1])
    assert sum(found["bakes"].values()) == len(before["bake"])
    assert sum(found["versions"].values()) == len(before["version"])
    assert found["series"] == [6]
    kinds = sorted(x.split("-")[0] for x in found["left_out"])
    assert kinds == ["bake", "series"]
    assert found["rests_on"] > 10
