"""A recipe through the API: read, answered, put on the shelf, written out again."""

from __future__ import annotations

import json
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from kitchen.models import Dough, RecipeSource
from tests.conftest import send


def read(client: Client, text: str, **more: Any) -> Any:
    return send(client, "POST", "/recipes/read", {"text": text, **more})


def test_a_question_is_answered_and_the_grams_follow(client: Client) -> None:
    found = read(client, "2 cups flour\n1 stick butter\n1 tsp salt").json()
    assert found["habit"] == "us"
    flour, _, salt = found["lines"]
    assert {a["code"] for a in flour["asks"]} == {"flour", "filling"}
    assert {c["id"] for a in salt["asks"] for c in a["choices"]} >= {"salt", "kosher_l"}
    said = {**{k: flour[k] for k in ("text", "quantities", "step")}, "habit": "us", "ingredient": "bread"}
    again = send(
        client, "POST", "/recipes/line", {**said, "filling": "scooped", "answered": ["flour", "filling"]}
    ).json()
    assert again["grams"] == 292
    assert again["asks"] == []


def test_an_amount_is_typed_for_a_line_without_one(client: Client) -> None:
    line = read(client, "100 g flour\nmilk, a splash").json()["lines"][1]
    said = {
        "text": line["text"],
        "ingredient": "milk",
        "quantities": line["quantities"],
        "step": "egg",
        "habit": "metric",
    }
    again = send(client, "POST", "/recipes/line", {**said, "amount": "2 tbsp", "answered": ["amount"]}).json()
    assert round(again["grams"], 1) == 30.9
    unsaid = send(client, "POST", "/recipes/line", {**said, "amount": "some", "answered": ["amount"]}).json()
    assert [a["code"] for a in unsaid["asks"]] == ["amount"]


def test_the_lines_looked_through_become_a_dough_with_unknown_kept_unknown(client: Client) -> None:
    lines = [
        {"id": "l1", "ingredient": "ap", "grams": 320, "step": "dry", "range_g": [300, 340], "said": "by feel"},
        {"id": "l2", "ingredient": "milk", "grams": None, "step": "egg"},
    ]
    made = send(client, "POST", "/doughs", {"name": "Rounds", "start": "recipe", "draft": {"lines": lines}})
    assert made.status_code == 201
    kept = Dough.objects.get(id=made.json()["id"]).draft["lines"]
    assert kept[0]["range_g"] == [300, 340]
    assert kept[1]["grams"] is None


def test_nothing_enters_without_lines_or_with_a_thing_nobody_knows(client: Client) -> None:
    assert send(client, "POST", "/doughs", {"name": "R", "start": "recipe"}).status_code == 422
    bad = {"lines": [{"id": "a", "ingredient": "moondust", "grams": 1, "step": "dry"}]}
    answer = send(client, "POST", "/doughs", {"name": "R", "start": "recipe", "draft": bad})
    assert answer.status_code == 422
    assert "moondust" in answer.json()["message"]


def test_any_version_can_be_copied_to_a_new_dough(client: Client, kept: Dough) -> None:
    made = send(
        client, "POST", "/doughs", {"name": "Again", "start": "version", "copy_of": kept.id, "version": 1}
    ).json()
    assert made["draft"]["lines"] == kept.draft["lines"]
    assert made["style"] == kept.style
    gone = send(client, "POST", "/doughs", {"name": "Again", "start": "version", "copy_of": kept.id, "version": 9})
    assert "no version 9" in gone.json()["message"]


def test_a_dough_is_written_out_and_opens_as_it_was(client: Client, dough: Dough) -> None:
    for kind in ("formula", "recipe", "table"):
        out = client.get(f"/api/doughs/{dough.id}/write/{kind}").json()
        again = read(client, out["text"]).json()
        assert [(x["ingredient"], x["grams"]) for x in again["lines"]] == [
            (x["ingredient"], x["grams"]) for x in dough.draft["lines"]
        ]
        assert out["dropped"]
    words = client.get(f"/api/doughs/{dough.id}/write/markdown").json()
    assert words["text"].startswith(f"# {dough.name}")
    assert client.get(f"/api/doughs/{dough.id}/write/pdf").status_code == 422


