"""People: links to come in by, roles, passwords, and what each role may do over the whole API."""

from __future__ import annotations

import json
import threading
from datetime import timedelta
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client
from django.utils import timezone

from kitchen.actions.base import Action
from kitchen.actions.rights import RIGHTS, MemberRole
from kitchen.api.session import hashing
from kitchen.models import Event, Invite, Kitchen, Member
from tests.conftest import NOW, send

PASSWORD = "a long enough phrase"


def someone(role: str, name: str = "bo") -> Client:
    user = User.objects.create_user(name, password=PASSWORD)
    Member.objects.create(user=user, role=role, joined_at=NOW)
    browser = Client()
    browser.force_login(user)
    return browser


def link(client: Client, role: str = "cook") -> str:
    made = send(client, "POST", "/kitchen/people/invites", {"role": role})
    assert made.status_code == 201, made.json()
    return str(made.json()["secret"])


def join(secret: str, username: str = "cleo", password: str = PASSWORD, browser: Client | None = None) -> Any:
    body = {"secret": secret, "username": username, "name": "Cleo", "password": password}
    return send(browser or Client(), "POST", "/kitchen/people/links", body)


def test_someone_joins_by_a_link_once_and_is_signed_in(client: Client, kitchen: Kitchen) -> None:
    secret = link(client, "helper")
    told = send(Client(), "POST", "/kitchen/people/links/look", {"secret": secret}).json()
    assert (told["kitchen"], told["role"]) == ("Test kitchen", "helper")
    browser = Client()
    assert join(secret, browser=browser).json()["cook"]["role"] == "helper"
    assert send(browser, "GET", "/doughs").status_code == 200
    again = join(secret, "dora")
    assert again.status_code == 403
    assert "Ask the owner" in again.json()["message"]
    assert "joined as helper" in [e.words for e in Event.objects.filter(by__username="cleo")]


def test_a_secret_is_not_kept_and_does_not_hold_for_ever(client: Client, kitchen: Kitchen) -> None:
    secret = link(client)
    assert secret not in str(list(Invite.objects.values()))
    Invite.objects.update(ends_at=timezone.now() - timedelta(seconds=1))
    assert join(secret).status_code == 403
    other = link(client)
    send(client, "DELETE", f"/kitchen/people/invites/{Invite.objects.latest('pk').pk}")
    assert join(other).status_code == 403
    assert join("guess").status_code == 403


@pytest.mark.parametrize(
    ("username", "password", "where"),
    [
        ("ada", PASSWORD, "username"),
        ("ADA", PASSWORD, "username"),
        ("a b", PASSWORD, "username"),
        ("ok.cook", "short", "password"),
        ("ok.cook", "password123", "password"),
    ],
)
def test_what_is_wrong_in_joining_is_said_at_its_box_and_the_link_still_holds(
    client: Client, kitchen: Kitchen, username: str, password: str, where: str
) -> None:
    secret = link(client)
    refused = join(secret, username, password)
    assert refused.status_code == 422
    assert refused.json()["fields"][0]["where"] == where
    assert join(secret).status_code == 200


def test_a_reset_ends_password_and_sessions_until_a_new_one_is_set(client: Client, kitchen: Kitchen) -> None:
    browser = someone("cook")
    member = Member.objects.get(user__username="bo")
    made = send(client, "POST", f"/kitchen/people/{member.pk}/reset").json()
    assert send(browser, "GET", "/doughs").status_code == 401
    assert send(Client(), "POST", "/session", {"username": "bo", "password": PASSWORD}).status_code == 403
    told = send(Client(), "POST", "/kitchen/people/links/look", {"secret": made["secret"]}).json()
    assert told["username"] == "bo"
    assert join(made["secret"], password="another long phrase").status_code == 200
    signed = send(Client(), "POST", "/session", {"username": "bo", "password": "another long phrase"})
    assert signed.status_code == 200
    assert Member.objects.count() == 2


def test_changing_ones_password_ends_the_other_sessions(client: Client, kitchen: Kitchen) -> None:
    here = someone("reader")
    there = Client()
    there.force_login(User.objects.get(username="bo"))
    wrong = send(here, "PUT", "/kitchen/people/me/password", {"old": "no", "new": "another long phrase"})
    assert wrong.json()["fields"][0]["where"] == "old"
    assert send(there, "GET", "/doughs").status_code == 200
    done = send(here, "PUT", "/kitchen/people/me/password", {"old": PASSWORD, "new": "another long phrase"})
    assert done.status_code == 200
    assert send(here, "GET", "/doughs").status_code == 200
    assert send(there, "GET", "/doughs").status_code == 401
    assert send(here, "DELETE", "/kitchen/people/me/sessions").json()["cook"] is None
    assert send(here, "GET", "/doughs").status_code == 401


def test_who_is_taken_off_is_a_stranger_at_once_and_can_come_back(client: Client, kitchen: Kitchen) -> None:
    browser = someone("cook")
    member = Member.objects.get(user__username="bo")
    send(client, "POST", f"/kitchen/people/{member.pk}/off", {})
    assert send(browser, "GET", "/doughs").status_code == 401
    assert send(Client(), "POST", "/session", {"username": "bo", "password": PASSWORD}).status_code == 403
    send(client, "POST", f"/kitchen/people/{member.pk}/off", {"back": True})
    assert send(Client(), "POST", "/session", {"username": "bo", "password": PASSWORD}).status_code == 200


