"""What panels settle of swaps and of the steps of Next, and bakes as samples."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone

from kitchen.documents.panel import ReplyDoc
from kitchen.models import Bake, Dough, Panel, Version
from kitchen.reading.panels import plate_of
from kitchen.reading.settled import swaps_settled, tasted_pairs
from tests.conftest import bake_body, send

pytestmark = pytest.mark.django_db


def second_version(client: Client, dough: Dough, **draft: Any) -> Version:
    """Another version of the dough, its draft changed."""
    beside = send(
        client, "post", f"/doughs/{dough.pk}/versions/beside",
        {"revision": dough.revision, "draft": {**dough.draft, **draft}, "note": "other"},
    )  # fmt: skip
    assert beside.status_code == 201, beside.json()
    return Version.objects.filter(dough=dough).latest("number")


def closed(client: Client, dough: Dough, right: int, of: int = 120, **sample: Any) -> Panel:
    """A closed triangle of versions 1 and 2, so many of whose tasters found the odd one."""
    samples = [{"name": "Before", "version": 1, "age_h": 3.0}, {"name": "After", "version": 2, "age_h": 3.0, **sample}]
    said = {"question": "triangle", "samples": samples, "tasters": of, "settles": "less butter"}
    body = {"key": f"settles-{right}-of-{of}-{len(sample)}", "name": "Does it show?", "said": said}
    made = send(client, "post", f"/doughs/{dough.pk}/panels", body)
    assert made.status_code == 201, made.json()
    send(client, "post", f"/panels/{made.json()['id']}/open")
    panel = Panel.objects.get(pk=made.json()["id"])
    for n, ballot in enumerate(panel.ballots.all()):
        pieces = plate_of(panel, ballot.number).pieces
        odd = next(p.code for p in pieces if sum(q.sample == p.sample for q in pieces) == 1)
        other = next(p.code for p in pieces if p.code != odd)
        ballot.reply = ReplyDoc(choice=odd if n < right else other).model_dump()
        ballot.finished_at = timezone.now()
        ballot.save()
    send(client, "post", f"/panels/{panel.pk}/close")
    panel.refresh_from_db()
    return panel


def less_of(dough: Dough, role: str, share: float) -> list[Any]:
    """The draft's lines with less of one step's first line."""
    lines = [dict(x) for x in dough.draft["lines"]]
    line = next(x for x in lines if x["ingredient"] == role)
    line["grams"] = round(line["grams"] * share, 1)
    return lines


def test_a_panel_says_what_it_settles(client: Client, kept: Dough) -> None:
    second_version(client, kept, lines=less_of(kept, "butter", 0.97))
    told = client.get(f"/api/panels/{closed(client, kept, 36).pk}").json()
    assert told["settled"]["how"] == "stands"
    assert told["settled"]["words"] == "120 tasters could not tell it: 36 of 120 right, where guessing gives 40"
    assert client.get(f"/api/panels/{closed(client, kept, 70).pk}").json()["settled"]["how"] == "shows"
    assert client.get(f"/api/panels/{closed(client, kept, 4, 12).pk}").json()["settled"]["how"] == "open"


def test_a_swap_is_settled_by_a_panel_of_two_versions_that_differ_by_it(client: Client, kept: Dough) -> None:
    line = kept.draft["lines"][0]["id"]
    second_version(client, kept, swaps=[{"line": line, "rule": "egg_flax"}])
    panel = closed(client, kept, 36)
    assert swaps_settled() == {
        "egg_flax": "120 tasters could not tell it: 36 of 120 right, where guessing gives 40 (panel “Does it show?”)"
    }
    # One that was broken open, or that left it open, settles nothing.
    Panel.objects.filter(pk=panel.pk).update(broken_at=timezone.now())
    closed(client, kept, 4, 12)
    assert swaps_settled() == {}


def test_a_swap_beside_another_is_not_settled_alone(client: Client, kept: Dough) -> None:
    line = kept.draft["lines"][0]["id"]
    two = [{"line": line, "rule": "egg_flax"}, {"line": line, "rule": "egg_chia"}]
    second_version(client, kept, swaps=two)
    closed(client, kept, 36)
    assert swaps_settled() == {}


def test_next_says_of_a_smaller_change_that_nobody_will_notice_it(client: Client, kept: Dough) -> None:
    second_version(client, kept, lines=less_of(kept, "butter", 0.75))
    body = {"draft": kept.draft, "target": {"diameter_mm": 78}, "style": "oat", "dough_id": kept.pk}
    assert {r["noticed"] for r in send(client, "POST", "/next/ladder", body).json()["rungs"]} == {""}
    closed(client, kept, 36)
    pair = tasted_pairs(kept.pk)[0]
    assert not pair.apart
    told = send(client, "POST", "/next/ladder", {**body, "target": {"diameter_mm": 81.5}}).json()
    assert all("Too small to notice" in r["noticed"] or r["noticed"] == "" for r in told["rungs"])


def test_a_bake_on_a_panel_is_its_version_as_it_was_baked(client: Client, kept: Dough) -> None:
    assert send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(minutes="13")).status_code == 201
    samples = [
        {"name": "Bake 1", "bake": 1, "age_h": 3.0},
        {"name": "Shop", "age_h": 3.0, "holds": "wheat"},
    ]
    said = {"question": "scales", "samples": samples, "tasters": 3, "scales": ["middle_soft"]}
    body = {"key": "panel-of-a-bake", "name": "Soft?", "said": said}
    made = send(client, "post", f"/doughs/{kept.pk}/panels", body)
    assert made.status_code == 201, made.json()
    assert made.json()["said"]["samples"][0]["version"] == 1
    assert "milk" in made.json()["holds"][0]
    send(client, "post", f"/panels/{made.json()['id']}/open")
    panel = Panel.objects.get(pk=made.json()["id"])
    for ballot in panel.ballots.all():
        pieces = plate_of(panel, ballot.number).pieces
        scores = {str(p.code): {"middle_soft": 75.0 + ballot.number} for p in pieces}
        ballot.reply, ballot.finished_at = ReplyDoc(scores=scores).model_dump(), timezone.now()
        ballot.save()
    send(client, "post", f"/panels/{panel.pk}/close")
    from kitchen.reading.logged_bakes import considered

    taught = next(c for c in considered(set()) if c.words.startswith("panel"))
    assert taught.logged is not None
    assert taught.logged.case.heat.minutes == 13
    nowhere = {**body, "key": "panel-of-no-bake", "said": {**said, "samples": [{**samples[0], "bake": 9}, samples[1]]}}
    refused = send(client, "post", f"/doughs/{kept.pk}/panels", nowhere)
    assert refused.status_code == 422
    assert "There is no bake 9" in str(refused.json())


def test_how_old_a_bake_is_at_the_table_is_known_by_its_day_and_compared(client: Client, kept: Dough) -> None:
    assert send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body()).status_code == 201
    Bake.objects.update(baked_on=timezone.localdate() - timedelta(days=2))
    samples = [{"name": "Bake 1", "bake": 1}, {"name": "Shop", "age_h": 48.0, "holds": "wheat"}]
    said = {"question": "scales", "samples": samples, "tasters": 3, "scales": ["middle_soft"]}
    body = {"key": "panel-of-an-old-bake", "name": "Soft?", "said": said}
    made = send(client, "post", f"/doughs/{kept.pk}/panels", body)
    assert made.status_code == 201, made.json()
    assert made.json()["said"]["samples"][0]["age_h"] == 48.0
    fresh = {
        **body,
        "key": "panel-of-two-ages",
        "said": {**said, "samples": [samples[0], {**samples[1], "age_h": 3.0}]},
    }
    refused = send(client, "post", f"/doughs/{kept.pk}/panels", fresh)
    assert refused.status_code == 422
    assert "45 h apart" in str(refused.json())
