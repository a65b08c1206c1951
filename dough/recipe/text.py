"""A whole recipe text: which lines are ingredients, under which heading, and how it is baked."""

from __future__ import annotations

import html
import re
from dataclasses import dataclass, field
from itertools import islice

from dough.accounts.formula import Step
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import CupCalibration, Habit
from dough.recipe.amounts import amount_at, amounts_in, tidy
from dough.recipe.cells import cells, is_head, phrase
from dough.recipe.inline import SEMICOLON, listed
from dough.recipe.jotted import told_in_json
from dough.recipe.lines import LIKENESS, Understood, is_ingredient_without_amount, place_of, read_line
from dough.recipe.names import match, words_of
from dough.recipe.process import MAKES, Bake, bake_of, is_bake, oven_of
from dough.recipe.prose import measured_in

MAX_CHARS, MAX_LINES = 50_000, 300
FOREIGN = (
    "Much of this is in words not known here. English is read best; plain words of German, French, Spanish, Italian "
    "and Greek too."
)
#: Places in one line where it is asked whether another ingredient begins; what is left stays in one piece.
MOST_PARTS = 80
METHOD_HEADS = re.compile(r"^(method|directions?|instructions?|preparation|steps?|how to( make)?|to make)\b", re.I)
LIST_HEADS = re.compile(r"^(ingredients?|you(?:'ll| will)? need|for the .*|dough|cookies?|wet|dry)\b", re.I)
FINISH_HEADS = re.compile(r"\b(icing|glaze|frosting|finish|filling|decorat\w*|drizzle|to serve)\b", re.I)
TOP_HEADS = re.compile(r"\b(topping|coating|rolling|for the top|to coat|crust)\b", re.I)
META = re.compile(
    r"^\W*(gas|yields?|makes|serves|oven|time|temp\w*|bake|baking|prep\w*|portion\w*|servings?)\b\s*[:=\d]?", re.I
)
VERBS = re.compile(
    r"^(?:\d+[.)]\s+)?(?:then |now |finally |next |in an? |using |with an? )?"
    r"(preheat|heat|beat|cream|mix|stir|sift|whisk|add|fold|roll|chill|bake|drop|melt|form|shape|place|cut|leave|cool|"
    r"combine|blend|pour|work|line|grease|scoop|rest|refrigerate|press|slice|dip|bring|put|remove|let|knead|spread|"
    r"sprinkle|divide|warm|simmer|boil|brush|turn|toast|brown(?! sugar)|rub|wrap|these|this|they|store|keep|once|"
    r"when|my|our|a dough|bowl|set)\b",
    re.I,
)
BULLET = re.compile(r"^\s*(?:[-*+•·▢□☐◦–]|\[[ x]?\])\s*(?:\[[ x]?\]\s*)?", re.I)
NUMBERED = re.compile(r"^\s*\d{1,2}[.)]\s+(?=[A-Za-z0-9])")
#: A full stop that ends a sentence, not a short form such as tsp.
SENTENCE = re.compile(
    r"(?<=[a-z)0-9])(?<!tsp)(?<!tbsp)(?<!oz)(?<!lb)(?<!lbs)(?<!pkg)(?<!min)(?<! c)(?<! t)(?<! T)(?<! g)\.\s+"
    r"(?=[A-Z0-9])|;\s+"
)
#: A remark beside the recipe, never a line of it.
REMARK = re.compile(r"^\W*(?:tips?|notes?|hints?|variations?|remember|storage|ps)\b\s*[:.\-]?", re.I)
#: What a sentence about amounts says that is no amount of this recipe.
ELSEWHERE = re.compile(
    r"\b(?:can be (?:replaced|swapped|used)|replace|instead of|weighs|if you|you (?:can|could)|more flour|less flour|"
    r"would need|per serving|each serving|contains)\b",
    re.I,
)
STEPPED = re.compile(r"^\W*(?:step|étape|schritt|paso|passo)\s*\d{1,2}\s*[:.)-]\s*", re.I)
#: “1 teaspoon each cinnamon and ginger”: an amount of each of several.
EACH_OF = re.compile(
    r"(?P<amount>[\d./ ]{1,9}[^\W\d_]{1,12}\.?) (?:each of|of each|each),? (?P<names>[^\d.;:]{3,80})$", re.I
)
#: Minutes, degrees and sizes, where nothing known is named beside them.
UNLIKE = re.compile(
    r"\b\d+ ?(?:minutes?|mins?|minuten|minuti|minutos|λεπτά|mm|cm|inch(?:es)?|grad|grados|gradi|degrés|degrees)\b", re.I
)
#: What may stand between two ingredients of one line.
JOINED = re.compile(
    r", (?:and )?| (?:and|plus|\+|&|/) |\. (?=\d)"
    r"| (?:dissolved|mixed|beaten|whisked|soaked|steeped|blended|stirred) (?:in|into|with) ",
    re.I,
)
#: “Zest of an orange and a lemon”.
OF_FRUITS = re.compile(
    r"(?P<part>(?:[a-z]+ )?(?:zest|juice|peel|rind) of) (?P<one>(?:an?|one|two|half an?|\d) \w+) (?:and|&|plus) "
    r"(?P<two>(?:an?|one|two|half an?|\d) \w+)$",
    re.I,
)
#: “Baking powder, soda, salt - 1/2 tsp of each”.
OF_EACH = re.compile(
    r"(?P<names>[^\d.;:()]{3,80}?)[\s,:-]+(?P<amount>[\d./ ]{1,9}[^\W\d_]{1,12}\.?) (?:of )?each\.?$", re.I
)
#: With so many lines in a list, amounts in its sentences are those of the list told again.
LIST_FROM = 2
WEIGHTS = ("g", "kg", "ml", "l", "oz", "lb")


