"""The grammar of amounts: numbers, fractions, ranges, units and the words around them.

Built on pyparsing. ``amounts_in`` finds what a line measures; it never raises on any text.
"""

from __future__ import annotations

import re
import unicodedata
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any

import pyparsing as pp

from dough.facts.kitchen_measures import KitchenAmount

VULGAR = {
    "½": "1/2", "¼": "1/4", "¾": "3/4", "⅓": "1/3", "⅔": "2/3", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
    "⅕": "1/5", "⅖": "2/5", "⅗": "3/5", "⅘": "4/5", "⅙": "1/6", "⅚": "5/6",
}  # fmt: skip
NUMBER_WORDS = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10,
    "eleven": 11, "twelve": 12, "a dozen": 12, "half a dozen": 6, "a couple of": 2, "a": 1, "an": 1,
}  # fmt: skip
PART_WORDS = {
    "a half": 0.5, "half": 0.5, "half a": 0.5, "half an": 0.5, "a quarter": 0.25, "quarter": 0.25, "a third": 1 / 3,
    "one third": 1 / 3, "two thirds": 2 / 3, "three quarters": 0.75, "three-quarters": 0.75, "one half": 0.5,
    "one quarter": 0.25, "a quarter of a": 0.25, "three quarters of a": 0.75, "two thirds of a": 2 / 3,
    "a third of a": 1 / 3, "half of a": 0.5, "quarter of a": 0.25, "quarter a": 0.25,
}  # fmt: skip
#: Spellings of each unit; matched without regard to case except T and t.
UNIT_WORDS = {
    "kg": ["kilograms", "kilogram", "kilos", "kilo", "kgs", "kg"],
    "g": ["grammes", "gramme", "grams", "gram", "gms", "gm", "gr", "g"],
    "mg": ["mg"],
    "lb": ["pounds", "pound", "lbs", "lb"],
    "fl oz": ["fluid ounces", "fluid ounce", "fl. oz", "fl oz", "floz"],
    "oz": ["ounces", "ounce", "ozs", "oz"],
    "cup": ["cupfuls", "cupful", "cups", "cup", "c"],
    "tbsp": ["tablespoonfuls", "tablespoonful", "tablespoons", "tablespoon", "tblsp", "tbsps", "tbsp", "tbs", "tb"],
    "tsp": ["teaspoonfuls", "teaspoonful", "teaspoons", "teaspoon", "tsps", "tsp"],
    "l": ["litres", "litre", "liters", "liter", "l"],
    "dl": ["decilitres", "decilitre", "dl"],
    "cl": ["centilitres", "cl"],
    "ml": ["millilitres", "milliliters", "millilitre", "milliliter", "mls", "ml"],
    "pint": ["pints", "pint"],
    "stick": ["sticks", "stick"],
    "pinch": ["pinches", "pinch"],
    "loose": [
        "knobs", "knob", "handfuls", "handful", "splashes", "splash", "dashes", "dash", "drizzle", "drops", "drop",
        "dusting", "sprinkling", "glug", "few", "some", "bunch", "nub",
    ],
    "box": [
        "packages", "package", "packets", "packet", "pkgs", "pkg", "bags", "bag", "bars", "bar", "boxes", "box", "tins",
        "tin", "cans", "can", "jars", "jar", "sachets", "sachet", "blocks", "block", "tubs", "tub",
    ],
}  # fmt: skip
HEAP_WORDS = {
    "heaping": "heaped", "heaped": "heaped", "rounded": "rounded", "scant": "scant", "generous": "generous",
    "level": "", "levelled": "", "leveled": "", "large": "", "small": "", "good": "generous", "big": "generous",
}  # fmt: skip
#: Units of which nobody writes a thousand: a comma before three digits is a decimal mark there.
LARGE = ("kg", "l", "lb", "dl", "cup", "tbsp", "tsp", "oz", "stick", "pint")
ABOUTS = ("about", "approximately", "approx.", "approx", "around", "ca.", "ca")
#: Words of filling that may stand between number and unit or unit and name.
FILLING_WORDS = {
    "firmly packed": "packed", "tightly packed": "packed", "packed": "packed", "lightly packed": "lightly packed",
    "loosely packed": "lightly packed", "spooned": "spooned", "scooped": "scooped", "sifted": "sifted",
    "dip and sweep": "scooped", "dipped": "scooped", "melted": "melted",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Amount:
    """One amount found in a text: the quantity, where it stood, and a filling word said with it."""

    quantity: KitchenAmount
    start: int
    end: int
    filling: str = ""
    approximate: bool = False
    by_word: bool = False


def tidy(text: str) -> str:
    """One line in plain characters: fractions written out, dashes and quotes alike, spaces single."""
    out: list[str] = []
    for ch in text:
        if ch in VULGAR:
            out.append((" " if out and (out[-1].isdigit()) else "") + VULGAR[ch])
        else:
            out.append(ch)
    line = "".join(out).replace("⁄", "/")
    line = unicodedata.normalize("NFKC", line)
    line = re.sub(r"[–—−‐‑‒]", "-", line)
    line = line.replace("’", "'").replace("‘", "'").replace("“", '"').replace("”", '"')
    line = re.sub(r"(\d)-(\d+/\d+)", r"\1 \2", line)
    return re.sub(r"\s+", " ", line).strip()


def _number(tokens: pp.ParseResults) -> float:
    text = tokens[0]
    whole, _, part = text.rpartition(" ") if "/" in text else ("", "", text)
    value = float(whole) if whole else 0.0
    if "/" in part:
        top, bottom = part.split("/")
        return value + (float(top) / float(bottom) if float(bottom) else 0.0)
    plain = part if part.startswith("0,") else re.sub(r",(?=\d{3}(\D|$))", "", part)
    plain = plain.replace(",", ".")
    return value + float(plain)


def _grammar() -> pp.ParserElement:
    digits = pp.Regex(r"\d{1,7} \d{1,3} ?/ ?\d{1,3}|\d{1,4} ?/ ?\d{1,3}|\d{1,3},\d{3}(?!\d)|\d{1,7}(?:[.,]\d+)?|\.\d+")
    digits.set_parse_action(lambda t: _number(pp.ParseResults([re.sub(r" ?/ ?", "/", t[0])])))
    words = pp.MatchFirst([pp.CaselessKeyword(w) for w in sorted({*NUMBER_WORDS, *PART_WORDS}, key=len, reverse=True)])
    words.set_parse_action(lambda t: float({**NUMBER_WORDS, **PART_WORDS}[t[0].lower()]))
    and_half = pp.Suppress(pp.CaselessKeyword("and")) + pp.MatchFirst(
        [pp.CaselessKeyword(w) for w in ("three quarters", "a half", "a quarter", "a third", "half")]
    ).set_parse_action(lambda t: PART_WORDS[t[0].lower()])
    spelled = (words + pp.Optional(and_half)).set_parse_action(lambda t: [sum(t)])
    number = digits("digits") | spelled("spelled")
    joint = pp.Suppress(pp.Literal("-") | pp.CaselessKeyword("to") | pp.CaselessKeyword("or"))
    unit_forms = []
    for name, spellings in UNIT_WORDS.items():
        pattern = "|".join(re.escape(s) for s in spellings)
        unit_forms.append(pp.Regex(rf"(?i:{pattern})(?![A-Za-z])\.?").set_parse_action(pp.replace_with(name)))
    big_t = pp.Regex(r"T(?![A-Za-z])\.?").set_parse_action(pp.replace_with("tbsp"))
    little_t = pp.Regex(r"t(?![A-Za-z'])\.?").set_parse_action(pp.replace_with("tsp"))
    unit = pp.MatchFirst([big_t, little_t, *unit_forms])
    heap = pp.MatchFirst([pp.CaselessKeyword(w) for w in HEAP_WORDS])
    filling = pp.MatchFirst([pp.CaselessKeyword(w) for w in FILLING_WORDS])
    about = pp.MatchFirst([pp.CaselessKeyword(w) for w in ABOUTS]) | pp.Literal("~")
    optional_x = pp.Suppress(pp.Optional(pp.Regex(r"[x×](?= ?\d)")))
    span = number + pp.Optional(joint + number)
    hyphen = pp.Suppress(pp.Optional(pp.Literal("-")))
    measured = (
        pp.Optional(about)("about")
        + pp.Group(span)("span")
        + optional_x
        + pp.Optional(heap)("heap")
        + pp.Optional(filling)("filling")
        + hyphen
        + pp.Optional(unit)("unit")
    )
    bare = pp.MatchFirst(
        [
            pp.Regex(rf"(?i)(?:{'|'.join(UNIT_WORDS[u])})(?![A-Za-z])").set_parse_action(pp.replace_with(u))
            for u in ("pinch", "loose")
        ]
    )("unit")
    return measured | bare


_GRAMMAR = _grammar()
#: Where an amount may begin: at a figure, or at a word that amounts begin with. Anything else is not worth parsing.
_WORDS = sorted(
    {*NUMBER_WORDS, *PART_WORDS, *ABOUTS, *UNIT_WORDS["pinch"], *UNIT_WORDS["loose"]}, key=len, reverse=True
)
_START = re.compile(rf"(?<![A-Za-z0-9.,/])(?=[0-9.~]|(?i:{'|'.join(re.escape(w) for w in _WORDS)}))")
#: No amount is written longer than this; a text of any length is read piece by piece.
LONGEST = 90


def amount_at(text: str, start: int) -> Amount | None:
    """The amount that begins at ``start`` of a tidied text, or None."""
    found = _amount(text[start : start + LONGEST])
    return None if found is None else replace(found, start=start, end=start + found.end)


@lru_cache(maxsize=4096)
def _amount(text: str) -> Amount | None:
    """The amount a short text begins with. Pure, and the same few lines are asked again and again."""
    try:
        found: Any = _GRAMMAR.parse_string(text)
        end = next(_GRAMMAR.scan_string(text, max_matches=1))[2]
    except (pp.ParseException, StopIteration, ValueError, OverflowError):
        return None
    unit = str(found.get("unit", ""))
    span = [float(x) for x in found.get("span", [1.0])]
    if unit in LARGE and re.match(r"[^\d]*[1-9]\d{0,2},\d{3}(?!\d)", text):
        span = [x / 1000.0 for x in span]
    low, high = (span[0], span[-1]) if len(span) > 1 and span[-1] >= span[0] else (span[0], span[0])
    head = text[:end].lstrip("~").strip().lower()
    by_word = not re.match(r"(about|approx\.?|approximately|around|ca\.?)?\s*[\d.]", head)
    heap = HEAP_WORDS.get(str(found.get("heap", "")).lower(), "")
    size = str(found.get("heap", "")).lower()
    if size in ("large", "small") and not unit:
        end = text.lower().find(size)
        heap = ""
    filling = FILLING_WORDS.get(str(found.get("filling", "")).lower(), "")
    return Amount(KitchenAmount(low, high, unit, heap), 0, end, filling, "about" in found, by_word)


def amounts_in(text: str) -> list[Amount]:
    """All amounts of a tidied text from left to right, none overlapping. Word numbers need a unit or stand first."""
    found: list[Amount] = []
    at = 0
    for match in _START.finditer(text):
        if match.start() < at:
            continue
        amount = amount_at(text, match.start())
        if amount is None or amount.end <= amount.start:
            continue
        if amount.by_word and not amount.quantity.unit and match.start() > 0:
            continue
        found.append(amount)
        at = amount.end
    return found
