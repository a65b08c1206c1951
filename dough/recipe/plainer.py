"""A line put plainly before it is read: what it says of changes, of what may go in instead, of likenesses and of what
greases a tin is taken out of the way, and told beside."""

from __future__ import annotations

import re
from dataclasses import dataclass

from dough.facts.kitchen_measures import Habit, KitchenAmount
from dough.recipe.amounts import Amount, amount_at, amounts_in
from dough.recipe.changed import as_it_is
from dough.recipe.clauses import BRACKETED, nameish
from dough.recipe.each import is_name
from dough.recipe.names import match, named_by, words_of

#: “plus more for rolling”, “plus 1 tablespoon for the pan”.
BESIDE = re.compile(
    r",?\s*\bplus (?:(?:extra|more)\b.*$|[^,;()]{1,30}? (?:for|to) (?:the )?"
    r"(?:pan|tin|tray|sheet|board|surface|work\w*|greas\w*|dust\w*|brush\w*)\b.*$)",
    re.I,
)
#: A German pound is half a kilo.
POUND_OF_500 = re.compile(r"(\d[\d ./]*)\s*Pfund\b", re.I)
POUNDS_OUNCES = re.compile(r"\b(\d+) ?(?:lbs?|pounds?)\.?,? (?:and )?(\d+(?: \d/\d|\.\d+)?) ?(?:ozs?|ounces?)\b", re.I)
#: “300 of plain flour”: what is said so is grams, where they are the habit.
OF_BARE = re.compile(r"\b(\d{2,4}) of (?=[a-z])", re.I)
#: “300 g four”: a slip that is a number, where no number can be.
FOUR = re.compile(r"(?<=[a-z] )four(?=\s*(?:$|[,(;]))")
#: A dessertspoon holds two teaspoons.
DESSERT = re.compile(
    r"(\d[\d ./]*|\b(?:a|an|one|two|three)\b)\s*(level |heaped |rounded )?(?:dessert ?spoons?(?:ful)?|dsp)\b", re.I
)
#: What household likenesses weigh as butter, g (practice, L).
LIKE_G = {"hazelnut": 8.0, "walnut": 20.0, "egg": 50.0, "nut": 15.0, "pea": 1.0, "fist": 120.0, "plum": 35.0}
#: What cups of old books hold, ml (British use of the time, L).
OLD_ML = {"teacup": 140.0, "tea cup": 140.0, "breakfast cup": 280.0, "gill": 140.0, "wineglass": 60.0}
OLD_CUP = re.compile(rf"\b(?P<cup>{'|'.join(OLD_ML)})s?(?:ful)?s?\b", re.I)
_THINGS = "|".join(sorted(LIKE_G, key=len, reverse=True))
LIKENESS = re.compile(
    rf"(?:\ba )?(?:piece |knob |lump )?(?:the |of the |about the )?size of (?:an? )?(?P<thing>{_THINGS})\b(?: of)?"
    rf"|\b(?:a )?(?P<other>{_THINGS})[- ]sized? (?:piece|knob|lump|ball)(?: of)?",
    re.I,
)
#: “(or margarine)”, “(half margarine works too)”: what may go in instead.
ALTERNATIVE = re.compile(
    r"\(\s*(?:or|part(?:ly)?|some|half of it|may be|can be)\b(?P<or>[^()\d]*)\)|\(\s*or\b(?P<much>[^()]*)\)"
    r"|\((?P<ok>[^()]*?)\b(?:is |are |will do|works?|ok|okay|also|is fine|fine|instead|too)\b[^()]*\)",
    re.I,
)
#: “(70 % cocoa solids)”: the share alone says which chocolate it is.
SOLIDS = re.compile(r"(\d{2,3}) ?% ?(?:min\w*\.? )?(?:cocoa|cacao)(?: solids?| mass)?(?: min\w*)?", re.I)
#: “180 g chopped 66 %”: such a share of nothing named is chocolate's.
SHARE_ALONE = re.compile(r"\b[5-8]\d ?%")
#: “Butter, cubed, 14 °C”: how warm it is.
WARM = re.compile(r"[\s,]*\(?(?:at )?\b\d{1,2}(?: ?- ?\d{1,2})? ?°(?: ?C\b)?\)?", re.I)
#: “Maida (plain flour)”: a name nobody knows, and what it is.
SAME_AS = re.compile(r"(?P<name>[^()\d]{0,40}[^()\d\s])\s?\((?P<is>[^()\d]{3,60})\)")
#: A remark inside a line: a bracket of so many words or more, or what is done with the thing.
REMARKED = 4
DOING = re.compile(
    r"\s*(?:soak|drain|toast|chop|leave|see|use|do|make|take|save|keep|i|you|we|don't|from|about)\b", re.I
)
#: “1 kg bag flour, use 900 g”.
USED = re.compile(
    r"^\d[^,]*?\b(?:bag|packet|pack|pkt|box|tin|tub|block)s?\b(?P<name>[^,\d]*), use (?P<much>\d[\d.,]* ?\w+)$", re.I
)
#: What follows a name in a sentence, and says no more of what it is.
TRAILING = re.compile(
    r"\s*(?:,\s*\w+\s+)?\b(?:just until|until|till|goes?|gets?|go|get|went|comes?|which|that's|that is|it's|so that|"
    r"wird|werden|if (?:the|you|it|your|using|it's)|and (?:bake|mix|stir|beat))\b.*$"
    r"|\s*\b(?:rubbed in|beaten small|well dried|beaten in|stirred in)\s*$"
    r"|,?\s*(?:as (?:before|always|usual|ever|last time)|this time|as it was|for now|once more)\s*$"
    r"|,\s*(?:mix|stir|beat|cream|whisk|blend|combine|sift)(?: (?:well|together|in))?\s*$",
    re.I,
)
#: “Molasses (not blackstrap!)”: what it is not.
DENIED = re.compile(r"\s*(?:not|no|never|don't|do not|tip|note|careful|reserve)\b", re.I)
#: “2 tbsp milk if dry”, “butter, from the fridge”: where what is said of a thing begins.
CONDITION = re.compile(
    r"\s*,?\s*\b(?:if|until|till|in|into|with|from|over|on|onto|at|per|by"
    r"|to (?:bring|bind|loosen|get|help|form|mix|make))\b.*$",
    re.I,
)
_ONE = Amount(KitchenAmount(1.0, 1.0, ""), 0, 0)


