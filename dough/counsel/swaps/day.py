"""Several doughs on one day: the order that carries the fewest allergens over, and what to clean between.

A caution, not a procedure: washing removes what is seen, flour dust stays in the air for hours (practice, M).
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from dough.accounts.formula import Formula
from dough.accounts.label import allergens
from dough.facts.needs import NAMES
from dough.facts.said import listed


@dataclass(frozen=True, slots=True)
class Baked:
    """One dough of the day by name, with its formula, and the allergens its needs keep out (codes)."""

    name: str
    formula: Formula
    free_of: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True)
class Day:
    """Names in the order to make them, with the allergens each brings; cautions in sentences."""

    order: tuple[tuple[str, tuple[str, ...]], ...]
    cautions: tuple[str, ...]


def day(doughs: tuple[Baked, ...]) -> Day:
    """What others must be free of last, then the doughs with fewest allergens first; what the later ones bring that an
    earlier one must not meet.

    No cautions for a single dough or where all hold the same.
    """
    held = {d.name: frozenset(h.code for h in allergens(d.formula.lines, {}) if h.contains) for d in doughs}
    free = {d.name: d.free_of for d in doughs}

    def late(name: str) -> tuple[int, int, str]:
        clashes = sum(bool(held[name] & free[other]) for other in free if other != name)
        return clashes, len(held[name]), name

    order = sorted(held, key=late)
    cautions: list[str] = []
    for early, after in pairwise(order):
        brought = [NAMES[c] for c in NAMES if c in held[after] - held[early]]
        if brought:
            cautions.append(
                f"{early} before {after}: {after} brings {listed(brought)}. If it has to be the other way round, wash "
                "bowls, hooks and hands with hot soapy water between; a wiped bowl is not enough."
            )
    if cautions:
        cautions.append(
            "Own sieve, silicone and wooden tools for each; flour dust hangs in the air for hours, so open flour last. "
            "Cool and box them apart, and label the boxes."
        )
        cautions.append(
            "Order and washing lower the risk, they do not make it nothing: never promise free from traces."
        )
    return Day(tuple((n, tuple(NAMES[c] for c in NAMES if c in held[n])) for n in order), tuple(cautions))
