"""A line's clauses: sentences, lists in one line, and ingredients joined by a word, each as a phrase of its own."""

from __future__ import annotations

import re
from itertools import islice, pairwise

from dough.facts.ingredients import Role, table
from dough.recipe.amounts import amount_at, amounts_in
from dough.recipe.each import each_apart, is_name, kinds_apart, sharing
from dough.recipe.inline import COUNTED_HEAD, SEMICOLON, at_marks, listed
from dough.recipe.names import Match, match, short_words, words_of
from dough.recipe.of_which import in_its_parts
from dough.recipe.process import is_bake
from dough.recipe.prose import PLUS, measured_in

#: Places in one line where it is asked whether another ingredient begins; what is left stays in one piece.
MOST_PARTS = 80
META = re.compile(
    r"^\W*(gas|yields?|makes|serves|oven|time|temp\w*|bake|baking|prep\w*|cook|total|nutrition\w*|calories|portion\w*|servings?)\b\s*[:=\d]?",
    re.I,
)
#: A full stop that ends a sentence, not a short form such as tsp.
SENTENCE = re.compile(
    r"(?<=[a-z)0-9%])(?<! no)(?<! No)(?<! nr)(?<! Nr)(?<!tsp)"
    r"(?<!tbsp)(?<!oz)(?<!lb)(?<!lbs)(?<!pkg)(?<!Pck)(?<!Pkt)(?<!Msp)(?<!Stk)(?<!min)"
    r"(?<!gem)(?<!ger)(?<! Pr)(?<!geh)(?<!gestr)(?<! ca)(?<!approx)(?<! c)(?<! t)(?<! T)(?<! g)\.\s+"
    r"(?=[A-Z0-9])|(?<=[A-Z]{3})(?<!TSP)(?<!TBS)(?<!TBSP)(?<!PKG)(?<!LBS)\.\s+(?=[A-Z0-9])|;\s+"
    # In small letters a whole word has four letters at least.
    r"|(?:(?<=[a-z]{4})|(?<=[a-z]\))|(?<=%)|(?<= in)|(?<= it)|(?<= up)|(?<= off))"
    r"(?<!tbsp)(?<!tsps)(?<!pkgs)(?<!pkts)(?<!choc)(?<!prox)\.\s+(?=[a-z])"
    # A short form's point may end a sentence too, where work follows.
    r"|\.\s+(?=(?:Fold|Bake|Mix|Beat|Stir|Add|Cream|Drop|Roll|Chill|Combine|Sift|Whisk|Preheat|Then|Next|Makes|One|Two|Three|Four)\b)"
)
#: “lt. brown sugar”: the point of a short form ends nothing.
SHORTENED = re.compile(r"\b([A-Za-z]{2,6})\.(?= [a-z&+])")
#: “1 teaspoon each cinnamon and ginger”: an amount of each of several.
EACH_OF = re.compile(
    r"(?P<amount>(?:\d{1,2} ?[xX×] ?)?[\d./ ]{1,9}(?:[^\W\d_]{1,12}\.?)?) ?\b(?:each of|of each|each)[,:]? "
    r"(?P<names>[^\d.;:]{3,80})\.?$",
    re.I,
)
#: Words that only say that another follows.
NEXT = r"(?:(?:and|then|plus|also|finally|lastly|next|with|add|after that|followed by) )"
OF_FRUIT = re.compile(
    r"(?:finely |freshly )?(?:grated )?(?:zest|juice|rind|peel) of "
    r"|(?:l[ea] |die |der |das |el )?(?:zestes?|schale|abrieb|saft|scorza|buccia|ralladura|mark|graines) "
    r"(?:d'|de |di |einer |von )",
    re.I,
)
#: What a sum's first amount stands behind: “with 1 cup plus 2 Tbsp sugar”.
BEHIND = re.compile(r"(?:^|\b(?:with|in|into|and|of|beat|add|mix|cream|stir|use|take|need)|[,(:;])\s*$", re.I)
#: “(a) 300 g chunks (b) 250 g chips”.
LETTERED = re.compile(r"(?:^|\s+)\((?:[a-h]|\d)\)\s(?=\d)")
#: What may stand between two ingredients of one line.
JOINED = re.compile(
    r",? (?:dissolved|rubbed|tossed|mixed|beaten|whisked|soaked|steeped|blended|stirred) (?:in|into|with) "
    rf"|, {NEXT}*| (?:and|plus|\+|&|/|then|und|et|e|y) {NEXT}*|\. (?=\d)"
    r"| in (?=(?:a|one) (?:splash|little|drop|bit|few)\b)",
    re.I,
)
#: “Icing: 150 g icing sugar, …”: a part of the recipe, though it is a name as well.
HEADS_ALONE = re.compile(r"(?:for the )?(?:icing|glaze|topping|filling|buttercream|coating)", re.I)
FOR_BOTH = re.compile(r"(?P<names>[^\d(:]{5,60}?),? (?P<use>(?:for|to) (?:the )?[a-z]+(?: [a-z]+)?)", re.I)
#: What a kind told alone may be a kind of.
HEADS = ("sugar", "flour", "chocolate", "butter", "chip", "nut", "syrup")
#: “(plus a pinch of salt)”.
ADDED = re.compile(r"\.?\s*\((?:plus|and|with|\+|(?:i|we) (?:also )?add) (?P<more>[^()]{4,60})\)", re.I)
BRACKETED = re.compile(r"\([^()]*\)")
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


