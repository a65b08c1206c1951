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
from dough.recipe.changed import as_it_is
from dough.recipe.clauses import BRACKETED, META, SENTENCE, added_apart, clauses, leads_with_ingredient, nameish
from dough.recipe.doubts import Unlisted, doubted, unlisted, without
from dough.recipe.each import each_apart, is_name
from dough.recipe.inline import at_marks, listed
from dough.recipe.jotted import told_in_json
from dough.recipe.kinds import (
    ELSEWHERE,
    RELATIVE,
    REMARK,
    heading,
    is_sentence,
    looks_like,
    no_title,
    overlooked,
    stray,
)
from dough.recipe.lines import Understood, either_spoon, is_ingredient_without_amount, place_of, read_line
from dough.recipe.names import match
from dough.recipe.pages import card_of, title_of
from dough.recipe.percents import by_flour, of_whole
from dough.recipe.process import Bake, bake_of
from dough.recipe.prose import PART_IS, RATIO, in_parts, measured_in
from dough.recipe.sections import Beside, told_beside
from dough.recipe.sheets import first_of_sheet, first_of_two
from dough.recipe.under import as_above, kind_of, of_kind, without_part
from dough.recipe.written import as_meant

MAX_CHARS, MAX_LINES = 50_000, 300
#: A first line up to here can be a title; a dough's name holds less of it.
LONGEST_TITLE, NAME_HOLDS = 120, 80
FOREIGN = (
    "Much of this is in words not known here. English is read best; plain words of German, French, Spanish, Italian "
    "and Greek too."
)
BULLET = re.compile(
    r"^\s*(?:[-*+•·▢□☐◦–]|\d{1,2}(?:st|nd|rd|th) ?[:.)-]|(?:no|nr|item|#)\.? ?\d{1,2}[.):]? +(?=\d)|\[[ x]?\])\s*"
    r"(?:\[[ x]?\]\s*)?",
    re.I,
)
NUMBERED = re.compile(r"^\s*\d{1,2}[.)/]\s+(?=[A-Za-z0-9])")
#: “(grams)”, “all weights in grams”.
IN_GRAMS = re.compile(
    r"\((?:in )?gram(?:me)?s?\)|\bin gram(?:me)?s\b|\bamounts? in g\b|\ball (?:in )?g\b"
    r"|\b(?:tout en|alles in|tutto in|todo en) g(?:r\w*)?\b|^\s*gram(?:me)?s\s*:?\s*$",
    re.I | re.M,
)
#: What parts columns: several spaces.
WIDE = re.compile(r"(?<=\S)(?: {2,}|\t)(?=\S)")
#: What a line of a list may open on before its amount.
LED_IN = re.compile(
    r"(?:(?:add|take|use|get|have|need|you(?:'ll| will)? need|weigh(?: out)?|measure(?: out)?|(?:put|stir|mix|beat) in"
    r"|and|then|next|now|plus|also|finally|first|start with)[ ,:]+)+",
    re.I,
)
#: “Thin pecan wafers -- 3 oz butter, …”: a title before the first amount.
TITLED = re.compile(
    r"(?P<title>[^\d:(]{4,60}?\b(?:cookies?|biscuits?|wafers?|bars?|shortbreads?|snaps?|drops?|rounds?|crisps?|thins?|recipe)"
    r"\b\"?)\s*(?:--?|[.:])\s+(?=\d)",
    re.I,
)
STEPPED = re.compile(
    r"^\W*(?:step|étape|schritt|paso|passo)\s*(?:\d{1,2}|one|two|three|four|five|six|seven|eight)\s*(?:[:.)-]\s*|$)",
    re.I,
)
#: “Roll in 2 Tbsp sugar mixed with 2 tsp cinnamon”.
ROLLED_IN = re.compile(r"^\W*(?:then |and )?(?:roll|dip|coat|toss|dredge|sprinkle|dust)\b[^.;\d]*\b(?:in|with)\b", re.I)
#: What readers of a page thought of it, behind its title.
RATED = re.compile(r"\s*[⭐★☆✩✰]+.*$|\s*\(?\d(?:\.\d+)? (?:stars?|from \d+ (?:votes?|ratings?|reviews?))\)?\s*$", re.I)
#: A text with more than this share of capitals is written in them.
MOSTLY = 0.8
#: With so many lines in a list, amounts in its sentences are those of the list told again.
LIST_FROM = 2


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
    #: Short clauses set aside inside a list: nobody knows what they are.
    strays: list[str] = field(default_factory=list)
    #: Where among the lines the part begins that is being read.
    part: int = 0
    #: What the heading above names: “Sugar:”.
    kind: str = ""
    #: The line of the text that ingredients were last taken from.
    taken_at: int = -2
    #: Clauses set aside that need not be seen: they tell of no dough.
    hushed: set[str] = field(default_factory=set)
    #: Notes below the recipe: what they name is told, what they weigh is none of it.
    noted: set[str] = field(default_factory=set)
    #: The lines that are the recipe's own, as they stand.
    of_recipe: list[str] = field(default_factory=list)
    #: Whether all of it is in capitals: a T may be either spoon.
    capitals: bool = False

    def take(self, piece: str, step: Step | None) -> None:
        if len(self.lines) < MAX_LINES:
            line = read_line(piece, self.habit, step, self.cups, in_grams=self.in_grams)
            self.lines.append(either_spoon(line) if self.capitals else line)
        else:
            self.aside.append(piece)