@dataclass(frozen=True, slots=True)
class Plain:
    """A line without what stands beside its ingredient; notes tell that. alternative is what may go in instead."""

    line: str
    notes: tuple[str, ...]
    alternative: str


def plainer(text: str, habit: Habit) -> Plain:
    """A tidied line, put plainly."""
    line = re.sub(r"\b(?:a|one) (\w+) and (?:a )?half\b", r"1 1/2 \1", text, flags=re.I)
    line = re.sub(r"\bbetween (\S+) and (?=\d)", r"\1 to ", line, flags=re.I)
    line = POUNDS_OUNCES.sub(lambda m: f"{int(m[1]) * 16 + (amount_at(m[2], 0) or _ONE).quantity.low:g} oz", line)
    line = POUND_OF_500.sub(lambda m: f"{500 * (amount_at(m[1], 0) or _ONE).quantity.low:g} g", line)
    line = DESSERT.sub(lambda m: f"{2 * (amount_at(m[1], 0) or _ONE).quantity.low:g} {m[2] or ''}tsp", line)
    line = USED.sub(lambda m: f"{m['much']} {m['name'].strip()}", line)
    line = FOUR.sub("flour", line) if amounts_in(line) else line
    line = SOLIDS.sub(r"\1 %", line)
    line = f"{line} chocolate" if SHARE_ALONE.search(line) and not match(nameish(line)).ident else line
    line, was = as_it_is(line)
    line = re.sub(r"^(?:an )?unknown (?:amount of )?", "", line, flags=re.I)
    notes: list[str] = []
    spoken = habit is not Habit.US and OF_BARE.search(line)
    line = OF_BARE.sub(r"\1 g of ", line) if spoken else line
    old = OLD_CUP.search(line)
    if old:
        # Nobody knows how much it held: it is asked for, and told beside.
        notes.append(f"a {old['cup'].lower()} of old books holds some {OLD_ML[old['cup'].lower()]:g} ml")
    like = LIKENESS.search(line)
    if like:
        # No weight, but an idea of one: it is asked for, and told beside.
        line = LIKENESS.sub(" knob of ", line)
        notes.append(f"{like.group(0).strip()}: some {LIKE_G[(like['thing'] or like['other']).lower()]:g} g")
    if spoken:
        notes.append("grams understood")
    other = ALTERNATIVE.search(line)
    line = ALTERNATIVE.sub("", line)
    line = re.sub(r"^\s*(?:i )?(?:start with|take|use|add|(?:you )?need)\s+", "", line, flags=re.I)
    beside = BESIDE.search(line)
    if beside:
        # What greases a tin or dusts a board is told, and not counted as dough.
        notes.append(f"{beside.group(0).strip(' ,')}: not counted in")
        line = BESIDE.sub("", line)
    warm = WARM.search(line)
    if warm and amounts_in(line):
        notes.append(warm.group(0).strip(" ,()"))
        line = WARM.sub("", line)
    line, remarks = _unremarked(line)
    notes += remarks
    notes += was
    return Plain(line, tuple(notes), (other["or"] or other["much"] or other["ok"]).strip() if other else "")


