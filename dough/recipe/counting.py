"""Figures without a unit: pieces of what is counted, parts of fruits, and when they are no weight."""

from __future__ import annotations

import re
from dataclasses import replace

from dough.facts.ingredients import Role, table
from dough.facts.kitchen_measures import KitchenAmount, egg_part
from dough.facts.staples import BANANA, LEMON_JUICE, MARSHMALLOW, RASPED_PEEL
from dough.recipe.amounts import Amount, amount_at
from dough.recipe.cells import MOST_PIECES
from dough.recipe.clauses import BRACKETED

SIZE_WORDS = {
    "extra large": "extra large", "extra-large": "extra large", "xl": "extra large", "jumbo": "jumbo", "large": "large",
    "medium": "medium", "small": "small", "med": "medium",
}  # fmt: skip
#: What is counted by the piece where no unit is said.
COUNTED = {BANANA: "banana", MARSHMALLOW: "marshmallow"}
PIECES = ("lemon", "orange", "lime", "banana", "marshmallow")
#: Below it a bare number in a recipe of grams may still be pieces: “2 eggs”.
FEWEST_G = 5
BY_PIECE = re.compile(r"\b(?:pcs?|pieces?|ea|each|stk|stück)\b", re.I)


def two_bare(line: str, amounts: list[Amount]) -> bool:
    """“3 Demerara 720”: which of two figures without a unit is the weight is not for a reader to say."""
    plain = BRACKETED.sub(lambda m: " " * len(m.group(0)), line)
    bare = [a for a in amounts if not (a.quantity.unit or a.by_word) and plain[a.start : a.end].strip()]
    return len(bare) > 1


def in_pieces(ident: str) -> bool:
    """Whether a small bare number may count pieces of it: eggs, fruit, pods; never of salt or soda."""
    item = table().get(ident)
    return item is None or egg_part(item) is not None or ident in COUNTED or item.role in (Role.FLAVOUR, Role.FOLD_IN)


def counted(q: KitchenAmount, ident: str, line: str) -> KitchenAmount:
    item = table().get(ident)
    if q.unit or item is None:
        return q
    if ident in COUNTED:
        return replace(q, unit="piece", piece=COUNTED[ident])
    if egg_part(item) is None or (q.low > MOST_PIECES and not BY_PIECE.search(line)):
        # “egg 50” in a list of bare numbers: nobody breaks so many, so it is asked what they are.
        return q
    lower = line.lower()
    size = next((SIZE_WORDS[w] for w in SIZE_WORDS if re.search(rf"\b{w}\b", lower)), "")
    return replace(q, unit="egg", piece=size)


def of_a_fruit(line: str, ident: str, quantities: tuple[KitchenAmount, ...]) -> tuple[KitchenAmount, ...]:
    """“Zest of half a lemon”, “juice of 1 lemon”, “1 orange, zested”."""
    if ident not in (RASPED_PEEL, LEMON_JUICE) or any(q.unit for q in quantities):
        return quantities
    fruit = next((f for f in PIECES if re.search(rf"\b{f}s?\b", line, re.I)), None)
    if fruit is None:
        return quantities
    if not quantities:
        word = re.search(r"\bof\s+(.*)$", line, re.I)
        amount = amount_at(word.group(1), 0) if word else None
        count = amount.quantity if amount else KitchenAmount(1.0, 1.0, "")
        quantities = (count,)
    return tuple(replace(q, unit="piece", piece=fruit) for q in quantities[:1])
