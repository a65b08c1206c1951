"""Which ingredient of the table a phrase means, and what is left of the phrase unexplained.

Names are matched as sets of words, so that "flour, plain" and "plain flour" are one; a word spelt a
little wrong is put right with rapidfuzz and said. A phrase with a word nobody knows is not guessed at.
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cache, lru_cache

from rapidfuzz import fuzz
from rapidfuzz.distance import OSA

from dough.facts.ingredients import table
from dough.facts.tables import rows

#: Shorter words than this may have one slip, others two.
SHORT = 6
#: Two slips in a word shorter than this may as well be another word: “smetana” is no sultana.
LONG = 8
#: A word shorter than this is not put right: too many are one letter apart.
LEAST_SPELT = 4
#: No shorter word is meant by a misspelt one.
LEAST_MEANT = 5
#: No shorter word of food is looked for inside another.
LEAST_STEM = 4
#: No part of a word that holds two is shorter.
LEAST_PART = 3
#: A word that so many times as many names hold as another is the likelier of the two.
FAR_MORE = 4
#: Letters that two words have to begin with alike to be offered for one another.
BEGINS = 4
#: Phrases up to so many characters are asked about again and again, and what they mean is kept.
KEPT = 200
#: “d'œufs”, “l'huile”: an article run into its word.
ELIDED = re.compile(r"\b(?:d|l|dell|all)'(?:une?\b|(?=[^\W\d_]{3}))")


@dataclass(frozen=True, slots=True)
class Match:
    """What a phrase was taken for. ident is empty when the table does not hold it; ask and assumed come
    from the name used; unknown are words nobody knows; spelt are corrections made; score 0 to 1."""

    ident: str
    name: str
    ask: str
    assumed: str
    unknown: tuple[str, ...]
    spelt: tuple[str, ...]
    score: float


@dataclass(frozen=True, slots=True)
class _Name:
    words: frozenset[str]
    text: str
    ident: str
    ask: str
    assumed: str


def words_of(text: str) -> list[str]:
    """A phrase as plain singular words: accents, marks and plurals off."""
    return list(_kept_words(text) if len(text) <= KEPT else _words(text))


def _words(text: str) -> tuple[str, ...]:
    plain = unicodedata.normalize("NFKD", text.lower())
    plain = (
        "".join(ch for ch in plain if not unicodedata.combining(ch))
        .replace("œ", "oe")
        .replace("ς", "σ")
        .replace("ß", "ss")
    )
    plain = ELIDED.sub("", plain)
    return tuple(
        _singular(w)
        for w in re.findall(r"[^\W\d_][^\W_]*(?:'[^\W_]+)*|\d+", plain.replace("'s", "").replace("s'", "s"))
    )


_kept_words = lru_cache(maxsize=8192)(_words)


def _singular(word: str) -> str:
    word = word.strip("'")
    if len(word) > 4 and word.endswith("ies"):
        return word[:-3] + "y"
    if word.endswith(("oes", "shes", "ches")) and len(word) > 5:
        return word[:-2]
    if word in ("halves", "leaves"):
        return {"halves": "half", "leaves": "leaf"}[word]
    return word[:-1] if len(word) > 3 and word.endswith("s") and not word.endswith(("ss", "us", "is")) else word


@cache
def short_words() -> dict[str, str]:
    """The shorthand of recipe cards, by the word it stands for."""
    return {r["short"]: r["word"] for r in rows("short_words")}


@cache
def _stands_for() -> dict[str, str]:
    return {r["said"]: r["unsaid"] for r in rows("stands_for")}


def _unsaid(said: list[str]) -> list[str]:
    """“350 g plain”: what is left unsaid where nothing else is said."""
    unsaid = _stands_for().get(said[0]) if len(said) == 1 else None
    return [unsaid] if unsaid else []


@cache
def _names() -> tuple[_Name, ...]:
    found = [_Name(frozenset(words_of(r["name"])), r["name"], r["id"], r["asks"], r["assumes"]) for r in rows("names")]
    known = {n.words for n in found}
    for item in table().values():
        for text in (item.name, item.name.replace(",", "")):
            words = frozenset(words_of(text))
            if words not in known:
                known.add(words)
                found.append(_Name(words, text, item.id, "", ""))
    return tuple(found)


@cache
def _vocabulary() -> frozenset[str]:
    return frozenset(w for n in _names() for w in n.words) | _noise()


@cache
def _noise() -> frozenset[str]:
    """Words that say how a thing is prepared, bought or used, and leave what it is unchanged."""
    words = frozenset(r["word"] for r in rows("recipe_noise"))
    return frozenset(_singular(w) for w in words) | words


def is_word_of_names(word: str) -> bool:
    """Whether some ingredient's name holds this plain word."""
    return word in _by_word()