@dataclass(frozen=True, slots=True)
class RecipeText:
    """A recipe as understood. aside holds the clauses that were not taken for ingredients, in order; overlooked those
    of them that hold an amount of something known which no line has; note is what must be said of the reading."""

    title: str
    lines: tuple[Understood, ...]
    aside: tuple[str, ...]
    bake: Bake
    habit: Habit
    overlooked: tuple[str, ...] = ()
    note: str = ""


@dataclass
class _Reading:
    """What has been read so far."""

    habit: Habit
    cups: tuple[CupCalibration, ...]
    title: str = ""
    method: bool = False
    step: Step | None = None
    lines: list[Understood] = field(default_factory=list)
    aside: list[str] = field(default_factory=list)
    #: Clauses that may tell ingredients in sentences, with where they stand among the lines.
    told: list[tuple[int, str]] = field(default_factory=list)
    #: Lines of the text that are one ingredient and nothing else: two of them make a list.
    listed: int = 0

    def take(self, piece: str, step: Step | None) -> None:
        if len(self.lines) < MAX_LINES:
            self.lines.append(read_line(piece, self.habit, step, self.cups))
        else:
            self.aside.append(piece)


def read_recipe(text: str, habit: Habit, cups: tuple[CupCalibration, ...] = ()) -> RecipeText:
    """Read a recipe text. Raises EntryError when it is empty or too long; any other text is answered."""
    if len(text) > MAX_CHARS:
        raise EntryError("text", f"That is more than {MAX_CHARS:,} characters. Paste one recipe at a time.")
    if not text.strip():
        raise EntryError("text", "There is nothing here yet. Paste a recipe, ingredients and method together.")
    reading = _Reading(habit, cups)
    plain = html.unescape(text) if "&" in text else text
    plain = told_in_json(plain)
    for number, raw in enumerate(plain.splitlines()):
        line = tidy(raw)
        if line and not re.fullmatch(r"[-=_|: ]+", line):
            _read(reading, line, raw, number)
    if reading.listed < LIST_FROM:
        _tell(reading)
    have = {x.ingredient_id for x in reading.lines}
    overlooked = tuple(a for a in reading.aside if _overlooked(a, have))
    return RecipeText(
        reading.title, tuple(reading.lines), tuple(reading.aside), bake_of(plain, habit), habit, overlooked,
        _note(reading.lines),
    )  # fmt: skip


