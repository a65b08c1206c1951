"""A first target from the words people use: of rim and middle apart, weakened, likened, with sizes and shades.

A text is taken clause by clause. Where a clause names a place (“crisp edge”, “soft inside”), its words are said of that
place alone; “slightly” goes part of the way, “very” a quarter further, “not” to the other side, “not too” nearly to the
middle; “like shortbread” is that style's own cookie, beneath what else is said.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from functools import cache

from rapidfuzz import fuzz, process

from dough.draft.target import Target, from_style
from dough.draft.texture_map import Meaning, Wish, closest
from dough.facts.cookie import BY_KEY
from dough.facts.errors import EntryError
from dough.facts.styles import Style, styles
from dough.facts.tables import rows
from dough.recipe.names import words_of

NOT_WORDS = frozenset({"not", "no", "without", "never", "less"})
VERY_WORDS = frozenset({"very", "really", "extra", "quite"})
SLIGHT_WORDS = frozenset({"slightly", "barely", "hardly", "lightly", "somewhat", "bit", "little", "almost"})
TOO_WORDS = frozenset({"too", "overly"})
RIM_WORDS = frozenset({"edge", "rim", "border", "outside", "shell"})
MIDDLE_WORDS = frozenset({"middle", "centre", "center", "inside", "heart", "core"})
#: What joins words and means nothing by itself.
PLAIN = frozenset(
    [
        "a",
        "an",
        "the",
        "at",
        "in",
        "of",
        "on",
        "to",
        "with",
        "and",
        "but",
        "as",
        "is",
        "be",
        "i",
        "want",
        "it",
        "its",
        "all",
        "over",
        "through",
        "around",
        "cookie",
        "cookies",
        "biscuit",
        "top",
        "size",
        "sized",
        "across",
        "piece",
        "by",
        "about",
    ]
)
#: What can be said of each place; a word's softness is the middle's, and at the rim the want of crispness.
OF_RIM, OF_MIDDLE = ("rim_crisp",), ("middle_soft", "bite_chewy", "crumb_cakey")
#: Sizes by likeness: what is said, and which size in mm (practice, L).
LIKENESSES = {
    "palm": ("diameter_mm", 95.0), "hand": ("diameter_mm", 120.0), "bite": ("diameter_mm", 40.0),
    "coin": ("diameter_mm", 30.0), "saucer": ("diameter_mm", 140.0), "finger": ("height_mm", 16.0),
    "thumb": ("height_mm", 20.0), "pencil": ("height_mm", 7.0),
}  # fmt: skip
LIKENESS = re.compile(
    r"\b(?:(?P<a>palm|hand|bite|coin|saucer)[- ]?sized?|"
    r"(?:thick|tall|thin) as (?:an? |your )?(?P<b>finger|thumb|pencil|coin))\b",
    re.I,
)
SIZE = re.compile(
    r"(?P<n>\d{1,3}(?:[.,]\d)?) ?-?(?P<u>mm|cm|inch(?:es)?|in\b|\")\s*"
    r"(?P<way>wide|across|diameter|round|thick|tall|high)?",
    re.I,
)
#: Below this a bare size is a height, mm.
WIDE_FROM = 25.0
LIKE = re.compile(r"\blike (?:an? )?(?P<what>[a-z -]{3,24}?)(?=$|,| and | but | with )", re.I)
#: Shades that are two words, in L* (M).
SHADES = {"just coloured": 71.0, "just colored": 71.0, "barely coloured": 73.0, "deep brown": 48.0, "light brown": 62.0}
#: How far from the middle of a score a weakened or a refused word still goes.
SLIGHT, NOT_TOO = 0.4, 0.1


@dataclass
class _Said:
    """What has been understood so far: values by attribute, what each word was taken to mean, what was not known."""

    values: dict[str, list[float]] = field(default_factory=dict)
    meanings: list[Meaning] = field(default_factory=list)
    unknown: list[str] = field(default_factory=list)

    def say(self, key: str, value: float) -> None:
        self.values.setdefault(key, []).append(value)


@cache
def _meanings() -> dict[str, list[tuple[str, float, str]]]:
    found: dict[str, list[tuple[str, float, str]]] = {}
    for r in rows("texture_words"):
        found.setdefault(r["word"], []).append((r["attribute"], float(r["value"]), r["meaning"]))
    return found


def known_words() -> tuple[str, ...]:
    """The words that can be typed, in table order."""
    return tuple(_meanings())


def from_words(text: str) -> Wish:
    """A first target from words. Raises EntryError when no word is known."""
    said = _Said()
    left = text[:400]
    like = _style_like(left)
    if like is not None:
        said.meanings.append(Meaning(f"like {like[0].name.lower()}", "its usual cookie, beneath what else is said"))
        left = left.replace(like[1], " ")
    for clause in re.split(r"[,;]|\band\b|\bbut\b|\bwith\b", left):
        _clause(_sizes(clause, said), said)
    if not said.values and like is None:
        raise EntryError("words", f"None of these words is known yet. Try {', '.join(list(known_words())[:8])} …")
    # A size or a shade that was said outright is not averaged with what a word usually implies.
    wished = {key: round(sum(v) / len(v), 1 if key == "height_mm" else 0) for key, v in said.values.items()}
    style = like[0] if like is not None else closest(wished)
    base = from_style(style)
    cookie = replace(base.cookie, **wished)
    target = Target(cookie, base.portion_g, f"from the words “{text.strip()[:60]}”", style.id)
    return Wish(target, tuple(said.meanings), tuple(said.unknown), style.name)


def _style_like(text: str) -> tuple[Style, str] | None:
    """The style a text likens its cookie to, and the words that say so."""
    for found in LIKE.finditer(text):
        what = set(words_of(found["what"]))
        for s in styles().values():
            if what and what <= set(words_of(s.name.replace("-", " "))):
                return s, found.group(0)
    return None


def _sizes(clause: str, said: _Said) -> str:
    """Sizes and shades said outright are taken; what is left of the clause comes back."""
    left = clause
    for m in LIKENESS.finditer(clause):
        key, mm = LIKENESSES[(m["a"] or m["b"]).lower()]
        if m["b"] and m["b"].lower() == "coin":
            key, mm = "height_mm", 3.0
        said.values[key] = [mm]
        said.meanings.append(Meaning(m.group(0).lower(), _figure(key, mm)))
        left = left.replace(m.group(0), " ")
    for m in SIZE.finditer(left):
        unit = m["u"].lower()
        mm = float(m["n"].replace(",", ".")) * (1.0 if unit == "mm" else 10.0 if unit == "cm" else 25.4)
        tall = (m["way"] or "").lower() in ("thick", "tall", "high") or (not m["way"] and mm < WIDE_FROM)
        key = "height_mm" if tall else "diameter_mm"
        q = BY_KEY[key]
        if q.low <= mm <= q.high:
            said.values[key] = [mm]
            said.meanings.append(Meaning(m.group(0).strip().lower(), _figure(key, mm)))
        left = left.replace(m.group(0), " ")
    for words, shade in SHADES.items():
        if words in left.lower():
            said.values["crust_l"] = [shade]
            said.meanings.append(Meaning(words, _figure("crust_l", shade)))
            left = re.sub(words, " ", left, flags=re.I)
    return left


def _clause(clause: str, said: _Said) -> None:
    """The words of a clause, each said of the place that stands nearest to it, or of all of the cookie."""
    words = words_of(clause.replace("-", " "))[:40]
    places = [
        (i, OF_RIM if w in RIM_WORDS else OF_MIDDLE) for i, w in enumerate(words) if w in RIM_WORDS | MIDDLE_WORDS
    ]
    turn = push = slight = too = False
    for i, word in enumerate(words):
        if word in NOT_WORDS:
            turn = True
        elif word in VERY_WORDS:
            push = True
        elif word in SLIGHT_WORDS:
            slight = True
        elif word in TOO_WORDS:
            too = True
        elif word in RIM_WORDS or word in MIDDLE_WORDS or word in PLAIN:
            continue
        else:
            # “crisp at the rim soft inside”: the place after a word before the one in front of it.
            place = min(places, key=lambda p: (abs(p[0] - i), p[0] < i))[1] if places else None
            _word(word, place, said, turn=turn, push=push, slight=slight, too=too)
            turn = push = slight = too = False


def _word(
    word: str, place: tuple[str, ...] | None, said: _Said, *, turn: bool, push: bool, slight: bool, too: bool
) -> None:
    taken = _taken(word)
    if taken is None:
        near = process.extract(word, known_words(), scorer=fuzz.ratio, limit=2, score_cutoff=55)
        hint = f" (did you mean {' or '.join(n for n, *_ in near)}?)" if near else ""
        if len(word) > 3:
            said.unknown.append(f"{word}{hint}")
        return
    shown = []
    for key, value, meaning in _placed(taken, place):
        meant = _meant(key, value, turn=turn, push=push, slight=slight, too=too)
        if key in ("diameter_mm", "height_mm", "crust_l") and key in said.values and len(said.values[key]) == 1:
            continue
        said.say(key, meant)
        shown.append(_figure(key, meant) + ("" if turn or slight else f", {meaning}"))
    lead = (
        ("not " if turn else "") + ("too " if too else "") + ("very " if push else "") + ("slightly " if slight else "")
    )
    where = "" if place is None else " (rim)" if place is OF_RIM else " (middle)"
    said.meanings.append(Meaning(f"{lead}{taken}{where}", "; ".join(shown)))


def _placed(taken: str, place: tuple[str, ...] | None) -> list[tuple[str, float, str]]:
    """What a word means at a place: its own meanings there, or what its softness or crispness makes of it."""
    means = _meanings()[taken]
    if place is None:
        return means
    here = [m for m in means if m[0] in place]
    if here:
        return here
    by = {key: value for key, value, _ in means}
    if place is OF_RIM and "middle_soft" in by:
        return [("rim_crisp", 100.0 - by["middle_soft"], "by how soft it is")]
    if place is OF_MIDDLE and "rim_crisp" in by:
        return [("middle_soft", 100.0 - by["rim_crisp"], "by how crisp it is")]
    return means


def _taken(word: str) -> str | None:
    """The known word meant: itself, a form of it (crispy, chewiness), or one letter off."""
    known = _meanings()
    for form in (
        word, word.removesuffix("y"), word.removesuffix("ier") + "y", word.removesuffix("er"), word.removesuffix("ish"),
    ):  # fmt: skip
        if form in known:
            return form
    best = process.extractOne(word, known_words(), scorer=fuzz.ratio, score_cutoff=88)
    return str(best[0]) if best and len(word) > 3 else None


def _meant(key: str, value: float, *, turn: bool, push: bool, slight: bool, too: bool) -> float:
    usual = {"height_mm": 11.0, "diameter_mm": 78.0, "crust_l": 62.0}.get(key)
    if usual is not None:
        if turn:
            value = usual + (usual - value) * (NOT_TOO if too else 0.5)
        share = SLIGHT if slight else 1.25 if push else 1.0
        return usual + (value - usual) * share
    if turn:
        value = 50.0 + NOT_TOO * (value - 50.0) if too else 100.0 - value
    share = SLIGHT if slight else 1.25 if push else 1.0
    return min(max(50.0 + (value - 50.0) * share, 0.0), 100.0)


def _figure(key: str, value: float) -> str:
    a = BY_KEY[key]
    if a.unit == "of 100":
        return f"{a.label.lower()} {value:.0f} of 100 {a.high_word}"
    return f"{a.label.lower()} {value:.{1 if key == 'height_mm' else 0}f} {a.unit}"
