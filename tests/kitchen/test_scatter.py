"""The kitchen's own scatter: from versions baked more than once, and what rests on it."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from dough.facts.scatter import USUAL
from kitchen.models import Dough, Oven
from kitchen.reading.scatter import kitchen_scatter
from tests.conftest import bake_body, send

pytestmark = pytest.mark.django_db


def log(client: Client, dough: Dough, key: str, width: float, **more: Any) -> int:
    body = bake_body(key=key, minutes=12, oven_c=175, oven_id=Oven.objects.get().pk, portion_g=40,
                     diameters=f"{width} {width + 0.4} {width - 0.4}", **more)  # fmt: skip
    answer = send(client, "POST", f"/doughs/{dough.pk}/bakes", body)
    assert answer.status_code == 201, answer.json()
    return int(answer.json()["id"])


def test_one_bake_of_a_version_says_nothing_of_scatter(client: Client, kept: Dough) -> None:
    log(client, kept, "scatter-one", 84.0)
    assert kitchen_scatter().sd["diameter_mm"] == USUAL["diameter_mm"]


def test_bakes_of_one_version_that_agree_make_the_kitchen_a_steady_one(client: Client, kept: Dough) -> None:
    for n in range(4):
        log(client, kept, f"scatter-same-{n}", 84.0)
    found = kitchen_scatter()
    assert found.repeats["diameter_mm"] == 3
    assert found.sd["diameter_mm"] < 0.9 * USUAL["diameter_mm"]


def test_minutes_that_differ_are_in_the_forecast_not_in_the_scatter(client: Client, kept: Dough) -> None:
    """A bake left in longer is darker by the forecast too: only the rest is scatter."""
    for n, (minutes, shade) in enumerate(((10, 72.0), (14, 63.0))):
        body = bake_body(key=f"scatter-min-{n}", minutes=minutes, oven_c=175, oven_id=Oven.objects.get().pk,
                         portion_g=40, diameters="84 84.4 83.6", measured={"crust_l": str(shade)})  # fmt: skip
        assert send(client, "POST", f"/doughs/{kept.pk}/bakes", body).status_code == 201
    blind = ((72.0 - 63.0) ** 2 / 2.0) ** 0.5
    assert kitchen_scatter().sd["crust_l"] < 0.8 * blind


def test_side_by_side_says_where_its_scatter_comes_from(client: Client, kept: Dough) -> None:
    ids = [log(client, kept, f"scatter-pair-{n}", w) for n, w in enumerate((84.0, 85.0))]
    answer = send(client, "POST", f"/doughs/{kept.pk}/compare", {"bakes": ids}).json()
    assert answer["scatter_from"].startswith("Scatter from 1 repeat in this kitchen")
    width = next(r for r in answer["rows"] if r["key"] == "diameter_mm")
    assert width["scatter"] == pytest.approx(84.0 * kitchen_scatter().sd["diameter_mm"])
    assert width["cells"][1]["scatter"] is True


def test_a_taken_off_dough_and_a_corrected_bake_do_not_count(client: Client, kept: Dough) -> None:
    first = log(client, kept, "scatter-first", 70.0)
    log(client, kept, "scatter-second", 84.0)
    wide = kitchen_scatter().sd["diameter_mm"]
    log(client, kept, "scatter-corrected", 84.0, replaces=first)
    assert kitchen_scatter().sd["diameter_mm"] < wide
    assert send(client, "DELETE", f"/doughs/{kept.pk}", {"revision": kept.revision}).status_code == 200
    assert kitchen_scatter().repeats == {}


def test_trays_of_a_series_follow_the_kitchen_s_scatter(client: Client, kept: Dough) -> None:
    path = f"/doughs/{kept.pk}/series/power/diameter_mm?difference=3"
    usual = send(client, "GET", path).json()
    for n, width in enumerate((76.0, 90.0, 79.0, 88.0)):
        log(client, kept, f"scatter-wild-{n}", width)
    wild = send(client, "GET", path).json()
    assert wild["scatter"] > usual["scatter"]
    assert wild["needs"][1]["own_mixing"] is None or wild["needs"][1]["own_mixing"] > usual["needs"][1]["own_mixing"]
    # Pieces of one tray do not differ more because bakes do.
    assert wild["needs"][1]["one_dough"] == usual["needs"][1]["one_dough"]
