"""Ingredients told in sentences: “cream 225 g butter with 180 g sugar, beat in 2 eggs”."""

from __future__ import annotations

import re
from dataclasses import replace
from functools import lru_cache
from itertools import pairwise

from dough.recipe.amounts import KEPT, Amount, amount_at, amounts_in
from dough.recipe.names import match

#: What ends the name after an amount.
ENDS = re.compile(
    r"\b(?:with|and|then|into|in|until|till|for|to|over|onto|on|at|while|plus|together|by|from|as|so|but|when|or"
    # The same in the other languages that are read.
    r"|und|mit|dann|dazu|kommen|kommt|sowie|et|avec|puis|dans|ajoutez|e|con|poi|nel|nella|y|luego)\b|[,;:.()]|$",
    re.I,
)
#: No name, and nothing said of it, is looked for further from its amount, characters.
WINDOW = 90
#: Words before a bracket that are not part of the name it measures.
MOST_WORDS = 4
#: What is added little by little is measured by no such amount.
AT_A_TIME = re.compile(r"\s*(?:at a time|each time|by\b|per\b|more\b)", re.I)
#: Words nobody knows that a measured name may hold.
MOST_ODD = 2
#: “90 g butter, and the same of flour and of cheese”.
SAME = re.compile(
    r"(?<!\bor )(?<!\bor the )\b(?:(?:the )?same|as much|an equal (?:weight|amount|quantity))"
    r"(?: (?:weight|amount|quantity))? of "
    r"(?P<one>[a-z ]{3,30}?)(?: and (?:of )?(?P<two>[a-z ]{3,30}?))?(?=[,.;]|$)",
    re.I,
)
#: “roll in powdered sugar”: something goes on, and nobody says how much.
ROLLED = re.compile(
    r"\b(?:roll|dip|coat|toss|dredge|fill|sandwich)(?:ed)?"
    r"(?: (?:the )?(?:balls?|tops?|them|each|dough|pieces))? (?:in|with) "
    r"(?:the |some |more )?(?P<name>[a-z][a-z ]{2,30}?)(?=[,.;]|$| and | until | to | before )",
    re.I,
)
#: “The weight of four eggs in sugar”: the eggs are a weight there.
WEIGHT_OF = re.compile(r"\bweight of(?: the)?\s*$", re.I)
#: “3:2:1 flour, butter, sugar”: parts of several, told at once.
RATIO = re.compile(
    r"\b(?P<parts>\d{1,2}(?::\d{1,2}){1,4}) (?:parts? )?(?:ratio )?(?:of )?"
    r"\(?(?P<names>[a-z ]{3,30}?(?:(?:, (?:and )?| and |:)[a-z ]{3,30}?){1,4})(?= by\b|[.;:()]|$)",
    re.I,
)
#: “One part sugar, two parts butter”.
PARTS = re.compile(
    r"\b(?P<many>\d{1,2}(?:[./]\d)?|an?|one|two|three|four|five|six|half a) parts? (?:of )?"
    r"(?P<name>[a-z][a-z -]{2,28}?)(?=,|;|\.|\)|$| and | to | by )",
    re.I,
)
#: “Butter 1 part, almonds half a part”.
PARTS_BEHIND = re.compile(
    r"(?P<name>[a-z][a-z -]{2,28}?),?[ :]+(?P<many>\d{1,2}(?:[./]\d)?|an?|one|two|three|four|five|six|half a)"
    r" parts?\b(?! of\b)",
    re.I,
)
#: “Equal parts by weight butter and sugar”.
EQUAL = re.compile(
    r"\bequal parts?(?: by weight)?(?: of)? (?P<one>[a-z ]{3,28}?) and (?P<two>[a-z ]{3,28}?)(?=[,.;]|$)", re.I
)
#: “One part was 120 g”.
PART_IS = re.compile(r"\b(?:one|a|each|the|1) part (?:is|was|being|weighs|=|:)\s*(?P<g>\d+(?:[.,]\d+)?) ?g\b", re.I)
AGAIN = re.compile(r"\d\s*(?:[^\W\d_]{1,12}\.?)?\s*\([^()]*$")
PLUS = re.compile(r"\s*(?:plus|\+|and|&|minus|less)\s*(?:an? |another )?", re.I)
#: No bracket that says an amount again is longer, characters.
BRACKET = 40
#: Fruits' parts and eggs, which are told without a figure.
UNCOUNTED = re.compile(
    r"\b(?:(?:(?:finely )?grated )?(?:zest|juice|peel|rind) of (?:a|an|one|half a|\d+) (?:lemon|orange|lime)s?\b"
    r"|(?:an?|one|two|three|four|five|six|a couple of) (?:large |medium |small |whole )?"
    r"(?:egg (?:yolk|white)|egg|yolk|white)s?\b"
    # The same in the other languages that are read.
    r"|(?:ein|une?|una|uno|zwei|deux|due|dos|drei|trois|tre|tres|vier|quatre|quattro|cuatro) (?:\w+ )?"
    r"(?:ei|eier|eigelbe?|dotter|eidotter|œufs?|oeufs?|jaunes? d'(?:œ|oe)ufs?|uov[ao]|tuorl[oi]|huevos?|yemas?)\b"
    r"|(?:(?:schale|abrieb|zesten?|scorza|buccia|ralladura|piel) (?:einer|von 1|d'une?|de|di|d') ?(?:une?|una|un|1)? ?"
    r"|zeste d'une? |(?:mark|graines|semi|semillas) (?:einer|d'une|di una|di mezza|de una) )"
    r"(?:bio-?)?(?:zitrone|orange|limette|citron|limone|arancia|lim[oó]n|naranja|vanilleschote|gousse de vanille"
    r"|bacca di vaniglia|vaina de vainilla)\b"
    r"|(?:a|one) (?:generous |good |small )?(?:pinch|dash|splash|knob|handful|capful|glug|drop|bit|spoonful) of "
    r"[a-z ]{3,24}?(?=,|;|\.| and "
    r"| or |$))",
    re.I,
)


