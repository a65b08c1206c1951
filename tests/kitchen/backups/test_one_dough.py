"""A dough moves between kitchens as one file; ids clash safely, and a forged file brings nothing."""

from __future__ import annotations

import io
import json
import zipfile
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client

from kitchen.actions.bring_dough import BringDough
from kitchen.actions.make_kitchen import MakeKitchen
from kitchen.backups.one_dough import write_dough
from kitchen.demo.load import load_demo
from kitchen.models import Bake, Dough, Event, Oven, OwnIngredient, Photo
from tests.conftest import NOW, send
from tests.kitchen.backups.test_whole import forged, rewrite

pytestmark = pytest.mark.django_db(transaction=True)


def signed_in(name: str) -> Client:
    browser = Client()
    browser.force_login(User.objects.get(username=name))
    return browser


def bring(path: Path, cook: User) -> Dough:
    return BringDough(actor=cook, now=NOW, file=lambda: path).execute()


@pytest.fixture
def carried(transactional_db: None, tmp_path: Path, settings: Any) -> Path:
    """The demo's first dough in a file, with an own ingredient in its draft and a photo."""
    settings.DATA = tmp_path
    load_demo(NOW)
    browser = signed_in("demo")
    recipe = {"way": "protein", "soft": "pastry", "strong": "bread", "protein": 11.5}
    own = send(browser, "POST", "/pantry", {"name": "Middling", "recipe": recipe}).json()["ingredient"]["id"]
    dough = Dough.objects.get(name__startswith="Cardamom")
    dough.draft["lines"][0]["ingredient"] = own
    dough.save()
    assert (
        send(browser, "POST", f"/doughs/{dough.pk}/photos/simulated", {"key": "k" * 12, "pieces": 1}).status_code == 201
    )
    path = tmp_path / "one.zip"
    write_dough(tmp_path, dough.pk, path, NOW, "0.1")
    return path


def elsewhere() -> User:
    """Another kitchen, with nothing in it but its first cook."""
    call_command("flush", interactive=False, verbosity=0)
    MakeKitchen(now=NOW, name="Elsewhere", cook="zoe", password="a long enough phrase").execute()
    return User.objects.get(username="zoe")


def seen(browser: Client, dough: Dough) -> Any:
    """What a cook sees of a dough: formula, versions and bakes, without what is another kitchen's."""
    one = send(browser, "GET", f"/doughs/{dough.pk}").json()
    bakes = send(browser, "GET", f"/doughs/{dough.pk}/bakes").json()
    sizes = [[(r["key"], r.get("measured")) for r in b["rows"]] for b in bakes["bakes"]]
    return one["name"], [(v["number"], v["parent"], v["note"], v["kept_by"]) for v in one["versions"]], sizes


def test_a_dough_arrives_whole_in_a_kitchen_that_has_nothing(carried: Path) -> None:
    there = seen(signed_in("demo"), Dough.objects.get(name__startswith="Cardamom"))
    zoe = elsewhere()
    dough = bring(carried, zoe)
    assert seen(signed_in("zoe"), dough) == there
    assert dough.draft["lines"][0]["ingredient"] == "own-1"
    assert OwnIngredient.objects.get().name == "Middling"
    assert {o.name for o in Oven.objects.all()} == {b.oven.name for b in Bake.objects.all() if b.oven}
    assert (Path(carried).parent / "photos" / Photo.objects.get().name).is_file()
    # Names of who did it came along; nobody can sign in by that.
    assert not User.objects.get(username="ines").is_active
    assert Event.objects.latest("pk").verb == "BringDough"


def test_the_same_file_twice_makes_two_doughs_and_touches_nothing(carried: Path) -> None:
    demo = User.objects.get(username="demo")
    before = {d.pk: (d.name, d.revision, d.draft) for d in Dough.objects.all()}
    first, second = bring(carried, demo), bring(carried, demo)
    assert [first.name, second.name] == [
        "Cardamom rye with apricot (brought)", "Cardamom rye with apricot (brought 3)",
    ]  # fmt: skip
    assert {d.pk: (d.name, d.revision, d.draft) for d in Dough.objects.filter(pk__in=before)} == before
    assert len({b.key for b in Bake.objects.all()}) == Bake.objects.count()
    # What is here word for word is taken for the same.
    assert OwnIngredient.objects.count() == 1


