"""What each taster gets, in which order, under which codes: balanced as far as it can be, the rest told.

Difference tests go through every arrangement of their pieces equally often; samples in a row follow Williams squares;
where there are more samples than a mouth takes, each taster gets a part, so that pairs meet equally often.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import combinations, pairwise, permutations
from typing import TypeVar

import numpy as np

from dough.facts.errors import EntryError
from dough.tasting.orders import codes, orders
from dough.tasting.questions import PanelQuestion

K = TypeVar("K")
MOST_TASTERS = 400
#: What lies open to compare with, where it is the target cookie and none of the samples.
TARGET = -1
#: The arrangements of a difference test's pieces by sample; of duo-trio the first is the one to compare with. Of the
#: tests by an attribute the second sample is the one expected to have more.
ARRANGED: dict[str, tuple[tuple[int, ...], ...]] = {
    "triangle": ((0, 0, 1), (0, 1, 0), (1, 0, 0), (1, 1, 0), (1, 0, 1), (0, 1, 1)),
    "tetrad": ((0, 0, 1, 1), (0, 1, 0, 1), (0, 1, 1, 0), (1, 1, 0, 0), (1, 0, 1, 0), (1, 0, 0, 1)),
    "duo-trio": ((0, 0, 1), (0, 1, 0), (1, 0, 1), (1, 1, 0)),
    "2-AFC": ((0, 1), (1, 0)),
    "3-AFC": ((0, 0, 1), (0, 1, 0), (1, 0, 0)),
    "paired": ((0, 1), (1, 0)),
}


@dataclass(frozen=True, slots=True)
class Piece:
    """A piece on a plate: its code, and which sample it is of (by number)."""

    code: int
    sample: int


@dataclass(frozen=True, slots=True)
class Serving:
    """One plate: coded pieces in the order in which they are tasted, the sample to compare with, if any, and the code
    of a piece that is a sample of the plate for the second time, if any."""

    pieces: tuple[Piece, ...]
    compare: int | None = None
    again: int | None = None

    @property
    def first(self) -> tuple[Piece, ...]:
        """The pieces that samples are compared by: each for the first time."""
        return tuple(p for p in self.pieces if p.code != self.again)

    def sample_of(self, code: int) -> int:
        """Which sample a code is on this plate. Raises EntryError."""
        for p in self.pieces:
            if p.code == code:
                return p.sample
        raise EntryError("answer", f"{code} is not on this plate.")


@dataclass(frozen=True, slots=True)
class Balance:
    """How evenly it came out: the greatest difference between samples in how often they stand in a place, follow one
    another and meet on a plate, and how often each was served."""

    places: int
    after: int
    together: int
    served: int


def serve(
    question: PanelQuestion, samples: int, tasters: int, rng: np.random.Generator, *, twice: bool = False
) -> tuple[Serving, ...]:
    """A plate for each taster; twice: with one of its samples a second time, last. Raises EntryError for a number of
    samples or tasters that can't be."""
    if not question.fewest <= samples <= question.most:
        span = f"{question.fewest}" if question.fewest == question.most else f"{question.fewest} to {question.most}"
        raise EntryError("samples", f"This question takes {span} samples; there are {samples}.")
    if not 1 <= tasters <= MOST_TASTERS:
        raise EntryError("tasters", f"1 to {MOST_TASTERS} tasters.")
    rows = _rows(question, samples, tasters, question.sitting - twice, rng)
    if twice:
        rows = _with_one_again(rows, rng)
    with_compare = question.key == "duo-trio"
    target = TARGET if question.key == "alike" else None
    # Between tasters a code may come again where there are more pieces than codes; never on one plate.
    pool: list[int] = []
    plates = []
    for row in rows:
        coded = row[1:] if with_compare else row
        if len(pool) < len(coded):
            pool = [*pool, *(c for c in codes(800, rng) if c not in pool)]
        used, pool = pool[: len(coded)], pool[len(coded) :]
        pieces = tuple(Piece(c, s) for c, s in zip(used, coded, strict=True))
        plates.append(Serving(pieces, row[0] if with_compare else target, used[-1] if twice else None))
    return tuple(plates)


