"""A whole page that was pasted: where its recipe begins and ends, and what the recipe is called."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence

from dough.recipe.amounts import amounts_in
from dough.recipe.clauses import META, leads_with_ingredient, nameish
from dough.recipe.each import is_name
from dough.recipe.names import match, words_of
from dough.recipe.process import MAKES

#: The heading of a list of ingredients.
INGREDIENTS = re.compile(
    r"\W*(?:ingredients?|zutaten|ingrédients?|ingredientes|ingredienti|ingrediënten|ingredienser|υλικά)\W*", re.I
)
#: What stands below a recipe on a page.
BELOW_IT = re.compile(
    r"\W*(?:(?:\d+ )?(?:comments?|reviews?|replies|kommentare|commentaires)|\d+ (?:thoughts?|responses?) (?:on|to)\b.*"
    r"|leave (?:a|your) (?:comment|reply|review)|did you make (?:this|it)\b.*|share this\b.*|related\b.*"
    r"|you (?:may|might) also (?:like|enjoy)\b.*|more (?:recipes|biscuits|cookies)\b.*"
    r"|(?:keywords?|tags?|filed under)\b.*"
    r"|privacy policy|i made it\b.*|rate this\b.*|subscribe\b.*|newsletter\b.*)\W*(?:\(\d+\))?\W*",
    re.I,
)
#: What is pressed on a page: other units, other batches.
WIDGET = re.compile(
    r"\W*(?:original recipe\b.*|(?:us customary|metric|imperial)(?:\W+(?:us customary|metric|imperial))*"
    r"(?:\W+\d(?:/\d)?x)*|(?:scale:?\W*)?(?:\d(?:/\d)?x\W*){2,}|[-+] ?\d+ ?[-+]|keep screen (?:on|awake)|cook mode\b.*"
    r"|prevent your screen\b.*|add (?:all )?to (?:my |shopping )?list\b.*)\W*",
    re.I,
)
#: So many lines of a list show that a heading is one of a recipe, looked for among so many lines below it.
FEWEST, NEAR = 2, 9
#: A title has from two to so many words; only so many lines above the list may tell of yield and heat.
LONGEST, ABOVE = 12, 14
#: No heading, widget or line of a list is longer, characters.
LONGEST_LINE = 160


def card_of(lines: Sequence[str]) -> tuple[int, int]:
    """From which line to which (that one not counted) a text's tidied lines are its recipe: all of it where nothing
    stands around it."""
    start = next(
        (
            n
            for n, x in enumerate(lines)
            if len(x) <= LONGEST_LINE and INGREDIENTS.fullmatch(x) and _listed(lines[n + 1 :]) >= FEWEST
        ),
        0,
    )
    if start and sum(map(is_listed, lines[:start])) >= FEWEST:
        # Ingredients stand above the heading as well.
        start = 0
    seen = 0
    for n in range(start, len(lines)):
        seen += is_listed(lines[n])
        if seen >= FEWEST and len(lines[n]) <= LONGEST_LINE and BELOW_IT.fullmatch(lines[n]):
            return start, n
    return start, len(lines)


def belongs(lines: Sequence[str], n: int, start: int) -> bool:
    """Whether a line above the list belongs to the recipe: an ingredient as a list has it, or what tells
    of yield, minutes or heat shortly above."""
    line = lines[n]
    if is_listed(line):
        return True
    told = META.match(line) or MAKES.search(line) or re.search(r"\d ?°", line)
    return start - n <= ABOVE and bool(told) and len(words_of(line)) <= LONGEST


def title_of(lines: Sequence[str], start: int) -> str:
    """What a page calls its recipe: what it says twice above the list, else the first line that may be a title."""
    above = [x.strip(" *#_") for x in lines[:start] if _may_be_title(x)]
    twice = [x for x, many in Counter(above).items() if many > 1]
    return next(iter([*twice, *above]), "")


def _may_be_title(line: str) -> bool:
    words = words_of(line)
    plain = 1 <= len(words) <= LONGEST and not re.search(r"[/|:★?>›»]|\d|[.!…]$|·", line)
    return plain and not (META.match(line) or MAKES.search(line) or ON_PAGES.search(line))


#: Words of pages, in no title.
ON_PAGES = re.compile(
    r"\b(?:jump to|skip to|print|pin|menu|search|home|share|save|rate|photos?|reviews?|submitted|updated|published"
    r"|posted|author|by|loading|sign in|log in|schwierigkeit)\b",
    re.I,
)


def _listed(lines: Sequence[str]) -> int:
    return sum(map(is_listed, [x for x in lines if x][:NEAR]))


def is_listed(line: str) -> bool:
    """“200 g butter, soft”: an amount, then a known name; nothing that a sentence could say."""
    if len(line) > LONGEST_LINE or line.endswith((".", "!")):
        return False
    if leads_with_ingredient(line):
        return True
    amounts = amounts_in(line)
    if not amounts or amounts[0].start > 2:
        return False
    name = re.sub(r"\([^()]*\)", " ", nameish(line)).partition(",")[0]
    return is_name(name) or (bool(match(name).ident) and len(words_of(name)) <= FEWEST + 2)
