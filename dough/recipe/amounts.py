"""The grammar of amounts: numbers, fractions, ranges, units and the words around them.

``amounts_in`` finds what a line measures; it never raises on any text, and its work grows with the text's length.
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import lru_cache

from dough.facts.kitchen_measures import KitchenAmount
from dough.facts.tables import rows
from dough.recipe.abroad import NUMBERS, weights_in_figures
from dough.recipe.spoken import in_figures
from dough.recipe.typed import with_figures

VULGAR = {
    "½": "1/2", "¼": "1/4", "¾": "3/4", "⅓": "1/3", "⅔": "2/3", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
    "⅕": "1/5", "⅖": "2/5", "⅗": "3/5", "⅘": "4/5", "⅙": "1/6", "⅚": "5/6",
}  # fmt: skip
NUMBER_WORDS = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10,
    "eleven": 11, "twelve": 12, "ένα": 1, "δύο": 2, **NUMBERS, "a dozen": 12, "half a dozen": 6, "a couple of": 2,
    "a": 1, "an": 1,
}  # fmt: skip
PART_WORDS = {
    "a half": 0.5, "half": 0.5, "half a": 0.5, "half an": 0.5, "a quarter": 0.25, "quarter": 0.25, "a third": 1 / 3,
    "one third": 1 / 3, "two thirds": 2 / 3, "three quarters": 0.75, "three-quarters": 0.75, "one half": 0.5,
    "one quarter": 0.25, "a quarter of a": 0.25, "three quarters of a": 0.75, "two thirds of a": 2 / 3,
    "a third of a": 1 / 3, "half of a": 0.5, "quarter of a": 0.25, "quarter a": 0.25,
    "mezzo": 0.5, "mezza": 0.5, "medio": 0.5, "media": 0.5, "demi": 0.5, "un demi": 0.5, "une demi": 0.5,
    "ein halber": 0.5, "ein halbes": 0.5, "eine halbe": 0.5, "halber": 0.5, "halbe": 0.5,
    "een halve": 0.5, "een half": 0.5, "halve": 0.5, "en halv": 0.5, "halv": 0.5,
}  # fmt: skip
#: Spellings of each unit in the languages that are read (data/unit_words.csv); matched without regard to case except T
#: and t.
UNIT_WORDS: dict[str, list[str]] = {}
for _row in rows("unit_words"):
    UNIT_WORDS.setdefault(_row["unit"], []).append(_row["word"])
HEAP_WORDS = {
    "heaping": "heaped", "heaped": "heaped", "rounded": "rounded", "scant": "scant", "generous": "generous",
    "level": "", "levelled": "", "leveled": "", "large": "", "small": "", "good": "generous", "big": "generous",
}  # fmt: skip
#: Units of which nobody writes a thousand: a comma before three digits is a decimal mark there.
LARGE = ("kg", "l", "lb", "dl", "cup", "tbsp", "tsp", "oz", "stick", "pint")
#: Words between the two numbers of a span.
JOINTS = ("to", "or", "bis", "à", "hasta", "fino a")
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


#: Figures set high behind a word.
FOOTNOTE = re.compile(r"(?<=[^\W\d_])\s?[\u207d]?[\u00b9\u00b2\u00b3\u2070-\u2079]+[\u207e]?")
#: “①”, “❷”: a figure that numbers a line; made plain it would run into its amount.
CIRCLED = re.compile(r"[\u2460-\u249b\u24ea-\u24ff\u2776-\u2793]")
#: “11/2 cups” is one and a half, copied from a page where the half stood smaller.
RUN_TOGETHER = re.compile(
    r"(?<![\d/.,])(\d)(1/2|1/3|2/3|1/4|3/4|[1357]/8)"
    r"(?=\s?(?:c|cups?|t|tsps?|tbsps?|tbs|teaspoons?|tablespoons?|sticks?|lbs?|pounds?|oz|ounces?)\b)",
    re.I,
)
#: What something costs.
PRICE = re.compile(r"[€$£] ?\d+(?:[.,]\d{2})?(?!\d)|(?<!\d)\d+[.,]\d{2} ?[€£]")
#: “15 oz. box x 2”.
SO_MANY = re.compile(
    r"\b(\d+(?:\.\d+)? ?(?:oz|g|kg|lb)\.?) (?:pkg|package|bag|can|tin|jar|bar|box|tub)s?\.? x (\d{1,2})\b", re.I
)
#: “1 6-oz. pkg.”.
PACKED = re.compile(
    r"\b(\d) (\d{1,2}(?:\.\d+)?)[- ]?(oz|ounce|g|lb)\.?,? ?"
    r"(pkgs?|packages?|bags?|cans?|tins?|jars?|bars?|box(?:es)?)\b\.?",
    re.I,
)
OR_SO = re.compile(r"(?<=\w) or so\b", re.I)
SQUARE = re.compile(r"\[(?!\s*[xX✓]?\s*\])([^\[\]]+)\]")


def tidy(text: str) -> str:
    """One line in plain characters: fractions written out, dashes and quotes alike, spaces single."""
    # “butter¹”: a footnote's mark.
    text = CIRCLED.sub(" ", FOOTNOTE.sub("", text))
    out: list[str] = []
    for ch in text:
        if ch in VULGAR:
            out.append((" " if out and (out[-1].isdigit()) else "") + VULGAR[ch])
        else:
            out.append(ch)
    # An ordinal mark or a ring stands for degrees; made plain they would become a letter.
    line = "".join(out).replace("⁄", "/").replace("º", "°").replace("˚", "°")
    line = unicodedata.normalize("NFKC", line)
    line = re.sub(r"-{2,}(?=\s)", "-", re.sub(r"[–—−‐‑‒]", "-", line))
    line = line.replace("’", "'").replace("‘", "'").replace("“", '"').replace("”", '"')
    line = re.sub(r"(\d)-(\d+/\d+)", r"\1 \2", line)
    line = RUN_TOGETHER.sub(r"\1 \2", line)
    line = OR_SO.sub("", PRICE.sub(" ", line))
    # A square bracket remarks as a round one does, but for a box to tick.
    line = SQUARE.sub(r"(\1)", line)
    # “1/2 cup/85 g” is one amount told twice.
    line = re.sub(r"(?<=[A-Za-z])/(?=\d)", " / ", line)
    line = re.sub(r"\.{3,}(?=\d)", "... ", line)
    line = re.sub(r"(?<=\d)[xX×](?=\d)", " x ", line)
    # “.5 tsp”: a point that opens a piece would be taken for the end of the one before.
    line = re.sub(r"(?<![\d.\w])\.(?=\d)", "0.", line)
    line = re.sub(
        r"\b(tea|table|tee) spoon", lambda m: {"tee": "tea"}.get(m[1].lower(), m[1]) + "spoon", line, flags=re.I
    )
    line = re.sub(r"(?<=[a-z]) o\. (?=[A-ZÄÖÜ])", " oder ", line)
    # “2 700 g” at the end of a line is a thousand and more; “2 100 g bars” are two.
    line = re.sub(r"(?<![\d.,/])(?<![\d/] )(?<!\d, )(\d{1,2}) (\d{3} ?(?:g|G|ml|ML))(?=\s*(?:$|[;|]))", r"\1\2", line)
    line = SO_MANY.sub(r"\2 x \1", line)
    line = PACKED.sub(r"\1 (\2 \3) \4", line)
    # “S.R. flour”, “b.s.”: letters of a short word.
    line = re.sub(r"(?<![\w.])([A-Za-z])\.([A-Za-z])(?:\.|(?=\s|$))", r"\1\2", line)
    # What is typed in haste: “butter w 1/2 c sugar n 1 egg”.
    line = re.sub(r"\bw/ ?o\b", "without", line)
    line = re.sub(r"(?<=\w )w(?:/| )(?= ?\w)", "with ", line)
    line = re.sub(r"(?<=[a-z] )n(?= [a-z0-9])", "and", line)
    line = re.sub(r"(?<=[\w.]) ea\b\.?(?= )", " each", line)
    # “Wet → egg”: such an arrow heads what follows, but between figures it tells a change.
    line = re.sub(r"^([^\d→:]{2,30}?) ?(?:→|➜|=>) ?(?=\S)", r"\1: ", line)
    line = in_figures(weights_in_figures(with_figures(line)))
    return re.sub(r"\s+", " ", line).strip()


def _number(text: str) -> float:
    """A figure as written: “1 1/2”, “1 and 1/2”, “3/4”, “1,250”, “0,5”, “.5”."""
    mixed = _MIXED.match(text)
    if mixed:
        return float(mixed["whole"] or 0) + (float(mixed["top"]) / float(mixed["low"]) if float(mixed["low"]) else 0.0)
    plain = text if text.startswith("0,") else re.sub(r",(?=\d{3}(\D|$))", "", text)
    return float(plain.replace(",", "."))


_MIXED = re.compile(r"(?:(?P<whole>\d+)(?: +and)? +)?(?P<top>\d+) ?/ ?(?P<low>\d+)$")


def _any(words: Iterable[str]) -> str:
    """A pattern for any of these words, the longest first, each whole."""
    return "(?:" + "|".join(re.escape(w) for w in sorted(words, key=len, reverse=True)) + r")(?![^\W\d_])"


#: Below a fraction's stroke stands no more than sixteen: “85 / 170” is one figure beside another.
_BELOW = r" ?/ ?(?:1[0-6]|[2-9])(?!\d)"
_DIGITS = rf"\d{{1,7}} (?:and )?\d{{1,3}}{_BELOW}|\d{{1,4}}{_BELOW}|" r"\d{1,3},\d{3}(?!\d)|\d{1,7}(?:[.,]\d+)?|\.\d+"
_HALVES = _any(["three quarters", "a half", "a quarter", "a third", "half"])
_SPELLED = rf"(?i:{_any([*NUMBER_WORDS, *PART_WORDS])}(?:\s+and\s+{_HALVES})?)"
_ONE = rf"(?:{_DIGITS}|{_SPELLED})"
_UNIT_OF = {w.casefold(): u for u, words in UNIT_WORDS.items() for w in words}
#: The longest spelling first, whatever its unit: “c. à café” is no cup.
_UNITS = rf"(?P<word>(?i:{_any(_UNIT_OF)}))\.?"
#: A whole amount: about, number, a second number of a span, how it is heaped and filled, unit. T and t are spoons by
#: their case.
_MEASURED = re.compile(
    rf"\s*(?P<about>(?i:{_any(ABOUTS)})|~)?\s*(?P<low>{_ONE})"
    rf"(?:\s*(?:-|(?i:{_any(JOINTS)}))\s*(?P<high>{_ONE}))?"
    rf"(?:\s*[xX×](?= ?\d))?(?:\s*(?P<heap>(?i:{_any(HEAP_WORDS)})))?(?:\s*(?P<filling>(?i:{_any(FILLING_WORDS)})))?"
    rf"\s*-?\s*(?P<unit>(?P<big>T(?![^\W\d_]))\.?|(?P<little>t(?![^\W\d_']))\.?|{_UNITS})?"
)
_BARE = re.compile(rf"(?i:{_any([*UNIT_WORDS['pinch'], *UNIT_WORDS['loose']])})")
#: Where an amount may begin: at a figure, or at a word that amounts begin with. Anything else is not worth parsing.
_WORDS = {*NUMBER_WORDS, *PART_WORDS, *ABOUTS, *UNIT_WORDS["pinch"], *UNIT_WORDS["loose"]}
_START = re.compile(rf"(?<![^\W_.,/])(?<![.,/])(?=[0-9.~]|(?i:{_any(_WORDS)}))")
#: “2 x ” before another amount.
TIMES = re.compile(r"^\s*\d{1,3} ?[xX×] ?$")
#: Lines up to so many characters are asked about again and again, and what they measure is kept.
KEPT = 1_000
#: No amount is written longer than this; a text of any length is read piece by piece.
LONGEST = 90


def amount_at(text: str, start: int) -> Amount | None:
    """The amount that begins at ``start`` of a tidied text, or None."""
    found = _amount(text[start : start + LONGEST])
    if found is None:
        return None
    return Amount(found.quantity, start, start + found.end, found.filling, found.approximate, found.by_word)


@lru_cache(maxsize=4096)
def _amount(text: str) -> Amount | None:
    """The amount a short text begins with. Pure, and the same few lines are asked again and again."""
    found = _MEASURED.match(text)
    if found is None:
        bare = _BARE.match(text)
        if bare is None:
            return None
        return Amount(KitchenAmount(1.0, 1.0, _UNIT_OF[bare.group(0).casefold()]), 0, bare.end(), "", False, True)
    unit = _unit_of(found)
    try:
        span = [_value(found["low"]), *([_value(found["high"])] if found["high"] else [])]
    except (ValueError, OverflowError):
        return None
    if unit in LARGE and re.match(r"[^\d]*[1-9]\d{0,2},\d{3}(?!\d)", text):
        span = [x / 1000.0 for x in span]
    low, high = (span[0], span[-1]) if len(span) > 1 and span[-1] >= span[0] else (span[0], span[0])
    end = len(found.group(0).rstrip().rstrip("-").rstrip()) if not unit else found.end()
    head = text[:end].lstrip("~").strip().lower()
    by_word = not re.match(r"(about|approx\.?|approximately|around|ca\.?)?\s*[\d.]", head)
    size = (found["heap"] or "").lower()
    heap = HEAP_WORDS.get(size, "")
    if size in ("large", "small") and not unit:
        end = text.lower().find(size)
        heap = ""
    filling = FILLING_WORDS.get((found["filling"] or "").lower(), "")
    return Amount(KitchenAmount(low, high, unit, heap), 0, end, filling, found["about"] is not None, by_word)


def _unit_of(found: re.Match[str]) -> str:
    if found["unit"] is None:
        return ""
    if found["big"]:
        return "tbsp"
    if found["little"]:
        return "tsp"
    return _UNIT_OF[found["word"].casefold()]


def _value(text: str) -> float:
    """A number in figures or words."""
    plain = " ".join(text.lower().split())
    if plain[0].isdigit() or plain[0] == ".":
        return _number(plain)
    known = {**NUMBER_WORDS, **PART_WORDS}
    if plain in known:
        return float(known[plain])
    first, _, rest = plain.rpartition(" and ")
    return float(known[first.strip()]) + PART_WORDS[rest.strip()]


def _of_a_name(text: str, before: Amount, amount: Amount) -> bool:
    """Whether “drops” and the like, said without a figure, end a name that was measured before: “36 chocolate
    drops”."""
    bare = not re.match(r"\d|an?\b|one\b|half\b", text[amount.start : amount.end], re.I)
    between = text[before.end : amount.start]
    return bare and not before.by_word and bool(re.fullmatch(r" [^\W\d_]{3,}(?: [^\W\d_]{3,})? ", between))


def _so_many(times: Amount, one: Amount) -> Amount:
    """So many of an amount."""
    many, q = times.quantity.low, one.quantity
    return replace(one, quantity=replace(q, low=many * q.low, high=many * q.high), start=times.start)


def amounts_in(text: str) -> list[Amount]:
    """All amounts of a tidied text from left to right, none overlapping. Word numbers need a unit or stand first."""
    return list(_kept_amounts(text) if len(text) <= KEPT else _long_amounts(text))


def _amounts_in(text: str) -> tuple[Amount, ...]:
    """Pure; a line is asked for its amounts by each rule that looks at it."""
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
        if found and amount.quantity.unit == "loose" and _of_a_name(text, found[-1], amount):
            continue
        times = found[-1] if found and TIMES.match(text[found[-1].start : amount.start]) else None
        if (
            times is not None
            and amount.quantity.unit
            and not (times.quantity.unit or text[times.end : amount.start].strip())
        ):
            # “2 x 240 g” is one amount.
            found[-1] = _so_many(times, amount)
        else:
            found.append(amount)
        at = amount.end
    # “120 g chocolate, 70 %”, “butter 82 % 1200”: a share beside an amount says which, not how much.
    whole = [a for a in found if a.quantity.unit or not text[a.end :].lstrip().startswith("%")]
    if any(not a.by_word for a in whole):
        found = whole
    return tuple(found)


_kept_amounts = lru_cache(maxsize=4096)(_amounts_in)
_long_amounts = lru_cache(maxsize=16)(_amounts_in)
