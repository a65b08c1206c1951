"""One line of a recipe: what it names, how much, how filled, when it goes in, and what must be asked."""

from __future__ import annotations

import re
from collections.abc import Collection
from dataclasses import dataclass, replace
from functools import cache

from dough.accounts.butter.browned import browned
from dough.accounts.formula import USUAL_STEP, Step
from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence, Ingredient, ingredient, of_class, table
from dough.facts.kitchen_measures import (
    CupCalibration,
    Habit,
    KitchenAmount,
    Weighed,
    filling_matters,
    fillings,
    millilitres,
    weigh,
)
from dough.facts.staples import BUTTER, WATER, staple
from dough.recipe.amounts import FILLING_WORDS, Amount, amounts_in
from dough.recipe.beside import left_out
from dough.recipe.choose import FEWEST_WEIGHED, MASS_FIRST, choose
from dough.recipe.counting import FEWEST_G, counted, in_pieces, of_a_fruit, two_bare
from dough.recipe.either import before_dash, first_of
from dough.recipe.names import Match, match, words_of
from dough.recipe.plainer import named_part, plainer

ASKS = {
    "amount": "How much? Type grams, or a cup, spoon or piece.",
    "unit": "A bare number. Grams?",
    "flour": "Which flour?",
    "salt": "Which salt? A teaspoon weighs from 2.6 to 6 g.",
    "cocoa": "Natural or alkalised? It changes the leavening.",
    "filling": "How was the cup or spoon filled?",
    "ingredient": "Not in the table. Pick the nearest, make it, or leave it open: it enters as unknown.",
    "browned": "Weighed before or after browning? Its water goes.",
    "weight": "The bracket and the measure do not agree. Which is meant?",
    "spoon": "In capitals a T is either spoon. Which is meant?",
    "much": "More than any cookie holds, it seems. Is the amount right?",
}
#: Hardly any recipe takes more ounces of one thing.
MOST_OUNCES = 40.0
#: Questions of which kind something is.
KINDS = ("flour", "salt", "cocoa")
#: Questions whose answers are amounts.
BY_AMOUNT = ("browned", "weight", "spoon", "much")
#: The classes offered for a question of kind.
_OFFERED = {"flour": ("plain_flour", "white_wheat", "self_raising", "wheat"), "salt": ("salt",), "cocoa": ("cocoa",)}


@cache
def choices(code: str) -> tuple[str, ...]:
    """The ids offered for a question: those of its classes, the usual ones first; at most nine."""
    found: dict[str, None] = {}
    for name in _OFFERED.get(code, ()):
        found |= dict.fromkeys(i.id for i in of_class(name) if i.flour_base or name != "wheat")
    return tuple(found)[:9]


#: “butter, browned”, “butter (browned)”: the browning is told after the amount, so the weight may be from before it.
BROWNED_AFTER = re.compile(r"[,(][^,()]*\bbrowned\b", re.I)
#: How far weight and measure may be apart before it is asked.
APART = 1.35
BIG_SPOON = re.compile(r"(?P<many>\d[\d ./]*) ?T\b")
FINISH = re.compile(
    r"\b(for|to) (sprinkl\w*|decorat\w*|dust\w*|serv\w*|finish\w*|glaz\w*|garnish\w*|drizzl\w*)\b", re.I
)
TOP = re.compile(
    r"\b(?:for|to) (?:the |a )?(?:roll|coat|top|dip)|\bzum (?:wälzen|bestreuen|bestäuben|wenden|ausrollen)"
    r"|\bpour (?:rouler|enrober)|\bpara (?:rebozar|espolvorear)|\bper (?:spolverare|decorare)"
    r"|\bγια (?:το |την )?(?:πασπάλισμα|επικάλυψη)"
    r"|\btill (?:garnering|rullning)|\bom te (?:bestrooien|rollen)",
    re.I,
)


