"""Reading the package's own tables."""

from __future__ import annotations

import csv
from functools import cache
from importlib.resources import files


@cache
def rows(name: str) -> tuple[dict[str, str], ...]:
    """All rows of ``dough/data/<name>.csv`` as text, in file order."""
    text = files("dough").joinpath("data", f"{name}.csv").read_text(encoding="utf-8")
    return tuple(csv.DictReader(text.splitlines()))


def number(text: str) -> float | None:
    """A table cell as a number; an empty cell is unknown, not zero."""
    return float(text) if text != "" else None