def test_a_text_too_long_or_empty_is_refused_with_what_to_do(client: Client) -> None:
    assert "Paste a recipe" in read(client, " ").json()["message"]
    assert read(client, "x" * 400_001).status_code == 422
    assert "JSON" in read(client, json.dumps({"a": 1})).json()["message"]


def test_ingredients_are_found_by_what_people_call_them(client: Client) -> None:
    found = client.get("/api/recipes/find", {"name": "bicarb"}).json()
    assert found[0]["id"] == "soda"


def test_what_was_pasted_stays_with_the_dough_and_the_reader_s_version(client: Client) -> None:
    text = "200 g plain flour\n100 g butter\nBaking powder 3 g"
    read = send(client, "POST", "/recipes/read", {"text": text}).json()
    lines = [
        {"id": f"l{n}", "ingredient": x["ingredient"], "grams": x["grams"], "step": x["step"]}
        for n, x in enumerate(read["lines"])
    ]
    made = send(
        client, "POST", "/doughs",
        {"name": "Plain", "start": "recipe", "draft": {"lines": lines, "process": {}}, "text": text},
    )  # fmt: skip
    assert made.status_code == 201, made.content
    kept = RecipeSource.objects.get(dough=made.json()["id"])
    assert (kept.text, kept.reader) == (text, read["reader"])
    assert [x["ingredient"] for x in kept.understood["lines"]] == ["ap", "butter", "bp_da"]
    told = send(client, "GET", f"/doughs/{kept.dough_id}/recipe").json()
    assert (told["text"], told["better"]) == (text, False)
    # A file of the dough brings its recipe along, and an older reading says that the reader has learned.
    RecipeSource.objects.filter(pk=kept.pk).update(reader=kept.reader - 1)
    out = client.get(f"/api/doughs/{kept.dough_id}/file")
    came = client.post("/api/doughs/bring", {"file": SimpleUploadedFile("d.zip", out.content)})
    assert came.status_code == 201, came.content
    again = send(client, "GET", f"/doughs/{came.json()['id']}/recipe").json()
    assert (again["text"], again["better"]) == (text, True)


def test_a_dough_that_was_not_pasted_has_no_recipe(client: Client, dough: Dough) -> None:
    assert send(client, "GET", f"/doughs/{dough.pk}/recipe").json() is None


def test_an_own_ingredient_answers_a_line_the_table_does_not_know(client: Client) -> None:
    label = {
        "way": "label",
        "like": "ap",
        "label": {"fat": 20, "carbohydrate": 50, "sugars": 30, "protein": 6, "salt": 0.5},
    }
    own = send(client, "POST", "/pantry", {"name": "Crumb mix", "recipe": label, "key": ""})
    assert own.status_code in (200, 201), own.content
    line = send(client, "POST", "/recipes/read", {"text": "200 g flour\n40 g hazel crumb mix"}).json()["lines"][1]
    assert [a["code"] for a in line["asks"]] == ["ingredient"]
    again = send(
        client, "POST", "/recipes/line",
        {"text": line["text"], "ingredient": own.json()["ingredient"]["id"], "quantities": line["quantities"],
         "step": line["step"], "habit": "metric", "answered": ["ingredient"]},
    ).json()  # fmt: skip
    assert (again["grams"], again["asks"]) == (40, [])


def test_what_the_text_names_and_no_line_has_is_told_and_too_much_of_something_is_asked(client: Client) -> None:
    text = "250 g flour\n125 g butter\n100 g sugar\n1 egg\n90 g salt\n\nFold in the walnuts and the flour."
    found = read(client, text).json()
    assert found["unlisted"] == [{"name": "walnut", "clause": "Fold in the walnuts and the flour."}]
    salt = found["lines"][-1]
    assert [(a["code"], [c["id"] for c in a["choices"]]) for a in salt["asks"]] == [("much", ["90 g"])]
    said = {**{k: salt[k] for k in ("text", "quantities", "step", "ingredient")}, "habit": "metric"}
    again = send(client, "POST", "/recipes/line", {**said, "amount": "9 g", "answered": ["much"]}).json()
    assert (again["grams"], again["asks"]) == (9.0, [])


