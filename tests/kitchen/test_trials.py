"""Bakes beside one another, lineage, diagnosis and series over the API."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from kitchen.actions.freeze_version import FreezeVersion
from kitchen.models import Dough, Lot, Series
from kitchen.reading.prices import prices
from tests.conftest import NOW, bake_body, send

pytestmark = pytest.mark.django_db


def log(client: Client, dough: Dough, key: str, **changes: Any) -> int:
    answer = send(client, "POST", f"/doughs/{dough.pk}/bakes", bake_body(key=key, **changes))
    assert answer.status_code == 201, answer.json()
    return int(answer.json()["id"])


def test_bakes_stand_beside_one_another_with_the_first_as_the_measure(client: Client, kept: Dough) -> None:
    a = log(client, kept, "bake-one-aa", diameters="80 81", heights="10", portion_g=40)
    b = log(client, kept, "bake-two-bb", diameters="92 93", heights="10.2", portion_g=52, minutes=14)
    found = send(client, "POST", f"/doughs/{kept.pk}/compare", {"bakes": [a, b]}).json()
    assert [x["id"] for x in found["bakes"]] == [a, b]
    assert found["bakes"][1]["put_right"]
    assert len(found["bakes"][1]["changed"]) == 2
    width = next(r for r in found["rows"] if r["key"] == "diameter_mm")
    assert width["cells"][1]["measured"] == 92.5
    assert width["cells"][1]["value"] < 92.0
    height = next(r for r in found["rows"] if r["key"] == "height_mm")
    assert height["cells"][0]["difference"] == 0.0
    assert height["cells"][0]["scatter"]
    one = send(client, "POST", f"/doughs/{kept.pk}/compare", {"bakes": [a, a]})
    assert one.status_code == 422
    assert send(client, "POST", f"/doughs/{kept.pk}/compare", {"bakes": [a, 999]}).status_code == 404


def test_lineage_says_what_a_version_did(client: Client, kept: Dough, cook: User) -> None:
    log(client, kept, "first-bake-1", diameters="90 91 90", heights="8 8.2")
    draft = {**kept.draft, "process": {**kept.draft["process"], "minutes": 15.0}}
    body = {"revision": kept.revision, "name": kept.name, "style": kept.style, "draft": draft, "target": kept.target}
    revision = send(client, "PUT", f"/doughs/{kept.pk}/draft", body).json()["revision"]
    FreezeVersion(actor=cook, now=NOW, dough_id=kept.pk, revision=revision, note="Longer").execute()
    second = bake_body(key="second-bake-2", diameters="80 81 80", heights="8.1")
    second["batch"]["version"] = 2
    assert send(client, "POST", f"/doughs/{kept.pk}/bakes", second).status_code == 201
    one, two = send(client, "GET", f"/doughs/{kept.pk}/lineage").json()
    assert (one["parent"], two["parent"]) == (None, 1)
    assert two["changed"][0].startswith("minutes in the oven ")
    width = next(d for d in two["did"] if d["key"] == "diameter_mm")
    assert width["measured"] == pytest.approx(-10.0, abs=0.1)
    assert width["real"]
    assert width["forecast"] is not None


def test_a_miss_is_diagnosed_with_checks(client: Client, kept: Dough) -> None:
    target = {"cookie": {"crust_l": 60.0, "diameter_mm": 84.0}}
    body = {"revision": kept.revision, "name": kept.name, "style": kept.style, "draft": kept.draft, "target": target}
    assert send(client, "PUT", f"/doughs/{kept.pk}/draft", body).status_code == 200
    ident = log(client, kept, "much-too-long", minutes=19, diameters="84 84 84", heights="9",
                measured={"crust_l": "38"})  # fmt: skip
    found = send(client, "GET", f"/doughs/{kept.pk}/bakes/{ident}/diagnosis").json()
    crust = next(d for d in found["found"] if d["key"] == "crust_l")
    assert "too dark" in crust["words"]
    assert any("19 min, planned" in c["name"] for c in crust["causes"])
    assert all(c["check"] for c in crust["causes"])
    assert send(client, "GET", f"/doughs/{kept.pk}/bakes/999/diagnosis").status_code == 404


def test_locks_pairs_and_the_search_over_the_api(client: Client, dough: Dough) -> None:
    body = {"draft": dough.draft, "style": dough.style, "target": {"diameter_mm": 100, "height_mm": 6, "crust_l": 52}}
    free = send(client, "POST", "/next", body).json()
    held = send(client, "POST", "/next", {**body, "locks": ["sugar", "method"]}).json()
    keys = [m["key"] for a in held["advice"] for m in a["moves"]]
    assert "role:sugar" not in keys
    assert not any(k.startswith("method:") for k in keys)
    assert len(held["advice"]) < len(free["advice"])
    assert free["pairs"]
    assert free["pairs"][0]["draft"] is not None
    assert send(client, "POST", "/next", {**body, "locks": ["moon"]}).status_code == 422


def test_the_ladder_has_rungs_in_words_and_asks_to_bake_first(client: Client, dough: Dough) -> None:
    body = {
        "draft": dough.draft, "style": dough.style, "dough_id": dough.pk,
        "target": {"diameter_mm": 100, "height_mm": 6, "crust_l": 52},
    }  # fmt: skip
    found = send(client, "POST", "/next/ladder", body).json()
    assert [len(r["moves"]) for r in found["rungs"]] == [1, 2, 3, 4]
    assert found["rungs"][found["recommended"]]["pays"]
    assert "out of reach" in found["rungs"][0]["words"]
    assert found["now_outline"]
    assert found["target_outline"]
    assert (found["first_at"], "Bake it as it is first" in found["first"]) == ("bake", True)
    held = send(client, "POST", "/next/ladder", {**body, "locks": ["sugar", "oven"]}).json()
    keys = {m["key"] for r in held["rungs"] for m in r["moves"]}
    assert not keys & {"role:sugar", "process:oven_c"}
    assert "Set a target" in send(client, "POST", "/next/ladder", {**body, "target": {}}).json()["reason"]
    assert send(client, "POST", "/next/ladder", {**body, "locks": ["moon"]}).status_code == 422


def test_a_brief_is_typed_kept_and_kept_to(client: Client, dough: Dough) -> None:
    typed = [{"key": "sugars", "per": "100 g", "at_most": True, "value": "25,5", "must": True}]
    made = send(client, "POST", "/doughs/target-edit", {"target": dough.target, "limits": typed}).json()
    assert made["limits"] == [{**typed[0], "value": 25.5, "pieces": 6}]
    target = {k: v for k, v in made.items() if k not in ("meanings", "unknown", "filled_from")}
    body = {
        "revision": dough.revision,
        "name": dough.name,
        "style": dough.style,
        "draft": dough.draft,
        "target": target,
    }
    kept = send(client, "PUT", f"/doughs/{dough.pk}/draft", body).json()
    assert kept["target"]["limits"] == made["limits"]
    asked = {"draft": dough.draft, "style": dough.style, "dough_id": dough.pk, "limits": made["limits"]}
    stands = send(client, "POST", "/next/brief", asked).json()["standings"]
    assert stands[0]["stands"] in ("out", "unsure", "met")
    assert "sugars at most 25.5 g in 100 g" in stands[0]["words"]
    found = send(client, "POST", "/next/ladder", {**asked, "target": {"diameter_mm": 90, "crust_l": 58}}).json()
    assert all(r["brief"][0]["value"] <= stands[0]["value"] + 0.1 for r in found["rungs"])
    for wrong in ("much", "-4", "", "12 mg", "5000"):
        bad = [{**typed[0], "value": wrong}]
        answer = send(client, "POST", "/doughs/target-edit", {"target": dough.target, "limits": bad})
        assert answer.status_code == 422, wrong
        assert answer.json()["message"].endswith("."), wrong


def test_how_long_it_keeps_and_hands_and_a_pack_can_be_limits_too(client: Client, dough: Dough) -> None:
    def limit(key: str, per: str, at_most: bool, value: float, must: bool = True) -> dict[str, object]:
        return {"key": key, "per": per, "at_most": at_most, "value": value, "must": must, "pieces": 8}

    limits = [
        limit("keeps", "airtight", False, 2.0), limit("sugars", "100 g", True, 90.0),
        limit("hands", "plan", True, 400.0), limit("weight", "pack", False, 100.0),
    ]  # fmt: skip
    asked = {"draft": dough.draft, "style": dough.style, "dough_id": dough.pk, "limits": limits}
    told = send(client, "POST", "/next/brief", asked).json()
    # In the order in which they were asked.
    starts = (
        "keeps at least 2 days airtight",
        "sugars",
        "work by hand at most 400 min a batch",
        "weight baked at least 100 g",
    )
    assert all(s["words"].startswith(w) for s, w in zip(told["standings"], starts, strict=True)), told["standings"]
    keeps, _, hands, pack = told["standings"]
    assert keeps["low"] <= keeps["value"] <= keeps["high"]
    assert hands["stands"] == "met"
    assert 20 < hands["value"] < 400
    assert "a pack of 8" in pack["words"]
    longest = [limit("keeps", "airtight", False, 60.0)]
    held = {**asked, "limits": longest, "target": {"diameter_mm": 90}}
    assert send(client, "POST", "/next/brief", {**asked, "limits": longest}).json()["standings"][0]["stands"] == "out"
    for rung in send(client, "POST", "/next/ladder", held).json()["rungs"]:
        assert rung["brief"][0]["low"] >= keeps["low"] - 0.01, "no rung surely keeps shorter than today"


def test_how_forgiving_it_is_is_told_the_same_each_time(client: Client, dough: Dough) -> None:
    body = {"draft": dough.draft, "style": dough.style, "target": {"diameter_mm": 84, "crust_l": 60}}
    found = send(client, "POST", "/next/forgiving", body).json()
    assert found == send(client, "POST", "/next/forgiving", body).json()
    assert 0.0 <= found["within"] <= 1.0
    assert {s["key"] for s in found["shares"]} == {"diameter_mm", "crust_l"}
    assert found["slips"][0]["steps"] >= found["slips"][-1]["steps"]
    assert len(found["cloud"]) == 24
    empty = {**body, "draft": {**dough.draft, "lines": []}}
    assert "no forecast" in send(client, "POST", "/next/forgiving", empty).json()["words"]


def test_a_piece_costs_what_the_last_delivery_cost(client: Client, dough: Dough) -> None:
    ids = [x["ingredient"] for x in dough.draft["lines"]]
    asked = {"draft": dough.draft, "style": dough.style}
    assert "No price is known" in send(client, "POST", "/next/brief", asked).json()["cost"]
    for n, ident in enumerate(dict.fromkeys(ids)):
        Lot.objects.create(
            name=f"Lot {n}", ingredient=ident, arrived_on=date(2026, 1, 5), pack_g=1000.0, pack_price=2.0
        )
    Lot.objects.create(name="Later", ingredient=ids[0], arrived_on=date(2026, 2, 5), pack_g=1000.0, pack_price=4.0)
    # A later delivery without a price leaves the one before in force.
    Lot.objects.create(name="No bill", ingredient=ids[0], arrived_on=date(2026, 3, 5))
    assert prices()[ids[0]].per_kg == 4.0
    assert prices()[ids[1]].per_kg == 2.0
    found = send(client, "POST", "/next/brief", asked).json()
    kinds = {k["key"]: k for k in found["kinds"]}
    assert (kinds["cost"]["unit"], [p["id"] for p in kinds["cost"]["per"]]) == ("EUR", ["piece", "pack", "batch"])
    assert (kinds["kcal"]["name"], kinds["kcal"]["unit"], [p["id"] for p in kinds["kcal"]["per"]]) == (
        "energy",
        "kcal",
        ["piece", "100 g"],
    )
    assert found["cost"].startswith("A piece costs ")
    assert "at least" not in found["cost"]
    limits = [{"key": "cost", "per": "piece", "at_most": True, "value": 0.01, "must": True}]
    stands = send(client, "POST", "/next/brief", {**asked, "limits": limits}).json()["standings"]
    assert stands[0]["stands"] == "out"


def test_two_levers_are_mapped(client: Client, dough: Dough) -> None:
    body = {"draft": dough.draft, "style": dough.style, "target": {"diameter_mm": 84, "crust_l": 60}}
    found = send(client, "POST", "/next/what-if", body).json()
    assert (found["across"]["key"], found["up"]["key"]) == ("role:sugar", "process:minutes")
    assert found["lines"]
    keys = {x["key"] for x in found["levers"]}
    assert {"role:fat", "process:oven_c"} <= keys
    other = send(client, "POST", "/next/what-if", {**body, "across": "role:fat", "up": "process:oven_c"}).json()
    assert other["across"]["name"] == "Fat"
    # One that is picked counts at once; the other follows, and is never the same.
    for pick, stands in (({"across": "role:fat"}, "across"), ({"up": "role:sugar"}, "up")):
        one = send(client, "POST", "/next/what-if", {**body, **pick}).json()
        assert one[stands]["key"] == pick[stands]
        assert one["across"]["key"] != one["up"]["key"]
    assert "Set a target" in send(client, "POST", "/next/what-if", {**body, "target": {}}).json()["reason"]
    assert send(client, "POST", "/next/what-if", {**body, "across": "moon", "up": "role:fat"}).status_code == 422


def test_before_advice_comes_baking_then_learning_then_tasting(client: Client, kept: Dough) -> None:
    body = {
        "draft": kept.draft, "style": kept.style, "dough_id": kept.pk,
        "target": {"diameter_mm": 90, "rim_crisp": 70},
    }  # fmt: skip

    def first() -> str:
        return str(send(client, "POST", "/next/ladder", body).json()["first"])

    assert "Nothing of this dough was baked" in first()
    weighed = {"mass_before_g": "270", "mass_after_g": "252"}
    log(client, kept, "first-bake-1", diameters="84 85 84", heights="9 9.2", measured=weighed)
    assert "One bake of this dough is not learned from yet" in first()
    answer = send(client, "POST", "/learning", {"left_out": []})
    assert answer.status_code == 200, answer.json()
    assert "tasting scores" in first()
    log(client, kept, "other-bake-2", diameters="84 85 84", heights="9 9.2", measured={"rim_crisp": "60"})
    seen = answer.json()["in_force"]["id"]
    assert send(client, "POST", "/learning", {"left_out": [], "seen": seen}).status_code == 200
    assert first() == ""


def test_a_proposal_is_kept_beside_the_draft_and_has_a_sheet(client: Client, kept: Dough) -> None:
    draft = {**kept.draft, "process": {**kept.draft["process"], "minutes": 14.0}}
    path, body = f"/doughs/{kept.pk}/versions/beside", {"revision": kept.revision, "draft": draft, "note": "Longer"}
    assert send(client, "POST", path, {**body, "note": " "}).status_code == 422
    assert send(client, "POST", path, {**body, "revision": kept.revision + 5}).status_code == 409
    wrong = {**draft, "process": {**draft["process"], "minutes": -4.0}}
    for bad in (wrong, {**draft, "lines": []}):
        assert send(client, "POST", path, {**body, "draft": bad}).status_code == 422
    made = send(client, "POST", path, body)
    assert made.status_code == 201
    assert made.json()["draft"]["process"]["minutes"] == kept.draft["process"]["minutes"]
    assert made.json()["draft_parent"] == 1
    two = next(v for v in made.json()["versions"] if v["number"] == 2)
    assert (two["parent"], two["note"]) == (1, "Longer")
    sheet = send(client, "GET", f"/doughs/{kept.pk}/sheet?version=2").json()
    assert sheet["subtitle"].startswith("version 2;")
    assert any("for 14 minutes" in str(step) for step in sheet["steps"])
    assert send(client, "GET", f"/doughs/{kept.pk}/sheet?version=9").status_code == 404


SERIES = {"name": "Sugar for the rim", "factors": [{"key": "role:sugar", "levels": [80, 100, 120]}], "repeats": 2}


def test_a_series_is_planned_measured_and_read(client: Client, dough: Dough) -> None:
    assert send(client, "GET", f"/doughs/{dough.pk}/series").json()["levers"]
    tried = send(client, "POST", f"/doughs/{dough.pk}/series/plan", SERIES).json()
    assert not Series.objects.exists()
    kept = send(client, "POST", f"/doughs/{dough.pk}/series", SERIES)
    assert kept.status_code == 201
    made = kept.json()
    assert [r["words"] for r in made["runs"]] == [r["words"] for r in tried["runs"]]
    revision = made["revision"]
    for r in made["runs"]:
        level = float(r["words"].split()[1])
        typed = {"diameter_mm": f"{70 + level / 5} {70.4 + level / 5}", "height_mm": ""}
        answer = send(client, "PUT", f"/series/{made['id']}/runs",
                      {"revision": revision, "order": r["order"], "typed": typed})  # fmt: skip
        assert answer.status_code == 200, answer.json()
        revision = answer.json()["revision"]
    found = answer.json()
    assert found["done"] == 6
    width = found["outcomes"][0]
    assert width["key"] == "diameter_mm"
    assert width["effects"][0]["value"] == pytest.approx(8.0, abs=1e-6)
    assert "8.0 mm wider" in width["words"][0]
    assert [m["level"] for m in width["means"]] == [80, 100, 120]
    assert all(m["forecast"] for m in width["means"])


def test_a_series_of_doughs_and_parts_tells_both_scatters_and_the_best_point(client: Client, dough: Dough) -> None:
    dough.target = {"cookie": {"diameter_mm": 84.0}}
    dough.save()
    body = {
        "name": "Sugar and portion", "repeats": 2,
        "factors": [{"key": "role:sugar", "levels": [80, 110]}, {"key": "process:portion_g", "levels": [36, 54]}],
    }  # fmt: skip
    made = send(client, "POST", f"/doughs/{dough.pk}/series", body).json()
    assert made["parted"]
    assert {r["dough"] for r in made["runs"]} == {1, 2, 3, 4}
    assert made["best"] is None
    revision = 1
    for r in made["runs"]:
        wide = 80.0 + (8.0 if "portion 54" in r["words"] else 0.0)
        answer = send(client, "PUT", f"/series/{made['id']}/runs",
                      {"revision": revision, "order": r["order"], "typed": {"diameter_mm": f"{wide}"}})  # fmt: skip
        revision = answer.json()["revision"]
    found = answer.json()
    assert [s["between"] for s in found["outcomes"][0]["spreads"]] == ["doughs", "parts of one dough"]
    best = {x["name"]: x for x in found["best"]["levels"]}
    assert best["Portion"]["low"] <= 45.0 <= best["Portion"]["high"]
    assert not best["Sugar"]["settled"]
    assert found["best"]["compared"] == ["diameter"]


def test_four_things_at_once_are_baked_as_a_part_only(client: Client, dough: Dough) -> None:
    levers = {x["key"]: x for x in send(client, "GET", f"/doughs/{dough.pk}/series").json()["levers"]}
    keys = ["role:sugar", "role:fat", "process:portion_g", "process:dough_temp_c"]
    factors = [{"key": k, "levels": [levers[k]["suggested"][0], levers[k]["suggested"][-1]]} for k in keys]
    path = f"/doughs/{dough.pk}/series/plan"
    assert "bake a part" in send(client, "POST", path, {"factors": factors}).json()["message"]
    made = send(client, "POST", path, {"factors": factors, "fraction": True, "repeats": 1}).json()
    assert len(made["runs"]) == len(made["splits"]) == 8


def test_a_stale_or_wrong_run_is_refused_and_nothing_lost(client: Client, dough: Dough) -> None:
    made = send(client, "POST", f"/doughs/{dough.pk}/series", SERIES).json()
    path, body = f"/series/{made['id']}/runs", {"revision": 1, "order": 1, "typed": {"diameter_mm": "82"}}
    assert send(client, "PUT", path, body).status_code == 200
    assert "meanwhile" in send(client, "PUT", path, body).json()["message"]
    for wrong, status in (
        ({"order": 77}, 404),
        ({"typed": {"diameter_mm": "wide"}}, 422),
        ({"typed": {"diameter_mm": "-4"}}, 422),
        ({"typed": {"moon": 1}}, 422),
    ):
        assert send(client, "PUT", path, {**body, "revision": 2, **wrong}).status_code == status
    assert Series.objects.get().results == {"1": {"diameter_mm": [82.0]}}


@pytest.mark.parametrize(
    "wrong",
    [
        {"factors": []},
        {"factors": [{"key": "role:sugar", "levels": [100]}]},
        {"factors": [{"key": "nothing", "levels": [1, 2]}]},
        {"repeats": 0},
        {"pieces": 900},
    ],
)
def test_a_plan_that_is_no_series_is_refused_with_a_sentence(client: Client, dough: Dough, wrong: Any) -> None:
    answer = send(client, "POST", f"/doughs/{dough.pk}/series/plan", {**SERIES, **wrong})
    assert answer.status_code == 422
    assert answer.json()["message"].endswith(".")


def test_a_series_needs_its_question(client: Client, dough: Dough) -> None:
    assert send(client, "POST", f"/doughs/{dough.pk}/series", {**SERIES, "name": "  "}).status_code == 422


def test_how_many_trays_a_difference_needs(client: Client, dough: Dough) -> None:
    few = send(client, "GET", f"/doughs/{dough.pk}/series/power/diameter_mm?difference=6").json()["needs"]
    many = send(client, "GET", f"/doughs/{dough.pk}/series/power/diameter_mm?difference=2").json()["needs"]
    assert few[0]["own_mixing"] < many[0]["own_mixing"]
    assert send(client, "GET", f"/doughs/{dough.pk}/series/power/diameter_mm?difference=0").status_code == 422
    assert send(client, "GET", f"/doughs/{dough.pk}/series/power/moon?difference=2").status_code == 422
