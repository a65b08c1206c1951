"""Part of an amount told inside it: “flour 260 g, of which 40 g almond meal”, “sugar 180 (of that 60 demerara, rest
caster)”."""

from __future__ import annotations

import re

from dough.recipe.each import is_name

#: Nobody writes such a line longer, characters.
LONGEST = 4_000
_UNIT = r"(?: ?(?P<{0}>g|kg|gr|ml|oz|lbs?|cups?|c|tbsp|tsp)\b)?"
_TOLD = r"[,;]?\s*\(?(?:of which|of that|of those|of these|including|incl\.?) "
OF_WHICH = re.compile(
    r"(?:(?P<name>[a-z][a-z -]{1,28}?)[ :=-]+(?P<whole>\d+(?:[.,]\d+)?)"
    + _UNIT.format("unit")
    + r"|(?P<whole_first>\d+(?:[.,]\d+)?)"
    + _UNIT.format("unit_first")
    + r" (?P<name_behind>[a-z][a-z -]{1,28}?))"
    + _TOLD
    + r"(?P<part>\d+(?:[.,]\d+)?)"
    + _UNIT.format("part_unit")
    + r" (?:of )?(?P<one>[a-z][a-z -]{1,28}?)(?:[,;]? (?:and )?(?:the )?rest(?: is)? (?P<rest>[a-z][a-z -]{1,28}?))?"
    r"\)?(?=\s*(?:[,.;()]|$))",
    re.I,
)


def in_its_parts(line: str) -> str:
    """A line with such an amount told in its two parts; any other line as it is."""
    return (
        OF_WHICH.sub(_both, line) if " which" in line or " that" in line or "incl" in line or "those" in line else line
    )


def _both(found: re.Match[str]) -> str:
    head = (found["name"] or found["name_behind"]).strip()
    unit = found["unit"] or found["unit_first"] or ""
    whole, part = (float(x.replace(",", ".")) for x in (found["whole"] or found["whole_first"], found["part"]))
    if (found["part_unit"] or unit) != unit or not 0 < part < whole:
        return found.group(0)
    one, rest = _kind(found["one"], head), _kind(found["rest"] or head, head)
    return f"{whole - part:g} {unit} {rest}, {part:g} {unit} {one}" if one and rest else found.group(0)


def _kind(name: str, head: str) -> str:
    """A kind by its own name, or with that of the whole."""
    return next((n for n in (name.strip(), f"{name.strip()} {head}") if is_name(n)), "")
