"""Place the steps of the texture scores so that the styles come out as their table says.

    python -m evidence.texture

A search one step at a time over the ``tx_*`` rows. They answer to the table of styles, which is
judgement itself, and may not lose a trend or a fitted anchor for it. Run it after the fit, which
changes water and size.
"""

from __future__ import annotations

import numpy as np

from dough.bake.batch import Baked, bake
from dough.bake.outputs import endings
from dough.facts.bake_parameters import parameters, values
from dough.facts.styles import styles
from evidence.anchors import Anchor
from evidence.fit import write
from evidence.judge import judge
from evidence.kinds import style_inputs

SCORES = ("rim_crisp", "middle_soft", "bite_chewy", "crumb_cakey")
#: How strongly each step is held where it was first put (the search itself starts where the steps are).
HELD = 6.0


def _cost(baked: Baked, numbers: dict[str, float], first: dict[str, float], span: dict[str, float]) -> float:
    ends = endings(Baked(baked.inputs, baked.cases, baked.series, baked.steps_bake, numbers))
    names = list(style_inputs())
    gap = [float(ends[s][names.index(n)]) - getattr(styles()[n], s) for n in names for s in SCORES]
    moved = [HELD * (numbers[k] - first[k]) / span[k] for k in first]
    return float(np.sum(np.square(gap))) / 100.0 + float(np.sum(np.square(moved))) + _lost(numbers)


def _lost(numbers: dict[str, float]) -> float:
    """What a trend gone wrong, a fitted anchor out of range, costs: more than any score is worth."""
    rows, moves = judge("current", numbers)
    out = sum(not v.inside for v in rows if isinstance(v.row, Anchor) and v.row.fitted)
    return 30.0 * sum(not v.direction for v in moves) + 8.0 * out


def main() -> None:
    table, numbers = parameters(), values("current")
    names = [s for s, p in table.items() if s.startswith("tx_") and p.kind == "fitted"]
    first = {s: table[s].base for s in names}
    span = {s: table[s].high - table[s].low for s in names}
    baked = bake(list(style_inputs().values()), numbers)
    best = _cost(baked, numbers, first, span)
    print(f"start {best:.1f}")
    size = 0.25
    while size > 0.004:
        better = False
        for s in names:
            for way in (1.0, -1.0):
                at = min(max(numbers[s] + way * size * span[s], table[s].low), table[s].high)
                cost = _cost(baked, {**numbers, s: at}, first, span)
                if cost < best - 1e-9:
                    best, better = cost, True
                    numbers[s] = at
        size *= 1.0 if better else 0.5
    print(f"end {best:.1f}")
    write({s: numbers[s] for s in names})


if __name__ == "__main__":
    main()
