"""How far a change goes beyond what a kitchen has baked: there a forecast rests on the model alone."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from dough.accounts.formula import Draft
from dough.counsel.next_steps.levers import values_of
from dough.counsel.next_steps.ranking import Move

#: How near a value that was baked counts as baked, as a share of the lever's full step.
NEAR = 0.34


def beyond(moves: Iterable[Move], baked: Sequence[Draft]) -> tuple[str, ...]:
    """What each move sets outside of the values this dough was baked with, in words; nothing where it was not baked."""
    found = []
    for m in moves:
        if not m.lever.graded:
            continue
        values = []
        for draft in baked:
            try:
                values.append(values_of(m.lever, draft, draft)[1])
            except (KeyError, ValueError, TypeError):
                continue  # a version without that line, or with the value left open
        if not values:
            continue
        low, high = min(values), max(values)
        # What is within a third of a usual change of a bake was as good as baked.
        near = NEAR * m.lever.step
        if not low - near <= m.after <= high + near:
            span = f"{low:.4g}" if high == low else f"{low:.4g} to {high:.4g}"
            found.append(f"{m.lever.name.lower()}, baked here at {span} {m.lever.unit}".strip())
    return tuple(found)
