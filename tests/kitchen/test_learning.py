"""Learning over the API: looked at, taken into force, followed by every forecast, gone back from."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from kitchen.models import Bake, Dough, Kitchen, Oven, Tray
from kitchen.reading import logged_bakes as learning
from kitchen.reading.calibration import in_force, taught
from tests.conftest import bake_body, send

pytestmark = pytest.mark.django_db


def look(client: Client, **body: Any) -> Any:
    answer = send(client, "POST", "/learning/study", body)
    assert answer.status_code == 200
    return answer.json()


@pytest.fixture
def bakes(client: Client, kept: Dough) -> list[str]:
    """Three bakes, paler and wetter than the forecast: the oven is cold."""
    ids, oven, tray = [], Oven.objects.get(), Tray.objects.get()
    for n, minutes in enumerate((11, 12, 13)):
        body = bake_body(
            key=f"cold-oven-{n}", minutes=minutes, oven_c=175, oven_id=oven.pk, tray_id=tray.pk, portion_g=40,
            diameters="82 83 84", heights="10 10.4",
            measured={"crust_l": "76", "mass_before_g": "400", "mass_after_g": "380", "core_c": "84"},
        )  # fmt: skip
        answer = send(client, "POST", f"/doughs/{kept.pk}/bakes", body)
        assert answer.status_code == 201, answer.json()
        ids.append(f"bake-{answer.json()['id']}")
    return ids


def oven(found: Any) -> Any:
    return next(u for u in found["unknowns"] if u["key"] == "oven_k")


def test_nothing_is_learned_until_someone_says_so(client: Client, kept: Dough, bakes: list[str]) -> None:
    before = send(client, "GET", f"/doughs/{kept.pk}/bakes").json()["bakes"][0]["forecast"]["cookie"]
    found = look(client)
    assert found["in_force"] is None
    assert found["unlearned"] == 3
    assert oven(found)["now"] == oven(found)["general"]
    assert oven(found)["proposed"]["value"] < -2.0
    assert in_force() is None
    assert send(client, "GET", f"/doughs/{kept.pk}/bakes").json()["bakes"][0]["forecast"]["cookie"] == before


def test_once_adopted_every_forecast_follows(client: Client, kept: Dough, bakes: list[str]) -> None:
    adopted = send(client, "POST", "/learning", {"left_out": [], "seen": None}).json()
    assert adopted["in_force"]["bakes"] == 3
    assert adopted["unlearned"] == 0
    process = {**kept.draft["process"], "oven_id": Oven.objects.get().pk, "tray_id": Tray.objects.get().pk}
    question = {"draft": kept.draft, "target": {}, "style": kept.style}
    here = {**question, "draft": {**kept.draft, "process": process}, "dough_id": kept.pk}
    general = send(client, "POST", "/preview", question).json()["forecast"]
    learned = send(client, "POST", "/preview", here).json()["forecast"]
    assert learned["cookie"]["crust_l"] > general["cookie"]["crust_l"] + 2.0
    assert "learned" in learned["method_words"]
    detail = send(client, "POST", "/preview/detail", here).json()
    assert "Learned from 3 bakes of this kitchen: 3 in this oven, 3 of this dough." in detail["basis"]
    wide, narrow = (
        send(client, "POST", "/preview/detail", q).json()["estimates"]["diameter_mm"] for q in (question, here)
    )
    assert narrow["high"] - narrow["low"] < 0.8 * (wide["high"] - wide["low"])


def test_lineage_and_series_follow_what_was_learned_too(client: Client, kept: Dough, bakes: list[str]) -> None:
    """A draft planned for the cold oven: what a series' levels and a version should bake is paler once it is known."""
    process = {**kept.draft["process"], "oven_id": Oven.objects.get().pk, "tray_id": Tray.objects.get().pk}
    planned = {**kept.draft, "process": process}
    body = {"revision": kept.revision, "name": kept.name, "style": kept.style, "draft": planned, "target": kept.target}
    revision = send(client, "PUT", f"/doughs/{kept.pk}/draft", body).json()["revision"]
    note = {"revision": revision, "note": "for the cold oven"}
    assert send(client, "POST", f"/doughs/{kept.pk}/versions", note).status_code == 201

    def told() -> tuple[float, float]:
        plan = {"name": "how long", "factors": [{"key": "process:minutes", "levels": [11, 13]}], "repeats": 2}
        made = send(client, "POST", f"/doughs/{kept.pk}/series/plan", plan).json()
        nodes = send(client, "GET", f"/doughs/{kept.pk}/lineage").json()
        crust = next(d for d in nodes[-1]["did"] if d["key"] == "crust_l")
        return made["splits"][0]["crust_l"], crust["forecast"]

    general, same = told()
    assert abs(same) < 0.5, "without anything learned the oven's name changes nothing"
    send(client, "POST", "/learning", {"left_out": [], "seen": None})
    learned, apart = told()
    assert learned > general + 2.0
    assert apart > 0.5, "the version planned for that oven is told paler than the one that named none"


def test_a_bake_can_be_left_out_and_says_so(client: Client, bakes: list[str]) -> None:
    found = look(client, left_out=[bakes[0]])
    row = next(b for b in found["bakes"] if b["id"] == bakes[0])
    assert (row["counts"], row["by_hand"], row["why"]) == (False, True, "left out by hand")
    adopted = send(client, "POST", "/learning", {"left_out": [bakes[0]], "seen": None}).json()
    assert adopted["in_force"]["left_out"] == [bakes[0]]
    assert adopted["in_force"]["bakes"] == 2
    # The choice stays with the calibration.
    assert look(client)["left_out"] == [bakes[0]]


