"""A kitchen is furnished, changed, and any of it taken back; what bakes rest on stays."""

from __future__ import annotations

import importlib
from datetime import UTC, datetime
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from dough.facts.furnishings import kinds
from kitchen.actions.furnish import Furnish
from kitchen.documents.furnishing import MODELS
from kitchen.models import Dough, Event, Kitchen, Lot, Member, Oven, Scale, Tray
from tests.conftest import NOW, bake_body, send


def make(client: Client, of: str, **facts: Any) -> Any:
    return send(client, "POST", f"/kitchen/furnishing/{of}", {"facts": {"name": "New", **facts}})


def change(client: Client, thing: dict[str, Any], **facts: Any) -> Any:
    body = {"revision": thing["revision"], "facts": facts}
    return send(client, "PUT", f"/kitchen/furnishing/{thing['kind']}/{thing['id']}", body)


def test_every_question_has_a_column_and_every_kind_a_table() -> None:
    assert set(MODELS) == set(kinds())
    for of, model in MODELS.items():
        columns = {f.name for f in model._meta.get_fields()}
        assert {f.name for f in kinds()[of].fields} <= columns, of


ALL: dict[str, dict[str, Any]] = {
    "oven": {"heat": "deck", "offset_k": "-6", "shelves": 3},
    "tray": {"material": "dark", "width_mm": "40 cm", "depth_mm": 300, "usable_width_mm": 380},
    "tin": {"outline": "rectangle", "width_mm": 200, "depth_mm": 300},
    "cutter": {"outline": "round", "width_mm": 60},
    "scoop": {"number": 24},
    "mixer": {"kind": "stand", "bowl_l": 4.8, "least_g": 300, "most_g": "1.6 kg"},
    "cold": {"kind": "freezer", "temp_c": "-18"},
    "scale": {"reads_g": 1},
    "lot": {"ingredient": "ap_hi", "code": "A-17", "arrived_on": "2026-02-01", "protein_pct": "11.2"},
}


@pytest.mark.parametrize("kind", sorted(ALL))
def test_each_kind_is_made_changed_retired_and_brought_back(client: Client, kitchen: Kitchen, kind: str) -> None:
    made = make(client, kind, **ALL[kind])
    assert made.status_code == 201, made.json()
    thing = made.json()
    assert thing["words"]
    renamed = change(client, thing, name="Other name").json()
    assert renamed["name"] == "Other name"
    assert {k: v for k, v in renamed["facts"].items() if k != "name"} == {
        k: v for k, v in thing["facts"].items() if k != "name"
    }
    address = f"/kitchen/furnishing/{kind}/{thing['id']}/retire"
    gone = send(client, "POST", address, {"revision": renamed["revision"]}).json()
    assert gone["retired_at"]
    back = send(client, "POST", address, {"revision": gone["revision"], "back": True}).json()
    assert back["retired_at"] is None
    said = [e.words for e in Event.objects.filter(subject__endswith=f" {thing['id']}")]
    assert [w.split()[0] for w in said] == ["put", "changed", "retired", "brought"]


def test_each_of_these_can_be_taken_back_in_turn(client: Client, kitchen: Kitchen) -> None:
    thing = make(client, "oven", heat="gas", offset_k=5).json()
    changed = change(client, thing, offset_k=-5).json()
    back = send(client, "POST", f"/kitchen/furnishing/events/{changed['event']}/take-back").json()
    assert back["facts"] == thing["facts"]
    again = send(client, "POST", f"/kitchen/furnishing/events/{back['event']}/take-back").json()
    assert again["facts"]["offset_k"] == -5
    # An older write is not taken back over a newer one.
    refused = send(client, "POST", f"/kitchen/furnishing/events/{changed['event']}/take-back")
    assert refused.status_code == 422
    assert "changed again since" in refused.json()["message"]


def test_taking_back_the_making_retires_it(client: Client, kitchen: Kitchen) -> None:
    thing = make(client, "scoop", number=40).json()
    back = send(client, "POST", f"/kitchen/furnishing/events/{thing['event']}/take-back").json()
    assert back["retired_at"]


def test_a_stale_change_is_refused_and_says_so(client: Client, kitchen: Kitchen) -> None:
    thing = make(client, "tray", material="dark").json()
    change(client, thing, material="insulated")
    stale = change(client, thing, material="stone")
    assert stale.status_code == 409
    assert stale.json()["code"] == "stale"
    assert Tray.objects.get(pk=thing["id"]).material == "insulated"


