"""What was changed: “flour down to 210 from 230”, “150 → 140 g”, “200 g, no, 180 g butter”. Only what it is now is left
in the line; what it was is told beside it."""

from __future__ import annotations

import re

_UNIT = (
    r"(?:kg|g|gr|grams?|ml|oz|ounces?|lbs?|pounds?|cups?|c|tsps?|tbsps?|teaspoons?|tablespoons?|sticks?|eggs?|yolks?"
    r"|whites?)"
)
_NUMBER = r"(?:\d+ \d/\d|\d/\d|\d+(?:[.,]\d+)?)"
_MUCH = rf"{_NUMBER}(?: ?{_UNIT}\b)?"
#: What is done to an amount.
_DONE = (
    r"(?:cut|reduc\w+|lower\w*|rais\w+|increas\w+|dropp?\w*|bump\w*|brought|took|went|goes|gone|go|came|moved?|changed?"
    r"|upped|adjust\w*)"
)
_WAY = r"(?: (?:down|up|back|right down))?"
#: Words behind an amount that say what it was.
_WAS = (
    r"(?:not|instead of|rather than|in place of|down from|up from|from|was|were|formerly|previously|used to be"
    r"|before)"
)
#: What is corrected in the same breath.
_AMENDED = (
    r"(?:no, (?:wait,? )?(?:it's |it is )?|no wait,? |sorry,? |i mean,? |or rather,? |make (?:that|it) |call it "
    r"|scratch that,? (?:it's )?)"
)
#: “150 → 140 caster”.
ARROW = re.compile(r"(?P<was>\d[^→>()]{0,16}?)\s*(?:→|➜|->|=>)\s*(?=[\d.])")
#: “(was 320)”, “(new)”, “(+10)”, “(the book says 250)”.
IN_BRACKET = re.compile(
    r"\s?\((?P<was>(?:was|were|formerly|previously|before|used to be):?\W+\d[^()]*|new|changed"
    r"|[+±-] ?\d[\d.]* ?(?:g|%)?"
    r"|(?:the |my |her |his )?(?:recipe|book|original|card|packet)\b[^()]*"
    r"\b(?:says?|said|has|had|gives|calls? for|used)\b[^()]*\d[^()]*)\)",
    re.I,
)
#: “Cut the sugar from 1 1/2 cups to 1 1/4 cups”, “reduced from 120 to 100 g”.
FROM_TO = re.compile(
    rf",?\s*(?:\b(?:i|we)(?: also| then| have| had| even)? )?\b(?:{_DONE}|down|up){_WAY}"
    rf"(?P<of> [^.;,()\d]{{0,30}}?)?\bfrom (?P<was>{_MUCH}){_WAY} to (?P<now>{_MUCH})",
    re.I,
)
#: “Cut by 20 to 80”.
BY_TO = re.compile(rf",?\s*\b{_DONE}{_WAY} by (?P<was>{_MUCH}) to (?P<now>{_MUCH})", re.I)
#: “Down to 210 from 230”, “up to 260 g”.
TO_FROM = re.compile(
    rf",?\s*\b(?:{_DONE}{_WAY}|(?:now )?(?:down|up|back)) to (?P<now>{_MUCH})"
    rf"(?:,? (?:down |up )?from (?P<was>{_MUCH}))?",
    re.I,
)
#: “Was 250 g, now 226 g”.
THEN_NOW = re.compile(
    rf"(?:\b(?:was|were|used to be) )?(?P<was>{_MUCH}),? (?:but |and )?"
    rf"(?:now|(?:then )?changed to|becomes?) (?P<now>{_MUCH})",
    re.I,
)
#: “Hers was 1 c butter, mine is 2 c”.
MINE = re.compile(
    rf"(?:hers|his|theirs|the original|the book|the recipe) (?:was|is|were|had|has|says?|said) (?P<was>{_MUCH})"
    rf"(?P<of> [^.;:\d()]{{0,30}}?),? (?:but )?(?:mine|ours|i use|we use|i take) "
    rf"(?:is |was |has |are )?(?P<now>{_MUCH})",
    re.I,
)
#: “Target 250 / actual 252”.
TARGETED = re.compile(
    rf"\b(?P<was>(?:target|plan(?:ned)?|aim|wanted|should be)\W{{1,3}}{_MUCH}\W{{1,3}}"
    r"(?:actual(?:ly)?|real|got|weighed|used))"
    rf"\W{{1,3}}(?P<now>{_MUCH})",
    re.I,
)
#: “200 g butter, no, 180 g”.
AMENDED = re.compile(
    rf"(?P<was>{_MUCH})(?P<of>[^.;:\d()]{{0,40}}?)(?:,| -|\.\.\.)\s*(?:well,? |oh,? )?{_AMENDED}(?P<now>{_MUCH})", re.I
)
#: “300 g flour - not 250, as the book has it”.
BESIDE = re.compile(
    rf"(?<=[\w)])(?:,| -)? {_WAS} (?:the )?(?P<was>{_MUCH})(?=\s*(?:[,.;)]|$)|\s+(?:as|like|any ?more|before|last)\b)",
    re.I,
)
#: “The original calls for 1 cup of shortening, but I use 1 cup butter”.
BOOK_HAS = re.compile(
    r"(?P<was>[^.;]{0,60}?\b(?:original\w*|recipe|book|card|packet|she|he|they|it)\b[^.;\d]{0,30}"
    r"\b(?:call(?:s|ed)? for|says?|said|has|had|uses?|used|asks? for)\b[^.;]{0,60}?),? but (?:i|we) (?=[a-z ]{0,20}\d)",
    re.I,
)
#: “Baking powder instead of soda, 4 g”.
FOR_ANOTHER = re.compile(
    r"(?<=[a-z)]) (?:instead of|in place of|rather than)(?: the| any)? [a-z][a-z -]{2,24}?(?=\s*(?:[,;.)]|$))", re.I
)
#: “I leave out the nutmeg and put in 1 tsp cardamom”.
LEFT_OUT = re.compile(
    r"\b(?:i |we )?(?:leave|left|skip|skipped|omit|omitted)(?: out)?(?: the)? [a-z ]{3,24}? and "
    r"(?:put in|put|use|used|add|added|take|took)(?: in)? (?=\d)",
    re.I,
)
#: What a line holds that tells of a change; no longer line does, characters.
TELLS = re.compile(
    r"→|➜|->|=>|\([+±-] ?\d|\b(?:was|were|not|instead|rather|place|from|formerly|previously|before|used|new|changed"
    r"|says?|said|has|had|gives|calls?|called|down|up|back|cut|reduc\w+|lower\w*|rais\w+|increas\w+|drop\w*|by|now|becomes?"
    r"|went|goes|gone|go|brought|took|came|moved?|bump\w*|upped|adjust\w*"
    r"|no|sorry|mean|make|scratch|target|plan\w*|aim|wanted|should|hers|his|theirs|mine|leave|left|skip\w*|omit\w*)\b",
    re.I,
)
LONGEST = 4_000
ENDS_ON_UNIT = re.compile(rf"{_UNIT}$", re.I)


