"""A dough from the shelf to a kept version, over the API, with nothing lost on the way."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from kitchen.models import Dough, Version
from kitchen.models.frozen import FrozenError
from kitchen.reading.doughs import draft_differs
from tests.conftest import send


def put(client: Client, dough: Dough, revision: int, **changes: Any) -> Any:
    body = {
        "revision": revision,
        "name": dough.name,
        "style": dough.style,
        "draft": dough.draft,
        "target": dough.target,
        **changes,
    }
    return send(client, "PUT", f"/doughs/{dough.pk}/draft", body)


@pytest.mark.parametrize(
    ("start", "style", "lines"), [("base_ratio", "", 7), ("style", "ginger", 10), ("empty", "", 0)]
)
def test_three_ways_in(client: Client, kitchen: object, start: str, style: str, lines: int) -> None:
    answer = send(client, "POST", "/doughs", {"name": "New one", "start": start, "style": style})
    assert answer.status_code == 201
    assert len(answer.json()["draft"]["lines"]) == lines
    assert [d["name"] for d in send(client, "GET", "/doughs").json()] == ["New one"]


def test_the_base_ratio_is_one_to_one_to_one(client: Client, kitchen: object) -> None:
    draft = send(client, "POST", "/doughs", {"name": "B", "start": "base_ratio"}).json()["draft"]
    answer = send(client, "POST", "/preview", {"draft": draft}).json()
    percents = {r["role"]: r["percent"] for r in answer["roles"]}
    assert percents["flour"] == percents["sugar"] == percents["fat"] == 100
    assert percents["egg"] == 25


@pytest.mark.parametrize(
    ("body", "where"),
    [
        ({"name": "  ", "start": "empty"}, "name"),
        ({"name": "x" * 200, "start": "empty"}, "name"),
        ({"name": "x", "start": "nowhere"}, "start"),
        ({"name": "x", "start": "style"}, "style"),
        ({"name": "x", "start": "style", "style": "brick"}, "style"),
    ],
)
def test_a_senseless_start_is_answered_at_its_field(client: Client, body: dict[str, str], where: str) -> None:
    answer = send(client, "POST", "/doughs", body)
    assert answer.status_code == 422
    assert answer.json()["fields"][0]["where"] == where
    assert Dough.objects.count() == 0


def test_each_save_moves_the_revision(client: Client, dough: Dough) -> None:
    first = put(client, dough, 1, name="Oat rounds, small")
    assert first.status_code == 200
    assert first.json()["revision"] == 2
    assert put(client, dough, 2).json()["revision"] == 3


def test_a_stale_write_is_refused_and_shows_what_is_there(client: Client, dough: Dough) -> None:
    put(client, dough, 1, name="Theirs")
    answer = put(client, dough, 1, name="Mine")
    assert answer.status_code == 409
    problem = answer.json()
    assert problem["code"] == "stale"
    assert "changed by Ada" in problem["message"]
    assert problem["theirs"]["name"] == "Theirs"
    dough.refresh_from_db()
    assert dough.name == "Theirs"


def test_a_stale_keep_is_refused_too(client: Client, dough: Dough) -> None:
    put(client, dough, 1)
    answer = send(client, "POST", f"/doughs/{dough.pk}/versions", {"revision": 1, "note": "late"})
    assert answer.status_code == 409
    assert Version.objects.count() == 0


def test_versions_are_numbered_know_their_parent_and_never_change(client: Client, dough: Dough) -> None:
    send(client, "POST", f"/doughs/{dough.pk}/versions", {"revision": 1, "note": "First"})
    second = send(client, "POST", f"/doughs/{dough.pk}/versions", {"revision": 2, "note": "Second"}).json()
    assert [(v["number"], v["parent"]) for v in second["versions"]] == [(1, None), (2, 1)]
    version = Version.objects.get(number=1)
    version.note = "rewritten"
    with pytest.raises(FrozenError):
        version.save()


def test_a_later_draft_leaves_the_version_alone(client: Client, kept: Dough) -> None:
    before = send(client, "GET", f"/doughs/{kept.pk}/versions/1").json()
    draft = {**kept.draft, "lines": kept.draft["lines"][:3]}
    assert put(client, kept, kept.revision, draft=draft).json()["draft_differs"]
    assert send(client, "GET", f"/doughs/{kept.pk}/versions/1").json() == before


@pytest.mark.parametrize("note", ["", "   ", "n" * 500])
def test_a_version_needs_a_note(client: Client, dough: Dough, note: str) -> None:
    answer = send(client, "POST", f"/doughs/{dough.pk}/versions", {"revision": 1, "note": note})
    assert answer.status_code == 422
    assert answer.json()["fields"][0]["where"] == "note"


def test_an_empty_formula_is_not_a_version(client: Client, kitchen: object) -> None:
    made = send(client, "POST", "/doughs", {"name": "E", "start": "empty"}).json()
    answer = send(client, "POST", f"/doughs/{made['id']}/versions", {"revision": 1, "note": "nothing"})
    assert answer.status_code == 422
    assert "empty" in answer.json()["message"]


def test_taken_off_the_shelf_and_put_back(client: Client, kept: Dough) -> None:
    assert send(client, "DELETE", f"/doughs/{kept.pk}", {"revision": kept.revision}).status_code == 200
    assert send(client, "GET", "/doughs").json() == []
    assert send(client, "GET", f"/doughs/{kept.pk}").status_code == 404
    assert send(client, "POST", f"/doughs/{kept.pk}/restore").json()["versions"][0]["note"] == "First"
    assert len(send(client, "GET", "/doughs").json()) == 1


@pytest.mark.parametrize(
    ("line", "where", "says"),
    [
        ({"grams": -1}, "lines.l1.amount", "0 to"),
        ({"grams": 1e12}, "lines.l1.amount", "0 to"),
        ({"ingredient": "moondust"}, "lines.l1.ingredient", "no ingredient"),
        ({"step": "fry"}, "draft.lines.0.step", "step"),
        ({"grams": "many"}, "draft.lines.0.grams", "number"),
    ],
)
def test_a_wrong_line_is_refused_and_nothing_is_lost(
    client: Client, dough: Dough, line: dict[str, Any], where: str, says: str
) -> None:
    lines = [{**dough.draft["lines"][0], **line}, *dough.draft["lines"][1:]]
    answer = put(client, dough, 1, draft={**dough.draft, "lines": lines})
    assert answer.status_code == 422
    assert answer.json()["fields"][0]["where"] == where
    assert says in answer.json()["fields"][0]["message"]
    dough.refresh_from_db()
    assert dough.revision == 1


def test_three_hundred_lines_and_no_more(client: Client, dough: Dough) -> None:
    lines = [{**dough.draft["lines"][0], "id": f"x{n}"} for n in range(301)]
    answer = put(client, dough, 1, draft={**dough.draft, "lines": lines})
    assert answer.status_code == 422
    assert "up to 300 lines" in answer.json()["message"]
    assert put(client, dough, 1, draft={**dough.draft, "lines": lines[:300]}).status_code == 200


def test_an_oven_of_another_kitchen_is_refused(client: Client, dough: Dough) -> None:
    process = {**dough.draft["process"], "oven_id": 999}
    answer = put(client, dough, 1, draft={**dough.draft, "process": process})
    assert answer.json()["fields"][0]["where"] == "process.oven_id"


def test_the_target_follows_what_is_typed(client: Client, dough: Dough) -> None:
    body = {"target": dough.target, "field": "diameter_mm", "value": "8.4 cm"}
    assert send(client, "POST", "/doughs/target-edit", body).json()["cookie"]["diameter_mm"] == 84
    body = {"target": dough.target, "field": "diameter_mm", "value": "huge"}
    answer = send(client, "POST", "/doughs/target-edit", body)
    assert answer.json()["fields"][0] == {
        "where": "target.diameter_mm",
        "message": "Diameter: “huge” is not a number. It goes from 10 to 600 mm; leave it empty if unknown.",
    }
    taken = send(client, "POST", "/doughs/target-edit", {"target": dough.target, "style": "ginger"}).json()
    assert taken["source"] == "typical gingersnap"


def test_a_dough_goes_on_from_an_earlier_version_and_the_next_is_its_child(client: Client, kept: Dough) -> None:
    changed = {**kept.draft, "lines": kept.draft["lines"][:-1]}
    body = {"revision": kept.revision, "name": kept.name, "style": kept.style, "draft": changed, "target": kept.target}
    saved = send(client, "PUT", f"/doughs/{kept.id}/draft", body).json()
    second = send(client, "POST", f"/doughs/{kept.id}/versions", {"revision": saved["revision"], "note": "less"}).json()
    back = send(client, "POST", f"/doughs/{kept.id}/versions/1/return", {"revision": second["revision"]}).json()
    assert back["draft"]["lines"] == kept.draft["lines"]
    assert back["draft_parent"] == 1
    assert back["draft_differs"] is False
    third = send(client, "POST", f"/doughs/{kept.id}/versions", {"revision": back["revision"], "note": "branch"}).json()
    assert [(v["number"], v["parent"]) for v in third["versions"]] == [(1, None), (2, 1), (3, 1)]
    stale = send(client, "POST", f"/doughs/{kept.id}/versions/2/return", {"revision": 1})
    assert stale.status_code == 409
    assert (
        send(client, "POST", f"/doughs/{kept.id}/versions/9/return", {"revision": third["revision"]}).status_code == 404
    )


def test_a_version_kept_before_a_field_was_added_does_not_count_as_changed(kept: Dough) -> None:
    version = kept.versions.get(number=1)
    lines = [{k: v for k, v in x.items() if k != "said"} for x in version.formula["lines"]]
    older = {**version.formula, "lines": lines}
    older.pop("dismissed")
    Version.objects.filter(pk=version.pk).update(formula=older)
    assert not draft_differs(Dough.objects.get(pk=kept.pk))


def test_two_drafts_side_by_side(client: Client, kept: Dough) -> None:
    more = {**kept.draft, "lines": [dict(x) for x in kept.draft["lines"]]}
    butter = next(x for x in more["lines"] if x["ingredient"] == "butter")
    butter["grams"] *= 1.2
    found = send(client, "POST", "/preview/difference", {"a": kept.draft, "b": more, "style": kept.style}).json()
    assert found["count"] == 1
    wider = next(x for x in found["forecast"] if x["key"] == "diameter_mm")
    assert wider["b"] > wider["a"]


def target_edit(client: Client, dough: Dough, **change: Any) -> Any:
    return send(client, "POST", "/doughs/target-edit", {"target": dough.target, **change})


def test_a_target_by_map_words_or_a_cookie_in_hand_keeps_count_and_needs(client: Client, dough: Dough) -> None:
    dough.target = target_edit(client, dough, need="no_egg").json()
    dough.target = {k: v for k, v in dough.target.items() if k not in ("meanings", "unknown", "filled_from")}
    dough.target["count"] = 24
    for change in (
        {"place": {"crisp": 80, "height_mm": 6}},
        {"words": "thin and crisp"},
        {"in_hand": {"diameters": "84 86", "heights": "30", "stack_of": "3", "age_h": "26", "source": "kiosk"}},
        {"style": "ginger"},
    ):
        made = target_edit(client, dough, **change).json()
        assert (made["count"], made["needs"]) == (24, ["no_egg"])
    hand = target_edit(client, dough, in_hand={"diameters": "84 86", "heights": "30", "stack_of": "3"}).json()
    assert (hand["cookie"]["diameter_mm"], hand["cookie"]["height_mm"]) == (85, 10)
    words = target_edit(client, dough, words="very chewy, moonlike").json()
    assert words["meanings"][0]["word"] == "very chewy"
    assert words["unknown"][0].startswith("moonlike")


def test_a_senseless_target_says_what_to_do(client: Client, dough: Dough) -> None:
    assert "Measure at least" in target_edit(client, dough, in_hand={"mass_g": "38"}).json()["message"]
    assert "list" in target_edit(client, dough, need="no_fun").json()["message"]
    assert "map" in target_edit(client, dough, place={"crisp": 400, "height_mm": 6}).json()["message"]
    assert "not a number" in target_edit(client, dough, in_hand={"diameters": "wide"}).json()["message"]


def test_the_trail_holds_measured_bakes_in_order(client: Client, kept: Dough) -> None:
    assert client.get(f"/api/doughs/{kept.id}/trail").json() == []
