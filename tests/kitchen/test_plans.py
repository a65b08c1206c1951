"""Plans and the day over the API: worked out, kept, refused when stale, handed out; summer time; late starts."""

from __future__ import annotations

import csv
import io
import itertools
from datetime import date, datetime, timedelta
from typing import Any

import pytest
import vobject
from django.contrib.auth.models import User
from django.test import Client
from django.utils import timezone

from kitchen.models import Cold, Dough, Event, Kitchen, Mixer, Oven, Plan, Tray
from kitchen.reading.hours import LocalDay, local_day
from tests.conftest import send


@pytest.fixture
def furnished(kitchen: Kitchen) -> Kitchen:
    Oven.objects.update(shelves=1, preheat_min=20)
    Tray.objects.update(usable_width_mm=430, usable_depth_mm=340, how_many=2)
    Mixer.objects.create(name="Stand mixer", kind="stand", most_g=1600, least_g=300)
    Cold.objects.create(name="Freezer", kind="freezer", temp_c=-18)
    kitchen.zone = "Europe/Berlin"
    kitchen.save()
    return kitchen


def asked(dough: Dough, **plan: Any) -> dict[str, Any]:
    on = plan.pop("on", str(timezone.now().date() + timedelta(days=1)))
    return {"draft": dough.draft, "style": dough.style, "dough_id": dough.pk, "on": on, "plan": plan}


def test_twenty_four_pieces_are_divided_laid_and_timed(client: Client, furnished: Kitchen, dough: Dough) -> None:
    got = send(client, "POST", "/plans/look", asked(dough, pieces=24)).json()
    assert got["error"] == ""
    assert got["portions"]["divided"]["sizes"][0]["pieces"] == 24
    assert sum(n for load in got["laid"]["loads"] for n in load["trays"]) == 24
    assert next(s["name"] for s in got["steps"]) == "Butter and eggs out"
    told = send(client, "POST", "/plans/time", asked(dough, pieces=24, ready="16:00")).json()
    assert told["fights"] == []
    assert max(told["placed"], key=lambda p: p["end"])["ends"] == "16:00"