def test_a_kitchen_keeps_an_owner(client: Client, kitchen: Kitchen) -> None:
    ada = Member.objects.get()
    for refused in (
        send(client, "PUT", f"/kitchen/people/{ada.pk}/role", {"role": "cook"}),
        send(client, "POST", f"/kitchen/people/{ada.pk}/off", {}),
    ):
        assert refused.status_code == 422
        assert "keeps an owner" in refused.json()["message"]
    someone("cook")
    bo = Member.objects.get(user__username="bo")
    send(client, "PUT", f"/kitchen/people/{bo.pk}/role", {"role": "owner"})
    assert send(client, "PUT", f"/kitchen/people/{ada.pk}/role", {"role": "reader"}).status_code == 200


def test_a_role_that_is_not_known_is_refused(client: Client, kitchen: Kitchen) -> None:
    assert "There are: owner" in send(client, "POST", "/kitchen/people/invites", {"role": "king"}).json()["message"]


def test_every_right_of_an_action_is_one_somebody_has() -> None:
    def below(of: type[Any]) -> list[type[Any]]:
        return [of, *(c for sub in of.__subclasses__() for c in below(sub))]

    for action in below(Action):
        assert any(action.right in rights for rights in RIGHTS.values()), action
    assert RIGHTS[MemberRole.OWNER] >= RIGHTS[MemberRole.COOK] >= RIGHTS[MemberRole.HELPER] >= RIGHTS[MemberRole.READER]


def test_hashing_waits_its_turn_and_a_crowd_is_asked_to_come_back(client: Client) -> None:
    held, go = threading.Event(), threading.Event()

    def hold() -> None:
        with hashing.one_at_a_time():
            held.set()
            go.wait(10)

    first = threading.Thread(target=hold)
    first.start()
    assert held.wait(10)
    waiting = [threading.Thread(target=hold) for _ in range(hashing.WAITING)]
    for one in waiting:
        one.start()
    try:
        while hashing._queue._value:
            pass
        crowded = send(Client(), "POST", "/session", {"username": "ada", "password": "x"})
        assert crowded.status_code == 429
        assert "Try again" in crowded.json()["message"]
    finally:
        go.set()
        for one in [first, *waiting]:
            one.join(10)


def test_many_tries_are_slowed_down_by_name_and_by_address_in_the_one_shape(
    cook: User, kitchen: Kitchen, settings: Any
) -> None:
    settings.AXES_ENABLED = True
    tries = [send(Client(), "POST", "/session", {"username": "ada", "password": "wrong"}) for _ in range(10)]
    assert tries[0].status_code == 403
    assert tries[-1].status_code == 429
    assert tries[-1].json()["code"] == "refused"
    assert send(Client(), "POST", "/session", {"username": "ada", "password": "flour-and-butter"}).status_code == 429
    for n in range(40):
        last = send(Client(), "POST", "/session", {"username": f"guess{n}", "password": "wrong"})
    assert last.status_code == 429
    # From another address the cook still comes in.
    elsewhere = Client(REMOTE_ADDR="10.0.0.9")
    assert send(elsewhere, "POST", "/session", {"username": "ada", "password": "flour-and-butter"}).status_code == 200


def test_signing_in_from_a_page_elsewhere_is_refused(cook: User) -> None:
    strict = Client(enforce_csrf_checks=True)
    body = {"username": "ada", "password": "flour-and-butter"}
    assert send(strict, "POST", "/session", body).status_code == 403
    send(strict, "GET", "/session")
    token = strict.cookies["csrftoken"].value
    good = strict.generic(
        "POST", "/api/session", json.dumps(body), content_type="application/json", headers={"X-CSRFToken": token}
    )
    assert good.status_code == 200
    evil = strict.generic(
        "POST",
        "/api/session",
        json.dumps(body),
        content_type="application/json",
        headers={"X-CSRFToken": token, "Origin": "https://elsewhere.example"},
    )
    assert evil.status_code == 403


def test_a_hint_put_away_stays_away_for_that_person_alone_and_can_come_back(client: Client, kitchen: Kitchen) -> None:
    def away(browser: Client) -> list[str]:
        return list(send(browser, "GET", "/session").json()["cook"]["put_away"])

    reader = someone("reader")
    events = Event.objects.count()
    for hint in ("formula", "formula", "first-way"):
        assert send(reader, "PUT", "/kitchen/people/me/put-away", {"hint": hint}).status_code == 200
    assert away(reader) == ["first-way", "formula"]
    assert away(client) == []
    # It is nobody else's affair.
    assert Event.objects.count() == events
    assert send(reader, "PUT", "/kitchen/people/me/put-away", {"hint": "../x"}).status_code == 422
    assert send(reader, "PUT", "/kitchen/people/me/put-away", {"hint": ""}).status_code == 200
    assert away(reader) == []
