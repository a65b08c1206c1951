"""Where the kitchen ends: bowl of the mixer, room in the oven, and what a larger batch changes.

Sources: least and most dough of a mixer as the kitchen says (4.8 l bowls take 0.3 to 1.6 kg; M); double batches cream a
fifth to two fifths longer and leave the bowl 1 to 2 K warmer (L).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

#: Grams of cookie dough a litre of bowl takes at most and wants at least, where the mixer does not say (M).
MOST_G_PER_L, LEAST_G_PER_L = 330.0, 65.0
WARMER_K = 1.5


@dataclass(frozen=True, slots=True)
class Mixings:
    """How many bowls, grams each, and what to mind in words."""

    count: int
    each_g: float
    words: tuple[str, ...]


def mixings(dough_g: float, bowl_l: float | None, least_g: float | None, most_g: float | None) -> Mixings:
    """Divide a dough over bowls, as evenly as can be."""
    most = most_g or (None if bowl_l is None else MOST_G_PER_L * bowl_l)
    least = least_g or (None if bowl_l is None else LEAST_G_PER_L * bowl_l)
    if most is None:
        return Mixings(1, dough_g, ("The mixer's bowl is not noted: say how much it takes under Kitchen.",))
    count = max(math.ceil(dough_g / most - 1e-9), 1)
    each = dough_g / count
    words = []
    if count > 1:
        words.append(
            f"{dough_g:.0f} g are more than the bowl's {most:.0f}: {count} bowls of {each:.0f} g, weighed apart."
        )
    if least is not None and each < least:
        words.append(f"{each:.0f} g are less than the {least:.0f} it can grip: cream by hand, or make more.")
    if each > 0.5 * most and each > 900.0:
        words.append(f"A bowl this full creams a fifth to two fifths longer and leaves it about {WARMER_K:g} K warmer.")
    return Mixings(count, each, tuple(words))
