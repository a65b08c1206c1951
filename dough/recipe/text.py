"""A whole recipe text: which lines are ingredients, under which heading, and how it is baked."""

from __future__ import annotations

import html
import re
from dataclasses import dataclass, field, replace

from dough.accounts.formula import Step
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import CupCalibration, Habit
from dough.recipe.amounts import amounts_in, tidy
from dough.recipe.bare import in_bare_grams
from dough.recipe.cells import cells, is_head, of_columns, phrase
from dough.recipe.clauses import BRACKETED, META, SENTENCE, clauses, is_name, leads_with_ingredient, nameish
from dough.recipe.doubts import Unlisted, doubted, unlisted
from dough.recipe.inline import listed
from dough.recipe.jotted import told_in_json
from dough.recipe.lines import Understood, is_ingredient_without_amount, place_of, read_line
from dough.recipe.names import match
from dough.recipe.percents import by_flour
from dough.recipe.plainer import LIKENESS
from dough.recipe.process import MAKES, Bake, Fact, bake_of, is_bake, oven_of
from dough.recipe.prose import RATIO, in_parts, measured_in

MAX_CHARS, MAX_LINES = 50_000, 300
#: A first line up to here can be a title; a dough's name holds less of it.
LONGEST_TITLE, NAME_HOLDS = 120, 80
FOREIGN = (
    "Much of this is in words not known here. English is read best; plain words of German, French, Spanish, Italian "
    "and Greek too."
)
METHOD_HEADS = re.compile(r"^(method|directions?|instructions?|preparation|steps?|how to( make)?|to make)\b", re.I)
LIST_HEADS = re.compile(r"^(ingredients?|you(?:'ll| will)? need|for the .*|dough|cookies?|wet|dry)\b", re.I)
FINISH_HEADS = re.compile(r"\b(icing|glaze|frosting|finish|filling|decorat\w*|drizzle|to serve)\b", re.I)
TOP_HEADS = re.compile(r"\b(topping|coating|rolling|for the top|to coat|crust)\b", re.I)
VERBS = re.compile(
    r"^(?:\d+[.)]\s+)?(?:then |now |finally |next |in an? |using |with an? )?"
    r"(preheat|heat|beat|cream|mix|stir|sift|whisk|add|fold|roll|chill|bake|drop|melt|form|shape|place|cut|leave|cool|"
    r"combine|blend|pour|work|line|grease|scoop|rest|refrigerate|press|slice|dip|bring|put|remove|let|knead|spread|"
    r"sprinkle|divide|warm|whip|pulse|tip|drizzle|dust|transfer|reserve|allow|wait|repeat|microwave|flatten|decorate|"
    r"simmer|boil|brush|turn|toast|brown(?! sugar)|rub|wrap|these|this|they|store|keep|once|"
    r"when|my|our|a dough|bowl|set)\b(?! of\b)",
    re.I,
)
BULLET = re.compile(r"^\s*(?:[-*+•·▢□☐◦–]|\[[ x]?\])\s*(?:\[[ x]?\]\s*)?", re.I)
NUMBERED = re.compile(r"^\s*\d{1,2}[.)]\s+(?=[A-Za-z0-9])")
#: A remark beside the recipe, never a line of it.
REMARK = re.compile(r"^\W*(?:tips?|notes?|hints?|variations?|remember|storage|ps)\b\s*[:.\-]?", re.I)
#: What a sentence about amounts says that is no amount of this recipe.
ELSEWHERE = re.compile(
    r"\b(?:can be (?:replaced|swapped|used)|replace|instead of|weighs|if you|you (?:can|could)|more flour|less flour|"
    r"would need|per serving|each serving|contains)\b",
    re.I,
)
#: “To each 100 g of flour add 1 g of salt”: figures that are no amounts of this recipe, but say some; and weights told
#: by eggs. Set aside, and always shown.
RELATIVE = re.compile(
    r"\b(?:to|for|per) (?:each|every) \d+ ?g\b|\bweight of (?:the )?\w+ eggs?\b|\bas much [a-z ]{3,30} as\b", re.I
)
#: “(grams)”, “all weights in grams”.
IN_GRAMS = re.compile(
    r"\((?:in )?gram(?:me)?s?\)|\bin gram(?:me)?s\b|\bamounts? in g\b|\ball (?:in )?g\b|^\s*gram(?:me)?s\s*:?\s*$",
    re.I | re.M,
)
STEPPED = re.compile(r"^\W*(?:step|étape|schritt|paso|passo)\s*\d{1,2}\s*[:.)-]\s*", re.I)
#: Minutes, degrees and sizes, where nothing known is named beside them.
UNLIKE = re.compile(
    r"\b\d+ ?(?:minutes?|mins?|minuten|minuti|minutos|λεπτά|mm|cm|inch(?:es)?|grad|grados|gradi|degrés|degrees)\b", re.I
)
#: What readers of a page thought of it, behind its title.
RATED = re.compile(r"\s*[⭐★☆✩✰]+.*$|\s*\(?\d(?:\.\d+)? (?:stars?|from \d+ (?:votes?|ratings?|reviews?))\)?\s*$", re.I)
#: With so many lines in a list, amounts in its sentences are those of the list told again.
LIST_FROM = 2
#: A line that only says what goes on top is no longer, words.
MOST_TO_FINISH = 6
WEIGHTS = ("g", "kg", "ml", "l", "oz", "lb")


