"""A kitchen of years: what is asked of the database does not grow with it, and lists come in pages."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext

from kitchen.actions.read_label import ReadLabel
from kitchen.demo.large import make_large
from kitchen.models import Bake, Card, Dough
from tests.conftest import NOW, bake_body, send

READS = (
    "/doughs", "/doughs/names", "/doughs/{0}", "/doughs/{0}/bakes", "/doughs/{0}/trail", "/doughs/{1}",
    "/doughs/{1}/lineage", "/doughs/{0}/lineage", "/kitchen", "/kitchen/journal", "/kitchen/furnishing", "/doughs/bin",
)  # fmt: skip


def asked(client: Client) -> dict[str, int]:
    """How many questions each read asks, once what is kept has been kept."""
    found = {}
    ids = list(Dough.objects.order_by("pk").values_list("pk", flat=True)[:2])
    for read in READS:
        path = read.format(*ids)
        assert send(client, "GET", path).status_code == 200
        with CaptureQueriesContext(connection) as queries:
            send(client, "GET", path)
        found[read] = len(queries)
    return found


def kitchen_of(doughs: int, bakes: int, most_bakes: int, most_versions: int) -> Client:
    owner = make_large(NOW, doughs, bakes, most_bakes, most_versions)
    client = Client()
    client.force_login(owner)
    return client


@pytest.mark.django_db(transaction=True)
def test_the_number_of_questions_does_not_grow_with_the_kitchen() -> None:
    small = asked(kitchen_of(4, 24, 12, 8))
    call_command("flush", interactive=False, verbosity=0)
    large = asked(kitchen_of(40, 300, 120, 45))
    assert large == small
    assert max(large.values()) <= 30


@pytest.fixture
def large(db: None) -> Client:
    return kitchen_of(70, 200, 55, 45)


def test_the_shelf_comes_in_pages_that_leave_nothing_out(large: Client) -> None:
    seen: list[str] = []
    after = 0
    while page := send(large, "GET", f"/doughs?after={after}&limit=30").json():
        seen += [d["name"] for d in page]
        after = page[-1]["id"]
    assert seen == [n["name"] for n in send(large, "GET", "/doughs/names").json()]
    assert len(seen) == 70


def test_bakes_and_versions_come_in_pages_newest_first(large: Client) -> None:
    dough = Dough.objects.first()
    assert dough is not None
    numbers: list[int] = []
    before: int | None = 0
    while before is not None:
        page = send(large, "GET", f"/doughs/{dough.pk}/bakes?before={before}").json()
        numbers += [b["number"] for b in page["bakes"]]
        before = page["older"]
    assert numbers == list(range(55, 0, -1))
    assert page["count"] == 55
    second = Dough.objects.order_by("pk")[1]
    last = send(large, "GET", f"/doughs/{second.pk}/lineage").json()
    assert [v["number"] for v in last] == list(range(26, 46))
    # The first of a page still says what it did to its parent, which stands on the page before.
    assert last[0]["changed"]
    older = send(large, "GET", f"/doughs/{second.pk}/lineage?before=26").json()
    assert [v["number"] for v in older] == list(range(6, 26))


def shown(client: Client, dough: Dough) -> Any:
    return next(d for d in send(client, "GET", "/doughs?limit=200").json() if d["id"] == dough.pk)


def test_a_kept_summary_follows_what_it_was_worked_out_from(client: Client, kept: Dough, cook: User) -> None:
    before = shown(client, kept)
    assert Card.objects.count() == 1
    logged = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body())
    assert logged.status_code == 201
    after = shown(client, kept)
    assert (before["bakes"], after["bakes"]) == (0, 1)
    assert after["last_bake"] is not None
    right = bake_body(key="test-bake-2", diameters="92 93", batch=None, batch_id=logged.json()["batch"]["id"])
    send(client, "POST", f"/doughs/{kept.pk}/bakes", {**right, "replaces": logged.json()["id"]})
    assert shown(client, kept)["last_bake"]["cookie"]["diameter_mm"] > after["last_bake"]["cookie"]["diameter_mm"]
    kept.refresh_from_db()
    draft = {**kept.draft, "process": {**kept.draft["process"], "minutes": 9}}
    body = {"revision": kept.revision, "name": "Renamed", "style": kept.style, "draft": draft, "target": kept.target}
    send(client, "PUT", f"/doughs/{kept.pk}/draft", body)
    assert shown(client, kept)["name"] == "Renamed"


def test_a_label_that_is_read_is_seen_on_the_shelf(client: Client, dough: Dough, cook: User) -> None:
    dough.target = {**dough.target, "needs": ["no_gluten"]}
    dough.revision += 1
    dough.save()
    before = shown(client, dough)["needs_state"]
    stamp = Card.objects.get().stamp
    ReadLabel(actor=cook, now=NOW + timedelta(days=1), ingredient_id="oats", codes=()).execute()
    shown(client, dough)
    assert before is not None
    assert Card.objects.get().stamp != stamp


def test_a_corrected_bake_is_on_no_page(client: Client, kept: Dough) -> None:
    first = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body()).json()
    again = bake_body(key="test-bake-2", batch=None, batch_id=first["batch"]["id"], replaces=first["id"])
    assert send(client, "POST", f"/doughs/{kept.pk}/bakes", again).status_code == 201
    assert Bake.objects.count() == 2
    page = send(client, "GET", f"/doughs/{kept.pk}/bakes").json()
    assert [b["id"] for b in page["bakes"]] != [first["id"]]
    assert page["count"] == 1
