"""Forecasts of logged bakes are worked out once, and anew when what they rest on has changed."""

from __future__ import annotations

import pytest
from django.test import Client

from dough.bake.contract import Forecast
from dough.facts.styles import styles
from kitchen.models import Bake, Dough, Foretold, Oven
from kitchen.reading import forecasts
from kitchen.reading.forecasts import bake_forecast
from tests.conftest import bake_body, send

pytestmark = pytest.mark.django_db
OAT = styles()["oat"]


@pytest.fixture
def bake(client: Client, kept: Dough) -> Bake:
    answer = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(oven_id=Oven.objects.get().pk))
    return Bake.objects.get(pk=answer.json()["id"])


def test_the_second_reading_is_the_first_one_kept(bake: Bake, monkeypatch: pytest.MonkeyPatch) -> None:
    first = bake_forecast(bake, OAT)
    assert isinstance(first, Forecast)
    monkeypatch.setattr(forecasts, "forecast_or_reason", lambda case: pytest.fail("worked out again"))
    assert bake_forecast(bake, OAT) == first


def test_a_changed_oven_is_forecast_anew(bake: Bake) -> None:
    cold = bake_forecast(bake, OAT)
    Oven.objects.update(offset_k=12.0)
    hot = bake_forecast(Bake.objects.get(pk=bake.pk), OAT)
    assert isinstance(cold, Forecast)
    assert isinstance(hot, Forecast)
    assert hot.ends["core_c"] > cold.ends["core_c"] + 1.0


def test_what_an_earlier_tarte_said_is_thrown_away(bake: Bake, monkeypatch: pytest.MonkeyPatch) -> None:
    bake_forecast(bake, OAT)
    monkeypatch.setattr(forecasts, "core_digest", lambda: "another-core")
    bake_forecast(bake, OAT)
    assert [f.digest.startswith("another-core") for f in Foretold.objects.filter(bake=bake)] == [True]
