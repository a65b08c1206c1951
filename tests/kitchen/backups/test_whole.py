"""The whole kitchen in a file and back: identical, and nothing taken from a file that is not sound."""

from __future__ import annotations

import json
import zipfile
from collections.abc import Callable
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import models
from django.test import Client

from kitchen.backups.archive import UnreadableError
from kitchen.backups.restore import look, restore
from kitchen.backups.tables import LEFT_OUT, TABLES, Table, schema
from kitchen.backups.whole import verify, write_whole
from kitchen.demo.load import load_demo
from kitchen.models import Bake, Dough, Event, Kitchen, Photo
from tests.conftest import NOW, send

pytestmark = pytest.mark.django_db(transaction=True)
DOCS = Path(__file__).resolve().parents[3] / "docs" / "formats"


def empty_out() -> None:
    """The database as a new one is."""
    call_command("flush", interactive=False, verbosity=0)


def tables_of(path: Path) -> dict[str, Any]:
    with zipfile.ZipFile(path) as opened:
        return {n: json.loads(opened.read(n)) for n in opened.namelist() if n.startswith("tables/")}


#: Documents that the kitchen reads, for tables the demo leaves empty.
DOCUMENTS = {"own_ingredients": {"way": "label", "like": "ap", "label": {}}, "stored": {"lines": [], "process": {}}}


def fill(table: Table) -> None:
    """One row in a table that has none, each column as its kind is."""
    values: dict[str, Any] = {}
    for field in table.fields:
        if field.primary_key or field.null:
            continue
        if isinstance(field, models.ForeignKey):
            values[field.name] = field.related_model._default_manager.first()
        elif isinstance(field, models.JSONField):
            values[field.name] = DOCUMENTS.get(table.name, {})
        elif isinstance(field, models.TextField):
            values[field.name] = "200 g flour\n100 g butter"
        elif isinstance(field, models.CharField):
            values[field.name] = "word"[: field.max_length]
        elif isinstance(field, models.DateTimeField):
            values[field.name] = NOW
        elif isinstance(field, models.DateField):
            values[field.name] = NOW.date()
        elif isinstance(field, models.BooleanField):
            values[field.name] = False
        else:
            values[field.name] = 1
    table.model._default_manager.create(**values)


@pytest.fixture
def backup(transactional_db: None, tmp_path: Path) -> Path:
    load_demo(NOW)
    for table in TABLES:
        # A photo's row stands for a file; it has a test of its own.
        if table.model is not Photo and not table.model._default_manager.exists():
            fill(table)
    path = tmp_path / "one.zip"
    write_whole(tmp_path, path, NOW, "0.1")
    return path


def test_every_model_is_in_a_backup_or_left_out_on_purpose() -> None:
    from django.apps import apps

    kept = {t.model for t in TABLES} | set(LEFT_OUT)
    assert set(apps.get_app_config("kitchen").get_models()) <= kept
    for table in TABLES[1:]:
        assert set(table.columns) == {f.name for f in table.model._meta.concrete_fields}


def test_the_published_schema_is_that_of_the_tables() -> None:
    published = json.loads((DOCS / "kitchen-backup.schema.json").read_text(encoding="utf-8"))
    assert published == json.loads(json.dumps(schema())), "run `make schema`"


def test_a_kitchen_comes_back_as_it_was(backup: Path, tmp_path: Path) -> None:
    before = tables_of(backup)
    assert all(before[f"tables/{t.name}.json"]["rows"] for t in TABLES if t.model is not Photo)
    assert len(before["tables/doughs.json"]["rows"]) == 5
    assert len(before["tables/bakes.json"]["rows"]) == 17
    empty_out()
    assert not Kitchen.objects.exists()
    restore(backup, tmp_path)
    again = tmp_path / "two.zip"
    write_whole(tmp_path, again, NOW + timedelta(days=1), "0.1")
    after = tables_of(again)
    # The ids of people are the database's own: names stand for them.
    for found in (before, after):
        names = {p.pop("id"): p["username"] for p in found["tables/people.json"]["rows"]}
        for table in TABLES:
            users = [f.name for f in table.fields if f.related_model is User]
            for row in found[f"tables/{table.name}.json"]["rows"]:
                for name in users:
                    row[name] = names.get(row[name])
    assert after == before


