"""The stateless preview: an edit in, everything that follows from it out."""

from __future__ import annotations

from typing import Any

import pytest
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext

from kitchen.models import Dough, Oven
from tests.conftest import send


def ask(client: Client, dough: Dough, edit: dict[str, Any] | None = None, **more: Any) -> Any:
    body = {"seq": 7, "draft": dough.draft, "edit": edit, "target": dough.target["cookie"], "style": dough.style}
    return send(client, "POST", "/preview", {**body, **more})


def grams(answer: Any, line: str) -> float | None:
    found: float | None = next(x["grams"] for x in answer.json()["draft"]["lines"] if x["id"] == line)
    return found


def test_an_edit_comes_back_as_the_new_draft(client: Client, dough: Dough) -> None:
    answer = ask(client, dough, {"op": "amount", "line": "l1", "text": "250", "unit": "g"})
    assert answer.json()["seq"] == 7
    assert grams(answer, "l1") == 250


@pytest.mark.parametrize(
    "edit",
    [
        {"op": "role", "role": "sugar", "percent": 120},
        {"op": "scale", "dough": "1 kg"},
        {"op": "add", "line": "new", "ingredient": "sesame"},
        {"op": "remove", "line": "l2"},
        {"op": "ingredient", "line": "l2", "ingredient": "plantbutter"},
        {"op": "step", "line": "l2", "step": "top"},
        {"op": "process", "field": "fan", "value": True},
        {"op": "process", "field": "minutes", "value": "14"},
    ],
)
def test_every_verb_changes_the_draft(client: Client, dough: Dough, edit: dict[str, Any]) -> None:
    answer = ask(client, dough, edit)
    assert answer.status_code == 200
    assert answer.json()["draft"] != dough.draft


def test_the_same_question_has_the_same_answer_and_writes_nothing(client: Client, dough: Dough) -> None:
    first = ask(client, dough).json()
    with CaptureQueriesContext(
        connection,
    ) as queries:
        assert ask(client, dough).json() == first
    assert not [q for q in queries.captured_queries if not q["sql"].upper().startswith(("SELECT", "PRAGMA"))]
    dough.refresh_from_db()
    assert dough.revision == 1


@pytest.mark.parametrize(
    ("edit", "where", "says"),
    [
        ({"op": "amount", "line": "l1", "text": "-3", "unit": "g"}, "lines.l1.grams", "can't be negative"),
        ({"op": "amount", "line": "l1", "text": "2 sticks", "unit": "g"}, "lines.l1.grams", "butter's measure"),
        ({"op": "amount", "line": "gone", "text": "3", "unit": "g"}, "lines.gone", "no longer in the formula"),
        ({"op": "add", "line": "n", "ingredient": "moondust"}, "add", "no ingredient"),
        ({"op": "process", "field": "oven_c", "value": "20"}, "process.oven_c", "80 to 320"),
        ({"op": "role", "role": "liquid", "percent": 5}, "roles.liquid", "no liquid line"),
        ({"op": "role", "role": "sugar", "percent": -5}, "roles.sugar", "can't be negative"),
    ],
)
def test_a_wrong_edit_gets_a_sentence_at_its_field(
    client: Client, dough: Dough, edit: dict[str, Any], where: str, says: str
) -> None:
    answer = ask(client, dough, edit)
    assert answer.status_code == 422
    assert answer.json()["fields"][0]["where"] == where
    assert says in answer.json()["message"]


def test_no_flour_is_said_not_divided_by(client: Client, dough: Dough) -> None:
    draft = {**dough.draft, "lines": [x for x in dough.draft["lines"] if x["ingredient"] != "ap"]}
    answer = ask(client, dough, draft=draft)
    assert answer.status_code == 200
    assert "no flour" in answer.json()["percent_note"]
    assert any("instead of flour" in w for w in answer.json()["forecast"]["warnings"])
    bare = {**draft, "lines": [x for x in draft["lines"] if x["ingredient"] != "oats"]}
    answer = ask(client, dough, draft=bare)
    assert answer.json()["forecast"] is None
    assert "no flour or meal" in answer.json()["no_forecast"]


