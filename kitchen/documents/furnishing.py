"""Things of the kitchen between their rows and what the core knows of them."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from typing import Any

from dough.facts.furnishings import Value, kind
from kitchen.models import Cold, Cutter, Device, Kitchen, Lot, Mixer, Oven, Scale, Scoop, Tin, Tray
from kitchen.models.furnishing import Furnishing

#: Where each kind is kept.
MODELS: dict[str, type[Furnishing]] = {
    "kitchen": Kitchen, "oven": Oven, "tray": Tray, "tin": Tin, "cutter": Cutter, "scoop": Scoop, "mixer": Mixer,
    "cold": Cold, "scale": Scale, "device": Device, "lot": Lot,
}  # fmt: skip


def kind_of(row: Furnishing) -> str:
    """The kind of thing a row is."""
    return next(k for k, model in MODELS.items() if isinstance(row, model))


def facts_of(row: Furnishing) -> dict[str, Value]:
    """What is known of a thing, by question."""
    return {f.name: _plain(getattr(row, f.name)) for f in kind(kind_of(row)).fields}


def put_facts(row: Furnishing, facts: Mapping[str, Any]) -> None:
    """Let a row hold these facts; it is not saved."""
    for field in kind(kind_of(row)).fields:
        value = facts.get(field.name)
        setattr(row, field.name, date.fromisoformat(value) if field.box == "date" and value else value)


def _plain(value: Any) -> Value:
    return value.isoformat() if isinstance(value, date) else value