def as_it_is(line: str) -> tuple[str, list[str]]:
    """A tidied line with what its amounts are now, and what it said they were before, in its own words. Pure; a line
    that tells of no change is as it was."""
    if len(line) > LONGEST or not TELLS.search(line):
        return line, []
    before: list[str] = []

    def told(found: re.Match[str], kept: str) -> str:
        said = found.group(0).strip(" ,-()")
        # “Up to 30 g water” may be a change or a limit: what is read is the same.
        limit = said.lower().startswith("up to") and "from" not in said.lower()
        before.append(f"{said}: the most of it is read" if limit else f"{said}: read as a change")
        opens = found.string[: found.start()].rstrip().endswith(".")
        return f" {kept.strip().capitalize()}" if opens else kept

    before += [m["was"].strip() for m in BOOK_HAS.finditer(line)]
    line = BOOK_HAS.sub("", line)
    line = FOR_ANOTHER.sub(lambda m: told(m, ""), line)
    line = LEFT_OUT.sub(lambda m: told(m, ""), line)
    line = IN_BRACKET.sub(lambda m: told(m, ""), line)
    line = FROM_TO.sub(lambda m: told(m, f"{m['of'] or ''} {_with_unit(m)}"), line)
    line = BY_TO.sub(lambda m: told(m, f" {_with_unit(m)}"), line)
    line = TO_FROM.sub(lambda m: told(m, f" {_with_unit(m)}"), line)
    line = AMENDED.sub(lambda m: told(m, f"{_with_unit(m)}{m['of']}"), line)
    line = MINE.sub(lambda m: told(m, f"{_with_unit(m)}{m['of']}"), line)
    line = TARGETED.sub(lambda m: told(m, m["now"]), line)
    line = THEN_NOW.sub(lambda m: told(m, _with_unit(m)), line)
    before += [f"{m['was'].strip()} before" for m in ARROW.finditer(line)]
    line = ARROW.sub("", line)
    line = BESIDE.sub(lambda m: told(m, "") if _measured(line[: m.start()]) else m.group(0), line)
    return (re.sub(r"\s+", " ", line).strip() if before else line), before


def _measured(before: str) -> bool:
    """Whether the same sentence holds a figure already."""
    return any(ch.isdigit() for ch in before.rpartition(". ")[2])


def _with_unit(found: re.Match[str]) -> str:
    """What it is now, with the unit that was only said of what it was."""
    now, was = found["now"], found["was"] or ""
    unit = ENDS_ON_UNIT.search(was)
    return now if ENDS_ON_UNIT.search(now) or not unit else f"{now} {unit.group(0)}"
