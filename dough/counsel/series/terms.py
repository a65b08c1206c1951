"""What a series can tell of its factors: the columns of its linear model, and which of them are mixed up."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.counsel.series.combos import alike
from dough.counsel.series.design import Plan, Run

Array = np.ndarray[Any, np.dtype[np.float64]]


#: How a bend is named behind its factor.
BENT = ", bend"


@dataclass(frozen=True, slots=True)
class Term:
    """One column: the factors multiplied in it by place, and what else these runs cannot tell from it, by name. bent:
    how far the middle lies off the line of the one factor. from_low: of several, counted from their lowest levels, so
    that each factor's own effect is that of raising it alone."""

    factors: tuple[int, ...]
    name: str
    also: tuple[str, ...] = ()
    bent: bool = False
    from_low: bool = False


def terms_of(made: Plan) -> tuple[Term, ...]:
    """Each factor, and pairs that act together; where a fraction was baked, what is mixed up is one term."""
    names = [f.name for f in made.factors]
    if made.mixture:
        every = range(len(names))
        # In a triangle the middle of one lies beyond the edge where the other is highest: each is raised alone.
        low = made.triangle
        pairs = (Term((a, b), f"{names[a]} × {names[b]}", from_low=low) for a in every for b in every if a < b)
        return (
            *(Term((n,), names[n]) for n in every), *pairs,
            *(Term((n,), f"{names[n]}{BENT}", bent=True) for n in every),
        )  # fmt: skip
    counts = tuple(len(f.levels) for f in made.factors)
    found = []
    for group in alike(counts, [s.levels for s in made.splits]):
        words = [" × ".join(names[n] for n in term) for term in group]
        found.append(Term(group[0], words[0], tuple(words[1:])))
    return tuple(found)


def positions(made: Plan, runs: Sequence[Run]) -> Array:
    """Where each run stands between the lowest (0) and the highest (1) level of each factor, shape (runs, factors)."""
    return np.array(
        [
            [
                (f.levels[n] - f.levels[0]) / (f.levels[-1] - f.levels[0])
                for f, n in zip(made.factors, r.levels, strict=True)
            ]
            for r in runs
        ]
    )


def columns(terms: Sequence[Term], at: Array) -> Array:
    """The model's columns without the mean, shape (points, terms): one factor from 0 to 1; of several each from its
    middle, so that a factor's effect is from low to high with the others half way."""
    if at.shape[1] == 1:
        z = at[:, 0]
        return np.column_stack([-4.0 * z * (1.0 - z) if t.bent else z for t in terms])
    found = []
    for t in terms:
        if t.bent:
            z = at[:, t.factors[0]]
            found.append(-4.0 * z * (1.0 - z))
            continue
        if t.from_low:
            found.append(np.prod(at[:, list(t.factors)], axis=1))
            continue
        column = np.ones(len(at))
        for n in t.factors:
            column = column * 2.0 * (at[:, n] - 0.5)
        found.append(column / 2.0)
    return np.column_stack(found)
