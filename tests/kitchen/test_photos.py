"""Photos over the API: taken in, measured, corrected; wrong and hostile ones refused."""

from __future__ import annotations

import io
import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from django.conf import settings as django_settings
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from PIL import Image

from dough.facts.colour import crust_lab
from dough.photo.camera import Camera, Ground, SceneCookie, picture
from dough.photo.measure import read_photo
from kitchen.actions import add_photo
from kitchen.actions.create_dough import CreateDough
from kitchen.models import Dough, Photo
from kitchen.photos.pictures import MAX_BYTES
from tests.conftest import NOW, bake_body, send

pytestmark = pytest.mark.django_db
SECRET = b"taken at home by Ada"


@pytest.fixture(autouse=True)
def folder(tmp_path: Path, settings: Any) -> Iterator[Path]:
    settings.DATA = tmp_path
    yield tmp_path
    assert tmp_path == django_settings.DATA


@pytest.fixture(scope="module")
def jpeg() -> bytes:
    """Two cookies on the card, with metadata a phone would write."""
    shades = (crust_lab(54.0, 81.0), crust_lab(68.0, 81.0))
    cookies = tuple(SceneCookie(80.0 + 110.0 * n, 95.0, 80.0, 0.97, 0.0, 10.0, *shades) for n in range(2))
    shot = picture(cookies, Camera(width=1100, height=825), np.random.default_rng(1))
    exif = Image.Exif()
    exif[0x010E] = SECRET.decode()
    out = io.BytesIO()
    Image.fromarray(np.round(shot * 255).astype(np.uint8)).save(out, "JPEG", quality=94, exif=exif)
    return out.getvalue()


def upload(client: Client, dough: Dough, data: bytes, key: str = "photo-key-1", name: str = "a.jpg") -> Any:
    return client.post(f"/api/doughs/{dough.pk}/photos", {"key": key, "photo": SimpleUploadedFile(name, data)})


def test_a_photo_is_measured_re_encoded_and_kept_without_metadata(
    client: Client, dough: Dough, jpeg: bytes, folder: Path
) -> None:
    answer = upload(client, dough, jpeg)
    assert answer.status_code == 201, answer.json()
    found = answer.json()
    assert found["means"]["count"] == 2
    assert found["means"]["diameter_mm"] == pytest.approx(80.0, rel=0.02)
    assert found["means"]["l_rim"] == pytest.approx(54.0, abs=3.0)
    assert SECRET in jpeg
    kept = [p.read_bytes() for p in (folder / "photos").iterdir()]
    assert len(kept) == 2
    assert all(SECRET not in data and data[:3] == b"\xff\xd8\xff" for data in kept)
    served = client.get(found["sheet"])
    assert served["Content-Type"] == "image/jpeg"
    assert Client().get(found["sheet"]).status_code == 401


def test_the_same_photo_sent_twice_is_there_once(client: Client, dough: Dough, jpeg: bytes) -> None:
    one, again = (upload(client, dough, jpeg).json()["id"] for _ in range(2))
    assert one == again
    assert Photo.objects.count() == 1


