"""In which order samples are served, and under which codes: drawn by lot, balanced, and without a meaning."""

from __future__ import annotations

import numpy as np

from dough.facts.errors import EntryError

#: Samples of one sitting that a square is made for.
SAMPLES = (2, 12)
FIRST, LAST = 100, 999


def williams(samples: int) -> tuple[tuple[int, ...], ...]:
    """Orders in which every sample is as often in each place and right after each other one: as many as samples where
    these are even, twice as many where odd. Raises EntryError."""
    if not SAMPLES[0] <= samples <= SAMPLES[1]:
        raise EntryError("samples", f"{SAMPLES[0]} to {SAMPLES[1]} samples can be put in order; there are {samples}.")
    first = [0]
    up, down = 1, samples - 1
    while len(first) < samples:
        first.append(up)
        up += 1
        if len(first) < samples:
            first.append(down)
            down -= 1
    rows = [tuple((x + shift) % samples for x in first) for shift in range(samples)]
    return tuple(rows) if samples % 2 == 0 else tuple(rows + [row[::-1] for row in rows])


def orders(tasters: int, samples: int, rng: np.random.Generator) -> tuple[tuple[int, ...], ...]:
    """An order for each taster: whole squares, the last one in part, which order whose by lot."""
    square = williams(samples)
    names = rng.permutation(samples)
    found: list[tuple[int, ...]] = []
    while len(found) < tasters:
        for i in rng.permutation(len(square)):
            found.append(tuple(int(names[x]) for x in square[int(i)]))
    return tuple(found[:tasters])


def codes(many: int, rng: np.random.Generator, used: frozenset[int] = frozenset()) -> tuple[int, ...]:
    """So many three-digit codes, none used before and none of one digit three times. Raises EntryError."""
    free = [c for c in range(FIRST, LAST + 1) if c not in used and len(set(str(c))) > 1]
    if many > len(free):
        raise EntryError("codes", f"Only {len(free)} codes are left. Begin a new session.")
    return tuple(int(c) for c in rng.permutation(free)[:many])
