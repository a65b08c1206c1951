"""What a panel settles of the change between its two samples: it shows, it may stand, one is liked, or it is open.

Only a panel that could have told says that a change may stand (docs/decisions/0049).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from dough.tasting.outcome import PanelOutcome
from dough.tasting.questions import PanelQuestion


class Settles(StrEnum):
    """How the change came out."""

    SHOWS = "shows"
    STANDS = "stands"
    LIKED = "liked"
    OPEN = "open"


@dataclass(frozen=True, slots=True)
class Settled:
    """How, and in words that stand behind a name: “nobody of 24 could tell”."""

    how: Settles
    words: str


def settled(question: PanelQuestion, names: Sequence[str], found: PanelOutcome) -> Settled | None:
    """What a panel of two samples settles; None for questions that decide nothing, and where nobody answered."""
    if len(names) != 2 or not found.of:
        return None
    if question.test is not None and found.right is not None and found.chance is not None:
        guess = f"{found.right} of {found.of} right, where guessing gives {found.chance:.0f}"
        if found.apart:
            return Settled(Settles.SHOWS, f"{found.of} tasters told it: {guess}")
        if found.alike:
            return Settled(Settles.STANDS, f"{found.of} tasters could not tell it: {guess}")
        return Settled(Settles.OPEN, f"not settled: {guess}, and a difference could have been missed")
    if question.about != "liking":
        return None
    if found.liked is None:
        return Settled(Settles.OPEN, f"no preference shown among {found.of} tasters")
    return Settled(Settles.LIKED, f"{names[found.liked]} was liked better by {found.of} tasters")
