"""Which of a line's amounts count: the weight in a bracket, so many times what one weighs, sums and differences."""

from __future__ import annotations

import re
from dataclasses import replace

from dough.recipe.amounts import Amount

#: A stated weight wins over a stated volume, a volume over a count.
#: From here on a bare number before “drops” or “leaves” is a weight.
FEWEST_WEIGHED = 10
MASS_FIRST = ("g", "kg", "mg", "oz", "lb")


def choose(line: str, amounts: list[Amount]) -> tuple[list[Amount], str]:
    """Which of a line's amounts count, and the text that is left for the name."""
    rest = line
    for a in reversed(amounts):
        rest = rest[: a.start] + " | " + rest[a.end :]
    name = re.sub(r"\s*\|\s*", " ", re.sub(r"\((?:[^()]*)\)", lambda m: _paren(m.group(0)), rest))
    if not amounts:
        return [], name
    boxes = re.search(r"\b(package|packet|pkg|box|bag|bar|tin|can|jar|tub|sachet|block|pack|square)s?\b", line, re.I)
    first = amounts[0]
    sized = [a for a in amounts[1:] if a.quantity.unit in (*MASS_FIRST, "ml", "fl oz", "tsp", "tbsp", "cup")]
    each_of = [a for a in sized if re.match(r"\s*(?:each|apiece|a piece|per piece)\b", line[a.end :], re.I)]
    if each_of:
        # “2 sticks (113 g each)”: so many times what one weighs.
        weight, many = each_of[0].quantity, first.quantity
        return [
            replace(each_of[0], quantity=replace(weight, low=weight.low * many.low, high=weight.high * many.high))
        ], name
    counted = first.quantity.unit == "" and re.match(r"^[\d ]+[xX×] ?\d", line)
    whole = re.search(r"\bsquares?\s*\(", line, re.I)
    if sized and not whole and (counted or (boxes and first.quantity.unit in ("", "box"))):
        each, count = sized[0].quantity, first.quantity.low
        return [replace(sized[0], quantity=replace(each, low=each.low * count, high=each.high * count))], name
    mass = [a for a in amounts if a.quantity.unit in MASS_FIRST]
    if mass:
        grams = [a for a in mass if a.quantity.unit in ("g", "kg")]
        return [(grams or mass)[0]], name
    joined = [first]
    for a in amounts[1:]:
        between = line[joined[-1].end : a.start].strip().lower()
        if between in ("plus", "+", "and", "&"):
            joined.append(a)
        elif between in ("minus", "less"):
            joined.append(replace(a, quantity=replace(a.quantity, low=-a.quantity.low, high=-a.quantity.high)))
        elif re.search(r"(?:\+|\bplus)$", between[-8:]) and not re.search(r"[^\W\d_]", line[a.end :]):
            # “1/2 cup butter + 1 tbsp”: the name stands between the two.
            joined.append(a)
    # “480 choc drops”: so many drops are a weight of them, and “drops” part of the name.
    weighed = first.quantity.unit == "" and first.quantity.low >= FEWEST_WEIGHED
    with_unit = [a for a in amounts if a.quantity.unit and not (weighed and a.quantity.unit == "loose")]
    if len(joined) == 1 and not first.quantity.unit and with_unit:
        return [with_unit[0]], name
    return joined, name


def _paren(text: str) -> str:
    """What a bracket adds to the name: nothing when it held only amounts or an alternative."""
    inside = text.strip("()")
    if re.match(r"\s*or\b", inside, re.I):
        return f", {inside.strip()}"
    # A share says which one it is: “dark chocolate (70 %)”.
    return f" , {inside} " if re.search(r"[A-Za-z]{3,}|\d ?%", inside) else " "