#: “1 kg flour (half strong, half soft)”: two kinds of one thing.
HALVES = re.compile(
    r"[(,]?\s*(?:\bhalf|1/2) (?P<a>[a-z ]{3,20}?),?(?: and| &|/| \+)? (?:half|1/2) (?P<b>[a-z ]{3,20}?)\s*\)?$", re.I
)


def nameish(line: str) -> str:
    """A line without its amounts."""
    found, last = [], 0
    for a in amounts_in(line):
        found.append(line[last : a.start])
        last = a.end
    return " ".join([*found, line[last:]])


def clauses(line: str) -> list[str]:
    """The clauses of a line: sentences, “1 egg plus 1 yolk” and comma lists parted. Nothing of the line is left out."""
    line = SHORTENED.sub(lambda m: m[1] if m[1].lower() in short_words() else m[0], line)
    line = in_its_parts(kinds_apart(LETTERED.sub("; ", line)))
    each = EACH_OF.match(line) or OF_EACH.match(line)
    if each is not None:
        names = re.split(r", (?:and )?| and | & | \+ | / ", each["names"].strip(" ,-:"))
        return [f"{each['amount']} {name}" for name in sharing(names)]
    line = each_apart(line)
    # A semicolon parts sentences as well, but not in such a list.
    whole = at_marks(line) or listed(line, SEMICOLON)
    if whole:
        return _apart(whole, line)
    sentences = _whole([s for s in SENTENCE.split(line) if s.strip()])
    if len(sentences) > 1:
        return [piece for s in sentences for piece in clauses(s)]
    parted = _halves(line) or _shared(line) or listed(line) or _of_fruits(line) or _both_for(line)
    if parted:
        return _apart(parted, line)
    prefix, colon, rest = line.partition(":")
    if prefix.count("(") > prefix.count(")"):
        # A colon inside a bracket heads nothing.
        prefix, colon, rest = line, "", ""
    body = line
    heads = bool(HEADS_ALONE.fullmatch(prefix.strip()))
    if META.match(line) and not leads_with_ingredient(line):
        return [line]
    if colon and amounts_in(rest) and not amounts_in(COUNTED_HEAD.sub(" ", BRACKETED.sub(" ", prefix))):
        if (
            match(nameish(rest)).ident
            and amounts_in(rest)[0].start < 2
            and (heads or not is_name(BRACKETED.sub(" ", prefix)))
        ):
            body = rest.strip()
        elif amounts_in(rest)[0].start >= 2 and len(measured_in(rest)) > 1:
            # “Cheese rounds: weigh 90 g butter and ...”: a heading before sentences.
            return [line]
        elif not match(prefix).ident and is_name(BRACKETED.sub(" ", nameish(rest))):
            # “Flavour: vanilla 2 tsp”.
            return [rest.strip()]
        else:
            return [f"{rest.strip()} {prefix.strip()}"]
    dots = re.match(r"^(?P<name>[A-Za-z][A-Za-z ,']+?|[A-Za-z][^.!?]{2,40}?\.?) ?\.{3,} ?(?P<amount>.*)$", body)
    if dots:
        return [f"{dots['amount']} {dots['name']}"] if dots["amount"] else [dots["name"]]
    parts, last = [], 0
    for sep in islice(JOINED.finditer(body), MOST_PARTS):
        left, right = body[last : sep.start()], body[sep.end() :]
        if left.count("(") > left.count(")"):
            continue
        first = amount_at(right, 0)
        if amounts_in(left) and match(nameish(left)).ident and OF_FRUIT.match(right):
            parts.append(left)
            last = sep.end()
            continue
        if first is None or first.end == 0 or not (amounts_in(left) or OF_FRUIT.match(left.strip())):
            continue
        if PLUS.fullmatch(sep.group(0)) and first.quantity.unit and _ends_on_amount(left):
            # “with 1 cup plus 2 Tbsp sugar” is one amount.
            continue
        after = re.split(r", | (?:and|plus|\+|&) ", right[first.end :], maxsplit=1)[0]
        follows = "then" in sep.group(0) and is_name(after)
        measured = amounts_in(left)
        left_told = bool(measured) and measured[0].start == 0 and bool(measured[0].quantity.unit)
        both = sep.group(0).startswith(",") and measured and measured[-1].quantity.unit and first.quantity.unit
        # “3 1/2 oz white, 2 eggs”: the next is told in full.
        told = left_told and words_of(nameish(left)) and is_name(after.partition("(")[0])
        if not match(nameish(left)).ident and not both and not follows and not told:
            continue
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
    return _with_heads([p.strip(" .;") for part in parts for p in _two_names(part) if p.strip(" .;")])


