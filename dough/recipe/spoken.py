"""Spoken amounts as figures: “two hundred and fifty grams”, “eighty five of sugar”, “a cup and a half”."""

from __future__ import annotations

import re

_ONES = dict(zip(["one", "two", "three", "four", "five", "six", "seven", "eight", "nine"], range(1, 10), strict=True))
_TEENS = {
    "ten": 10, "eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16,
    "seventeen": 17, "eighteen": 18, "nineteen": 19,
}  # fmt: skip
_TENS = {
    "twenty": 20, "thirty": 30, "forty": 40, "fifty": 50, "sixty": 60, "seventy": 70, "eighty": 80, "ninety": 90,
}  # fmt: skip
_ONE, _TEEN, _TEN = ("|".join(words) for words in (_ONES, _TEENS, _TENS))
_BELOW = rf"(?:(?:{_TEN})(?:[ -](?:{_ONE})\b)?|(?:{_TEEN})|(?:{_ONE}))"
#: Tens alone are a figure only where something is measured by them: “Forty winks” is a name.
_MEASURED = r"(?= ?(?:of|g|gr|grams?|grammes?|ml|mils?|minutes?|mins?|degrees)\b)"
FIGURE = re.compile(
    rf"\b(?:(?:a|{_ONE}) hundred(?: (?:and )?{_BELOW}\b)?|hundred(?: (?:and )?{_BELOW}\b)?{_MEASURED}"
    rf"|(?:{_TEN})(?:[ -](?:{_ONE})\b)?{_MEASURED})",
    re.I,
)
#: “Three seventy-five for ten minutes”: an oven's degrees.
OVEN = re.compile(
    r"\b(?P<hundred>two|three|four)[ -](?P<rest>twenty[ -]five|fifty|seventy[ -]five)"
    r"(?=\s*(?:[,.;)]|$)| (?:degrees?|f|fahrenheit|oven|for|until|till)\b)",
    re.I,
)
#: “Teaspoon of vanilla” is one of them.
ONE_OF = re.compile(
    r"(?P<before>^|[,;:.] (?:and |then )?|\band )(?P<unit>teaspoon|tablespoon|tsp|tbsp|cup|stick)"
    r"(?= of\b| (?!and\b|each\b|of\b|by\b|at\b|to\b|measure)[a-z]{3})",
    re.I,
)
#: “Cup and a half of chips”, “c and a half”.
ONE_AND_A_HALF = re.compile(
    r"(?P<before>^|[,;:.] (?:and |then )?)(?P<unit>teaspoon|tablespoon|cup|stick|pound|c|tsp|tbsp|t)\.? and a half\b",
    re.I,
)
#: “Eggs, two”.
AT_END = re.compile(r"(?<=[a-z][,:-] )(?P<many>one|two|three|four|five|six|seven|eight)$", re.I)
TARTAR = re.compile(r"\bc\.? of t(?=\W|$)", re.I)
#: “Thirteen and a half ounces”.
AND_HALVES = re.compile(
    rf"\b(?P<many>{_TEEN}|{_ONE}|\d{{1,2}}) and a half (?P<unit>ounces?|oz|cups?|teaspoons?|tablespoons?|tsps?|tbsps?"
    r"|pounds?|sticks?|kilos?|grams?)\b",
    re.I,
)
#: “Thirteen ounces”.
TEENS = re.compile(
    rf"\b(?P<many>{_TEEN})(?= (?:ounces?|oz|cups?|tablespoons?|teaspoons?|pounds?|grams?|minutes?|mins?)\b)", re.I
)
#: “The yolks of two eggs and the white of one”.
PARTS_OF_EGGS = re.compile(
    r"\b(?:the )?(?P<part>yolk|white)s? of (?P<many>an?|one|two|three|four|five|six|\d)"
    r"(?: (?:large |medium |small )?eggs?)?"
    r"(?=[,.;)]|$| and\b)",
    re.I,
)
#: “egg plus yolk”, in a list.
EGG_AND_YOLK = re.compile(r"(?P<before>^|[,;] )egg (?:plus|and|\+|&) (?:(?:an?|one|1|extra) )*yolk(?=[,;.]|$)", re.I)
#: “1 egg, yolk of another”.
OF_ANOTHER = re.compile(r"\b(?:the )?(?P<part>yolk|white) of (?:another|one more|a second)(?: egg| one)?\b", re.I)
AND_A_HALF = re.compile(
    r"\b(?P<many>a|one|two|three|four|\d) "
    r"(?P<unit>cups?|teaspoons?|tablespoons?|tsps?|tbsps?|pounds?|sticks?|kilos?) and (?:a )?"
    r"(?P<part>half|quarter|third|three[ -]quarters|two[ -]thirds)\b",
    re.I,
)
#: “Three quarters of a cup”, “half a teaspoon”: the part of a measure.
_PARTS = {
    "three quarters": "3/4", "three-quarters": "3/4", "two thirds": "2/3", "one third": "1/3", "a third": "1/3",
    "a quarter": "1/4", "quarter": "1/4", "qtr": "1/4", "one quarter": "1/4", "half": "1/2", "one half": "1/2",
    "a half": "1/2",
}  # fmt: skip
PART_OF = re.compile(
    rf"(?<!and )(?<!and a )\b(?P<part>{'|'.join(sorted(_PARTS, key=len, reverse=True))})(?: of)?(?: an?)? "
    r"(?=(?:cups?|c|teaspoons?|tablespoons?|tsps?|tbsps?|pints?)\b)",
    re.I,
)


def in_figures(line: str) -> str:
    """A line with its spoken amounts in figures; any other line as it is."""
    line = EGG_AND_YOLK.sub(r"\g<before>1 egg plus 1 yolk", line)
    line = PARTS_OF_EGGS.sub(lambda m: f"{'1' if m['many'] in ('a', 'an') else m['many']} egg {m['part']}", line)
    line = OF_ANOTHER.sub(r"1 egg \g<part>", line)
    line = AND_HALVES.sub(lambda m: f"{_whole(m['many'])} 1/2 {m['unit']}", line)
    line = AND_A_HALF.sub(lambda m: f"{_whole(m['many'])} {_part(m['part'])} {m['unit']}", line)
    line = PART_OF.sub(lambda m: f"{_PARTS[m['part'].lower()]} ", line)
    line = ONE_AND_A_HALF.sub(lambda m: f"{m['before']}1 1/2 {m['unit']}", line)
    line = AT_END.sub(lambda m: f"{_whole(m['many'])}", TARTAR.sub("cream of tartar", line))
    line = ONE_OF.sub(lambda m: f"{m['before']}1 {m['unit']}", line)
    line = OVEN.sub(lambda m: f"{100 * _ONES[m['hundred'].lower()] + _counted_out(m['rest'])}", line)
    line = FIGURE.sub(lambda m: f"{_counted_out(m.group(0))}", line)
    return TEENS.sub(lambda m: f"{_whole(m['many'])}", line)


def _part(word: str) -> str:
    return {"half": "1/2", "quarter": "1/4", "third": "1/3", "three": "3/4", "two": "2/3"}[
        re.split(r"[ -]", word.lower())[0]
    ]


def _whole(word: str) -> int:
    return int(word) if word.isdigit() else {**_ONES, **_TEENS, "a": 1}[word.lower()]


def _counted_out(words: str) -> int:
    """A spoken figure below a thousand."""
    total = 0
    for word in re.findall(r"[a-z]+", words.lower()):
        if word == "hundred":
            total = 100 * max(total, 1)
        else:
            total += {**_TENS, **_TEENS, **_ONES}.get(word, 0)
    return total
