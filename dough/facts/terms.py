"""Words of the craft and of Tarte, with what they mean (data/terms.csv)."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.facts.cookie import ATTRIBUTES
from dough.facts.said import listed
from dough.facts.tables import rows

#: The word whose meaning names the sizes of every attribute.
CLEAR_MISS = "clear_miss"


@dataclass(frozen=True, slots=True)
class Term:
    """A word by key, and its meaning in a sentence or two."""

    key: str
    word: str
    meaning: str


@cache
def terms() -> tuple[Term, ...]:
    """Every term, in the order they are told; how large a clear miss is comes from the quantities themselves."""
    return tuple(
        Term(r["key"], r["word"], r["meaning"] + (f" One is {_sizes()}." if r["key"] == CLEAR_MISS else ""))
        for r in rows("terms")
    )


def _sizes() -> str:
    return listed(f"{a.amount(a.step)} of {a.label.lower()}" for a in ATTRIBUTES)