@dataclass(frozen=True, slots=True)
class Understood:
    """A line as understood. grams is None while a question stands in its way; range_g is a wanted range
    ("300 to 340 g"), low_g to high_g what the conversion may be off by. The quantity is kept as written."""

    text: str
    ingredient_id: str
    named: str
    quantities: tuple[KitchenAmount, ...]
    grams: float | None
    low_g: float | None
    high_g: float | None
    range_g: tuple[float, float] | None
    filling: str
    step: Step
    asks: tuple[str, ...]
    notes: tuple[str, ...]
    how: str
    confidence: Confidence
    unknown: tuple[str, ...] = ()
    #: Answers that are amounts: (the amount as it would be typed, what it means).
    offers: tuple[tuple[str, str], ...] = ()

    @property
    def measured_by_volume(self) -> bool:
        return any(q.unit in ("cup", "tbsp", "tsp", "ml", "cl", "dl", "l", "fl oz", "pint") for q in self.quantities)


def told_g(grams: float) -> str:
    """A weight as it would be typed: four figures of it, never with an exponent."""
    return f"{grams:.0f} g" if grams >= 1000.0 else f"{grams:.4g} g"


def ask_words(x: Understood, code: str) -> str:
    """What a question asks, in words: of an ingredient that is in the table it never says that it is not."""
    if code == "ingredient" and x.ingredient_id:
        odd = ", ".join(f"“{w}”" for w in x.unknown) or "part of it"
        known = "are not words" if len(x.unknown) > 1 else "is not a word"
        return f"Is it {ingredient(x.ingredient_id).name.lower()}? {odd} {known} known here."
    return ASKS[code]


def read_line(
    text: str, habit: Habit, step: Step | None = None, cups: tuple[CupCalibration, ...] = (), *, in_grams: bool = False
) -> Understood:
    """Understand one ingredient line (tidied). Always answers; what is unclear is asked. in_grams: the recipe says that
    its bare numbers are grams."""
    plain = plainer(text, habit)
    line, notes = plain.line, list(plain.notes)
    amounts = amounts_in(line)
    chosen, name_text = choose(line, amounts)
    if in_grams and amounts and _weighed_first(amounts[0], chosen[0]):
        # “butter 200 (2 sticks)” in a recipe of grams.
        chosen = [amounts[0]]
    filling = _filling(line, chosen)
    name_text, other = first_of(before_dash(name_text))
    name_text = named_part(name_text, line, amounts[0] if amounts else None)
    other = plain.alternative or other
    if other:
        notes.append(f"or {other}")
    found = match(name_text)
    if not found.ident and other and match(other).ident and not found.unknown:
        found = match(other)
    beside = left_out(name_text, found)
    if beside:
        # A maker, or praise: said, and no question.
        found = replace(found, unknown=())
        notes.append(", ".join(f"“{w}”" for w in beside) + " left out")
    for fixed in found.spelt:
        notes.append(fixed)
    if found.assumed:
        notes.append(f"{found.assumed} assumed")
    if re.search(r"\bdivided\b", line, re.I):
        notes.append("divided: goes in at more than one moment")
    if re.search(r"\boptional\b", line, re.I):
        notes.append("optional")
    quantities = tuple(a.quantity for a in chosen)
    if in_grams and not two_bare(line, amounts):
        few = in_pieces(found.ident)
        bare = [q for q in quantities if not (q.unit or (few and q.low < FEWEST_G))]
        quantities = tuple(replace(q, unit="g") if q in bare else q for q in quantities)
    quantities = tuple(counted(q, found.ident, line) for q in quantities)
    quantities = of_a_fruit(line, found.ident, quantities)
    step = place_of(line) or step
    made = understood(text, found, quantities, filling, habit, step, cups, tuple(notes))
    return _contradicted(made, line, amounts, chosen, habit, cups)


def _weighed_first(first: Amount, chosen: Amount) -> bool:
    bare = not (first.quantity.unit or first.by_word) and first.quantity.low >= FEWEST_WEIGHED
    return bare and chosen is not first and chosen.quantity.unit not in MASS_FIRST


