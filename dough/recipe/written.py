"""A text as it was pasted, put into the lines somebody meant: marks of mail off, wrapped lines joined, capitals made
small."""

from __future__ import annotations

import re
from functools import cache
from itertools import pairwise
from textwrap import dedent

from dough.facts.tables import rows
from dough.recipe.amounts import amounts_in, tidy
from dough.recipe.names import match, short_words

#: What is not seen and parts words: soft hyphens, spaces of no width.
UNSEEN = re.compile("[\u00ad\u200b-\u200d\u2060\ufeff]")
#: “> 100 g butter”: what mail puts before what it quotes.
QUOTED = re.compile(r"^\s*(?:>\s?)+", re.M)
#: A line written in capitals has so many letters and no small one.
FEWEST_CAPITALS = 5
#: A line that does not hang goes on only on pages of at least this width, characters.
LEAST_WIDTH = 55
#: So many lines that hang, and this share of them, make a text that was cut to a width.
FEWEST_HANGING, WRAPPED = 2, 0.9
WORK = re.compile(
    r"(?<=\. )(?:bake|mix|beat|drop|roll|chill|add|stir|sift|fold|shape|preheat|combine|blend|spread|press|cool"
    r"|cut|makes)\b"
)
#: A whole word and a point: a short form has hardly four letters, but for these.
ENDED = re.compile(r"(?:\b(?P<word>[^\W\d_]{4,})|%|\))\. [^\W\d_]")
SHORT_FORMS = ("tbsp", "tsps", "tbsps", "pkgs", "pkts", "choc", "approx")
#: “3  Demerara   720”: so many rows that are numbered one after the other.
NUMBERED_ROW = re.compile(
    r"^\s*(?P<number>\d{1,2})[.):]?\s+(?P<rest>[^\W\d_][^\n]*\s\d[\d.,]*(?:\s?(?:g|kg|gr|ml|oz|l))?)\s*$",
    re.I,
)
FEWEST_NUMBERED = 4
#: “[14:03] ben: ”, “14:03 - Ben: ”: when somebody wrote, and who.
STAMPED = re.compile(
    r"^\s*[\[(]?(?:\d{1,2}[./]\d{1,2}(?:[./]\d{2,4})?,? )?\d{1,2}:\d{2}(?::\d{2})?(?: ?[ap]m)?[\])]?\s*[-–—]?\s*"
    r"(?P<who>[^\W\d_]{2,16}: ?)?",
    re.I | re.M,
)
FEWEST_STAMPED = 2
#: “A: sure, 8 oz butter”, below a question.
ANSWERED = re.compile(r"^\s*[AQ] ?: ?", re.M)
ASKED = re.compile(r"^\s*Q ?:", re.M)
#: “[Baker] ”: who speaks.
SPEAKING = re.compile(r"^\s*[\[(][^\W\d_][\w .]{1,14}[\])]\s+(?=[A-Z])", re.M)
GOES_ON = re.compile(r"\b(?:and|or|of|the|an?|with|for|to|in|into|plus|at|until|about|from|each|-)$|[,&+/(]$", re.I)
INDENTED = re.compile(r"^(?: {2,}|\t)")
BULLETED = re.compile(r"^\s*(?:[-*+•·▢□☐◦–▪→»✓☑#]|\[|\(?\d{1,2}[.)]\s|\(?[a-z][.)]\s)")
TABLED = re.compile(r"[|\t;]|\S {2,}\S|\.{3}")


def as_meant(text: str) -> str:
    """The text in lines as they were meant. Pure; any text is answered."""
    text = QUOTED.sub("", UNSEEN.sub("", text))
    if len(STAMPED.findall(text)) >= FEWEST_STAMPED:
        # “[14:03] butter: 225 g” is no message by somebody called Butter.
        text = STAMPED.sub(lambda m: m["who"] if m["who"] and match(m["who"]).ident else "", text)
    text = SPEAKING.sub("", text) if len(SPEAKING.findall(text)) > FEWEST_STAMPED else text
    text = ANSWERED.sub("", text) if ASKED.search(text) else text
    text = _unnumbered(text)
    lines = dedent(re.sub(r"\r\n?", "\n", text)).split("\n")
    return "\n".join(_small(_written_out(line)) for line in _whole_lines(lines))


