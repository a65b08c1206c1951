"""What a taster said, held against the question and the plate; and which samples that was about.

A reply is a document: choice (a code), pair (two codes), order (codes, best first), scores (by code, one figure) or
said (by code, a figure for each scale); words are optional.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from dough.facts.errors import EntryError
from dough.tasting.questions import LIKING, PanelQuestion
from dough.tasting.serving import Serving

#: The least and most of a figure, by question.
SPANS = {"nine-point": (1.0, 9.0), "scales": (0.0, 100.0), "just-right": (-2.0, 2.0), "alike": (0.0, 100.0)}
MOST_WORDS = 300


@dataclass(frozen=True, slots=True)
class Reply:
    """What was said on one plate."""

    choice: int | None = None
    pair: tuple[int, ...] = ()
    order: tuple[int, ...] = ()
    scores: Mapping[int, Mapping[str, float]] = field(default_factory=dict)
    words: str = ""


@dataclass(frozen=True, slots=True)
class Answer:
    """A plate and its reply; taster is a number within the panel."""

    taster: int
    serving: Serving
    reply: Reply


def checked(question: PanelQuestion, serving: Serving, reply: Reply, scales: tuple[str, ...] = ()) -> Reply:
    """The reply, if it answers all that was asked of this plate. Raises EntryError that says what is missing."""
    codes = {p.code for p in serving.pieces}
    if len(reply.words) > MOST_WORDS:
        raise EntryError("words", f"Up to {MOST_WORDS} characters, please.")
    if question.key == "tetrad":
        if len(set(reply.pair)) != 2 or not set(reply.pair) <= codes:
            raise EntryError("answer", "Touch the two that are alike.")
    elif question.test is not None or question.key == "paired":
        if reply.choice not in codes:
            raise EntryError("answer", "Touch one of them. Guess if you are not sure.")
    elif question.key == "ranking":
        if len(reply.order) != len(codes) or set(reply.order) != codes:
            raise EntryError("answer", "Touch all of them, the one you like best first.")
    else:
        _scored(question, codes, reply, scales)
    return reply


def _scored(question: PanelQuestion, codes: set[int], reply: Reply, scales: tuple[str, ...]) -> None:
    low, high = SPANS[question.key]
    wanted = set(question.figures(scales))
    if set(reply.scores) != codes:
        raise EntryError("answer", "One of them has no answer yet.")
    for code, said in reply.scores.items():
        if set(said) != wanted:
            raise EntryError("answer", f"{code} has a question without an answer.")
        for name, value in said.items():
            least, most = SPANS["nine-point"] if name == LIKING else (low, high)
            if not least <= value <= most:
                raise EntryError("answer", f"{value:g} is not on the scale.")


def is_right(question: PanelQuestion, answer: Answer) -> bool:
    """Whether a difference test was answered right; for which is liked, whether it was the second sample."""
    plate, reply = answer.serving, answer.reply
    if question.key == "tetrad":
        return len({plate.sample_of(c) for c in reply.pair}) == 1
    chosen = plate.sample_of(reply.choice or 0)
    if question.key == "triangle":
        return sum(p.sample == chosen for p in plate.pieces) == 1
    if question.key == "duo-trio":
        return chosen == plate.compare
    return chosen == 1
