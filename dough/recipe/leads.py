"""What stands before what is measured: leads of a line, lists' openings, and what may be the title."""

from __future__ import annotations

import re

from dough.recipe.amounts import amounts_in
from dough.recipe.clauses import BRACKETED, SENTENCE, nameish
from dough.recipe.names import match

#: A first line up to here can be a title; a dough's name holds less of it.
LONGEST_TITLE, NAME_HOLDS = 120, 80
#: So many amounts behind a colon are told of all of them.
SEVERAL = 2
#: What a line of a list may open on before its amount.
LED_IN = re.compile(
    r"(?:(?:add|take|use|get|have|need|you(?:'ll| will)? need|weigh(?: out)?|measure(?: out)?|(?:put|stir|mix|beat) in"
    r"|and|then|next|now|plus|also|finally|first|start with)[ ,:]+)+",
    re.I,
)
#: “Thin pecan wafers -- 3 oz butter, …”: a title before the first amount.
TITLED = re.compile(
    r"(?P<title>[^\d:(]{4,60}?\b(?:cookies?|biscuits?|wafers?|bars?|shortbreads?|snaps?|drops?|rounds?|crisps?|thins?|recipe)"
    r"\b\"?)\s*(?:--?|[.:])\s+(?=\d)",
    re.I,
)


def behind_lead(line: str) -> str:
    """“Halve it if you like: flour 240 g, butter 170 g”: what is said before several amounts is said of all of them."""
    lead, colon, rest = line.partition(":")
    return rest if colon and not amounts_in(lead) and len(amounts_in(rest)) >= SEVERAL else line


def led_in(line: str, have: set[str]) -> str:
    """“Add 2 tsp vanilla” in a list: the line behind such words, where it is one ingredient that no line names."""
    lead = LED_IN.match(line)
    rest = line[lead.end() :] if lead else ""
    first = SENTENCE.split(rest)[0]
    amounts = amounts_in(first)
    found = match(nameish(BRACKETED.sub(" ", first)).partition(",")[0])
    one = len(amounts) == 1 and amounts[0].start == 0 and found.ident and not found.unknown
    return rest if one and found.name not in have else line


def held(title: str) -> str:
    """A title as a dough's name can hold it, cut between words."""
    if len(title) <= NAME_HOLDS:
        return title.rstrip()
    return title[: NAME_HOLDS + 1].rpartition(" ")[0].rstrip(" ,;-") or title[:NAME_HOLDS]
