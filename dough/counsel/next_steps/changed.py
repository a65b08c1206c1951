"""What learning changed of one dough: how sure its forecast became, and whether the next step is another one."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.model import Z80
from dough.counsel.next_steps.teaching import looked_at
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryErrors
from dough.facts.quantities import Quantity


@dataclass(frozen=True, slots=True)
class Changed:
    """One measure before and after: the forecast, and half the range of what is not known that holds 8 times in 10."""

    attribute: Quantity
    was: float
    was_off: float
    now: float
    now_off: float


def changed(before: Setting, now: Setting, target: Cookie) -> tuple[Changed, ...]:
    """What the wished measures of one draft were and are forecast as; empty without a forecast or a target."""
    wished = [a for a in ATTRIBUTES if getattr(target, a.key) is not None]
    if not wished or not all(isinstance(s.case(), BakeCase) for s in (before, now)):
        return ()
    try:
        ends, rows = looked_at([before, now], [a.key for a in wished])
    except EntryErrors:
        return ()
    off = Z80 * np.linalg.norm(rows, axis=2)
    return tuple(
        Changed(a, float(ends[0, k]), float(off[0, k]), float(ends[1, k]), float(off[1, k]))
        for k, a in enumerate(wished)
    )


def changed_words(was: str, now: str, found: tuple[Changed, ...]) -> str:
    """What the last learning did, in a sentence or two."""
    same = f"It left the next step as it was: {now}."
    said = same if was == now else f"The next step was {was}; now it is {now}."
    surer = [c for c in found if c.now_off < 0.9 * c.was_off]
    if surer:
        most = max(surer, key=lambda c: c.was_off / c.now_off)
        a = most.attribute
        said += f" {a.label} is known to ±{a.amount(most.now_off)} instead of ±{a.amount(most.was_off)}."
    return said