def _with_heads(pieces: list[str]) -> list[str]:
    """“1 cup light brown sugar + 1/4 cup white”: what is nothing known alone is a kind of what stood before it."""
    found = pieces[:1]
    for before, piece in pairwise(pieces):
        head = _head_of(match(nameish(BRACKETED.sub(" ", before))))
        alone = nameish(BRACKETED.sub(" ", piece))
        alone, comma, rest = alone.partition(",")
        shares = head and not match(alone).ident and is_name(f"{alone} {head}")
        first, _, _ = piece.partition(",")
        found.append(f"{first} {head}{comma}{rest}" if shares else piece)
    return found


def added_apart(line: str) -> str:
    """“90 g sugar (plus a pinch of salt)”: what a bracket adds stands beside it."""
    return ADDED.sub(lambda m: f", {m['more'].rstrip('. ')}" if _is_measured(m["more"]) else m[0], line)


def _is_measured(phrase: str) -> bool:
    """Whether a phrase is one measured ingredient, or several joined by such words, and nothing besides."""
    parts = re.split(r" (?:and|&|\+) |, ", phrase.strip(" .;"))
    return all(amounts_in(p) and is_name(nameish(p)) for p in parts)


def _head_of(found: Match) -> str:
    """The word that a kind told alone behind this name would share: “sugar” behind “dark brown”."""
    last = next(iter(words_of(found.name)[-1:]), "")
    item = table().get(found.ident)
    role = "" if item is None else {Role.SUGAR: "sugar", Role.FLOUR: "flour"}.get(item.role, "")
    return last if last in HEADS else role


def _ends_on_amount(left: str) -> bool:
    """“with 1 cup”: whether a name is still to come for the amount at the end."""
    last = amounts_in(left)[-1:]
    return bool(last) and not left[last[0].end :].strip() and bool(BEHIND.search(left[: last[0].start]))