def read_recipe(text: str, habit: Habit, cups: tuple[CupCalibration, ...] = ()) -> RecipeText:
    """Read a recipe text. Raises EntryError when it is empty or too long; any other text is answered."""
    if len(text) > MAX_CHARS:
        raise EntryError("text", f"That is more than {MAX_CHARS:,} characters. Paste one recipe at a time.")
    if not text.strip():
        raise EntryError("text", "There is nothing here yet. Paste a recipe, ingredients and method together.")
    plain = html.unescape(text) if "&" in text else text
    plain = first_of_two(first_of_sheet(told_in_json(plain)))
    letters = [ch for ch in plain if ch.isalpha()]
    capitals = sum(ch.isupper() for ch in letters) > MOSTLY * len(letters)
    plain = as_meant(plain)
    reading = _reading(plain, _Reading(habit, cups, in_grams=bool(IN_GRAMS.search(text)), capitals=capitals))
    by_percent, inferred = by_flour(of_whole(reading.lines, plain), plain), False
    if by_percent != reading.lines:
        reading.lines = by_percent
    elif not reading.in_grams and in_bare_grams(reading.lines):
        reading, inferred = _reading(plain, _Reading(habit, cups, in_grams=True, capitals=capitals)), True
    have = {x.ingredient_id for x in reading.lines}
    bake = bake_of("\n".join(reading.of_recipe), habit)
    strays = set(reading.strays) if reading.listed >= LIST_FROM else set()
    seen = tuple(
        a
        for a in reading.aside
        if a not in reading.hushed | reading.noted
        and (a in strays or overlooked(a, have, bake.facts))
        and (a != reading.title or no_title(a))
    )
    dough = [a for a in reading.aside if a not in reading.hushed]
    return RecipeText(
        reading.title, doubted(reading.lines), tuple(reading.aside), bake, habit, seen,
        _note(reading.lines, inferred), unlisted(reading.title, dough, reading.lines, habit),
    )  # fmt: skip


def _reading(plain: str, reading: _Reading) -> _Reading:
    """A whole text, line by line, then what its sentences tell."""
    lines = plain.splitlines()
    tidied = [tidy(x) for x in lines]
    card = card_of(tidied)
    apart = told_beside(tidied, card)
    reading.title = _held(title_of(tidied, card[0])) if card[0] else ""
    for number, (raw, line) in enumerate(zip(lines, tidied, strict=True)):
        if apart.get(number) not in (Beside.PAGE, Beside.EATEN):
            reading.of_recipe.append(raw)
        if line and number in apart:
            reading.aside.append(line)
            (reading.noted if apart[number] is Beside.NOTE else reading.hushed).add(line)
        elif line and not re.fullmatch(r"[-=_|: ]+", line):
            _read_as_it_is(reading, line, raw, number)
    if reading.listed < LIST_FROM or _told_mostly(reading):
        _tell(reading)
    return reading


def _read_as_it_is(r: _Reading, line: str, raw: str, number: int) -> None:
    """The same of a line without what its amounts were before: that is told beside the one ingredient that the line
    gives, or set aside."""
    now, before = as_it_is(line)
    if not before or "|" in line or "\t" in raw:
        _read(r, line, raw, number)
        return
    count = len(r.lines)
    _read(r, now, now, number)
    if len(r.lines) == count + 1:
        only = r.lines[-1]
        r.lines[-1] = replace(only, notes=(*only.notes, *before), text=line if only.text == now else only.text)
    else:
        r.aside += before


