"""The calibration: one regularised fit of kitchen, ovens, trays and doughs to all bakes that count.

Every bake says: forecast of this kitchen, times what its dough adds of its own, equals what was measured, give or
take. Unknowns start at their prior (``dough.bake.taught``) and move only as far as bakes push them. Least squares by
scipy's bounded trust region, forward differences of a twentieth of the prior's width, all bakes in one batch.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np

from dough.bake.age import aged
from dough.bake.batch import bake
from dough.bake.derive import Learned
from dough.bake.intake import bake_inputs
from dough.bake.model import with_crust
from dough.bake.outputs import endings
from dough.bake.taught import KITCHEN_SD, NOTHING, OWN, OWN_SD, POINTS, SCORES, SIZES, THETA, moved
from dough.facts.quantities import keys_of
from dough.judgement.learning.alike import Features, correlation, features
from dough.judgement.learning.lesson import Lesson, Name, score_of
from dough.judgement.learning.logged import Logged

Array = np.ndarray[Any, np.dtype[np.float64]]
#: What a reading is compared with, in the order of the rows.
KEYS = tuple(k for k in keys_of("learned") if k not in SCORES)
#: Step of the differences and how far an unknown may go, in prior sd.
STEP, FAR = 0.05, 3.5
#: Steps of the bake used here: half as many as the forecast's; it moves width by under 0.2 %.
COARSE = (64, 16)
#: An oven whose offset a thermometer has given may still be off by this, K (judgement, L).
MEASURED_OVEN_SD = 4.0


class System:
    """The residuals of a set of bakes and their derivatives, in unknowns scaled by their prior sd."""

    def __init__(self, bakes: Sequence[Logged]) -> None:
        self.bakes = list(bakes)
        self.inputs = [bake_inputs(b.case) for b in self.bakes]
        self.names = _names(self.bakes)
        self.at = {n: i for i, n in enumerate(self.names)}
        self.sd = np.array([_prior_sd(n, self.bakes) for n in self.names])
        self.rows = [(i, k) for i, b in enumerate(self.bakes) for k in KEYS if k in b.readings]
        self.like = features_of(self.bakes)
        self.whitened = np.linalg.inv(np.linalg.cholesky(self._prior()))
        self._last: tuple[bytes, Array] | None = None

    def _prior(self) -> Array:
        """Correlations of the unknowns before any bake: doughs share the more of their part the more alike they are."""
        out = np.eye(len(self.names))
        for i, (whose, a, what) in enumerate(self.names):
            for j, (other, b, same) in enumerate(self.names):
                if i != j and whose == other == "own" and what == same:
                    out[i, j] = correlation(self.like[int(a)], self.like[int(b)], what)
        return out

    def kitchen(self, i: int, u: Array) -> Learned:
        """The kitchen of bake i at unknowns u."""
        return moved(NOTHING, [float(u[self.at[n]] * self.sd[self.at[n]]) for n in self._theta(i)])

    def _theta(self, i: int) -> list[Name]:
        b = self.bakes[i]
        return [_theta_name(t, b) for t in THETA]

    def forecasts(self, u: Array) -> Array:
        """End values at u, one for each row."""
        key = u.tobytes()
        if self._last is None or self._last[0] != key:
            self._last = (key, self._pick(self._bake([self.kitchen(i, u) for i in range(len(self.bakes))])))
        return self._last[1]

    def _bake(self, kitchens: list[Learned]) -> dict[str, Array]:
        baked = bake(self.inputs * (len(kitchens) // len(self.inputs)), learned=kitchens, steps=COARSE)
        return with_crust(baked, endings(baked))

    def _pick(self, ends: dict[str, Array], at: int = 0) -> Array:
        n = len(self.bakes)
        return np.array([ends[k][at * n + i] for i, k in self.rows])

    def residuals(self, u: Array) -> Array:
        """Forecast less measured in sd, one for each row, then the prior's rows."""
        return np.concatenate([self._misses(self.forecasts(u), u), self.whitened @ u])

    def _misses(self, values: Array, u: Array) -> Array:
        out = np.empty(len(self.rows))
        for r, (i, k) in enumerate(self.rows):
            reading = self.bakes[i].readings[k]
            own = sum(w * u[c] * self.sd[c] for c, w in self._own(i, k))
            away = np.log(values[r] / reading.value) if k in SIZES else values[r] - reading.value
            out[r] = (away + own) / reading.sd
        return out

    def _own(self, i: int, key: str) -> list[tuple[int, float]]:
        parts = {**SIZES, **POINTS}.get(key, {})
        return [(self.at[("own", self.bakes[i].dough, n)], w) for n, w in parts.items()]

    def derivatives(self, u: Array) -> Array:
        """d residuals / d u, shape (rows + unknowns, unknowns)."""
        base, count = self._misses(self.forecasts(u), u), len(self.bakes)
        out = np.zeros((len(self.rows), len(self.names)))
        kitchens = []
        for t in THETA:
            for i in range(count):
                v = u.copy()
                v[self.at[_theta_name(t, self.bakes[i])]] += STEP
                kitchens.append(self.kitchen(i, v))
        ends = self._bake(kitchens)
        for place, t in enumerate(THETA):
            moved_misses = self._misses(self._pick(ends, place), u)
            for r, (i, _) in enumerate(self.rows):
                out[r, self.at[_theta_name(t, self.bakes[i])]] = (moved_misses[r] - base[r]) / STEP
        for r, (i, k) in enumerate(self.rows):
            for c, w in self._own(i, k):
                out[r, c] = w * self.sd[c] / self.bakes[i].readings[k].sd
        return np.vstack([out, self.whitened])