def test_shelf_and_results_look_the_same_after_the_way_there_and_back(backup: Path, tmp_path: Path) -> None:
    def seen() -> Any:
        browser = Client()
        browser.force_login(User.objects.get(username="demo"))
        shelf = send(browser, "GET", "/doughs").json()
        return shelf, send(browser, "GET", f"/doughs/{shelf[0]['id']}/bakes").json()

    before = seen()
    empty_out()
    restore(backup, tmp_path)
    assert seen() == before


def test_nobody_comes_in_by_what_a_backup_holds(backup: Path, tmp_path: Path) -> None:
    with zipfile.ZipFile(backup) as opened:
        for name in opened.namelist():
            assert b"argon2" not in opened.read(name)
            assert b'"password"' not in opened.read(name)
    empty_out()
    User.objects.all().delete()
    restore(backup, tmp_path)
    assert not any(u.has_usable_password() for u in User.objects.all())


def test_photos_come_along(backup: Path, tmp_path: Path, settings: Any) -> None:
    settings.DATA = tmp_path
    browser = Client()
    browser.force_login(User.objects.get(username="demo"))
    dough = Dough.objects.first()
    assert dough is not None
    made = send(browser, "POST", f"/doughs/{dough.pk}/photos/simulated", {"key": "k" * 12, "pieces": 2})
    assert made.status_code == 201, made.json()
    write_whole(tmp_path, backup, NOW, "0.1")
    name = Photo.objects.get().name
    kept = (tmp_path / "photos" / name).read_bytes()
    (tmp_path / "photos" / name).unlink()
    empty_out()
    assert restore(backup, tmp_path).photos == 2
    assert (tmp_path / "photos" / name).read_bytes() == kept


def test_a_dry_run_says_what_would_come_and_changes_nothing(backup: Path) -> None:
    empty_out()
    found = look(backup)
    assert (found.of, found.rows["doughs"], found.rows["bakes"]) == ("Lantern Row", 5, 17)
    assert not Dough.objects.exists()
    assert not Kitchen.objects.exists()


def test_a_kitchen_with_doughs_is_not_written_over(backup: Path, tmp_path: Path) -> None:
    before = Event.objects.count()
    with pytest.raises(UnreadableError, match="already"):
        restore(backup, tmp_path)
    assert Event.objects.count() == before


def rewrite(path: Path, change: Callable[[dict[str, bytes]], object]) -> Path:
    """The same file with its parts changed by someone who does not mend the manifest."""
    with zipfile.ZipFile(path) as opened:
        parts = {n: opened.read(n) for n in opened.namelist()}
    change(parts)
    other = path.with_name("other.zip")
    with zipfile.ZipFile(other, "w", zipfile.ZIP_DEFLATED) as made:
        for name, data in parts.items():
            made.writestr(name, data)
    return other


def forged(path: Path, change: Callable[[dict[str, Any]], object], table: str) -> Path:
    """The same file with a table changed by someone who does mend the manifest."""
    import hashlib

    def both(parts: dict[str, bytes]) -> None:
        name = f"tables/{table}.json"
        document = json.loads(parts[name])
        change(document)
        parts[name] = json.dumps(document).encode()
        manifest = json.loads(parts["manifest.json"])
        for each in manifest["files"]:
            if each["name"] == name:
                each.update(bytes=len(parts[name]), sha256=hashlib.sha256(parts[name]).hexdigest())
        parts["manifest.json"] = json.dumps(manifest).encode()

    return rewrite(path, both)


def with_manifest(**changes: Any) -> Callable[[dict[str, bytes]], None]:
    def change(parts: dict[str, bytes]) -> None:
        parts["manifest.json"] = json.dumps({**json.loads(parts["manifest.json"]), **changes}).encode()

    return change


HOSTILE: dict[str, tuple[Callable[[dict[str, bytes]], object], str]] = {
    "changed": (
        lambda p: p.update({"tables/doughs.json": p["tables/doughs.json"].replace(b"rye", b"oat")}),
        "not what was written",
    ),
    "cut": (lambda p: p.update({"tables/doughs.json": p["tables/doughs.json"][:-9]}), "missing from it or cut short"),
    "table gone": (lambda p: p.pop("tables/bakes.json"), "missing from it"),
    "traversal": (lambda p: p.update({"../../evil.json": b"{}"}), "no kitchen's file has"),
    "absolute": (lambda p: p.update({"/etc/passwd": b"x"}), "no kitchen's file has"),
    "unlisted": (lambda p: p.update({"photos/x.jpg": b"x"}), "does not list"),
    "no manifest": (lambda p: p.pop("manifest.json"), "no file of a kitchen"),
    "manifest of nothing": (lambda p: p.update({"manifest.json": b"[]"}), "not that of a kitchen"),
    "deep": (lambda p: p.update({"manifest.json": b"[" * 90_000}), "can't be read"),
    "twin keys": (lambda p: p.update({"manifest.json": b'{"format": "a", "format": "b"}'}), "can't be read"),
    "another form": (with_manifest(format="something"), "is wanted here"),
    "newer": (with_manifest(version=99), "newer Tarte"),
    "no version": (with_manifest(version="one"), "which version"),
}  # fmt: skip


