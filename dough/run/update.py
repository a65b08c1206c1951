"""What is known of a kitchen and a dough, moved by something seen while the work goes on.

A Gaussian update of the figures of ``bake.taught`` (the kitchen's six and the dough's four), linear around the best
guess and laid anew from there. extras are figures that belong to the moment (the dough's warmth, where a probe sits)
and are let go afterwards. Nothing is learned by it: whoever asks gets another ``Taught`` to forecast with.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.bake.taught import OWN, THETA, Taught, moved

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Times the line is laid anew, how far a figure is moved to see what it does, and how far it may go, in sds.
ROUNDS, STEP, MOST = 3, 0.5, 3.0
N = len(THETA) + len(OWN)


@dataclass(frozen=True)
class Guess:
    """One state of things: what is known, moved; and the extras in sds."""

    taught: Taught
    extras: tuple[float, ...]


@dataclass(frozen=True)
class Found(Guess):
    """The best guess; cov is what is still unsure in it, in sds of what was known before, shape (N + extras, same)."""

    cov: Array


def updated(
    taught: Taught, told: Callable[[Sequence[Guess]], Array], seen: Array, noise: Array, extras: int = 0
) -> Found:
    """The best guess after something was seen, its taught narrowed by it.

    told says what each of m guesses would have shown, shape (m, k); seen is what was, shape (k,), and noise its
    covariance, shape (k, k). Raises what told raises.
    """
    root = np.array(taught.root)
    size = N + extras
    whiten = np.linalg.inv(np.linalg.cholesky(noise))
    x, cov = np.zeros(size), np.eye(size)
    for _ in range(ROUNDS):
        points = [x, *(x + STEP * np.eye(size)[i] for i in range(size))]
        shown = told([_guess(taught, root, p) for p in points])
        slopes = ((shown[1:] - shown[0]) / STEP).T
        a = whiten @ slopes
        cov = np.linalg.inv(a.T @ a + np.eye(size))
        # Known beforehand is one sd around nothing, so the step is from there, not from where the line was laid.
        x = np.clip(cov @ a.T @ (whiten @ (seen - shown[0] + slopes @ x)), -MOST, MOST)
    found = _guess(taught, root, x)
    narrowed = root @ np.linalg.cholesky(cov[:N, :N])
    return Found(replace(found.taught, root=tuple(map(tuple, narrowed.tolist()))), found.extras, cov)


def _guess(taught: Taught, root: Array, x: Array) -> Guess:
    moves = [float(m) for m in root @ x[:N]]
    own = tuple(o + m for o, m in zip(taught.own, moves[len(THETA) :], strict=True))
    learned = moved(taught.learned, moves[: len(THETA)])
    return Guess(replace(taught, learned=learned, own=own), tuple(float(e) for e in x[N:]))
