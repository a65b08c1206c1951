"""Small change of sentences."""

from __future__ import annotations

from collections.abc import Iterable


def listed(names: Iterable[str]) -> str:
    """“a, b and c”, each once; empty for nothing."""
    found = list(dict.fromkeys(names))
    return f"{', '.join(found[:-1])} and {found[-1]}" if len(found) > 1 else "".join(found)


def inside(name: str) -> str:
    """A name of the table inside a sentence: “Butter, unsalted” is unsalted butter there."""
    head, comma, kind = name.partition(", ")
    if comma and "," not in kind and "(" not in name:
        name = f"{kind} {head[:1].lower()}{head[1:]}"
    return name if name[:2].isupper() else name[:1].lower() + name[1:]
