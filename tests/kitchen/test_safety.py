"""Who may do what, and what the server says about itself."""

from __future__ import annotations

from typing import Any

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test import Client, override_settings

from kitchen.models import Dough, Kitchen, Member
from tests.conftest import NOW, send


def test_a_write_needs_the_csrf_token(cook: User) -> None:
    strict = Client(enforce_csrf_checks=True)
    strict.force_login(cook)
    assert send(strict, "POST", "/doughs", {"name": "x", "start": "empty"}).status_code == 403
    send(strict, "GET", "/session")
    token = strict.cookies["csrftoken"].value
    answer = strict.post(
        "/api/doughs",
        '{"name": "x", "start": "empty"}',
        content_type="application/json",
        headers={"x-csrftoken": token},
    )
    assert answer.status_code == 201


def test_signing_in_and_out(cook: User, kitchen: Kitchen) -> None:
    browser = Client()
    assert send(browser, "GET", "/session").json()["cook"] is None
    wrong = send(browser, "POST", "/session", {"username": "ada", "password": "wrong"})
    assert wrong.status_code == 403
    assert "don't match" in wrong.json()["message"]
    right = send(browser, "POST", "/session", {"username": "ada", "password": "flour-and-butter"})
    assert right.json()["cook"]["username"] == "ada"
    assert send(browser, "GET", "/doughs").status_code == 200
    assert send(browser, "DELETE", "/session").json()["cook"] is None
    assert send(browser, "GET", "/doughs").status_code == 401


def test_a_cook_who_left_can_do_nothing(client: Client, cook: User) -> None:
    cook.is_active = False
    cook.save()
    assert send(client, "POST", "/doughs", {"name": "x", "start": "empty"}).status_code in (401, 403)
    assert Dough.objects.count() == 0


@pytest.fixture
def demo_cook(db: None) -> User:
    demo = User.objects.create(username="demo", first_name="Demo cook")
    Member.objects.create(user=demo, role="owner", joined_at=NOW)
    return demo


def who(browser: Client) -> Any:
    return send(browser, "GET", "/session").json()["cook"]


def test_the_demo_cook_is_signed_in_only_in_demo_mode(demo_cook: User) -> None:
    browser = Client()
    browser.get("/")
    assert who(browser) is None
    with override_settings(DEMO=True):
        browser.get("/", headers={"host": "127.0.0.1:8000"})
        assert who(browser)["username"] == "demo"


def test_the_demo_signs_nobody_in_through_a_proxy(demo_cook: User) -> None:
    with override_settings(DEMO=True):
        for header in ("X-Forwarded-For", "Forwarded", "Via", "X-Real-IP"):
            browser = Client()
            browser.get("/", headers={"host": "127.0.0.1:8000", header: "for=10.0.0.7"})
            assert who(browser) is None, header


@pytest.mark.parametrize(("host", "address"), [("kitchen.example", "127.0.0.1"), ("127.0.0.1", "10.0.0.7")])
def test_the_demo_signs_nobody_in_from_elsewhere(demo_cook: User, host: str, address: str) -> None:
    browser = Client()
    with override_settings(DEMO=True, ALLOWED_HOSTS=["*"]):
        browser.get("/", headers={"host": host}, REMOTE_ADDR=address)
        assert who(browser) is None


def test_pages_carry_a_strict_policy(db: None) -> None:
    answer = Client().get("/dough/3/formula")
    policy = answer.headers["Content-Security-Policy"]
    assert "default-src 'none'" in policy
    assert "script-src 'self'" in policy
    assert "unsafe" not in policy
    assert answer.headers["X-Frame-Options"] == "DENY"
    assert answer.headers["X-Content-Type-Options"] == "nosniff"


def test_an_unknown_api_path_is_not_the_page(client: Client) -> None:
    assert client.get("/api/nothing").status_code == 404


@pytest.mark.django_db(transaction=True)
def test_the_database_survives_a_pulled_plug() -> None:
    with connection.cursor() as cursor:
        pragmas = {
            name: cursor.execute(f"PRAGMA {name}").fetchone()[0]
            for name in ("journal_mode", "synchronous", "foreign_keys")
        }
    assert pragmas["synchronous"] == 2
    assert pragmas["foreign_keys"] == 1
    assert pragmas["journal_mode"] in ("wal", "memory")