def _apart(pieces: list[str], line: str) -> list[str]:
    """The pieces of a line, those that hold several measured things taken apart in turn."""
    several = [p for x in pieces for p in (clauses(x) if len(amounts_in(x)) > 1 and x != line else [x])]
    return [half for piece in several for half in _halves(piece) or [piece]]


def _whole(sentences: list[str]) -> list[str]:
    """Sentences, with an amount that was cut from its name by a short form's point put back: “Hazelnuts gr. 100 g”."""
    found: list[str] = []
    for s in sentences:
        alone = bool(amounts_in(s)) and not words_of(BRACKETED.sub(" ", nameish(s)).partition(",")[0])
        if found and found[-1].count("(") > found[-1].count(")"):
            # A mark inside a bracket parts nothing: “1 cup (2 sticks; 226 g) butter”.
            found[-1] += f"; {s}"
        elif alone and found and not amounts_in(found[-1]):
            found[-1] += f" {s}"
        else:
            found.append(s)
    return found


def _two_names(part: str) -> list[str]:
    """“1 sachet baking powder, grated lemon zest”: what a comma parts and no one name explains is two ingredients."""
    head, comma, tail = part.rpartition(", ")
    if not comma or not amounts_in(head) or amounts_in(tail) or not match(nameish(part)).unknown:
        return [part]
    first, second = match(nameish(head)), match(tail)
    apart = first.ident and second.ident and first.ident != second.ident and not second.unknown
    return [head, tail] if apart else [part]


def _shared(line: str) -> list[str]:
    """“Sugar (caster 100 g, demerara 50 g)”, “Flour: plain 180 g, rye 60 g”: kinds of one thing, each measured."""
    found = re.fullmatch(
        r"(?P<head>[^\W\d_][^\d:(]{1,24}?)\s*(?:\((?P<a>[^()]+)\)|(?::| -)\s*(?P<b>[^()]+))", line.strip(" .")
    )
    if found is None or not match(found["head"]).name:
        return []
    kinds = [k.strip() for k in re.split(r",\s+|\s+and\s+|\s+\+\s+|\s+/\s+", found["a"] or found["b"])]
    if len(kinds) < 2 or any(len(amounts_in(k)) != 1 or not words_of(nameish(k)) for k in kinds):
        return []
    whole = [f"{k} {found['head'].strip()}" for k in kinds]
    return whole if all(match(nameish(w)).ident and not match(nameish(w)).unknown for w in whole) else []


def _halves(line: str) -> list[str]:
    """Half of an amount of each of two kinds; empty for any other line."""
    found = HALVES.search(line.strip(" ."))
    whole = line[: found.start()] if found else ""
    amounts = amounts_in(whole)
    if found is None or len(amounts) != 1 or amounts[0].quantity.low != amounts[0].quantity.high:
        return []
    q, name = amounts[0].quantity, nameish(whole).strip(" ,(")
    # “half butter half lard” are names of their own, “half strong half soft” need what they are kinds of.
    names = [next((n for n in (f"{found[kind]} {name}", found[kind]) if is_name(n)), "") for kind in ("a", "b")]
    return [f"{q.low / 2:g} {q.unit} {n}" for n in names] if all(names) else []


def _both_for(line: str) -> list[str]:
    """“icing sugar + vanilla sugar for coating”: several without an amount, and what they are for."""
    found = FOR_BOTH.fullmatch(line.strip(" ."))
    names = re.split(r", (?:and )?| and | \+ | & ", found["names"]) if found else []
    return [f"{n} {found['use']}" for n in names] if found and len(names) > 1 and all(map(is_name, names)) else []


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
    rest = re.sub(r"\([^()]*\)", " ", nameish(plain[first.start :])).strip(" ,.;()%-")
    if not is_name(before) or is_bake(BRACKETED.sub(" ", plain[first.start :])) or len(before.split()) > 6:
        return False
    return not rest or (not match(rest).ident and len(rest.split()) <= 4 and not re.search(r"[.!?]\s", rest))
