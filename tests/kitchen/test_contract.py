"""Every operation keeps to the OpenAPI document, whatever it is sent."""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
import schemathesis
from django.contrib.auth.models import User
from django.core.wsgi import get_wsgi_application
from django.db import transaction
from django.test import Client
from hypothesis import HealthCheck, Phase, settings
from pydantic import BaseModel
from pytest_django.plugin import DjangoDbBlocker
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import response_schema_conformance, status_code_conformance

from kitchen.demo.load import load_demo
from tests.conftest import NOW

#: Held equal to what the API says by `make test`, and quicker to read than to work out.
DOCUMENT = Path(__file__).resolve().parents[2] / "web" / "openapi.json"
contract = schemathesis.openapi.from_dict(json.loads(DOCUMENT.read_text(encoding="utf-8")))
contract.app = get_wsgi_application()


@pytest.fixture(scope="module")
def lantern_row(django_db_setup: None, django_db_blocker: DjangoDbBlocker) -> Iterator[None]:
    """The demo kitchen for all operations: what one writes is rolled back to here."""
    with django_db_blocker.unblock(), transaction.atomic():
        load_demo(NOW)
        yield
        transaction.set_rollback(True)


@pytest.fixture
def session(lantern_row: None, db: None) -> str:
    browser = Client()
    browser.force_login(User.objects.get(username="demo"))
    return browser.cookies["sessionid"].value


#: The simulated camera takes seconds a picture: one is enough. Every other operation of the document is tried.
SLOW = r"/simulated$"
#: Would sign the asker out of every call after it.
ENDS = r"/me/sessions$"
TRIED: dict[str, Any] = {
    "deadline": None,
    "phases": [Phase.explicit, Phase.generate],
    "suppress_health_check": list(HealthCheck),
}


@contract.exclude(path_regex=f"{SLOW}|{ENDS}").parametrize()
@settings(max_examples=6, **TRIED)
def test_every_answer_keeps_the_contract(case: schemathesis.Case[Any], session: str) -> None:
    keeps_the_contract(case, session)


@contract.include(path_regex=SLOW).parametrize()
@settings(max_examples=1, **TRIED)
def test_every_slow_answer_keeps_the_contract(case: schemathesis.Case[Any], session: str) -> None:
    keeps_the_contract(case, session)


def keeps_the_contract(case: schemathesis.Case[Any], session: str) -> None:
    token = "a" * 32
    answer = case.call(
        cookies={"sessionid": session, "csrftoken": token},
        headers={"X-CSRFToken": token, "Host": "localhost", "Origin": "http://localhost"},
    )
    assert answer.status_code < 500
    case.validate_response(
        answer,
        checks=[not_a_server_error, response_schema_conformance, status_code_conformance],
    )


def test_no_two_documents_of_the_contract_share_a_name() -> None:
    """The contract names documents by class: of two of one name the second silently takes the first one's place."""

    def below(model: type[BaseModel]) -> set[type[BaseModel]]:
        found = {model}
        for child in model.__subclasses__():
            found |= below(child)
        return found

    homes: dict[str, set[str]] = {}
    for model in below(BaseModel):
        if model.__module__.startswith("kitchen."):
            homes.setdefault(model.__name__, set()).add(model.__module__)
    twice = {name: sorted(where) for name, where in homes.items() if len(where) > 1}
    assert not twice
