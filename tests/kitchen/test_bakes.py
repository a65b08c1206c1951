"""A bake is logged once, as it was, and compared with what was wanted and expected."""

from __future__ import annotations

from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from kitchen.actions.create_dough import CreateDough
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.models import Bake, Batch, Dough, Lot
from kitchen.models.frozen import FrozenError
from tests.conftest import NOW, bake_body, send


def log(client: Client, dough: Dough, **changes: Any) -> Any:
    return send(client, "POST", f"/doughs/{dough.pk}/bakes", bake_body(**changes))


def test_a_bake_with_its_batch(client: Client, kept: Dough) -> None:
    answer = log(client, kept)
    assert answer.status_code == 201
    bake = answer.json()
    assert bake["number"] == 1
    assert bake["size"]["cookie"]["diameter_mm"] == 83
    assert bake["values"]["loss_pct"] == pytest.approx(100 * 18 / 270)
    assert bake["batch"]["butter_temp_c"] == 19.5


def test_unknown_stays_unknown(client: Client, kept: Dough) -> None:
    bake = log(client, kept, heights="", measured={}, age_h="", oven_c="?").json()
    assert bake["size"]["cookie"]["height_mm"] is None
    assert bake["size"]["outline"] == []
    assert "loss_pct" not in bake["values"]
    assert bake["age_h"] is None
    height = next(r for r in bake["rows"] if r["key"] == "height_mm")
    assert height["from_target"] == "not measured"


def test_target_forecast_and_bake_stand_in_one_table(client: Client, kept: Dough) -> None:
    rows = {r["key"]: r for r in log(client, kept, diameters="90").json()["rows"]}
    diameter = rows["diameter_mm"]
    assert diameter["target"] == 83
    assert diameter["bake"] == 90
    assert diameter["forecast"] is not None
    assert diameter["from_target"] == "7.0 mm too wide"


def test_the_forecast_is_for_what_was_really_weighed_and_done(client: Client, kept: Dough) -> None:
    plain = log(client, kept).json()
    sugar = next(x["id"] for x in kept.draft["lines"] if x["ingredient"] == "lbrown")
    batch = {**bake_body()["batch"], "weighed": {sugar: "200"}}
    less = log(client, kept, key="test-bake-2", batch=batch).json()
    assert less["batch"]["weighed"][0]["weighed_g"] == 200
    assert less["forecast"]["cookie"]["diameter_mm"] < plain["forecast"]["cookie"]["diameter_mm"]
    longer = log(client, kept, key="test-bake-3", minutes="16").json()
    assert longer["forecast"]["cookie"]["middle_soft"] < plain["forecast"]["cookie"]["middle_soft"]


def test_a_weight_as_planned_is_not_kept_as_a_difference(client: Client, kept: Dough) -> None:
    line = kept.draft["lines"][0]
    batch = {**bake_body()["batch"], "weighed": {line["id"]: str(line["grams"])}}
    assert log(client, kept, batch=batch).json()["batch"]["weighed"] == []


def test_sent_twice_is_logged_once(client: Client, kept: Dough) -> None:
    first, second = log(client, kept), log(client, kept)
    assert first.json()["id"] == second.json()["id"]
    assert Bake.objects.count() == Batch.objects.count() == 1


def test_a_second_bake_of_the_same_batch(client: Client, kept: Dough) -> None:
    batch = log(client, kept).json()["batch"]["id"]
    second = log(client, kept, key="test-bake-2", batch=None, batch_id=batch).json()
    assert (second["number"], second["batch"]["id"]) == (2, batch)


def test_a_correction_is_a_new_row_that_points_at_the_old(client: Client, kept: Dough) -> None:
    wrong = log(client, kept, diameters="38").json()
    right = log(client, kept, key="test-bake-2", batch=None, batch_id=wrong["batch"]["id"], replaces=wrong["id"]).json()
    assert (right["number"], right["corrects"]) == (1, wrong["id"])
    shown = send(client, "GET", f"/doughs/{kept.pk}/bakes").json()["bakes"]
    assert [b["id"] for b in shown] == [right["id"]]
    assert Bake.objects.get(pk=wrong["id"]).measured["readings"]["diameter_mm"] == [38]
    again = log(client, kept, key="test-bake-3", batch=None, batch_id=wrong["batch"]["id"], replaces=wrong["id"])
    assert "corrected already" in again.json()["message"]


def test_a_logged_bake_is_never_edited(client: Client, kept: Dough) -> None:
    log(client, kept)
    bake = Bake.objects.get()
    bake.minutes = 99
    with pytest.raises(FrozenError):
        bake.save()


@pytest.mark.parametrize(
    ("changes", "where"),
    [
        ({"diameters": "82 wide"}, "diameter_mm"),
        ({"heights": "-4"}, "height_mm"),
        ({"measured": {"mass_before_g": "200", "mass_after_g": "260"}}, "mass_after_g"),
        ({"measured": {"charm": "9"}}, "measured"),
        ({"minutes": "0"}, "minutes"),
        ({"oven_c": "1000"}, "oven_c"),
        ({"baked_on": "2999-01-01"}, "baked_on"),
        ({"baked_on": "2026-03-01"}, "baked_on"),
        ({"oven_id": 77}, "oven_id"),
        ({"batch": None}, "batch"),
        ({"batch": {"version": 9, "mixed_on": "2026-03-03"}}, "version"),
        ({"batch": {"version": 1, "mixed_on": "2026-03-03", "weighed": {"nix": "3"}}}, "weighed.nix"),
        ({"notes": "n" * 3000}, "notes"),
    ],
)
def test_a_wrong_entry_is_answered_at_its_field_and_nothing_is_logged(
    client: Client, kept: Dough, changes: dict[str, Any], where: str
) -> None:
    answer = log(client, kept, **changes)
    assert answer.status_code == 422
    assert answer.json()["fields"][0]["where"] == where
    assert Bake.objects.count() == Batch.objects.count() == 0