def _unremarked(line: str) -> tuple[str, list[str]]:
    """The line without the brackets that only remark on it, where its name stands without them."""
    told: list[str] = []

    def taken_out(found: re.Match[str]) -> str:
        inside = found.group(0)[1:-1]
        long = len(words_of(inside)) >= REMARKED or DOING.match(inside)
        remark = DENIED.match(inside) or (long and not amounts_in(inside) and match(inside).unknown)
        if remark:
            told.append(inside.strip())
        return " " if remark else found.group(0)

    bare = BRACKETED.sub(taken_out, line)
    outside = BRACKETED.sub(" ", bare)
    if not told or not match(outside).ident:
        return line, []
    if all(DENIED.match(t) for t in told):
        return bare, told
    whole = match(nameish(line.replace("(", " ").replace(")", " ")))
    # “Butter (browned, then chilled back)”: what it says makes another thing of the name before it.
    refined = whole.ident != match(outside).ident and set(words_of(whole.name)) & set(words_of(outside))
    return (line, []) if refined else (bare, told)


def named_part(name: str, line: str, first: Amount | None) -> str:
    """The part of a line that names its ingredient, where words around it name nothing: what a sentence says before the
    amount, or goes on to say behind the name. name as it was where all of it is known, or no part is."""
    always = CONDITION.sub("", name)
    said = CONDITION.search(line)
    measured = said is not None and amounts_in(line[said.start() :])
    if always != name and not measured and is_name(always) and not named_by(frozenset(words_of(name))):
        # “Milk if dry” is no dry milk; “ginger in syrup” is a name of its own.
        return always
    if not match(name).unknown:
        return name
    same = SAME_AS.search(line)
    if same and not match(nameish(same["name"])).ident and is_name(same["is"]):
        return same["is"]
    shorter = TRAILING.sub("", name)
    if shorter != name and is_name(shorter):
        return shorter
    if first is not None and first.start > 0 and not match(line[: first.start]).ident:
        behind = TRAILING.sub("", nameish(line[first.start :]))
        if is_name(behind):
            return behind
    return name