def _contradicted(
    made: Understood, line: str, amounts: list[Amount], chosen: list[Amount], habit: Habit,
    cups: tuple[CupCalibration, ...],
) -> Understood:  # fmt: skip
    """“1 cup (250 g) flour”: a weight beside a measure that makes much more or less of it is asked about."""
    item = table().get(made.ingredient_id)
    by_volume = [a for a in amounts if a not in chosen and a.quantity.unit in ("cup", "tbsp", "tsp")]
    if item is None or made.grams is None or len(by_volume) != 1 or chosen[0].quantity.unit not in MASS_FIRST:
        return made
    if re.search(r"\b(?:each|plus|\+)\b", line):
        return made
    try:
        other = weigh(item, by_volume[0].quantity, habit, made.filling, cups)
    except EntryError:
        return made
    # As far off as no way of filling explains.
    if other.low_g / APART <= made.grams <= other.high_g * APART:
        return made
    offers = ((told_g(made.grams), "by the weight"), (told_g(other.grams), "by the measure"))
    return replace(made, asks=(*made.asks, "weight"), offers=offers)


def either_spoon(made: Understood) -> Understood:
    """A line of a text in capitals: its T may be a teaspoon or a tablespoon, which is asked where it is a good deal
    apart."""
    several = BIG_SPOON.search(made.text)
    if not several or made.offers:
        return made
    many = several["many"].strip()
    return replace(
        made,
        asks=(*made.asks, "spoon"),
        offers=((f"{many} tsp", "teaspoons"), (f"{many} tbsp", "tablespoons")),
    )


def units_meant(quantities: tuple[KitchenAmount, ...]) -> tuple[tuple[str, str], ...]:
    """What a bare number may be of: (the amount as it would be typed, what it means); ounces where that is not many."""
    if len(quantities) != 1 or quantities[0].unit or quantities[0].low != quantities[0].high:
        return ()
    many = quantities[0].low
    grams = (f"{many:g} g", "grams")
    return (grams, (f"{many:g} oz", "ounces")) if many <= MOST_OUNCES else (grams,)


def still_named(text: str, item: Ingredient | None, habit: Habit, answered: Collection[str]) -> Match:
    """What a line that is being answered is taken for: the ingredient it has now, with the kind and the odd words that
    its text leaves open, as long as nobody answered which it is."""
    ident, name = (item.id, item.name) if item else ("", "")
    first = read_line(text, habit)
    if first.ingredient_id != ident or not ident or {*KINDS, "ingredient"} & set(answered):
        return Match(ident, name, "", "", (), (), 1.0)
    return Match(ident, name, next((a for a in first.asks if a in KINDS), ""), "", first.unknown, (), 1.0)


def place_of(line: str) -> Step | None:
    """Where a line says that it goes: on top, or on at the end; None where it says nothing of it."""
    if FINISH.search(line):
        return Step.FINISH
    return Step.TOP if TOP.search(line) else None


