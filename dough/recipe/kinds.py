"""What a line of a recipe's text is: an ingredient, a heading, a remark, or something set aside that should be seen."""

from __future__ import annotations

import re

from dough.recipe.amounts import amounts_in
from dough.recipe.clauses import BRACKETED, META, leads_with_ingredient, nameish
from dough.recipe.doubts import MADE
from dough.recipe.lines import is_ingredient_without_amount, place_of
from dough.recipe.names import match, words_of
from dough.recipe.plainer import LIKENESS, SHARE_ALONE
from dough.recipe.process import MAKES, PORTION, Fact, is_bake
from dough.recipe.prose import measured_in

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
#: A remark beside the recipe, never a line of it.
REMARK = re.compile(r"^\W*(?:tips?|notes?|hints?|variations?|remember|storage|ps)\b\s*[:.\-]?", re.I)
#: What a sentence about amounts says that is no amount of this recipe.
ELSEWHERE = re.compile(
    r"\b(?:can be (?:replaced|swapped|used)|replace|instead of|weighs|if you|you (?:can|could)|more flour|less flour|"
    r"would need|replaced (?:with|by)|per serving|each serving|contains)\b",
    re.I,
)
#: “To each 100 g of flour add 1 g of salt”: figures that are no amounts of this recipe, but say some; and weights told
#: by eggs. Set aside, and always shown.
RELATIVE = re.compile(
    r"\b(?:to|for|per) (?:each|every) \d+ ?g\b|\bweight of (?:the )?\w+ eggs?\b|\bas much [a-z ]{3,30} as\b", re.I
)
#: “Mix of seeds” is something that goes in, “cookie mix” what is made.
MIX_OF = re.compile(r"\bmix(?:ture)? of\b", re.I)
#: Minutes, degrees and sizes, where nothing known is named beside them.
UNLIKE = re.compile(
    r"\b\d+ ?(?:minutes?|mins?|minuten|minuti|minutos|λεπτά|mm|cm|inch(?:es)?|grad|grados|gradi|degrés|degrees)\b", re.I
)
#: An oven's degrees; butter's own are fewer.
HOT = re.compile(r"\b\d{3} ?(?:°|º)|\b\d{3} ?[CF]\b")
#: “To roll”, “For dusting”: a heading of its own.
HEADED = re.compile(r"^\W*(?:to|for)\b", re.I)
#: So many amounts before what is told by another thing are told for themselves.
SEVERAL = 2
#: What all of it weighs.
TOTAL = re.compile(r"^\W*(?:grand |dough )?(?:total|sum)\b", re.I)
#: A line of a list that nobody knows has at most so many words.
MOST_STRAY = 8
#: With so many words that nobody knows it is talk, which is taken apart.
TALKS = 5
#: A line that only says what goes on top is no longer, words.
MOST_TO_FINISH = 6
#: “Pb: 1 c”: so few words and a measure are an ingredient that nobody knows.
MOST_WITH_MEASURE = 4
MEASURES = ("cup", "tbsp", "tsp", "stick", "pint", "dl")
WEIGHTS = ("g", "kg", "ml", "l", "oz", "lb")


def heading(line: str) -> str | None:
    """method, list, finish or top for a heading line; None for any other line."""
    plain = line.strip(" :*_#")
    if METHOD_HEADS.match(plain) and len(plain) < 40 and not amounts_in(plain):
        return "method"
    if len(plain) > 50 or amounts_in(plain):
        return None
    short = line.rstrip().endswith(":") or bool(re.match(r"^(for|to) ", plain, re.I)) or len(plain.split()) <= 3
    if not short:
        return None
    if FINISH_HEADS.fullmatch(plain):
        return "finish"
    if is_ingredient_without_amount(plain) and not line.rstrip().endswith(":"):
        return None
    if TOP_HEADS.search(plain):
        return "top"
    if FINISH_HEADS.search(plain):
        return "finish"
    return "list" if LIST_HEADS.match(plain) or line.rstrip().endswith(":") else None


def ends_on_weight(piece: str) -> bool:
    """“Mix of seeds 60 g”: a few words that hold a known name, and a weight at the end, whatever the first word is."""
    amounts = amounts_in(piece)
    if len(amounts) != 1 or amounts[0].quantity.unit not in WEIGHTS:
        return False
    before, after = piece[: amounts[0].start], piece[amounts[0].end :].strip(" .)")
    return (
        not after and 0 < len(before.split()) <= 6 and not re.search(r"[.,;:]\s", before) and bool(match(before).name)
    )


def tells_several(piece: str) -> bool:
    """Whether a phrase is a sentence that tells more than one ingredient: these are taken apart, never read as one."""
    plain = re.sub(r"\([^()]*\)", " ", piece)
    several = len(measured_in(plain)) > 1 or len(measured_in(piece)) > 1
    return several and bool(match(nameish(plain)).unknown)


