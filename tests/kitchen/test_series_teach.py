"""What a series measured teaches as bakes do: looked at, left out, counted anew once another round is in."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from kitchen.models import Dough, Oven
from kitchen.reading.logged_bakes import considered, unlearned
from kitchen.reading.scatter import kitchen_scatter
from tests.conftest import send

pytestmark = pytest.mark.django_db


@pytest.fixture
def series(client: Client, kept: Dough) -> Any:
    """How long in the one oven, three levels, two rounds; nothing measured yet."""
    process = {**kept.draft["process"], "oven_id": Oven.objects.get().pk}
    body = {"revision": kept.revision, "name": kept.name, "style": kept.style, "target": kept.target,
            "draft": {**kept.draft, "process": process}}  # fmt: skip
    assert send(client, "PUT", f"/doughs/{kept.pk}/draft", body).status_code == 200
    plan = {"name": "how long", "factors": [{"key": "process:minutes", "levels": [10, 12, 14]}], "repeats": 2}
    made = send(client, "POST", f"/doughs/{kept.pk}/series", plan)
    assert made.status_code == 201, made.json()
    return made.json()


def measure(client: Client, series: Any, rounds: tuple[int, ...], shade: float = 76.0, **more: str) -> Any:
    """Pale cookies at every level of some rounds: the oven is cold."""
    now = send(client, "GET", f"/series/{series['id']}").json()
    for r in now["runs"]:
        if r["block"] in rounds:
            typed = {"diameter_mm": "82 83 84", "crust_l": str(shade), "loss_pct": "6.5", **more}
            body = {"revision": now["revision"], "order": r["order"], "typed": typed}
            answer = send(client, "PUT", f"/series/{series['id']}/runs", body)
            assert answer.status_code == 200, answer.json()
            now = answer.json()
    return now


def look(client: Client, **body: Any) -> Any:
    return send(client, "POST", "/learning/study", body).json()


def test_a_plan_says_nothing_until_it_is_baked(client: Client, series: Any) -> None:
    assert considered(set()) == []
    assert unlearned() == 0


def test_each_level_counts_as_a_bake_and_teaches_the_oven(client: Client, kept: Dough, series: Any) -> None:
    measure(client, series, (1,))
    found = look(client)
    assert found["unlearned"] == unlearned() == 3
    assert {b["words"] for b in found["bakes"]} == {
        f"series “how long”, minutes {m} min" for m in (10, 12, 14)
    }  # fmt: skip
    assert all(b["counts"] and b["oven"] == "Old faithful" for b in found["bakes"])
    oven = next(u for u in found["unknowns"] if u["key"] == "oven_k")
    assert oven["whose"] == "Old faithful"
    assert oven["spoke"]
    assert oven["proposed"]["value"] < -2.0
    adopted = send(client, "POST", "/learning", {"left_out": [], "seen": None}).json()
    assert adopted["unlearned"] == unlearned() == 0


def test_another_round_is_new_and_makes_a_level_surer(client: Client, series: Any) -> None:
    measure(client, series, (1,))
    send(client, "POST", "/learning", {"left_out": [], "seen": None})
    one = {c.words: c.logged.readings["diameter_mm"].sd for c in considered(set()) if c.logged}
    measure(client, series, (1, 2))
    assert unlearned() == 3
    two = {c.words: c.logged.readings["diameter_mm"].sd for c in considered(set()) if c.logged}
    assert two.keys() == one.keys()
    assert all(two[k] < one[k] for k in one)


def test_a_level_can_be_left_out_and_stays_out(client: Client, series: Any) -> None:
    measure(client, series, (1, 2))
    out = look(client)["bakes"][0]["id"]
    assert out.startswith("series-")
    found = look(client, left_out=[out])
    row = next(b for b in found["bakes"] if b["id"] == out)
    assert (row["counts"], row["by_hand"]) == (False, True)
    adopted = send(client, "POST", "/learning", {"left_out": [out], "seen": None}).json()
    assert adopted["in_force"]["bakes"] == 2
    assert adopted["in_force"]["left_out"] == [out]
    assert unlearned() == 0


def test_the_mean_of_all_rounds_is_what_counts(client: Client, series: Any) -> None:
    measure(client, series, (1,), shade=70.0, rim_crisp="40")
    measure(client, series, (2,), shade=74.0, rim_crisp="60")
    for c in considered(set()):
        assert c.logged is not None
        assert c.logged.readings["crust_l"].value == pytest.approx(72.0)
        assert c.logged.readings["rim_crisp"].value == pytest.approx(50.0)
        assert c.logged.readings["loss_pct"].value == pytest.approx(6.5)


def test_levels_are_no_repeats_of_each_other(client: Client, series: Any) -> None:
    """Parts of one dough differ less than bakes do, and levels are meant to differ."""
    measure(client, series, (1, 2))
    assert kitchen_scatter().repeats == {}


def test_series_of_a_dough_taken_off_do_not_count(client: Client, kept: Dough, series: Any) -> None:
    measure(client, series, (1,))
    kept.refresh_from_db()
    assert send(client, "DELETE", f"/doughs/{kept.pk}", {"revision": kept.revision}).status_code == 200
    assert considered(set()) == []
    assert unlearned() == 0
