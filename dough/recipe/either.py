"""Which part of a name is meant where it tells two: “raisins or dates”, “flour - sieve it”."""

from __future__ import annotations

import re

from dough.recipe.amounts import FILLING_WORDS
from dough.recipe.names import match, words_of

#: “Natural or alkalised cocoa”: what shares its last words with another is so short.
FEW_WORDS = 2


def before_dash(text: str) -> str:
    """“flour - sieve it” names flour; “- flour” too."""
    whole = match(text)
    if whole.ident and not whole.unknown:
        # “Dark chocolate - 100 g (70 %)”: what stands behind says which.
        return text
    for part in re.split(r"\s-\s|\s-$|^-\s", text):
        if match(part).ident:
            return part
    return text


def first_of(text: str) -> tuple[str, str]:
    """“raisins or dates” is raisins, and dates are the alternative."""
    parts = re.split(r"\s+(?:or|oder|ou|oppure|eller)\s+", text, maxsplit=1, flags=re.I)
    if len(parts) == 1:
        return text, ""
    rest = re.sub(r"^[\s,|]+|[\s,|]+$", "", parts[1].split(",")[0])
    first = parts[0].strip(" ,|")
    shared = words_of(parts[1])
    for n in range(len(shared) - 1, 0, -1):
        # “light or dark brown sugar”, “almond or vanilla extract”: the last words are said of both, where that makes
        # the first a thing of its own.
        whole = f"{first} {' '.join(shared[-n:])}"
        alone, together = match(first), match(whole)
        longer = together.ident != alone.ident and set(shared[-n:]) <= set(words_of(together.name))
        one = len(_unfilled(words_of(first))) <= FEW_WORDS
        if together.ident and not together.unknown and longer and one:
            return whole, rest
    if shared and not match(first).ident:
        first = f"{first} {shared[-1]}"
    return first, rest


def _unfilled(words: list[str]) -> list[str]:
    """Words without those that say how a cup was filled: “packed light”."""
    filling = {w for words_ in FILLING_WORDS for w in words_.split()}
    return [w for w in words if w not in filling]
