"""The table of rights, role by operation, over the whole API: who may do what, and who is not let in at all."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from kitchen.actions.rights import RIGHTS, MemberRole, Right
from kitchen.api import api
from kitchen.backups.archive import UnreadableError
from kitchen.models import Dough, Event, Member
from tests.conftest import NOW, send

#: What each operation that writes asks for. Every other one only answers, and is open to all of the kitchen.
WRITES: dict[str, Right] = {
    "POST /kitchen/furnishing/{kind}": Right.FURNISH,
    "PUT /kitchen/furnishing/{kind}/{thing_id}": Right.FURNISH,
    "POST /kitchen/furnishing/{kind}/{thing_id}/retire": Right.FURNISH,
    "PUT /kitchen/furnishing/kitchen": Right.FURNISH,
    "POST /kitchen/furnishing/first": Right.FURNISH,
    "POST /kitchen/furnishing/ovens/{thing_id}/test": Right.FURNISH,
    "POST /kitchen/furnishing/scales/{thing_id}/check": Right.RECORD,
    "POST /kitchen/furnishing/events/{event_id}/take-back": Right.FURNISH,
    "POST /kitchen/people/invites": Right.MANAGE,
    "DELETE /kitchen/people/invites/{invite_id}": Right.MANAGE,
    "PUT /kitchen/people/{member_id}/role": Right.MANAGE,
    "POST /kitchen/people/{member_id}/off": Right.MANAGE,
    "POST /kitchen/people/{member_id}/reset": Right.MANAGE,
    "PUT /kitchen/people/me/password": Right.BE_HERE,
    "DELETE /kitchen/people/me/sessions": Right.BE_HERE,
    "PUT /kitchen/people/me/put-away": Right.BE_HERE,
    "DELETE /doughs/{dough_id}": Right.DEVELOP,
    "POST /butter/mixers": Right.RECORD,
    "POST /doughs": Right.DEVELOP,
    "POST /doughs/{dough_id}/bakes": Right.RECORD,
    "POST /doughs/{dough_id}/butter": Right.RECORD,
    "POST /doughs/{dough_id}/butter/reading": Right.RECORD,
    "POST /doughs/{dough_id}/diet-versions": Right.DEVELOP,
    "POST /doughs/{dough_id}/follow": Right.DEVELOP,
    "POST /doughs/{dough_id}/label": Right.DEVELOP,
    "POST /doughs/{dough_id}/photos/simulated": Right.RECORD,
    "POST /doughs/{dough_id}/photos": Right.RECORD,
    "POST /doughs/{dough_id}/restore": Right.DEVELOP,
    "POST /doughs/{dough_id}/versions": Right.DEVELOP,
    "POST /doughs/{dough_id}/versions/beside": Right.DEVELOP,
    "POST /doughs/{dough_id}/versions/{number}/return": Right.DEVELOP,
    "POST /learning": Right.DEVELOP,
    "POST /learning/return": Right.DEVELOP,
    "POST /kitchen/backups": Right.MANAGE,
    "GET /kitchen/backups/{name}": Right.MANAGE,
    "POST /doughs/bring": Right.DEVELOP,
    "POST /pantry": Right.DEVELOP,
    "POST /pantry/{key}/retire": Right.DEVELOP,
    "POST /doughs/{dough_id}/kept-drafts/{kept_id}/return": Right.DEVELOP,
    "POST /pantry/cups": Right.RECORD,
    "PUT /doughs/{dough_id}/draft": Right.DEVELOP,
    "PUT /photos/{photo_id}/outlines": Right.RECORD,
    "PUT /series/{series_id}/runs": Right.RECORD,
    "POST /doughs/{dough_id}/series": Right.DEVELOP,
    "PUT /doughs/{dough_id}/plans/{on}": Right.DEVELOP,
    "DELETE /plans/{plan_id}": Right.DEVELOP,
    "POST /plans/{plan_id}/marks": Right.RECORD,
    "POST /larder": Right.RECORD,
    "POST /runs": Right.RECORD,
    "POST /runs/{run_id}/events": Right.RECORD,
    "POST /runs/{run_id}/close": Right.RECORD,
    "POST /devices/{device_id}/act": Right.RECORD,
    "POST /devices/{device_id}/check": Right.RECORD,
    "POST /ovens/{oven_id}/trays": Right.RECORD,
    "POST /ovens/{oven_id}/trays/simulated": Right.RECORD,
    "PUT /ovens/{oven_id}/trays/{tray_id}": Right.RECORD,
    "POST /recipes/pdf": Right.DEVELOP,
    "POST /doughs/{dough_id}/panels": Right.DEVELOP,
    "POST /panels/{panel_id}/open": Right.RECORD,
    "POST /panels/{panel_id}/more": Right.RECORD,
    "POST /panels/{panel_id}/close": Right.RECORD,
    "POST /panels/{panel_id}/break": Right.DEVELOP,
    "GET /panels/{panel_id}/ballots/{number}/link": Right.RECORD,
    "POST /panels/{panel_id}/ballots/{number}/free": Right.RECORD,
    "POST /panels/{panel_id}/ballots/{number}/paper": Right.RECORD,
    "GET /panels/{panel_id}/labels.pdf": Right.RECORD,
    "GET /panels/{panel_id}/plating.pdf": Right.RECORD,
    "GET /panels/{panel_id}/serving.pdf": Right.RECORD,
    "GET /panels/{panel_id}/ballots.pdf": Right.RECORD,
    "POST /larder/{stored_id}/moves": Right.RECORD,
}
#: Open to whoever holds a secret, or a name and a password.
STRANGERS = {"GET /session", "POST /session", "POST /kitchen/people/links", "POST /kitchen/people/links/look"}
TEXT = {"date": "2026-03-04", "date-time": "2026-03-04T09:30:00Z"}
DOCUMENT = api.get_openapi_schema()
OPERATIONS = {
    f"{method.upper()} {path.removeprefix('/api')}": operation
    for path, item in DOCUMENT["paths"].items()
    for method, operation in item.items()
}


@pytest.fixture(autouse=True)
def no_backup_is_written(monkeypatch: pytest.MonkeyPatch) -> None:
    """A backup can't be taken from inside a test's transaction; that one is asked for is what counts here."""

    def refuse(*_: object) -> None:
        raise UnreadableError("Not now.")

    monkeypatch.setattr("kitchen.backups.shelf.make", refuse)


def least(schema: dict[str, Any]) -> Any:
    """The smallest thing a schema takes."""
    if "$ref" in schema:
        return least(DOCUMENT["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]])
    for many in ("anyOf", "oneOf", "allOf"):
        if many in schema:
            return least(schema[many][0])
    if "const" in schema or "enum" in schema:
        return schema.get("const", schema.get("enum", [None])[0])
    kind = schema.get("type")
    if kind == "object":
        return {n: least(schema["properties"][n]) for n in schema.get("required", [])}
    if kind == "array":
        return [least(schema["items"])] * schema.get("minItems", 0)
    if kind == "string":
        return TEXT.get(schema.get("format", ""), "k" * max(schema.get("minLength", 0), 8))[
            : schema.get("maxLength", 99)
        ]
    return {"integer": max(schema.get("minimum", 1), 1), "number": schema.get("minimum", 1.0), "boolean": True}.get(
        str(kind)
    )


def call(client: Client, name: str) -> Any:
    """Ask an operation with the least it takes."""
    method, path = name.split(" ")
    operation = OPERATIONS[name]
    for parameter in operation.get("parameters", []):
        path = path.replace("{" + parameter["name"] + "}", str(least(parameter["schema"])))
    content = operation.get("requestBody", {}).get("content", {})
    if "multipart/form-data" in content:
        form = {"key": "k" * 12, "photo": BytesIO(b"no picture"), "file": BytesIO(b"no file"), "said": "{}"}
        return client.post(f"/api{path}", form)
    body = least(content["application/json"]["schema"]) if content else None
    return send(client, method, path, body)


def browser_of(role: MemberRole) -> Client:
    user = User.objects.create_user(role)
    Member.objects.create(user=user, role=role, joined_at=NOW)
    browser = Client()
    browser.force_login(user)
    return browser


def test_the_table_names_operations_there_are() -> None:
    assert set(WRITES) | STRANGERS <= set(OPERATIONS)


@pytest.mark.parametrize("name", sorted(set(OPERATIONS) - STRANGERS))
def test_a_stranger_is_refused(name: str, kept: Dough) -> None:
    before = Event.objects.count()
    answer = call(Client(), name)
    assert answer.status_code == 401, answer.content
    assert answer.json()["code"] == "refused"
    assert Event.objects.count() == before


@pytest.mark.parametrize("name", sorted(WRITES))
@pytest.mark.parametrize("role", list(MemberRole))
def test_who_lacks_the_right_is_refused_and_who_has_it_is_not(role: MemberRole, name: str, kept: Dough) -> None:
    before = Event.objects.count()
    answer = call(browser_of(role), name)
    allowed = WRITES[name] in RIGHTS[role]
    assert (answer.status_code != 403) == allowed, answer.content
    if not allowed:
        assert "Ask the owner" in answer.json()["message"]
        assert Event.objects.count() == before


@pytest.mark.parametrize("name", sorted(set(OPERATIONS) - set(WRITES) - STRANGERS - {"DELETE /session"}))
def test_what_only_answers_is_open_to_a_reader_and_writes_nothing(name: str, kept: Dough) -> None:
    before = Event.objects.count()
    answer = call(browser_of(MemberRole.READER), name)
    assert answer.status_code not in (401, 403), answer.content
    assert answer.status_code < 500, answer.content
    assert Event.objects.count() == before
