"""Runs over the API: started once, written down once, undone, refused, closed into a bake that stands in Results."""

from __future__ import annotations

import json
import time
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from devices.ring import NAME, SETTLED, Ring
from kitchen.models import Bake, Batch, Device, Dough, Event, Lot, Member, Oven, Run, Tray, Version
from kitchen.reading.forecasts import bake_forecast
from kitchen.reading.runs import clock_of, ms
from tests.conftest import NOW, send


@pytest.fixture
def run(client: Client, kept: Dough) -> dict[str, Any]:
    Oven.objects.update(shelves=2)
    Tray.objects.update(usable_width_mm=430, usable_depth_mm=340, how_many=2)
    made = send(client, "POST", "/runs", {"dough_id": kept.pk, "key": "start-1"})
    assert made.status_code == 201, made.content
    got: dict[str, Any] = made.json()
    return got


def write(client: Client, run: dict[str, Any], *acts: dict[str, Any]) -> Any:
    return send(client, "POST", f"/runs/{run['id']}/events", {"events": list(acts)})


def act(key: str, what: str, step: str = "", said_at: int | None = None, **values: Any) -> dict[str, Any]:
    return {"key": key, "what": what, "step": step, "said_at": said_at, "values": values}


def test_a_run_starts_once_and_keeps_a_changed_draft_as_a_version(
    client: Client, run: dict[str, Any], kept: Dough
) -> None:
    again = send(client, "POST", "/runs", {"dough_id": kept.pk, "key": "start-1"}).json()
    assert again["id"] == run["id"]
    assert Version.objects.count() == 1
    kept.draft["lines"][0]["grams"] += 5
    kept.save()
    other = send(client, "POST", "/runs", {"dough_id": kept.pk, "key": "start-2"}).json()
    assert (other["version"], Version.objects.count()) == (2, 2)
    assert [r["id"] for r in send(client, "GET", f"/runs?dough_id={kept.pk}&only_open=true").json()] == [
        other["id"], run["id"],
    ]  # fmt: skip
    assert run["script"]["steps"][0]["id"] == run["current"]


def test_an_act_sent_twice_counts_once_and_acts_keep_their_order(client: Client, run: dict[str, Any]) -> None:
    first = run["script"]["steps"][0]["id"]
    acts = [act("a", "begun", first), act("b", "done", first)]
    one = write(client, run, *acts).json()
    two = write(client, run, acts[1], acts[0], act("c", "note", first, text="warm day")).json()
    assert [e["seq"] for e in one["events"]] == [1, 2]
    assert [e["seq"] for e in two["events"]] == [2, 1, 3]
    assert two["run"]["seq"] == 3
    assert two["run"]["current"] != first
    log = client.get(f"/api/runs/{run['id']}/log.jsonl").content.decode().splitlines()
    assert [json.loads(line)["what"] for line in log] == ["begun", "done", "note"]
    assert not Event.objects.filter(verb="WriteDown").exists()


@pytest.mark.parametrize(
    ("wrong", "says"),
    [
        (act("x", "weighed", line="flour", grams=-4), "out of reach"),
        (act("x", "flown"), "nothing that can happen"),
        (act("x", "note", text=""), "Say text"),
        ({**act("x", "done"), "source": "rumour"}, "not where a figure"),
    ],
)
def test_what_cannot_be_written_down_is_refused_whole(
    client: Client, run: dict[str, Any], wrong: dict[str, Any], says: str
) -> None:
    got = write(client, run, act("good", "done", "cream"), wrong)
    assert got.status_code == 422
    assert says in got.json()["message"]
    assert send(client, "GET", f"/runs/{run['id']}").json()["seq"] == 0


def weighing(run: dict[str, Any]) -> dict[str, Any]:
    found: dict[str, Any] = next(w for s in run["script"]["steps"] for w in s["lines"] if w["grams"] > 50)
    return found


