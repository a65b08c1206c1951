"""The side view of a cookie as points, for one drawing of target, forecast and bake at one scale."""

from __future__ import annotations

#: Fullness k of a finished piece: mean height over middle height. A sphere has 2/3, a disc 1.
#: Drop cookies flatten to about 0.86 and cut pieces keep square edges (drawing assumption, M).
FULLNESS_DROP = 0.86
FULLNESS_CUT = 0.95


def outline(
    diameter_mm: float | None, height_mm: float | None, fullness: float = FULLNESS_DROP, points: int = 33
) -> tuple[tuple[float, float], ...]:
    """Points (mm from the middle, mm of height) from left rim to right rim.

    The profile is h(s) = h₀ (1 − s)^(1/k − 1) over area share s = (r/R)², with k the fullness and
    h₀ the height in the middle: height_mm / k, since height_mm is the mean over the piece, as a stack or
    several places with a ruler give it. Empty when a size is unknown.
    """
    if diameter_mm is None or height_mm is None:
        return ()
    radius = diameter_mm / 2.0
    half = points // 2
    shares = [1.0 - (1.0 - i / half) ** 2 for i in range(half + 1)]  # denser towards the rim
    right = [
        (radius * x, height_mm / fullness * max(1.0 - x * x, 0.0) ** (1.0 / fullness - 1.0)) for x in shares
    ]  # fmt: skip
    left = [(-x, y) for x, y in reversed(right[1:])]
    return tuple((round(x, 2), round(y, 2)) for x, y in [*left, *right])
