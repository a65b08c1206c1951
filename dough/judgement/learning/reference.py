"""What a reading was taken of: a bake, or a level of a series."""

from __future__ import annotations

import re
from typing import NamedTuple

_TEXT = re.compile(r"(bake)-(\d+)|(series)-(\d+)-level-(\d+)-rounds-(\d+)")


class Reference(NamedTuple):
    """kind is "bake" or "series", number the kitchen's; of a series which level, and how many rounds of it were
    measured: another round makes it another reading."""

    kind: str
    number: int
    level: int = 0
    rounds: int = 0

    @property
    def text(self) -> str:
        """As it is kept and sent: ``bake-12`` or ``series-3-level-1-rounds-2``."""
        if self.kind == "bake":
            return f"bake-{self.number}"
        return f"series-{self.number}-level-{self.level}-rounds-{self.rounds}"


def read_reference(text: str) -> Reference:
    """The reference a text says. Raises ValueError for another text."""
    found = _TEXT.fullmatch(text)
    if found is None:
        raise ValueError(f"not a reference: {text[:40]}")
    if found[1]:
        return Reference("bake", int(found[2]))
    return Reference("series", int(found[4]), int(found[5]), int(found[6]))