def test_too_much_has_its_ways_out_each_with_its_forecast(client: Client, run: dict[str, Any]) -> None:
    w = weighing(run)
    got = write(client, run, act("a", "weighed", line=w["line"], grams=round(1.2 * w["grams"], 1))).json()["run"]
    assert got["lines"][w["line"]]["state"] == "over"
    ways = {o["how"]: o for o in send(client, "GET", f"/runs/{run['id']}/over/{w['line']}").json()}
    assert {"keep", "scale", "again"} <= set(ways)
    assert "more dough" in ways["scale"]["effect"]
    assert ways["keep"]["effect"] != "as planned"
    scaled = write(client, run, act("b", "over", line=w["line"], how="scale")).json()["run"]
    assert scaled["state"]["factor"] == pytest.approx(1.2, abs=0.01)
    others = [x for x in scaled["lines"] if x != w["line"]]
    assert all(
        scaled["lines"][x]["wanted_g"] == pytest.approx(run["lines"][x]["wanted_g"] * 1.2, rel=0.01) for x in others
    )
    really = send(client, "GET", f"/runs/{run['id']}/really").json()
    assert really["words"] == "1 lines were weighed"


def test_a_closed_run_is_a_bake_with_what_was_really_done(client: Client, run: dict[str, Any], kept: Dough) -> None:
    w = weighing(run)
    load = next(s for s in run["script"]["steps"] if s["kind"] == "bake")
    start = run["now"] - 40 * 60_000
    acts = [
        act("a", "weighed", line=w["line"], grams=round(1.02 * w["grams"], 2)),
        act("b", "temperature", of="butter", c=18.5),
        act("c", "added", ingredient="milk", grams=6.0),
        act("d", "loaded", load["id"], said_at=start, load=load["load"], pieces=12),
        act("e", "cue", said_at=start + 9 * 60_000, load=load["load"], cue="gloss gone"),
        act("f", "pulled", load["id"], said_at=start + int(11.5 * 60_000), load=load["load"]),
        act("g", "measured", quantity="diameter_mm", text="82 84"),
        act("h", "guess", diameter_mm="85", words="too flat"),
    ]
    assert write(client, run, *acts).status_code == 200
    closed = send(client, "POST", f"/runs/{run['id']}/close")
    assert closed.status_code == 200, closed.content
    bake = Bake.objects.get()
    assert closed.json()["bake"] == bake.number
    assert bake.minutes == pytest.approx(11.5)
    assert bake.batch.weighed[w["line"]] == pytest.approx(1.02 * w["grams"], rel=1e-3)
    assert bake.batch.butter_temp_c == 18.5
    assert bake.batch.additions[0][0] == "milk"
    assert "gloss gone at 9.0 min" in bake.notes
    guess = send(client, "GET", f"/runs/{run['id']}/guess").json()
    width = next(b for b in guess["mine"] if b["key"] == "diameter_mm")
    assert (width["guess"], width["came"], guess["words"]) == (85.0, 83.0, "too flat")
    assert 40 < width["forecast"] < 140
    assert send(client, "POST", f"/runs/{run['id']}/close").json()["bake"] == bake.number
    assert Bake.objects.count() == 1
    late = write(client, run, act("z", "note", text="too late"))
    assert "was closed" in late.json()["message"]
    assert write(client, run, acts[0]).status_code == 200


