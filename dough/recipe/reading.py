"""What has been read of a text so far."""

from __future__ import annotations

from dataclasses import dataclass, field

from dough.accounts.formula import Step
from dough.facts.kitchen_measures import CupCalibration, Habit
from dough.recipe.lines import Understood, either_spoon, read_line

MAX_LINES = 300
#: With so many lines in a list, amounts in its sentences are those of the list told again.
LIST_FROM = 2


@dataclass
class Reading:
    """What has been read so far."""

    habit: Habit
    cups: tuple[CupCalibration, ...]
    title: str = ""
    method: bool = False
    step: Step | None = None
    lines: list[Understood] = field(default_factory=list)
    aside: list[str] = field(default_factory=list)
    #: Clauses that may tell ingredients in sentences, with where they stand among the lines.
    told: list[tuple[int, str]] = field(default_factory=list)
    #: Lines of the text that are one ingredient and nothing else: two of them make a list.
    listed: int = 0
    #: Whether the text says that its figures are grams.
    in_grams: bool = False
    #: The head of the table that is being read.
    head: list[str] = field(default_factory=list)
    #: Short clauses set aside inside a list: nobody knows what they are.
    strays: list[str] = field(default_factory=list)
    #: Where among the lines the part begins that is being read.
    part: int = 0
    #: What the heading above names: “Sugar:”.
    kind: str = ""
    #: The line of the text that ingredients were last taken from.
    taken_at: int = -2
    #: Clauses set aside that need not be seen: they tell of no dough.
    hushed: set[str] = field(default_factory=set)
    #: Notes below the recipe: what they name is told, what they weigh is none of it.
    noted: set[str] = field(default_factory=set)
    #: The lines that are the recipe's own, as they stand.
    of_recipe: list[str] = field(default_factory=list)
    #: Whether all of it is in capitals: a T may be either spoon.
    capitals: bool = False

    def take(self, piece: str, step: Step | None) -> None:
        if len(self.lines) < MAX_LINES:
            line = read_line(piece, self.habit, step, self.cups, in_grams=self.in_grams)
            self.lines.append(either_spoon(line) if self.capitals else line)
        else:
            self.aside.append(piece)
