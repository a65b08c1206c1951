"""Shared by all tests: a signed-in cook, and a small kitchen."""

from __future__ import annotations

from collections.abc import Callable
from datetime import UTC, datetime
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.http import HttpResponse
from django.test import Client
from hypothesis import HealthCheck, settings

from kitchen.actions.create_dough import CreateDough
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.models import Dough, Kitchen, Member, Oven, Tray
from kitchen.reading.calibration import _lesson

settings.register_profile("tarte", deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("tarte")

NOW = datetime(2026, 3, 4, 9, 30, tzinfo=UTC)
Call = Callable[..., HttpResponse]


@pytest.fixture
def cook(db: None) -> User:
    ada = User.objects.create_user("ada", password="flour-and-butter", first_name="Ada")
    Member.objects.create(user=ada, role="owner", joined_at=NOW)
    return ada


@pytest.fixture
def client(cook: User) -> Client:
    """A browser with a signed-in cook."""
    browser = Client()
    browser.force_login(cook)
    return browser


@pytest.fixture
def kitchen(db: None) -> Kitchen:
    Oven.objects.create(name="Old faithful")
    Tray.objects.create(name="Light sheet")
    return Kitchen.objects.create(name="Test kitchen")


@pytest.fixture
def dough(cook: User, kitchen: Kitchen) -> Dough:
    return CreateDough(actor=cook, now=NOW, name="Oat rounds", start="style", style="oat").execute()


@pytest.fixture
def kept(dough: Dough, cook: User) -> Dough:
    """A dough with a first version."""
    FreezeVersion(actor=cook, now=NOW, dough_id=dough.pk, revision=dough.revision, note="First").execute()
    dough.refresh_from_db()
    return dough


def send(client: Client, method: str, path: str, body: Any = None) -> Any:
    """Call the API with a JSON body; the answer has ``status_code`` and ``json()``."""
    return client.generic(method, f"/api{path}", json_text(body), content_type="application/json")


def json_text(body: Any) -> str:
    import json

    return "" if body is None else json.dumps(body)


def bake_body(diameters: str = "82 84 83", heights: str = "10.5 11", **changes: Any) -> dict[str, Any]:
    """A plausible bake of a new batch of version 1, as the screen sends it."""
    scales = changes.pop("measured", {"mass_before_g": "270", "mass_after_g": "252", "rim_crisp": "55"})
    return {
        "key": "test-bake-1",
        "batch": {"version": 1, "mixed_on": "2026-03-03", "weighed": {}, "butter_temp_c": "19.5"},
        "baked_on": "2026-03-04",
        "age_h": "16",
        "portion_g": "45",
        "oven_c": "178",
        "minutes": "12",
        "measured": {"diameter_mm": diameters, "height_mm": heights, **scales},
        **changes,
    }


@pytest.fixture(autouse=True)
def no_lesson_from_another_database() -> None:
    """A lesson is kept at hand by number and time, which each test's own database starts anew."""
    _lesson.cache_clear()