def test_a_bake_keeps_its_lots_and_is_forecast_with_what_their_paper_said(
    client: Client, run: dict[str, Any], kept: Dough
) -> None:
    lines = [w for s in run["script"]["steps"] for w in s["lines"]]
    flour = next(w for w in lines if w["role"] == "flour")
    lot = Lot.objects.create(name="Flour of May", code="F-9", ingredient=flour["ingredient"], protein_pct=13.0)
    load = next(s for s in run["script"]["steps"] if s["kind"] == "bake")
    start = run["now"] - 40 * 60_000
    acts = [
        act("a", "weighed", line=flour["line"], grams=flour["grams"]),
        act("b", "lot", line=flour["line"], lot=lot.pk),
        act("c", "loaded", load["id"], said_at=start, load=load["load"], pieces=12),
        act("d", "pulled", load["id"], said_at=start + 11 * 60_000, load=load["load"]),
    ]
    assert write(client, run, *acts).status_code == 200
    assert send(client, "POST", f"/runs/{run['id']}/close").status_code == 200
    bake = Bake.objects.get()
    with_lot = bake_forecast(bake, None)
    Lot.objects.filter(pk=lot.pk).update(protein_pct=8.0)
    assert bake_forecast(bake, None) == with_lot, "what the paper said then stays with the bake"
    Batch.objects.filter(pk=bake.batch_id).update(lots={})
    bake = Bake.objects.get()
    assert with_lot.ends["diameter_mm"] < bake_forecast(bake, None).ends["diameter_mm"]  # type: ignore[union-attr]
    Batch.objects.filter(pk=bake.batch_id).update(
        lots={flour["line"]: {"lot": 1, "name": "Flour of May", "code": "F-9"}}
    )
    shown = send(client, "GET", f"/doughs/{kept.pk}/bakes").json()["bakes"][0]
    assert shown["batch"]["lots"] == ["Flour of May F-9"]


def test_a_run_without_a_bake_is_closed_without_one(client: Client, run: dict[str, Any]) -> None:
    assert send(client, "POST", f"/runs/{run['id']}/close").json()["bake"] is None
    assert Run.objects.get().closed_at is not None


def test_a_course_nears_the_oven_and_strangers_hear_nothing(client: Client, run: dict[str, Any], cook: User) -> None:
    course = send(client, "GET", f"/runs/{run['id']}/course").json()
    cores = [c for _, c in course]
    assert cores[0] < 40 < 85 < max(cores)
    assert send(client, "GET", "/runs/999").status_code == 404
    assert Client().get(f"/api/runs/{run['id']}/stream").status_code == 401
    assert Client().get("/api/devices/stream").status_code == 401


def test_a_guess_is_its_cooks_own_until_it_is_shared(client: Client, run: dict[str, Any]) -> None:
    other = User.objects.create_user("bo", password="butter-and-flour")
    Member.objects.create(user=other, role="cook", joined_at=NOW)
    bo = Client()
    bo.force_login(other)
    write(client, run, act("g", "guess", diameter_mm="85"))
    path = f"/runs/{run['id']}"
    assert send(bo, "GET", path).json()["state"]["guesses"] == []
    assert send(bo, "GET", f"{path}/events").json()[0]["values"] == {}
    assert "diameter_mm" not in bo.get(f"/api{path}/log.jsonl").content.decode()
    write(client, run, act("h", "guess", diameter_mm="86", shared=True))
    assert list(send(bo, "GET", f"{path}/guess").json()["others"]) == ["ada"]
    refused = write(bo, run, act("i", "guess", diameter_mm="wide"))
    assert "is not a number" in refused.json()["message"]


def test_readings_come_one_by_one_and_contradict_together(client: Client, run: dict[str, Any]) -> None:
    def said(key: str, quantity: str, text: str) -> Any:
        return write(client, run, act(key, "measured", quantity=quantity, text=text))

    assert said("a", "row_of", "6").status_code == 200
    assert said("b", "row_mm", "508").status_code == 200
    assert said("c", "mass_before_g", "500").status_code == 200
    assert "is more than" in said("d", "mass_after_g", "520").json()["message"]
    assert said("e", "mass_after_g", "450").status_code == 200


def test_time_goes_faster_only_among_stand_ins(client: Client, run: dict[str, Any], kept: Dough) -> None:
    fast = {"dough_id": kept.pk, "key": "fast", "speed": 60}
    made = send(client, "POST", "/runs", fast).json()
    assert made["speed"] == 60
    begun = Run.objects.get(pk=made["id"]).begun_at
    assert clock_of(Run.objects.get(pk=made["id"]), begun + timedelta(seconds=10)) == ms(begun) + 600_000
    Device.objects.create(name="Real one", what="scale", how="serial", port="/dev/null")
    assert "real device" in send(client, "POST", "/runs", fast | {"key": "faster"}).json()["message"]
    assert send(client, "POST", "/runs", fast | {"key": "f3", "speed": 500}).status_code == 422


