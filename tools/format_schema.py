"""Write docs/formats/formula.schema.json from the reader's own names, or check that it is what they say.

python -m tools.format_schema [--check]
"""

from __future__ import annotations

import json
import sys
from pathlib import Path
from typing import Any

from dough.accounts.butter.creaming import mixers
from dough.accounts.formula import MAX_LINES, Step
from dough.draft.edit import CHOICES
from dough.facts.ingredients import table
from dough.facts.quantities import quantity
from dough.facts.styles import styles
from dough.formats import formula_file as f

OUT = Path(__file__).resolve().parent.parent / "docs" / "formats" / "formula.schema.json"


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
            "name": {"type": "string", "maxLength": 80},
            "note": {"type": "string", "maxLength": 2000},
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
                    "tray_conductance": {"type": "number", "minimum": 0.2, "maximum": 3,
                                         "description": "bottom heat, light aluminium sheet with paper = 1"},
                },
            },
        },
    }  # fmt: skip


def _line() -> dict[str, Any]:
    return {
        "type": "object",
        "additionalProperties": False,
        "required": ["ingredient", "amount"],
        "properties": {
            "id": {"type": "string", "maxLength": 40},
            "ingredient": {"enum": list(table()), "description": "id of the ingredient table"},
            "amount": {"type": ["number", "null"], "minimum": 0, "maximum": 100000, "description": "null: unknown"},
            "unit": {"enum": list(f.UNITS), "default": "g"},
            "stage": {"enum": [str(s) for s in Step], "description": "when it goes in; default by its role"},
        },
    }


def _number(name: str) -> dict[str, Any]:
    field = quantity(name)
    return {
        "type": ["number", "null"],
        "minimum": field.low,
        "maximum": field.high,
        "description": f"{field.label}, {field.unit}".rstrip(", "),
    }


def main() -> int:
    text = json.dumps(document(), indent=1, ensure_ascii=False) + "\n"
    if "--check" in sys.argv:
        if OUT.read_text(encoding="utf-8") == text:
            return 0
        print("docs/formats/formula.schema.json is not what the reader says now: run `make schema`.", file=sys.stderr)
        return 1
    OUT.parent.mkdir(parents=True, exist_ok=True)
    OUT.write_text(text, encoding="utf-8")
    return 0


if __name__ == "__main__":
    sys.exit(main())
