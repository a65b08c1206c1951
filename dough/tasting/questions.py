"""What a panel can be asked. Source: data/panel_questions.csv (limits: practice, M)."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.facts.errors import EntryError
from dough.facts.tables import rows
from dough.tasting.difference import TESTS, DifferenceTest

#: Nine points of liking, from least to most, as they are always worded.
NINE = (
    "dislike extremely", "dislike very much", "dislike moderately", "dislike slightly", "neither", "like slightly",
    "like moderately", "like very much", "like extremely",
)  # fmt: skip
#: Points of just right, from −2 to 2.
RIGHT = ("far too little", "too little", "just right", "too much", "far too much")
LIKE_THE_TARGET = ("nothing like it", "quite unlike", "in between", "quite like", "the same")


#: Names of the two scales that are no quantity of a cookie.
LIKING, LIKENESS = "liking", "likeness"


#: Questions that give each sample figures.
SCORED = ("nine-point", "alike", "scales", "just-right")


@dataclass(frozen=True, slots=True)
class PanelQuestion:
    """What is asked. about is difference, attribute, liking or description; says is for the cook, asks for the taster;
    fewest and most samples of a panel, and how many pieces a mouth takes in a sitting; both: either answer counts;
    by_scales: the cook says which scales are asked; counted: answers are counted, so that tasters can be reckoned;
    scored: each sample gets figures, so that one can come twice."""

    key: str
    label: str
    about: str
    says: str
    asks: str
    fewest: int
    most: int
    sitting: int
    both: bool
    by_scales: bool
    counted: bool
    scored: bool

    @property
    def test(self) -> DifferenceTest | None:
        """The difference test it is; None for the others."""
        return TESTS.get(self.key)

    def figures(self, scales: tuple[str, ...]) -> tuple[str, ...]:
        """What each sample gets a figure for; scales are those the cook chose."""
        return {
            "nine-point": (LIKING,), "alike": (LIKENESS,), "scales": scales, "just-right": (*scales, LIKING),
        }.get(self.key, ())  # fmt: skip


@cache
def questions() -> dict[str, PanelQuestion]:
    """All of them, in the order in which they are offered."""
    return {
        r["key"]: PanelQuestion(
            r["key"], r["label"], r["about"], r["says"], r["asks"], int(r["fewest"]), int(r["most"]), int(r["sitting"]),
            r["both"] == "yes", r["by_scales"] == "yes", r["key"] in TESTS or r["both"] == "yes",
            r["key"] in SCORED,
        )
        for r in rows("panel_questions")
    }  # fmt: skip


def question(key: str) -> PanelQuestion:
    """One of them. Raises EntryError."""
    found = questions().get(key)
    if found is None:
        raise EntryError("question", f"“{key[:20]}” is not a question a panel can be asked.")
    return found
