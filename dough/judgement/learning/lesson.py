"""What a calibration found, to be kept, shown and used."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.bake.taught import (
    GENERAL,
    KITCHEN_SD,
    NOTHING,
    OWN,
    OWN_SD,
    SCORE_SCATTER,
    SCORE_SD,
    SCORES,
    THETA,
    Taught,
    moved,
)  # fmt: skip
from dough.judgement.learning.alike import SHARED, Features, likeness
from dough.judgement.learning.reference import Reference

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Whose ("kitchen", "oven", "tray" or "own"), which one (0 for the kitchen), and what.
#: An oven or tray that was not noted goes by its bake's reference.
Name = tuple[str, int | str, str]


@dataclass(frozen=True, slots=True)
class Lesson:
    """The unknowns by name with their means and covariance (K for ovens, natural logarithms for factors and own sizes,
    points for own loss and shade), the bakes it rests on, and (dough, score, points, sd) of the scores.

    baked holds (oven, dough) of each bake, alike what each dough is like (``alike.features``).
    """

    names: tuple[Name, ...]
    mean: tuple[float, ...]
    covariance: tuple[tuple[float, ...], ...]
    bakes: tuple[Reference, ...]
    scores: tuple[tuple[int, str, float, float], ...]
    baked: tuple[tuple[int | None, int], ...] = ()
    alike: tuple[tuple[int, Features], ...] = ()

    def taught(self, oven: int | None, tray: int | None, dough: int | None, like: Features | None = None) -> Taught:
        """What is known of one oven, tray and dough; where no bake has spoken, the prior. A dough never baked takes
        what doughs alike have shown, by its features (like)."""
        if not self.bakes:
            return GENERAL
        names = names_of(oven, tray, dough)
        known = dict(self.alike)
        if like is None or (dough in known) or not known:
            mean, covariance = self.part(names)
        else:
            mean, covariance = self._by_likeness(names, like, known)
        by = {(d, key): (points, sd) for d, key, points, sd in self.scores}
        scores = [by.get((dough or 0, key), (0.0, SCORE_SD)) for key in SCORES]
        return Taught(
            moved(NOTHING, mean[: len(THETA)].tolist()),
            tuple(mean[len(THETA) :].tolist()),
            tuple(map(tuple, np.linalg.cholesky(covariance).tolist())),
            tuple(s for s, _ in scores),
            tuple(sd for _, sd in scores),
            len(self.bakes),
            sum(o == oven and o is not None for o, _ in self.baked),
            sum(d == dough for _, d in self.baked),
        )

    def _by_likeness(self, names: list[Name], like: Features, known: dict[int, Features]) -> tuple[Array, Array]:
        """The same where the dough was never baked: its own part given those of the doughs that were.

        Conditioned on the baked doughs' parts, of which the lesson holds mean and covariance.
        """
        doughs = list(known)
        others: list[Name] = [("own", d, n) for n in OWN for d in doughs]
        both_mean, both = self.part([*names[: len(THETA)], *others])
        t, k = len(THETA), len(doughs)
        apart = np.array([[1.0 if a == b else likeness(known[a], known[b]) for b in doughs] for a in doughs])
        near = np.array([likeness(like, known[d]) for d in doughs])
        pull = np.zeros((len(OWN), len(others)))
        left = np.zeros(len(OWN))
        for j, n in enumerate(OWN):
            share = SHARED[n]
            prior = OWN_SD[n] ** 2 * (share * apart + (1.0 - share) * np.eye(k))
            cross = OWN_SD[n] ** 2 * share * near
            weights = np.linalg.solve(prior, cross)
            pull[j, j * k : (j + 1) * k] = weights
            left[j] = OWN_SD[n] ** 2 - float(cross @ weights)
        step = np.zeros((t + len(OWN), t + len(others)))
        step[:t, :t] = np.eye(t)
        step[t:, t:] = pull
        covariance = step @ both @ step.T
        covariance[t:, t:] += np.diag(np.maximum(left, 1e-9))
        return step @ both_mean, covariance

    def part(self, names: list[Name]) -> tuple[Array, Array]:
        """Mean and covariance of the named unknowns; those never met stand at their prior, on their own."""
        at = {n: i for i, n in enumerate(self.names)}
        mean = np.array([self.mean[at[n]] if n in at else 0.0 for n in names])
        out = np.zeros((len(names), len(names)))
        for i, a in enumerate(names):
            for j, b in enumerate(names):
                if a in at and b in at:
                    out[i, j] = self.covariance[at[a]][at[b]]
                elif i == j:
                    out[i, j] = prior_sd(a) ** 2
        return mean, out

    def sd(self, name: Name) -> float:
        """One sd of an unknown."""
        return math.sqrt(float(self.part([name])[1][0, 0]))


def names_of(oven: int | None, tray: int | None, dough: int | None) -> list[Name]:
    """The ten unknowns that stand behind one bake, in the order of ``Taught.root``. No number is 0."""
    whose: dict[str, tuple[str, int | str]] = {"oven_k": ("oven", oven or 0), "bottom": ("tray", tray or 0)}
    return [(*whose.get(t, ("kitchen", 0)), t) for t in THETA] + [("own", dough or 0, n) for n in OWN]


def prior_sd(name: Name) -> float:
    """The width an unknown has before any bake."""
    return OWN_SD[name[2]] if name[0] == "own" else KITCHEN_SD[name[2]]


def score_of(misses: list[float]) -> tuple[float, float]:
    """Points to add to a score and how sure, from measured less forecast of each bake, drawn to zero by the prior."""
    weight = 1.0 / SCORE_SD**2 + len(misses) / SCORE_SCATTER**2
    return sum(misses) / SCORE_SCATTER**2 / weight, 1.0 / math.sqrt(weight)