def learn(bakes: Sequence[Logged]) -> Lesson:
    """What the bakes teach together. Without bakes the lesson is the prior."""
    from scipy.optimize import least_squares

    if not bakes:
        return Lesson((), (), (), (), ())
    s = System(bakes)
    start = np.zeros(len(s.names))
    found = least_squares(
        s.residuals, start, jac=s.derivatives, bounds=(-FAR, FAR), method="trf", ftol=1e-4, xtol=1e-4, gtol=1e-4,
        max_nfev=12,
    )  # fmt: skip
    u = found.x
    jac = s.derivatives(u)
    covariance = np.linalg.inv(jac.T @ jac)
    mean, spread = u * s.sd, covariance * np.outer(s.sd, s.sd)
    scores = _scores(bakes, s, u)
    return Lesson(
        tuple(s.names), tuple(mean.tolist()), tuple(map(tuple, spread.tolist())), tuple(b.ident for b in bakes), scores,
        tuple((b.oven, b.dough) for b in bakes), tuple(s.like.items()),
    )  # fmt: skip


def features_of(bakes: Sequence[Logged]) -> dict[int, Features]:
    """What each dough is like, by its latest bake: the last one given."""
    return {b.dough: features(b.case) for b in bakes}


def _scores(bakes: Sequence[Logged], s: System, u: Array) -> tuple[tuple[int, str, float, float], ...]:
    """What each dough's scores differ by from the forecast: (dough, score, points, one sd)."""
    baked = bake(s.inputs, learned=[s.kitchen(i, u) for i in range(len(bakes))], steps=COARSE)
    # Scores are compared at the hour each bake was tasted.
    ends = aged(baked, with_crust(baked, endings(baked)), [b.case.eaten for b in bakes])
    found = []
    for dough in sorted({b.dough for b in bakes}):
        for key in SCORES:
            misses = [b.readings[key].value - float(ends[key][i]) for i, b in enumerate(bakes)
                      if b.dough == dough and key in b.readings]  # fmt: skip
            if misses:
                found.append((dough, key, *score_of(misses)))
    return tuple(found)


def _names(bakes: Sequence[Logged]) -> list[Name]:
    found: list[Name] = []
    for b in bakes:
        for name in [_theta_name(t, b) for t in THETA] + [("own", b.dough, n) for n in OWN]:
            if name not in found:
                found.append(name)
    return found


def _theta_name(theta: str, b: Logged) -> Name:
    """Whose figure it is: the oven's, the tray's, or the kitchen's. An oven or tray not noted is only this bake's."""
    if theta == "oven_k":
        return ("oven", b.oven if b.oven is not None else b.ident.text, theta)
    if theta == "bottom":
        return ("tray", b.tray if b.tray is not None else b.ident.text, theta)
    return ("kitchen", 0, theta)


def _prior_sd(name: Name, bakes: Sequence[Logged]) -> float:
    whose, ident, what = name
    if whose == "own":
        return OWN_SD[what]
    if what == "oven_k" and any(b.oven == ident and b.case.heat.offset_k is not None for b in bakes):
        return MEASURED_OVEN_SD
    return KITCHEN_SD[what]
