"""What a browser fetches before anything shows stays small, and each stage comes when it is gone to."""

from __future__ import annotations

import gzip
import json
import re
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
DIST = ROOT / "web" / "dist"
FIRST_LOAD_KB = 220


def first_files() -> list[Path]:
    page = (DIST / "index.html").read_text(encoding="utf-8")
    return [DIST / m.lstrip("/") for m in re.findall(r'(?:src|href)="(/assets/[^"]+\.(?:js|css))"', page)]


def test_the_first_load_is_within_its_allowance() -> None:
    sizes = {p.name: len(gzip.compress(p.read_bytes())) for p in first_files()}
    assert sizes
    assert sum(sizes.values()) <= 1000 * FIRST_LOAD_KB, sizes


def test_every_stage_is_a_file_of_its_own() -> None:
    stages = json.loads((ROOT / "web" / "src" / "stages" / "stages.json").read_text(encoding="utf-8"))
    first = {p.name for p in first_files()}
    for view in {Path(s["view"]).stem for s in stages}:
        own = {p.name for p in (DIST / "assets").glob(f"{view}-*.js")}
        assert own, view
        assert not own & first