def test_a_batch_needs_a_kept_version(client: Client, dough: Dough) -> None:
    answer = log(client, dough)
    assert "Keep the draft as a version first" in answer.json()["message"]


def test_the_shelf_tells_how_close_the_last_bake_came(client: Client, kept: Dough) -> None:
    log(client, kept, diameters="90 90")
    (item,) = send(client, "GET", "/doughs").json()
    assert item["closeness"].startswith("7.0 mm too wide")
    assert item["last_bake"]["label"] == "bake 1"
    assert item["compared"] == 3


def test_a_cure_on_the_spot_is_kept_and_forecast(client: Client, kept: Dough) -> None:
    plain = log(client, kept).json()
    cured = [{"ingredient": "ap", "grams": "40"}, {"ingredient": "milk", "grams": ""}]
    batch = {**bake_body()["batch"], "additions": cured}
    made = log(client, kept, key="test-bake-cure", batch=batch).json()
    assert made["batch"]["additions"] == [{"name": "Plain flour", "grams": 40}]
    assert made["forecast"]["cookie"]["diameter_mm"] < plain["forecast"]["cookie"]["diameter_mm"]
    for wrong in ({"ingredient": "nothing", "grams": "4"}, {"ingredient": "ap", "grams": "-4"}):
        body = {**bake_body()["batch"], "additions": [wrong]}
        answer = log(client, kept, key="test-bake-wrong", batch=body)
        assert answer.status_code == 422
        assert "additions.0" in {f["where"] for f in answer.json()["fields"]}


def own_flour(client: Client) -> str:
    label = {"fat": 1.3, "carbohydrate": 71, "protein": 11}
    made = send(client, "POST", "/pantry", {"name": "Mill", "recipe": {"way": "label", "like": "ap", "label": label}})
    return str(made.json()["ingredient"]["id"])


def test_a_bake_of_an_own_ingredient_weighed_differently_can_be_read_again(client: Client, dough: Dough) -> None:
    own = own_flour(client)
    found = send(client, "GET", f"/doughs/{dough.pk}").json()
    draft = found["draft"]
    line = next(x for x in draft["lines"] if x["ingredient"] == "ap")
    line |= {"ingredient": own, "ingredient_version": 1}
    saved = send(
        client,
        "PUT",
        f"/doughs/{dough.pk}/draft",
        {k: found[k] for k in ("name", "style", "revision", "draft", "target")},
    )
    assert saved.status_code == 200, saved.json()
    kept = send(client, "POST", f"/doughs/{dough.pk}/versions", {"revision": saved.json()["revision"], "note": "x"})
    assert kept.status_code == 201, kept.json()
    batch = {**bake_body()["batch"], "weighed": {line["id"]: "190"}}
    assert log(client, dough, batch=batch).status_code == 201
    read = send(client, "GET", f"/doughs/{dough.pk}/bakes")
    assert read.status_code == 200
    assert read.json()["bakes"][0]["batch"]["weighed"][0]["name"] == "Mill"


def test_a_key_used_on_another_dough_is_refused_and_logs_nothing(client: Client, kept: Dough, cook: User) -> None:
    assert log(client, kept).status_code == 201
    other = CreateDough(actor=cook, now=NOW, name="Other", start="style", style="oat").execute()
    FreezeVersion(actor=cook, now=NOW, dough_id=other.pk, revision=other.revision, note="First").execute()
    answer = log(client, other)
    assert answer.status_code == 422
    assert answer.json()["fields"][0]["where"] == "key"
    assert Bake.objects.count() == 1
    assert log(client, kept).status_code == 201, "the same entry sent again is answered, not logged twice"
    assert Bake.objects.count() == 1


def test_a_bake_by_hand_names_its_deliveries_and_none_of_something_else(client: Client, kept: Dough) -> None:
    line = next(x for x in kept.draft["lines"] if x["step"] == "dry")
    flour = Lot.objects.create(name="Sack", code="W-9", ingredient=line["ingredient"], protein_pct=13.0)
    other = Lot.objects.create(name="Tub", ingredient="honey")

    def made(lots: dict[str, int], key: str) -> Any:
        batch = {**bake_body()["batch"], "lots": lots}
        return send(client, "POST", f"/doughs/{kept.pk}/bakes", {**bake_body(), "key": key, "batch": batch})

    bake = made({line["id"]: flour.pk}, "with-a-lot-1")
    assert bake.status_code == 201
    assert bake.json()["batch"]["lots"] == ["Sack W-9"]
    assert Batch.objects.get().lots[line["id"]]["says"] == {"protein_pct": 13.0}
    refused = made({line["id"]: other.pk}, "with-a-lot-2")
    assert refused.status_code == 422
    assert refused.json()["fields"][0]["where"] == f"lots.{line['id']}"
    assert made({"nowhere": flour.pk}, "with-a-lot-3").status_code == 422
    # One that is gone by now is left out.
    assert made({line["id"]: 9999}, "with-a-lot-4").json()["batch"]["lots"] == []
