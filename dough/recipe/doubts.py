"""What a reading of a recipe leaves in doubt: ingredients that the text names and no line has, and amounts that no
cookie dough holds. A line may be lost or misread in ways nobody thought of; these look at what came of it instead."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from dough.facts.ingredients import Role, ingredient
from dough.facts.kitchen_measures import Habit
from dough.recipe.clauses import BRACKETED, SENTENCE, nameish
from dough.recipe.lines import Understood, read_line, told_g
from dough.recipe.names import called, match, named_by, short_words, words_of
from dough.recipe.plainer import LIKENESS
from dough.recipe.prose import measured_in

#: Shorter short forms are as often something else.
LEAST_SHORT = 4
#: The most words of one name.
LONGEST = 4
#: What a sentence says of other recipes, of what could go in instead, or of what is served with it.
ANOTHER = re.compile(
    r"\b(?:instead|replac\w*|swap\w*|substitut\w*|or\b|like|such as|as if|if you|if using|could|would|can be|without|"
    r"no|not|never|good with|serve with|tastes?|less|more|than|free|version|variations?|(?<!-)tips?|notes?|looks?|"
    r"melted|grease\w*|oil(?:ed)? (?:the|a)|line[ds]?|paper|water bath)\b",
    re.I,
)
#: What a piece holds when it is eaten, no amount of a dough.
EATEN = re.compile(r"\bnutrition|\bcalories|\bkcal\b", re.I)
SIZE_OF = re.compile(r"\bsize of (?:(?:a|an|small|large|big) )*[^\W\d_]+", re.I)
#: Several to choose from in one line.
EITHER = re.compile(r"\b(?:or|oder|ou|oppure)\b|/", re.I)
#: What stands before an amount that is told for something else's place.
IN_PLACE = re.compile(r"(?:\bor|\binstead|\bin place of|\breplaced? by|\bthe weight of|\(or)\s*$", re.I)
BEFORE = 20
#: “(not blackstrap)”.
DENIED = re.compile(r"\((?:not|no|never)\b[^()]*\)", re.I)
#: Some of what a line has: “50 g of the sugar”.
SOME_OF = re.compile(r"^\S+(?: \S+)? of (?:the|that|this|your)\b|\b(?:remaining|rest|reserved|half)\b", re.I)
#: Words that are a name and what is done with another thing as well: “cream the butter”, “flour the board”.
DONE = re.compile(
    r"cream|creme|butter|flour|salt|sugar|oil|ice|dust|zest|juice|glaze|powder|spice|water|crumb|sprinkle|icing"
)
#: Done even where a figure follows: “cream 3 min”.
ALWAYS_DONE = "cream"
BEHIND_DONE = re.compile(r"the|an?|your|until|together|both")
#: A thing made, named by what is in it.
MADE = re.compile(
    r"cookie|biscuit|dough|mix|mixture|batter|recipe|bar|ball|shape|colou?red|colou?r|sized?|knife|paper|sheet|bowl|cutter"
    r"|free|flavou?r|style|day|house|shop|row|book"
)
#: How far an amount told again may be off before it is another, as a share.
AGAIN = 0.03
#: The most that each of these is of a whole dough by weight, far beyond what any cookie holds (practice, L).
AT_MOST = {Role.SALT: 0.05, Role.LEAVENING: 0.05, Role.BINDER: 0.06, Role.EGG: 0.45}
#: More of one thing than this share of all is a slip of the reading.
NEARLY_ALL = 0.8
#: A dough is judged by shares from so many lines and so many grams on.
FEWEST, LEAST_G = 4, 100.0


@dataclass(frozen=True, slots=True)
class Unlisted:
    """An ingredient that a clause of the text names, or an amount of it, that no line has."""

    ident: str
    name: str
    clause: str


def unlisted(title: str, aside: Sequence[str], lines: Sequence[Understood], habit: Habit) -> tuple[Unlisted, ...]:
    """Ingredients named in what was set aside, or inside a line of something else, that no line has, and amounts of
    what a line has otherwise; each once, with the clause it was first named in."""
    had = _Had(lines)
    found: dict[str, Unlisted] = {}
    for clause in aside:
        if (title and title in clause and not measured_in(clause)) or EATEN.search(clause):
            continue
        for plain in SENTENCE.split(SIZE_OF.sub(" ", LIKENESS.sub(" ", clause))):
            another = ANOTHER.search(plain)
            for piece in _measured(plain):
                lacking = had.lacking(match(nameish(piece)).name) if another else had.named_otherwise(piece, habit)
                _note(found, lacking, clause)
            for name in [] if another else _names_in(plain):
                _note(found, had.lacking(name), clause)
    for line in lines:
        text = DENIED.sub(" ", line.text)
        plain = BRACKETED.sub(" ", text)
        # Browned butter is told by the butter that it was.
        browned = bool(line.ingredient_id) and ingredient(line.ingredient_id).is_("browned")
        names = [] if browned or EITHER.search(plain) else _names_in(plain)
        for name in [*(match(nameish(p)).name for p in _measured(text)), *names]:
            _note(found, had.lacking(name), line.text)
    return tuple(found.values())


def _note(found: dict[str, Unlisted], name: str, clause: str) -> None:
    ident = match(name).ident if name else ""
    if ident:
        found.setdefault(ident, Unlisted(ident, name, clause))


def _measured(clause: str) -> Iterable[str]:
    """The measured ingredients of a clause, without those that could go in for another."""
    for piece in measured_in(clause):
        at = clause.find(piece)
        if at < 0 or not IN_PLACE.search(clause[max(0, at - BEFORE) : at]):
            yield piece


class _Had:
    """What the lines of a recipe have: their words, and how much of each ingredient."""

    def __init__(self, lines: Sequence[Understood]) -> None:
        self.words: list[set[str]] = []
        self.told: dict[str, str] = {}
        self.grams: dict[str, list[float | None]] = {}
        for line in lines:
            words = set(words_of(line.named))
            if line.ingredient_id:
                self.grams.setdefault(line.ingredient_id, []).append(line.grams)
                for name in called(line.ingredient_id):
                    words |= set(words_of(name))
            self.words.append(words)

    def lacking(self, name: str) -> str:
        """The name, where no line has it. “The sugar” is any sugar; “the powdered sugar” is one of its own."""
        if name not in self.told:
            words = set(words_of(name))
            self.told[name] = "" if not words or any(words <= had for had in self.words) else name
        return self.told[name]

    def named_otherwise(self, piece: str, habit: Habit) -> str:
        """A measured piece whose ingredient no line has, or of which the lines have other amounts."""
        made = match(nameish(piece))
        if not made.ident or made.ident not in self.grams:
            return self.lacking(made.name)
        told, have = read_line(piece, habit).grams, self.grams[made.ident]
        if told is None or None in have or SOME_OF.search(piece):
            return ""
        weights = [g for g in have if g is not None]
        return "" if any(abs(told - g) <= AGAIN * g for g in [*weights, sum(weights)]) else piece


def _names_in(clause: str) -> list[str]:
    """Names of ingredients in a clause, in order. None runs over a comma: “with sugar, whites little by little”."""
    return [name for n, part in enumerate(clause.split(",")) for name in _names_of(part, opens=n == 0)]


def _names_of(part: str, *, opens: bool) -> list[str]:
    """The same of what stands between commas, the longest first where several begin at one word."""
    words = [short_words().get(w, w) if len(w) >= LEAST_SHORT else w for w in words_of(part)]
    found: list[str] = []
    at = 0
    # Up to here only figures: what follows still opens the clause.
    lead = next((n for n, w in enumerate(words) if not (w.isdigit() or w == "step")), len(words))
    while at < len(words):
        for length in range(min(LONGEST, len(words) - at), 0, -1):
            after = words[at + length] if at + length < len(words) else ""
            name = named_by(frozenset(words[at : at + length]))
            if (
                name
                and not MADE.fullmatch(after)
                and not (length == 1 and _is_done(words[at], after, opens=opens and at <= lead))
            ):
                found.append(name)
                at += length
                break
        else:
            at += 1
    return found


def _is_done(word: str, after: str, *, opens: bool) -> bool:
    """Whether a word that is a name says what is done here: “cream the butter”, “flour the board”."""
    if not DONE.fullmatch(word):
        return False
    if after.isdigit():
        return word == ALWAYS_DONE
    return opens or bool(BEHIND_DONE.fullmatch(after) or named_by(frozenset((after,))))


def without(lines: Sequence[Understood]) -> tuple[str, ...]:
    """What hardly any cookie is without and no line has, in words: a lost line shows there, whatever lost it. Told of
    whole recipes alone."""
    if len(lines) < FEWEST:
        return ()
    had = {ingredient(x.ingredient_id).role for x in lines if x.ingredient_id}
    mealy = any(x.ingredient_id and ingredient(x.ingredient_id).role in (Role.FLOUR, Role.FOLD_IN) for x in lines)
    lacking = ["sugar"] if Role.SUGAR not in had else []
    lacking += ["fat"] if Role.FAT not in had else []
    return (*lacking, *([] if mealy else ["flour"]))


def doubted(lines: Sequence[Understood]) -> tuple[Understood, ...]:
    """The lines, those asked about of which there is more than any cookie holds. Shares are told only of a whole dough:
    where a line has no weight yet nothing is known of them."""
    whole = sum(x.grams or 0.0 for x in lines)
    lines = [_outweighing(x, whole) if len(lines) >= FEWEST else x for x in lines]
    if len(lines) < FEWEST or whole < LEAST_G or any(x.grams is None for x in lines):
        return tuple(lines)
    return tuple(_doubted(x, whole) for x in lines)


def _outweighing(x: Understood, whole: float) -> Understood:
    """A line that is nearly all of what goes in, asked about: “130 l. musc” is no hundred and thirty litres."""
    if x.asks or x.grams is None or x.grams <= NEARLY_ALL * whole:
        return x
    return replace(
        x, asks=("much",), notes=(*x.notes, "nearly all of what goes in"), offers=((told_g(x.grams), "as read"),)
    )


def _doubted(x: Understood, whole: float) -> Understood:
    most = AT_MOST.get(ingredient(x.ingredient_id).role) if x.ingredient_id else None
    if most is None or x.asks or x.grams is None or x.grams <= most * whole:
        return x
    share = f"{100 * x.grams / whole:.0f} % of all that goes in"
    return replace(x, asks=("much",), notes=(*x.notes, share), offers=((told_g(x.grams), "as read"),))