@dataclass(frozen=True, slots=True)
class RecipeText:
    """A recipe as understood. aside holds the clauses that were not taken for ingredients, in order; overlooked those
    of them that hold an amount of something known which no line has; note is what must be said of the reading; unlisted
    are ingredients that the text names and no line has."""

    title: str
    lines: tuple[Understood, ...]
    aside: tuple[str, ...]
    bake: Bake
    habit: Habit
    overlooked: tuple[str, ...] = ()
    note: str = ""
    unlisted: tuple[Unlisted, ...] = ()


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
    #: Whether the text says that its figures are grams.
    in_grams: bool = False
    #: The head of the table that is being read.
    head: list[str] = field(default_factory=list)

    def take(self, piece: str, step: Step | None) -> None:
        if len(self.lines) < MAX_LINES:
            self.lines.append(read_line(piece, self.habit, step, self.cups, in_grams=self.in_grams))
        else:
            self.aside.append(piece)


def read_recipe(text: str, habit: Habit, cups: tuple[CupCalibration, ...] = ()) -> RecipeText:
    """Read a recipe text. Raises EntryError when it is empty or too long; any other text is answered."""
    if len(text) > MAX_CHARS:
        raise EntryError("text", f"That is more than {MAX_CHARS:,} characters. Paste one recipe at a time.")
    if not text.strip():
        raise EntryError("text", "There is nothing here yet. Paste a recipe, ingredients and method together.")
    plain = html.unescape(text) if "&" in text else text
    plain = told_in_json(plain)
    reading = _reading(plain, _Reading(habit, cups, in_grams=bool(IN_GRAMS.search(text))))
    by_percent = by_flour(reading.lines)
    if by_percent != reading.lines:
        reading.lines = by_percent
    elif not reading.in_grams and in_bare_grams(reading.lines):
        reading = _reading(plain, _Reading(habit, cups, in_grams=True))
    have = {x.ingredient_id for x in reading.lines}
    bake = bake_of(plain, habit)
    overlooked = tuple(a for a in reading.aside if a != reading.title and _overlooked(a, have, bake.facts))
    return RecipeText(
        reading.title, doubted(reading.lines), tuple(reading.aside), bake, habit, overlooked,
        _note(reading.lines), unlisted(reading.title, reading.aside, reading.lines, habit),
    )  # fmt: skip


def _reading(plain: str, reading: _Reading) -> _Reading:
    """A whole text, line by line, then what its sentences tell."""
    for number, raw in enumerate(plain.splitlines()):
        line = tidy(raw)
        if line and not re.fullmatch(r"[-=_|: ]+", line):
            _read(reading, line, raw, number)
    if reading.listed < LIST_FROM:
        _tell(reading)
    return reading


