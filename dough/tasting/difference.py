"""Is there a difference? Triangle, tetrad, duo-trio, and two or three to choose from by a named attribute.

Each test is judged by the exact binomial against guessing. How large a difference is, is told as d' (in sds of how one
cookie tastes to one taster from time to time); how d' makes a share of right answers is Thurstone's model for each test
(textbook integrals, H).
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

from scipy.integrate import quad
from scipy.optimize import brentq
from scipy.stats import beta, binom

from dough.facts.errors import EntryError

ALPHA, POWER = 0.05, 0.8
#: Largest difference and panel that are looked at; a power that holds to so many more tasters holds.
MOST_D, MOST_TASTERS, BEYOND = 12.0, 400, 60


@dataclass(frozen=True, slots=True)
class DifferenceTest:
    """A kind of test: its name, the share a guess gets right, how many pieces a taster has of it, and what is asked."""

    name: str
    guess: float
    pieces: int
    asks: str


TESTS = {
    t.name: t
    for t in (
        DifferenceTest("triangle", 1 / 3, 3, "Which one is not like the other two?"),
        DifferenceTest("tetrad", 1 / 3, 4, "Put the four into two pairs that are alike."),
        DifferenceTest("duo-trio", 1 / 2, 3, "Which of the two is like the one to compare with?"),
        DifferenceTest("2-AFC", 1 / 2, 2, "Which of the two has more of it?"),
        DifferenceTest("3-AFC", 1 / 3, 3, "Which of the three has most of it?"),
    )
}


@dataclass(frozen=True, slots=True)
class SizeWord:
    """How large a difference is, in a word."""

    d: float
    word: str


#: Judgement (L): of a d' of 1 keen tasters pick the stronger of three two times in three.
SIZES = (SizeWord(0.0, "none"), SizeWord(1.0, "small"), SizeWord(2.0, "plain"), SizeWord(3.0, "large"))


@dataclass(frozen=True, slots=True)
class Tasters:
    """How many it takes: the least that reaches the power, and the number from which it never falls below again (the
    exact test goes up and down with each taster)."""

    least: int
    always: int


@dataclass(frozen=True, slots=True)
class Reading:
    """What a panel came to: right answers of so many, p against guessing, and d' with its 95 % range."""

    of: int
    right: int
    p: float
    d: float
    low: float
    high: float


def _below(x: float) -> float:
    """The share of a standard normal below x; plain arithmetic, as integrals ask for it thousands of times."""
    return 0.5 * math.erfc(-x / math.sqrt(2.0))


def _density(x: float) -> float:
    return math.exp(-0.5 * x * x) / math.sqrt(2.0 * math.pi)


def proportion(test: DifferenceTest, d: float) -> float:
    """The share of right answers at a difference of d'."""
    return _proportion(test.name, d)


@lru_cache(maxsize=2048)
def _proportion(name: str, d: float) -> float:
    return float(min(max(_SHARES[name](d), 0.0), 1.0))


def _triangle(d: float) -> float:
    def at(z: float) -> float:
        root, off = z * math.sqrt(3.0), d * math.sqrt(2.0 / 3.0)
        return (_below(-root + off) + _below(-root - off)) * _density(z)

    return 2.0 * float(quad(at, 0.0, 8.0)[0])


def _tetrad(d: float) -> float:
    def at(z: float) -> float:
        shifted = _below(z - d)
        return _density(z) * (2.0 * _below(z) * shifted - shifted**2)

    return 1.0 - 2.0 * float(quad(at, -8.0, 8.0 + d)[0])


def _three(d: float) -> float:
    return float(quad(lambda z: _density(z - d) * _below(z) ** 2, -8.0 + d, 8.0 + d)[0])


def _duo_trio(d: float) -> float:
    a, b = _below(d / math.sqrt(2.0)), _below(d / math.sqrt(6.0))
    return 1.0 - a - b + 2.0 * a * b


_SHARES: dict[str, Callable[[float], float]] = {
    "triangle": _triangle, "tetrad": _tetrad, "3-AFC": _three, "duo-trio": _duo_trio,
    "2-AFC": lambda d: _below(d / math.sqrt(2.0)),
}  # fmt: skip


def critical(test: DifferenceTest, tasters: int, alpha: float = ALPHA, *, both: bool = False) -> int:
    """The fewest right answers that guessing reaches in less than alpha of panels; both: either way counts."""
    share = alpha / 2.0 if both else alpha
    return int(binom.isf(share, tasters, test.guess)) + 1


def power(test: DifferenceTest, tasters: int, d: float, alpha: float = ALPHA, *, both: bool = False) -> float:
    """How often a panel finds a difference of d'; both: either way counts, so that more have to agree."""
    return float(binom.sf(critical(test, tasters, alpha, both=both) - 1, tasters, proportion(test, d)))


def needed(
    test: DifferenceTest, d: float, wanted: float = POWER, alpha: float = ALPHA, *, both: bool = False
) -> Tasters | None:
    """How many tasters find a difference of d' so often. None where more than 400 would be needed."""
    reaches = [n for n in range(3, MOST_TASTERS + BEYOND + 1) if power(test, n, d, alpha, both=both) >= wanted]
    if not reaches or reaches[0] > MOST_TASTERS:
        return None
    held = set(reaches)
    misses = [n for n in range(reaches[0], MOST_TASTERS + BEYOND + 1) if n not in held]
    return Tasters(reaches[0], (misses[-1] + 1) if misses else reaches[0])


def read(test: DifferenceTest, of: int, right: int) -> Reading:
    """What so many right answers of so many say. Raises EntryError for numbers no panel has."""
    if of < 1 or not 0 <= right <= of:
        raise EntryError("right", f"Of {of} answers {right} can't be right.")
    low = float(beta.ppf(0.025, right, of - right + 1)) if right else 0.0
    high = float(beta.ppf(0.975, right + 1, of - right)) if right < of else 1.0
    p = float(binom.sf(right - 1, of, test.guess))
    return Reading(of, right, p, _d_of(test, right / of), _d_of(test, low), _d_of(test, high))


def similar(test: DifferenceTest, of: int, right: int, *, bound: float = 1.0, beta_risk: float = ALPHA) -> bool:
    """Whether a panel shows that the difference is below a bound: had it been as large, so few right answers would have
    come in less than beta_risk of panels."""
    return float(binom.cdf(right, of, proportion(test, bound))) <= beta_risk


def _d_of(test: DifferenceTest, share: float) -> float:
    """The d' that makes a share of right answers: nothing at what a guess gets, at most what is looked at."""
    if share <= test.guess:
        return 0.0
    if share >= proportion(test, MOST_D) - 1e-9:
        return MOST_D
    return float(brentq(lambda d: proportion(test, d) - share, 0.0, MOST_D, xtol=1e-4))
