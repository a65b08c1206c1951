"""Backups by button, and how the server is."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from kitchen.backups.whole import verify
from kitchen.models import Event, Kitchen, Member
from tests.conftest import NOW, send


@pytest.fixture(autouse=True)
def folder(tmp_path: Path, settings: Any) -> Path:
    settings.DATA, settings.BACKUPS = tmp_path, tmp_path / "backups"
    return tmp_path


@pytest.mark.django_db(transaction=True)
def test_the_owner_takes_a_backup_and_takes_it_along(tmp_path: Path) -> None:
    Kitchen.objects.create(name="Test")
    ada = User.objects.create_user("ada")
    Member.objects.create(user=ada, role="owner", joined_at=NOW)
    client = Client()
    client.force_login(ada)
    made = send(client, "POST", "/kitchen/backups").json()
    assert len(made["backups"]) == 1
    assert verify(tmp_path / "backups" / made["backups"][0]["name"])["of"] == "Test"
    assert "backup" in Event.objects.latest("pk").words
    assert send(client, "GET", "/kitchen/health").json()["last_backup"] == made["backups"][0]["made_at"]
    for wrong in ("..%2Fkitchen.sqlite3", "kitchen-20260101-000000.tarte-kitchen.zip"):
        assert client.get(f"/api/kitchen/backups/{wrong}").status_code == 404


def test_health_tells_folder_and_slow_calls_to_the_owner_only(client: Client, kitchen: Kitchen, tmp_path: Path) -> None:
    told = send(client, "GET", "/kitchen/health").json()
    assert told["data_folder"] == str(tmp_path)
    assert told["free_bytes"] > 0
    Member.objects.update(role="cook")
    hidden = send(client, "GET", "/kitchen/health").json()
    assert hidden["data_folder"] == ""
    assert hidden["version"] == told["version"]


def test_a_disk_that_is_full_is_said_with_what_to_do(client: Client, kitchen: Kitchen, monkeypatch: Any) -> None:
    def full(*_: Any) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("kitchen.backups.shelf.write_whole", full)
    answer = send(client, "POST", "/kitchen/backups")
    assert answer.status_code == 422
    assert "No space left" in answer.json()["message"]
    assert "TARTE_BACKUPS" in answer.json()["message"]
