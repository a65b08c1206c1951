"""A whole recipe text: which lines are ingredients, under which heading, and how it is baked."""

from __future__ import annotations

import html
import re
from dataclasses import dataclass, replace

from dough.accounts.formula import Step
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import CupCalibration, Habit
from dough.recipe.amounts import amounts_in, tidy
from dough.recipe.bare import in_bare_grams
from dough.recipe.cells import cells, is_head, of_columns, phrase
from dough.recipe.changed import as_it_is
from dough.recipe.clauses import BRACKETED, META, SENTENCE, added_apart, clauses, leads_with_ingredient, nameish
from dough.recipe.doubts import Unlisted, doubted, unlisted, without
from dough.recipe.each import is_name
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
    relative_apart,
    stray,
)
from dough.recipe.leads import LONGEST_TITLE, TITLED, behind_lead, held, led_in
from dough.recipe.lines import Understood, is_ingredient_without_amount, place_of
from dough.recipe.names import match
from dough.recipe.pages import card_of, title_of
from dough.recipe.percents import by_flour, of_whole
from dough.recipe.process import Bake, bake_of
from dough.recipe.prose import RATIO, in_parts, measured_in
from dough.recipe.reading import LIST_FROM, MAX_LINES, Reading
from dough.recipe.sections import Beside, told_beside
from dough.recipe.sheets import first_of_sheet, first_of_two
from dough.recipe.told import tell, told_mostly
from dough.recipe.under import as_above, kind_of, of_kind, without_part
from dough.recipe.written import as_meant

MAX_CHARS = 50_000
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
STEPPED = re.compile(
    r"^\W*(?:step|étape|schritt|paso|passo)\s*(?:\d{1,2}|one|two|three|four|five|six|seven|eight)\s*(?:[:.)-]\s*|$)",
    re.I,
)
#: What readers of a page thought of it, behind its title.
RATED = re.compile(r"\s*[⭐★☆✩✰]+.*$|\s*\(?\d(?:\.\d+)? (?:stars?|from \d+ (?:votes?|ratings?|reviews?))\)?\s*$", re.I)
#: A text with more than this share of capitals is written in them.
MOSTLY = 0.8


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
    reading = _reading(plain, Reading(habit, cups, in_grams=bool(IN_GRAMS.search(text)), capitals=capitals))
    by_percent, inferred = by_flour(of_whole(reading.lines, plain), plain), False
    if by_percent != reading.lines:
        reading.lines = by_percent
    elif not reading.in_grams and in_bare_grams(reading.lines):
        reading, inferred = _reading(plain, Reading(habit, cups, in_grams=True, capitals=capitals)), True
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


def _reading(plain: str, reading: Reading) -> Reading:
    """A whole text, line by line, then what its sentences tell."""
    lines = plain.splitlines()
    tidied = [tidy(x) for x in lines]
    card = card_of(tidied)
    apart = told_beside(tidied, card)
    reading.title = held(title_of(tidied, card[0])) if card[0] else ""
    for number, (raw, line) in enumerate(zip(lines, tidied, strict=True)):
        if apart.get(number) not in (Beside.PAGE, Beside.EATEN):
            reading.of_recipe.append(raw)
        if line and number in apart:
            reading.aside.append(line)
            (reading.noted if apart[number] is Beside.NOTE else reading.hushed).add(line)
        elif line and not re.fullmatch(r"[-=_|: ]+", line):
            _read_as_it_is(reading, line, raw, number)
    if reading.listed < LIST_FROM or told_mostly(reading):
        tell(reading)
    return reading


def _read_as_it_is(r: Reading, line: str, raw: str, number: int) -> None:
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


def _read(r: Reading, line: str, raw: str, number: int) -> None:
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
    columns = [c for c in WIDE.split(raw.strip()) if c] if not REMARK.match(bare) else []
    spaced = at_marks(" | ".join(columns))
    if spaced:
        bare = " | ".join(spaced)
    row = [] if spaced or REMARK.match(bare) or at_marks(bare) or listed(bare) else cells(bare, raw)
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
        ELSEWHERE.search(BRACKETED.sub(" ", behind_lead(bare)))
        and not leads_with_ingredient(bare)
        and is_sentence(bare)
    )
    set_apart = RELATIVE.search(bare) or RATIO.search(bare) or in_parts(bare)
    sentences = [s for s in SENTENCE.split(bare) if s.strip()] if set_apart or elsewhere else []
    sentences = [part for s in sentences for part in relative_apart(s)]
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
    bare = bare if r.method else led_in(bare, {x.named for x in r.lines[r.part :]})
    titled = TITLED.match(bare) if not r.lines and not r.title else None
    if titled:
        r.title = held(titled["title"].strip(' "'))
        r.aside.append(titled["title"].strip())
        bare = bare[titled.end() :]
    stepped = STEPPED.sub("", bare)
    early, opening = not r.lines and number < 3, not r.lines and not r.aside
    candidates = clauses(bare) if not (r.method or stepped != bare) or leads_with_ingredient(bare) else []
    pieces = [p for n, p in enumerate(candidates) if looks_like(p, first=early and n == 0, opening=opening)]
    if not pieces:
        if not (r.title or r.lines or measured_in(bare)) and len(bare) < LONGEST_TITLE and not bare.endswith("."):
            r.title = held(bare.rstrip(":"))
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


def _row(r: Reading, line: str, row: list[str]) -> None:
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


def _note(lines: list[Understood], in_grams: bool) -> str:
    """That the text is in a language which is hardly read here, that its bare numbers were taken for grams, or that
    something every cookie has is missing."""
    odd = sum(1 for x in lines if not x.ingredient_id)
    if len(lines) > LIST_FROM and odd > 0.6 * len(lines):
        return FOREIGN
    lacking = without(lines)
    lost = f"No {' and no '.join(lacking)} was read. If the recipe has it, look for it in the text." if lacking else ""
    return " ".join(filter(None, ("Bare numbers are read as grams." if in_grams else "", lost)))
