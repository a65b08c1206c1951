"""The JSON Schema of the formula file, from the reader's own names (written to docs/formats by ``make schema``)."""

from __future__ import annotations

from typing import Any

from dough.accounts.butter.creaming import mixers
from dough.accounts.formula import MAX_LINES, Step
from dough.draft.edit import CHOICES
from dough.facts.ingredients import table
from dough.facts.quantities import quantity
from dough.facts.styles import styles
from dough.formats import formula_file as f


def document() -> dict[str, Any]:
    """The JSON Schema (2020-12) of the formula file."""
    numbers = {n: _number(n) for n in sorted(f.PROCESS) if quantity(n).measures != "choice"}
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Tarte formula file",
        "description": "One dough: formula in grams or percent of the flour, process, wanted cookie, oven.",
        "type": "object",
        "additionalProperties": False,
        "required": ["format", "version", "lines"],
        "properties": {
            "format": {"const": f.FORMAT},
            "version": {"const": f.VERSION},
            "name": {"type": "string", "maxLength": f.MOST_NAME},
            "note": {"type": "string", "maxLength": f.MOST_NOTE},
            "style": {"enum": ["", *styles()]},
            "lines": {"type": "array", "maxItems": MAX_LINES, "items": _line()},
            "process": {
                "type": "object",
                "additionalProperties": False,
                "properties": {
                    **numbers,
                    **{name: {"enum": [str(x) for x in kind]} for name, kind in CHOICES.items()},
                    "fan": {"type": "boolean"},
                    "mixer": {"enum": ["", *mixers()]},
                },
            },
            "target": {
                "type": "object",
                "additionalProperties": False,
                "properties": {n: _number(n) for n in sorted(f.TARGET)},
            },
            "oven": {
                "type": "object",
                "additionalProperties": False,
                "properties": {
                    "offset_k": {"type": ["number", "null"], "minimum": -80, "maximum": 80,
                                 "description": "what the oven does minus what it is set to, K; null: not known"},
                    "tray_conductance": {"type": ["number", "null"], "minimum": 0.2, "maximum": 3,
                                         "description": "bottom heat, light aluminium sheet with paper = 1"},
                },
            },
        },
    }  # fmt: skip


def _line() -> dict[str, Any]:
    return {
        "type": "object",
        "additionalProperties": False,
        "required": ["ingredient"],
        "properties": {
            "id": {"type": "string", "maxLength": f.MOST_ID},
            "ingredient": {"enum": list(table()), "description": "id of the ingredient table"},
            "amount": {"type": ["number", "null"], "minimum": 0, "maximum": 100000, "description": "null: unknown"},
            "unit": {"enum": list(f.UNITS), "default": "g"},
            "range_g": {"type": ["array", "null"], "items": {"type": "number", "minimum": 0, "maximum": 100000},
                        "minItems": 2, "maxItems": 2, "description": "grams a recipe leaves open, smaller first"},
            "said": {"type": "string", "maxLength": f.MOST_SAID, "description": "the amount as the recipe says it"},
            "stage": {"enum": [str(s) for s in Step], "description": "when it goes in; default by its role"},
        },
    }  # fmt: skip


def _number(name: str) -> dict[str, Any]:
    field = quantity(name)
    return {
        "type": ["number", "null"],
        "minimum": field.low,
        "maximum": field.high,
        "description": f"{field.label}, {field.unit}".rstrip(", "),
    }