def test_a_photo_that_arrives_twice_while_it_is_measured_is_there_once(
    client: Client, dough: Dough, jpeg: bytes, folder: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A phone sends again after a lost answer: both are being measured, one is kept, and no file is left over."""
    answers: list[Any] = []

    def slowly(sheet: Any, beside: Any) -> Any:
        monkeypatch.setattr(add_photo, "read_photo", read_photo)
        answers.append(upload(client, dough, jpeg))
        return read_photo(sheet, beside)

    monkeypatch.setattr(add_photo, "read_photo", slowly)
    answers.append(upload(client, dough, jpeg))
    assert [a.status_code for a in answers] == [201, 201]
    assert answers[0].json() == answers[1].json()
    assert len(list((folder / "photos").iterdir())) == 2


def test_a_photo_belongs_to_one_dough(client: Client, dough: Dough, kept: Dough, cook: User, jpeg: bytes) -> None:
    other = CreateDough(actor=cook, now=NOW, name="Rye thins", start="style", style="cutout").execute()
    assert upload(client, dough, jpeg).status_code == 201
    answer = upload(client, other, jpeg)
    assert answer.status_code == 422
    assert "another dough" in answer.json()["message"]
    assert Photo.objects.count() == 1


def bomb() -> bytes:
    """A PNG that says it has a billion pixels."""
    out = io.BytesIO()
    Image.new("1", (8, 8)).save(out, "PNG")
    data = bytearray(out.getvalue())
    data[16:24] = (40_000).to_bytes(4, "big") + (40_000).to_bytes(4, "big")
    return bytes(data)


def plain(width: int, height: int, kind: str = "PNG") -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (width, height), (230, 230, 230)).save(out, kind)
    return out.getvalue()


@pytest.mark.parametrize(
    ("data", "said"),
    [
        (b"", "can't be read"),
        (b"GIF89a" + b"\0" * 300, "can't be read"),
        (b'<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>', "can't be read"),
        (b"\xff\xd8\xff\xe0" + b"junk" * 400, "can't be read"),
        (bomb(), "can't be read|pixels"),
        (plain(200, 150), "too small"),
        (plain(900, 700), "marks were not found"),
        (plain(500, 500, "GIF"), "can't be read"),
    ],
    ids=["empty", "gif", "svg", "junk", "bomb", "small", "no card", "wrong kind"],
)
def test_a_wrong_or_hostile_upload_is_refused_and_nothing_kept(
    client: Client, dough: Dough, folder: Path, data: bytes, said: str
) -> None:
    answer = upload(client, dough, data)
    assert answer.status_code == 422
    message = answer.json()["message"]
    assert any(part in message for part in said.split("|")), message
    assert not Photo.objects.exists()
    assert not (folder / "photos").exists()


def test_more_than_a_picture_is_stopped_before_it_is_written(client: Client, dough: Dough) -> None:
    answer = upload(client, dough, b"\xff" * (MAX_BYTES + 200_000))
    assert answer.status_code == 413
    assert answer.json()["code"] == "too_big"


def test_a_cut_off_picture_is_refused(client: Client, dough: Dough, jpeg: bytes) -> None:
    assert upload(client, dough, jpeg[: len(jpeg) // 3]).status_code == 422


def test_outlines_by_hand_are_measured_and_a_stale_hand_is_refused(client: Client, dough: Dough, jpeg: bytes) -> None:
    found = upload(client, dough, jpeg).json()
    outlines = [c["outline"] for c in found["cookies"]]
    outlines[1]["counts"] = False
    path = f"/photos/{found['id']}/outlines"
    done = send(client, "PUT", path, {"revision": 1, "outlines": outlines})
    assert done.status_code == 200, done.json()
    assert done.json()["means"]["count"] == 1
    assert done.json()["cookies"][0]["by_hand"]
    late = send(client, "PUT", path, {"revision": 1, "outlines": outlines})
    assert late.status_code == 422
    assert "meanwhile" in late.json()["message"]
    off = [{**outlines[0], "x": -90.0}]
    assert send(client, "PUT", path, {"revision": 2, "outlines": off}).status_code == 422
    assert send(client, "PUT", path, {"revision": 2, "outlines": []}).status_code == 422
    assert Photo.objects.get().revision == 2


def test_a_bake_keeps_its_photo_and_its_shades_count_as_photographed(client: Client, kept: Dough, jpeg: bytes) -> None:
    photo = upload(client, kept, jpeg).json()
    answer = send(client, "POST", f"/doughs/{kept.pk}/bakes",
                  bake_body(measured={"l_rim": "54", "l_middle": "68"}, photo_id=photo["id"]))  # fmt: skip
    assert answer.json()["photo_id"] == photo["id"]
    assert answer.json()["measured"]["shade_from"] == "photo"
    missing = send(client, "POST", f"/doughs/{kept.pk}/bakes", bake_body(key="other-key-9", photo_id=999))
    assert missing.status_code == 404


def test_the_simulated_camera_takes_a_picture_of_the_draft(client: Client, dough: Dough) -> None:
    answer = send(client, "POST", f"/doughs/{dough.pk}/photos/simulated", {"key": "simulated-1", "pieces": 3})
    assert answer.status_code == 201, answer.json()
    assert answer.json()["simulated"]
    assert len(answer.json()["cookies"]) >= 2


@pytest.fixture(scope="module")
def tray() -> tuple[bytes, dict[str, Any]]:
    """Six cookies of 80 mm on a tray without the card, and where the tray is in the picture."""
    shades = (crust_lab(54.0, 81.0), crust_lab(68.0, 81.0))
    places = [(70.0 + 130.0 * c, 80.0 + 140.0 * r) for r in range(2) for c in range(3)]
    cookies = tuple(SceneCookie(x, y, 80.0, 0.97, 0.0, 10.0, *shades) for x, y in places)
    ground, view = Ground(400.0, 300.0, (90.0, 0.0, 3.0), (62.0, 0.0, 2.0), 40.0), Camera(1280, 960, 700.0)
    shot = picture(cookies, view, np.random.default_rng(2), ground)
    out = io.BytesIO()
    Image.fromarray(np.round(shot * 255).astype(np.uint8)).save(out, "JPEG", quality=94)
    corners = [{"x": x, "y": y} for x, y in ground.corners(view)]
    return out.getvalue(), {"corners": corners, "wide_mm": 400, "deep_mm": 300}


def on_tray(client: Client, dough: Dough, data: bytes, said: Any, key: str = "photo-tray-1") -> Any:
    body = {"key": key, "photo": SimpleUploadedFile("t.jpg", data), "tray": json.dumps(said)}
    return client.post(f"/api/doughs/{dough.pk}/photos", body)


def test_a_whole_tray_without_the_card_gives_widths_and_no_shades(
    client: Client, kept: Dough, tray: tuple[bytes, dict[str, Any]]
) -> None:
    answer = on_tray(client, kept, *tray)
    assert answer.status_code == 201, answer.json()
    found = answer.json()
    assert found["on_tray"]
    assert (found["wide_mm"], found["deep_mm"]) == (400.0, 300.0)
    assert found["means"]["count"] == 6
    assert found["means"]["diameter_mm"] == pytest.approx(80.0, rel=0.02)
    assert found["means"]["l_rim"] is None
    assert any("No card" in note for note in found["notes"])
    # By hand: one outline, measured on the same tray, beyond where the card would end.
    outline = {**found["cookies"][-1]["outline"], "counts": True}
    assert outline["y"] > 210.0
    put = send(client, "put", f"/photos/{found['id']}/outlines", {"revision": 1, "outlines": [outline]})
    assert put.status_code == 200, put.json()
    assert put.json()["means"]["count"] == 1
    assert put.json()["on_tray"]
    logged = send(client, "post", f"/doughs/{kept.pk}/bakes", {**bake_body(), "photo_id": found["id"]})
    assert logged.status_code == 201, logged.json()


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"wide_mm": 4}, "120 to 900 mm"),
        ({"wide_mm": -4}, "corners or size"),
        ({"corners": []}, "corners or size"),
        ({"corners": [{"x": 0, "y": 0}, {"x": 1, "y": 1}, {"x": 1, "y": 0}, {"x": 0, "y": 1}]}, "cross"),
    ],
)
def test_a_tray_that_cannot_be_is_refused_in_words(
    client: Client, dough: Dough, tray: tuple[bytes, dict[str, Any]], change: dict[str, Any], says: str
) -> None:
    data, said = tray
    answer = on_tray(client, dough, data, {**said, **change})
    assert answer.status_code == 422
    assert says in str(answer.json())
    assert Photo.objects.count() == 0


def test_the_simulated_camera_takes_a_whole_tray_too(client: Client, dough: Dough) -> None:
    body = {"key": "sim-tray-1", "tray": True}
    found = send(client, "post", f"/doughs/{dough.pk}/photos/simulated", body).json()
    assert (found["on_tray"], found["simulated"]) == (True, True)
    assert found["means"]["count"] >= 6


def test_the_card_is_a_page_to_print(client: Client) -> None:
    answer = client.get("/api/photo-card.pdf")
    assert answer["Content-Type"] == "application/pdf"
    assert answer.content.startswith(b"%PDF")
