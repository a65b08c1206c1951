"""Ingredients in one line, each name before its amount: “butter 120 g, sugar 90 g, egg 1 (50 g), salt 2 g”.

An amount belongs to the name before it, which only the whole line shows: read from the left, each would go to the name
that follows.
"""

from __future__ import annotations

import re

from dough.recipe.amounts import amounts_in
from dough.recipe.names import match
from dough.recipe.process import is_bake

#: What parts such a line, the surest first.
SEMICOLON = (r"\s*;\s*",)
MARKS = (r"\s*[·•|¦●▪◦]\s*", r"\s+-\s+", *SEMICOLON, r",\s+(?:and\s+)?", r"\s+/\s+", r"\s+\+\s+")
#: Marks that only part things, so that what stands between two of them may be told in any order.
STRONG = (MARKS[0], r"\s+/\s+", *SEMICOLON)
#: So many ingredients make a list, and so many of its pieces have to be one.
FEWEST, SHARE = 3, 0.75
#: Any of these marks.
MARKED = r"[·•|¦●▪◦;/]"
#: So many, where only one of them names first.
MANY = 4
#: Two do where there is nothing else, and no word of either is unknown: “rye flour 90 g, butter 70 g”.
TWO = 2
#: What stands before the first of a list.
LEAD_IN = re.compile(r"^(?:that is|that's|i\.?e\.?,?|namely|so|viz\.?|it is|it's|we have|here goes)\s+", re.I)
#: “Dough 1 (plain): …”: such a figure numbers what follows.
COUNTED_HEAD = re.compile(
    r"\b(?:dough|mix|mixture|part|layer|batch|version|phase|stage|half|recipe|bowl|tin|pot)\W{0,2}\d{1,2}\b"
    r"(?:\s*\([^()\d]*\))?"
    r"|\b(?:per|for|makes?|yields?|voor|für|pour|para|till|för)\s+"
    r"(?:(?:about|zo'n|ca\.?|circa|environ|unos|unas|etwa) )?\d{1,4} [^\W\d_]+(?:\s*\([^()]*\))?",
    re.I,
)
#: Two are enough where they are joined and each has its amount in a bracket: “egg (1) plus yolk (1)”.
#: “farine 300 g et cacao 40 g”.
EACH_MEASURED = re.compile(
    r"(?P<a>[^,;:()]{3,40}? \d[\d.,]* ?(?:g|kg|ml|oz|cl|dl)) (?:plus|and|\+|&|et|und|e|y) "
    r"(?P<b>[^\d,;:()]{3,40} \d[\d.,]* ?(?:g|kg|ml|oz|cl|dl))(?P<rest>[^\d]*)$",
    re.I,
)
BOTH = re.compile(r"(?P<a>[^()\d]+\([^()]*\d[^()]*\)) (?:plus|and|\+|&) (?P<b>[^()\d]+\([^()]*\d[^()]*\))$", re.I)
#: A name before its amount has at most so many words.
MOST_WORDS = 6
#: Nobody writes such a line longer, characters.
LONGEST = 4_000


def listed(line: str, marks: tuple[str, ...] = MARKS) -> list[str]:
    """The ingredients of a line that names each before its amount; empty for any other line."""
    if len(line) > LONGEST:
        return []
    head, colon, rest = line.partition(":")
    head = COUNTED_HEAD.sub(" ", head)
    # “The order is for 240 of the 60 g size, that is: flour 4.9 kg, …”: figures before the colon are of nothing listed.
    leading = match(head)
    before = not amounts_in(head) or not ((leading.ident and not leading.unknown) or re.search(r"[()]", head))
    fewest = FEWEST if leading.ident else TWO
    body = LEAD_IN.sub("", rest.strip()) if colon and before and len(amounts_in(rest)) >= fewest else line
    both = BOTH.match(line.strip(" .,;")) or EACH_MEASURED.fullmatch(line.strip(" .,;"))
    if both is not None and all(match(_name_of(p)).ident for p in (both["a"], both["b"])):
        return [both["a"], both["b"]]
    for mark in marks:
        pieces = _joined(_outside_brackets(mark, body), strong=mark in STRONG)
        named = [p for p in pieces if _names_first(p)]
        known = [p for p in named if match(_name_of(p)).ident]
        either = [p for p in pieces if p in named or (mark in STRONG and _stands_alone(p)) or _measures_first(p)]
        if len(pieces) == len(known) == TWO and not any(match(_name_of(p)).unknown for p in pieces):
            return [p.strip(" .;,") for p in pieces]
        # Fewer that name first do where each of the pieces has its own amount and name.
        all_told = len(pieces) == len(either) >= (FEWEST if len(known) >= TWO else MANY if known else len(pieces) + 1)
        if all_told or (len(known) >= FEWEST and len(either) >= SHARE * len(pieces)):
            return [p.strip(" .;,") for p in pieces if p.strip(" .;,")]
    return []


