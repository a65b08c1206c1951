"""What stands above a line and is said of it: the part it belongs to, the kind a heading names, the amount of the line
before."""

from __future__ import annotations

import re

from dough.recipe.amounts import amounts_in
from dough.recipe.clauses import nameish
from dough.recipe.each import is_name
from dough.recipe.lines import Understood
from dough.recipe.names import match

#: “Dough A (vanilla) - 125 g butter, …”: which part of the recipe follows.
PART = re.compile(
    r"(?:dough|mix|mixture|part|layer|batch|phase|stage|half)\W?(?:\d{1,2}|[A-H])\b(?:\s*\([^()\d]*\))?\s*[-:]\s*(?=\S)",
    re.I,
)
#: “Butter, same amount”, “white sugar - ditto”.
AS_ABOVE = re.compile(
    r"(?P<name>[^,:;\d(]{3,40}?)\s*(?:[,:-]|\()\s*(?:the )?(?:same(?: amount| again| quantity| weight)?|ditto|dito)\)?",
    re.I,
)


def without_part(line: str) -> tuple[str, str]:
    """(the part of the recipe a line begins with, the rest of the line)."""
    found = PART.match(line)
    return (found.group(0).strip(" -:"), line[found.end() :]) if found else ("", line)


def kind_of(heading: str) -> str:
    """The kind of ingredient that a heading names: “Sugar:”; empty for any other."""
    plain = heading.strip(" *_#")
    return plain[:-1].strip() if plain.endswith(":") and is_name(plain[:-1]) else ""


def of_kind(line: str, kind: str) -> str:
    """“white 120 g” under “Sugar:”: the line with its kind, where it is nothing known without it."""
    alone = nameish(line)
    known = not kind or not amounts_in(line) or match(alone).ident or not is_name(f"{alone} {kind}")
    return line if known else f"{line} {kind}"


def as_above(line: str, before: Understood | None) -> str:
    """“Butter, same amount”: the line with the amount of the one before it."""
    found = AS_ABOVE.fullmatch(line.strip(" ."))
    amounts = amounts_in(before.text) if before else []
    if found is None or before is None or len(amounts) != 1 or not is_name(found["name"]):
        return line
    return f"{before.text[amounts[0].start : amounts[0].end].strip()} {found['name'].strip()}"