def test_two_of_one_name_are_refused_and_a_retired_one_does_not_count(client: Client, kitchen: Kitchen) -> None:
    twin = make(client, "oven", name="old FAITHFUL", heat="gas")
    assert twin.status_code == 422
    assert twin.json()["fields"][0]["where"] == "name"
    old = Oven.objects.get(name="Old faithful")
    send(client, "POST", f"/kitchen/furnishing/oven/{old.pk}/retire", {"revision": old.revision})
    assert make(client, "oven", name="Old Faithful", heat="gas").status_code == 201
    old.refresh_from_db()
    back = send(client, "POST", f"/kitchen/furnishing/oven/{old.pk}/retire", {"revision": old.revision, "back": True})
    assert back.status_code == 422


def test_a_retired_oven_stays_with_its_bakes_and_leaves_the_choices(client: Client, kept: Dough) -> None:
    oven = Oven.objects.get()
    logged = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(oven_id=oven.pk))
    assert logged.status_code == 201, logged.json()
    send(client, "POST", f"/kitchen/furnishing/oven/{oven.pk}/retire", {"revision": oven.revision})
    things = send(client, "GET", "/kitchen/furnishing").json()["things"]
    shown = next(t for t in things if t["kind"] == "oven")
    assert shown["bakes"] == 1
    assert shown["retired_at"]
    assert [o["retired"] for o in send(client, "GET", "/kitchen").json()["ovens"]] == [True]
    assert send(client, "GET", f"/doughs/{kept.pk}/bakes").status_code == 200


def test_a_thermometer_sets_the_offset_and_the_forecast_follows(client: Client, kept: Dough) -> None:
    oven = Oven.objects.get()
    body = {"revision": oven.revision, "set_c": "180", "readings": "168 172 176 168"}
    tested = send(client, "POST", f"/kitchen/furnishing/ovens/{oven.pk}/test", body).json()
    assert tested["facts"]["offset_k"] == -9
    assert "4 readings" in tested["facts"]["offset_from"]
    few = send(
        client, "POST", f"/kitchen/furnishing/ovens/{oven.pk}/test", {"revision": 2, "set_c": 180, "readings": "170"}
    )
    assert few.status_code == 422
    assert few.json()["fields"][0]["where"] == "readings"
    back = send(client, "POST", f"/kitchen/furnishing/events/{tested['event']}/take-back").json()
    assert back["facts"]["offset_k"] is None


def test_a_check_weight_is_kept_and_told(client: Client, kitchen: Kitchen, cook: User) -> None:
    scale = Scale.objects.create(name="Bench", reads_g=1)
    address = f"/kitchen/furnishing/scales/{scale.pk}/check"
    off = send(client, "POST", address, {"weight_g": "500", "shown_g": "507"}).json()
    assert "too much" in off["learned"]
    assert "holds" in send(client, "POST", address, {"weight_g": "500", "shown_g": "500.5"}).json()["learned"]
    assert scale.checks.count() == 2
    wrong = send(client, "POST", address, {"weight_g": "", "shown_g": "507"})
    assert wrong.json()["fields"][0]["where"] == "weight_g"


def test_the_first_sheet_is_all_or_nothing(client: Client, cook: User) -> None:
    Kitchen.objects.create(name="Bare")
    assert send(client, "GET", "/kitchen").json()["furnished"] is False
    good = {"kind": "oven", "facts": {"name": "Oven", "heat": "gas"}}
    bad = {"kind": "tray", "facts": {"name": "Tray", "width_mm": "-4"}}
    refused = send(client, "POST", "/kitchen/furnishing/first", {"things": [good, bad]})
    assert refused.status_code == 422
    assert refused.json()["fields"][0]["where"] == "things.1.width_mm"
    assert not Oven.objects.exists()
    assert not Event.objects.exists()
    done = send(client, "POST", "/kitchen/furnishing/first", {"things": [good]}).json()
    assert done["furnished"]
    assert [t["name"] for t in done["things"]] == ["Oven"]


def test_a_kitchen_left_bare_on_purpose_is_not_asked_again(client: Client, cook: User) -> None:
    Kitchen.objects.create(name="Bare")
    send(client, "POST", "/kitchen/furnishing/first", {"things": []})
    assert send(client, "GET", "/kitchen").json()["furnished"] is True


@pytest.mark.parametrize(
    ("kind", "facts"),
    [
        ("oven", {"name": "X" * 200, "heat": "gas"}),
        ("oven", {"heat": ["gas"]}),
        ("lot", {"ingredient": "moon dust"}),
        ("moon", {"name": "x"}),
        ("cold", {"kind": "fridge", "temp_c": "1e400"}),
        ("scale", {"reads_g": "-1"}),
    ],
)
def test_what_can_not_be_used_is_refused_and_nothing_is_made(
    client: Client, kitchen: Kitchen, kind: str, facts: dict[str, Any]
) -> None:
    before = Event.objects.count()
    answer = make(client, kind, **facts)
    assert answer.status_code == 422, answer.json()
    assert answer.json()["message"]
    assert Event.objects.count() == before


