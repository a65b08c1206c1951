"""Figures that tasters gave samples: means with what a taster's own habit adds taken out, and which samples differ.

Each taster is a block: what is compared is within tasters, exact for whole and for incomplete blocks (least squares
with samples and tasters, textbook; the same as a mixed model with tasters as random where everyone had every sample).
Pairs are judged by Tukey and Kramer, so that looking at many pairs finds no more by chance than looking at one.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

import numpy as np
from scipy.stats import chi2 as chi_squared
from scipy.stats import f, rankdata, studentized_range, t

ALPHA = 0.05
Array = np.ndarray[Any, np.dtype[np.float64]]
Whole = np.ndarray[Any, np.dtype[np.int_]]


@dataclass(frozen=True, slots=True)
class SampleMean:
    """A sample's mean of so many figures, with its 95 % range (None where one figure can't say). letters: samples that
    share one can't be told apart."""

    sample: int
    mean: float
    low: float | None
    high: float | None
    count: int
    letters: str


@dataclass(frozen=True, slots=True)
class PairDifference:
    """The second sample less the first, its 95 % range corrected for all pairs, and p likewise corrected."""

    first: int
    second: int
    by: float
    low: float
    high: float
    p: float


@dataclass(frozen=True, slots=True)
class Compared:
    """Samples on one scale: means, pairs, p of the question whether there is any difference at all, and how tasters
    scatter (one sd within a taster). p is None where one taster or one sample can't say."""

    means: tuple[SampleMean, ...]
    pairs: tuple[PairDifference, ...]
    p: float | None
    sd: float | None


def compared(taster: Sequence[int], sample: Sequence[int], value: Sequence[float]) -> Compared:
    """Figures by taster and sample, one each. Raises nothing; what can't be said is None."""
    y = np.asarray(value, dtype=float)
    tasters, who = np.unique(np.asarray(taster), return_inverse=True)
    samples, which = np.unique(np.asarray(sample), return_inverse=True)
    a, k = len(tasters), len(samples)
    freedom = len(y) - a - k + 1
    if k < 2 or freedom < 1:
        return Compared(_plain(samples, which, y), (), None, None)
    # Sample effects add to nothing; so do tasters'.
    design = np.zeros((len(y), a + k - 1))
    design[np.arange(len(y)), who] = 1.0
    for n, s in enumerate(which):
        if s < k - 1:
            design[n, a + s] = 1.0
        else:
            design[n, a:] -= 1.0
    fit, *_ = np.linalg.lstsq(design, y, rcond=None)
    left = y - design @ fit
    error = float(left @ left) / freedom
    without = y - _means_by(who, y)[who]
    between = (float(without @ without) - float(left @ left)) / (k - 1)
    cov = np.linalg.pinv(design.T @ design)[a:, a:] * error
    spread = np.vstack([np.eye(k - 1), -np.ones(k - 1)])
    effects, cov = spread @ fit[a:], spread @ cov @ spread.T
    middle = float(np.mean(fit[:a]))
    p = float(f.sf(between / error, k - 1, freedom)) if error > 0 else (0.0 if between > 0 else 1.0)
    pairs = _pairs(samples, np.asarray(effects, float), np.asarray(cov, float), freedom)
    letters = _letters(k, {(x.first, x.second) for x in pairs if x.p < ALPHA}, effects, samples)
    means = tuple(_mean(int(s), middle + float(effects[i]), y[which == i], letters[i]) for i, s in enumerate(samples))
    return Compared(means, pairs, p, error**0.5)


@dataclass(frozen=True, slots=True)
class Ranked:
    """Ranks: means by sample (1 is liked best), Friedman's statistic with ties, its p, and which pairs differ."""

    means: tuple[SampleMean, ...]
    statistic: float
    p: float
    pairs: tuple[PairDifference, ...]


def ranked(orders: Sequence[Sequence[float]]) -> Ranked:
    """Ranks by taster (rows) and sample (columns); less is liked better. Friedman's test, ties shared; pairs by
    studentised range on rank means (textbook)."""
    ranks = np.vstack([rankdata(row) for row in orders])
    n, k = ranks.shape
    means = ranks.mean(axis=0)
    ties = sum(float(np.sum(c**3 - c)) for row in ranks for c in [np.unique(row, return_counts=True)[1].astype(float)])
    share = 1.0 - ties / (n * (k**3 - k))
    if share <= 0:
        return Ranked(_rank_means(means, n, k, set()), 0.0, 1.0, ())
    statistic = 12.0 * n / (k * (k + 1)) * float(np.sum((means - (k + 1) / 2.0) ** 2)) / share
    p = _friedman_p(statistic, n, k)
    # A difference of two rank means has twice the variance that the range is told in.
    se = (k * (k + 1) / 6.0 / n) ** 0.5
    q = _reach(k, np.inf)
    pairs = tuple(
        PairDifference(
            i, j, float(means[j] - means[i]), float(means[j] - means[i]) - q * se, float(means[j] - means[i]) + q * se,
            _tail(abs(float(means[j] - means[i])) / se, k, np.inf),
        )
        for i in range(k) for j in range(i + 1, k)
    )  # fmt: skip
    return Ranked(_rank_means(means, n, k, {(x.first, x.second) for x in pairs if x.p < ALPHA}), statistic, p, pairs)


