"""Made-up tasters, for demonstrations and tests: each perceives every piece anew, and answers by what it perceives.

What a piece seems is its sample's own strength and one sd of chance (that sd is what d' is told in); a taster's habit
moves all of theirs alike. Nobody is told how to answer.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import combinations

import numpy as np

from dough.tasting.questions import LIKING, PanelQuestion
from dough.tasting.replies import Reply
from dough.tasting.serving import Serving

#: How a strength in sds becomes a figure: middle and points a sd, by question.
FIGURES = {"nine-point": (6.0, 1.3, 1, 9), "scales": (50.0, 12.0, 0, 100), "alike": (60.0, 15.0, 0, 100)}


def tasted(
    question: PanelQuestion, serving: Serving, strength: Sequence[float], rng: np.random.Generator,
    scales: tuple[str, ...] = (), wanted: Mapping[str, float] | None = None,
) -> Reply:  # fmt: skip
    """One taster's reply. strength is each sample's, in sds; wanted is where just right lies on each scale (0)."""
    seems = {p.code: strength[p.sample] + float(rng.normal()) for p in serving.pieces}
    codes = list(seems)
    if question.key == "triangle":
        pairs = {abs(seems[a] - seems[b]): {a, b} for a, b in combinations(codes, 2)}
        alike = pairs[min(pairs)]
        return Reply(choice=next(c for c in codes if c not in alike))
    if question.key == "tetrad":
        low = sorted(codes, key=lambda c: seems[c])
        return Reply(pair=(low[0], low[1]))
    if question.key == "duo-trio":
        reference = strength[serving.compare or 0] + float(rng.normal())
        return Reply(choice=min(codes, key=lambda c: abs(seems[c] - reference)))
    if question.key in ("2-AFC", "3-AFC", "paired"):
        return Reply(choice=max(codes, key=lambda c: seems[c]))
    if question.key == "ranking":
        return Reply(order=tuple(sorted(codes, key=lambda c: -seems[c])))
    if question.key == "just-right":
        return Reply(scores={c: _just_right(seems[c], scales, wanted or {}, rng) for c in codes})
    middle, step, low_end, high_end = FIGURES[question.key]
    habit = float(rng.normal(0.0, 0.7))
    keys = question.figures(scales)
    return Reply(
        scores={
            c: {k: float(np.clip(round(middle + step * (seems[c] + habit)), low_end, high_end)) for k in keys}
            for c in codes
        }
    )


def _just_right(
    seems: float, scales: tuple[str, ...], wanted: Mapping[str, float], rng: np.random.Generator
) -> dict[str, float]:
    points = {k: float(np.clip(round(seems - wanted.get(k, 0.0) + rng.normal(0, 0.3)), -2, 2)) for k in scales}
    off = sum(abs(v) for v in points.values())
    return {**points, LIKING: float(np.clip(round(7.5 - 0.8 * off + rng.normal(0, 0.8)), 1, 9))}
