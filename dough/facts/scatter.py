"""How much two bakes of one dough differ anyway, and two pieces of one tray: as kitchens usually do, and this one."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field

from dough.facts.quantities import quantities, quantity

#: What scatters with size is a share of it, the rest is in its own unit.
SIZES = tuple(q.key for q in quantities().values() if q.relative)
#: One sd between the means of two bakes, and between two pieces of one tray (data/quantities.csv).
USUAL = {q.key: q.scatter for q in quantities().values() if q.scatter is not None}
PIECE = {q.key: q.piece for q in quantities().values() if q.piece is not None}
#: The usual counts as much as so many repeats of the kitchen's own (judgement).
USUAL_COUNTS = 8


@dataclass(frozen=True, slots=True)
class Scatter:
    """sd as in ``USUAL``; repeats how many bakes beyond the first of a version stand behind each (none: the usual)."""

    sd: Mapping[str, float] = field(default_factory=lambda: USUAL)
    repeats: Mapping[str, int] = field(default_factory=dict)

    def of(self, key: str, value: float | None) -> float:
        """One sd between the means of two bakes, in the measure's unit, for a cookie of about this value.

        Raises KeyError for what is not measured; a size whose value is unknown has the scatter of a common drop
        cookie (85 mm wide, 10 mm tall).
        """
        return self.sd[key] * _size(key, value)

    def piece(self, key: str, value: float | None) -> float:
        """The same between two pieces of one tray; a kitchen whose bakes scatter less has steadier pieces too."""
        return PIECE[key] * _size(key, value) * min(self.sd[key] / USUAL[key], 1.0)

    def words(self) -> str:
        """Where the scatter comes from."""
        most = max(self.repeats.values(), default=0)
        if most == 0:
            return "Scatter as kitchens usually have it: no version was baked twice in one oven yet."
        many = "1 repeat" if most == 1 else f"{most} repeats"
        return f"Scatter from {many} in this kitchen, with the usual counted as {USUAL_COUNTS}."


def _size(key: str, value: float | None) -> float:
    if key not in SIZES:
        return 1.0
    return abs(value) if value else quantity(key).usual or 1.0


AS_USUAL = Scatter()


def away(key: str, measured: float, told: float) -> float:
    """How far a bake is from its forecast, in the unit scatter has: of sizes the logarithm of their ratio."""
    return math.log(measured / told) if key in SIZES else measured - told


def learned(groups: Iterable[Sequence[Mapping[str, float]]]) -> Scatter:
    """The scatter of a kitchen from its repeats: each group holds how far bakes of one version in one oven were from
    the forecast of what was really done (see ``away``), by measure. What the forecast is off by for all of a group
    drops out.

    The usual variance and the groups' own, pooled by their degrees of freedom.
    """
    squares, repeats = dict.fromkeys(USUAL, 0.0), dict.fromkeys(USUAL, 0)
    for group in groups:
        for key in USUAL:
            values = [b[key] for b in group if key in b]
            if len(values) > 1:
                mean = math.fsum(values) / len(values)
                squares[key] += math.fsum((v - mean) ** 2 for v in values)
                repeats[key] += len(values) - 1
    sd = {
        key: math.sqrt((USUAL_COUNTS * usual**2 + squares[key]) / (USUAL_COUNTS + repeats[key]))
        for key, usual in USUAL.items()
    }
    return Scatter(sd, {k: n for k, n in repeats.items() if n})
