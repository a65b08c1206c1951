"""A recipe that came as JSON, from a file or another program, as the lines a cook would write."""

from __future__ import annotations

import json
import re
from typing import Any

#: Keys under which a row says what, how much and of what unit.
NAMED = ("name", "ingredient", "item", "food")
MUCH = ("amount", "quantity", "qty", "value")
UNIT = ("unit", "units", "measure")
DEEPEST = 8
KINDS = (("name", NAMED), ("much", MUCH), ("unit", UNIT))
KEYED = re.compile(r"^\s*(?P<dash>-)?\s*\"?(?P<key>[A-Za-z]{3,12})\"?\s*:\s*(?P<value>.*)$")
FEWEST_ROWS = 2


def told_in_json(text: str) -> str:
    """The text, or where it is JSON its strings as lines, in order, keys as headings."""
    if not text.lstrip().startswith(("{", "[")):
        return _told_in_keys(text)
    try:
        found = json.loads(text)
    except (ValueError, RecursionError):
        return text
    return "\n".join(_lines(found, 0)) or text


def _told_in_keys(text: str) -> str:
    """Rows written as keys and values, one to a line (“- name: butter”, “amount: 130”), as lines; else the text."""
    found: list[str] = []
    row: dict[str, str] = {}
    rows = 0

    def close() -> None:
        nonlocal rows
        if "name" in row:
            rows += 1
            found.append(" ".join(x for x in (row.get("much"), row.get("unit"), row["name"]) if x))
        row.clear()

    for line in text.splitlines():
        said = KEYED.match(line)
        kind = next((k for k, keys in KINDS if said and said["key"].lower() in keys), None)
        if said is None or kind is None or not said["value"].strip():
            close()
            found.append(line)
            continue
        if kind in row or said["dash"]:
            close()
        row[kind] = said["value"].strip(" \"',")
    close()
    return "\n".join(found) if rows >= FEWEST_ROWS else text


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