@pytest.mark.parametrize(
    ("text", "said", "left"),
    [
        ("2 cups flour", {"filling": "spooned", "answered": ["filling"]}, ["flour"]),
        ("1 tsp salt", {"amount": "2 tsp"}, ["salt"]),
        ("250 g snozzle flour", {"amount": "240 g"}, ["ingredient"]),
        ("2 cups flour", {"ingredient": "bread", "answered": ["flour"]}, ["filling"]),
    ],
)
def test_an_answer_leaves_the_other_questions_open(
    client: Client, text: str, said: dict[str, Any], left: list[str]
) -> None:
    line = read(client, f"{text}\n125 g butter").json()["lines"][0]
    body = {**{k: line[k] for k in ("text", "quantities", "step", "ingredient")}, "habit": "us", **said}
    assert [a["code"] for a in send(client, "POST", "/recipes/line", body).json()["asks"]] == left


def test_amounts_of_one_meaning_are_answered_alike_and_by_one_press(client: Client) -> None:
    text = "MY DAD'S COOKIES\n1 C. SUGAR\n2 EGGS\n2 T VANILLA\n2 C. FLOUR\n1 T SODA\nBUTTER 12"
    lines = {x["named"]: x for x in read(client, text).json()["lines"]}
    spoons = [[(c["id"], c["means"]) for c in lines[n]["asks"][-1]["choices"]] for n in ("vanilla", "soda")]
    assert spoons == [
        [("2 tsp", "teaspoons"), ("2 tbsp", "tablespoons")],
        [("1 tsp", "teaspoons"), ("1 tbsp", "tablespoons")],
    ]
    (bare,) = lines["butter"]["asks"]
    assert [(c["id"], c["means"]) for c in bare["choices"]] == [("12 g", "grams"), ("12 oz", "ounces")]
    said = {**{k: lines["butter"][k] for k in ("text", "quantities", "step", "ingredient")}, "habit": "us"}
    again = send(client, "POST", "/recipes/line", {**said, "amount": "12 oz", "answered": ["unit"]}).json()
    assert round(again["grams"], 1) == 340.2
    assert again["asks"] == []


def test_a_word_nobody_knows_before_a_known_name_is_answered_by_one_press(client: Client) -> None:
    line = read(client, "250 g snozzle flour\n125 g butter").json()["lines"][0]
    (ask,) = line["asks"]
    assert (ask["code"], ask["by"]) == ("ingredient", "ingredient")
    assert ask["choices"][0] == {"id": "ap", "name": "yes, plain flour", "means": ""}
    said = {**{k: line[k] for k in ("text", "quantities", "step")}, "habit": "metric", "ingredient": "ap"}
    again = send(client, "POST", "/recipes/line", {**said, "answered": ["ingredient", "flour"]}).json()
    assert (again["grams"], again["asks"]) == (250.0, [])


def test_in_capitals_a_t_is_either_spoon_and_one_press_says_which(client: Client) -> None:
    found = read(client, "DROP COOKIES\n2 C FLOUR\n1 C BUTTER\n1 C SUGAR\n1 T BAKING SODA", habit="us").json()
    soda = found["lines"][-1]
    asked = {a["code"]: a for a in soda["asks"]}
    assert [c["id"] for c in asked["spoon"]["choices"]] == ["1 tsp", "1 tbsp"]
    assert asked["spoon"]["by"] == "amount"
    said = {**{k: soda[k] for k in ("text", "quantities", "step", "ingredient")}, "habit": "us"}
    again = send(client, "POST", "/recipes/line", {**said, "amount": "1 tsp", "answered": ["spoon"]}).json()
    assert again["grams"] < soda["grams"] / 2
    assert again["asks"] == []
