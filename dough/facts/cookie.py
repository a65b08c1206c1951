"""A cookie by what it is judged by: sizes, scores and shade."""

from __future__ import annotations

from dataclasses import dataclass, fields

from dough.facts.quantities import Quantity, of_role

#: What a cookie is judged by, in the order it is told.
ATTRIBUTES: tuple[Quantity, ...] = of_role("target")
BY_KEY = {a.key: a for a in ATTRIBUTES}


@dataclass(frozen=True, slots=True)
class Cookie:
    """Sizes in mm, scores 0-100, crust CIE L*. None is unknown."""

    diameter_mm: float | None = None
    height_mm: float | None = None
    rim_crisp: float | None = None
    middle_soft: float | None = None
    bite_chewy: float | None = None
    crumb_cakey: float | None = None
    crust_l: float | None = None


def is_empty(cookie: Cookie) -> bool:
    """True when nothing about it is known."""
    return all(getattr(cookie, f.name) is None for f in fields(cookie))
