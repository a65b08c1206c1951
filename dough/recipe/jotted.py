"""A recipe that came as JSON, from a file or another program, as the lines a cook would write."""

from __future__ import annotations

import json
from typing import Any

#: Keys under which a row says what, how much and of what unit.
NAMED = ("name", "ingredient", "item", "food")
MUCH = ("amount", "quantity", "qty", "value")
UNIT = ("unit", "units", "measure")
DEEPEST = 8


def told_in_json(text: str) -> str:
    """The text, or where it is JSON its strings as lines, in order, keys as headings."""
    if not text.lstrip().startswith(("{", "[")):
        return text
    try:
        found = json.loads(text)
    except (ValueError, RecursionError):
        return text
    return "\n".join(_lines(found, 0)) or text


def _lines(value: Any, deep: int) -> list[str]:
    if deep > DEEPEST:
        return []
    if isinstance(value, list):
        return [line for each in value for line in _lines(each, deep + 1)]
    if not isinstance(value, dict):
        return [str(value)] if isinstance(value, str | int | float) and not isinstance(value, bool) else []
    name, much, unit = (next((value[k] for k in keys if k in value), "") for keys in (NAMED, MUCH, UNIT))
    if name and much and isinstance(name, str):
        return [f"{much} {unit} {name}".replace("  ", " ")]
    found = []
    for key, each in value.items():
        inside = _lines(each, deep + 1)
        if isinstance(each, list | dict):
            found += [f"{key}:", *inside]
        else:
            found += [line if len(line) > 60 else f"{key}: {line}" for line in inside]
    return found
