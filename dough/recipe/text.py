"""A whole recipe text: which lines are ingredients, under which heading, and how it is baked."""

from __future__ import annotations

import re
from dataclasses import dataclass
from itertools import islice

from dough.accounts.formula import Step
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import CupCalibration, Habit
from dough.recipe.amounts import amount_at, amounts_in, tidy
from dough.recipe.lines import Understood, is_ingredient_without_amount, read_line
from dough.recipe.names import match

MAX_CHARS, MAX_LINES = 20_000, 300
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
    r"sprinkle|divide|turn|toast|brown(?! sugar)|rub|wrap|these|this|they|store|keep|once|when|my|our|"
    r"a dough|bowl|set)\b",
    re.I,
)
BULLET = re.compile(r"^\s*(?:[-*+•·▢□☐◦–]|\[[ x]?\])\s*(?:\[[ x]?\]\s*)?", re.I)
NUMBERED = re.compile(r"^\s*\d{1,2}[.)]\s+(?=[A-Za-z0-9])")
TEMP = re.compile(
    r"(?:gas(?: mark)? ?(?P<gas>\d{1,2}))|"
    r"(?P<n>\d{3})(?: ?- ?\d{3})? ?(?:°|º|deg(?:rees)?\.?)? ?(?P<u>[CF])?(?![a-z0-9%])",
    re.I,
)
MINUTES = re.compile(r"(?P<low>\d{1,3})(?: ?(?:-|to) ?(?P<high>\d{1,3}))? ?(?:minutes?|mins?)\b", re.I)
MAKES = re.compile(r"\b(?:makes?|yields?|gives)\b\D{0,16}?(?P<n>\d+)(?P<dozen> dozen)?", re.I)
PORTION = re.compile(r"(?P<n>\d+(?:\.\d+)?) ?g (?:portions?|pieces?|balls?|each|scoops?)\b", re.I)
#: A full stop that ends a sentence, not a short form such as tsp.
SENTENCE = re.compile(
    r"(?<=[a-z)0-9])(?<!tsp)(?<!tbsp)(?<!oz)(?<!lb)(?<!lbs)(?<!pkg)(?<! c)(?<! t)(?<! T)\.\s+(?=[A-Z0-9])"
)
#: What minutes belong to: the nearest of these words before them.
WAITS = ("chill", "cool", "rest", "stand", "cream", "beat", "fridge", "freez")
BAKES = ("bake", "oven", "°")
#: A number before these is a flour's type ("550 flour"), never an oven.
FLOUR_AFTER = re.compile(r"\s*(?:type|typ|flour|mehl)\b", re.I)
GAS_C = {1: 140, 2: 150, 3: 160, 4: 180, 5: 190, 6: 200, 7: 220, 8: 230, 9: 240}


@dataclass(frozen=True, slots=True)
class Bake:
    """How the text bakes: °C (with what was assumed), fan, minutes, pieces and portion in grams."""

    oven_c: float | None
    oven_said: str
    fan: bool
    minutes: tuple[float, float] | None
    makes: int | None
    portion_g: float | None


@dataclass(frozen=True, slots=True)
class RecipeText:
    """A recipe as understood. aside holds the lines that were not taken for ingredients, in order."""

    title: str
    lines: tuple[Understood, ...]
    aside: tuple[str, ...]
    bake: Bake
    habit: Habit