def at_marks(line: str) -> list[str]:
    """“125 g butter • 90 g sugar | 1 egg”: the ingredients of a line that marks part, each after its amount; empty for
    any other line."""
    if len(line) > LONGEST or not re.search(MARKED, line):
        return []
    for mark in STRONG:
        pieces = [p.strip(" .;,") for p in _outside_brackets(mark, line) if p.strip(" .;,")]
        measured = [p for p in pieces if _measures_first(p)]
        if len(measured) >= TWO and all(p in measured or _stands_alone(p) for p in pieces):
            return pieces
    return []


def _outside_brackets(mark: str, text: str) -> list[str]:
    """A text parted at a mark where that stands in no bracket, and not inside a figure."""
    found, depth, last = [], 0, 0
    starts = {m.start(): m.end() for m in re.finditer(mark, text)}
    if not starts:
        return [text]
    for i, ch in enumerate(text):
        depth += (ch == "(") - (ch == ")")
        if depth == 0 and i in starts and i >= last:
            found.append(text[last:i])
            last = starts[i]
    return [*found, text[last:]]


def _joined(pieces: list[str], *, strong: bool) -> list[str]:
    """What measures nothing and names nothing belongs to what stood before it: “chopped”, “at room temperature”."""
    found: list[str] = []
    for piece in pieces:
        named = match(piece)
        if found and not amounts_in(found[-1]) and _only_amount(piece):
            # “walnuts, 1 cup”.
            found[-1] += f" {piece}"
            continue
        alone = bool(amounts_in(piece)) or not found or bool(named.ident and (strong or not named.unknown))
        if alone:
            found.append(piece)
        else:
            found[-1] += f", {piece}"
    return found


def _only_amount(piece: str) -> bool:
    amounts = amounts_in(piece)
    return len(amounts) == 1 and not re.search(r"[^\W_]", piece[: amounts[0].start] + piece[amounts[0].end :])


def _names_first(piece: str) -> bool:
    """“caster sugar 90 g”, “egg 1 (50 g)”: words, then an amount, then nothing that is named."""
    plain = re.sub(r"\([^()]*\)", " ", piece)
    amounts = amounts_in(plain)
    if len(amounts) != 1 or amounts[0].start == 0 or amounts[0].by_word:
        return False
    before, after = plain[: amounts[0].start].strip(), plain[amounts[0].end :]
    return 0 < len(before.split()) <= MOST_WORDS and bool(match(before).name) and not match(after).ident


def _measures_first(piece: str) -> bool:
    """“1 egg yolk to glaze”: an amount, then what it is of, which no comma could give to another."""
    amounts = amounts_in(piece)
    return bool(amounts) and amounts[0].start == 0 and bool(match(piece[amounts[0].end :]).ident)


def _stands_alone(piece: str) -> bool:
    """“1 egg”, “choc chips as many as you want”, “180 C 10 min”: an ingredient, or a fact of the bake."""
    amounts = amounts_in(piece)
    if is_bake(piece):
        return True
    if not amounts:
        return bool(match(piece).ident)
    return amounts[0].start == 0 and bool(match(piece[amounts[0].end :]).ident)


def _name_of(piece: str) -> str:
    plain = re.sub(r"\([^()]*\)", " ", piece)
    amounts = amounts_in(plain)
    return plain[: amounts[0].start] if amounts else plain
