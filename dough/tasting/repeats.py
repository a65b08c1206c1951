"""The same cookie twice: how far one taster's figures for it differ (docs/decisions/0052)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from scipy.stats import norm

from dough.tasting.difference import ALPHA
from dough.tasting.replies import Answer

#: Below so many plates nothing is told of single tasters.
FEW = 6


@dataclass(frozen=True, slots=True)
class Repeat:
    """One scale: one sd of a taster's figure for one cookie from time to time, in its points, of so many pairs, and how
    many of these lay further apart than the others would make likely."""

    scale: str
    sd: float
    pairs: int
    wide: int


def repeats(answers: Sequence[Answer], scales: Sequence[str]) -> tuple[Repeat, ...]:
    """By scale, of the plates with one sample twice; empty where there are none."""
    found = []
    for scale in scales:
        apart = [d for a in answers if (d := _apart(a, scale)) is not None]
        if apart:
            sd = math.sqrt(math.fsum(d * d for d in apart) / (2.0 * len(apart)))
            found.append(Repeat(scale, sd, len(apart), _wide(apart)))
    return tuple(found)


def _apart(answer: Answer, scale: str) -> float | None:
    plate = answer.serving
    if plate.again is None:
        return None
    first = next(p.code for p in plate.first if p.sample == plate.sample_of(plate.again))
    pair = [answer.reply.scores.get(code, {}).get(scale) for code in (first, plate.again)]
    return None if pair[0] is None or pair[1] is None else pair[1] - pair[0]


def _wide(apart: Sequence[float]) -> int:
    """Pairs further apart than the rest of the panel makes likely: each held against all others, corrected for how
    many there are."""
    n = len(apart)
    if n < FEW:
        return 0
    reach = float(norm.isf(ALPHA / 2.0 / n))
    squares = math.fsum(d * d for d in apart)
    return sum(abs(d) > reach * math.sqrt((squares - d * d) / (n - 1)) > 0.0 for d in apart)


def repeat_words(r: Repeat, label: str, unit: str) -> str:
    """What a scale's repeats say, and kindly of who differed by more."""
    points = f"{r.sd:.1f} points ({unit})" if unit else f"{r.sd:.1f}"
    who = "" if not r.wide else (
        f" {r.wide} of {r.pairs} differed by more than the others would make likely: one moment of inattention does it."
    )  # fmt: skip
    differed = f"a taster's {label.lower()} differed by some {points} one time from the next"
    return f"Given the same cookie twice, {differed}.{who}"
