"""Next over the API: ranked levers, their edits, and reasons where there are none."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from kitchen.models import Dough
from tests.conftest import send


def ask(client: Client, dough: Dough, **more: Any) -> Any:
    body = {"draft": dough.draft, "target": dough.target["cookie"], "style": dough.style}
    return send(client, "POST", "/next", {**body, **more})


def test_an_advice_made_brings_the_forecast_where_it_said(client: Client, dough: Dough) -> None:
    target = {**dough.target["cookie"], "diameter_mm": 100}
    found = ask(client, dough, target=target).json()
    assert found["advice"]
    best = next(a for a in found["advice"] if a["edit"]["op"] == "role")
    edit = {"op": "role", "role": best["edit"]["role"], "percent": best["edit"]["percent"]}
    made = send(client, "POST", "/preview", {"draft": dough.draft, "edit": edit, "style": dough.style}).json()
    again = ask(client, dough, draft=made["draft"], target=target).json()
    assert again["distance"] == pytest.approx(best["to_steps"], abs=0.02)


def test_reasons_where_there_is_nothing_to_rank(client: Client, dough: Dough) -> None:
    assert "Set a target" in ask(client, dough, target={}).json()["reason"]
    unknown = {**dough.draft, "lines": [{**x, "grams": None, "amount": None} for x in dough.draft["lines"]]}
    assert "no forecast" in ask(client, dough, draft=unknown, target={"diameter_mm": 80}).json()["reason"]
    assert ask(client, dough, target={"diameter_mm": -4}).status_code == 422


def test_what_teaches_most_is_told_with_what_it_would_change(client: Client, kept: Dough) -> None:
    body = {"draft": kept.draft, "target": {"diameter_mm": 95, "middle_soft": 80}, "style": "oat", "dough_id": kept.pk}
    found = send(client, "POST", "/next/teaching", body).json()
    assert found["reason"] == ""
    an_hour = [x["an_hour"] for x in found["lessons"]]
    assert an_hour == sorted(an_hour, reverse=True)
    assert {n["key"] for n in found["lessons"][0]["narrowed"]} == {"diameter_mm", "middle_soft"}
    for x in found["lessons"]:
        assert all(f["then"] != found["best"] for f in x["flips"])
    assert found["changed"] == "", "nothing was learned yet"
    nothing = send(client, "POST", "/next/teaching", {**body, "target": {}}).json()
    assert nothing["lessons"] == []
    assert "Set a target first" in nothing["reason"]
    assert send(client, "POST", "/next/teaching", {**body, "locks": ["moon"]}).status_code == 422