@cache
def _by_word() -> dict[str, tuple[_Name, ...]]:
    found: dict[str, list[_Name]] = {}
    for name in _names():
        for word in name.words:
            found.setdefault(word, []).append(name)
    return {k: tuple(v) for k, v in found.items()}


@cache
def _by_length() -> dict[int, tuple[str, ...]]:
    """The words of names and those said beside them by their length: what a misspelt word is held against."""
    found: dict[int, list[str]] = {}
    for word in sorted(_vocabulary()):
        found.setdefault(len(word), []).append(word)
    return {k: tuple(v) for k, v in found.items()}


@cache
def food_words() -> frozenset[str]:
    """Words of food that make another thing of a name beside them, and those of headings and of work: no slips."""
    return frozenset(w for r in rows("food_words") for w in words_of(r["word"]))


@lru_cache(maxsize=8192)
def holds_food(word: str) -> bool:
    """Whether a word begins or ends on one of food: “Ribiselmarmelade”."""
    return any(len(f) >= LEAST_STEM and f != word and (word.startswith(f) or word.endswith(f)) for f in food_words())


@cache
def _ordinary_words() -> frozenset[str]:
    """Words of any English text that stand a letter or two from a name: “sure” is no sucre, “better” no butter."""
    return frozenset(r["word"] for r in rows("ordinary_words"))


@lru_cache(maxsize=8192)
def _corrected(word: str) -> str:
    """The known word nearest to a misspelt one: one slip in a short word, two in a long one, two letters changed about
    counting as one; empty where none is so near, or two are."""
    if word in food_words() or word in _ordinary_words():
        return ""
    undoubled = re.sub(r"([^\W\d_])\1", r"\1", word)
    if undoubled != word and undoubled in _by_word():
        return undoubled
    best = _nearest(word)
    counts = [len(_by_word().get(w, ())) for w in best[:2]]
    return best[0] if best and (len(best) == 1 or counts[0] >= FAR_MORE * counts[1]) else ""


def may_be_slip(word: str) -> bool:
    """Whether a word that nobody knows may be a known one misspelt."""
    return len(word) >= LEAST_SPELT and word not in _ordinary_words() and bool(_nearest(word))


@lru_cache(maxsize=8192)
def _nearest(word: str) -> tuple[str, ...]:
    """The known words that are as near as any to a misspelt one, those that most names hold first."""
    most = 1 if len(word) < SHORT else 2
    best: list[str] = []
    least = most + 1
    for length in range(len(word) - most, len(word) + most + 1):
        for known in _by_length().get(length, ()):
            # A misspelt word begins as it should, nearly always.
            if known[0] != word[0] or len(known) < LEAST_MEANT:
                continue
            off = OSA.distance(word, known, score_cutoff=least)
            if off < least:
                best, least = [known], off
            elif off == least and off <= most:
                best.append(known)
    # Of two as near, the one that far more names are made of: “buter” is butter, and no boter.
    return tuple(sorted(best, key=lambda w: -len(_by_word().get(w, ()))))


@lru_cache(maxsize=8192)
def _in_two(word: str) -> tuple[str, ...]:
    """“brownsugar”: the words of one name that were written in one; empty for any other word."""
    if word in food_words():
        return ()
    return next((parts for parts in _parted(word) if _of_one_name(parts)), ())


def _parted(word: str) -> Iterator[tuple[str, ...]]:
    """The ways in which a word is two or three known ones."""
    halves = [(word[:at], word[at:]) for at in range(LEAST_PART, len(word) - LEAST_PART + 1)]
    begun = [(first, rest) for first, rest in halves if first in _vocabulary()]
    yield from (pair for pair in begun if pair[1] in _vocabulary())
    for first, rest in begun:
        for more in range(LEAST_PART, len(rest) - LEAST_PART + 1):
            if rest[:more] in _vocabulary() and rest[more:] in _vocabulary():
                yield (first, rest[:more], rest[more:])


def _of_one_name(parts: tuple[str, ...]) -> bool:
    """Whether one name holds all of the words, those of preparation aside, and the last of them."""
    told = {w for w in parts if w not in _noise()} | {parts[-1]}
    if any(w in _noise() and len(w) <= LEAST_PART for w in parts):
        # “Conflour” is a slip, and no “con flour”.
        return False
    return any(told <= n.words for n in _by_word().get(parts[-1], ()))


def match(phrase: str) -> Match:
    """The ingredient a phrase means. Never raises; an empty or unknown phrase has no ident."""
    return _kept_match(phrase) if len(phrase) <= KEPT else _matched(phrase)


