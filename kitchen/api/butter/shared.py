"""What the butter routers share: the style a draft is judged by, and reading a typed figure."""

from __future__ import annotations

from dough.accounts.formula import Draft
from dough.accounts.ratios import nearest_style
from dough.facts.entry import FIELDS, read
from dough.facts.styles import Style, style
from kitchen.documents.base import Typed


def style_for(draft: Draft, ident: str) -> Style | None:
    """The named style, or the nearest drop style."""
    return style(ident) if ident else nearest_style(draft.formula)


def number(value: Typed, field: str, where: str, fallback: float | None = None) -> float | None:
    """A typed figure by its field's units and range; empty is the fallback. Raises EntryError."""
    found = read(value, FIELDS[field], where)
    return fallback if found is None else found
