"""An oven mapped over the API: by a photo with its corners, by the simulated camera; what can't be read is refused."""

from __future__ import annotations

import io
import json
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from PIL import Image

from dough.bake.contract import BakeCase
from kitchen.models import Dough, Event, Oven, OvenTray
from kitchen.photos.simulated_tray import tray_taken
from kitchen.reading.doughs import style_of
from kitchen.reading.kit import dough_setting
from tests.conftest import send

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def folder(tmp_path: Path, settings: Any) -> None:
    settings.DATA = tmp_path


@pytest.fixture
def oven(kept: Dough) -> Oven:
    return Oven.objects.create(name="Deck")


def shot(dough: Dough, oven: Oven) -> tuple[np.ndarray[Any, np.dtype[np.float64]], dict[str, Any]]:
    case = dough_setting(dough, style_of(dough)).case()
    assert isinstance(case, BakeCase)
    picture, frame = tray_taken(case, oven.pk, "top", 1)
    at = [{"x": x, "y": y} for x, y in frame.corners]
    return picture, {
        "key": "tray-key-1", "dough_id": dough.pk, "shelf": "top", "corners": at, "wide_mm": frame.wide_mm,
        "deep_mm": frame.deep_mm,
    }  # fmt: skip


def upload(client: Client, oven: Oven, picture: Any, said: dict[str, Any]) -> Any:
    out = io.BytesIO()
    Image.fromarray(np.round(picture * 255).astype(np.uint8)).save(out, "JPEG", quality=92)
    photo = SimpleUploadedFile("tray.jpg", out.getvalue())
    return client.post(f"/api/ovens/{oven.pk}/trays", {"said": json.dumps(said), "photo": photo})


def test_a_photographed_tray_maps_the_shelf_once_and_can_be_left_out(client: Client, kept: Dough, oven: Oven) -> None:
    picture, said = shot(kept, oven)
    made = upload(client, oven, picture, said)
    assert made.status_code == 201, made.content
    found = made.json()
    assert len(found["maps"]["top"]["places"]) == 63
    cookies = found["trays"][0]["cookies"]
    assert found["maps"]["top"]["cookies"] == len(cookies) >= 6
    # They stand in rows over the whole tray, each about as wide as the others.
    assert min(c["across"] for c in cookies) < -0.4 < 0.4 < max(c["across"] for c in cookies)
    widths = [c["width_mm"] for c in cookies]
    assert max(widths) / min(widths) < 1.25
    assert upload(client, oven, picture, said).json() == found
    assert OvenTray.objects.count() == 1
    gone = send(client, "PUT", f"/ovens/{oven.pk}/trays/{found['trays'][0]['id']}", {"out": True}).json()
    assert gone == {"maps": {}, "shelves": [], "trays": []}
    back = send(client, "PUT", f"/ovens/{oven.pk}/trays/{found['trays'][0]['id']}", {"out": False}).json()
    assert back == found
    assert Event.objects.filter(words__contains="mapped Deck").count() == 1


def test_what_cannot_be_read_is_refused_in_words_and_nothing_kept(client: Client, kept: Dough, oven: Oven) -> None:
    picture, said = shot(kept, oven)
    crossed = [said["corners"][i] for i in (0, 2, 1, 3)]
    other = Oven.objects.create(name="Other")
    refusals: list[tuple[Any, dict[str, Any], str]] = [
        (picture, {**said, "corners": crossed}, "corners cross"),
        (picture, {**said, "corners": said["corners"][:3]}, "without its corners"),
        (picture, {**said, "wide_mm": 30}, "wide and deep"),
        (picture, {**said, "shelf": "  "}, "which shelf"),
        (picture, {**said, "dough_id": 9999}, ""),
        (np.full((600, 800, 3), 0.85), said, "No cookie"),
    ]
    for shown, asked, words in refusals:
        answer = upload(client, oven, shown, asked)
        assert answer.status_code in (404, 422), answer.content
        assert words in answer.json()["message"]
    assert not OvenTray.objects.exists()
    assert upload(client, oven, picture, said).status_code == 201
    assert "another oven" in upload(client, other, picture, said).json()["message"]


def test_the_simulated_camera_maps_each_shelf_by_itself(client: Client, kept: Dough, oven: Oven) -> None:
    for n, shelf in enumerate(("top", "bottom", "top")):
        asked = {"key": f"tray-key-{n}", "dough_id": kept.pk, "shelf": shelf}
        answer = send(client, "POST", f"/ovens/{oven.pk}/trays/simulated", asked)
        assert answer.status_code == 201, answer.content
    found = send(client, "GET", f"/ovens/{oven.pk}/map").json()
    assert set(found["maps"]) == {"top", "bottom"}
    assert found["maps"]["top"]["cookies"] > found["maps"]["bottom"]["cookies"]
    assert len(found["shelves"]) == 1
    assert "top" in found["shelves"][0]
    assert all(t["simulated"] for t in found["trays"])
    assert send(client, "GET", "/ovens/999/map").status_code == 404
