"""Every write leaves one event; a refused one leaves none, and one line that says nothing of what was typed."""

from __future__ import annotations

import inspect
import json
import logging
from importlib import import_module
from pkgutil import iter_modules

import pytest
from django.conf import settings
from django.contrib.auth.models import AnonymousUser, User
from django.test import Client

import kitchen.actions
from dough.facts.errors import EntryError
from kitchen.actions.base import Action, LongAction, RefusedError, StaleError
from kitchen.actions.delete_dough import DeleteDough
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.models import Dough, Event, Version
from tests.conftest import NOW, bake_body, send

pytestmark = pytest.mark.django_db

ACTIONS = [
    c
    for m in iter_modules(kitchen.actions.__path__)
    for c in vars(import_module(f"kitchen.actions.{m.name}")).values()
    if inspect.isclass(c) and issubclass(c, Action) and c not in (Action, LongAction)
]


@pytest.mark.parametrize("action", ACTIONS)
def test_an_action_is_run_one_way_only(action: type[Action[object]]) -> None:
    """None opens a transaction or asks who acts by itself: the base does, once."""
    assert "execute" not in vars(action)
    assert "transaction" not in inspect.getsource(action)


def test_a_write_says_who_did_what_on_what(dough: Dough, cook: User) -> None:
    FreezeVersion(actor=cook, now=NOW, dough_id=dough.pk, revision=dough.revision, note="First").execute()
    event = Event.objects.get(verb="FreezeVersion")
    assert (event.by, event.at, event.dough) == (cook, NOW, dough)
    assert (event.words, event.subject) == ("kept version 1: First", f"version {Version.objects.get().pk}")


def test_a_bake_sent_twice_is_one_event(client: Client, kept: Dough) -> None:
    for _ in range(2):
        assert send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(key="sent-twice")).status_code == 201
    assert Event.objects.filter(verb="LogBake").count() == 1


def test_a_refused_write_leaves_no_event_and_one_plain_line(
    dough: Dough, cook: User, caplog: pytest.LogCaptureFixture
) -> None:
    before = Event.objects.count()
    with caplog.at_level(logging.INFO, "kitchen.writes"):
        with pytest.raises(StaleError):
            DeleteDough(actor=cook, now=NOW, dough_id=dough.pk, revision=99).execute()
        with pytest.raises(EntryError):
            FreezeVersion(actor=cook, now=NOW, dough_id=dough.pk, revision=1, note="secret " * 100).execute()
        with pytest.raises(RefusedError):
            FreezeVersion(actor=AnonymousUser(), now=NOW, dough_id=dough.pk, revision=1, note="x").execute()
    assert Event.objects.count() == before
    assert [r.message for r in caplog.records] == [
        "refused DeleteDough: StaleError", "refused FreezeVersion: EntryError at note",
        "refused FreezeVersion: RefusedError",
    ]  # fmt: skip


def test_a_refused_write_is_a_line_in_the_log_beside_the_data(dough: Dough, cook: User) -> None:
    with pytest.raises(StaleError):
        DeleteDough(actor=cook, now=NOW, dough_id=dough.pk, revision=77).execute()
    lines = (settings.DATA / "tarte.log").read_text(encoding="utf-8").splitlines()
    said = json.loads(lines[-1])
    assert (said["logger"], said["message"]) == ("kitchen.writes", "refused DeleteDough: StaleError")