def measured_in(clause: str) -> list[str]:
    """The measured ingredients of a sentence, each as a phrase of its own, in order. Amounts of nothing known (minutes,
    sizes, tins) are none."""
    return list(_kept_measured(clause) if len(clause) <= KEPT else _long_measured(clause))


def _measured_in(clause: str) -> tuple[str, ...]:
    found: list[tuple[int, str]] = []
    covered = 0
    clause = PARTS.sub(" ", RATIO.sub(" ", clause)) if _may_be_parts(clause) else clause
    # “1 cup (125 g) flour”: an amount in a bracket right behind another says the same again.
    every = amounts_in(clause)
    amounts = [
        a for before, a in pairwise([None, *every])
        if a and not AGAIN.search(clause[max(0, a.start - BRACKET) : a.start])
        # “two bars (90 g each)” as well.
        and not (before and before.by_word and re.fullmatch(r"\s*\(", clause[before.end : a.start]))
    ]  # fmt: skip
    amounts = summed(clause, amounts)
    for i, a in enumerate(amounts):
        until = amounts[i + 1].start if i + 1 < len(amounts) else len(clause)
        if a.start < covered:
            # “4 tbsp sugar (60 g)” told its weight with it.
            continue
        after = _after(clause, a, until)
        piece = after or _before(clause, a)
        covered = a.start + len(after)
        if piece:
            found.append((a.start, piece))
    taken = [(at, at + len(piece)) for at, piece in found]
    for m in SAME.finditer(clause):
        before = [a for a in amounts if a.end <= m.start() and a.quantity.unit]
        for name in (m["one"], m["two"]):
            if before and name and _nearly(name):
                found.append((m.start(), f"{clause[before[-1].start : before[-1].end].strip()} {name.strip()}"))
    for m in ROLLED.finditer(clause):
        if _known(m["name"]):
            found.append((m.start(), f"{m['name'].strip()} for rolling"))
    for m in UNCOUNTED.finditer(clause):
        weighing = WEIGHT_OF.search(clause[: m.start()])
        free = not any(start < m.end() and m.start() < end for start, end in taken)
        # Its first word may be a number of another language.
        if not weighing and free and (_known(m.group(0)) or _known(m.group(0).partition(" ")[2])):
            found.append((m.start(), m.group(0).strip()))
    return tuple(piece for _, piece in sorted(found))