@pytest.mark.parametrize(
    ("plan", "where", "says"),
    [
        ({"pieces": 24, "sizes": [{"name": "a", "pieces": 900, "portion_g": 45}], "unknown": "pieces", "dough_g": 500},
         "pieces", "short"),
        ({"keep": [{"form": "balls", "pieces": 50}]}, "keep", "kept back"),
        ({"tray": {"margin_mm": 200}}, "tray", "fits"),
        ({"finishes": [{"id": "gold leaf", "pieces": 4}]}, "finish", "no finish known"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_said_at_its_box(
    client: Client, furnished: Kitchen, dough: Dough, plan: dict[str, Any], where: str, says: str
) -> None:
    got = send(client, "POST", "/plans/look", asked(dough, **plan)).json()
    assert got["where"] == where
    assert says in got["error"]


@pytest.mark.parametrize("wrong", [{"pieces": -4}, {"pieces": 10**9}, {"ready": "25:00"}, {"loss_pct": 90}, {"no": 1}])
def test_a_plan_that_makes_no_sense_is_refused(
    client: Client, furnished: Kitchen, dough: Dough, wrong: dict[str, Any]
) -> None:
    answer = send(client, "POST", "/plans/look", asked(dough, **wrong))
    assert answer.status_code == 422
    assert answer.json()["message"]


def saved(client: Client, dough: Dough, on: date, revision: int = 0, **plan: Any) -> Any:
    return send(client, "PUT", f"/doughs/{dough.pk}/plans/{on}", {"revision": revision, "plan": plan})


def test_a_plan_is_kept_and_a_stale_one_is_refused(client: Client, furnished: Kitchen, dough: Dough) -> None:
    on = timezone.now().date() + timedelta(days=1)
    made = saved(client, dough, on, pieces=24).json()
    assert made["revision"] == 1
    again = saved(client, dough, on, 1, pieces=30).json()
    assert (again["revision"], again["plan"]["pieces"]) == (2, 30)
    stale = saved(client, dough, on, 1, pieces=12)
    assert stale.status_code == 409
    assert stale.json()["code"] == "stale"
    assert Plan.objects.get().body["pieces"] == 30
    assert [p["revision"] for p in send(client, "GET", f"/doughs/{dough.pk}/plans").json()["plans"]] == [2]
    assert Event.objects.filter(verb="SavePlan").count() == 2
    gone = send(client, "DELETE", f"/plans/{made['id']}?revision=2")
    assert gone.status_code == 200
    assert send(client, "GET", f"/doughs/{dough.pk}/plans").json()["plans"] == []
    assert saved(client, dough, on, 2, pieces=12).status_code == 404
    assert saved(client, dough, date(2099, 1, 1), pieces=12).status_code == 422


def day_of(client: Client, on: date, **more: Any) -> Any:
    return send(client, "POST", f"/days/{on}", more).json()


def test_two_doughs_of_a_day_do_not_clash(client: Client, furnished: Kitchen, dough: Dough, cook: User) -> None:
    other = Dough.objects.create(
        name="Second", style=dough.style, draft=dough.draft, target=dough.target, created_at=timezone.now(),
        saved_at=timezone.now(), saved_by=cook,
    )  # fmt: skip
    on = timezone.now().date() + timedelta(days=1)
    saved(client, dough, on, pieces=12, ready="16:00")
    saved(client, other, on, pieces=12, ready="16:00")
    got = day_of(client, on)
    assert [d["wrong"] for d in got["doughs"]] == ["", ""]
    hands = sorted((p["start"], p["end"]) for p in got["time"]["placed"] if "hands" in p["lanes"])
    assert all(a[1] <= b[0] for a, b in itertools.pairwise(hands))
    assert {p["dough"] for p in got["time"]["placed"]} == {"Oat rounds", "Second"}


def test_an_hour_that_cannot_be_kept_says_what_fights_and_the_soonest(
    client: Client, furnished: Kitchen, dough: Dough
) -> None:
    on = timezone.now().date() + timedelta(days=1)
    saved(client, dough, on, pieces=24, ready="09:00", begin="08:30")
    got = day_of(client, on)["time"]
    assert {f["words"].split(" ")[0] for f in got["fights"]} == {"nothing", "Oat"}
    assert got["late_min"] > 0
    assert got["placed"]
    assert "late at best" in got["words"]


def test_an_empty_day_is_no_error(client: Client, furnished: Kitchen) -> None:
    got = day_of(client, date(2026, 5, 1))
    assert (got["doughs"], got["time"]) == ([], None)
    assert client.get("/api/days/2026-05-01/plan.csv").status_code == 404


def test_what_was_done_stays_and_the_rest_is_planned_from_now(client: Client, furnished: Kitchen, dough: Dough) -> None:
    here = local_day(timezone.now().date())
    now_min = here.minute_at(timezone.now())
    on = here.on
    ready = here.moment(min(now_min + 300, 1439))
    plan = saved(client, dough, on, pieces=12, ready=f"{ready:%H:%M}").json()
    marks = [{"step": "butter_out", "started": now_min - 200, "ended": now_min - 199}]
    assert send(client, "POST", f"/plans/{plan['id']}/marks", marks).status_code == 200
    got = day_of(client, on, from_now=True)["time"]
    at = {p["step"]: p for p in got["placed"]}
    assert (at["butter_out"]["start"], at["butter_out"]["state"]) == (now_min - 200, "done")
    assert all(p["start"] >= now_min for p in got["placed"] if p["state"] == "to come")
    back = [{"step": "butter_out"}]
    assert send(client, "POST", f"/plans/{plan['id']}/marks", back).status_code == 200
    assert Plan.objects.get().done == []
    wrong = [{"step": "cream", "started": 50, "ended": 20}]
    assert send(client, "POST", f"/plans/{plan['id']}/marks", wrong).status_code == 422


def test_the_calendar_is_read_by_another_reader(client: Client, furnished: Kitchen, dough: Dough) -> None:
    on = date(2027, 2, 3)
    saved(client, dough, on, pieces=24, ready="16:00")
    answer = client.get(f"/api/days/{on}/calendar.ics")
    book = vobject.readOne(answer.content.decode())
    entries = {e.summary.value: e for e in book.vevent_list}
    box = entries["Box"]
    assert box.dtend.value.utcoffset() == timedelta(hours=1)
    assert (box.dtend.value.hour, box.dtend.value.minute) == (16, 0)
    pulled = [e for name, e in entries.items() if name.startswith("Pull")]
    assert all(e.valarm.trigger.value == timedelta(0) for e in pulled)
    assert any(hasattr(e, "valarm") for e in book.vevent_list)
    rows = list(csv.DictReader(io.StringIO(client.get(f"/api/days/{on}/plan.csv").content.decode("utf-8-sig"))))
    assert rows[-1]["ends"] == "16:00"
    assert client.get(f"/api/days/{on}/plan.pdf").content.startswith(b"%PDF")
    plan = Plan.objects.get()
    assert client.get(f"/api/plans/{plan.pk}/trays.pdf").content.startswith(b"%PDF")


@pytest.mark.parametrize(("on", "hours"), [(date(2027, 3, 28), 15), (date(2027, 10, 31), 17), (date(2027, 6, 1), 16)])
def test_four_o_clock_is_four_o_clock_on_the_days_the_clocks_change(
    client: Client, furnished: Kitchen, dough: Dough, on: date, hours: int
) -> None:
    here: LocalDay = local_day(on)
    assert here.minute_of("16:00") == hours * 60
    assert here.says(hours * 60) == "16:00"
    saved(client, dough, on, pieces=12, ready="16:00")
    got = day_of(client, on)["time"]
    last = max(got["placed"], key=lambda p: p["end"])
    assert last["ends"] == "16:00"
    assert datetime.fromisoformat(last["ends_at"]).hour == 16


def test_what_the_bowl_keeps_is_learned_from_what_was_weighed(client: Client, furnished: Kitchen, dough: Dough) -> None:
    before = send(client, "POST", "/plans/look", asked(dough, division="scoop")).json()["portions"]["loss"]["pct"]
    for n in range(4):
        saved(client, dough, date(2027, 1, 4 + n), division="scoop", dough_weighed_g=1000, pieces_weighed_g=955)
    got = send(client, "POST", "/plans/look", asked(dough, division="scoop")).json()["portions"]["loss"]
    assert before < got["pct"] < 4.5
    assert got["batches"] == 4


def test_balls_from_the_freezer_are_put_by_drawn_and_thrown(client: Client, furnished: Kitchen, dough: Dough) -> None:
    cold = Cold.objects.get()
    body = {
        "dough_id": dough.pk, "form": "balls", "pieces": 12, "portion_g": 45, "cold_id": cold.pk,
        "made_at": timezone.now().isoformat(), "key": "put-1",
    }  # fmt: skip
    made = send(client, "POST", "/larder", body)
    assert made.status_code == 201
    assert send(client, "POST", "/larder", body).json()["id"] == made.json()["id"]
    assert send(client, "POST", "/larder", {**body, "pieces": 6}).status_code == 422
    ident = made.json()["id"]
    assert "months" in made.json()["because"]
    taken = send(client, "POST", f"/larder/{ident}/moves", {"what": "baked", "pieces": 8, "key": "m1"})
    assert taken.json()["left"] == 4
    assert (
        send(client, "POST", f"/larder/{ident}/moves", {"what": "baked", "pieces": 8, "key": "m1"}).json()["left"] == 4
    )
    assert (
        send(client, "POST", f"/larder/{ident}/moves", {"what": "baked", "pieces": 9, "key": "m2"}).status_code == 422
    )
    no_reason = send(client, "POST", f"/larder/{ident}/moves", {"what": "thrown", "pieces": 1, "key": "m3"})
    assert no_reason.json()["fields"][0]["where"] == "why"
    back = send(client, "POST", f"/larder/{ident}/moves", {"what": "back", "pieces": 2, "key": "m4"})
    assert back.json()["left"] == 6
    got = send(client, "GET", "/larder").json()
    assert [(i["left"], i["place"], i["due"]["state"]) for i in got["items"]] == [(6, "Freezer", "well")]
    for sheet in ("24", "one"):
        assert client.get(f"/api/larder/labels.pdf?ids={ident}&sheet={sheet}").content.startswith(b"%PDF")
    assert client.get(f"/api/larder/labels.pdf?ids={ident}&sheet=9").status_code == 422
    assert client.get("/api/larder/labels.pdf?ids=999999").status_code == 404


def test_days_in_the_fridge_are_told_ahead(client: Client, furnished: Kitchen, dough: Dough) -> None:
    cold = Cold.objects.create(name="Fridge", kind="fridge", temp_c=4)
    kept = [{"form": "balls", "pieces": 6, "cold": cold.pk}]
    got = send(client, "POST", "/plans/look", asked(dough, pieces=24, keep=kept)).json()["kept"][0]["kept"]
    assert got["later"].startswith("After 2 days in the fridge: -")
    assert got["frozen"] is None


def test_something_made_later_than_now_is_refused(client: Client, furnished: Kitchen, dough: Dough) -> None:
    body = {
        "dough_id": dough.pk, "form": "balls", "pieces": 12, "portion_g": 45, "cold_id": None, "key": "put-2",
        "made_at": (timezone.now() + timedelta(days=2)).isoformat(),
    }  # fmt: skip
    assert "later than now" in send(client, "POST", "/larder", body).json()["message"]