def test_a_trace_corrects_the_forecast_and_a_load_says_what_of_the_next(client: Client, run: dict[str, Any]) -> None:
    load = next(s for s in run["script"]["steps"] if s["kind"] == "bake")
    start = run["now"] - 30 * 60_000
    write(client, run, act("in", "loaded", load["id"], said_at=start, load=1, pieces=12))
    path = f"/runs/{run['id']}"
    assert send(client, "GET", f"{path}/trace/1").json() is None
    assert send(client, "GET", f"{path}/next/1").json() is None
    course = send(client, "GET", f"{path}/course").json()
    slow = [act(f"p{n}", "probe", said_at=start + round(1.15 * m * 60_000), of="core 1", c=c)
            for n, (m, c) in enumerate(course) if m < 10]  # fmt: skip
    assert write(client, run, *slow).status_code == 200
    found = send(client, "GET", f"{path}/trace/1").json()
    assert found["oven_k"]["value"] < 0
    assert found["best_min"] > found["was_best_min"]
    write(client, run, act("out", "pulled", load["id"], said_at=start + 11 * 60_000, load=1))
    write(client, run, act("seen", "seen", load=1, width_mm=95.0, rim="pale"))
    assert send(client, "GET", f"{path}/next/1").json()["width_mm"] > 60


def test_a_pressed_ball_corrects_the_width_before_the_oven(client: Client, run: dict[str, Any]) -> None:
    at = f"/runs/{run['id']}/press"
    assert send(client, "GET", at).json() is None
    weight = send(client, "GET", f"{at}/weight?ball_g=15&dough_c=22").json()
    assert 200 <= weight <= 3000
    assert send(client, "GET", f"{at}/weight?ball_g=15&dough_c=900").status_code == 422
    press = {"ball_g": 15.0, "weight_g": weight, "c": 22.0}
    write(client, run, act("p1", "pressed", "shape", width_mm=60.0, **press))
    soft = send(client, "GET", at).json()
    write(client, run, act("p2", "pressed", "shape", width_mm=34.0, **press))
    stiff = send(client, "GET", at).json()
    assert soft["was_mm"] == stiff["was_mm"]
    assert soft["width_mm"] > soft["was_mm"] > stiff["width_mm"]
    assert "mm instead of" in soft["words"]
    write(client, run, {**act("u1", "undone"), "values": {"key": "p2"}})
    assert send(client, "GET", at).json() == soft
    write(client, run, act("p3", "pressed", "shape", width_mm=12.0, **press))
    refused = send(client, "GET", at)
    assert refused.status_code == 422
    assert "before it is pressed" in refused.content.decode()


def test_a_device_is_checked_by_what_it_reads_now(client: Client, settings: Any, tmp_path: Path) -> None:
    settings.DATA = tmp_path
    probe = Device.objects.create(name="Probe", what="probe", how="simulated")
    path = f"/devices/{probe.pk}"
    assert "Nothing comes" in send(client, "POST", f"{path}/check", {"what": "ice"}).json()["message"]
    ring = Ring(tmp_path / NAME)
    ring.put(int(time.time() * 1000), probe.pk, SETTLED, 1.6)
    got = send(client, "POST", f"{path}/check", {"what": "ice"}).json()
    assert (got[0]["read"], got[0]["good"]) == (1.6, False)
    ring.put(int(time.time() * 1000), probe.pk, SETTLED, 3.0)
    assert "drifts" in send(client, "POST", f"{path}/check", {"what": "ice"}).json()[0]["words"]
    assert "not checked that way" in send(client, "POST", f"{path}/check", {"what": "zero"}).json()["message"]
    assert len(send(client, "GET", f"{path}/checks").json()) == 2
    bad = {"name": "Odd", "what": "scale", "how": "serial", "form": "own", "pattern": "{unit}"}
    refused = send(client, "POST", "/kitchen/furnishing/device", {"facts": bad})
    assert refused.status_code == 422
    assert "pattern has" in refused.content.decode()
