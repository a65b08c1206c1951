"""Forms of a line, for a device whose lines are not found by themselves: a handful by what they are made of, or one
written by the cook. A form is text with {number}, {unit}, {mark} and {any} in it; nothing else of it means anything, so
that no pattern can be slow.
"""

from __future__ import annotations

import re
from functools import lru_cache

PRESETS = {
    "plain": "{number}{unit}",
    "marked": "{mark},{any},{number}{unit}",
    "spaced": "{mark} {any} {number}{unit}",
    "channel": "{any} {number}{unit}",
}
_PARTS = {
    "{number}": r"(?P<number>[-+]? {0,8}\d{1,7}(?:[.,]\d{1,4})?)",
    "{unit}": r" {0,4}(?P<unit>[A-Za-z°]{0,4})",
    "{mark}": r"(?P<mark>[A-Za-z?*]{1,8})",
    "{any}": r"[^, ]{0,20}",
}
MOST_PATTERN = 80


def form_of(form: str, pattern: str) -> str:
    """The pattern of a form by its name; empty where lines are found by themselves. Raises ValueError for one that
    can't be used."""
    if form == "own":
        _compiled(pattern)
        return pattern
    return PRESETS.get(form, "")


def picked(line: str, pattern: str) -> str | None:
    """A line as the mark, number and unit alone; None where it is not of the form. An empty pattern picks all of it."""
    if not pattern:
        return line
    match = _compiled(pattern).search(line)
    if match is None:
        return None
    found = match.groupdict()
    return " ".join(found.get(k) or "" for k in ("mark", "number", "unit")).strip()


@lru_cache(maxsize=64)
def _compiled(pattern: str) -> re.Pattern[str]:
    if not pattern.count("{number}") == 1 or len(pattern) > MOST_PATTERN:
        raise ValueError("A pattern has {number} in it once, and up to 80 characters.")
    if any(pattern.count(p) > 1 for p in ("{unit}", "{mark}")):
        raise ValueError("A pattern has {unit} and {mark} in it once at most.")
    if pattern.count("{any}") > 2:
        raise ValueError("A pattern has {any} in it twice at most.")
    parts = re.split(r"(\{number\}|\{unit\}|\{mark\}|\{any\}| +)", pattern)
    return re.compile("".join(r" {1,8}" if p.isspace() and p else _PARTS.get(p, re.escape(p)) for p in parts))