def _read(r: _Reading, line: str, raw: str, number: int) -> None:
    """One line of the text into lines, headings and what is set aside."""
    if len(r.lines) >= MAX_LINES:
        r.aside.append(line)
        return
    bare = RATED.sub("", re.sub(r"\*\*|__|^#+ ?", "", line))
    bare = NUMBERED.sub("", BULLET.sub("", bare)).strip()
    row = [] if listed(bare) else cells(bare, BULLET.sub("", raw))
    if row:
        _row(r, line, row)
        return
    head = _heading(bare)
    if head == "method":
        r.method = True
        r.aside.append(line)
        return
    if head is not None and not (amounts_in(bare) and match(nameish(bare)).ident):
        r.method, r.step = False, {"finish": Step.FINISH, "top": Step.TOP}.get(head)
        r.aside.append(line)
        return
    if REMARK.match(bare) or (ELSEWHERE.search(bare) and not leads_with_ingredient(bare) and _is_sentence(bare)):
        r.aside.append(line)
        return
    set_apart = RELATIVE.search(bare) or RATIO.search(bare)
    sentences = [s for s in SENTENCE.split(bare) if s.strip()] if set_apart else []
    if len(sentences) > 1:
        for sentence in sentences:
            _read(r, sentence.strip(), sentence, number)
        return
    if set_apart:
        r.told += [] if RELATIVE.search(bare) else [(len(r.lines), bare)]
        r.aside.append(line)
        return
    stepped = STEPPED.sub("", bare)
    early, opening = not r.lines and number < 3, not r.lines and not r.aside
    candidates = clauses(bare) if not (r.method or stepped != bare) or leads_with_ingredient(bare) else []
    pieces = [p for p in candidates if _looks_like(p, first=early, opening=opening)]
    if not pieces:
        if not (r.title or r.lines or measured_in(bare)) and len(bare) < LONGEST_TITLE and not bare.endswith("."):
            r.title = bare.rstrip(":")[:NAME_HOLDS].rstrip()
        r.told.append((len(r.lines), stepped))
        r.aside.append(line)
        return
    prefix = bare.partition(":")[0] if ":" in bare else ""
    if not r.title and not r.lines and prefix and not bare.startswith(pieces[0]) and not is_name(prefix):
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
    if is_head(row) or not any(ch.isdigit() for ch in line):
        r.head = row
    said = phrase(of_columns(r.head, row))
    found = match(nameish(said))
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
        top = place_of(clause) is Step.TOP
        for piece in [] if REMARK.match(clause) else measured_in(clause):
            made = read_line(piece, r.habit, None, r.cups, in_grams=r.in_grams)
            # What goes on top is measured apart from what went in.
            on_top = top and made.ingredient_id in have
            if on_top:
                made = replace(made, step=Step.TOP)
            if on_top or made.ingredient_id not in have:
                have.add(made.ingredient_id)
                more.append((at, made))
    more += _by_parts(r, [made for _, made in more])
    for n, (at, made) in enumerate(sorted(more, key=lambda m: m[0])):
        r.lines.insert(at + n, made)


def _by_parts(r: _Reading, measured: list[Understood]) -> list[tuple[int, Understood]]:
    """What is told by parts, weighed by the one of them that has a weight; asked about where none has."""
    found: list[tuple[int, Understood]] = []
    grams = {x.ingredient_id: x.grams for x in [*r.lines, *measured]}
    for at, clause in r.told:
        parts = [(p, name, match(name).ident) for p, name in in_parts(clause)]
        part_g = next((g / p for p, _, ident in parts if (g := grams.get(ident)) and p), None)
        for p, name, ident in parts:
            if ident not in grams:
                said = f"{p:g} parts {name}" if part_g is None else f"{p * part_g:.4g} g {name}"
                made = read_line(said, r.habit, None, r.cups)
                found.append((at, made if part_g is None else replace(made, notes=(*made.notes, f"{p:g} parts"))))
    return found


def _overlooked(clause: str, have: set[str], facts: tuple[Fact, ...]) -> bool:
    """Whether something set aside measures a known ingredient that no line has."""
    if REMARK.match(clause) or ELSEWHERE.search(clause):
        return False
    if RELATIVE.search(clause):
        return True
    pieces = [*measured_in(clause), *([clause] if _ends_on_weight(clause.split(",")[0].replace(":", " ")) else [])]
    if (
        place_of(clause)
        and len(clause.split()) <= MOST_TO_FINISH
        and not VERBS.match(clause)
        and _heading(clause.strip(" #*")) is None
    ):
        # “Black shards, to finish”: something goes on top, and nobody knows what.
        return match(nameish(clause)).ident not in have
    if not pieces:
        # A weight of something nobody knows, which is no fact of the bake either.
        weighed = [a for a in amounts_in(clause) if a.quantity.unit in WEIGHTS]
        return bool(weighed) and not any(f.words in clause or clause in f.words for f in facts)
    return any(match(nameish(p)).ident not in have for p in pieces)


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
    return len(measured_in(plain)) > 1 and bool(match(nameish(plain)).unknown)


def _looks_like(piece: str, *, first: bool, opening: bool) -> bool:
    if leads_with_ingredient(piece) or _ends_on_weight(piece):
        return True
    if META.match(piece) or VERBS.match(piece) or MAKES.search(piece):
        return False
    # “butter 270 g, pliable (17 °C)”: a bracket's degrees are the ingredient's own.
    if re.search(r"\d{2,3} ?(?:°|º)|\b\d{3} ?[CF]\b", BRACKETED.sub(" ", piece)) or _tells_several(piece):
        return False
    if UNLIKE.search(piece) and not match(nameish(piece)).ident:
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
    found = match(re.sub(r"\([^()]*\)", " ", nameish(piece)))
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
