"""A measurement added to the table is in form, command line, CSV, series and learning, by that row alone."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest

ROOT = Path(__file__).resolve().parents[2]
#: Runs a Tarte whose table says that tenderness, which the model forecasts, is measured, learned and planned for too.
RUN = """
import contextlib, io, json, sys
from dough.facts import tables

real = tables.rows
def rows(name):
    found = real(name)
    if name != "quantities":
        return found
    more = {"roles": "measured series learned forecast", "scatter": "4.7", "piece": "4.7", "read_sd": "3"}
    more["group"] = "taste"
    return tuple({**r, **more} if r["key"] == "tender" else r for r in found)
tables.rows = rows

import django
django.setup()
from datetime import UTC, datetime
from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client
from kitchen.actions.create_dough import CreateDough
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.models import Kitchen, Member, Oven, Tray

call_command("migrate", verbosity=0)
Kitchen.objects.create(name="Test"); Oven.objects.create(name="Oven"); Tray.objects.create(name="Tray")
cook, now = User.objects.create_user("ada"), datetime(2026, 3, 4, 9, 30, tzinfo=UTC)
Member.objects.create(user=cook, role="owner", joined_at=now)
dough = CreateDough(actor=cook, now=now, name="Rounds", start="style", style="oat").execute()
FreezeVersion(actor=cook, now=now, dough_id=dough.pk, revision=1, note="First").execute()
client = Client(SERVER_NAME="localhost")
client.force_login(cook)
def send(method, path, body=None):
    text = "" if body is None else json.dumps(body)
    answer = client.generic(method, "/api" + path, text, content_type="application/json")
    assert answer.status_code < 300, (path, answer.content)
    return answer.content.decode() if path.endswith(".csv") else answer.json()

found = {}
found["form"] = next(q for q in send("GET", "/reference")["quantities"] if q["key"] == "tender")
bake = {
    "key": "tender-bake-1", "baked_on": "2026-03-04", "oven_c": 178, "minutes": 12, "portion_g": 45,
    "batch": {"version": 1, "mixed_on": "2026-03-04", "weighed": {}}, "measured": {"tender": "71"},
}
found["logged"] = send("POST", f"/doughs/{dough.pk}/bakes", bake)["values"]
found["csv"] = send("GET", f"/doughs/{dough.pk}/bakes.csv")
plan = {"name": "how long", "factors": [{"key": "process:minutes", "levels": [11, 13]}]}
plan |= {"repeats": 1, "pieces": 4, "seed": 3}
series = send("POST", f"/doughs/{dough.pk}/series", plan)
for run in series["runs"]:
    body = {"revision": series["revision"], "order": run["order"], "typed": {"tender": 60 + run["order"]}}
    series = send("PUT", f"/series/{series['id']}/runs", body)
found["series"] = [o["label"] for o in series["outcomes"]]
looked = send("POST", "/learning/study", {"left_out": None})
found["learning"] = sorted({c["key"] for b in looked["bakes"] for c in b["checks"]})
out = io.StringIO()
with contextlib.redirect_stdout(out):
    from cli.__main__ import main
    assert main(["measured", "docs/examples/chewy-drop.json", "tender=71"]) == 0
found["command_line"] = out.getvalue()
print("FOUND" + json.dumps(found))
"""


@pytest.fixture(scope="module")
def found(tmp_path_factory: pytest.TempPathFactory) -> dict[str, Any]:
    env = {**os.environ, "TARTE_DATA": str(tmp_path_factory.mktemp("row")), "DJANGO_SETTINGS_MODULE": "tarte.settings"}
    done = subprocess.run([sys.executable, "-c", RUN], cwd=ROOT, env=env, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr[-3000:]
    answer: dict[str, Any] = json.loads(done.stdout.split("FOUND")[1])
    return answer


def test_the_form_has_a_box_for_it(found: dict[str, Any]) -> None:
    assert (found["form"]["label"], found["form"]["unit"], found["form"]["group"]) == ("Tenderness", "of 100", "taste")
    assert "measured" in found["form"]["roles"]
    assert found["logged"]["tender"] == 71


def test_the_table_of_bakes_has_it_beside_its_forecast(found: dict[str, Any]) -> None:
    head, row = (line.split('"') for line in found["csv"].splitlines()[:2])
    assert "Tenderness, of 100" in head
    assert "Tenderness, of 100, forecast" in head
    assert "71" in "".join(row).split(",")


def test_a_series_reads_it(found: dict[str, Any]) -> None:
    assert found["series"] == ["Tenderness"]


def test_learning_sets_it_against_the_forecast(found: dict[str, Any]) -> None:
    assert found["learning"] == ["tender"]


def test_the_command_line_tells_it_beside_its_forecast(found: dict[str, Any]) -> None:
    assert "Tenderness" in found["command_line"]
    assert "71.0 of 100" in found["command_line"]
    assert "forecast" in found["command_line"]
