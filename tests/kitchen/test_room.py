"""Facts of the room and of keeping: typed, kept, and followed by the forecast."""

from __future__ import annotations

from typing import Any

from django.test import Client

from kitchen.documents.draft import DraftDoc
from kitchen.models import Dough, Event, Kitchen
from tests.conftest import send


def preview(client: Client, dough: Dough, **more: Any) -> Any:
    body = {"seq": 1, "draft": dough.draft, "target": {}, "style": dough.style, "dough_id": dough.pk, **more}
    return send(client, "POST", "/preview", body).json()


def detail(client: Client, dough: Dough, **more: Any) -> Any:
    body = {"seq": 1, "draft": dough.draft, "target": {}, "style": dough.style, "dough_id": dough.pk, **more}
    return send(client, "POST", "/preview/detail", body).json()


def room(**facts: Any) -> dict[str, Any]:
    return {"revision": Kitchen.objects.get().revision, "facts": facts}


def test_a_kitchen_high_up_bakes_wider_and_says_so_in_its_log(client: Client, dough: Dough) -> None:
    before = preview(client, dough)["forecast"]["cookie"]["diameter_mm"]
    answer = send(client, "PUT", "/kitchen/furnishing/kitchen", room(altitude_m="1600", humidity_pct=35))
    assert answer.json()["facts"]["altitude_m"] == 1600
    assert preview(client, dough)["forecast"]["cookie"]["diameter_mm"] > before + 0.5
    assert "changed Test kitchen" in Event.objects.latest("pk").words


def test_a_wrong_height_is_refused_by_name_and_nothing_changes(client: Client, dough: Dough) -> None:
    for wrong in ("minus a lot", 99_000, -9000):
        answer = send(client, "PUT", "/kitchen/furnishing/kitchen", room(altitude_m=wrong))
        assert answer.status_code == 422, wrong
        assert "altitude_m" in str(answer.json())
    assert Kitchen.objects.get().altitude_m is None


def test_empty_is_not_known_again(client: Client, dough: Dough) -> None:
    send(client, "PUT", "/kitchen/furnishing/kitchen", room(altitude_m=900, humidity_pct=60))
    answer = send(client, "PUT", "/kitchen/furnishing/kitchen", room(altitude_m="", humidity_pct=None)).json()["facts"]
    assert (answer["altitude_m"], answer["humidity_pct"]) == (None, None)


def test_the_hour_it_is_eaten_moves_the_rim(client: Client, dough: Dough) -> None:
    fresh = preview(client, dough, eaten={"hours": None, "packing": "tin"})["forecast"]["cookie"]
    late = preview(client, dough, eaten={"hours": 48, "packing": "tin"})["forecast"]["cookie"]
    assert late["rim_crisp"] < fresh["rim_crisp"]
    assert late["diameter_mm"] == fresh["diameter_mm"]


def test_the_kept_target_says_when_where_the_question_does_not(client: Client, dough: Dough) -> None:
    fresh = preview(client, dough)["forecast"]["cookie"]["rim_crisp"]
    dough.target = {**dough.target, "eat_age_h": 48, "packing": "paper"}
    dough.save(update_fields=["target"])
    found = detail(client, dough)["age"]
    assert found["then"]["hours"] == 48
    assert "paper" in found["words"]
    assert preview(client, dough)["forecast"]["cookie"]["rim_crisp"] < fresh


def test_a_dry_room_dries_what_lies_open(client: Client, dough: Dough) -> None:
    for humidity, most in ((20, 99.0), (85, 110.0)):
        send(client, "PUT", "/kitchen/furnishing/kitchen", room(humidity_pct=humidity))
        age = detail(client, dough, eaten={"hours": 72, "packing": "plate"})["age"]
        assert age["then"]["mass_pct"] < most
        assert (age["then"]["mass_pct"] > 100.0) == (humidity == 85)


def test_an_unknown_packing_is_refused(client: Client, dough: Dough) -> None:
    body = {"seq": 1, "draft": dough.draft, "target": {}, "style": "", "eaten": {"hours": 5, "packing": "sock"}}
    assert send(client, "POST", "/preview", body).status_code == 422


def test_a_chill_makes_the_dough_cold_and_says_how_cold(client: Client, dough: Dough) -> None:
    draft = DraftDoc.model_validate(dough.draft).model_dump(mode="json")
    warm = preview(client, dough)["forecast"]["cookie"]["diameter_mm"]
    draft["process"] |= {"chill_h": 3, "chill_place": "fridge"}
    dough.draft = draft
    answer = preview(client, dough)
    assert any("worked out from 20 °C as mixed and 3 h in the fridge" in w for w in answer["cautions"])
    assert answer["forecast"]["cookie"]["diameter_mm"] < warm