def test_an_own_ingredient_of_another_meaning_gets_its_own_key(carried: Path) -> None:
    zoe = elsewhere()
    recipe = {"way": "protein", "soft": "pastry", "strong": "bread", "protein": 10.0}
    send(signed_in("zoe"), "POST", "/pantry", {"name": "Quite another", "recipe": recipe})
    dough = bring(carried, zoe)
    assert dough.draft["lines"][0]["ingredient"] == "own-2"
    assert OwnIngredient.objects.get(key="own-1").name == "Quite another"
    assert OwnIngredient.objects.get(key="own-2").name == "Middling"


def test_over_the_api_there_and_back(carried: Path) -> None:
    browser = signed_in("demo")
    dough = Dough.objects.get(name__startswith="Black tea")
    answer = browser.get(f"/api/doughs/{dough.pk}/file")
    assert answer.status_code == 200
    assert "attachment" in answer["Content-Disposition"]
    data = answer.content
    back = browser.post("/api/doughs/bring", {"file": io.BytesIO(data)})
    assert back.status_code == 201, back.content
    assert back.json()["name"] == "Black tea and lemon rounds (brought)"
    wrong = browser.post("/api/doughs/bring", {"file": io.BytesIO(b"PK no zip")})
    assert wrong.status_code == 422
    assert "Nothing was changed" in wrong.json()["message"]


@pytest.mark.parametrize(
    ("table", "change"),
    [
        ("versions", lambda d: d["rows"][1].update(parent=d["rows"][1]["id"])),
        ("bakes", lambda d: d["rows"][0].update(batch=777)),
        ("doughs", lambda d: d["rows"].append(dict(d["rows"][0], id=99))),
        ("doughs", lambda d: d["rows"].clear()),
        ("photos", lambda d: d["rows"][0].update(name="../../etc/passwd")),
        ("people", lambda d: d["rows"][0].update(username="x" * 400)),
    ],
)
def test_a_forged_dough_is_refused_and_leaves_nothing(carried: Path, table: str, change: Any) -> None:
    other = forged(carried, change, table)
    browser = signed_in("demo")
    counts = (Dough.objects.count(), Bake.objects.count(), Oven.objects.count(), Event.objects.count())
    files = sorted(p.name for p in (carried.parent / "photos").iterdir())
    answer = browser.post("/api/doughs/bring", {"file": io.BytesIO(other.read_bytes())})
    assert answer.status_code == 422, answer.content
    assert (Dough.objects.count(), Bake.objects.count(), Oven.objects.count(), Event.objects.count()) == counts
    assert sorted(p.name for p in (carried.parent / "photos").iterdir()) == files


def test_a_picture_that_is_none_is_refused(carried: Path) -> None:
    import hashlib

    def spoil(parts: dict[str, bytes]) -> None:
        name = next(n for n in parts if n.startswith("photos/"))
        parts[name] = b"<script>" * 40
        manifest = json.loads(parts["manifest.json"])
        for each in manifest["files"]:
            if each["name"] == name:
                each.update(bytes=len(parts[name]), sha256=hashlib.sha256(parts[name]).hexdigest())
        parts["manifest.json"] = json.dumps(manifest).encode()

    other = rewrite(carried, spoil)
    answer = signed_in("demo").post("/api/doughs/bring", {"file": io.BytesIO(other.read_bytes())})
    assert answer.status_code == 422
    assert "read as a picture" in answer.json()["message"]


def test_a_dough_file_holds_only_that_dough(carried: Path) -> None:
    with zipfile.ZipFile(carried) as opened:
        text = b"".join(opened.read(n) for n in opened.namelist()).decode("utf-8", "replace")
    assert "Cardamom" in text
    assert "Black tea" not in text
    assert "password" not in text