@pytest.mark.parametrize("what", sorted(HOSTILE))
def test_a_file_that_was_tampered_with_is_refused_in_words(backup: Path, tmp_path: Path, what: str) -> None:
    change, words = HOSTILE[what]
    other = rewrite(backup, change)
    empty_out()
    with pytest.raises(UnreadableError, match=words):
        restore(other, tmp_path)
    assert not Kitchen.objects.exists()
    assert not Dough.objects.exists()


@pytest.mark.parametrize("share", [0.0, 0.01, 0.5, 0.999])
def test_a_file_cut_short_is_refused(backup: Path, share: float) -> None:
    data = backup.read_bytes()
    backup.write_bytes(data[: int(share * len(data))])
    with pytest.raises(UnreadableError, match="cut short"):
        verify(backup)


def test_a_bomb_is_refused_before_it_is_unpacked(tmp_path: Path) -> None:
    path = tmp_path / "bomb.zip"
    with zipfile.ZipFile(path, "w", zipfile.ZIP_DEFLATED) as made, made.open("tables/doughs.json", "w") as out:
        for _ in range(420):
            out.write(bytes(1_000_000))
    with zipfile.ZipFile(path, "a") as made:
        made.writestr("manifest.json", '{"format": "tarte-kitchen", "version": 1, "files": []}')
    assert path.stat().st_size < 1_000_000
    with pytest.raises(UnreadableError, match="larger than a kitchen"):
        look(path)


FORGED: dict[str, tuple[str, Callable[[dict[str, Any]], Any]]] = {
    "a dough by nobody": ("doughs", lambda d: d["rows"][0].update(saved_by=9999)),
    "a version of no dough": ("versions", lambda d: d["rows"][0].update(dough=9999)),
    "a name too long": ("doughs", lambda d: d["rows"][0].update(name="x" * 500)),
    "words for a figure": ("bakes", lambda d: d["rows"][0].update(minutes="twelve")),
    "a figure for words": ("doughs", lambda d: d["rows"][0].update(name=4)),
    "no date": ("bakes", lambda d: d["rows"][0].update(baked_on="2026-02-30")),
    "an unknown column": ("ovens", lambda d: d["rows"][0].update(rocket=1)),
    "an id twice": ("ovens", lambda d: d["rows"].append(dict(d["rows"][0]))),
    "a huge id": ("ovens", lambda d: d["rows"][0].update(id=2**80)),
    "a row that is a list": ("ovens", lambda d: d["rows"].append([1, 2])),
    "no rows": ("ovens", lambda d: d.update(rows=4)),
    "a document that is none": ("doughs", lambda d: d["rows"][0].update(draft={"lines": "no"})),
    "an endless figure": ("versions", lambda d: d["rows"][0]["formula"].update(lines=[{"id": "a", "grams": 10**400}])),
}  # fmt: skip


@pytest.mark.parametrize("what", sorted(FORGED))
def test_a_forged_row_is_refused_and_nothing_of_it_stays(backup: Path, tmp_path: Path, what: str) -> None:
    table, change = FORGED[what]
    other = forged(backup, change, table)
    empty_out()
    with pytest.raises(UnreadableError, match="Nothing was changed"):
        restore(other, tmp_path)
    assert not any(m._default_manager.exists() for m in all_models() if m is not User)


def all_models() -> list[type[models.Model]]:
    return [t.model for t in TABLES]


def test_a_backup_that_can_not_be_finished_leaves_no_file(tmp_path: Path, monkeypatch: Any) -> None:
    load_demo(NOW)

    def full(*_: Any) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("kitchen.backups.whole.put_photos", full)
    with pytest.raises(OSError, match="No space"):
        write_whole(tmp_path, tmp_path / "x.zip", NOW, "0.1")
    assert list(tmp_path.iterdir()) == []
    assert Bake.objects.count() == 17
