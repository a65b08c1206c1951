"""What a reading was taken of: a bake, a level of a series, or a sample of a panel."""

from __future__ import annotations

import re
from typing import NamedTuple

_TEXT = re.compile(r"(bake)-(\d+)|(series)-(\d+)-level-(\d+)-rounds-(\d+)|(panel)-(\d+)-sample-(\d+)")


class Reference(NamedTuple):
    """kind is "bake", "series" or "panel", number the kitchen's; of a series which level, and how many rounds of it
    were measured: another round makes it another reading; of a panel level says which sample."""

    kind: str
    number: int
    level: int = 0
    rounds: int = 0

    @property
    def text(self) -> str:
        """As it is kept and sent: ``bake-12``, ``series-3-level-1-rounds-2`` or ``panel-5-sample-0``."""
        if self.kind == "bake":
            return f"bake-{self.number}"
        if self.kind == "panel":
            return f"panel-{self.number}-sample-{self.level}"
        return f"series-{self.number}-level-{self.level}-rounds-{self.rounds}"


def read_reference(text: str) -> Reference:
    """The reference a text says. Raises ValueError for another text."""
    found = _TEXT.fullmatch(text)
    if found is None:
        raise ValueError(f"not a reference: {text[:40]}")
    if found[1]:
        return Reference("bake", int(found[2]))
    if found[7]:
        return Reference("panel", int(found[8]), int(found[9]))
    return Reference("series", int(found[4]), int(found[5]), int(found[6]))