def _read(r: _Reading, line: str, raw: str, number: int) -> None:
    """One line of the text into lines, headings and what is set aside."""
    if len(r.lines) >= MAX_LINES:
        r.aside.append(line)
        return
    bare = NUMBERED.sub("", BULLET.sub("", line)).strip()
    bare = re.sub(r"\*\*|__|^#+ ?", "", bare)
    row = [] if listed(bare) else cells(bare, BULLET.sub("", raw))
    if row:
        _row(r, line, row)
        return
    head = _heading(bare)
    if head == "method":
        r.method = True
        r.aside.append(line)
        return
    if head is not None and not (amounts_in(bare) and match(_nameish(bare)).ident):
        r.method, r.step = False, {"finish": Step.FINISH, "top": Step.TOP}.get(head)
        r.aside.append(line)
        return
    if REMARK.match(bare) or (ELSEWHERE.search(bare) and not leads_with_ingredient(bare) and _is_sentence(bare)):
        r.aside.append(line)
        return
    stepped = STEPPED.sub("", bare)
    early, opening = not r.lines and number < 3, not r.lines and not r.aside
    candidates = _pieces(bare) if not (r.method or stepped != bare) or leads_with_ingredient(bare) else []
    pieces = [p for p in candidates if _looks_like(p, first=early, opening=opening)]
    if not pieces:
        if not r.title and not r.lines and len(bare) < 80 and not bare.endswith("."):
            r.title = bare.rstrip(":")
        r.told.append((len(r.lines), stepped))
        r.aside.append(line)
        return
    prefix = bare.partition(":")[0] if ":" in bare else ""
    if not r.title and not r.lines and prefix and not bare.startswith(pieces[0]) and not _is_name(prefix):
        r.title = prefix
    # “caster sugar and cinnamon for rolling”: what a line ends on is said of all of it.
    step = place_of(bare) if len(pieces) > 1 else None
    r.listed += len(candidates) == 1
    for p in candidates:
        if p in pieces:
            r.take(p, step or r.step)
        else:
            r.told.append((len(r.lines), p))
            r.aside.append(p)


def _row(r: _Reading, line: str, row: list[str]) -> None:
    """A row of a table: an ingredient, or the table's head, or something else told in cells."""
    said = phrase(row)
    found = match(_nameish(said))
    if (
        is_head(row)
        or not amounts_in(said)
        or not (found.ident or found.unknown)
        or (found.unknown and META.match(line))
    ):
        r.aside.append(line)
    else:
        r.take(said, r.step)
        r.listed += 1


def _tell(r: _Reading) -> None:
    """Ingredients told in sentences, put among the lines where they stand; what is said again is a reference."""
    have = {x.ingredient_id for x in r.lines}
    more: list[tuple[int, Understood]] = []
    for at, clause in r.told:
        for piece in [] if REMARK.match(clause) else measured_in(clause):
            made = read_line(piece, r.habit, None, r.cups)
            if made.ingredient_id not in have:
                have.add(made.ingredient_id)
                more.append((at, made))
    for n, (at, made) in enumerate(more):
        r.lines.insert(at + n, made)


def _overlooked(clause: str, have: set[str]) -> bool:
    """Whether something set aside measures a known ingredient that no line has."""
    if REMARK.match(clause) or ELSEWHERE.search(clause):
        return False
    return any(match(_nameish(p)).ident not in have for p in measured_in(clause))


def _is_sentence(line: str) -> bool:
    return not amounts_in(line) or amounts_in(line)[0].start > 0 or bool(re.search(r"[a-z]\.$", line))


def _note(lines: list[Understood]) -> str:
    """That the text is in a language which is hardly read here."""
    odd = sum(1 for x in lines if not x.ingredient_id)
    return FOREIGN if len(lines) > LIST_FROM and odd > 0.6 * len(lines) else ""


def guess_habit(text: str) -> Habit:
    """Whose cups and eggs a text most likely means: sticks, ounces and °F speak for the US."""
    flat = tidy(text[:20_000])
    words = r"\b(sticks?|all-purpose|all purpose|confectioners|powdered sugar|°? ?F\b|ounces?|oz|pounds?|lbs?|kosher)\b"
    us = len(re.findall(words, flat))
    oven, said, _, _ = oven_of(flat, Habit.METRIC)
    us += 2 if oven is not None and "F" in said else 0
    metric = len(re.findall(r"\d ?(?:g|ml|kg)\b|caster|plain flour|bicarb|°? ?C\b", flat))
    if re.search(r"\bcups?\b", flat) and metric and re.search(r"\b(caster|bicarb soda|plain flour)\b", flat):
        return Habit.AU
    cups = len(re.findall(r"\bcups?\b|\bc\. ", flat))
    return Habit.US if us + cups > metric else Habit.METRIC


