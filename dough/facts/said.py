"""Small change of sentences."""

from __future__ import annotations

from collections.abc import Iterable


def listed(names: Iterable[str]) -> str:
    """“a, b and c”, each once; empty for nothing."""
    found = list(dict.fromkeys(names))
    return f"{', '.join(found[:-1])} and {found[-1]}" if len(found) > 1 else "".join(found)
