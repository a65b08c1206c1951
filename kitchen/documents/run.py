"""A run's script as it is stored, and its events between their rows and the core."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from dough.run.events import RunEvent, What
from dough.run.script import Asked, BenchStep, Script, Spoon, Weighing
from dough.run.spooned import Spooned
from kitchen.models import RunEntry


def script_doc(script: Script) -> dict[str, Any]:
    """A script as it is stored."""
    return asdict(script)


def script_of(doc: dict[str, Any]) -> Script:
    """A stored script. Raises KeyError, TypeError or ValueError for one that can't be read."""
    return Script(
        tuple(_step(s) for s in doc["steps"]), doc["portion_g"], doc["pieces"], doc["bake_min"], doc["oven_c"],
        *(doc.get(k) for k in ("width_mm", "height_mm", "first_min", "best_min", "core_c")),
    )  # fmt: skip


def _step(doc: dict[str, Any]) -> BenchStep:
    lines = tuple(_weighing(w) for w in doc["lines"])
    spoons = tuple(Spoon(**x) for x in doc["spoons"])
    measures = tuple(Asked(**x) for x in doc.get("measures", ()))
    return BenchStep(**{**doc, "lines": lines, "spoons": spoons, "feels": tuple(doc["feels"]), "measures": measures})


def _weighing(doc: dict[str, Any]) -> Weighing:
    by_spoon = doc.get("spooned")
    # Scripts of the first days held it as words.
    made = Spooned(**by_spoon) if isinstance(by_spoon, dict) else None
    return Weighing(**{**doc, "marks": tuple(doc["marks"]), "spooned": made})


def event_of(row: RunEntry) -> RunEvent:
    """A row as the core's event."""
    return RunEvent(
        row.key, What(row.what), row.at, row.seq, row.said_at, row.who.username, row.step, row.values, row.source
    )