def _friedman_p(statistic: float, n: int, k: int) -> float:
    """By the F that goes with it, which holds its size with few tasters; all of one mind is settled."""
    if statistic >= n * (k - 1) - 1e-9:
        return float(chi_squared.sf(statistic, k - 1))
    ratio = (n - 1) * statistic / (n * (k - 1) - statistic)
    return float(f.sf(ratio, k - 1, (n - 1) * (k - 1)))


def _rank_means(means: Array, n: int, k: int, apart: set[tuple[int, int]]) -> tuple[SampleMean, ...]:
    half = 1.96 * ((k * k - 1) / 12.0 / n) ** 0.5
    letters = _letters(k, apart, means, np.arange(k))
    return tuple(SampleMean(i, float(m), float(m) - half, float(m) + half, n, letters[i]) for i, m in enumerate(means))


def _pairs(samples: Whole, effects: Array, cov: Array, freedom: int) -> tuple[PairDifference, ...]:
    k = len(samples)
    q = _reach(k, freedom)
    found = []
    for i in range(k):
        for j in range(i + 1, k):
            by = float(effects[j] - effects[i])
            se = max(float(cov[i, i] + cov[j, j] - 2 * cov[i, j]), 0.0) ** 0.5
            p = _tail(abs(by) / se, k, freedom) if se > 0 else float(by == 0.0)
            found.append(PairDifference(int(samples[i]), int(samples[j]), by, by - q * se, by + q * se, p))
    return tuple(found)


@lru_cache(maxsize=64)
def _reach(k: int, freedom: float) -> float:
    """How many standard errors a difference has to be away from nothing."""
    # One pair is no choice among pairs: Student's t, which is also much faster.
    if k == 2:
        return float(t.ppf(1 - ALPHA / 2, freedom))
    return float(studentized_range.ppf(1 - ALPHA, k, freedom)) / 2**0.5


@lru_cache(maxsize=512)
def _tail(size: float, k: int, freedom: float) -> float:
    """p of a difference of so many standard errors, corrected for all pairs."""
    if k == 2:
        return float(2.0 * t.sf(size, freedom))
    return float(studentized_range.sf(2**0.5 * size, k, freedom))


def _mean(sample: int, mean: float, figures: Array, letters: str) -> SampleMean:
    """A mean with its own range, which counts tasters as drawn from others like them."""
    n = len(figures)
    if n < 2:
        return SampleMean(sample, mean, None, None, n, letters)
    half = float(t.ppf(1 - ALPHA / 2, n - 1) * np.std(figures, ddof=1) / n**0.5)
    return SampleMean(sample, mean, mean - half, mean + half, n, letters)


def _means_by(group: Whole, y: Array) -> Array:
    return np.asarray(np.bincount(group, weights=y) / np.bincount(group))


def _plain(samples: Whole, which: Whole, y: Array) -> tuple[SampleMean, ...]:
    return tuple(_mean(int(s), float(y[which == i].mean()), y[which == i], "a") for i, s in enumerate(samples))


def _letters(k: int, apart: set[tuple[int, int]], values: Array, samples: Whole) -> list[str]:
    """Letters such that two samples share one exactly where they can't be told apart."""
    index = {int(s): i for i, s in enumerate(samples)}
    far = {(index[a], index[b]) for a, b in apart} | {(index[b], index[a]) for a, b in apart}
    order = [int(i) for i in np.argsort(-values)]
    groups: list[set[int]] = [set(order)]
    for a, b in sorted(far):
        split: list[set[int]] = []
        for g in groups:
            split += [g - {a}, g - {b}] if a in g and b in g else [g]
        groups = [g for g in split if g and not any(g < h for h in split)]
        groups = [g for n, g in enumerate(groups) if g not in groups[:n]]
    groups.sort(key=lambda g: min(order.index(i) for i in g))
    return ["".join("abcdefghijkl"[n] for n, g in enumerate(groups) if i in g) for i in range(k)]