def uneven(question: PanelQuestion, servings: tuple[Serving, ...], samples: int) -> str:
    """What is not balanced, in words; empty where everything is."""
    if question.key in ARRANGED:
        rows = Counter((s.compare, *(p.sample for p in s.pieces)) for s in servings)
        ways = [(r[0], *r[1:]) if question.key == "duo-trio" else (None, *r) for r in ARRANGED[question.key]]
        gap = max(rows[w] for w in ways) - min(rows[w] for w in ways)
        if gap == 0:
            return ""
        many = f"{len(ways)} arrangements share {len(servings)} tasters"
        return f"One arrangement is served {gap} more than another: {many}."
    b = balance(servings, samples)
    told = [
        words for gap, words in (
            (b.places, f"places by up to {b.places}"),
            (b.after, f"who follows whom by up to {b.after}"),
            (b.together, f"who meets whom by up to {b.together}"),
            (b.served, f"how often each is served by up to {b.served}"),
        ) if gap
    ]  # fmt: skip
    return f"Not fully balanced: samples differ in {', '.join(told)} plates." if told else ""


def balance(servings: tuple[Serving, ...], samples: int) -> Balance:
    """How evenly plates came out."""
    rows = [tuple(p.sample for p in s.first) for s in servings]
    longest = max(map(len, rows))
    places = [Counter(r[n] for r in rows if len(r) > n) for n in range(longest)]
    after = Counter(pair for r in rows for pair in pairwise(r) if pair[0] != pair[1])
    together = Counter(pair for r in rows for pair in combinations(sorted(set(r)), 2))
    served = Counter(s for r in rows for s in r)
    alone = range(samples)
    return Balance(
        max(_spread(c, alone) for c in places), _spread(after, permutations(alone, 2)),
        _spread(together, combinations(alone, 2)), _spread(served, alone),
    )  # fmt: skip


def _spread(counts: Counter[K], all_of: Iterable[K]) -> int:
    found = [counts[x] for x in all_of]
    return max(found) - min(found) if found else 0


def _with_one_again(rows: list[tuple[int, ...]], rng: np.random.Generator) -> list[tuple[int, ...]]:
    """Each row with one of its samples again at the end: the one that came again least often so far, never the one that
    came right before; the least by lot."""
    times: Counter[int] = Counter()
    found = []
    for row in rows:
        free = [s for s in row[:-1] if s != row[-1]] or list(row)
        again = min((free[int(i)] for i in rng.permutation(len(free))), key=lambda s: times[s])
        times[again] += 1
        found.append((*row, again))
    return found


def _rows(
    q: PanelQuestion, samples: int, tasters: int, sitting: int, rng: np.random.Generator
) -> list[tuple[int, ...]]:
    if q.key in ARRANGED:
        found: list[tuple[int, ...]] = []
        while len(found) < tasters:
            found += [ARRANGED[q.key][int(i)] for i in rng.permutation(len(ARRANGED[q.key]))]
        return found[:tasters]
    if samples == 1:
        return [(0,)] * tasters
    if samples <= sitting:
        return list(orders(tasters, samples, rng))
    return _parts(samples, sitting, tasters, rng)


def _parts(samples: int, size: int, tasters: int, rng: np.random.Generator) -> list[tuple[int, ...]]:
    """A part of the samples for each, so that all are served, meet and stand in each place as equally as can be: the
    part, then its order, that leaves the counts most even."""
    met = np.zeros((samples, samples))
    place = np.zeros((samples, size))
    after = np.zeros((samples, samples))
    every = [tuple(c) for c in combinations(range(samples), size)]
    found = []
    for _ in range(tasters):
        shuffled = [every[int(i)] for i in rng.permutation(len(every))]
        part = min(shuffled, key=lambda c: (sum(met[a, a] for a in c), sum(met[a, b] for a, b in combinations(c, 2))))
        ways = [tuple(part[int(i)] for i in rng.permutation(size)) for _ in range(60)]
        row = min(
            ways, key=lambda w: sum(place[s, n] for n, s in enumerate(w)) + sum(after[a, b] for a, b in pairwise(w))
        )
        for n, s in enumerate(row):
            place[s, n] += 1
            met[s, s] += 1
        for a, b in pairwise(row):
            after[a, b] += 1
        for a, b in combinations(part, 2):
            met[a, b] += 1
        found.append(row)
    return found