def _matched(phrase: str) -> Match:
    said = words_of(phrase)[:24]
    said = [*said, *_unsaid(said)]
    plain = _match(said)
    # A single letter is nothing, where it is no shorthand: “q. oats”.
    short = any(w in short_words() and (len(w) == 1 or plain.spelt) for w in said)
    if plain.ident and not plain.unknown and not short:
        return plain
    # The shorthand of cards, where the words as they stand leave something open.
    long = [short_words().get(w, w) for w in said]
    if long == said:
        return plain
    written_out = _match(long)
    fewer = len(written_out.unknown) < len(plain.unknown) or set(words_of(plain.name)) < set(words_of(written_out.name))
    surer = bool(plain.spelt) and not (written_out.spelt or written_out.unknown)
    better = bool(written_out.ident) and (not plain.ident or fewer or surer)
    return written_out if better else plain


_kept_match = lru_cache(maxsize=8192)(_matched)


def _match(said: list[str]) -> Match:
    """The same of words as they stand."""
    spelt: list[str] = []
    doubtful: list[str] = []
    words: list[str] = []
    for word in said:
        fixed = word
        if word not in _vocabulary() and len(word) >= LEAST_SPELT and not word.isdigit():
            two = _in_two(word)
            if two:
                words += two
                continue
            best = _corrected(word)
            if best:
                fixed = best
                spelt.append(f"{word} read as {fixed}")
                if len(word) < LONG and OSA.distance(word, best) > 1:
                    doubtful.append(word)
        words.append(fixed)
    have = frozenset(words)
    near = {n for w in have for n in _by_word().get(w, ()) if n.words <= have}
    if not near:
        unknown = tuple(w for w in words if w not in _noise() and not w.isdigit())
        return Match("", "", "ingredient", "", unknown, tuple(spelt), 0.0)
    best_name = max(near, key=lambda n: (_weight(n, words), len(n.words), -len(n.text), n.text))
    # “Semolina (sooji)”: another name of the same thing says nothing new.
    explained = best_name.words.union(*(n.words for n in near if n.ident and n.ident == best_name.ident))
    # A single letter is a size, a mark or a slip.
    left = [w for w in words if w not in explained and w not in _noise() and not w.isdigit() and len(w) > 1]
    left += doubtful
    score = 1.0 if not left and not spelt else (0.8 if not left else 0.4)
    return Match(best_name.ident, best_name.text, best_name.ask, best_name.assumed, tuple(left), tuple(spelt), score)


def _weight(name: _Name, words: list[str]) -> float:
    """How much of what was said a name explains; words that are mostly preparation count half."""
    return sum(0.5 if w in _noise() else 1.0 for w in name.words if w in words)


@cache
def _by_words() -> dict[frozenset[str], str]:
    # A figure and “gram” belong to an amount as often as to a name: “2 % milk”, “100 grams flour”.
    return {n.words: n.text for n in _names() if n.ident and not any(w.isdigit() or w == "gram" for w in n.words)}


def named_by(words: frozenset[str]) -> str:
    """The name that is made of just these words; empty where none is."""
    return _by_words().get(words, "")


def called(ident: str) -> list[str]:
    """All the names a cook may call an ingredient by."""
    return [n.text for n in _names() if n.ident == ident]


def search(text: str, limit: int = 20) -> list[tuple[str, str]]:
    """(ingredient id, the name it was found by), best first: what a cook types into the picker."""
    typed = " ".join(words_of(text))
    if not typed:
        return []
    scores: dict[str, tuple[float, str]] = {}
    for name in _names():
        if not name.ident:
            continue
        plain = " ".join(words_of(name.text))
        score = fuzz.WRatio(typed, plain)
        if plain.startswith(typed):
            score = 100.0 + 10.0 / (1 + len(plain) - len(typed))
        elif f" {typed}" in f" {plain}":
            score = max(score, 97.0)
        if score >= 72 and score > scores.get(name.ident, (0.0, ""))[0]:
            scores[name.ident] = (score, name.text)
    order = sorted(scores.items(), key=lambda x: (-x[1][0], len(x[1][1]), x[0]))
    return [(ident, name) for ident, (_, name) in order[:limit]]


def near(words: Sequence[str], limit: int = 4) -> list[str]:
    """Ingredients to offer for words that nobody knows: those whose name begins a word as one of them does."""
    starts = {w[:BEGINS].lower() for w in words if len(w) >= BEGINS}
    found = search(" ".join(words)[:80], 3 * limit)
    return [i for i, by in found if i in table() and any(w[:BEGINS].lower() in starts for w in by.split())][:limit]
