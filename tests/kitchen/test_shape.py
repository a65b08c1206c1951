"""Whoever refuses, the answer has the one shape; every answer carries the headers."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from kitchen.api.session import routes
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