def looks_like(piece: str, *, first: bool, opening: bool) -> bool:
    if leads_with_ingredient(piece) or ends_on_weight(piece):
        return True
    if META.match(piece) or VERBS.match(piece) or MAKES.search(piece) or PORTION.match(piece):
        return False
    # “butter 270 g, pliable (17 °C)”: a bracket's degrees are the ingredient's own.
    if HOT.search(BRACKETED.sub(" ", piece)) or tells_several(piece):
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
    if first and opening and amounts and not amounts_in(BRACKETED.sub(" ", piece)):
        # “Oat and raisin cookies (about 35)”: a title as well, but for “butter (200 g)”.
        return any(a.quantity.unit not in ("", "loose") for a in amounts)
    if not amounts:
        return not opening and is_ingredient_without_amount(piece)
    found = match(re.sub(r"\([^()]*\)", " ", nameish(piece)))
    if is_bake(piece) and not found.ident:
        return False
    if len(words) > 22 and not found.ident:
        return False
    start = amounts[0]
    if len(found.unknown) >= TALKS and not (start.start == 0 and start.quantity.unit):
        return False
    if not found.ident and (first or start.by_word or start.start > 30) and not start.quantity.unit:
        return False
    if not found.name and not found.unknown and not SHARE_ALONE.search(piece):
        return False
    # What opens on a weight is a line even where its name is not known, and is asked about.
    told = start.quantity.unit not in ("", "loose", "pinch")
    if not found.name and first and not (start.start == 0 and told and len(words) <= MOST_STRAY):
        return False
    return not (re.search(r"[.!?] [A-Z]", piece) and len(words) > 14)


def overlooked(clause: str, have: set[str], facts: tuple[Fact, ...]) -> bool:
    """Whether something set aside measures a known ingredient that no line has."""
    if REMARK.match(clause) or ELSEWHERE.search(clause) or TOTAL.match(clause) or is_bake(clause):
        return False
    if RELATIVE.search(clause):
        return True
    pieces = [*measured_in(clause), *([clause] if ends_on_weight(clause.split(",")[0].replace(":", " ")) else [])]
    if (
        place_of(clause)
        and len(clause.split()) <= MOST_TO_FINISH
        and not VERBS.match(clause)
        and heading(clause.strip(" #*")) is None
    ):
        # “Black shards, to finish”: something goes on top, and nobody knows what.
        return match(nameish(clause)).ident not in have
    if not pieces:
        # A weight of something nobody knows, which is no fact of the bake either.
        amounts = amounts_in(clause)
        short = len(clause.split()) <= MOST_WITH_MEASURE
        weighed = [
            a for a in amounts
            if a.quantity.unit in WEIGHTS or (a.quantity.unit in MEASURES and (short or a.start == 0))
        ]  # fmt: skip
        return bool(weighed) and not any(f.words in clause or clause in f.words for f in facts)
    return any(match(nameish(p)).ident not in have for p in pieces)


def no_title(line: str) -> bool:
    """Whether what stands where a title does looks like an ingredient: “Mix of seeds 60 g”."""
    amounts = amounts_in(line)
    at_end = bool(amounts) and amounts[-1].quantity.unit in WEIGHTS and not line[amounts[-1].end :].strip(" .)")
    return at_end and not any(MADE.fullmatch(w) for w in words_of(MIX_OF.sub(" ", line)))


def stray(line: str) -> bool:
    """Whether a line of a list that was read as nothing looks as if it were one of it: a few words, no sentence."""
    words = words_of(line)
    short = len("".join(words)) > 1 and len(words) <= MOST_STRAY
    plain = short and not re.search(r"[.!?]|:\s*$", line.strip(" .")) and not VERBS.match(line)
    return (
        bool(words)
        and plain
        and not (META.match(line) or MAKES.search(line) or HEADED.match(line) or is_bake(line) or _other(line))
    )


def _other(line: str) -> bool:
    """Minutes, degrees and what else is measured of a bake."""
    return bool(UNLIKE.search(line) or re.search(r"\d{2,3} ?°|\b\d{3} ?[CF]\b", line))


def relative_apart(sentence: str) -> list[str]:
    """A sentence with what it tells by another thing parted from the amounts before and behind it."""
    found = RELATIVE.search(sentence)
    if found is None:
        return [sentence]
    start = max(sentence.rfind(mark, 0, found.start()) for mark in (", ", " and "))
    end = sentence.find(", ", found.end())
    end = len(sentence) if end < 0 else end
    if start < 0 or len(amounts_in(sentence[:start])) < SEVERAL:
        return [sentence]
    parts = (sentence[:start], sentence[start:end], sentence[end:])
    return [x for p in parts if (x := p.strip(" ,").removeprefix("and "))]


def is_sentence(line: str) -> bool:
    return not amounts_in(line) or amounts_in(line)[0].start > 0 or bool(re.search(r"[a-z]\.$", line))
