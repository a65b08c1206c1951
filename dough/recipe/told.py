"""Ingredients that sentences tell, put among the lines where they stand."""

from __future__ import annotations

import re
from dataclasses import replace

from dough.accounts.formula import Step
from dough.recipe.clauses import nameish
from dough.recipe.each import each_apart
from dough.recipe.kinds import REMARK
from dough.recipe.lines import Understood, place_of, read_line
from dough.recipe.names import match
from dough.recipe.prose import PART_IS, in_parts, measured_in
from dough.recipe.reading import LIST_FROM, Reading

#: “Roll in 2 Tbsp sugar mixed with 2 tsp cinnamon”.
ROLLED_IN = re.compile(r"^\W*(?:then |and )?(?:roll|dip|coat|toss|dredge|sprinkle|dust)\b[^.;\d]*\b(?:in|with)\b", re.I)


def told_mostly(r: Reading) -> bool:
    """Whether sentences tell more ingredients that no line has than there are lines: the text is told, not listed."""
    have = {x.ingredient_id for x in r.lines}
    told = {match(nameish(p)).ident for _, clause in r.told if not REMARK.match(clause) for p in measured_in(clause)}
    return len(told - have - {""}) > max(r.listed, LIST_FROM)


def tell(r: Reading) -> None:
    """Ingredients told in sentences, put among the lines where they stand; what is said again is a reference."""
    have = {x.ingredient_id for x in r.lines}
    more: list[tuple[int, Understood]] = []
    for at, clause in r.told:
        top = place_of(clause) is Step.TOP or bool(ROLLED_IN.match(clause))
        for piece in [] if REMARK.match(clause) else measured_in(each_apart(clause)):
            made = read_line(piece, r.habit, None, r.cups, in_grams=r.in_grams)
            # What goes on top is measured apart from what went in.
            on_top = top and made.ingredient_id in have
            if on_top:
                made = replace(made, step=Step.TOP)
            if on_top or made.ingredient_id not in have:
                have.add(made.ingredient_id)
                more.append((at, made))
    more += _by_parts(r, [made for _, made in more])
    for n, (at, made) in enumerate(sorted(more, key=lambda m: m[0])):
        r.lines.insert(at + n, made)


def _by_parts(r: Reading, measured: list[Understood]) -> list[tuple[int, Understood]]:
    """What is told by parts, weighed by the one of them that has a weight; asked about where none has."""
    found: list[tuple[int, Understood]] = []
    grams = {x.ingredient_id: x.grams for x in [*r.lines, *measured]}
    weighed = PART_IS.search(" ".join([*r.aside, *(clause for _, clause in r.told)]))
    said_part = float(weighed["g"].replace(",", ".")) if weighed else None
    for at, clause in r.told:
        parts = [(p, name, match(name).ident) for p, name in in_parts(clause)]
        part_g = next((g / p for p, _, ident in parts if (g := grams.get(ident)) and p), said_part)
        for p, name, ident in parts:
            if ident not in grams:
                said = f"{p:g} parts {name}" if part_g is None else f"{p * part_g:.4g} g {name}"
                made = read_line(said, r.habit, None, r.cups)
                found.append((at, made if part_g is None else replace(made, notes=(*made.notes, f"{p:g} parts"))))
    return found