def read_recipe(text: str, habit: Habit, cups: tuple[CupCalibration, ...] = ()) -> RecipeText:
    """Read a recipe text. Raises EntryError when it is empty or too long; any other text is answered."""
    if len(text) > MAX_CHARS:
        raise EntryError("text", f"That is more than {MAX_CHARS:,} characters. Paste one recipe at a time.")
    if not text.strip():
        raise EntryError("text", "There is nothing here yet. Paste a recipe, ingredients and method together.")
    lines: list[Understood] = []
    aside: list[str] = []
    title, method, step = "", False, None
    for number, raw in enumerate(text.splitlines()[:2000]):
        line = tidy(raw)
        if not line or re.fullmatch(r"[-=_|: ]+", line):
            continue
        bare = NUMBERED.sub("", BULLET.sub("", line)).strip()
        bare = re.sub(r"\*\*|__|^#+ ?", "", bare)
        head = _heading(bare)
        if head == "method":
            method = True
            aside.append(line)
            continue
        if head is not None and not (amounts_in(bare) and match(_nameish(bare)).ident):
            method, step = False, {"finish": Step.FINISH, "top": Step.TOP}.get(head)
            aside.append(line)
            continue
        early, opening = not lines and number < 3, not lines and not aside
        candidates = _pieces(bare) if not method or leads_with_ingredient(bare) else []
        pieces = [p for p in candidates if _looks_like(p, first=early, opening=opening)]
        if not pieces:
            if not title and not lines and len(bare) < 80 and not bare.endswith("."):
                title = bare.rstrip(":")
            aside.append(line)
            continue
        prefix = bare.partition(":")[0] if ":" in bare else ""
        if not title and not lines and prefix and not bare.startswith(pieces[0]) and not _is_name(prefix):
            title = prefix
        lines.extend(read_line(p, habit, step, cups) for p in pieces if len(lines) < MAX_LINES)
    return RecipeText(title, tuple(lines[:MAX_LINES]), tuple(aside), _bake(text, habit), habit)


def guess_habit(text: str) -> Habit:
    """Whose cups and eggs a text most likely means: sticks, ounces and °F speak for the US."""
    flat = tidy(text[:20_000])
    words = r"\b(sticks?|all-purpose|all purpose|confectioners|powdered sugar|°? ?F\b|ounces?|oz|pounds?|lbs?|kosher)\b"
    us = len(re.findall(words, flat))
    oven, said, _ = _oven(flat, Habit.METRIC)
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
    """The ingredient phrases of a line: table cells joined, “1 egg plus 1 yolk” and comma lists parted."""
    if line.count("|") >= 2 and (not META.match(line) or leads_with_ingredient(line.replace("|", " "))):
        cells = [c.strip() for c in line.strip("|").split("|")]
        if len(cells) >= 2 and re.fullmatch(r"[\d.,/ ]+", cells[1]):
            return [f"{cells[1]} g {cells[0]}"]
        return [" ".join(cells[:2])]
    sentences = [s for s in SENTENCE.split(line) if s.strip()]
    if len(sentences) > 1:
        return [piece for s in sentences for piece in _pieces(s)]
    prefix, colon, rest = line.partition(":")
    body = line
    if colon and amounts_in(rest) and not amounts_in(prefix):
        if match(_nameish(rest)).ident and amounts_in(rest)[0].start < 2 and not _is_name(prefix):
            body = rest.strip()
        else:
            return [f"{rest.strip()} {prefix.strip()}"]
    dots = re.match(r"^(?P<name>[A-Za-z][A-Za-z ,']+?) ?\.{3,} ?(?P<amount>.*)$", body)
    if dots:
        return [f"{dots['amount']} {dots['name']}"] if dots["amount"] else [dots["name"]]
    parts, last = [], 0
    for sep in islice(re.finditer(r", (?:and )?| (?:and|plus|\+|&) |\. (?=\d)", body), MOST_PARTS):
        left, right = body[last : sep.start()], body[sep.end() :]
        first = amount_at(right, 0)
        if first is None or first.end == 0 or not amounts_in(left):
            continue
        if not match(_nameish(left)).ident:
            continue
        after = re.split(r", | (?:and|plus|\+|&) ", right[first.end :], maxsplit=1)[0]
        named = match(after)
        if re.match(r"[^a-zA-Z]*$", after) or _is_bake(right) or not (named.name or named.unknown):
            if _is_bake(right):
                parts.append(left)
                return parts
            continue
        parts.append(left)
        last = sep.end()
    parts.append(body[last:])
    return [p.strip(" .;") for p in parts if p.strip(" .;")]


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
    if not _is_name(before) or _is_bake(plain[first.start :]) or len(before.split()) > 6:
        return False
    return not rest or (not match(rest).ident and len(rest.split()) <= 4 and not re.search(r"[.!?]\s", rest))


