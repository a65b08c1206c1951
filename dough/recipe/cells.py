"""Rows of a table: a name and an amount, either way round, between bars, tabs, semicolons or commas."""

from __future__ import annotations

import csv
import re

from dough.facts.ingredients import ingredient
from dough.facts.kitchen_measures import egg_part
from dough.recipe.amounts import amount_at, amounts_in
from dough.recipe.names import match, words_of

NUMBER = re.compile(r"\s*\d{1,6}(?:[.,]\d{1,4})?(?:\s*/\s*\d{1,3})?\s*$")
#: Words of a table's head.
HEADS = frozenset(
    [
        "ingredient", "item", "name", "what", "amount", "quantity", "qty", "gram", "grams", "g", "weight",
        "unit", "zutat", "menge", "ingredients", "quantite", "cantidad", "ingrediente", "note", "%", "percent", "baker",
    ]
)  # fmt: skip
#: A column of shares, and columns of weights with the unit a bare number in them has.
SHARES = frozenset(["%", "percent", "pct", "share", "anteil"])
MASS_HEADS = {
    "g": "g", "gram": "g", "gr": "g", "gewicht": "g", "weight": "g", "mass": "g", "kg": "kg", "kilo": "kg", "oz": "oz",
    "ounce": "oz", "lb": "lb", "pound": "lb",
}  # fmt: skip
THOUSANDS = re.compile(r"^[^,]*\s\d{1,3},\d{3}(?:\s*[a-zA-Z]{1,2})?$")
#: “Butter / 2.8”: a name and its figure.
PAIR = 2
#: So many pieces of what is counted stand in a table without a unit; above it they are grams.
MOST_PIECES = 12
#: A cell that says its number counts pieces.
COUNTS = re.compile(r"(?:pcs?|pieces?|ea|each|units?|count|st|stk|stück|pz|uds?)\.?$", re.I)


def cells(line: str, raw: str) -> list[str]:
    """The cells of a row; empty where the line is none. raw is the line before its spaces were put right."""
    for mark in ("|", "\t", ";"):
        source = raw if mark == "\t" else line
        parts = [c.strip() for c in source.strip("| \t").split(mark) if c.strip()]
        if len(parts) >= 2 and (mark != ";" or any(NUMBER.match(c) for c in parts) or is_head(parts)):
            return parts
    told = [c.strip() for c in line.split(" / ")]
    if len(told) == PAIR and words_of(told[0]) and (NUMBER.match(told[1]) or is_head(told)):
        return told
    # A file of values: a cell that holds a comma stands in quotes.
    quoted = '"' in line and "," in line
    parts = [c.strip() for c in (next(csv.reader([line]), []) if quoted else line.split(","))]
    if quoted:
        parts = [c for c in parts if c]
    if not quoted and THOUSANDS.search(line):
        # “Butter 82 % 1,200”: a comma that sets thousands apart.
        return []
    figures = [c for c in parts if NUMBER.match(c)]
    # A comma between two figures is a decimal mark, not the edge of a cell.
    named = all(c in figures or not re.match(r"\d", c) for c in parts)
    if 2 <= len(parts) <= 5 and (quoted or ", " not in line):
        apart = not any(a.quantity.unit for c in parts if c not in figures for a in amounts_in(c))
        if figures and named and apart and len(figures) < len(parts):
            return parts
        # “Butter,1/2 cup,113 g”: a name, then its measures.
        if not amounts_in(parts[0]) and words_of(parts[0]) and all(_measures(c) for c in parts[1:]):
            return parts
    # “Flour,1,5”: a comma that parts and one that is a decimal mark.
    found = re.fullmatch(r"([^\d,]+),(\d{1,6},\d{1,2})", line)
    return [found[1], found[2]] if found else []


def is_head(parts: list[str]) -> bool:
    """Whether a row is the head of its table."""
    words = [w for c in parts for w in words_of(c)] or [""]
    known = HEADS | SHARES | set(MASS_HEADS)
    return not any(amounts_in(c) for c in parts) and all(w in known or len(w) <= 2 for w in words)


def of_columns(head: list[str], parts: list[str]) -> list[str]:
    """A row with the figures that its table's head sets apart left out: shares beside weights, a second batch beside
    the first. The row as it is where the head says nothing, or does not fit it."""
    if len(head) != len(parts):
        return parts
    figures = [i for i, c in enumerate(parts) if NUMBER.match(c)]
    shares = [i for i in figures if "%" in head[i] or SHARES & set(words_of(head[i]))]
    masses = {i: MASS_HEADS[w] for i in figures for w in words_of(head[i]) if w in MASS_HEADS and i not in shares}
    if len(figures) < 2:
        # “Ingredient | kg”: the unit stands in the head alone.
        return [f"{c} {masses[i]}" if i in masses else c for i, c in enumerate(parts)]
    if masses:
        kept = min(masses)
        return [f"{c} {masses[i]}" if i == kept else c for i, c in enumerate(parts) if i == kept or i not in figures]
    if shares and len(shares) < len(figures):
        return [c for i, c in enumerate(parts) if i not in shares]
    return parts


def phrase(parts: list[str]) -> str:
    """A row as an ingredient phrase: amount, then name. A bare number is pieces of what is counted, else grams."""
    figures = [c for c in parts if NUMBER.match(c)]
    by_piece = any(COUNTS.match(c) for c in parts)
    named = next((c for c in parts if c not in figures and not _measures(c) and not _is_unit(c)), "")
    measures = [c for c in parts if _measures(c) and c not in figures]
    # A weight beside a measure is the surer of the two.
    weights = [c for c in measures if (a := amount_at(c, 0)) and a.quantity.unit in ("g", "kg")]
    amount = next(iter([*weights, *measures]), "")
    parts = [c for c in parts if (c == amount or c not in measures) and not COUNTS.match(c)]
    unit = next((c for c in parts if c != named and _is_unit(c)), "")
    rest = [c for c in parts if c not in (named, amount, unit) and c not in figures and not c.endswith("%")]
    if not amount and figures and unit:
        amount = f"{figures[0]} {unit}"
    elif not amount and figures:
        number = figures[0]
        amount = f"{number} pcs" if by_piece else number if _pieces(named, number) else f"{number} g"
    return " ".join([amount, named, *rest]).strip()


def _is_amount(cell: str) -> bool:
    found = amount_at(cell, 0)
    return found is not None and bool(found.quantity.unit) and not cell[found.end :].strip(" .")


def _measures(cell: str) -> bool:
    """“113 g”, “1 cup packed”, “2 large”: an amount with a word or two behind it that name nothing."""
    found = amount_at(cell, 0)
    if found is None or not cell[:1].isdigit():
        return _is_amount(cell)
    left = cell[found.end :].strip(" .")
    return len(left.split()) <= 2 and not match(left).ident


def _is_unit(cell: str) -> bool:
    """Whether a cell is a unit and nothing besides: its number stands in another."""
    found = amount_at(f"1 {cell}", 0)
    return found is not None and bool(found.quantity.unit) and found.end >= len(cell.rstrip(".")) + 2


def _pieces(named: str, number: str) -> bool:
    ident = match(named).ident
    if not ident or egg_part(ingredient(ident)) is None or not re.fullmatch(r"\s*\d{1,2}\s*", number):
        return False
    return int(number) <= MOST_PIECES