@cache
def _drawn() -> dict[str, str]:
    """What is drawn instead of being written, and its word."""
    return {r["drawn"]: r["word"] for r in rows("drawn")}


def _written_out(line: str) -> str:
    """“🧂 pinch”: a line whose drawing says what its words do not."""
    drawn = next((d for d in _drawn() if d in line), "")
    if not drawn:
        return line
    words = line.replace(drawn, " ").strip()
    return words if match(tidy(words)).ident else f"{words} {_drawn()[drawn]}"


def _unnumbered(text: str) -> str:
    """The text without the numbers of its lines, where lines that end on a figure are numbered from one on."""
    lines = text.split("\n")
    found = [(n, m) for n, x in enumerate(lines) if (m := NUMBERED_ROW.match(x))]
    run = [n for count, (n, m) in enumerate(found, 1) if int(m["number"]) == count]
    if len(run) < FEWEST_NUMBERED or len(run) < len(found):
        return text
    return "\n".join(NUMBERED_ROW.sub(r"\g<rest>", x) if n in run else x for n, x in enumerate(lines))


def _whole_lines(lines: list[str]) -> list[str]:
    """Lines that were cut to a width put together again."""
    widest = max((len(x.rstrip()) for x in lines), default=0)
    pairs = list(pairwise(lines))
    hanging = [_cut(before, line, widest) for before, line in pairs if _hangs(before, line)]
    # Where nearly every indented line would not have fitted into the one before it, they are the rest of it.
    wrapped = len(hanging) >= FEWEST_HANGING and sum(hanging) >= WRAPPED * len(hanging)
    found = lines[:1]
    for before, line in pairs:
        rest = wrapped and _hangs(before, line) and not BULLETED.match(line)
        if before.strip() and line.strip() and (rest or _goes_on(before, line, widest)):
            found[-1] = f"{found[-1].rstrip()} {line.strip()}"
        else:
            found.append(line)
    return found


def _hangs(before: str, line: str) -> bool:
    """Whether a line stands further in than the first of its lines."""
    return bool(line.strip() and before.strip() and INDENTED.match(line))


def _cut(before: str, line: str, widest: int) -> bool:
    """Whether a line ends where the first word of the next would not have fitted."""
    return len(before.rstrip()) + 1 + len(line.split()[0]) > widest


def _goes_on(before: str, line: str, widest: int) -> bool:
    """Whether a line is the rest of the one before it, by its words."""
    said, more = before.strip(), line.strip()
    if BULLETED.match(line) or TABLED.search(more) or TABLED.search(said):
        return False
    if said.count("(") > said.count(")") and ")" in more:
        return True
    if _hangs(before, line) and not _hangs(before, before) and _cut(before, line, widest):
        # One line that hangs: a list under a heading opens on amounts.
        listed = _opens_on_amount(more) and not GOES_ON.search(said)
        return not listed and not said.endswith(":")
    if not more[0].islower() or _opens_line(more) or said.endswith((".", ":", "!", "?")):
        return False
    return bool(GOES_ON.search(said)) or (widest >= LEAST_WIDTH and _cut(before, line, widest))


def _opens_on_amount(more: str) -> bool:
    amounts = amounts_in(tidy(more))
    return bool(amounts) and amounts[0].start == 0


def _opens_line(more: str) -> bool:
    """Whether a line opens on an amount or a name, as a line of a list does."""
    return _opens_on_amount(more) or bool(match(tidy(more).split(",")[0]).ident)


def _small(line: str) -> str:
    """A line of capitals in small letters; its single letters stay, for they are units and scales."""
    letters = [ch for ch in line if ch.isalpha()]
    if len(letters) < FEWEST_CAPITALS or any(ch.islower() for ch in letters):
        return line
    small = re.sub(r"[^\W\d_]{2,}(?:'[^\W\d_]+)*", lambda m: m.group(0).lower(), line)
    # A sentence begins with a capital, or it would run on.
    small = WORK.sub(lambda m: m.group(0).capitalize(), small)
    return ENDED.sub(
        lambda m: m[0] if m["word"] in (*short_words(), *SHORT_FORMS) else m[0][:-1] + m[0][-1].upper(), small
    )
