"""JSON that has one meaning or none: of two readers each could take another."""

from __future__ import annotations

import json
from typing import Any


def read_json(data: bytes | str) -> Any:
    """A document in which no key stands twice and every figure ends. Raises ValueError or RecursionError."""
    return json.loads(data, object_pairs_hook=_no_twins, parse_constant=_no_constant)


def _no_twins(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    made = dict(pairs)
    if len(made) != len(pairs):
        raise ValueError("a key stands twice")
    return made


def _no_constant(name: str) -> Any:
    raise ValueError(f"{name} is no figure")
