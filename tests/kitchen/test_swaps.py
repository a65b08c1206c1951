"""Swaps over the API: studies, diet versions that follow, labels that were read, bakes that raise evidence."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from kitchen.models import Dough, SupplierLabel
from tests.conftest import bake_body, send


def study(client: Client, dough: Dough, needs: list[str], **more: Any) -> Any:
    body = {"draft": dough.draft, "needs": needs, "style": dough.style, **more}
    return send(client, "POST", "/swaps/study", body)


def diet(client: Client, dough: Dough, *needs: str, name: str = "Rounds without", **picks: str) -> Any:
    found = study(client, dough, list(needs), picks=picks).json()
    resolved = {x["line"]: x["pick"] for x in found["lines"]}
    target = {**dough.target, "needs": list(needs)}
    return send(
        client, "POST", f"/doughs/{dough.pk}/diet-versions", {"name": name, "target": target, "picks": resolved}
    )


def line(dough: Dough, ingredient: str) -> str:
    return str(next(x["id"] for x in dough.draft["lines"] if x["ingredient"] == ingredient))


def change(client: Client, dough: Dough, ingredient: str, grams: float) -> None:
    dough.refresh_from_db()
    draft = dough.draft
    for x in draft["lines"]:
        if x["ingredient"] == ingredient:
            x["grams"] = x["amount"] = grams
    body = {
        "revision": dough.revision, "name": dough.name, "style": dough.style, "draft": draft, "target": dough.target,
    }  # fmt: skip
    assert send(client, "PUT", f"/doughs/{dough.pk}/draft", body).status_code == 200


def test_a_study_marks_ranks_and_accounts(client: Client, dough: Dough) -> None:
    found = study(client, dough, ["no_egg", "no_milk"]).json()
    assert {x["name"] for x in found["lines"] if x["breaks"]} == {"Butter, unsalted", "Egg, whole"}
    for x in found["lines"]:
        assert x["pick"] in {c["rule"] for c in x["candidates"]}
        for c in x["candidates"]:
            assert c["source"]
            assert c["confidence"] in ("H", "M", "L")
    plan = found["plan"]
    assert plan["left"] == []
    told = sum((c["after_g"] or 0) - (c["before_g"] or 0) for c in plan["changes"])
    assert plan["mass_after_g"] - plan["mass_before_g"] == pytest.approx(told)
    assert {e["key"] for e in plan["ledger"]} >= {"fat", "water", "sugars", "sets", "network", "air"}
    assert found["before"]["outline"]
    assert found["after"]["outline"]


def test_the_swaps_go_into_the_draft_as_one_edit(client: Client, dough: Dough) -> None:
    edit = {
        "op": "swap",
        "needs": ["no_milk"],
        "picks": {line(dough, "butter"): "fat_shortening"},
        "style": dough.style,
    }
    answer = send(client, "POST", "/preview", {"draft": dough.draft, "edit": edit, "needs": ["no_milk"]}).json()
    kinds = {x["ingredient"] for x in answer["draft"]["lines"]}
    assert "shortening" in kinds
    assert "butter" not in kinds
    assert {"line": line(dough, "butter"), "rule": "fat_shortening"} in answer["draft"]["swaps"]
    assert not any(m["standing"] == "breaks" for x in answer["lines"] for m in x["marks"])


def test_wrong_questions_get_a_sentence(client: Client, dough: Dough) -> None:
    assert "not a need known here" in study(client, dough, ["no_fun"]).json()["message"]
    wish = {"need": "less_sugar", "by_pct": 400, "from_per_100g": 20}
    assert "between 1 and 100" in study(client, dough, [], wishes=[wish]).json()["message"]
    edit = {"op": "equal", "line": "nobody", "rule": "gran_to_caster"}
    assert send(client, "POST", "/preview", {"draft": dough.draft, "edit": edit}).status_code == 422
    assert send(client, "POST", "/swaps/pantry", {"draft": dough.draft, "line": "nobody"}).status_code == 422
    assert send(client, "POST", "/swaps/day", {"doughs": [9999]}).status_code == 404


def test_a_wish_is_counted_from_what_the_draft_holds(client: Client, dough: Dough) -> None:
    now = send(client, "POST", "/swaps/per-100g", {"draft": dough.draft}).json()
    body = {
        "target": dough.target,
        "wish": {"need": "less_sugar", "by_pct": "25 %", "from_per_100g": now["less_sugar"]},
    }
    target = send(client, "POST", "/doughs/target-edit", body).json()
    assert target["wishes"][0]["by_pct"] == 25
    found = study(client, dough, [], wishes=target["wishes"]).json()
    way = next(w for w in found["wishes"][0]["ways"] if w["id"] == found["wishes"][0]["pick"])
    assert way["enough"]
    assert way["reached"] == pytest.approx(0.75 * now["less_sugar"], rel=0.015)
    silly = {**body, "wish": {"need": "less_sugar", "by_pct": "lots", "from_per_100g": 20}}
    assert send(client, "POST", "/doughs/target-edit", silly).status_code == 422


def test_a_diet_version_follows_its_parent_when_the_cook_says_so(client: Client, dough: Dough) -> None:
    made = diet(client, dough, "no_egg", **{line(dough, "egg"): "egg_flax"})
    assert made.status_code == 201
    sibling = made.json()
    assert sibling["follows"] == dough.pk
    assert "egg" not in {x["ingredient"] for x in sibling["draft"]["lines"]}
    family = client.get(f"/api/doughs/{sibling['id']}/family").json()
    assert family["parent"] == dough.pk
    assert family["following"] == []
    change(client, dough, "butter", 111)
    family = client.get(f"/api/doughs/{sibling['id']}/family").json()
    butter = f"line:{line(dough, 'butter')}"
    assert butter in {c["key"] for c in family["following"]}
    assert client.get(f"/api/doughs/{dough.pk}/family").json()["siblings"][0]["waiting"] >= 1
    body = {"revision": sibling["revision"], "take": [butter]}
    after = send(client, "POST", f"/doughs/{sibling['id']}/follow", body).json()
    got = next(x for x in after["draft"]["lines"] if x["ingredient"] == "butter")
    assert got["grams"] == pytest.approx(111, abs=12)
    assert client.get(f"/api/doughs/{sibling['id']}/family").json()["following"] == []


def test_following_refuses_a_stale_write_and_strange_keys(client: Client, dough: Dough) -> None:
    sibling = diet(client, dough, "no_egg").json()
    change(client, dough, "butter", 111)
    where = f"/doughs/{sibling['id']}/follow"
    stale = send(client, "POST", where, {"revision": sibling["revision"] - 1, "take": []})
    assert stale.status_code == 409
    assert stale.json()["theirs"]["id"] == sibling["id"]
    assert send(client, "POST", where, {"revision": sibling["revision"], "take": ["line:x"]}).status_code == 422
    not_one = send(client, "POST", f"/doughs/{dough.pk}/follow", {"revision": 1, "take": []})
    assert not_one.status_code in (404, 409)


def test_a_diet_version_needs_a_need_and_must_meet_it(client: Client, dough: Dough) -> None:
    where = f"/doughs/{dough.pk}/diet-versions"
    none = send(client, "POST", where, {"name": "Plain", "target": {**dough.target, "needs": []}, "picks": {}})
    assert "Switch on a need" in none.json()["message"]
    kept = {line(dough, "egg"): "keep"}
    target = {**dough.target, "needs": ["no_egg"]}
    still = send(client, "POST", where, {"name": "Still", "target": target, "picks": kept})
    assert still.status_code == 422
    assert "Egg, whole" in still.json()["message"]
    sibling = diet(client, dough, "no_egg").json()
    again = send(client, "POST", f"/doughs/{sibling['id']}/diet-versions", {"name": "x", "target": target, "picks": {}})
    assert "diet version itself" in again.json()["message"]


def test_a_days_order_warns_of_what_the_second_brings(client: Client, dough: Dough) -> None:
    sibling = diet(client, dough, "no_egg", "no_milk").json()
    found = send(client, "POST", "/swaps/day", {"doughs": [dough.pk, sibling["id"]]}).json()
    assert found["order"][0]["name"] == sibling["name"]
    assert any("egg and milk" in c for c in found["cautions"])


def test_a_label_read_once_counts_everywhere_and_the_last_reading_wins(client: Client, dough: Dough) -> None:
    where = f"/doughs/{dough.pk}/label"
    draft = dough.draft
    draft["lines"].append({"id": "choc", "ingredient": "dark65", "grams": 80, "step": "fold-in"})
    Dough.objects.filter(pk=dough.pk).update(draft=draft)
    milk = next(h for h in client.get(f"/api{where}").json()["allergens"] if h["code"] == "Mi")
    assert "Dark chocolate" in milk["unread"]
    said = send(client, "POST", where, {"ingredient": "dark65", "codes": ["Mi", "Nu"]}).json()
    by = {h["code"]: h for h in said["allergens"]}
    assert by["Mi"]["may_contain"] == by["Nu"]["may_contain"] == ["Dark chocolate"]
    later = send(client, "POST", where, {"ingredient": "dark65", "codes": []}).json()
    assert next(h for h in later["allergens"] if h["code"] == "Nu")["may_contain"] == []
    assert SupplierLabel.objects.count() == 2, "what was read before is kept"
    for wrong in ({"codes": ["Zz"]}, {"codes": [], "ingredient": "nothing"}, {"codes": [], "read_on": "2999-01-01"}):
        body = {"ingredient": "dark65", **wrong}
        assert send(client, "POST", where, body).status_code == 422


def test_the_label_sheet_says_what_is_still_against_the_target(client: Client, dough: Dough) -> None:
    Dough.objects.filter(pk=dough.pk).update(target={**dough.target, "needs": ["no_egg"]})
    sheet = client.get(f"/api/doughs/{dough.pk}/label").json()
    assert any("Egg, whole" in a for a in sheet["against"])
    assert sheet["loss_from"]
    assert all(n["raw_100g"] is not None for n in sheet["nutrients"])
    pdf = client.get(f"/api/doughs/{dough.pk}/label.pdf")
    assert pdf["Content-Type"] == "application/pdf"
    assert pdf.content.startswith(b"%PDF")


def test_a_logged_bake_raises_what_is_known_of_a_swap(client: Client, dough: Dough) -> None:
    sibling = diet(client, dough, "no_egg", **{line(dough, "egg"): "egg_flax"}).json()
    where = f"/doughs/{sibling['id']}"
    kept = send(client, "POST", f"{where}/versions", {"revision": sibling["revision"], "note": "first"})
    assert kept.status_code == 201

    def evidence() -> str:
        found = study(client, dough, ["no_egg"]).json()
        return str(next(c["evidence"] for x in found["lines"] for c in x["candidates"] if c["rule"] == "egg_flax"))

    assert evidence() == "well tried"
    logged = send(client, "POST", f"{where}/bakes", bake_body())
    assert logged.status_code == 201, logged.json()
    assert evidence() == "tried here"
