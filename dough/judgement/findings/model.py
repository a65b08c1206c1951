"""What a finding is made of."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from dough.facts.ingredients import Confidence, Role

SOURCES = {"TXT": "trade texts", "PRAC": "kitchen practice", "EST": "an estimate", "LIT": "food science"}


class State(StrEnum):
    """How much it matters. A note is a remark, look is worth a look, act will spoil the bake."""

    NOTE = "note"
    LOOK = "look"
    ACT = "act"


#: Causes that are each their own, however many there are of them.
EACH = ("dose", "piece")
WORST_FIRST = (State.ACT, State.LOOK, State.NOTE)


@dataclass(frozen=True, slots=True)
class Mend:
    """One step of a remedy. op is line (grams of a line), add (an ingredient, grams), out (a line), swap (another
    ingredient in a line, with its grams), role (a role's percent on its rail) or portion (grams a piece)."""

    op: str
    line_id: str = ""
    ingredient: str = ""
    role: Role | None = None
    grams: float | None = None
    percent: float | None = None


@dataclass(frozen=True, slots=True)
class Remedy:
    """What would mend a finding, in words and as changes. One that is kept was tried: it clears its finding and
    raises no other."""

    words: str
    changes: tuple[Mend, ...]


@dataclass(frozen=True, slots=True)
class Sign:
    """One thing out of the usual. cause and high say what it speaks of and which way; out is how far, 1 where it begins
    to spoil the bake; soft is true for a figure that follows from others (a ratio), which joins another cause."""

    key: str
    cause: str
    high: bool
    state: State
    out: float
    role: Role | None
    line_ids: tuple[str, ...]
    what: str
    why: str
    evidence: str
    confidence: Confidence
    joins: tuple[tuple[str, bool], ...] = ()
    #: The amount that would fit, g, where the sign itself knows it.
    fits_g: float | None = None


@dataclass(frozen=True, slots=True)
class Finding:
    """key is stable for a formula's finding; line_ids are the lines concerned; reasons is everything that says so, the
    first of them in what; no_remedy says why none is offered, where none is."""

    key: str
    state: State
    role: Role | None
    line_ids: tuple[str, ...]
    what: str
    why: str
    evidence: str
    confidence: Confidence
    remedies: tuple[Remedy, ...] = ()
    reasons: tuple[str, ...] = ()
    no_remedy: str = ""
    cause: str = ""
    high: bool = True
    out: float = 0.0
    keys: tuple[str, ...] = ()
    fits_g: float | None = None

    @property
    def same(self) -> tuple[str, bool, str]:
        """What makes it the same finding on another formula: its cause, and the line where each has its own."""
        return (self.cause, self.high, self.line_ids[0] if self.cause in EACH and self.line_ids else "")