def _told_mostly(r: _Reading) -> bool:
    """Whether sentences tell more ingredients that no line has than there are lines: the text is told, not listed."""
    have = {x.ingredient_id for x in r.lines}
    told = {match(nameish(p)).ident for _, clause in r.told if not REMARK.match(clause) for p in measured_in(clause)}
    return len(told - have - {""}) > max(r.listed, LIST_FROM)


def _read(r: _Reading, line: str, raw: str, number: int) -> None:
    """One line of the text into lines, headings and what is set aside."""
    if len(r.lines) >= MAX_LINES:
        r.aside.append(line)
        return
    bare = RATED.sub("", re.sub(r"\*\*|__|^#+ ?", "", line))
    bare = added_apart(NUMBERED.sub("", BULLET.sub("", bare)).strip())
    part, bare = without_part(bare)
    r.aside += [part] if part else []
    if as_above(bare, r.lines[-1] if r.lines else None) != bare:
        r.take(as_above(bare, r.lines[-1]), r.step)
        r.listed += 1
        return
    bare = of_kind(bare, r.kind)
    raw = BULLET.sub("", raw) if not part and bare.endswith(raw[-1:]) else bare
    columns = [c for c in WIDE.split(raw.strip()) if c]
    spaced = at_marks(" | ".join(columns))
    if spaced:
        bare = " | ".join(spaced)
    row = [] if spaced or at_marks(bare) or listed(bare) else cells(bare, raw)
    if not row and len(columns) > 1 and (is_head(columns) or len(columns) == len(r.head)):
        # A table whose columns stand apart by spaces: its head says so.
        row = [tidy(c) for c in columns]
    if row:
        _row(r, line, row)
        return
    head = "" if STEPPED.fullmatch(bare) else heading(bare)
    if head == "":
        r.aside.append(line)
        return
    if head == "method":
        r.method = True
        r.aside.append(line)
        return
    if head is not None and not (amounts_in(bare) and match(nameish(bare)).ident):
        r.part, r.kind = len(r.lines), kind_of(bare)
        r.method, r.step = False, {"finish": Step.FINISH, "top": Step.TOP}.get(head)
        r.aside.append(line)
        return
    elsewhere = (
        ELSEWHERE.search(BRACKETED.sub(" ", _behind_lead(bare)))
        and not leads_with_ingredient(bare)
        and is_sentence(bare)
    )
    set_apart = RELATIVE.search(bare) or RATIO.search(bare) or in_parts(bare)
    sentences = [s for s in SENTENCE.split(bare) if s.strip()] if set_apart or elsewhere else []
    if REMARK.match(bare) or (elsewhere and len(sentences) <= 1):
        r.aside.append(line)
        return
    if len(sentences) > 1:
        listed_before = r.listed
        for sentence in sentences:
            _read(r, sentence.strip(), sentence, number)
        # Sentences of one line are no list.
        r.listed = listed_before
        return
    if set_apart:
        r.told += [] if RELATIVE.search(bare) else [(len(r.lines), bare)]
        r.aside.append(line)
        return
    bare = bare if r.method else _led_in(bare, {x.named for x in r.lines[r.part :]})
    titled = TITLED.match(bare) if not r.lines and not r.title else None
    if titled:
        r.title = _held(titled["title"].strip(' "'))
        r.aside.append(titled["title"].strip())
        bare = bare[titled.end() :]
    stepped = STEPPED.sub("", bare)
    early, opening = not r.lines and number < 3, not r.lines and not r.aside
    candidates = clauses(bare) if not (r.method or stepped != bare) or leads_with_ingredient(bare) else []
    pieces = [p for n, p in enumerate(candidates) if looks_like(p, first=early and n == 0, opening=opening)]
    if not pieces:
        if not (r.title or r.lines or measured_in(bare)) and len(bare) < LONGEST_TITLE and not bare.endswith("."):
            r.title = _held(bare.rstrip(":"))
        r.told.append((len(r.lines), stepped))
        r.aside.append(line)
        # A heading has a space before it.
        if r.taken_at == number - 1 and not (r.method or IN_GRAMS.search(bare)) and stray(bare):
            r.strays.append(line)
        return
    prefix = bare.partition(":")[0] if ":" in bare else ""
    if not r.title and not r.lines and prefix and not bare.startswith(pieces[0]) and not is_name(prefix):
        r.title = prefix
    # “caster sugar and cinnamon for rolling”: what a line ends on is said of all of it.
    step = place_of(bare) if len(pieces) > 1 else None
    r.listed += len(candidates) == 1
    r.taken_at = number
    for p in candidates:
        if p in pieces:
            r.take(p, step or r.step)
        else:
            r.told.append((len(r.lines), p))
            r.aside.append(p)


