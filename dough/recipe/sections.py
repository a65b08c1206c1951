"""Parts of a pasted page that are no recipe: what a piece holds when it is eaten, the tools, the notes below."""

from __future__ import annotations

import re
from collections.abc import Sequence
from enum import Enum

from dough.recipe.amounts import amounts_in
from dough.recipe.each import is_name
from dough.recipe.kinds import heading
from dough.recipe.pages import WIDGET, belongs, is_listed

_SURE = (
    r"calories|kcal|energy|saturates|saturated fat|carbs?|carbohydrates?|proteins?|sodium|fib(?:er|re)|cholesterol"
    r"|potassium|energie|énergie|kohlenhydrate|ballaststoffe|glucides|lipides|koolhydraten|kolhydrater"
)
_OTHERS = r"fat|sugars?|salt|calcium|iron|vitamin \w+|fett|eiweiß|zucker|salz|protéines|sel|sucres|vet|eiwit"
#: One line of what a piece holds: “Fat: 6 g”, “of which sugars 11 g”.
NUTRIENT = re.compile(
    rf"^\W*(?:(?:of which|total|dietary|trans|saturated|added|net|per \w+)\W+)*"
    rf"(?:{_SURE}|{_OTHERS})\b\W{{0,3}}(?:\(\w+\)\W{{0,2}})?(?:[\d<]|$)"
    rf"|^\W*\d[\d.,]* ?(?:g|mg|kcal|kj)? ?(?:{_SURE}|{_OTHERS})\W*$",
    re.I,
)
#: Words that no list of ingredients has.
SURE = re.compile(rf"\b(?:{_SURE}|kj)\b", re.I)
#: So many of them in one line, or in lines that follow each other, tell what a piece holds.
FEWEST = 2
#: Headings of what is no part of the recipe, and of what is told below it.
BESIDE = re.compile(
    r"\W*(?:nutrition(?:al)?(?: facts?| info\w*| values?)?|nährwerte?|valeurs nutritionnelles"
    r"|voedingswaarden?|(?:special |baking )?equipment|tools|utensils|kit list)"
    r"(?: (?:needed|required|used|(?:per|pro|par) \w+))?\s*(?:\([^()]*\))?\W*",
    re.I,
)
BELOW = re.compile(
    r"\W*(?:(?:recipe |cook'?s |chef'?s )?(?:notes?|tips?)|storage|to store|storing|faqs?"
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
#: No line of what a piece holds is longer, characters; a longer line is none of these.
LONGEST_TOLD = 400


class Beside(Enum):
    """What a line tells that is no part of the recipe."""

    EATEN = "eaten"
    TOOL = "tool"
    NOTE = "note"
    PAGE = "page"


def told_beside(lines: Sequence[str], card: tuple[int, int]) -> dict[int, Beside]:
    """Which of a text's tidied lines are no part of the recipe, by their numbers: around the card, or in a part beside
    it, which ends with the next heading."""
    start, end = card
    lines = [x if len(x) <= LONGEST_TOLD else "" for x in lines]
    around = [n for n in [*range(start), *range(end, len(lines))] if n >= end or not belongs(lines, n, start)]
    found: dict[int, Beside] = {}
    part: Beside | None = None
    listed = False
    for n, line in enumerate(lines):
        if BESIDE.fullmatch(line):
            part = found[n] = Beside.TOOL
        elif listed and (BELOW.fullmatch(line) or (line.startswith("#") and heading(line) is None)):
            part = found[n] = Beside.NOTE
        elif part is not None and line and heading(line) is None and not _ends(part, line):
            found[n] = part
        elif line:
            part = None
            if WIDGET.fullmatch(line) or (TOOL.match(line) and not is_name(line)):
                found[n] = Beside.TOOL
        amounts = amounts_in(line)
        listed = listed or (n not in found and bool(amounts) and amounts[0].start == 0)
    return found | dict.fromkeys(_eaten(lines), Beside.EATEN) | dict.fromkeys(around, Beside.PAGE)


def _ends(part: Beside, line: str) -> bool:
    """Whether a line under a heading of tools is one of the list: nobody says where the tools end."""
    return part is Beside.TOOL and is_listed(line) and not NUTRIENT.match(line)


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
