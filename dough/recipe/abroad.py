"""Weights told in words in the languages that are read: “mezzo chilo”, “un cuarto de kilo”, “due etti e mezzo”, “ein
halbes Pfund”, “une demi-livre”."""

from __future__ import annotations

import re
from collections.abc import Iterable

#: What one of each is: (amount, unit). A pound of these languages is half a kilo.
WHOLES = {
    "kilo": (1000, "g"), "kilos": (1000, "g"), "chilo": (1000, "g"), "kilogramo": (1000, "g"), "kg": (1000, "g"),
    "pfund": (500, "g"), "livre": (500, "g"), "livres": (500, "g"), "etto": (100, "g"), "etti": (100, "g"),
    "litro": (1000, "ml"), "litre": (1000, "ml"), "liter": (1000, "ml"),
}  # fmt: skip
PARTS = {
    "mezzo": 0.5, "mezza": 0.5, "medio": 0.5, "media": 0.5, "demi": 0.5, "un demi": 0.5, "une demi": 0.5,
    "halbes": 0.5, "halber": 0.5, "halben": 0.5, "halbe": 0.5, "ein halbes": 0.5, "ein halber": 0.5,
    "un quarto di": 0.25,
    "quarto di": 0.25, "un cuarto de": 0.25, "cuarto de": 0.25, "un quart de": 0.25, "quart de": 0.25, "viertel": 0.25,
    "ein viertel": 0.25, "tre quarti di": 0.75, "tres cuartos de": 0.75, "trois quarts de": 0.75, "dreiviertel": 0.75,
    "anderthalb": 1.5, "eineinhalb": 1.5, "a quarter": 0.25, "quarter": 0.25, "a quarter of a": 0.25, "half a": 0.5,
}  # fmt: skip
NUMBERS = {
    "un": 1, "une": 1, "uno": 1, "una": 1, "ein": 1, "einem": 1, "eine": 1, "due": 2, "dos": 2, "deux": 2, "zwei": 2,
    "tre": 3, "tres": 3, "trois": 3, "drei": 3, "quattro": 4, "cuatro": 4, "quatre": 4, "vier": 4,
    "cinque": 5, "cinco": 5, "cinq": 5, "fünf": 5, "sei": 6, "seis": 6, "sechs": 6, "einen": 1, "einer": 1, "een": 1,
}  # fmt: skip


def _any(words: Iterable[str]) -> str:
    return "|".join(sorted(words, key=len, reverse=True))


PART_OF = re.compile(rf"(?<![^\W_])(?P<part>{_any(PARTS)})[ -]?(?P<whole>{_any(WHOLES)})(?![^\W_])", re.I)
#: “Due etti e mezzo”, “un kilo y medio”, “kilo y medio”.
AND_HALF = re.compile(
    rf"(?<![^\W_])(?:(?P<many>{_any(NUMBERS)}|\d+) )?(?P<whole>{_any(WHOLES)}) (?:e|y|et|und) "
    r"(?:mezzo|medio|demie?|ein halbes)(?![^\W_])",
    re.I,
)
#: “Due etti”, “une livre”, “zwei Pfund”, “un kilo”.
COUNTED = re.compile(rf"(?<![^\W_])(?P<many>{_any(NUMBERS)}) (?P<whole>{_any(WHOLES)})(?![^\W_])", re.I)
#: Figures before a weight that only one language knows.
OF_A_TONGUE = re.compile(r"(?<![^\W_.,/])(?P<many>\d+(?:[.,]\d+)?) (?P<whole>etti|etto|livres?)(?![^\W_])", re.I)


def weights_in_figures(line: str) -> str:
    """A line with such weights in grams or millilitres; any other line as it is."""
    line = AND_HALF.sub(lambda m: _told(_many(m["many"]) + 0.5, m["whole"]), line)
    line = PART_OF.sub(lambda m: _told(PARTS[m["part"].lower()], m["whole"]), line)
    line = COUNTED.sub(lambda m: _told(_many(m["many"]), m["whole"]), line)
    return OF_A_TONGUE.sub(lambda m: _told(_many(m["many"]), m["whole"]), line)


def _many(word: str | None) -> float:
    return 1.0 if word is None else float(NUMBERS.get(word.lower(), 0) or word.replace(",", "."))


def _told(many: float, whole: str) -> str:
    much, unit = WHOLES[whole.lower()]
    return f"{many * much:g} {unit}"