def _heading(line: str) -> str | None:
    """method, list, finish or top for a heading line; None for any other line."""
    plain = line.strip(" :*_#")
    if METHOD_HEADS.match(plain) and len(plain) < 40 and not amounts_in(plain):
        return "method"
    if len(plain) > 50 or amounts_in(plain):
        return None
    short = line.rstrip().endswith(":") or bool(re.match(r"^(for|to) ", plain, re.I)) or len(plain.split()) <= 3
    if not short:
        return None
    if is_ingredient_without_amount(plain) and not line.rstrip().endswith(":"):
        return None
    if TOP_HEADS.search(plain):
        return "top"
    if FINISH_HEADS.search(plain):
        return "finish"
    return "list" if LIST_HEADS.match(plain) or line.rstrip().endswith(":") else None


def _is_name(text: str) -> bool:
    """Is a phrase an ingredient and nothing besides?"""
    found = match(text)
    return bool(found.ident) and not found.unknown


def _nameish(line: str) -> str:
    for a in reversed(amounts_in(line)):
        line = line[: a.start] + " " + line[a.end :]
    return line


def _pieces(line: str) -> list[str]:
    """The clauses of a line: sentences, “1 egg plus 1 yolk” and comma lists parted. Nothing of the line is left out."""
    each = EACH_OF.match(line) or OF_EACH.match(line)
    if each is not None:
        return [f"{each['amount']} {name}" for name in re.split(r", (?:and )?| and | & ", each["names"].strip(" ,-:"))]
    # A semicolon parts sentences as well, but not in such a list.
    whole = listed(line, SEMICOLON)
    if whole:
        return whole
    sentences = [s for s in SENTENCE.split(line) if s.strip()]
    if len(sentences) > 1:
        return [piece for s in sentences for piece in _pieces(s)]
    parted = _shared(line) or listed(line) or _of_fruits(line)
    if parted:
        return parted
    prefix, colon, rest = line.partition(":")
    body = line
    if META.match(line) and not leads_with_ingredient(line):
        return [line]
    if colon and amounts_in(rest) and not amounts_in(prefix):
        if match(_nameish(rest)).ident and amounts_in(rest)[0].start < 2 and not _is_name(prefix):
            body = rest.strip()
        elif amounts_in(rest)[0].start >= 2 and len(measured_in(rest)) > 1:
            # “Cheese rounds: weigh 90 g butter and ...”: a heading before sentences.
            return [line]
        else:
            return [f"{rest.strip()} {prefix.strip()}"]
    dots = re.match(r"^(?P<name>[A-Za-z][A-Za-z ,']+?) ?\.{3,} ?(?P<amount>.*)$", body)
    if dots:
        return [f"{dots['amount']} {dots['name']}"] if dots["amount"] else [dots["name"]]
    parts, last = [], 0
    for sep in islice(JOINED.finditer(body), MOST_PARTS):
        left, right = body[last : sep.start()], body[sep.end() :]
        if left.count("(") > left.count(")"):
            continue
        first = amount_at(right, 0)
        if first is None or first.end == 0 or not amounts_in(left):
            continue
        both = sep.group(0).startswith(",") and amounts_in(left)[-1].quantity.unit and first.quantity.unit
        if not match(_nameish(left)).ident and not both:
            continue
        after = re.split(r", | (?:and|plus|\+|&) ", right[first.end :], maxsplit=1)[0]
        named = match(after)
        if is_bake(right):
            parts.append(left)
            last = sep.end()
            continue
        if not re.search(r"[^\W\d_]", after) or not (named.name or named.unknown):
            continue
        parts.append(left)
        last = sep.end()
    parts.append(body[last:])
    return [p.strip(" .;") for p in parts if p.strip(" .;")]


