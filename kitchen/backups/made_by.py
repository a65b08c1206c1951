"""Which Tarte writes a file."""

from __future__ import annotations

import tomllib
from functools import cache
from pathlib import Path


@cache
def version() -> str:
    """The version of this checkout, as pyproject.toml says."""
    text = (Path(__file__).resolve().parents[2] / "pyproject.toml").read_text(encoding="utf-8")
    return str(tomllib.loads(text)["project"]["version"])


VERSION = version()
