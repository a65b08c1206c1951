"""Butter over the API: the clock that runs, readings, mixers that are taught, and what goes into the draft."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone

from kitchen.models import ButterOut, ButterReading, Dough, MixerReading
from tests.conftest import send


def ask(client: Client, what: str, dough: Dough, **more: Any) -> Any:
    return send(client, "POST", f"/butter/{what}", {"draft": dough.draft, "style": dough.style, **more})


def take_out(client: Client, dough: Dough, minutes_ago: float = 40, **more: Any) -> Any:
    out_at = (timezone.now() - timedelta(minutes=minutes_ago)).isoformat()
    body = {"form": "block", "start_c": 4, "room_c": "22", "wrapped": True, "out_at": out_at, **more}
    return send(client, "POST", f"/doughs/{dough.pk}/butter", body)


def test_the_strip_shows_zone_feel_curves_and_costs(client: Client, dough: Dough) -> None:
    strip = ask(client, "strip", dough).json()
    assert (strip["zone_low_c"], strip["zone_high_c"]) == (17, 20)
    assert len(strip["feels"]) == 11
    assert sum(c["own"] for c in strip["curves"]) == 1
    widths = {c["temp_c"]: c["diameter_mm"] for c in strip["costs"]}
    assert widths[25.0] > widths[18.0] > widths[8.0]
    winter = ask(client, "strip", dough, season="winter").json()
    assert winter["feels"][3]["low_c"] == pytest.approx(strip["feels"][3]["low_c"] + 2.2)


def test_the_clock_runs_from_when_it_was_taken_out(client: Client, dough: Dough) -> None:
    assert client.get(f"/api/doughs/{dough.pk}/butter").json()["taken"] is None
    taken = take_out(client, dough).json()["taken"]
    assert taken["to_low"] == pytest.approx(167, abs=10)
    assert taken["ready_at"] > taken["out_at"]
    again = client.get(f"/api/doughs/{dough.pk}/butter").json()["taken"]
    assert again["ready_at"] == taken["ready_at"], "it survives a reload"


def test_a_reading_moves_the_time_and_both_are_kept(client: Client, dough: Dough) -> None:
    first = take_out(client, dough).json()["taken"]
    where = f"/doughs/{dough.pk}/butter/reading"
    read = send(client, "POST", where, {"temp_c": "15.5"}).json()["taken"]
    assert read["ready_at"] < first["ready_at"]
    felt = send(client, "POST", where, {"feel": "ready"}).json()["taken"]
    assert felt["readings"][-1][1] == pytest.approx(19.0)
    assert ButterReading.objects.count() == 2
    take_out(client, dough, minutes_ago=0)
    assert client.get(f"/api/doughs/{dough.pk}/butter").json()["taken"]["readings"] == []
    assert ButterOut.objects.count() == 2


@pytest.mark.parametrize(
    ("more", "said"),
    [
        ({"form": "lump"}, "not a form"),
        ({"room_c": ""}, "a guess is better"),
        ({"room_c": "warm"}, "number"),
        ({"minutes_ago": -60}, "still to come"),
        ({"minutes_ago": 60 * 24 * 5}, "two days ago"),
    ],
)
def test_wrong_entries_get_a_sentence_and_nothing_is_kept(
    client: Client, dough: Dough, more: dict[str, Any], said: str
) -> None:
    answer = take_out(client, dough, **more)
    assert answer.status_code == 422
    assert said in answer.json()["message"]
    assert not ButterOut.objects.exists()


def test_a_reading_needs_butter_that_is_out_and_a_figure(client: Client, dough: Dough) -> None:
    where = f"/doughs/{dough.pk}/butter/reading"
    assert send(client, "POST", where, {"temp_c": 18}).status_code == 404
    take_out(client, dough)
    assert "how it feels" in send(client, "POST", where, {}).json()["message"]
    assert send(client, "POST", where, {"temp_c": "900"}).status_code == 422
    assert not ButterReading.objects.exists()


def test_a_reading_shifts_the_forecast_and_is_taken_as_one_edit(client: Client, dough: Dough) -> None:
    said = ask(client, "reading", dough, temp_c=24).json()
    assert "wider" in said["effect"]
    assert "too warm" in said["verdict"]
    edit = {"op": "butter", "temp_c": 24, "minutes": 5, "mixer": "hand"}
    answer = send(client, "POST", "/preview", {"draft": dough.draft, "edit": edit, "style": dough.style}).json()
    process = answer["draft"]["process"]
    assert (process["butter_temp_c"], process["cream_minutes"], process["mixer"]) == (24, 5, "hand")
    wrong = {"draft": dough.draft, "edit": {**edit, "mixer": "axe"}, "style": dough.style}
    assert send(client, "POST", "/preview", wrong).status_code == 422


def test_dough_temperature_with_the_ways_to_what_is_wanted(client: Client, dough: Dough) -> None:
    found = ask(client, "dough", dough, temps={"egg": "4"}, wanted_c=20, minutes=3).json()
    assert found["mixed_c"] < 21
    assert found["curdle"]
    assert found["ways"]
    solved = ask(client, "dough", dough, temps={"egg": "4"}, wanted_c=20, minutes=3, solve="fat").json()["solved"]
    check = ask(client, "dough", dough, temps={"egg": "4", "fat": solved}, minutes=3).json()
    assert check["mixed_c"] == pytest.approx(20, abs=0.05)
    assert ask(client, "dough", dough, temps={"egg": "hot"}).status_code == 422


def test_a_mixer_is_taught_by_readings(client: Client, dough: Dough) -> None:
    def heat() -> float:
        return float(next(m["per_min_k"] for m in client.get("/api/butter/mixers").json() if m["kind"] == "stand"))

    before = heat()
    body = {"kind": "stand", "before_c": "18", "after_c": "24", "minutes": "5"}
    assert send(client, "POST", "/butter/mixers", body).status_code == 201
    assert before < heat() < 1.2
    for wrong in ({"after_c": "95", "minutes": "1"}, {"minutes": ""}, {"kind": "axe"}):
        assert send(client, "POST", "/butter/mixers", {**body, **wrong}).status_code == 422
    assert MixerReading.objects.count() == 1


def test_creaming_browning_and_resting_answer_and_refuse(client: Client, dough: Dough) -> None:
    cream = ask(client, "cream", dough, minutes=3, cup_water_g=200, cup_mass_g=215).json()
    assert cream["cup"]["relative_density"] == pytest.approx(1.075)
    assert cream["points"][0]["phi"] == 0
    assert ask(client, "cream", dough, cup_water_g=200, cup_mass_g=5000).status_code == 422
    brown = send(client, "POST", "/butter/browned", {"butter": "butter", "before_g": "227"}).json()
    assert 35 <= brown["water_back_g"] <= 39
    for wrong in ({"before_g": ""}, {"before_g": 200, "after_g": 300}, {"before_g": 200, "butter": "ap"}):
        assert send(client, "POST", "/butter/browned", wrong).status_code == 422
    body = {"draft": dough.draft, "purpose": "firm", "thickness_mm": 40, "shape": "ball"}
    rest = send(client, "POST", "/butter/rest", body).json()
    assert 15 < rest["least_min"] < 60
    for wrong in ({"purpose": "nap"}, {"thickness_mm": ""}, {"thickness_mm": "-3"}, {"shape": "star"}):
        assert send(client, "POST", "/butter/rest", {**body, **wrong}).status_code == 422


def test_every_school_says_what_it_would_do(client: Client, dough: Dough) -> None:
    found = ask(client, "mixing", dough).json()
    assert [m["now"] for m in found["methods"]].count(True) == 1
    others = [m for m in found["methods"] if not m["now"]]
    assert any("wider" in m["effect"] for m in others if m["method"] == "melted")
    assert all(m["order"] for m in found["methods"])
    assert len(found["cures"]) == 4
