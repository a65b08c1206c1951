"""What is known of the kitchen a bake happens in, and how sure it is.

Six figures describe the kitchen (``THETA``), four more what a dough's own bakes say beyond what the kitchen
explains (``OWN``). Until bakes have been logged each is its prior: no offset, factor one, and the widths below.
The widths are judgement (L), after bake-to-bake practice.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from typing import Any

import numpy as np

from dough.bake.derive import Learned
from dough.facts.quantities import of_role, quantities
from dough.facts.scatter import USUAL

Array = np.ndarray[Any, np.dtype[np.float64]]
#: One sd of what a kitchen may differ by: oven in K, factors as natural logarithms.
KITCHEN_SD = {"spread": 0.5, "drying": 0.25, "browning": 0.4, "gas": 0.4, "oven_k": 10.0, "bottom": 0.25}
THETA = tuple(KITCHEN_SD)
#: One sd of the model's error about one dough, in the part that doughs alike share and in the part that is its own:
#: shares of width and height, points of bake loss, L*. They follow from errors on groups no fit had seen
#: (docs/model.md, How sure a figure is).
SHARED_SD = {"diameter": 0.055, "height": 0.10, "loss": 0.8, "shade": 3.0}
ALONE_SD = {"diameter": 0.045, "height": 0.09, "loss": 0.8, "shade": 3.0}
OWN = tuple(SHARED_SD)
OWN_SD = {n: math.hypot(SHARED_SD[n], ALONE_SD[n]) for n in OWN}
#: How two bakes of the same dough in the same kitchen differ, one sd in the same units.
SCATTER = {
    "diameter": USUAL["diameter_mm"], "height": USUAL["height_mm"], "loss": USUAL["loss_pct"],
    "shade": USUAL["crust_l"],
}  # fmt: skip
#: The same for scores 0 to 100: the model's error about a dough, and bake to bake.
SCORE_SD, SCORE_SCATTER = 6.5, USUAL["rim_crisp"]
SCORES = tuple(q.key for q in of_role("target") if q.unit == "of 100")
#: End values moved by each of OWN: as a factor where sizes, in points where not; and which way.
SIZES = {
    "diameter_mm": {"diameter": 1.0},
    "height_mm": {"height": 1.0},
    "height_middle_mm": {"height": 1.0},
    "height_rim_mm": {"height": 1.0},
    "spread_factor": {"diameter": 1.0, "height": -1.0},
}
POINTS = {
    "loss_pct": {"loss": 1.0},
    "loss_oven_pct": {"loss": 1.0},
    "moisture_whole_pct": {"loss": -1.0},
    "matrix_whole_pct": {"loss": -1.0},
    "l_rim": {"shade": 1.0},
    "l_middle": {"shade": 1.0},
    "l_base": {"shade": 1.0},
    "crust_l": {"shade": 1.0},
    "browned_l": {"shade": 1.0},
}
#: The model's error in end values that no bake is set against, one sd in their unit.
PLAIN_SD = {q.key: q.model_sd for q in quantities().values() if q.model_sd is not None}
GENERAL_WORDS = "General parameters; no bake of this oven has taught it yet."


NOTHING = Learned()


def _prior_root() -> tuple[tuple[float, ...], ...]:
    return tuple(map(tuple, np.diag([*KITCHEN_SD.values(), *OWN_SD.values()]).tolist()))


@dataclass(frozen=True, slots=True)
class Taught:
    """What bakes have taught about one oven, tray and dough.

    learned is the best guess of THETA and own of OWN; root, shape (10, 10), the lower triangular root of their
    joint covariance, THETA first; scores what to add to the four scores, score_sd how sure; bakes how many bakes of
    this kitchen stand behind it, of_oven and of_dough how many of them were in this oven and of this dough.
    """

    learned: Learned = NOTHING
    own: tuple[float, ...] = (0.0,) * len(OWN)
    root: tuple[tuple[float, ...], ...] = field(default_factory=_prior_root)
    scores: tuple[float, ...] = (0.0,) * len(SCORES)
    score_sd: tuple[float, ...] = (SCORE_SD,) * len(SCORES)
    bakes: int = 0
    of_oven: int = 0
    of_dough: int = 0

    def shifted(self) -> list[Learned]:
        """The kitchen moved along each of the first six columns of the root, in turn."""
        return [moved(self.learned, [row[k] for row in self.root[: len(THETA)]]) for k in range(len(THETA))]

    @property
    def words(self) -> str:
        """What the forecast rests on."""
        if self.bakes == 0:
            return GENERAL_WORDS
        many = "bake" if self.bakes == 1 else "bakes"
        where = f"{self.of_oven} in this oven, {self.of_dough} of this dough"
        return f"Learned from {self.bakes} {many} of this kitchen: {where}."


GENERAL = Taught()


def moved(theta: Learned, by: list[float]) -> Learned:
    """A kitchen moved by steps in the order of THETA: K for the oven, natural logarithms for the factors."""
    step = dict(zip(THETA, by, strict=True))
    factors = {n: getattr(theta, n) * math.exp(step[n]) for n in THETA if n != "oven_k"}
    return replace(theta, oven_k=theta.oven_k + step["oven_k"], **factors)


def with_own(ends: dict[str, Array], taught: list[Taught]) -> dict[str, Array]:
    """End values, each of shape (n,), with what each case's dough has said of itself."""
    if all(t is GENERAL for t in taught):
        return ends
    own = {n: np.array([t.own[i] for t in taught]) for i, n in enumerate(OWN)}
    found = dict(ends)
    for key, parts in SIZES.items():
        if key in found:
            found[key] = found[key] * np.exp(sum(w * own[n] for n, w in parts.items()))
    for key, parts in POINTS.items():
        if key in found:
            found[key] = np.clip(found[key] + sum(w * own[n] for n, w in parts.items()), 0.0, 100.0)
    for i, key in enumerate(SCORES):
        if key in found:
            found[key] = np.clip(found[key] + np.array([t.scores[i] for t in taught]), 0.0, 100.0)
    return found


def row_of(key: str, value: float, moves: Array, taught: Taught) -> Array:
    """What one sd of everything not known does to an end value, in its unit: along the ten columns of the root (moves
    holds what each of the kitchen's six shifts does), then along each score's own error. Shape (14,)."""
    parts, scale = (SIZES[key], value) if key in SIZES else (POINTS.get(key, {}), 1.0)
    known = len(THETA) + len(OWN)
    row = np.zeros(known + len(SCORES))
    for name, weight in parts.items():
        row[:known] += scale * weight * np.array(taught.root[len(THETA) + OWN.index(name)])
    row[: len(THETA)] += moves
    if key in SCORES:
        row[known + SCORES.index(key)] = taught.score_sd[SCORES.index(key)]
    return row


def spread_of(key: str, value: float, moves: Array, taught: Taught, *, scatter: bool = True) -> float:
    """One sd of an end value, in its unit.

    moves holds what each of the kitchen's six shifts does to it; scatter counts what two bakes differ by anyway.
    """
    parts, scale = (SIZES[key], value) if key in SIZES else (POINTS.get(key, {}), 1.0)
    total = float(np.sum(row_of(key, value, moves, taught) ** 2))
    if scatter:
        total += sum((scale * weight * SCATTER[name]) ** 2 for name, weight in parts.items())
    if key in SCORES:
        total += SCORE_SCATTER**2 if scatter else 0.0
    elif not parts:
        total += PLAIN_SD.get(key, 0.05 * abs(value)) ** 2
    return math.sqrt(total)
