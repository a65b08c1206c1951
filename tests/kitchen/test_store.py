"""What is here: what came, less what batches took; a brief's question of it, over the API."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone

from kitchen.models import Dough, Lot
from kitchen.reading.store import store_on
from tests.conftest import bake_body, send

pytestmark = pytest.mark.django_db
TODAY = date(2026, 3, 3)


@pytest.fixture
def flour(kept: Dough) -> Lot:
    return Lot.objects.create(name="Sack", ingredient=line(kept)["ingredient"], came_g=5000.0, waste_pct=5.0)


def line(kept: Dough) -> dict[str, Any]:
    return next(x for x in kept.draft["lines"] if x["step"] == "dry")


def bake(client: Client, kept: Dough, lot: Lot, key: str, grams: float, **more: Any) -> dict[str, Any]:
    flour_line = line(kept)["id"]
    batch = {**bake_body()["batch"], "lots": {flour_line: lot.pk}, "weighed": {flour_line: grams}}
    made = send(client, "POST", f"/doughs/{kept.pk}/bakes", {**bake_body(), "key": key, "batch": batch, **more})
    assert made.status_code == 201, made.json()
    return made.json()  # type: ignore[no-any-return]


def test_batches_take_their_weight_once_however_often_a_bake_is_put_right(
    client: Client, kept: Dough, flour: Lot
) -> None:
    first = bake(client, kept, flour, "took-some-1", 200)
    bake(client, kept, flour, "took-some-2", 300)
    assert store_on(TODAY)[flour.ingredient] == pytest.approx(4275.0)
    bake(client, kept, flour, "took-some-3", 0, batch=None, batch_id=first["batch"]["id"], replaces=first["id"])
    assert store_on(TODAY)[flour.ingredient] == pytest.approx(4275.0)
    told = client.get(f"/api/kitchen/furnishing/lots/{flour.pk}/prices").json()
    assert told["left"] == "4275 g of it should be left to weigh: 2 batches took 500 g."


def test_a_weight_that_is_the_version_s_own_is_taken_as_well(client: Client, kept: Dough, flour: Lot) -> None:
    batch = {**bake_body()["batch"], "lots": {line(kept)["id"]: flour.pk}}
    assert (
        send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(key="as-written-1", batch=batch)).status_code == 201
    )
    assert store_on(TODAY)[flour.ingredient] == pytest.approx(0.95 * (5000.0 - float(line(kept)["grams"])))


def test_what_is_past_its_day_or_out_of_use_counts_nothing_and_what_nobody_weighed_is_not_known(flour: Lot) -> None:
    more = Lot.objects.create(name="Next", ingredient=flour.ingredient, came_g=1000.0, use_by=TODAY)
    assert store_on(TODAY)[flour.ingredient] == pytest.approx(5750.0)
    assert store_on(TODAY + timedelta(days=1))[flour.ingredient] == pytest.approx(4750.0)
    more.use_by, more.came_g = None, None
    more.save()
    assert store_on(TODAY)[flour.ingredient] is None
    flour.retired_at = more.retired_at = timezone.now()
    flour.save()
    more.save()
    assert flour.ingredient not in store_on(TODAY)


def test_a_brief_asks_how_many_pieces_what_is_here_makes(client: Client, kept: Dough, flour: Lot) -> None:
    def stands(least: float) -> dict[str, Any]:
        limit = {"key": "store", "per": "store", "at_most": False, "value": least, "must": True}
        asked = {"draft": kept.draft, "style": kept.style, "dough_id": kept.pk, "limits": [limit]}
        answer = send(client, "POST", "/next/brief", asked)
        assert answer.status_code == 200, answer.json()
        return answer.json()["standings"][0]  # type: ignore[no-any-return]

    assert stands(10)["stands"] == "unknown"
    for x in kept.draft["lines"]:
        if x["ingredient"] != flour.ingredient:
            Lot.objects.create(name=x["ingredient"], ingredient=x["ingredient"], came_g=100_000.0)
    assert stands(10)["stands"] == "met"
    found = stands(90_000)
    assert found["stands"] == "out"
    assert "runs out first" in found["words"]


def test_a_plan_says_what_it_would_run_out_of(client: Client, kept: Dough, flour: Lot) -> None:
    def short(pieces: int) -> list[dict[str, Any]]:
        on = str(timezone.now().date() + timedelta(days=1))
        plan = {"draft": kept.draft, "style": kept.style, "dough_id": kept.pk, "on": on, "plan": {"pieces": pieces}}
        found = send(client, "POST", "/plans/look", plan).json()
        assert found["error"] == ""
        return found["short"]  # type: ignore[no-any-return]

    flour.came_g, flour.waste_pct = 300.0, 0.0
    flour.save()
    assert short(6) == []
    (found,) = short(48)
    assert found["left_g"] == 300.0
    assert found["needs_g"] == pytest.approx(300.0 * 1.1258, abs=0.1)