def _behind_lead(line: str) -> str:
    """“Halve it if you like: flour 240 g, butter 170 g”: what is said before several amounts is said of all of them."""
    lead, colon, rest = line.partition(":")
    return rest if colon and not amounts_in(lead) and len(amounts_in(rest)) >= LIST_FROM else line


def _led_in(line: str, have: set[str]) -> str:
    """“Add 2 tsp vanilla” in a list: the line behind such words, where it is one ingredient that no line names."""
    lead = LED_IN.match(line)
    rest = line[lead.end() :] if lead else ""
    first = SENTENCE.split(rest)[0]
    amounts = amounts_in(first)
    found = match(nameish(BRACKETED.sub(" ", first)).partition(",")[0])
    one = len(amounts) == 1 and amounts[0].start == 0 and found.ident and not found.unknown
    return rest if one and found.name not in have else line


def _held(title: str) -> str:
    """A title as a dough's name can hold it, cut between words."""
    if len(title) <= NAME_HOLDS:
        return title.rstrip()
    return title[: NAME_HOLDS + 1].rpartition(" ")[0].rstrip(" ,;-") or title[:NAME_HOLDS]


def _row(r: _Reading, line: str, row: list[str]) -> None:
    """A row of a table: an ingredient, or the table's head, or something else told in cells."""
    if is_head(row) or not any(ch.isdigit() for ch in line):
        r.head = row
    said = phrase(of_columns(r.head, row))
    found = match(nameish(said))
    if r.listed and not amounts_in(said) and place_of(said) and is_ingredient_without_amount(said):
        # “Flaky salt | to finish”.
        r.take(said, r.step)
    elif (
        is_head(row)
        or not amounts_in(said)
        or not (found.ident or found.unknown)
        or (found.unknown and META.match(line))
    ):
        r.aside.append(line)
    else:
        own = match(nameish(phrase(row[:2]))).ident
        more = [p for c in row[2:] if own and amounts_in(c) for p in measured_in(c) if match(nameish(p)).ident != own]
        if more:
            # “Plain flour | 300 g | sifted with 4 g bicarbonate of soda”.
            said = phrase(of_columns(r.head, [c for c in row if not any(p in c for p in more)]))
        for piece in [said, *more]:
            r.take(piece, r.step)
        r.listed += 1


def _tell(r: _Reading) -> None:
    """Ingredients told in sentences, put among the lines where they stand; what is said again is a reference."""
    have = {x.ingredient_id for x in r.lines}
    more: list[tuple[int, Understood]] = []
    for at, clause in r.told:
        top = place_of(clause) is Step.TOP or bool(ROLLED_IN.match(clause))
        for piece in [] if REMARK.match(clause) else measured_in(each_apart(clause)):
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
    weighed = PART_IS.search(" ".join([*r.aside, *(clause for _, clause in r.told)]))
    said_part = float(weighed["g"].replace(",", ".")) if weighed else None
    for at, clause in r.told:
        parts = [(p, name, match(name).ident) for p, name in in_parts(clause)]
        part_g = next((g / p for p, _, ident in parts if (g := grams.get(ident)) and p), said_part)
        for p, name, ident in parts:
            if ident not in grams:
                said = f"{p:g} parts {name}" if part_g is None else f"{p * part_g:.4g} g {name}"
                made = read_line(said, r.habit, None, r.cups)
                found.append((at, made if part_g is None else replace(made, notes=(*made.notes, f"{p:g} parts"))))
    return found


def _note(lines: list[Understood], in_grams: bool) -> str:
    """That the text is in a language which is hardly read here, that its bare numbers were taken for grams, or that
    something every cookie has is missing."""
    odd = sum(1 for x in lines if not x.ingredient_id)
    if len(lines) > LIST_FROM and odd > 0.6 * len(lines):
        return FOREIGN
    lacking = without(lines)
    lost = f"No {' and no '.join(lacking)} was read. If the recipe has it, look for it in the text." if lacking else ""
    return " ".join(filter(None, ("Bare numbers are read as grams." if in_grams else "", lost)))
