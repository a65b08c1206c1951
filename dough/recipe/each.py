"""An amount of each of several, taken apart: “1/2 tsp each of soda + salt”, “1 cup each sugars (brown, white)”."""

from __future__ import annotations

import re

from dough.recipe.names import match

#: Nobody writes such a line longer, characters.
LONGEST = 4_000
#: “240 g flour, 1/2 tsp each of soda + salt, 1 tsp starch”.
EACH_WITHIN = re.compile(
    r"(?P<amount>\b(?:\d{1,2} ?[xX×] ?)?\d[\d./ ]{0,6}(?:[^\W\d_]{1,12}\.?)?) ?\b(?:each of|of each|each) "
    r"(?P<names>[^\d.,;:()+&]{3,30}?(?:, [^\d.,;:()+&]{3,30}?){0,4},? ?(?:\band |\+|&|/) ?[^\d.,;:()+&/]{3,30}?)"
    r"(?=[,.;]| / |$)",
    re.I,
)
#: “1 cup each sugars (brown, white)”: kinds of one thing, in a bracket.
EACH_KIND = re.compile(
    r"(?P<amount>\b\d[\d./ ]{0,6}[^\W\d_]{1,12}\.?) (?:each of|of each|each) (?:the )?(?P<head>[a-z]{3,12}) "
    r"\((?P<kinds>[a-z]+(?: [a-z]+)?(?:(?:, | and | & |/)[a-z]+(?: [a-z]+)?){1,3})\)",
    re.I,
)
#: “butter and sugar, 150 each”, inside a sentence.
EACH_BEHIND = re.compile(
    r"(?P<names>(?:[a-z]+ ){0,2}[a-z]+(?:, (?:[a-z]+ ){0,2}[a-z]+){0,3},? (?:and|&|\+) (?:[a-z]+ ){0,2}?[a-z]+)"
    r"[\s,:(-]+(?P<amount>\d[\d./]{0,6}(?: ?[^\W\d_]{1,12}\.?)?) (?:of )?each\b(?! (?:of )?[a-z]{3})\)?",
    re.I,
)
#: “the sugars (1/2 cup each granulated and dark brown)”.
EACH_INSIDE = re.compile(
    r"(?:the |both )?(?P<head>[a-z]{3,10}?)s? \((?P<amount>\d[\d./ ]{0,6}[^\W\d_]{1,12}\.?) "
    r"(?:each of|of each|each)[:,]? (?P<names>[a-z ,]{3,60})\)",
    re.I,
)
#: “125 g + 75 g (light brown + white) sugar”, “3/4 c + 1/2 c brown and white sugar”.
PAIRED = re.compile(
    r"(?P<a>\d[\d./ ]{0,6}[^\W\d_]{1,5}\.?) ?(?:\+|&|and|/) ?(?P<b>\d[\d./ ]{0,6}[^\W\d_]{1,5}\.?) "
    r"\(?(?P<one>[a-z]+(?: [a-z]+)?) ?(?:\+|&|and|/) ?(?P<two>[a-z]+(?: [a-z]+)?)\)? (?P<head>[a-z]{3,10})\b",
    re.I,
)


def is_name(text: str) -> bool:
    """Is a phrase an ingredient and nothing besides?"""
    found = match(text)
    return bool(found.ident) and not found.unknown


def sharing(names: list[str]) -> list[str]:
    """“white and brown sugar”: the last word is said of all that are nothing known without it."""
    last = names[-1].split()[-1:]
    return [f"{n} {last[0]}" if last and not match(n).ident and match(f"{n} {last[0]}").ident else n for n in names]


def each_apart(line: str) -> str:
    """A line with what is said of each told of each; any other line as it is."""
    if len(line) > LONGEST:
        return line
    line = PAIRED.sub(_pair, line)
    if "each" in line:
        line = EACH_BEHIND.sub(_each_behind, line)
    return EACH_WITHIN.sub(_one_each, EACH_INSIDE.sub(_each_inside, kinds_apart(line))) if "each" in line else line


def kinds_apart(line: str) -> str:
    """The same of kinds in a bracket alone."""
    return EACH_KIND.sub(_each_kind, line)


def _each_kind(found: re.Match[str]) -> str:
    """The kinds of one thing, each with the amount that is said of all; as it was where one is nothing known."""
    made = [f"{k} {found['head']}" for k in re.split(r", | and | & |/", found["kinds"])]
    return ", ".join(f"{found['amount']} {m}" for m in made) if all(is_name(m) for m in made) else found.group(0)


def _each_inside(found: re.Match[str]) -> str:
    """The same of whole names in a bracket behind what they are."""
    kinds = [k.strip() for k in re.split(r", (?:and )?| and ", found["names"])]
    made = [next((n for n in (f"{k} {found['head']}", k) if is_name(n)), "") for k in kinds]
    return ", ".join(f"{found['amount']} {m}" for m in made) if all(made) else found.group(0)


def _each_behind(found: re.Match[str]) -> str:
    """The same of names before their amount: the words before the first of them that are none are left."""
    *others, last = (n.strip() for n in re.split(r",? (?:and|&|\+) |, ", found["names"]))
    first = others[0].split()
    starts = next((n for n in range(len(first)) if is_name(" ".join(first[n:]))), None)
    if starts is None or not all(map(is_name, [*others[1:], last])):
        return found.group(0)
    names = [" ".join(first[starts:]), *others[1:], last]
    told = ", ".join(f"{found['amount']} {n}" for n in names)
    return f"{' '.join(first[:starts])} {told}".strip()


def _pair(found: re.Match[str]) -> str:
    """Two amounts and the two kinds they are of, each with its own; as it was where one is nothing known."""
    made = [f"{found[kind]} {found['head']}" for kind in ("one", "two")]
    return f"{found['a']} {made[0]}, {found['b']} {made[1]}" if all(map(is_name, made)) else found.group(0)


def _one_each(found: re.Match[str]) -> str:
    """“1/2 tsp soda, 1/2 tsp salt” for “1/2 tsp each of soda + salt”; as it was where one is nothing known."""
    names = [n.strip() for n in re.split(r",\s*(?:and\s+)?|\s+and\s+|\s*[+&/]\s*", found["names"]) if n.strip()]
    names = sharing(names)
    if not all(match(n).ident for n in names):
        return found.group(0)
    return ", ".join(f"{found['amount']} {n}" for n in names)