def understood(
    text: str,
    found: Match,
    quantities: tuple[KitchenAmount, ...],
    filling: str,
    habit: Habit,
    step: Step | None,
    cups: tuple[CupCalibration, ...] = (),
    notes: tuple[str, ...] = (),
    item: Ingredient | None = None,
) -> Understood:
    """Grams and questions for a line once its parts are known; called again when the cook answers. item: an ingredient
    of the kitchen's own, which the table does not hold."""
    asks: list[str] = []
    item = item or table().get(found.ident)
    unsure = item is None or bool(found.unknown)
    if unsure:
        asks.append("ingredient")
    blank = Understood(
        text, found.ident if item else "", found.name, quantities, None, None, None, None, filling,
        step or (USUAL_STEP[item.role] if item else Step.DRY), (), notes, "", Confidence.LOW, found.unknown,
    )  # fmt: skip
    if item is not None and item.is_("unknown"):
        return blank
    if item is None:
        plain = _mass(quantities)
        low = plain.grams if plain else None
        return replace(blank, grams=low, low_g=low, high_g=low, asks=("ingredient",))
    if not quantities or any(q.unit in ("loose", "box") for q in quantities):
        return replace(blank, asks=(*asks, "amount"))
    if any(q.unit == "" for q in quantities):
        return replace(blank, asks=(*asks, "unit"))
    volume = sum(millilitres(q, habit) or 0.0 for q in quantities)
    way = filling if filling in dict(fillings(item)) else ""
    heaped = any(q.heap in ("heaped", "rounded") for q in quantities)
    by_volume = volume > 0 or any(q.unit == "pinch" for q in quantities)
    if found.ask == "salt" and by_volume and not any(q.unit == "pinch" for q in quantities):
        asks.append("salt")
    elif found.ask in ("flour", "cocoa") and not unsure:
        asks.append(found.ask)
    if (volume and filling == "lightly packed") or heaped or (not way and filling_matters(item, volume)):
        asks.append("filling")
    try:
        weighed = [weigh(item, q, habit, way, cups) for q in quantities]
        edges = [_edges(item, q, habit, way, cups) for q in quantities]
    except EntryError as error:
        return replace(blank, asks=(*asks, "amount"), notes=(*notes, error.message))
    shown = filling if filling == "lightly packed" or heaped else (weighed[0].filling if volume else "")
    if heaped:
        shown = next(q.heap for q in quantities if q.heap)
    wide = any(q.high > q.low for q in quantities)
    whole = sum(w.grams for w in weighed)
    offers: tuple[tuple[str, str], ...] = ()
    if item.is_("browned") and BROWNED_AFTER.search(text):
        asks.append("browned")
        left = browned(staple(BUTTER), whole, None, strained=False).after_g
        offers = (
            (told_g(whole), "weighed after browning"),
            (f"{left:.3g} g", f"weighed before: some {left:.3g} g are left"),
        )
    return replace(
        blank,
        offers=offers,
        grams=round(sum(w.grams for w in weighed), 2),
        low_g=round(sum(w.low_g for w in weighed), 2),
        high_g=round(sum(w.high_g for w in weighed), 2),
        range_g=(round(sum(e[0] for e in edges), 2), round(sum(e[1] for e in edges), 2)) if wide else None,
        filling=shown,
        asks=tuple(dict.fromkeys(asks)),
        how="; ".join(dict.fromkeys(w.how for w in weighed)),
        confidence=max((w.confidence for w in weighed), key=list(Confidence).index),
    )


def _edges(
    item: Ingredient, q: KitchenAmount, habit: Habit, filling: str, cups: tuple[CupCalibration, ...]
) -> tuple[float, float]:
    def at(value: float) -> Weighed:
        return weigh(item, replace(q, low=value, high=value), habit, filling, cups)

    return at(q.low).grams, at(q.high).grams


def _mass(quantities: tuple[KitchenAmount, ...]) -> Weighed | None:
    if quantities and all(q.unit in MASS_FIRST for q in quantities):
        return weigh(staple(WATER), quantities[0], Habit.METRIC)
    return None


def _filling(line: str, chosen: list[Amount]) -> str:
    for amount in chosen:
        if amount.filling:
            return amount.filling
    lower = line.lower()
    if re.search(r"sifted (?:then|and then|before) measur", lower):
        return "sifted"
    for word in sorted(FILLING_WORDS, key=len, reverse=True):
        at = lower.find(word)
        # "1 cup flour, sifted" is sifted after measuring: the cup itself was not filled with sifted flour.
        if at >= 0 and not (word == "sifted" and "," in lower[:at]) and not (word == "melted" and "," in lower[:at]):
            return FILLING_WORDS[word]
    for word in ("chopped", "halves", "flaked", "sliced"):
        if word in lower:
            return {"sliced": "flaked"}.get(word, word)
    return ""


def is_ingredient_without_amount(text: str) -> bool:
    """A short line that names an ingredient and nothing else, such as “flaky sea salt, for sprinkling”."""
    words = words_of(text)
    if not words or len(words) > 9 or re.search(r"[.!?]\s+\S|[.!?]$", text):
        return False
    found = match(re.sub(r"\([^()]*\)", "", text))
    return bool(found.ident) and not found.unknown and not found.spelt
