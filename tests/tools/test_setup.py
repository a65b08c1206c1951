"""What a newcomer is told when the machine is not ready, before anything is installed."""

from __future__ import annotations

import importlib.util
import socket
import sys
from pathlib import Path
from types import ModuleType

import pytest

SETUP = Path(__file__).resolve().parents[2] / "tools" / "setup.py"


@pytest.fixture
def setup(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> ModuleType:
    """The set-up script, with its stamps in a folder of its own."""
    spec = importlib.util.spec_from_file_location("setup_under_test", SETUP)
    assert spec is not None
    assert spec.loader is not None
    module = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(module)
    monkeypatch.setattr(module, "STAMPS", str(tmp_path / "stamps"))
    return module


def said(capsys: pytest.CaptureFixture[str]) -> str:
    return capsys.readouterr().err


def test_a_missing_node_is_said(
    setup: ModuleType, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr(setup.shutil, "which", lambda name: None)
    with pytest.raises(SystemExit):
        setup.check_node()
    assert "Node is missing. Install Node 20.19" in said(capsys)


@pytest.mark.parametrize(("version", "fine"), [(b"v20.19.0\n", True), (b"v22.1.0\n", True), (b"v18.20.4\n", False)])
def test_an_old_node_is_said(
    setup: ModuleType,
    monkeypatch: pytest.MonkeyPatch,
    capsys: pytest.CaptureFixture[str],
    version: bytes,
    fine: bool,
) -> None:
    monkeypatch.setattr(setup.shutil, "which", lambda name: name)
    monkeypatch.setattr(setup.subprocess, "check_output", lambda command: version)
    if fine:
        setup.check_node()
        return
    with pytest.raises(SystemExit):
        setup.check_node()
    assert "this is Node v18.20.4; it needs Node 20.19" in said(capsys)


def test_an_old_python_is_said(
    setup: ModuleType, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr(setup, "NEED_PYTHON", (sys.version_info[0], sys.version_info[1] + 1))
    with pytest.raises(SystemExit):
        setup.check_python()
    assert "make PYTHON=" in said(capsys)


def test_a_taken_port_is_said_with_another_to_try(
    setup: ModuleType, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr(setup, "ready", lambda dev: None)
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        monkeypatch.setattr(setup, "PORT", port)
        with pytest.raises(SystemExit):
            setup.demo()
    words = said(capsys)
    assert f"something already listens on 127.0.0.1:{port}" in words
    assert f"TARTE_PORT={port + 1}" in words


def test_work_is_done_once_and_again_when_its_inputs_change(setup: ModuleType, tmp_path: Path) -> None:
    source, made, calls = tmp_path / "in.txt", tmp_path / "out.txt", []
    source.write_text("one")
    made.write_text("")

    def work() -> None:
        calls.append(source.read_text())

    for _ in range(3):
        setup.once("thing", [str(source)], str(made), work)
    assert calls == ["one"]
    source.write_text("two")
    setup.once("thing", [str(source)], str(made), work)
    made.unlink()
    setup.once("thing", [str(source)], str(made), work)
    assert calls == ["one", "two", "two"]


def test_a_failed_step_shows_what_it_said(setup: ModuleType, capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(SystemExit):
        setup.run([sys.executable, "-c", "print('no room on the disk'); raise SystemExit(4)"], quiet=True)
    words = said(capsys)
    assert "no room on the disk" in words
    assert "failed" in words


def test_no_registry_s_address_is_committed() -> None:
    root = SETUP.parent.parent
    for name in ("run", "dev", "uv"):
        text = (root / "requirements" / f"{name}.txt").read_text()
        assert "://" not in text, name
        assert "--hash=sha256:" in text, name
    lock = (root / "web" / "package-lock.json").read_text()
    assert '"resolved": "http' not in lock
    assert '"integrity": "sha512-' in lock
