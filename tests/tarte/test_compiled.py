"""The compiled step's cache follows its sources."""

from __future__ import annotations

from pathlib import Path

import pytest

from tarte import compiled


def test_a_changed_source_gets_a_folder_of_its_own(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    sources = tmp_path / "bake"
    sources.mkdir()
    (sources / "march.py").write_text("a = 1\n")
    (sources / "heat.py").write_text("b = 1\n")
    monkeypatch.setattr(compiled, "SOURCES", tuple(sorted(sources.glob("*.py"))))
    monkeypatch.delenv("NUMBA_CACHE_DIR", raising=False)
    first = compiled.use_cache(tmp_path)
    monkeypatch.delenv("NUMBA_CACHE_DIR")
    assert compiled.use_cache(tmp_path) == first
    (sources / "heat.py").write_text("b = 2\n")
    monkeypatch.delenv("NUMBA_CACHE_DIR")
    assert compiled.use_cache(tmp_path) != first


def test_a_folder_set_from_outside_is_kept(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("NUMBA_CACHE_DIR", str(tmp_path / "mine"))
    assert compiled.use_cache(tmp_path) == tmp_path / "mine"