_kept_measured = lru_cache(maxsize=4096)(_measured_in)
_long_measured = lru_cache(maxsize=16)(_measured_in)


def summed(clause: str, amounts: list[Amount]) -> list[Amount]:
    """“1 cup plus 2 Tbsp sugar”: amounts that nothing but such a word parts are one, told from the first."""
    found: list[Amount] = []
    for a in amounts:
        before = found[-1] if found else None
        if before and before.quantity.unit and a.quantity.unit and PLUS.fullmatch(clause[before.end : a.start]):
            found[-1] = replace(a, start=before.start)
        else:
            found.append(a)
    return found


def _may_be_parts(clause: str) -> bool:
    return "part" in clause.lower() or bool(re.search(r"\d:\d", clause))


def in_parts(clause: str) -> list[tuple[float, str]]:
    """(parts, name) of a clause that tells several by parts; empty where it tells none."""
    if not _may_be_parts(clause):
        return []
    m = RATIO.search(clause)
    clause = EQUAL.sub(lambda x: f"1 part {x['one']}, 1 part {x['two']}", clause)
    if m is None:
        found = list(PARTS.finditer(clause)) or list(PARTS_BEHIND.finditer(clause))
        told = [(amount_at(x["many"], 0), x["name"].strip()) for x in found]
        known = [(a.quantity.low, name) for a, name in told if a is not None and _known(name)]
        return known if len(known) == len(told) > 1 else []
    parts, names = m["parts"].split(":"), re.split(r",\s*(?:and )?|\s+and\s+|:", m["names"])
    if len(parts) != len(names) or not all(_known(n) for n in names):
        return []
    return [(float(p), n.strip()) for p, n in zip(parts, names, strict=True)]


def _after(clause: str, a: Amount, until: int) -> str:
    """The amount with the name that follows it; empty where none is known."""
    rest = clause[a.end : until]
    filling = re.match(r"\s*\([^()]*\)", rest)
    skipped = filling.end() if filling else 0
    end = ENDS.search(rest, skipped)
    name = rest[skipped : end.start()] if end else rest[skipped:]
    if not (_known(name) or (a.quantity.unit and _nearly(name))):
        return ""
    stop = a.end + skipped + len(name)
    # What is in a bracket right behind belongs to it: how a cup was filled, how much one weighs.
    behind = re.match(r"\s*\([^()]*\)", clause[stop:])
    return clause[a.start : stop + (behind.end() if behind else 0)].strip(" ,.;")


def _before(clause: str, a: Amount) -> str:
    """“the milk (60 ml)”, “walnuts, 1 cup”: the amount with the name right before it, where none follows."""
    before, behind = clause[max(0, a.start - WINDOW) : a.start].rstrip(), clause[a.end : a.end + WINDOW]
    apart = before.endswith(("(", ",")) or (a.quantity.unit and not AT_A_TIME.match(behind))
    bare = not before.endswith("(") and re.search(r"[^\W_]", re.split(r"[,;.():]|$", behind)[0])
    if not apart or bare:
        return ""
    told = re.split(r"[;.:(]|\b(?:and|with|plus|then|into|in)\b", before.rstrip("(,"))[-1]
    words = re.findall(r"[^\W\d_][\w'-]*", told)[-MOST_WORDS:]
    for n in range(len(words)):
        name = " ".join(words[n:])
        if _known(name):
            return f"{clause[a.start : a.end].strip()} {name}"
    return ""


def _nearly(name: str) -> bool:
    """A known name with a word or two that nobody knows: read, and asked about."""
    found = match(name)
    return bool(found.ident) and len(found.unknown) <= MOST_ODD


def _known(name: str) -> bool:
    found = match(name)
    return bool(found.ident) and not found.unknown
