"""A sheet of trials: ingredients stand in its head, and each row is a recipe. The first row is read,
the others stay as notes."""

from __future__ import annotations

import re
from itertools import pairwise

from dough.recipe.amounts import amounts_in, tidy
from dough.recipe.cells import MASS_HEADS
from dough.recipe.clauses import BRACKETED
from dough.recipe.each import is_name
from dough.recipe.names import words_of

MARKS = ("|", "\t", ";", ",")
#: A weight; “3/2” is a day.
NUMBER = re.compile(r"\d{1,6}(?:[.,]\d{1,3})?$")
#: So many ingredients in a head make a sheet.
FEWEST = 3


def first_of_sheet(text: str) -> str:
    """The text, with the first row of a sheet of trials told as lines of a recipe; any other text as it is."""
    lines = text.splitlines()
    for at, (head, row) in enumerate(pairwise(lines)):
        told = _told(head, row)
        if told:
            others = [x for x in lines[at + 2 :] if _told(head, x)]
            below = [x for x in lines[at + 2 :] if x not in others]
            return "\n".join([*lines[:at], *told, *below, *(["Notes", *others] if others else [])])
    return text


#: “Brown sugar: 8 oz / 10 oz”: one version beside another.
TWO = re.compile(r"^(?P<name>[^:|/\d]{2,40}(?:: ?| ))(?P<one>[\d½¼¾⅓⅔][^|]*?) / (?P<other>[\d½¼¾⅓⅔].*)$")
FEWEST_OF_TWO = 4


def _alike(one: str, other: str) -> bool:
    """Whether two amounts are of one unit: “2 cups / 250 g” tells the same again, and is no second version."""
    units = [a.quantity.unit for x in (one, other) for a in amounts_in(tidy(x))[:1]]
    return len(set(units)) == 1


def first_of_two(text: str) -> str:
    """The text of two versions in one list with the first of each amount, the others below as notes."""
    lines = text.splitlines()
    found = [(n, m) for n, x in enumerate(lines) if (m := TWO.match(x.strip())) and _alike(m["one"], m["other"])]
    if len(found) < FEWEST_OF_TWO:
        return text
    for n, m in found:
        lines[n] = f"{m['name']}{m['one']}"
    return "\n".join([*lines, *(f"Note: {m['name']}{m['other']}" for _, m in found)])


def _told(head: str, row: str) -> list[str]:
    """The lines of one row under its head; none where they are no sheet."""
    for mark in MARKS:
        names, figures = ([c.strip() for c in line.strip("| ").split(mark)] for line in (head, row))
        if len(names) != len(figures):
            continue
        both = list(zip(names, figures, strict=True))
        pairs = [(n, f) for n, f in both if NUMBER.match(f) and is_name(BRACKETED.sub("", n))]
        if len(pairs) >= FEWEST and not any(NUMBER.match(n) for n in names):
            said = " ".join(f for n, f in both if (n, f) not in pairs and f)
            return [said, *(f"{f} {_unit(n)} {BRACKETED.sub('', n).strip()}" for n, f in pairs)]
    return []


def _unit(name: str) -> str:
    """The unit that a head's bracket tells; grams where it tells none."""
    inside = " ".join(re.findall(r"\(([^()]*)\)", name))
    return next((MASS_HEADS[w] for w in words_of(inside) if w in MASS_HEADS), "g")