def test_readings_place_forecast_and_target_on_one_scale(client: Client, dough: Dough) -> None:
    rim = next(r for r in ask(client, dough).json()["readings"] if r["key"] == "rim_crisp")
    assert rim["target_at"] == pytest.approx(rim["target"] / 100)
    assert rim["forecast"]["value"] == pytest.approx(rim["forecast_at"] * 100)
    crust = next(r for r in ask(client, dough).json()["readings"] if r["key"] == "crust_l")
    assert (crust["low_word"], crust["high_word"]) == ("pale", "dark")


def detail(client: Client, dough: Dough, **more: Any) -> Any:
    body = {"seq": 3, "draft": dough.draft, "target": dough.target["cookie"], "style": dough.style}
    return send(client, "POST", "/preview/detail", {**body, **more}).json()


def test_the_detail_says_what_it_rests_on(client: Client, dough: Dough) -> None:
    assert "no bake of this oven" in detail(client, dough)["basis"]
    Oven.objects.update(offset_k=6.0)
    process = {**dough.draft["process"], "oven_id": Oven.objects.get().pk}
    assert "noted offset" in detail(client, dough, draft={**dough.draft, "process": process})["basis"]


def test_the_detail_has_window_egg_line_ranges_and_the_bake_to_scrub(client: Client, dough: Dough) -> None:
    answer = detail(client, dough)
    assert answer["seq"] == 3
    window = answer["window"]
    assert window["earliest_min"] < window["latest_min"]
    assert "71 °C" in answer["egg"]["sentence"]
    width = next(e for e in answer["ends"] if e["key"] == "diameter_mm")
    assert width["low"] < width["value"] < width["high"]
    assert len(width["drives"]) == 3
    assert set(answer["colours"]) == {"rim", "middle", "base"}
    frames = answer["frames"]
    assert 30 <= len(frames) <= 90
    assert frames[0]["minutes"] == 0
    assert all(f["hex_rim"].startswith("#") for f in frames)


def test_the_point_forecast_and_the_detail_agree(client: Client, dough: Dough) -> None:
    point = ask(client, dough).json()["forecast"]["cookie"]
    ends = {e["key"]: e["value"] for e in detail(client, dough)["ends"]}
    for key in ("diameter_mm", "height_mm", "rim_crisp", "crust_l"):
        assert ends[key] == pytest.approx(point[key], rel=1e-6)


def test_a_detail_without_a_forecast_says_why(client: Client, dough: Dough) -> None:
    draft = {**dough.draft, "lines": [{**x, "grams": None} for x in dough.draft["lines"]]}
    answer = detail(client, dough, draft=draft)
    assert answer["ends"] == []
    assert "amount is unknown" in answer["no_forecast"]


def test_past_the_model_the_preview_stands_and_says_so(client: Client, dough: Dough) -> None:
    """A formula the model refuses still has its totals: nothing is lost, nothing fails."""
    line = next(x for x in dough.draft["lines"] if x["step"] == "fold-in" and x["ingredient"] != "oats")
    answer = ask(client, dough, {"op": "amount", "line": line["id"], "text": "20000", "unit": "g"})
    assert answer.status_code == 200
    assert "No forecast" in answer.json()["no_forecast"]
    assert answer.json()["figures"][0]["value"] > 20000


def test_where_it_comes_from_is_the_model_s_own_page(client: Client) -> None:
    answer = send(client, "GET", "/model").json()
    titles = [s["title"] for s in answer["sections"]]
    assert titles[0] == "In short"
    assert "Evidence" not in titles
    assert all(s["paragraphs"] for s in answer["sections"])
    assert "|" not in "".join(p for s in answer["sections"] for p in s["paragraphs"])


@pytest.mark.parametrize("body", ["{", "[]", '{"draft": 3}', '{"draft": {"lines": [{"id": "a", "grams": NaN}]}}'])
def test_senseless_bodies_get_the_one_error_shape(client: Client, body: str) -> None:
    answer = client.generic("POST", "/api/preview", body, content_type="application/json")
    assert answer.status_code in (400, 422)
    assert set(answer.json()) == {"code", "message", "fields", "theirs"}


def test_too_much_at_once_is_refused(client: Client) -> None:
    answer = client.generic("POST", "/api/preview", "x" * 1_200_000, content_type="application/json")
    assert answer.status_code in (400, 413)
    assert answer.json()["message"]
