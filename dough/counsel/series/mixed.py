"""A linear model with two scatters: between doughs, and between the parts of one. Restricted likelihood, joined by what
the kitchen usually scatters; degrees of freedom by Satterthwaite. Where every dough has all its parts, the exact two
strata of a split plot."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Step of the numeric derivatives and what counts as there, in the logarithm of a variance; steps of the search.
STEP, CLOSE, MOST_STEPS = 5e-3, 1e-5, 40


@dataclass(frozen=True, slots=True)
class Usual:
    """What the kitchen usually scatters, one sd in the measure's unit: the mean of a whole dough from the next, a part
    of one dough from the next; counts is the degrees of freedom each stands for."""

    doughs: float
    parts: float
    counts: float


@dataclass(frozen=True, slots=True)
class Mixed:
    """The fit: parameters (p,), sd between the means of whole doughs and between parts of one, and what is needed for
    the variance of any combination of the parameters."""

    params: Array
    doughs: float
    parts: float
    _sums: _Sums
    _curvature: Array

    @property
    def covariance(self) -> Array:
        """Of the parameters, shape (p, p)."""
        return np.asarray(np.linalg.inv(self._sums.weighed(self._at)[0]))

    @property
    def _at(self) -> Array:
        return np.asarray(np.log(np.array([self.doughs**2, self.parts**2])))

    def spread(self, contrast: Array) -> tuple[float, float]:
        """One sd of a combination of the parameters, and its degrees of freedom."""
        at = self._at

        def variance(logs: Array) -> float:
            return float(contrast @ np.linalg.solve(self._sums.weighed(logs)[0], contrast))

        slope = np.array([(variance(at + STEP * e) - variance(at - STEP * e)) / (2.0 * STEP) for e in np.eye(2)])
        value = variance(at)
        unsure = float(slope @ np.linalg.solve(self._curvature, slope))
        return math.sqrt(value), 2.0 * value**2 / unsure


@dataclass(frozen=True, slots=True)
class _Sums:
    """What the likelihood is worked out from: cross products, and the sums over each dough."""

    many: int
    xx: Array
    xy: Array
    yy: float
    sizes: Array
    x_of: Array
    y_of: Array

    def weighed(self, logs: Array) -> tuple[Array, Array, float, float]:
        """X'V⁻¹X, X'V⁻¹y, y'V⁻¹y and log|V| with the logarithms of the variances of a whole dough's mean and of a
        part. The dough's own part may come out below none: as sums of squares do."""
        dough, part = np.exp(logs)
        most = self.sizes.max()
        grown = (1.0 - self.sizes / most) + self.sizes * dough / part
        share = (grown - 1.0) / self.sizes / grown
        xx = (self.xx - (self.x_of.T * share) @ self.x_of) / part
        xy = (self.xy - (self.x_of.T * share) @ self.y_of) / part
        yy = (self.yy - float((share * self.y_of) @ self.y_of)) / part
        return xx, xy, yy, self.many * math.log(part) + float(np.log(grown).sum())


def fit(x: Array, y: Array, dough_of: Array, usual: Usual) -> Mixed:
    """The model y = x·b + dough + part, x (n, p) of full rank, dough_of (n,) the number of each row's dough."""
    marks = (dough_of[:, None] == np.unique(dough_of)[None, :]).astype(float)
    sums = _Sums(len(y), x.T @ x, x.T @ y, float(y @ y), marks.sum(axis=0), marks.T @ x, marks.T @ y)
    before = np.log(np.array([usual.doughs**2, usual.parts**2]))

    def unlikely(logs: Array) -> float:
        xx, xy, yy, size = sums.weighed(logs)
        left = yy - float(xy @ np.linalg.solve(xx, xy))
        own = size + float(np.linalg.slogdet(xx)[1]) + left
        joined = usual.counts * float(np.sum(logs + np.exp(before - logs)))
        return 0.5 * (own + joined)

    logs, curvature = _least(unlikely, before)
    xx, xy, _, _ = sums.weighed(logs)
    doughs, parts = (math.sqrt(math.exp(v)) for v in logs)
    return Mixed(np.asarray(np.linalg.solve(xx, xy)), doughs, parts, sums, curvature)


def _least(of: Callable[[Array], float], at: Array) -> tuple[Array, Array]:
    """Where a smooth function of two logarithms is least, and its second derivatives there: Newton's steps of at most
    one, halved while they do not help; differences of so small a function serve where a line search would grope."""
    e = STEP * np.eye(2)
    now = of(at)
    for _ in range(MOST_STEPS):
        up, down = np.array([of(at + d) for d in e]), np.array([of(at - d) for d in e])
        slope = (up - down) / (2.0 * STEP)
        both = (of(at + e[0] + e[1]) - of(at + e[0] - e[1]) - of(at - e[0] + e[1]) + of(at - e[0] - e[1])) / 4.0
        bend = np.array([[up[0] - 2.0 * now + down[0], both], [both, up[1] - 2.0 * now + down[1]]]) / STEP**2
        values, vectors = np.linalg.eigh(bend)
        step = -vectors @ ((vectors.T @ slope) / np.maximum(np.abs(values), 0.1))
        step = np.clip(step, -1.0, 1.0)
        while of(at + step) > now + 1e-9 and float(np.abs(step).max()) > CLOSE:
            step = step / 2.0
        at, now = at + step, of(at + step)
        if float(np.abs(step).max()) <= CLOSE:
            break
    return at, bend
