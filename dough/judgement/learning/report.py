"""A lesson looked at: what each bake was forecast as before, after and without it, and what to measure next."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.bake.contract import BakeCase
from dough.bake.model import forecasts
from dough.bake.taught import OWN, POINTS, SIZES, THETA, Taught
from dough.facts.quantities import quantity
from dough.judgement.learning.fit import System, learn
from dough.judgement.learning.lesson import Lesson
from dough.judgement.learning.logged import Logged
from dough.judgement.learning.reference import Reference

Array = np.ndarray[Any, np.dtype[np.float64]]
#: A reading further off than this, in sd and without its own bake in the fit, is pointed out.
FAR_SD = 2.5
#: How strongly two unknowns must pull against each other to be called hard to tell apart.
MIXED_UP = -0.5


@dataclass(frozen=True, slots=True)
class Check:
    """One reading of one bake in its unit: measured, and forecast by general parameters, by the lesson, and by a
    lesson without this bake; far says that the last is off by more than readings usually are."""

    ident: Reference
    key: str
    measured: float
    general: float
    fitted: float
    left_out: float
    far: bool


@dataclass(frozen=True, slots=True)
class Study:
    """A lesson with the check of every reading."""

    lesson: Lesson
    checks: tuple[Check, ...]

    def error(self, key: str, which: str) -> float | None:
        """Root mean square error of general, fitted or left_out over the bakes that read key; None without any."""
        misses = [getattr(c, which) - c.measured for c in self.checks if c.key == key]
        return math.sqrt(sum(m * m for m in misses) / len(misses)) if misses else None


@dataclass(frozen=True, slots=True)
class Teaches:
    """What one more reading at the next bake would narrow most: which unknown, its sd before and after, how much is
    learned in all (nats), and in words what it would tell apart."""

    key: str
    what: str
    before: float
    after: float
    nats: float
    words: str


def study(bakes: Sequence[Logged]) -> Study:
    """Learn from the bakes, and check each against what the others say of it.

    Leaving a bake out is worked out from the fit by taking its rows away (exact where the model is straight),
    not by fitting anew.
    """
    lesson = learn(bakes)
    if not bakes:
        return Study(lesson, ())
    s = System(bakes)
    u = np.array(lesson.mean) / s.sd
    jac, rest = s.derivatives(u), s.residuals(u)
    start = s.residuals(np.zeros_like(u))
    whole = jac.T @ jac
    checks = []
    for i, b in enumerate(bakes):
        mine = [r for r, (owner, _) in enumerate(s.rows) if owner == i]
        if not mine:
            continue
        j = jac[mine]
        step = np.linalg.solve(whole - j.T @ j, j.T @ rest[mine])
        without = rest[mine] + j @ step
        # How sure a forecast without this bake is, beside how sure the reading is.
        wide = np.sqrt(1.0 + np.einsum("ij,jk,ik->i", j, np.linalg.inv(whole - j.T @ j), j))
        for n, r in enumerate(mine):
            key = s.rows[r][1]
            reading = b.readings[key]

            def back(away: float, key: str = key, value: float = reading.value, sd: float = reading.sd) -> float:
                return value * math.exp(away * sd) if key in SIZES else value + away * sd

            far = abs(without[n]) > FAR_SD * wide[n]
            checks.append(
                Check(b.ident, key, reading.value, back(start[r]), back(rest[r]), back(without[n]), bool(far))
            )
    return Study(lesson, tuple(checks))


#: Readings a cook could add, with what it takes: end value, name.
OFFERED = (
    ("diameter_mm", "the width of a row of six"),
    ("height_mm", "the height of a stack of six"),
    ("loss_pct", "the tray's mass before and after"),
    ("core_c", "the core at the pull"),
    ("l_rim", "the rim's shade from a photo with the card"),
    ("l_base", "the base's shade from a photo with the card"),
)
NAMES = {
    "spread": "how easily dough spreads here", "drying": "how fast it dries here",
    "browning": "how fast it browns here", "gas": "how well it holds gas here",
    "oven_k": "the oven's offset", "bottom": "the tray's heat from below",
    "diameter": "this dough's own width", "height": "this dough's own height", "loss": "this dough's own bake loss",
    "shade": "this dough's own shade",
}  # fmt: skip
TELLS = {
    frozenset({"oven_k", "bottom"}): "would tell a hot oven from a strong heat below",
    frozenset({"oven_k", "browning"}): "would tell a hot oven from a dough that browns fast",
    frozenset({"spread", "diameter"}): "would tell a kitchen where all dough spreads from this dough's own habit",
    frozenset({"drying", "oven_k"}): "would tell a hot oven from a dry one",
    frozenset({"drying", "spread"}): "would tell fast drying from stiff dough",
    frozenset({"browning", "shade"}): "would tell a kitchen that browns fast from this dough's own colour",
}


def teaches(case: BakeCase) -> tuple[Teaches, ...]:
    """What each reading at the bake of this case would teach, most first. case.taught is what is known now."""
    taught = case.taught
    cases = [case, *(replace(case, taught=replace(taught, learned=k)) for k in taught.shifted())]
    ends = [f.ends for f in forecasts(cases)]
    root = np.array(taught.root)
    found = []
    for key, name in OFFERED:
        value = ends[0][key]
        scale, parts = (1.0 / value, SIZES[key]) if key in SIZES else (1.0, POINTS.get(key, {}))
        row = np.zeros(len(root))
        for n, weight in parts.items():
            row += weight * root[len(THETA) + OWN.index(n)]
        row[: len(THETA)] += scale * np.array([e[key] - value for e in ends[1:]])
        row /= _sd(key, value)
        gain = 1.0 + float(row @ row)
        moved_by = root @ row
        before = np.sqrt(np.sum(root**2, axis=1))
        after = np.sqrt(np.maximum(before**2 - moved_by**2 / gain, 0.0))
        best = int(np.argmax(1.0 - after / before))
        what = (*THETA, *OWN)[best]
        found.append(Teaches(key, what, float(before[best]), float(after[best]), 0.5 * math.log(gain),
                             _words(name, what, taught, moved_by, best)))  # fmt: skip
    return tuple(sorted(found, key=lambda t: -t.nats))


def _sd(key: str, value: float) -> float:
    """How sure such a reading is: six cookies, one tray, shades by photo."""
    q = quantity(key)
    sure = q.read_sd or 0.0
    return math.hypot(sure / math.sqrt(6.0) / value if q.relative else sure, q.scatter or 0.0)


def _words(name: str, what: str, taught: Taught, moved_by: Array, best: int) -> str:
    """What it would tell: apart from the unknown it is most mixed up with, where there is one."""
    root = np.array(taught.root)
    covariance = root @ root.T
    sd = np.sqrt(np.diag(covariance))
    against = covariance[best] / (sd[best] * sd)
    other = int(np.argmin(against))
    pair = frozenset({what, (*THETA, *OWN)[other]})
    if against[other] < MIXED_UP and pair in TELLS:
        return f"{name[0].upper()}{name[1:]} {TELLS[pair]}."
    return f"{name[0].upper()}{name[1:]} would say most about {NAMES[what]}."
