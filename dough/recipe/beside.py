"""Words beside a known name that make no other thing of it: a maker, praise, what a bracket remarks. A food beside it
does (“cookie butter”), and is asked about."""

from __future__ import annotations

import re

from dough.recipe.clauses import BRACKETED
from dough.recipe.names import Match, food_words, holds_food, is_word_of_names, may_be_slip, words_of

#: Words nobody knows that may stand before a name, or behind a comma, and be left out.
MOST_ODD = 3
#: “Pâte de pistache”, “essence of vanilla”: what stands before such a word is the thing.
MADE_OF = re.compile(r"\b(?:of|de|di|du|del|da|von|van|d')\b", re.I)
#: A maker behind the name is written with a capital, in a line that is not.
MAKER = re.compile(r"^[A-Z][^\W\d_]+$")
#: Where a bracket points to.
POINTS = ("note", "page", "step")
#: “Zimmel's”, “Old Corner Mill”: names in capitals inside a line.
MAKERS = re.compile(r"(?<!^)\b[A-Z][^\W\d_]+(?:'s)?(?=\s)|\b[^\W\d_]+'s\b")
#: “Old Corner Mill butter”: two capitals or more before a name in small letters.
MAKER_RUN = re.compile(r"(?:\b[A-Z][^\W\d_]+ +){2,}(?=[a-z])")
#: Words of quantity, which say how much and not what.
QUANTITY = re.compile(r"^(?:all|half|halve|double|triple|quarter|third|part|teile?|rest|remain\w*|both|each|every)$")
#: Kinds of these are told by a word before them, known here or not.
KINDS_OF = re.compile(
    r"^(?:flour|oil|milk|syrup|juice|powder|extract|essence|cheese|nut|seed|sugar|chocolate|starch|meal|liqueur|spice"
    r"|paste|cereal|fat)$"
)


def left_out(phrase: str, found: Match) -> tuple[str, ...]:
    """The words nobody knows that may be left out of a phrase whose name is known; none where any of them may change
    what it is."""
    if not found.ident or not found.unknown:
        return ()
    outside = BRACKETED.sub(" ", phrase)
    head = outside.partition(",")[0]
    run = MAKER_RUN.search(head)
    maker = set(words_of(run[0])) if run else set()
    telling = [
        w
        for w in found.unknown
        if w not in maker and (w in food_words() or holds_food(w) or is_word_of_names(w) or QUANTITY.match(w))
    ]
    if any(w not in POINTS or w in words_of(head) for w in telling):
        return ()
    if any(may_be_slip(w) for w in found.unknown if w in words_of(head) and w not in maker):
        return ()
    odd = [w for w in found.unknown if w in words_of(outside)]
    if len(odd) > MOST_ODD:
        return ()
    name = set(words_of(found.name))
    said = words_of(head)
    last = max((n for n, w in enumerate(said) if w in name), default=-1)
    makers_of = set(words_of(" ".join(MAKERS.findall(head))))
    if any(KINDS_OF.match(w) and said[n - 1] in odd and said[n - 1] not in makers_of for n, w in enumerate(said) if n):
        return ()
    behind = [w for n, w in enumerate(said) if w in odd and n > last]
    before = [w for n, w in enumerate(said) if w in odd and n < last]
    if last < 0 or (before and MADE_OF.search(head.lower().partition(before[0])[2])):
        return ()
    capitals = {w.lower() for w in head.split() if MAKER.match(w)}
    makers = not head.istitle() and all(any(w in c for c in capitals) for w in behind)
    return () if behind and not makers else found.unknown