def _is_bake(text: str) -> bool:
    """Does a phrase begin with an oven temperature or with minutes?"""
    return bool(re.match(r"\d{3} ?(?:°|º|deg|[CF]\b)", text) or MINUTES.match(text))


def _looks_like(piece: str, *, first: bool, opening: bool) -> bool:
    if leads_with_ingredient(piece):
        return True
    if META.match(piece) or VERBS.match(piece):
        return False
    words = piece.split()
    amounts = amounts_in(piece)
    if not amounts:
        return not opening and is_ingredient_without_amount(piece)
    found = match(re.sub(r"\([^()]*\)", " ", _nameish(piece)))
    if _is_bake(piece) and not found.ident:
        return False
    if len(words) > 22 and not found.ident:
        return False
    start = amounts[0]
    if not found.ident and (first or start.by_word or start.start > 30) and not start.quantity.unit:
        return False
    if not found.name and not found.unknown:
        return False
    if not found.name and first:
        return False
    return not (re.search(r"[.!?] [A-Z]", piece) and len(words) > 14)


def _bake(text: str, habit: Habit) -> Bake:
    flat = tidy(text.replace("\n", " . "))
    oven, said, fan = _oven(flat, habit)
    minutes = None
    for m in MINUTES.finditer(flat):
        before = re.split(r"[.;] ", flat[max(0, m.start() - 90) : m.start()])[-1].lower()
        last = max((before.rfind(w), w) for w in (*WAITS, *BAKES))
        if last[0] >= 0 and last[1] in WAITS:
            continue
        low = float(m["low"])
        high = float(m["high"]) if m["high"] else low
        if 2 <= low <= high <= 180:
            minutes = (low, high)
            break
    makes = MAKES.search(flat)
    portion = PORTION.search(flat)
    count = int(makes["n"]) * (12 if makes["dozen"] else 1) if makes else None
    return Bake(
        oven, said, fan, minutes,
        count if count and 0 < count <= 2000 else None,
        float(portion["n"]) if portion and 1 <= float(portion["n"]) <= 3000 else None,
    )  # fmt: skip


def _oven(flat: str, habit: Habit) -> tuple[float | None, str, bool]:
    for m in TEMP.finditer(flat):
        if m["gas"]:
            mark = int(m["gas"])
            if mark in GAS_C:
                return float(GAS_C[mark]), f"gas mark {mark}", False
            continue
        near = flat[max(0, m.start() - 45) : m.start()].lower()
        after = flat[m.end() : m.end() + 8].lower()
        marked = m["u"] is not None or "°" in m.group(0) or "deg" in m.group(0).lower()
        if re.search(r"\b(?:type|typ|tipo|t|no\.?|number)\W{0,2}$", near) or FLOUR_AFTER.match(after):
            continue
        if not marked and not re.search(r"\b(?:oven|bak(?:e|es|ed|ing)|pre-?heat(?:ed)?|heat(?:ed)?|at)\b", near):
            continue
        if re.match(r"\s*(g|ml|kg|gram|cup)\b", after):
            continue
        value = float(m["n"])
        unit = (m["u"] or "").upper()
        said = m.group(0).strip()
        if not unit:
            unit = "F" if value > 260 or (habit is Habit.US and value >= 225) else "C"
            said += f", taken as °{unit}"
        celsius = round((value - 32) / 1.8) if unit == "F" else value
        if 60 <= celsius <= 320:
            return float(celsius), said, bool(re.match(r" ?\(?fan", after))
    return None, "", False
