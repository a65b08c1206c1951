"""Parts of a pasted page that are no recipe: what a piece holds when it is eaten, the tools, the notes below."""

from __future__ import annotations

import re
from collections.abc import Sequence
from enum import Enum

from dough.recipe.amounts import amounts_in
from dough.recipe.each import is_name
from dough.recipe.kinds import heading

_SURE = (
    r"calories|kcal|energy|saturates|saturated fat|carbs?|carbohydrates?|proteins?|sodium|fib(?:er|re)|cholesterol"
    r"|potassium"
)
#: One line of what a piece holds: “Fat: 6 g”, “of which sugars 11 g”.
NUTRIENT = re.compile(
    rf"^\W*(?:(?:of which|total|dietary|trans|saturated|added|net|per \w+)\W+)*"
    rf"(?:{_SURE}|fat|sugars?|salt|calcium|iron|vitamin \w+)\b\W{{0,3}}(?:\(\w+\)\W{{0,2}})?(?:[\d<]|$)",
    re.I,
)
#: Words that no list of ingredients has.
SURE = re.compile(rf"\b(?:{_SURE}|kj)\b", re.I)
#: So many of them in one line, or in lines that follow each other, tell what a piece holds.
FEWEST = 2
#: Headings of what is no part of the recipe, and of what is told below it.
BESIDE = re.compile(
    r"\W*(?:nutrition(?:al)?(?: facts?| info\w*| values?)?|(?:special |baking )?equipment|tools|utensils|kit list)"
    r"(?: (?:needed|required|used|per \w+))?\s*(?:\([^()]*\))?\W*",
    re.I,
)
BELOW = re.compile(
    r"\W*(?:(?:recipe |cook'?s |chef'?s )?(?:notes?|tips?)|storage|to store|storing|faqs?|comments?|reviews?"
    r"|variations?|make ahead|substitutions?)\W*",
    re.I,
)
#: “1 stand mixer”, “2 baking sheets”.
TOOL = re.compile(
    r"^\W*(?:\d+ |an? )?(?:[a-z-]+ ){0,3}(?:baking sheets?|cookie sheets?|sheet pans?|baking trays?|bowls?|mixer"
    r"|wire rack|racks?|cookie cutters?|cutters?|whisk|spatula|cookie scoop|rolling pin|baking paper"
    r"|parchment(?: paper)?|piping bags?|nozzles?|thermometer|kitchen scales?|scales|food processor|saucepans?"
    r"|silicone mats?)\W*$",
    re.I,
)


class Beside(Enum):
    """What a line tells that is no part of the recipe."""

    EATEN = "eaten"
    TOOL = "tool"
    NOTE = "note"


def told_beside(lines: Sequence[str]) -> dict[int, Beside]:
    """Which of a text's tidied lines are no part of the recipe, by their numbers. A part ends with the next heading."""
    found: dict[int, Beside] = {}
    part: Beside | None = None
    listed = False
    for n, line in enumerate(lines):
        if BESIDE.fullmatch(line):
            part = found[n] = Beside.TOOL
        elif listed and BELOW.fullmatch(line):
            part = found[n] = Beside.NOTE
        elif part is not None and line and heading(line) is None:
            found[n] = part
        elif line:
            part = None
            if TOOL.match(line) and not is_name(line):
                found[n] = Beside.TOOL
        amounts = amounts_in(line)
        listed = listed or (n not in found and bool(amounts) and amounts[0].start == 0)
    return found | dict.fromkeys(_eaten(lines), Beside.EATEN)


def _eaten(lines: Sequence[str]) -> set[int]:
    """Which of the lines tell what a piece holds when it is eaten."""
    found = {n for n, line in enumerate(lines) if len(SURE.findall(line)) >= FEWEST and re.search(r"\d", line)}
    run: list[int] = []
    for n, line in enumerate([*lines, "."]):
        if NUTRIENT.match(line):
            run.append(n)
        elif line:
            if sum(bool(SURE.search(lines[k])) for k in run) >= FEWEST:
                found |= set(run)
            run = []
    return found
