"""Whether a change is large enough to be noticed, by what panels of this dough told apart and what they could not.

No threshold is assumed: a change is held against pairs of cookies that people had in their mouths, and only where it is
smaller, or larger, than such a pair in everything known of both.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from dough.accounts.flavour import Flavour
from dough.facts.cookie import ATTRIBUTES, Cookie

#: A change below this share of a clear miss is none, whatever it is held against.
NOTHING = 0.02


@dataclass(frozen=True, slots=True)
class Sample:
    """A cookie as it is forecast, with how it tastes."""

    cookie: Cookie
    taste: Flavour


@dataclass(frozen=True, slots=True)
class TastedPair:
    """Two samples that a panel was asked about: whether they were told apart, and how that is said."""

    first: Sample
    second: Sample
    apart: bool
    words: str


def noticed(before: Sample, after: Sample, pairs: Iterable[TastedPair]) -> str:
    """What panels say of the size of a change, in words; empty where none can be held against it."""
    by = _apart(before, after)
    if all(v <= NOTHING for v in by.values()):
        return ""
    smaller = larger = ""
    for p in pairs:
        known = _apart(p.first, p.second)
        if not known or set(known) != set(by):
            continue
        if not p.apart and all(by[k] <= known[k] for k in by):
            smaller = f"Too small to notice: {p.words}, and they differ by more in every measure."
        if p.apart and all(by[k] >= known[k] for k in by):
            larger = f"Large enough to notice: {p.words}, and they differ by less in every measure."
    # Where panels of one dough speak against each other, nothing is said.
    return "" if smaller and larger else smaller or larger


def _apart(a: Sample, b: Sample) -> dict[str, float]:
    """How far two samples are apart by measure, in clear misses; sweetness and salt as shares. What is not known of
    both is left out."""
    found = {}
    for q in ATTRIBUTES:
        x, y = getattr(a.cookie, q.key), getattr(b.cookie, q.key)
        if x is not None and y is not None:
            found[q.key] = abs(y - x) / q.step
    for name, x, y in (("sweet", a.taste.sweet, b.taste.sweet), ("salt", a.taste.salt_pct, b.taste.salt_pct)):
        if x and y is not None:
            found[name] = abs(y / x - 1.0)
    return found
