"""What is kept: drafts between versions, the bin, and what a key was sent with."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.test import Client

from kitchen.actions.create_dough import CreateDough
from kitchen.actions.empty_bin import throw_away
from kitchen.actions.save_draft import SaveDraft
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Dough, Event, Version
from tests.conftest import NOW, bake_body, send


def save(dough: Dough, cook: User, minutes: float, grams: float) -> Dough:
    dough.refresh_from_db()
    draft = {**dough.draft, "lines": [{**line, "grams": grams} for line in dough.draft["lines"]]}
    return SaveDraft(
        actor=cook, now=NOW + timedelta(minutes=minutes), dough_id=dough.pk, revision=dough.revision, name=dough.name,
        style=dough.style, draft=DraftDoc.model_validate(draft), target=TargetDoc.model_validate(dough.target),
    ).execute()  # fmt: skip


def drafts(client: Client, dough: Dough) -> Any:
    return send(client, "GET", f"/doughs/{dough.pk}/kept-drafts").json()


def test_a_draft_every_ten_minutes_is_kept_and_can_be_gone_back_to(client: Client, dough: Dough, cook: User) -> None:
    for minute, grams in ((1, 11.0), (2, 12.0), (13, 13.0), (14, 14.0), (30, 15.0)):
        save(dough, cook, minute, grams)
    kept = drafts(client, dough)
    # What stood for over ten minutes, one in between, and what stood there first; not every keystroke.
    per_line = [round(k["grams"] / k["lines"]) for k in kept[:3]]
    assert per_line == [14, 13, 12]
    assert len(kept) == 4
    dough.refresh_from_db()
    address = f"/doughs/{dough.pk}/kept-drafts/{kept[2]['id']}"
    seen = send(client, "GET", address).json()
    assert {line["grams"] for line in seen["lines"]} == {12.0}
    back = send(client, "POST", f"{address}/return", {"revision": dough.revision}).json()
    assert {line["grams"] for line in back["draft"]["lines"]} == {12.0}
    # And what was left is kept in its turn.
    assert round(drafts(client, dough)[0]["grams"] / kept[0]["lines"]) == 15
    stale = send(client, "POST", f"{address}/return", {"revision": dough.revision})
    assert stale.status_code == 409


def test_another_cooks_draft_is_kept_at_once(client: Client, dough: Dough, cook: User) -> None:
    save(dough, cook, 1, 11.0)
    other = User.objects.create_user("bo")
    Dough.objects.filter(pk=dough.pk).update(saved_by=other)
    save(dough, cook, 2, 12.0)
    assert [k["saved_by"] for k in drafts(client, dough)] == ["bo", "Ada"]


def test_going_back_to_a_version_keeps_what_the_draft_held(client: Client, kept: Dough, cook: User) -> None:
    save(kept, cook, 1, 21.0)
    kept.refresh_from_db()
    send(client, "POST", f"/doughs/{kept.pk}/versions/1/return", {"revision": kept.revision})
    assert round(drafts(client, kept)[0]["grams"] / drafts(client, kept)[0]["lines"]) == 21


def test_the_bin_is_looked_into_and_only_what_nothing_rests_on_is_thrown_away(
    client: Client, kept: Dough, cook: User
) -> None:
    bare = CreateDough(actor=cook, now=NOW, name="Bare", start="style", style="oat").execute()
    assert send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body()).status_code == 201
    for dough in (kept, bare):
        dough.refresh_from_db()
        send(client, "DELETE", f"/doughs/{dough.pk}", {"revision": dough.revision})
    seen = {b["name"]: b for b in send(client, "GET", "/doughs/bin").json()}
    assert seen["Oat rounds"]["goes_on"] is None
    assert seen["Oat rounds"]["bakes"] == 1
    assert seen["Bare"]["goes_on"]
    Dough.objects.exclude(deleted_at=None).update(deleted_at=NOW)
    assert throw_away(NOW + timedelta(days=29)) == 0
    assert throw_away(NOW + timedelta(days=31)) == 1
    assert [b["name"] for b in send(client, "GET", "/doughs/bin").json()] == ["Oat rounds"]
    assert Version.objects.filter(dough=kept).count() == 1
    # The journal still tells of what is gone.
    assert Event.objects.filter(dough=None, verb="CreateDough").exists()
    assert send(client, "POST", f"/doughs/{kept.pk}/restore").status_code == 200


def test_other_content_under_a_used_key_is_refused(client: Client, kept: Dough) -> None:
    first = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body())
    same = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body())
    assert (first.status_code, same.status_code) == (201, 201)
    assert first.json()["id"] == same.json()["id"]
    other = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(minutes="13"))
    assert other.status_code == 422
    assert other.json()["fields"][0]["where"] == "key"
    assert "correct it there" in other.json()["message"]


def test_an_own_ingredient_is_retired_with_its_doughs_left_alone(client: Client, dough: Dough) -> None:
    recipe = {"way": "protein", "soft": "pastry", "strong": "bread", "protein": 11.5}
    made = send(client, "POST", "/pantry", {"name": "Middling", "recipe": recipe})
    assert made.status_code == 201, made.json()
    own = made.json()
    key = own["ingredient"]["id"]
    gone = send(client, "POST", f"/pantry/{key}/retire", {"version": own["version"]}).json()
    assert gone["retired"] is True
    assert [o["retired"] for o in send(client, "GET", "/pantry").json()] == [True]
    stale = send(client, "POST", f"/pantry/{key}/retire", {"version": own["version"], "back": True})
    assert stale.status_code == 422
    back = send(client, "POST", f"/pantry/{key}/retire", {"version": gone["version"], "back": True}).json()
    assert back["retired"] is False
