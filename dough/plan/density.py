"""How heavy dough is for its size: from what is in it and the air its method leaves, or from what was weighed.

Sources: densities of the parts (H for water, fat and salt; sugar mostly undissolved, M; flour comes to its 1.44); air
by method (``dough.accounts.butter.method``, M). Dough without air comes to 1.25 to 1.30 g/ml, creamed to 1.12 to 1.20
(M).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.accounts.butter.method import STATES
from dough.accounts.formula import Draft, Line
from dough.bake.intake import air_of
from dough.facts.errors import EntryError
from dough.facts.ingredients import ADDITIVE, Role

#: g/ml of each part; what is not named counts as starch does.
PARTS = {
    "water": 1.0, "fat": 0.93, "sucrose": 1.58, "reducing": 1.50, "lactose": 1.53, "other_sugar": 1.5, "salt": 2.16,
    "minerals": 2.2, "ethanol": 0.79,
}  # fmt: skip
SOLIDS = 1.54
#: How far off the estimate may be, one sd as a share, and how far off one weighing is.
ESTIMATE_SD, WEIGHED_SD = 0.04, 0.02
#: What anything like dough can weigh.
LEAST, MOST = 0.6, 1.6


@dataclass(frozen=True, slots=True)
class Density:
    """g/ml with one standard deviation, and where it is from, in words."""

    g_per_ml: float
    sd: float
    words: str

    def agrees(self, g_per_ml: float, spans: float = 2.5) -> bool:
        """Whether another figure could be this dough."""
        return abs(g_per_ml - self.g_per_ml) <= spans * math.hypot(self.sd, WEIGHED_SD * self.g_per_ml)


def dough_density(draft: Draft, weighed: tuple[tuple[float, float], ...] = ()) -> Density | None:
    """Density of a draft's dough as mixed. weighed are (grams, ml) of dough pressed level into something.

    None where no amount is known. Raises EntryError for a weighing that can't be dough.
    """
    for grams, ml in weighed:
        if ml <= 0 or grams <= 0 or not LEAST <= grams / ml <= MOST:
            said = f" {grams / ml:.2f} g/ml." if ml > 0 else ""
            raise EntryError(
                "weighed", f"Dough weighs 0.6 to 1.6 g/ml;{said or ' weigh it again.'} Check both figures."
            )
    if weighed:
        values = [g / ml for g, ml in weighed]
        mean = sum(values) / len(values)
        return Density(mean, WEIGHED_SD * mean / math.sqrt(len(values)), f"weighed here, {len(values)} times")
    lines = [x for x in draft.formula.lines if x.in_dough and x.grams]
    base = [x for x in lines if x.role is not Role.FOLD_IN]
    mass = sum(x.grams or 0.0 for x in lines)
    if not mass:
        return None
    air = STATES[draft.process.method].overrun * air_of(draft)
    volume = sum(_ml(x) for x in base) * (1.0 + air) + sum(_ml(x) for x in lines if x.role is Role.FOLD_IN)
    found = mass / volume
    return Density(found, ESTIMATE_SD * found, f"estimated from what is in it and {100.0 * air:.0f} % air")


def _ml(line: Line) -> float:
    parts = line.ingredient.parts
    per_100: float = sum(getattr(parts, n) / PARTS.get(n, SOLIDS) for n in ADDITIVE)
    return (line.grams or 0.0) / 100.0 * per_100
