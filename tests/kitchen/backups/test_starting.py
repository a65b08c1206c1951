"""Making, opening and upgrading a kitchen as the commands do it, each in a folder of its own."""

from __future__ import annotations

import os
import sqlite3
import stat
import subprocess
import sys
from contextlib import closing
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[3]
OWN = {"TARTE_KITCHEN": "North Mill", "TARTE_COOK": "ines", "TARTE_PASSWORD": "rye-and-butter-9", "TARTE_REGION": "EU"}


def manage(data: Path, *command: str, **env: str) -> subprocess.CompletedProcess[str]:
    return run(data, ["manage.py", *command], **env)


def run(data: Path, command: list[str], **env: str) -> subprocess.CompletedProcess[str]:
    full = {k: v for k, v in os.environ.items() if not k.startswith("TARTE_")} | {"TARTE_DATA": str(data), **env}
    return subprocess.run([sys.executable, *command], cwd=ROOT, env=full, capture_output=True, text=True, check=False)


def asked(data: Path, question: str) -> list[tuple[object, ...]]:
    with closing(sqlite3.connect(data / "kitchen.sqlite3")) as db:
        return db.execute(question).fetchall()


@pytest.fixture(scope="module")
def made(tmp_path_factory: pytest.TempPathFactory) -> Path:
    data = tmp_path_factory.mktemp("own")
    assert manage(data, "open_folder", "kitchen", "--make").returncode == 0
    done = manage(data, "make_kitchen", **OWN)
    assert done.returncode == 0, done.stderr
    return data


def test_a_kitchen_is_made_with_its_first_cook_and_nothing_else(made: Path) -> None:
    assert asked(made, "SELECT name, region FROM kitchen_kitchen") == [("North Mill", "EU")]
    assert asked(made, "SELECT username FROM auth_user") == [("ines",)]
    assert asked(made, "SELECT count(*) FROM kitchen_dough") == [(0,)]
    assert asked(made, "SELECT words FROM kitchen_event") == [("made the kitchen North Mill",)]


def test_what_is_kept_is_its_owner_s_alone(made: Path) -> None:
    assert stat.S_IMODE(made.stat().st_mode) == 0o700
    for name in ("kitchen.sqlite3", "secret-key", "folder.json"):
        assert stat.S_IMODE((made / name).stat().st_mode) & 0o077 == 0, name


def test_an_open_folder_is_closed_and_an_empty_key_made_anew(made: Path) -> None:
    made.chmod(0o755)
    (made / "secret-key").write_text("")
    assert manage(made, "open_folder", "kitchen").returncode == 0
    assert stat.S_IMODE(made.stat().st_mode) == 0o700
    assert len((made / "secret-key").read_text()) >= 50


def test_a_second_one_and_a_demo_are_refused_there(made: Path) -> None:
    again = manage(made, "make_kitchen", **OWN | {"TARTE_COOK": "other"})
    assert again.returncode != 0
    assert "There is a kitchen here already" in again.stderr
    demo = manage(made, "open_folder", "demo", "--make")
    assert demo.returncode != 0
    assert "holds a kitchen of your own" in demo.stderr
    manage(made, "load_demo")
    assert asked(made, "SELECT name FROM kitchen_kitchen") == [("North Mill",)]


@pytest.mark.parametrize(
    ("wrong", "said"),
    [
        ({"TARTE_KITCHEN": " "}, "Give the kitchen a name"),
        ({"TARTE_COOK": "two words"}, "without a space"),
        ({"TARTE_PASSWORD": "short"}, "at least 10 characters"),
        ({"TARTE_REGION": "MOON"}, "region"),
    ],
)
def test_wrong_answers_are_told_together_and_nothing_is_made(tmp_path: Path, wrong: dict[str, str], said: str) -> None:
    manage(tmp_path, "open_folder", "kitchen", "--make")
    done = manage(tmp_path, "make_kitchen", **OWN | wrong)
    assert done.returncode != 0
    assert said in done.stderr
    assert "Nothing was made" in done.stderr
    assert asked(tmp_path, "SELECT count(*) FROM kitchen_kitchen") == [(0,)]


def test_serving_where_nothing_was_made_says_what_makes_it(tmp_path: Path) -> None:
    done = manage(tmp_path, "open_folder", "kitchen")
    assert done.returncode != 0
    assert "`make kitchen` makes one" in done.stderr


HALF_WAY = """
import django; django.setup()
from datetime import datetime
from pathlib import Path
import sys
from django.db import connection
from kitchen.backups import upgrade
def half(*a, **k):
    connection.cursor().execute("DROP TABLE kitchen_series")
    raise OSError("no space left")
upgrade.call_command = half
try:
    upgrade.upgrade(Path(sys.argv[1]), datetime(2026, 3, 4))
except upgrade.UnusableError as error:
    print(error)
"""


@pytest.fixture
def older(tmp_path: Path) -> tuple[Path, str]:
    """A kitchen one migration behind, and that migration's name."""
    names = sorted(p.stem for p in (ROOT / "kitchen" / "migrations").glob("0*.py"))
    assert manage(tmp_path, "migrate", "-v0").returncode == 0
    assert manage(tmp_path, "make_kitchen", **OWN).returncode == 0
    assert manage(tmp_path, "migrate", "kitchen", names[-2], "-v0").returncode == 0
    return tmp_path, names[-1]


def test_an_upgrade_copies_the_kitchen_first_and_keeps_what_it_holds(older: tuple[Path, str]) -> None:
    data, latest = older
    done = manage(data, "open_folder", "kitchen")
    assert done.returncode == 0, done.stderr
    assert "the kitchen as it was before is" in done.stdout
    assert asked(data, "SELECT name FROM kitchen_kitchen") == [("North Mill",)]
    applied = "SELECT count(*) FROM django_migrations WHERE app = 'kitchen' AND name = "
    assert asked(data, f"{applied}'{latest}'") == [(1,)]
    (copy,) = (data / "backups").glob("*.sqlite3")
    with closing(sqlite3.connect(copy)) as db:
        assert db.execute(f"{applied}'{latest}'").fetchall() == [(0,)]


def test_an_upgrade_that_fails_leaves_the_kitchen_as_it_was(older: tuple[Path, str]) -> None:
    data, latest = older
    done = run(data, ["-c", HALF_WAY, str(data)], DJANGO_SETTINGS_MODULE="tarte.settings")
    assert "put back as it was" in done.stdout, done.stderr
    assert "no space left" in done.stdout
    assert asked(data, "SELECT count(*) FROM kitchen_series") == [(0,)]
    assert asked(data, f"SELECT count(*) FROM django_migrations WHERE name = '{latest}'") == [(0,)]
    assert asked(data, "SELECT name FROM kitchen_kitchen") == [("North Mill",)]
