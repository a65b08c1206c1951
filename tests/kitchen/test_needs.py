"""Needs in the kitchen: labels ticked for every dough, own ingredients that say, the region and what goes by it."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.test import Client

from kitchen.actions.create_dough import CreateDough
from kitchen.documents.draft import DraftDoc
from kitchen.documents.own_ingredient import find
from kitchen.models import Dough, Kitchen, OwnIngredient, SupplierLabel
from tests.conftest import NOW, send

LABEL = {"fat": 1.3, "carbohydrate": 71, "protein": 11}


def lines(*items: tuple[str, float]) -> list[dict[str, Any]]:
    return [{"id": i, "ingredient": i, "grams": g, "step": "dry"} for i, g in items]


def study(client: Client, needs: list[str], *items: tuple[str, float]) -> Any:
    return send(client, "POST", "/swaps/study", {"draft": {"lines": lines(*items)}, "needs": needs}).json()


MIX = (("rice_w", 200.0), ("oats", 80.0), ("custard", 20.0), ("dark65", 90.0), ("oil", 90.0))


def test_a_label_ticked_counts_for_every_dough_and_screen(client: Client, dough: Dough) -> None:
    body = {"draft": {"lines": lines(*MIX)}, "needs": ["no_gluten", "no_milk"]}
    before = send(client, "POST", "/preview", body).json()
    assert before["needs_state"] == "unsure"
    marked = {x["id"]: {m["standing"] for m in x["marks"]} for x in before["lines"]}
    assert {k for k, v in marked.items() if v} == {"oats", "custard", "dark65"}
    for ident in ("oats", "custard", "dark65"):
        sent = send(client, "POST", f"/doughs/{dough.pk}/label", {"ingredient": ident, "codes": []})
        assert sent.status_code == 200
    after = send(client, "POST", "/preview", body).json()
    assert after["needs_state"] == "meets"
    assert not any(x["marks"] for x in after["lines"])
    assert study(client, ["no_gluten", "no_milk"], *MIX)["plan"]["state"] == "meets"
    named = send(client, "POST", f"/doughs/{dough.pk}/label", {"ingredient": "dark65", "codes": ["Mi"]})
    assert named.status_code == 200
    assert send(client, "POST", "/preview", body).json()["needs_state"] == "breaks"


def state(client: Client, need: str, *items: tuple[str, float]) -> Any:
    body = {"draft": {"lines": lines(*items)}, "needs": [need]}
    return send(client, "POST", "/preview", body).json()["needs_state"]


def test_a_reading_kept_before_settles_allergens_alone(client: Client, cook: User, dough: Dough) -> None:
    SupplierLabel.objects.create(
        ingredient="dark65", may_contain=[], settles=None, read_on=NOW.date(), said_at=NOW, said_by=cook
    )
    items = (("rice_w", 100.0), ("dark65", 50.0))
    assert state(client, "no_milk", *items) == "meets"
    assert state(client, "vegan", *items) == "unsure"


def test_an_own_ingredient_says_what_it_holds_and_nothing_is_inherited_as_met(client: Client, dough: Dough) -> None:
    says = {"Gl": "free", "Mi": "may", "An": "free"}
    recipe = {"way": "label", "like": "ap", "label": LABEL, "says": says}
    made = send(client, "POST", "/pantry", {"name": "Mill", "recipe": recipe}).json()["ingredient"]
    assert made["stands"]["no_gluten"] == "meets"
    assert made["stands"]["no_milk"] == "unsure"
    assert made["stands"]["no_nuts"] == "unsure"
    assert made["stands"]["vegan"] == "meets"
    silent = {"way": "label", "like": "rice_w", "label": LABEL}
    plain = send(client, "POST", "/pantry", {"name": "Bag", "recipe": silent}).json()["ingredient"]
    assert set(plain["stands"].values()) == {"unsure"}
    wrong = {"way": "label", "like": "ap", "label": LABEL, "says": {"An": "free", "Eg": "holds"}}
    answer = send(client, "POST", "/pantry", {"name": "Odd", "recipe": wrong})
    assert answer.status_code == 422
    assert answer.json()["fields"][0]["where"] == "says"
    assert "can not be vegan" in answer.json()["message"]


def test_an_own_ingredient_kept_before_it_could_say_is_read_again(client: Client, cook: User, dough: Dough) -> None:
    old = {"way": "label", "like": "margblock", "label": {"fat": 80}, "allergens": ["So", "Mi?"], "cup_g": None}
    OwnIngredient.objects.create(key="own-9", version=1, name="Old", recipe=old, made_at=NOW, made_by=cook)
    item = find("own-9")
    assert item is not None
    assert {h.code: str(h.state) for h in item.held if h.code in ("So", "Mi")} == {"So": "holds", "Mi": "may"}
    assert study(client, ["no_soy"], ("rice_w", 100.0), ("own-9", 60.0))["lines"][0]["breaks"]
    assert state(client, "no_egg", ("rice_w", 100.0), ("own-9", 60.0)) == "unsure"


def test_the_region_is_one_field_with_an_action(client: Client, kitchen: Kitchen) -> None:
    assert send(client, "GET", "/kitchen").json()["region"] == "EU"
    address = "/kitchen/furnishing/kitchen"
    assert send(client, "PUT", address, {"revision": 1, "facts": {"region": "US"}}).json()["facts"]["region"] == "US"
    kitchen.refresh_from_db()
    assert kitchen.region == "US"
    wrong = send(client, "PUT", address, {"revision": 2, "facts": {"region": "XX"}})
    assert wrong.status_code == 422
    assert "is not one of European Union" in wrong.json()["message"]


def test_shelf_sheet_and_label_show_what_is_unsure(client: Client, cook: User, kitchen: Kitchen) -> None:
    dough = CreateDough(actor=cook, now=NOW, name="Rice", start="empty").execute()
    dough.draft = DraftDoc.model_validate({"lines": lines(*MIX)}).model_dump(mode="json")
    dough.target = {**dough.target, "needs": ["no_gluten"]}
    dough.save()
    (item,) = send(client, "GET", "/doughs").json()
    assert item["needs"] == ["no gluten"]
    assert item["needs_state"] == "unsure"
    sheet = send(client, "GET", f"/doughs/{dough.pk}/sheet").json()
    marks = {x["name"]: x["marks"] for x in sheet["lines"]}
    assert marks["Custard powder"] == ["△ no gluten: read the label"]
    assert marks["Rice flour, white"] == []
    assert any("wheat (label unread)" in a for a in sheet["allergens"])
    label = send(client, "GET", f"/doughs/{dough.pk}/label").json()
    assert any(a.startswith("Custard powder: may hold") for a in label["against"])
    assert not any("made without gluten" in s for s in label["suggests"])
    written = send(client, "GET", f"/doughs/{dough.pk}/write/markdown").json()
    assert "label unread" in written["text"]
