"""A run's script as it is stored, and its events between their rows and the core."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from dough.run.events import RunEvent, What
from dough.run.script import BenchStep, Script, Weighing
from kitchen.models import RunEntry


def script_doc(script: Script) -> dict[str, Any]:
    """A script as it is stored."""
    return asdict(script)


def script_of(doc: dict[str, Any]) -> Script:
    """A stored script. Raises KeyError, TypeError or ValueError for one that can't be read."""
    steps = tuple(
        BenchStep(**{**s, "lines": tuple(Weighing(**{**w, "marks": tuple(w["marks"])}) for w in s["lines"])})
        for s in doc["steps"]
    )
    return Script(steps, doc["portion_g"], doc["pieces"], doc["bake_min"], doc["oven_c"])


def event_of(row: RunEntry) -> RunEvent:
    """A row as the core's event."""
    return RunEvent(
        row.key, What(row.what), row.at, row.seq, row.said_at, row.who.username, row.step, row.values, row.source
    )
