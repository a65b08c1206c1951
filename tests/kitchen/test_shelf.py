"""Finding doughs on the shelf: by words, style, need, ingredient and what is planned; pages stay whole."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client
from django.utils import timezone

from kitchen.actions.create_dough import CreateDough
from kitchen.models import Dough, Kitchen, Plan
from tests.conftest import NOW, bake_body, send

pytestmark = pytest.mark.django_db


@pytest.fixture
def shelf(cook: User, kitchen: Kitchen) -> list[Dough]:
    made = [("Oat rounds", "oat"), ("Rye rounds", "chewy"), ("Oat and rye thins", "thin_crisp"), ("Softs", "cakey")]
    doughs = [CreateDough(actor=cook, now=NOW, name=n, start="style", style=s).execute() for n, s in made]
    doughs[1].target = {**doughs[1].target, "needs": ["vegan"]}
    doughs[1].save()
    return doughs


def names(client: Client, query: str = "") -> list[str]:
    return [d["name"] for d in client.get(f"/api/doughs?{query}").json()]


def test_every_word_has_to_be_in_the_name_in_any_order_and_case(client: Client, shelf: list[Dough]) -> None:
    assert names(client) == [d.name for d in shelf]
    assert names(client, "q=ROUNDS") == ["Oat rounds", "Rye rounds"]
    assert names(client, "q=rye+oat") == ["Oat and rye thins"]
    assert names(client, "q=nothing+like+it") == []


def test_by_style_need_and_ingredient(client: Client, shelf: list[Dough]) -> None:
    assert names(client, "style=oat") == ["Oat rounds"]
    assert names(client, "need=vegan") == ["Rye rounds"]
    line: dict[str, Any] = shelf[3].draft["lines"][0]
    line["ingredient"] = "buckwheat"
    shelf[3].save()
    assert names(client, "holds=buckwheat") == ["Softs"]
    assert names(client, "holds=buckwheat&need=vegan") == []


def test_what_is_planned_within_a_week(client: Client, shelf: list[Dough], cook: User) -> None:
    today = timezone.now().date()
    for dough, days in ((shelf[0], 2), (shelf[2], 30), (shelf[3], -1)):
        Plan.objects.create(dough=dough, on=today + timedelta(days=days), made_at=NOW, saved_at=NOW, saved_by=cook)
    assert names(client, "planned=true") == ["Oat rounds"]


def test_pages_of_what_is_looked_for_are_whole(client: Client, shelf: list[Dough]) -> None:
    first = client.get("/api/doughs?q=rounds&limit=1").json()
    assert [d["name"] for d in first] == ["Oat rounds"]
    assert names(client, f"q=rounds&limit=1&after={first[0]['id']}") == ["Rye rounds"]
    assert names(client, f"need=vegan&limit=1&after={shelf[0].pk}") == ["Rye rounds"]
    assert client.get("/api/doughs?q=" + "x" * 200).status_code == 422


def found(client: Client, text: str) -> list[tuple[str, int]]:
    answer = client.get("/api/find", {"text": text})
    assert answer.status_code == 200
    return [(t["kind"], t["number"]) for t in answer.json()["things"]]


def test_versions_and_bakes_are_found_by_what_a_cook_remembers(client: Client, kept: Dough) -> None:
    body = bake_body(notes="Left tray browned", baked_on="2026-03-05")
    assert send(client, "POST", f"/doughs/{kept.pk}/bakes", body).status_code == 201
    assert found(client, "oat version 1") == [("version", 1), ("bake", 1)]
    assert found(client, "FIRST") == [("version", 1)]
    assert found(client, "browned left") == [("bake", 1)]
    assert found(client, "5 mar 2026") == [("bake", 1)]
    assert found(client, "rye") == []
    assert found(client, "  ") == []
    assert client.get("/api/find", {"text": "x" * 200}).status_code == 422
    kept.deleted_at = NOW
    kept.save()
    assert found(client, "oat") == []