def test_what_is_not_learned_yet_is_counted(client: Client, kept: Dough, bakes: list[str]) -> None:
    def count() -> int:
        return int(send(client, "GET", "/kitchen").json()["unlearned"])

    assert count() == 3
    send(client, "POST", "/learning", {"left_out": [bakes[0]], "seen": None})
    assert count() == 0
    nothing: dict[str, Any] = {"measured": {}, "diameters": "", "heights": ""}
    send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(key="one-more-bake"))
    send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(key="said-nothing", **nothing))
    assert count() == 1


def test_bakes_too_old_to_be_looked_at_are_not_asked_for(
    client: Client, bakes: list[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    """A kitchen with many bakes learns from the latest; the older ones must not stay marked as new for ever."""
    monkeypatch.setattr(learning, "MOST_BAKES", 2)
    assert learning.unlearned() == look(client)["unlearned"] == 2
    send(client, "POST", "/learning", {"left_out": [], "seen": None})
    assert learning.unlearned() == look(client)["unlearned"] == 0


def test_it_can_be_gone_back_from_and_to(client: Client, bakes: list[str]) -> None:
    first = send(client, "POST", "/learning", {"left_out": [], "seen": None}).json()["in_force"]["id"]
    second = send(client, "POST", "/learning", {"left_out": [bakes[0]], "seen": first}).json()["in_force"]["id"]
    back = send(client, "POST", "/learning/return", {"to": first, "seen": second}).json()
    assert back["in_force"]["id"] == first
    assert [h["number"] for h in back["history"]] == [2, 1]
    assert send(client, "POST", "/learning/return", {"to": None, "seen": first}).json()["in_force"] is None
    assert taught(1, 1, 1).bakes == 0
    assert send(client, "POST", "/learning/return", {"to": 999, "seen": None}).status_code == 404


def test_two_cooks_at_once_do_not_pass_over_each_other(client: Client, bakes: list[str]) -> None:
    assert send(client, "POST", "/learning", {"left_out": [], "seen": None}).status_code == 200
    late = send(client, "POST", "/learning", {"left_out": [bakes[0]], "seen": None})
    assert late.status_code == 422
    assert "changed meanwhile" in late.json()["message"]
    kitchen = Kitchen.objects.get()
    assert kitchen.calibration is not None
    assert kitchen.calibration.left_out == []


def test_with_every_bake_left_out_there_is_nothing_to_learn(client: Client, bakes: list[str]) -> None:
    answer = send(client, "POST", "/learning", {"left_out": bakes, "seen": None})
    assert answer.status_code == 422
    assert "at least one" in answer.json()["message"]


def test_a_bake_that_measured_nothing_or_was_corrected_does_not_count(
    client: Client, kept: Dough, bakes: list[str]
) -> None:
    send(
        client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(key="nothing-said", measured={}, diameters="", heights="")
    )
    first = Bake.objects.order_by("pk")[0]
    again = bake_body(key="the-correction", batch=None, batch_id=first.batch_id, replaces=first.pk, diameters="81")
    send(client, "POST", f"/doughs/{kept.pk}/bakes", again)
    found = look(client)
    ids = [b["id"] for b in found["bakes"]]
    assert bakes[0] not in ids
    assert "nothing was measured" in [b["why"] for b in found["bakes"]]


def test_what_to_measure_next_is_told_for_the_draft(client: Client, kept: Dough, bakes: list[str]) -> None:
    told = look(client, dough_id=kept.pk)["teaches"]
    assert len(told) == 6
    assert told[0]["share"] == 1.0
    assert all(t["words"].endswith(".") and " to ±" in t["narrows"] for t in told)
    assert look(client)["teaches"] == []


def test_readings_far_from_the_others_are_asked_about_once(client: Client, kept: Dough) -> None:
    body = bake_body(diameters="84 85 86 58")
    asked = send(client, "POST", f"/doughs/{kept.pk}/bakes", body)
    assert (asked.status_code, asked.json()["code"]) == (422, "ask")
    assert "58 mm lies far" in asked.json()["message"]
    assert not Bake.objects.exists()
    assert send(client, "POST", f"/doughs/{kept.pk}/bakes", {**body, "sure": True}).status_code == 201


def test_the_whole_sheet_is_kept_and_read_back(client: Client, kept: Dough) -> None:
    measured = {
        "row_of": "6", "row_mm": "49.2 cm", "row_turned_mm": "500", "stack_of": 5, "stack_mm": "52", "core_c": "205 F",
        "l_rim": "52", "l_middle": "63", "snap": "5", "bend": "50", "tasted_min": "2 h",
    }  # fmt: skip
    answer = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(diameters="", heights="", measured=measured))
    assert answer.status_code == 201, answer.json()
    got = answer.json()
    assert got["measured"]["readings"]["row_mm"] == [492.0]
    assert got["values"]["core_c"] == pytest.approx(96.1, abs=0.1)
    assert got["values"]["tasted_min"] == 120
    assert "rim_c" not in got["values"]
    assert got["size"]["cookie"]["diameter_mm"] == pytest.approx((492 + 500) / 12)
    assert got["size"]["cookie"]["height_mm"] == pytest.approx(10.4)