def _shared(line: str) -> list[str]:
    """“Sugar (caster 100 g, demerara 50 g)”, “Flour: plain 180 g, rye 60 g”: kinds of one thing, each measured."""
    found = re.fullmatch(
        r"(?P<head>[^\W\d_][^\d:(]{1,24}?)\s*(?:\((?P<a>[^()]+)\)|:\s*(?P<b>[^()]+))", line.strip(" .")
    )
    if found is None or not match(found["head"]).name:
        return []
    kinds = [k.strip() for k in re.split(r",\s+|\s+and\s+|\s+\+\s+", found["a"] or found["b"])]
    if len(kinds) < 2 or any(len(amounts_in(k)) != 1 or not words_of(_nameish(k)) for k in kinds):
        return []
    whole = [f"{k} {found['head'].strip()}" for k in kinds]
    return whole if all(match(_nameish(w)).ident and not match(_nameish(w)).unknown for w in whole) else []


def _of_fruits(line: str) -> list[str]:
    """“Zest of an orange and a lemon” is two of them."""
    found = OF_FRUITS.match(line.strip(" .,;"))
    return [] if found is None else [f"{found['part']} {found[each]}" for each in ("one", "two")]


def leads_with_ingredient(line: str) -> bool:
    """“Baking powder 3 g”, “Cream 50 ml”: a known name and its amount, and nothing else to do with it.

    An ingredient's name beats a verb or an oven word, so that such a line is never set aside. “Cream 225 g butter” is
    a step all the same: what it measures is named after it.
    """
    plain = re.sub(r"[*_|\t]+", " ", line).strip(" .;:-")
    amounts = amounts_in(plain)
    if not amounts or amounts[0].start == 0:
        return False
    first = amounts[0]
    before = plain[: first.start].strip(" ,:;-(.")
    rest = re.sub(r"\([^()]*\)", " ", _nameish(plain[first.start :])).strip(" ,.;()%-")
    if not _is_name(before) or is_bake(plain[first.start :]) or len(before.split()) > 6:
        return False
    return not rest or (not match(rest).ident and len(rest.split()) <= 4 and not re.search(r"[.!?]\s", rest))


def _ends_on_weight(piece: str) -> bool:
    """“Mix of seeds 60 g”: a few words that hold a known name, and a weight at the end, whatever the first word is."""
    amounts = amounts_in(piece)
    if len(amounts) != 1 or amounts[0].quantity.unit not in WEIGHTS:
        return False
    before, after = piece[: amounts[0].start], piece[amounts[0].end :].strip(" .)")
    return (
        not after and 0 < len(before.split()) <= 6 and not re.search(r"[.,;:]\s", before) and bool(match(before).name)
    )


def _tells_several(piece: str) -> bool:
    """Whether a phrase is a sentence that tells more than one ingredient: these are taken apart, never read as one."""
    plain = re.sub(r"\([^()]*\)", " ", piece)
    return len(measured_in(plain)) > 1 and bool(match(_nameish(plain)).unknown)


def _looks_like(piece: str, *, first: bool, opening: bool) -> bool:
    if leads_with_ingredient(piece) or _ends_on_weight(piece):
        return True
    if META.match(piece) or VERBS.match(piece) or MAKES.search(piece):
        return False
    if re.search(r"\d{2,3} ?(?:°|º)|\b\d{3} ?[CF]\b", piece) or _tells_several(piece):
        return False
    if UNLIKE.search(piece) and not match(_nameish(piece)).ident:
        return False
    if LIKENESS.search(piece) and match(LIKENESS.sub(" ", piece)).ident:
        return True
    words = piece.split()
    amounts = amounts_in(piece)
    if first and not re.search(r"\d", piece) and all(a.quantity.unit == "loose" for a in amounts) and opening:
        # A title: “Coffee walnut drops”.
        return False
    if not amounts:
        return not opening and is_ingredient_without_amount(piece)
    found = match(re.sub(r"\([^()]*\)", " ", _nameish(piece)))
    if is_bake(piece) and not found.ident:
        return False
    if len(words) > 22 and not found.ident:
        return False
    start = amounts[0]
    if not found.ident and (first or start.by_word or start.start > 30) and not start.quantity.unit:
        return False
    if not found.name and not found.unknown:
        return False
    # What opens on a weight is a line even where its name is not known, and is asked about.
    if not found.name and first and not (start.start == 0 and start.quantity.unit in WEIGHTS and len(words) <= 8):
        return False
    return not (re.search(r"[.!?] [A-Z]", piece) and len(words) > 14)
