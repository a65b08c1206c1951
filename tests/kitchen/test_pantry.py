"""The pantry: an own ingredient in a formula, and versions that leave old bakes alone."""

from __future__ import annotations

from typing import Any

from django.test import Client

from kitchen.models import Dough
from tests.conftest import send

LABEL = {"fat": 1.3, "carbohydrate": 71, "sugars": 1, "fibre": 3, "protein": 11.2, "salt": 0}


def own(client: Client, protein: float = 11.2, **more: Any) -> Any:
    recipe = {"way": "label", "like": "ap", "label": {**LABEL, "protein": protein}}
    return send(client, "POST", "/pantry", {"name": "Mill flour", "recipe": recipe, **more})


def put_in(client: Client, dough: Dough, key: str) -> Any:
    edit = {"op": "ingredient", "line": dough.draft["lines"][0]["id"], "ingredient": key}
    return send(client, "POST", "/preview", {"draft": dough.draft, "edit": edit, "style": dough.style}).json()


def test_an_own_flour_goes_into_a_formula_and_is_forecast(client: Client, dough: Dough) -> None:
    made = own(client).json()
    key = made["ingredient"]["id"]
    assert made["estimated"] == ["saturates", "water"] or set(made["estimated"]) == {"water", "saturates"}
    answer = put_in(client, dough, key)
    assert answer["draft"]["lines"][0]["ingredient"] == key
    assert answer["forecast"] is not None
    assert [x["ingredient"]["id"] for x in client.get("/api/pantry").json()] == [key]


def test_a_new_version_leaves_a_kept_formula_as_it_was(client: Client, dough: Dough) -> None:
    key = own(client, 9.0).json()["ingredient"]["id"]
    old = put_in(client, dough, key)
    assert own(client, 13.5, key=key).json()["version"] == 2
    again = send(client, "POST", "/preview", {"draft": old["draft"], "style": dough.style}).json()
    assert again["forecast"]["cookie"] == old["forecast"]["cookie"]
    newer = put_in(client, dough, key)
    assert newer["draft"]["lines"][0]["ingredient_version"] == 2
    assert newer["forecast"]["cookie"]["diameter_mm"] < old["forecast"]["cookie"]["diameter_mm"]


def test_two_flours_to_a_protein_and_what_cannot_be_made(client: Client) -> None:
    recipe = {"way": "protein", "soft": "cake", "strong": "bread", "protein": 10.5}
    look = send(client, "POST", "/pantry/look", {"name": "House", "recipe": recipe}).json()
    assert round(look["ingredient"]["protein"], 2) == 10.5
    assert "51 %" in look["ingredient"]["note"]
    assert client.get("/api/pantry").json() == []
    wrong = send(client, "POST", "/pantry", {"name": "House", "recipe": {**recipe, "protein": 20}})
    assert wrong.status_code == 422
    assert "8.2 to 12.7" in wrong.json()["message"]
    assert own(client, 60).status_code == 422
    assert own(client, key="own-99").status_code == 404


def test_a_line_of_an_ingredient_nobody_keeps_is_refused(client: Client, dough: Dough) -> None:
    edit = {"op": "add", "line": "new", "ingredient": "own-77"}
    answer = send(client, "POST", "/preview", {"draft": dough.draft, "edit": edit})
    assert answer.status_code == 422


def test_three_weighed_cups_count_from_then_on(client: Client, dough: Dough) -> None:
    line = next(x["id"] for x in dough.draft["lines"] if x["ingredient"] == "ap")

    def cup() -> float:
        edit = {"op": "amount", "line": line, "text": "1 cup", "unit": "g", "habit": "us"}
        answer = send(client, "POST", "/preview", {"draft": dough.draft, "edit": edit}).json()
        return float(next(x["grams"] for x in answer["draft"]["lines"] if x["id"] == line))

    assert cup() == 122
    body = {"ingredient": "ap", "filling": "spooned", "habit": "us"}
    assert send(client, "POST", "/pantry/cups", {**body, "grams": "130 134 132"}).status_code == 201
    assert cup() == 132
    few = send(client, "POST", "/pantry/cups", {**body, "grams": "130"})
    assert "three cups" in few.json()["message"]
    apart = send(client, "POST", "/pantry/cups", {**body, "grams": "90 140 141"})
    assert "too much" in apart.json()["message"]
    wrong = send(client, "POST", "/pantry/cups", {**body, "filling": "shaken", "grams": "130 130 130"})
    assert "spooned or scooped or sifted" in wrong.json()["message"]


def test_the_bench_tells_findings_effects_gas_parts_sizes_and_a_split(client: Client, dough: Dough) -> None:
    more = {**dough.draft, "lines": [dict(x) for x in dough.draft["lines"]]}
    soda = next(x for x in more["lines"] if x["ingredient"] == "soda")
    soda["grams"] = 30
    body = {
        "draft": more,
        "style": dough.style,
        "split": [{"name": "A", "share": 2, "add": "15 g cocoa"}, {"name": "B", "share": 1}],
    }
    got = send(client, "POST", "/bench", body).json()
    first = next(f for f in got["findings"] if f["role"] == "leavening")
    assert first["remedies"][0]["effect"]
    assert got["leavening"]["taste_state"] == "act"
    assert got["split"][0]["added"].startswith("+ 15 g cocoa")
    assert {p["key"] for p in got["parts"]} == {"water", "fat", "sugars", "starch", "protein", "salt"}
    assert got["even"] == min(p["pieces"] for p in got["split"])
    assert sum(x["grams"] for x in got["split"][0]["lines"]) > sum(x["grams"] for x in got["split"][1]["lines"])
    assert got["sugars"]["dissolved"] > 0
    bad = send(client, "POST", "/bench", {**body, "split": [{"name": "A", "share": 0}]}).json()
    assert "above 0" in bad["split_problem"]


def test_the_bench_sheet_and_its_pdf(client: Client, dough: Dough) -> None:
    sheet = client.get(f"/api/doughs/{dough.id}/sheet").json()
    assert {x["name"] for x in sheet["lines"]} >= {"Plain flour"} or sheet["lines"]
    assert any("Raw flour" in c for c in sheet["cautions"])
    assert "milk" in sheet["allergens"]
    pdf = client.get(f"/api/doughs/{dough.id}/sheet.pdf")
    assert pdf["Content-Type"] == "application/pdf"
    assert pdf.content.startswith(b"%PDF")
