"""Whoever refuses, the answer has the one shape; every answer carries the headers."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from kitchen.api.session import routes
from kitchen.models import Dough, Kitchen
from tests.conftest import send


@pytest.mark.parametrize(
    ("method", "path", "status", "code"),
    [
        ("GET", "/nowhere", 404, "missing"),
        ("POST", "/doughs/1/2/3/4", 404, "missing"),
        ("PATCH", "/preview", 405, "request"),
        ("DELETE", "/kitchen/furnishing/kitchen", 405, "request"),
    ],
)
def test_addresses_and_methods_that_are_not_there(
    client: Client, method: str, path: str, status: int, code: str
) -> None:
    answer = send(client, method, path)
    assert answer.status_code == status
    assert answer.json()["code"] == code
    assert answer.json()["message"].endswith(".")
    assert set(answer.json()) == {"code", "message", "fields", "theirs"}


def test_a_fault_of_ours_is_said_without_its_inside(client: Client, monkeypatch: pytest.MonkeyPatch) -> None:
    def fails(*_: Any) -> None:
        raise KeyError("inner secret")

    monkeypatch.setattr(routes, "session_out", fails)
    client.raise_request_exception = False
    answer = send(client, "GET", "/session")
    assert answer.status_code == 500
    assert answer.json()["code"] == "fault"
    assert "secret" not in answer.content.decode()


def test_a_missing_form_token_is_said_in_the_same_shape(client: Client, cook: Any) -> None:
    strict = Client(enforce_csrf_checks=True)
    strict.force_login(cook)
    answer = send(strict, "PUT", "/kitchen/furnishing/kitchen", {"revision": 1, "facts": {}})
    assert answer.status_code == 403
    assert answer.json()["code"] == "refused"


@pytest.mark.parametrize("path", ["/", "/index.html", "/api/session", "/api/nowhere", "/assets/nothing.js"])
def test_every_answer_carries_the_headers(client: Client, path: str) -> None:
    answer = client.get(path)
    assert "default-src 'none'" in answer.headers["Content-Security-Policy"]
    assert answer.headers["X-Content-Type-Options"] == "nosniff"
    assert answer.headers["X-Frame-Options"] == "DENY"
    assert "Access-Control-Allow-Origin" not in answer.headers


@pytest.mark.parametrize(
    "body",
    [
        b'{"name": "a", "name": "b", "start": "empty"}', b'{"name": NaN, "start": "empty"}', b'{"name": Infinity}',
        b"{", b"\xff", b"[" * 50_000, b'{"name": ' + b"9" * 5000 + b"}",
    ],
)  # fmt: skip
def test_a_body_with_no_one_meaning_is_refused_and_nothing_is_made(
    client: Client, kitchen: Kitchen, body: bytes
) -> None:
    answer = client.generic("POST", "/api/doughs", body, content_type="application/json")
    assert answer.status_code in (400, 422), answer.content
    assert answer.json()["code"] == "request"
    assert not Dough.objects.exists()


def test_lists_have_their_limits_said(client: Client, dough: Dough) -> None:
    line = dough.draft["lines"][0]
    long = {**dough.draft, "dismissed": [{"key": f"k{n}", "reason": "no"} for n in range(20_000)]}
    many = {**dough.draft, "lines": [{**line, "id": f"l{n}", "ingredient": "own-1"} for n in range(5000)]}
    for draft, where in ((long, "dismissed"), (many, "lines")):
        body = {"seq": 1, "draft": draft, "target": {}, "style": ""}
        answer = send(client, "POST", "/preview", body)
        assert answer.status_code == 422
        assert where in answer.json()["fields"][0]["where"]


@pytest.mark.parametrize("grams", [1e-320, 10**300, -0.0, 10**400])
def test_figures_at_the_ends_of_what_a_computer_holds_break_nothing(client: Client, dough: Dough, grams: float) -> None:
    lines = [{**line, "grams": grams} for line in dough.draft["lines"]]
    draft = {**dough.draft, "lines": lines}
    asked = {"draft": draft, "style": "", "needs": ["no_egg"], "picks": {}, "target": {}}
    edit = {"op": "amount", "line": lines[0]["id"], "text": str(10**400), "unit": "g"}
    for path, body in (
        ("/preview", {"seq": 1, "draft": draft, "target": {}, "style": ""}),
        ("/preview", {"seq": 1, "draft": dough.draft, "target": {}, "style": "", "edit": edit}),
        ("/swaps", asked), ("/swaps/study", asked), ("/next", {"draft": draft, "target": dough.target, "style": ""}),
    ):  # fmt: skip
        assert send(client, "POST", path, body).status_code < 500, path