def test_the_journal_tells_who_did_what_in_pages(client: Client, kitchen: Kitchen, cook: User) -> None:
    other = User.objects.create_user("bo", first_name="Bo")
    Member.objects.create(user=other, role="cook", joined_at=NOW)
    for n in range(7):
        by = other if n % 2 else cook
        Furnish(
            actor=by, now=datetime(2026, 3, n + 1, tzinfo=UTC), kind="scoop", typed={"name": f"S{n}", "number": 20}
        ).execute()
    first = send(client, "GET", "/kitchen/journal?limit=4").json()
    assert [e["words"] for e in first["events"]] == [f"put S{n} among the scoops" for n in (6, 5, 4, 3)]
    rest = send(client, "GET", f"/kitchen/journal?limit=4&before={first['older']}").json()
    assert [e["words"][4:6] for e in rest["events"]] == ["S2", "S1", "S0"]
    assert rest["older"] is None
    bos = send(client, "GET", "/kitchen/journal?by=bo").json()["events"]
    assert {e["by"] for e in bos} == {"Bo"}
    assert len(bos) == 3
    assert all(e["can_take_back"] for e in bos)


def test_a_delivery_shows_what_it_does_to_each_dough_and_what_holds_it(
    client: Client, kept: Dough, monkeypatch: pytest.MonkeyPatch
) -> None:
    flour = next(x["ingredient"] for x in kept.draft["lines"] if x["step"] == "dry")
    lot = Lot.objects.create(name="Flour of May", ingredient=flour)
    silent = client.get(f"/api/kitchen/furnishing/lots/{lot.pk}/doughs").json()
    assert silent["doughs"] == []
    assert "says nothing" in silent["words"]
    Lot.objects.filter(pk=lot.pk).update(protein_pct=13.0, moisture_pct=12.0)
    monkeypatch.setattr(importlib.import_module("kitchen.api.furnishing.routes"), "DOUGHS_A_CALL", 1)
    found: list[dict[str, Any]] = []
    after, asked = 0, 0
    while after is not None:
        part = client.get(f"/api/kitchen/furnishing/lots/{lot.pk}/doughs?after={after}").json()
        found, after, asked = [*found, *part["doughs"]], part["after"], asked + 1
    # One dough a call here: the shelf is asked through, each once.
    assert (asked, part["seen"]) == (part["of"], part["of"])
    assert [d["name"] for d in found] == [kept.name]
    assert found[0]["steps"] > 0.1
    assert found[0]["left_steps"] < found[0]["steps"]
    assert found[0]["correction"] in found[0]["sentence"]
    assert {x["ingredient"] for x in found[0]["draft"]["lines"]} == {x["ingredient"] for x in kept.draft["lines"]}
    assert client.get("/api/kitchen/furnishing/lots/999/doughs").status_code == 404


def test_what_an_ingredient_cost_over_its_deliveries(client: Client, kitchen: Kitchen) -> None:
    def lot(on: str, price: str, waste: str = "") -> dict[str, Any]:
        facts = {
            "name": f"Flour of {on}", "ingredient": "ap", "supplier": "Mill", "arrived_on": on, "pack_g": "25000",
            "pack_price": price, "waste_pct": waste,
        }  # fmt: skip
        made = send(client, "POST", "/kitchen/furnishing/lot", {"facts": facts})
        assert made.status_code == 201, made.json()
        return made.json()  # type: ignore[no-any-return]

    assert "plain flour" in lot("2025-12-05", "")["words"], "an ingredient is told by its name"
    first, second, third = lot("2026-01-05", "20"), lot("2026-02-05", "25"), lot("2026-02-20", "22.5", "10")

    def told(ident: int) -> Any:
        return client.get(f"/api/kitchen/furnishing/lots/{ident}/prices").json()

    assert told(first["id"])["words"] == "The first price known of it."
    assert "25 % dearer than the one before: 0.8 to 1 EUR a kg" in told(second["id"])["words"]
    # Cheaper by the sack, and as dear once what is thrown away is counted.
    assert "As dear as the one before: 1 EUR a kg" in told(third["id"])["words"]
    assert [round(p["used_per_kg"], 3) for p in told(third["id"])["paid"]] == [1.0, 1.0, 0.8]
    silent = send(client, "POST", "/kitchen/furnishing/lot", {"facts": {"name": "Sack", "ingredient": "ap"}}).json()
    assert "Give this delivery a pack and a price" in told(silent["id"])["words"]
    assert client.get("/api/kitchen/furnishing/lots/9999/prices").status_code == 404
